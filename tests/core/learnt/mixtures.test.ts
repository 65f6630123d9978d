/** Clouds laid on rows of numbers. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { chances } from '../../../scripts/learn/boost.ts';
import { cloudsOf, FEWEST } from '../../../scripts/learn/mixtures.ts';

const LEAST = Float64Array.of(1e-4, 1e-4);

/** Rows about some places, so many about each. */
function about(places: [x: number, y: number, count: number][], spread: number, seed: number): Float32Array {
  const chance = chances(seed);
  // Twelve throws come to lie about as a normal cloud does.
  const normal = () => Array.from({ length: 12 }, chance).reduce((sum, each) => sum + each, -6);
  return Float32Array.from(
    places.flatMap(([x, y, count]) =>
      Array.from({ length: count }, () => [x + spread * normal(), y + spread * normal()]).flat(),
    ),
  );
}

describe('clouds', () => {
  test('two heaps are found with their places, spreads and shares', () => {
    fc.assert(
      fc.property(fc.nat(1e6), fc.double({ min: 0.1, max: 1, noNaN: true }), (seed, spread) => {
        const [one, other] = cloudsOf(
          about(
            [
              [0, 0, 600],
              [8, 5, 200],
            ],
            spread,
            seed,
          ),
          2,
          2,
          LEAST,
        ).sort((p, q) => q.weight - p.weight);
        expect(one.weight).toBeCloseTo(0.75, 1);
        expect(other.weight).toBeCloseTo(0.25, 1);
        expect(Math.hypot(...one.mean)).toBeLessThan(spread / 2);
        expect(Math.hypot(other.mean[0] - 8, other.mean[1] - 5)).toBeLessThan(spread / 2);
        for (const { variance } of [one, other])
          for (const each of variance) expect(Math.sqrt(each)).toBeCloseTo(spread, 0);
      }),
      { numRuns: 30 },
    );
  });

  test('shares add up, numbers are numbers, and no variance falls below the least, whatever the rows are', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -5, max: 5 }), fc.constant(3)), { minLength: 1, maxLength: 400 }),
        fc.constantFrom(1, 2, 4, 8),
        (rows, most) => {
          const clouds = cloudsOf(Float32Array.from(rows.flat()), 2, most, LEAST);
          expect(clouds.length).toBeGreaterThan(0);
          expect(clouds.length).toBeLessThanOrEqual(most);
          expect(clouds.reduce((sum, { weight }) => sum + weight, 0)).toBeCloseTo(1, 6);
          for (const { mean, variance } of clouds) {
            for (const each of mean) expect(Number.isFinite(each)).toBe(true);
            for (const each of variance) expect(each).toBeGreaterThanOrEqual(LEAST[0]);
          }
        },
      ),
      { numRuns: 100 },
    );
  });

  test('few rows make one cloud', () => {
    expect(
      cloudsOf(
        about(
          [
            [0, 0, FEWEST],
            [9, 9, FEWEST - 1],
          ],
          0.3,
          1,
        ),
        2,
        8,
        LEAST,
      ),
    ).toHaveLength(1);
  });
});
