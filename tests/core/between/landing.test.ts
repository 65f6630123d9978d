/** Whether what is around a pair lands on the other drawing when it moves as the pair does; and what a line would see where it is led. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { shapeOf } from '../../../src/core/between/index.ts';
import { LANDED, Landing } from '../../../src/core/between/match/judge/landing.ts';
import { VIEW, viewAlike, viewsFrom } from '../../../src/core/between/match/judge/led-view.ts';
import { nearestLines, PLACE } from '../../../src/core/between/match/judge/nearest-lines.ts';
import { seenFrom } from '../../../src/core/between/match/judge/sides.ts';
import { type Led, neighboursOf, type Side } from '../../../src/core/between/match/judge/surroundings.ts';
import { predicted } from '../../../src/core/between/match/pair-cost.ts';
import { gapsOf } from '../../../src/core/between/match/relations.ts';
import { IDENTITY, type Matrix } from '../../../src/core/plane/matrix.ts';

type Point = [number, number];
const SIZE = 300;

/** A head with two eyes alike, a brow over each, a nose and a mouth. */
const HEAD: Point[][] = [
  [60, 20, 60, 150, 100, 180, 150, 180, 190, 150, 190, 20],
  [80, 80, 90, 72, 100, 80],
  [150, 80, 160, 72, 170, 80],
  [76, 60, 90, 52, 104, 58],
  [146, 58, 160, 52, 174, 60],
  [126, 80, 120, 118, 130, 118],
  [96, 144, 125, 152, 154, 144],
].map((flat) => flat.flatMap((v, k): Point[] => (k % 2 === 0 ? [[v, flat[k + 1]]] : [])));
const [LEFT_EYE, RIGHT_EYE] = [1, 2];

const drawn = (lines: Point[][], [a, b, c, d, e, f]: Matrix) =>
  lines.map((points) => shapeOf(points.flatMap(([x, y]) => [a * x + c * y + e, b * x + d * y + f])));

function sides(lines: Point[][], move: Matrix): { a: Side; b: Side } {
  const [one, other] = [drawn(lines, IDENTITY), drawn(lines, move)];
  const { gapA, gapB } = gapsOf(one, other, SIZE);
  return {
    a: { lines: one, gap: gapA, around: neighboursOf(one.length, gapA, SIZE) },
    b: { lines: other, gap: gapB, around: neighboursOf(other.length, gapB, SIZE) },
  };
}

const everywhere = (map: Matrix, count: number): Led[] =>
  Array.from({ length: count }, () => ({ map, much: 1, spread: 0 }));

describe('what is around a pair', () => {
  const turn = fc.double({ min: -2.5, max: 2.5, noNaN: true });
  const shift = fc.integer({ min: -500, max: 500 });

  test('lands wholly when the pair is right, however the drawing was turned and moved, and hardly when it is not', () => {
    fc.assert(
      fc.property(turn, shift, shift, (angle, x, y) => {
        const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
        const { a, b } = sides(HEAD, [cos, sin, -sin, cos, x, y]);
        const there = [cos, sin] as const;
        const home = [cos, -sin] as const;
        const count = HEAD.length;
        const pairs = [
          [LEFT_EYE, LEFT_EYE],
          [LEFT_EYE, RIGHT_EYE],
        ].map(([i, j]) => ({ a: i, b: j, there, home }));
        const led = [everywhere([cos, sin, -sin, cos, 0, 0], count), everywhere([cos, -sin, sin, cos, 0, 0], count)];
        const [right, wrong] = new Landing(a, b, SIZE).numbers(pairs, led[0], led[1]);
        expect(right).toHaveLength(LANDED);
        for (const each of right.slice(0, 4)) expect(each).toBeGreaterThan(0.9);
        for (const each of wrong.slice(0, 4)) expect(each).toBeLessThan(0.6);
        // Less is better: beside its rival the right one gains what the wrong one loses.
        expect(right[4]).toBeLessThan(-0.5);
        expect(wrong[4]).toBeCloseTo(-right[4], 6);
      }),
      { numRuns: 40 },
    );
  });

  test('a line with nothing around it says nothing', () => {
    const { a, b } = sides(HEAD.slice(0, 1), IDENTITY);
    const pair = { a: 0, b: 0, there: [1, 0], home: [1, 0] } as const;
    const [only] = new Landing(a, b, SIZE).numbers([pair], everywhere(IDENTITY, 1), everywhere(IDENTITY, 1));
    expect(only.slice(0, 4)).toEqual([0, 0, 0, 0]);
    expect(only.every(Number.isFinite)).toBe(true);
  });

  test('the nearest line of a place is about as near as the nearest there is', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (u, v) => {
        const lines = drawn(HEAD, IDENTITY);
        const { left, top, cell, columns, rows, places } = nearestLines(lines, SIZE);
        const [column, row] = [Math.floor(u * (columns - 1e-6)), Math.floor(v * (rows - 1e-6))];
        const [cx, cy] = [left + (column + 0.5) * cell, top + (row + 0.5) * cell];
        const at = PLACE * (row * columns + column);
        const found = Math.hypot(places[at] - cx, places[at + 1] - cy);
        const all = lines.flatMap((line) =>
          [...line.x].map((px, k) => [px + line.middle.x, line.y[k] + line.middle.y]),
        );
        const least = Math.min(...all.map(([px, py]) => Math.hypot(px - cx, py - cy)));
        expect(found).toBeLessThanOrEqual(least + 1.5 * cell);
      }),
      { numRuns: 200 },
    );
  });
});

describe('what a line would see where it is led', () => {
  /** The eye's view in a drawing. */
  const alike = (lines: Point[][]): number[] => {
    const [one, other] = [drawn(HEAD, IDENTITY), drawn(lines, IDENTITY)];
    const places = one.map((shape) => predicted(shape, IDENTITY));
    const view = viewsFrom(places, other, SIZE)(LEFT_EYE);
    return viewAlike(seenFrom(one, SIZE)[LEFT_EYE], view, LEFT_EYE, LEFT_EYE, (k, l) => (k === l ? 1 : 0));
  };

  test('the same as it sees, its partner left out', () => {
    const found = alike(HEAD);
    expect(found).toHaveLength(VIEW);
    expect(found[0]).toBeLessThan(0.05);
    expect(found[1]).toBe(0);
    expect(found[3]).toBe(1);
  });

  test('other things where a hand has come before it', () => {
    const hand: Point[] = [70, 66, 110, 66, 110, 94, 70, 94, 71, 67].flatMap((v, k, flat): Point[] =>
      k % 2 === 0 ? [[v, flat[k + 1]]] : [],
    );
    const gone: Point[] = [
      [900, 900],
      [905, 900],
    ];
    const [far, , worse, better] = alike([...HEAD.map((line, k) => (k === LEFT_EYE ? gone : line)), hand]);
    expect(far).toBeGreaterThan(0.3);
    expect(worse).toBe(0);
    expect(better).toBe(0);
  });

  test('lines where it saw nothing but ground', () => {
    const [one] = [drawn([[HEAD[1][0], HEAD[1][1]]], IDENTITY)];
    const wall: Point[] = [
      [70, 70],
      [110, 62],
    ];
    const other = drawn([HEAD[1], wall], IDENTITY);
    const places = one.map((shape) => predicted(shape, IDENTITY));
    const found = viewAlike(seenFrom(one, SIZE)[0], viewsFrom(places, other, SIZE)(0), 0, 0, () => 0);
    expect(found[1]).toBeGreaterThan(0);
  });
});
