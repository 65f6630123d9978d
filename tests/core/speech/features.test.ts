/** What the reading listens to: levels and voices differ, features hardly do. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { featuresOf, HOP, loudness, percentile, SPEECH_RATE, spectraOf } from '../../../src/core/speech/features.ts';
import { FEATURES, phoneTable } from '../../../src/core/speech/phone-table.ts';

const tone = (hertz: number, seconds = 0.5, level = 0.3) =>
  Float32Array.from(
    { length: SPEECH_RATE * seconds },
    (_, i) => level * Math.sin((2 * Math.PI * hertz * i) / SPEECH_RATE),
  );

describe('spectra', () => {
  test('one frame each ten milliseconds, its power where the tone is', () => {
    for (const hertz of [500, 1500, 4000]) {
      const { frames, power } = spectraOf(tone(hertz));
      expect(frames).toBe(Math.floor(0.5 / HOP));
      const bins = power.length / frames;
      const middle = power.slice(20 * bins, 21 * bins);
      const loudest = middle.indexOf(Math.max(...middle));
      expect(Math.abs(loudest * (SPEECH_RATE / 512) - hertz)).toBeLessThan(SPEECH_RATE / 512);
    }
  });
  test('ten times louder is twenty decibels more', () => {
    const [quiet, loud] = [0.05, 0.5].map((level) => loudness(spectraOf(tone(1000, 0.5, level)))[20]);
    expect(loud - quiet).toBeCloseTo(20, 1);
  });
  test('nothing at all is no frames', () => {
    expect(spectraOf(new Float32Array(0)).frames).toBe(0);
    expect(featuresOf(spectraOf(new Float32Array(0)))).toHaveLength(0);
  });
});

describe('features', () => {
  const speech = Float32Array.from({ length: SPEECH_RATE }, (_, i) => {
    const t = i / SPEECH_RATE;
    return (t > 0.3 && t < 0.8 ? 0.4 : 0.002) * (Math.sin(700 * t * 6.28) + 0.5 * Math.sin(1300 * t * 6.28));
  });
  test('do not hang on how loud a recording is', () => {
    const one = featuresOf(spectraOf(speech));
    const other = featuresOf(spectraOf(speech.map((value) => value * 0.2)));
    for (let k = 0; k < one.length; k++) expect(Math.abs(one[k] - other[k])).toBeLessThan(0.05);
  });
  test('are as many a frame as the tables have, and numbers all', () => {
    fc.assert(
      fc.property(
        fc.array(fc.float({ min: -1, max: 1, noNaN: true }), { minLength: 400, maxLength: 4000 }),
        (samples) => {
          const spectra = spectraOf(Float32Array.from(samples));
          const features = featuresOf(spectra);
          expect(features).toHaveLength(spectra.frames * FEATURES);
          expect(features.every(Number.isFinite)).toBe(true);
        },
      ),
      { numRuns: 25 },
    );
  });
  test('a longer throat moves them, a warp back moves them back', () => {
    const plain = featuresOf(spectraOf(speech));
    const warped = featuresOf(spectraOf(speech), 1.16);
    const at = 50 * FEATURES;
    const apart = Math.max(...Array.from({ length: 13 }, (_, k) => Math.abs(plain[at + k] - warped[at + k])));
    expect(apart).toBeGreaterThan(0.2);
  });
});

test('the tables hold three states for each sound, one for silence, weights that add up', () => {
  const { phones, stateOf, mixtureOf, heights, means } = phoneTable();
  phones.forEach((phone, p) => {
    expect(stateOf[p + 1] - stateOf[p], phone).toBe(phone === 'SIL' ? 1 : 3);
  });
  expect(means.length).toBe(mixtureOf[stateOf[phones.length]] * FEATURES);
  expect(heights.every(Number.isFinite)).toBe(true);
});

test('a percentile is a value of those there are', () => {
  expect(percentile(Float64Array.from([5, 1, 3]), 0.5)).toBe(3);
  expect(percentile(Float64Array.from([5, 1, 3]), 1)).toBe(5);
  expect(percentile(new Float64Array(0), 0.5)).toBe(0);
});
