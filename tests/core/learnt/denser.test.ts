/** Denser lessons: four figures side by side. */
import { expect, test } from 'vitest';
import type { Sequence } from '../../../bench/paint-set.ts';
import { chances } from '../../../scripts/learn/boost.ts';
import { denser } from '../../../scripts/learn/denser.ts';

const CASES = { paper: [1920, 1080] as [number, number], grid: [960, 540] as [number, number] };

/** A ring that goes to the right, on ground; where it is, is told by its number. */
const sequenceOf = (id: number, length: number): Sequence => ({
  id: `${id}`,
  painted: [0],
  drawings: Array.from({ length }, (_, at) => ({
    strokes: [[100 * id + 10 * at, 40, 0.5, 100 * id + 10 * at + 20, 60, 0.5]],
    regions: [
      { c: 0, a: 4000, pts: [2, 2] },
      { c: id, a: 400, pts: [50 * id + 5 * at, 24] },
    ],
  })),
});

test('each figure lies in its quarter, half as large, with a colour of its own; the ground is one', () => {
  for (let seed = 0; seed < 40; seed++) {
    const made = denser([sequenceOf(1, 9), sequenceOf(2, 7), sequenceOf(3, 6)], CASES, chances(seed))!;
    expect(made.painted).toEqual([0]);
    expect(made.drawings).toHaveLength(7);
    for (const { strokes, regions } of made.drawings) {
      expect(strokes).toHaveLength(4);
      strokes.forEach(([x, y, p, x2, y2], k) => {
        const [left, top] = [(k % 2) * 960, Math.floor(k / 2) * 540];
        expect(x >= left && x2 < left + 960 && y >= top && y2 < top + 540).toBe(true);
        expect([x2 - x, y2 - y, p]).toEqual([10, 10, 0.5]);
      });
      expect(regions.map(({ c }) => c)).toEqual([0, 1, 0, 2, 0, 3, 0, 4]);
      for (const [k, { a, pts }] of regions.entries()) {
        expect(a).toBe(k % 2 ? 100 : 1000);
        const figure = Math.floor(k / 2);
        const [left, top] = [(figure % 2) * 480, Math.floor(figure / 2) * 270];
        expect(pts[0] >= left && pts[0] < left + 480 && pts[1] >= top && pts[1] < top + 270).toBe(true);
      }
    }
    // What follows one another follows here too, from either end.
    const [first, second] = made.drawings.map(({ strokes }) => strokes.map(([x]) => x));
    for (const [k, x] of first.entries()) expect(Math.abs(second[k] - x)).toBe(5);
  }
});

test('what is too short is not taken; of nothing nothing is made', () => {
  expect(denser([sequenceOf(1, 6)], CASES, chances(1))).toBeNull();
  expect(denser([], CASES, chances(1))).toBeNull();
});
