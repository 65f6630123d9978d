/** What is fitted to a voice: throat and rate. */
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { dictionary } from 'cmu-pronouncing-dictionary';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { readWav, resample, toMono } from '../../../src/core/sound/index.ts';
import { align, pronounce, Recording, SPEECH_RATE } from '../../../src/core/speech/index.ts';
import { rateOf } from '../../../src/core/speech/voice.ts';

const VOICE = fileURLToPath(new URL('../../../demo/data/there-you-are.wav', import.meta.url));
const WORDS = pronounce('There you are. Good evening, little light.', dictionary).map(({ variants }) => variants);

test('a voice played slower has a longer throat and speaks slower, one played faster a shorter one', () => {
  const { channels, rate } = readWav(readFileSync(VOICE), VOICE);
  const fitted = [1, 0.86, 1.1].map((speed) => {
    const recording = new Recording(resample(toMono(channels), rate * speed, SPEECH_RATE));
    align(recording, WORDS);
    return recording.fitted;
  });
  const [asItIs, slower, faster] = fitted;
  expect(slower.warp).toBeLessThan(asItIs.warp);
  expect(slower.rate).toBeGreaterThan(asItIs.rate);
  expect(faster.warp).toBeGreaterThanOrEqual(asItIs.warp);
  expect(faster.rate).toBeLessThan(asItIs.rate);
});

test('a few sounds drawn out or swallowed do not change the rate', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -0.7, max: 0.7, noNaN: true }),
      fc.integer({ min: 20, max: 60 }),
      fc.double({ min: 1, max: 3, noNaN: true }),
      (usual, count, odd) => {
        const few = Math.floor(count * 0.1);
        const off = [
          ...Array.from({ length: count }, (_, k) => usual + (k % 2 === 0 ? 0.01 : -0.01)),
          ...Array.from({ length: few }, () => usual + odd),
        ];
        expect(Math.abs(rateOf(off) - usual)).toBeLessThan(0.011);
        expect(rateOf(off.map((each) => each + 1))).toBeCloseTo(rateOf(off) + 1, 9);
      },
    ),
    { numRuns: 60 },
  );
  expect(rateOf([])).toBe(0);
});
