/** What goes along with a move: anything is shifted as the points nearest to it are. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { Field } from '../../../src/core/between/index.ts';

const NEAREST = 4;

/** Points from the nearest on, by looking at every one. */
function byDistance(from: number[], x: number, y: number): { i: number; off: number }[] {
  return Array.from({ length: from.length / 2 }, (_, i) => ({
    i,
    off: (from[2 * i] - x) ** 2 + (from[2 * i + 1] - y) ** 2,
  })).sort((p, q) => p.off - q.off);
}

function shiftedBySearch(from: number[], to: number[], x: number, y: number): [number, number] {
  let [dx, dy, sum] = [0, 0, 0];
  for (const { i, off } of byDistance(from, x, y).slice(0, NEAREST)) {
    const weight = 1 / (off + 4);
    dx += weight * (to[2 * i] - from[2 * i]);
    dy += weight * (to[2 * i + 1] - from[2 * i + 1]);
    sum += weight;
  }
  return sum > 0 ? [x + dx / sum, y + dy / sum] : [x, y];
}

describe('a field', () => {
  test('finds the nearest points wherever they lie and wherever one asks', () => {
    const place = fc.tuple(
      fc.double({ min: -900, max: 2900, noNaN: true }),
      fc.double({ min: -900, max: 1900, noNaN: true }),
    );
    fc.assert(
      fc.property(
        fc.array(fc.tuple(place, place), { maxLength: 60 }),
        place,
        fc.constantFrom(40, 500),
        (moves, [x, y], size) => {
          const [from, to] = [moves.flatMap(([p]) => p), moves.flatMap(([, q]) => q)];
          // Of two equally far off either may be the last that counts.
          const near = byDistance(from, x, y);
          fc.pre(near.length <= NEAREST || near[NEAREST].off - near[NEAREST - 1].off > 1e-3);
          const [sx, sy] = new Field(Float64Array.from(from), Float64Array.from(to), size).shift(x, y);
          const [wx, wy] = shiftedBySearch(from, to, x, y);
          expect(Math.hypot(sx - wx, sy - wy)).toBeLessThan(1e-4);
        },
      ),
      { numRuns: 400 },
    );
  });
  test('of nothing leaves everything where it is', () => {
    const none = new Field(new Float64Array(0), new Float64Array(0), 100);
    expect(none.empty).toBe(true);
    expect(none.shift(12, 34)).toEqual([12, 34]);
  });
  test('what counts for nothing moves nothing', () => {
    const from = Float64Array.from([10, 10, 12, 10, 10, 12, 12, 12]);
    const to = Float64Array.from([20, 10, 22, 10, 10, 62, 12, 62]);
    const [x, y] = new Field(from, to, 100, Float64Array.from([1, 1, 0, 0])).shift(11, 11);
    expect([x, y]).toEqual([21, 11]);
  });
});
