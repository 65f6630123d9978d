import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { SpringSystem, solveBoth } from '../../../src/core/between/tween/solve.ts';

interface Case {
  anchor: number[];
  springs: { i: number; j: number; w: number }[];
  wanted: number[];
}

const cases: fc.Arbitrary<Case> = fc.integer({ min: 1, max: 24 }).chain((n) =>
  fc.record({
    anchor: fc.array(fc.double({ min: 0.01, max: 3, noNaN: true }), { minLength: n, maxLength: n }),
    springs: fc.array(
      fc.record({
        i: fc.integer({ min: 0, max: n - 1 }),
        j: fc.integer({ min: 0, max: n - 1 }),
        w: fc.double({ min: 0.01, max: 4, noNaN: true }),
      }),
      { maxLength: 3 * n },
    ),
    wanted: fc.array(fc.double({ min: -900, max: 900, noNaN: true }), { minLength: 2 * n, maxLength: 2 * n }),
  }),
);

/** Elimination, one axis at a time. */
function dense({ anchor, springs, wanted }: Case, axis: 0 | 1): number[] {
  const n = anchor.length;
  const rows = anchor.map((a, r) =>
    Array.from({ length: n + 1 }, (_, c) => (c === n ? wanted[2 * r + axis] : c === r ? a : 0)),
  );
  for (const { i, j, w } of springs) {
    if (i === j) continue;
    rows[i][i] += w;
    rows[j][j] += w;
    rows[i][j] -= w;
    rows[j][i] -= w;
  }
  for (let c = 0; c < n; c++)
    for (let r = 0; r < n; r++) {
      if (r === c) continue;
      const by = rows[r][c] / rows[c][c];
      for (let k = c; k <= n; k++) rows[r][k] -= by * rows[c][k];
    }
  return rows.map((row, r) => row[n] / row[r]);
}

describe('points on springs', () => {
  test('come to rest where elimination finds them, each axis by itself', () => {
    fc.assert(
      fc.property(cases, (one) => {
        const springs = one.springs.filter(({ i, j }) => i !== j);
        const system = new SpringSystem(
          {
            count: springs.length,
            i: Int32Array.from(springs, ({ i }) => i),
            j: Int32Array.from(springs, ({ j }) => j),
            weight: Float64Array.from(springs, ({ w }) => w),
          },
          Float64Array.from(one.anchor),
        );
        const found = solveBoth(system, Float64Array.from(one.wanted), new Float64Array(one.wanted.length));
        const [x, y] = [dense(one, 0), dense(one, 1)];
        const size = Math.max(1, ...x.map(Math.abs), ...y.map(Math.abs));
        // It stops where hardly any force is left; loosely held points may then be off by a thousandth of a pixel.
        for (let k = 0; k < one.anchor.length; k++) {
          expect(Math.abs(found[2 * k] - x[k]) / size).toBeLessThan(1e-3);
          expect(Math.abs(found[2 * k + 1] - y[k]) / size).toBeLessThan(1e-3);
        }
      }),
      { numRuns: 300 },
    );
  });
  test('a first guess that is right already stays', () => {
    const none = { count: 0, i: new Int32Array(), j: new Int32Array(), weight: new Float64Array() };
    const system = new SpringSystem(none, Float64Array.from([1, 2]));
    expect([...solveBoth(system, Float64Array.from([3, 4, 10, 12]), Float64Array.from([3, 4, 5, 6]))]).toEqual([
      3, 4, 5, 6,
    ]);
  });
});
