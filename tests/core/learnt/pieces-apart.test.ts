/** What the judge of lines is not asked to learn: that one end of a broken line is its other end. */
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { piecesApart } from '../../../scripts/learn/pieces-apart.ts';
import { matchShapes, type Shape, shapeOf } from '../../../src/core/between/index.ts';

const SIZE = 400;

/** From one place to another, bent a little. */
function line(x0: number, y0: number, x1: number, y1: number, bend: number): number[] {
  return Array.from({ length: 25 }, (_, k) => {
    const u = k / 24;
    const out = 4 * bend * u * (1 - u);
    return [x0 + (x1 - x0) * u - ((y1 - y0) * out) / 100, y0 + (y1 - y0) * u + ((x1 - x0) * out) / 100];
  }).flat();
}

/** Six whole lines, and one that is in pieces, broken off at these shares of it. */
function drawing(breaks: number[], move: number): { shapes: Shape[]; ids: string[] } {
  const whole = Array.from({ length: 6 }, (_, k) =>
    line(20 + 60 * k + move, 30, 60 + 50 * k + move, 150 + 20 * k, 20 * k - 50),
  );
  const ends = [0, ...breaks, 1];
  const at = (u: number) => 30 + 320 * u + move;
  const pieces = ends.slice(1).map((end, k) => line(at(ends[k]), 330, at(end) - 6, 330, 0));
  return {
    shapes: [...whole, ...pieces].map(shapeOf),
    ids: [...whole.map((_, k) => `whole ${k}`), ...pieces.map(() => 'hem')],
  };
}

/** Pairs of pieces that are left out, numbered among the pieces. */
function apartOf(breaksA: number[], breaksB: number[], move: number): string[] {
  const [a, b] = [drawing(breaksA, 0), drawing(breaksB, move)];
  const first = matchShapes(a.shapes, b.shapes, { size: SIZE, asked: 1 });
  const apart = piecesApart(a.shapes, b.shapes, { idsA: a.ids, idsB: b.ids }, first, SIZE);
  return [...apart].map((pair) => `${Math.floor(pair / b.ids.length) - 6}-${(pair % b.ids.length) - 6}`).sort();
}

test('a hem broken at its middle in both drawings: its left half is not its right half', () => {
  expect(apartOf([0.5], [0.5], 12)).toEqual(['0-1', '1-0']);
});

test('a hem whole in one drawing is one with each of its pieces in the other', () => {
  expect(apartOf([], [0.3, 0.6], 12)).toEqual([]);
});

test('broken anywhere, each piece keeps a partner, and a piece that is all of it a part of another keeps that one', () => {
  const breaks = fc
    .uniqueArray(fc.integer({ min: 1, max: 5 }), { minLength: 1, maxLength: 3 })
    .map((all) => all.map((k) => k / 6).sort((p, q) => p - q));
  fc.assert(
    fc.property(breaks, breaks, fc.integer({ min: -15, max: 15 }), (one, other, move) => {
      const apart = new Set(apartOf(one, other, move));
      const [a, b] = [
        [0, ...one, 1],
        [0, ...other, 1],
      ];
      for (let p = 0; p + 1 < a.length; p++) {
        const partners = b.slice(1).filter((_, q) => !apart.has(`${p}-${q}`));
        expect(partners.length).toBeGreaterThan(0);
        for (let q = 0; q + 1 < b.length; q++)
          if ((a[p] <= b[q] && b[q + 1] <= a[p + 1]) || (b[q] <= a[p] && a[p + 1] <= b[q + 1]))
            expect(apart.has(`${p}-${q}`)).toBe(false);
      }
    }),
    { numRuns: 60 },
  );
});
