/** Which of the pairs that may be are made: each line in one, but where it is in pieces; of all ways the likeliest. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { decided } from '../../../src/core/between/match/judge/deciding.ts';

type Pair = [a: number, b: number, sure: number];
const made = (pairs: Pair[], n: number, m: number) =>
  decided(
    pairs.map(([a, b]) => ({ a, b })),
    Float64Array.from(pairs, ([, , sure]) => sure),
    n,
    m,
  ).map(({ a, b }) => `${a} ${b}`);

/** A table of beliefs of few lines, where many pairs are in one another's way. */
const beliefs = fc
  .tuple(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 4 }))
  .chain(([n, m]) =>
    fc
      .array(fc.integer({ min: 0, max: 99 }), { minLength: n * m, maxLength: n * m })
      .map((percent) => ({ n, m, sure: percent.map((each) => each / 100) })),
  );

const odds = (p: number) => Math.log((p + 1e-6) / (1 - p + 1e-6));

/** What a set of pairs is worth: the likeliest of those that share a line is believed from 15 % on, others from 55 %; null: not allowed. */
function worth(pairs: Pair[]): number | null {
  const at = (side: 0 | 1, line: number) => pairs.filter((pair) => pair[side] === line);
  let sum = 0;
  for (const pair of pairs) {
    const beside = [at(0, pair[0]), at(1, pair[1])];
    if (beside.every((all) => all.length > 1)) return null;
    const star = beside[0].length > 1 ? beside[0] : beside[1];
    const first = [...star].sort((p, q) => q[2] - p[2])[0] === pair;
    sum += odds(pair[2]) - odds(first ? 0.15 : 0.55);
  }
  return sum;
}

describe('of the pairs that may be', () => {
  test('a piece goes with the line it likely is a part of, and not with one that has no partner', () => {
    // Line 0 of the second drawing is in two pieces in the first; line 1 is not in the first at all.
    expect(
      made(
        [
          [0, 0, 0.9],
          [1, 0, 0.7],
          [1, 1, 0.2],
        ],
        2,
        2,
      ),
    ).toEqual(['0 0', '1 0']);
  });

  test('an unlikely pair is made where both its lines would be alone, and not beside another', () => {
    expect(made([[0, 0, 0.2]], 1, 1)).toEqual(['0 0']);
    expect(made([[0, 0, 0.1]], 1, 1)).toEqual([]);
    expect(
      made(
        [
          [0, 0, 0.9],
          [1, 0, 0.3],
        ],
        2,
        1,
      ),
    ).toEqual(['0 0']);
  });

  test('of two lines that are one at least one has no other partner', () => {
    fc.assert(
      fc.property(beliefs, ({ n, m, sure }) => {
        const all = sure.map((p, at): Pair => [Math.floor(at / m), at % m, p]);
        const out = made(all, n, m).map((each) => each.split(' ').map(Number));
        for (const [a, b] of out)
          expect(Math.min(out.filter((each) => each[0] === a).length, out.filter((each) => each[1] === b).length)).toBe(
            1,
          );
      }),
    );
  });

  test('they are worth nearly as much as the best there are, found by trying all', () => {
    let [found, best] = [0, 0];
    fc.assert(
      fc.property(beliefs, ({ n, m, sure }) => {
        const all = sure.map((p, at): Pair => [Math.floor(at / m), at % m, p]).filter(([, , p]) => p > 0.04);
        if (all.length > 10) return;
        const names = new Set(made(all, n, m));
        const own = worth(all.filter(([a, b]) => names.has(`${a} ${b}`)))!;
        let most = 0;
        for (let set = 1; set < 1 << all.length; set++)
          most = Math.max(most, worth(all.filter((_, k) => (set >> k) & 1)) ?? 0);
        expect(own).toBeLessThan(most + 1e-9);
        found += own;
        best += most;
      }),
      { numRuns: 200 },
    );
    expect(found).toBeGreaterThan(0.98 * best);
  });
});
