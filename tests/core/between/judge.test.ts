/** The judge of lines: what is known stays, order and place say nothing, and what has no partner gets none. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { matchLines, matchShapes, type Shape, shapeOf } from '../../../src/core/between/index.ts';
import { Judging, STAGES } from '../../../src/core/between/match/judge/judging.ts';
import { drawnOver, goingOn } from '../../../src/core/between/match/judge/own-lines.ts';
import { partFit } from '../../../src/core/between/match/judge/part-fit.ts';
import { cover, spreadOf } from '../../../src/core/between/match/judge/spread.ts';

const SIZE = 360;
type Line = [number, number][];

const bow = (x: number, y: number, length: number, turn: number, bend: number): Line =>
  Array.from({ length: 25 }, (_, i) => {
    const [along, off] = [(i / 24) * length, bend * Math.sin((i / 24) * Math.PI * 1.3)];
    return [x + along * Math.cos(turn) - off * Math.sin(turn), y + along * Math.sin(turn) + off * Math.cos(turn)];
  });
const ring = (x: number, y: number, r: number): Line =>
  Array.from({ length: 33 }, (_, i) => [x + r * Math.cos((i / 16) * Math.PI), y + r * Math.sin((i / 16) * Math.PI)]);

/** Head, face, coat and arms: eleven lines, two of them twins. */
const FIGURE: Line[] = [
  ring(200, 80, 50),
  ring(184, 72, 7),
  ring(216, 72, 7),
  bow(185, 100, 30, 0, 5),
  bow(170, 135, 180, 1.65, -18),
  bow(232, 135, 180, 1.5, 18),
  bow(158, 312, 90, 0.05, 8),
  bow(172, 150, 90, 2.2, -10),
  bow(165, 165, 80, 2.2, -9),
  bow(232, 150, 95, 0.8, 12),
  bow(228, 168, 85, 0.8, 11),
];
const moved = (line: Line, dx: number, dy: number, turn = 0): Line =>
  line.map(([x, y]) => [
    200 + Math.cos(turn) * (x - 200) - Math.sin(turn) * (y - 200) + dx,
    200 + Math.sin(turn) * (x - 200) + Math.cos(turn) * (y - 200) + dy,
  ]);
const shape = (line: Line): Shape => shapeOf(line.flat());
const pairs = (a: Line[], b: Line[], fixed: { a: number; b: number }[] = []) =>
  matchLines(a.map(shape), b.map(shape), { size: SIZE, fixed }).matches;

const moves = fc.record({
  dx: fc.integer({ min: -120, max: 120 }),
  dy: fc.integer({ min: -60, max: 60 }),
  turn: fc.double({ min: -0.3, max: 0.3, noNaN: true }),
});

describe('the judge of lines', () => {
  test('finds a figure moved and turned again, whatever the order and direction of its lines, and is sure of it', () => {
    fc.assert(
      fc.property(
        moves,
        fc.shuffledSubarray(
          FIGURE.map((_, i) => i),
          { minLength: FIGURE.length },
        ),
        ({ dx, dy, turn }, order) => {
          const b = order.map((i, k) => {
            const line = moved(FIGURE[i], dx, dy, turn);
            return k % 2 ? line.reverse() : line;
          });
          const found = pairs(FIGURE, b);
          expect(found.map((match) => [match.a, order[match.b]]).sort((p, q) => p[0] - q[0])).toEqual(
            FIGURE.map((_, i) => [i, i]),
          );
          expect(Math.min(...found.map(({ sure }) => sure))).toBeGreaterThan(0.5);
        },
      ),
      { numRuns: 20 },
    );
  });

  test('what is known is kept with full sureness, and neither line of it is in another pair', () => {
    fc.assert(
      fc.property(moves, fc.nat(FIGURE.length - 1), fc.nat(FIGURE.length - 1), ({ dx, dy, turn }, i, j) => {
        const found = pairs(
          FIGURE,
          FIGURE.map((line) => moved(line, dx, dy, turn)),
          [{ a: i, b: j }],
        );
        expect(found.filter((match) => match.a === i || match.b === j)).toEqual([
          expect.objectContaining({ a: i, b: j, sure: 1 }),
        ]);
      }),
      { numRuns: 20 },
    );
  });

  test('of a pair whose lines are in several, one line is in that pair alone', () => {
    fc.assert(
      fc.property(moves, fc.integer({ min: 8, max: 16 }), ({ dx, dy, turn }, at) => {
        const b = FIGURE.flatMap((line, i) => {
          const own = moved(line, dx, dy, turn);
          return i >= 4 && i <= 6 ? [own.slice(0, at), own.slice(at)] : [own];
        });
        const found = pairs(FIGURE, b);
        for (const match of found) {
          const sharing = [
            found.filter(({ a }) => a === match.a).length,
            found.filter(({ b: k }) => k === match.b).length,
          ];
          expect(Math.min(...sharing)).toBe(1);
        }
      }),
      { numRuns: 20 },
    );
  });

  test('a line that is not there any more has no partner, the others keep theirs', () => {
    for (const gone of [3, 6, 9]) {
      const b = FIGURE.map((line) => moved(line, 25, -10, 0.08)).filter((_, i) => i !== gone);
      const found = pairs(FIGURE, b);
      expect(found.map(({ a }) => a).sort((p, q) => p - q)).toEqual(FIGURE.map((_, i) => i).filter((i) => i !== gone));
    }
  });

  test('an empty drawing, one line, lines of one point: nothing breaks', () => {
    expect(pairs([], FIGURE)).toEqual([]);
    expect(pairs(FIGURE, [])).toEqual([]);
    expect(pairs([[[5, 5]]], FIGURE).length).toBeLessThanOrEqual(1);
    expect(pairs([FIGURE[0]], [moved(FIGURE[0], 9, 9)]).length).toBe(1);
  });
});

describe('what the judge is shown', () => {
  test('two lines that each have a sure partner are not shown together again; an unsure one is shown with all it may be', () => {
    fc.assert(
      fc.property(moves, fc.nat(FIGURE.length - 1), ({ dx, dy, turn }, unsure) => {
        const [a, b] = [FIGURE, FIGURE.map((line) => moved(line, dx, dy, turn))].map((lines) => lines.map(shape));
        const judging = new Judging(a, b, matchShapes(a, b, { size: SIZE, asked: 1 }), SIZE, []);
        judging.evidence(STAGES[0]);
        const shown = (line: number) => judging.candidates.filter((pair) => pair.a === line).length;
        const before = shown(unsure);
        judging.believe(
          Float64Array.from(judging.candidates, (pair) => (pair.a === pair.b && pair.a !== unsure ? 0.99 : 0)),
        );
        judging.evidence(STAGES[1]);
        for (const pair of judging.candidates)
          expect(pair.a === pair.b || pair.a === unsure || pair.b === unsure, `${pair.a} with ${pair.b}`).toBe(true);
        expect(shown(unsure)).toBeGreaterThanOrEqual(before);
      }),
      { numRuns: 40 },
    );
  });

  test('a pair beyond doubt is not asked about again, unless one of its lines may be another as well', () => {
    const [a, b] = [FIGURE, FIGURE.map((line) => moved(line, 20, 5, 0.1))].map((lines) => lines.map(shape));
    const judging = new Judging(a, b, matchShapes(a, b, { size: SIZE, asked: 1 }), SIZE, []);
    const believe = (likely: (one: number, other: number) => number) =>
      judging.believe(Float64Array.from(judging.candidates, (pair) => likely(pair.a, pair.b)));
    // What the first matching is sure of is asked about all the same.
    const quick = judging.evidence(STAGES[0]).length / judging.candidates.length;
    expect(quick).toBe(Math.round(quick));
    believe((one, other) => (one === other ? 0.995 : 0.03));
    const width = judging.evidence(STAGES[2]).length / judging.candidates.length;
    expect(width).toBeGreaterThan(quick);
    const rival = judging.candidates.find((pair) => pair.a !== pair.b)!;
    believe((one, other) => (one === other ? 0.995 : one === rival.a && other === rival.b ? 0.03 : 0));
    // The rival, and the two pairs it speaks against.
    expect(judging.evidence(STAGES[2]).length / width).toBe(3);
    judging.believe(Float64Array.from([0.99, 0.001, 0.999]));
    const left = judging.candidates.filter((_, c) => judging.belief[c] > 0.9);
    expect(left.every((pair) => pair.a === pair.b)).toBe(true);
    expect(left).toHaveLength(FIGURE.length);
  });

  test('a part of a line fits it wholly, told by how long it is', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 9 }), fc.integer({ min: 10, max: 15 }), moves, (from, count, move) => {
        const line = FIGURE[4];
        const part = moved(line.slice(from, from + count), move.dx, move.dy, move.turn);
        const fit = partFit(shape(part), shape(line));
        expect(fit.rest).toBeLessThan(0.12);
        expect(fit.share).toBeCloseTo((count - 1) / 24, 1);
        expect(fit.turn).toBeCloseTo(-move.turn, 0);
      }),
      { numRuns: 40 },
    );
  });

  test('a line lies wholly on itself, its half lies on it, and it only half on its half', () => {
    const [whole, half] = [FIGURE[5], FIGURE[5].slice(0, 13)].map((line) => spreadOf(shape(line), null));
    expect(cover(whole, whole, 0, 0, SIZE).tight).toBeGreaterThan(0.98);
    expect(cover(half, whole, 0, 0, SIZE).tight).toBeGreaterThan(0.95);
    expect(cover(whole, half, 0, 0, SIZE).tight).toBeCloseTo(0.5, 0);
    expect(cover(whole, half, 400, 0, SIZE).wide).toBe(0);
    // Crossed at right angles they hardly lie on one another.
    const across = spreadOf(shape(moved(FIGURE[5], 0, 0, Math.PI / 2)), null);
    expect(cover(across, whole, 0, 0, SIZE).tight).toBeLessThan(0.3);
  });

  test('a line lifted once goes on into its rest; one drawn again lies over the first', () => {
    const [first, rest] = [FIGURE[4].slice(0, 12), FIGURE[4].slice(12)];
    const lines = [first, rest, FIGURE[5], moved(FIGURE[5], 2, 1)].map(shape);
    const on = goingOn(lines, SIZE);
    expect(on[0].map(({ line }) => line)).toEqual([1]);
    expect(on[0][0].strength).toBeGreaterThan(0.4);
    expect(on[2]).toEqual([]);
    const over = drawnOver(lines, SIZE);
    expect(over[2].map(({ line }) => line)).toEqual([3]);
    expect(over[0]).toEqual([]);
  });
});
