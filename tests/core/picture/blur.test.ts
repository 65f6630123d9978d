/** Softening by our own arithmetic: light stays light, edges run out like the bell curve, nothing leaks into colours. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { blurred } from '../../../src/core/picture/blur.ts';

const SIDE = 61;

/** A picture with one opaque white half. */
function half(): Uint8ClampedArray {
  const data = new Uint8ClampedArray(4 * SIDE * SIDE);
  for (let y = 0; y < SIDE; y++) for (let x = 0; x < SIDE >> 1; x++) data.set([255, 255, 255, 255], 4 * (y * SIDE + x));
  return data;
}

/** The share of a bell curve that lies below a value (Abramowitz and Stegun 7.1.26). */
function below(value: number): number {
  const t = 1 / (1 + 0.3275911 * (Math.abs(value) / Math.SQRT2));
  const erf =
    1 -
    ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) *
      t *
      Math.exp((-value * value) / 2);
  return value < 0 ? (1 - erf) / 2 : (1 + erf) / 2;
}

describe('a softened picture', () => {
  test.each([0.8, 1, 1.9, 2, 3, 4.4, 6, 9])('an edge runs out as the bell curve does, sigma %f', (sigma) => {
    const data = blurred(half(), SIDE, SIDE, sigma);
    const row = SIDE >> 1;
    for (let x = 0; x < SIDE; x++) {
      // The edge lies between two pixels; above and below there is enough of the half that the row is as of an endless one.
      const wanted = 255 * below(((SIDE >> 1) - (x + 0.5)) / sigma);
      const inside = 3 * sigma < row && x > 3 * sigma;
      if (inside) expect(Math.abs(data[4 * (row * SIDE + x) + 3] - wanted), `at ${x}`).toBeLessThan(8);
    }
  });
  test('of one colour keeps that colour wherever anything is left of it', () => {
    const data = new Uint8ClampedArray(4 * SIDE * SIDE);
    for (let y = 20; y < 40; y++) for (let x = 20; x < 40; x++) data.set([200, 100, 50, 255], 4 * (y * SIDE + x));
    const soft = blurred(data, SIDE, SIDE, 5);
    for (let p = 0; p < soft.length; p += 4)
      if (soft[p + 3] > 0)
        for (const [c, value] of [200, 100, 50].entries()) expect(Math.abs(soft[p + c] - value)).toBeLessThan(2);
  });
  test('has as much in it as before, and is the same turned', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.4, max: 6, noNaN: true }),
        fc.array(fc.tuple(fc.integer({ min: 24, max: 36 }), fc.integer({ min: 24, max: 36 })), {
          minLength: 1,
          maxLength: 9,
        }),
        (sigma, dots) => {
          const [plain, turned] = [new Uint8ClampedArray(4 * SIDE * SIDE), new Uint8ClampedArray(4 * SIDE * SIDE)];
          for (const [x, y] of dots)
            for (let j = 0; j < 6; j++)
              for (let i = 0; i < 6; i++) {
                plain.set([9, 9, 9, 255], 4 * ((y + j) * SIDE + x + i));
                turned.set([9, 9, 9, 255], 4 * ((x + i) * SIDE + y + j));
              }
          const [a, b] = [blurred(plain, SIDE, SIDE, sigma), blurred(turned, SIDE, SIDE, sigma)];
          let [before, after] = [0, 0];
          for (let y = 0; y < SIDE; y++)
            for (let x = 0; x < SIDE; x++) {
              before += plain[4 * (y * SIDE + x) + 3];
              after += a[4 * (y * SIDE + x) + 3];
              expect(Math.abs(a[4 * (y * SIDE + x) + 3] - b[4 * (x * SIDE + y) + 3])).toBeLessThanOrEqual(2);
            }
          // What is rounded away lies where next to nothing is left.
          expect(Math.abs(after - before) / before).toBeLessThan(0.03);
        },
      ),
      { numRuns: 40 },
    );
  });
});
