import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Clip, Shot } from '../../../src/core/shot/index.ts';
import {
  clipEnd,
  cuesBetween,
  flameHiss,
  metalClick,
  PEAK_RATE,
  peakBetween,
  peaksOf,
  soundEnd,
  writeWav,
} from '../../../src/core/sound/index.ts';
import { smallShot } from '../../make.ts';

const clip = (over: Partial<Clip> = {}): Clip => ({
  id: 'c',
  name: 'Voice',
  asset: 'v',
  frame: 4,
  in: 0,
  out: 1,
  gain: 1,
  pin: null,
  ...over,
});

function withClip(over: Partial<Clip> = {}, muted = false): Shot {
  return { ...smallShot().shot, tracks: [{ id: 't', name: 'Voice', muted, clips: [clip(over)] }] };
}

describe('when a sound is heard', () => {
  test('a clip ends on the frame after its last sound', () => {
    expect(clipEnd(clip({ frame: 4, out: 1 }), 24)).toBe(28);
    expect(clipEnd(clip({ frame: 0, out: 0.01 }), 24)).toBe(1);
    expect(soundEnd(withClip())).toBe(28);
  });
  test('playing from inside a clip starts inside its sound', () => {
    const [cue] = cuesBetween(withClip(), 10, 100);
    expect(cue.delay).toBe(0);
    expect(cue.offset).toBeCloseTo(6 / 24);
    expect(cue.seconds).toBeCloseTo(1 - 6 / 24);
  });
  test('playing from before it waits for it', () => {
    const [cue] = cuesBetween(withClip(), 0, 100);
    expect(cue.delay).toBeCloseTo(4 / 24);
    expect(cue.offset).toBe(0);
  });
  test('a muted track is silent, and so is a frame without sound', () => {
    expect(cuesBetween(withClip({}, true), 0, 100)).toEqual([]);
    expect(cuesBetween(withClip(), 0, 4)).toEqual([]);
  });
  test('the sounds of neighbouring stretches join without gap or overlap', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 30 }),
        fc.integer({ min: 1, max: 20 }),
        fc.integer({ min: 1, max: 20 }),
        (a, b, c) => {
          const shot = withClip();
          const seconds = (from: number, to: number) =>
            cuesBetween(shot, from, to).reduce((sum, cue) => sum + cue.seconds, 0);
          expect(seconds(a, a + b) + seconds(a + b, a + b + c)).toBeCloseTo(seconds(a, a + b + c), 6);
        },
      ),
    );
  });
});

describe('the waveform', () => {
  test('finds a click where it is and nothing elsewhere', () => {
    const samples = new Float32Array(8000);
    samples[4000] = 0.8;
    samples[4001] = -0.6;
    const peaks = peaksOf([samples], 8000);
    expect(peaks).toHaveLength(2 * PEAK_RATE);
    const [low, high] = peakBetween(peaks, 0.49, 0.51);
    expect(high).toBeCloseTo(0.8);
    expect(low).toBeCloseTo(-0.6);
    expect(peakBetween(peaks, 0.1, 0.4)).toEqual([0, 0]);
  });
  test('takes the strongest of all channels', () => {
    const left = new Float32Array(100).fill(0.1);
    const right = new Float32Array(100).fill(0.7);
    expect(peakBetween(peaksOf([left, right], 8000), 0, 1)[1]).toBeCloseTo(0.7);
  });
});

describe('sounds made by code', () => {
  for (const [name, samples] of [
    ['click', metalClick(44_100)],
    ['hiss', flameHiss(44_100, 2)],
  ] as const) {
    test(`the ${name} is heard, never clips, and ends in quiet`, () => {
      const strongest = samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
      expect(strongest).toBeGreaterThan(0.05);
      expect(strongest).toBeLessThanOrEqual(1);
      expect(Math.max(...samples.slice(-200).map(Math.abs))).toBeLessThan(0.02);
    });
  }
  test('a WAV says its own length and rate', () => {
    const wav = writeWav([Float32Array.from([0, 1, -1, 2])], 22_050);
    const view = new DataView(wav.buffer);
    expect(view.getUint32(24, true)).toBe(22_050);
    expect(view.getUint32(40, true)).toBe(8);
    expect([0, 1, 2, 3].map((i) => view.getInt16(44 + 2 * i, true))).toEqual([0, 32767, -32767, 32767]);
  });
});
