/** Lines in one go in one drawing and in pieces in the other are found and stay one line on their way. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { densePath, Link, littleInCommon, matchPieces } from '../../../src/core/between/index.ts';
import { isOnPiece, shareOn } from '../../../src/core/between/match/strokes.ts';
import type { Stroke } from '../../../src/core/shot/index.ts';
import { strokeThrough } from '../../make.ts';

const SIZE = 360;
type Line = [number, number][];

const wave = (x: number, y: number, length: number, turn: number, bend: number): Line =>
  Array.from({ length: 25 }, (_, i) => {
    const [along, off] = [(i / 24) * length, bend * Math.sin((i / 24) * Math.PI * 1.5)];
    return [x + along * Math.cos(turn) - off * Math.sin(turn), y + along * Math.sin(turn) + off * Math.cos(turn)];
  });

/** A figure of open lines of several lengths, none like another. */
const FIGURE: Line[] = [
  wave(60, 60, 240, 0.1, 26),
  wave(80, 120, 120, 0.5, 12),
  wave(220, 120, 90, 1.2, 20),
  wave(90, 200, 170, 0.9, 30),
  wave(260, 210, 60, 0.2, 8),
  wave(60, 330, 260, -0.1, 14),
];

const moved = (line: Line, dx: number, dy: number): Line => line.map(([x, y]) => [x + dx, y + dy]);
const strokes = (lines: Line[]): Stroke[] => lines.map((line) => strokeThrough(line));
const match = (a: Stroke[], b: Stroke[]) => {
  const [ofA, ofB] = [a, b].map((all) => all.map((stroke) => densePath(stroke)));
  const found = matchPieces(ofA, ofB, { size: SIZE });
  return found.matching.matches
    .map((each) => `${ofA.indexOf(found.a[each.a].dense)}-${ofB.indexOf(found.b[each.b].dense)}`)
    .sort();
};
const whole = FIGURE.map((_, i) => `${i}-${i}`);

/** The figure moved, one of its lines lifted once on the way; its second piece is the last stroke. */
function split(line: number, share: number, dx: number, dy: number): Line[] {
  const lines = FIGURE.map((each) => moved(each, dx, dy));
  const at = Math.round(share * 24);
  const rest = lines[line].slice(at);
  lines[line] = lines[line].slice(0, at);
  return [...lines, rest];
}

const LONG = [0, 3, 5];
const where = fc.record({
  line: fc.constantFrom(...LONG),
  share: fc.double({ min: 0.35, max: 0.65, noNaN: true }),
  dx: fc.integer({ min: -30, max: 30 }),
  dy: fc.integer({ min: -30, max: 30 }),
});

describe('a line in two', () => {
  test('has both pieces for partners, whichever drawing it is in two in; all others keep theirs', () => {
    fc.assert(
      fc.property(where, ({ line, share, dx, dy }) => {
        const [a, b] = [strokes(FIGURE), strokes(split(line, share, dx, dy))];
        const wanted = [...whole, `${line}-${FIGURE.length}`].sort();
        expect(match(a, b)).toEqual(wanted);
        expect(match(b, a)).toEqual(wanted.map((pair) => pair.split('-').reverse().join('-')).sort());
      }),
      { numRuns: 25 },
    );
  });
  test('half-way is as long as it is whole', () => {
    const [a, b] = [strokes(FIGURE), strokes(split(0, 0.5, 20, 10))];
    const link = new Link({ ink: a, paint: [] }, { ink: b, paint: [] }, SIZE, {
      passage: null,
      arcs: [],
      only: null,
      progress: () => {},
    });
    expect(link.alone).toEqual([]);
    const length = (all: Stroke[]) =>
      all.reduce((sum, { points }) => {
        for (let i = 6; i + 1 < points.length; i += 6)
          sum += Math.hypot(points[i] - points[i - 6], points[i + 1] - points[i - 5]);
        return sum;
      }, 0);
    expect(length(link.at(0.5).ink)).toBeGreaterThan(0.95 * length(a));
  });
});

test('where every line is whole nothing is put together', () => {
  fc.assert(
    fc.property(fc.integer({ min: -40, max: 40 }), fc.integer({ min: -40, max: 40 }), (dx, dy) => {
      expect(match(strokes(FIGURE), strokes(FIGURE.map((line) => moved(line, dx, dy))))).toEqual(whole);
    }),
    { numRuns: 15 },
  );
});

describe('a line drawn twice in one drawing', () => {
  // The second stroke lies over three quarters of the first, a little beside.
  const again = (line: number): Line => moved(FIGURE[line].slice(3, 21), 2, 2);
  test('has the whole line for both its strokes; neither is cut in two', () => {
    for (const line of LONG) {
      const [a, b] = [
        strokes(FIGURE),
        strokes([...FIGURE.map((each) => moved(each, 12, -8)), moved(again(line), 12, -8)]),
      ];
      const [ofA, ofB] = [a, b].map((all) => all.map((stroke) => densePath(stroke)));
      const found = matchPieces(ofA, ofB, { size: SIZE });
      const pieces = found.matching.matches
        .filter((each) => ofA.indexOf(found.a[each.a].dense) === line)
        .map((each) => ({ of: ofB.indexOf(found.b[each.b].dense), range: found.a[each.a].range }));
      const own = pieces.find(({ of }) => of === line)!;
      expect(own.range[1] - own.range[0]).toBeGreaterThan(0.95);
      const second = pieces.find(({ of }) => of === FIGURE.length);
      if (second) expect(second.range[1] - second.range[0]).toBeCloseTo(0.73, 1);
    }
  });
});

describe('a ring in two', () => {
  test('is cut where its pieces part, wherever that is on it: each piece lies on its own', () => {
    const arc = (from: number, to: number): Line =>
      Array.from({ length: 30 }, (_, i) => {
        const angle = 2 * Math.PI * (from + ((to - from) * i) / 29);
        return [200 + 70 * Math.cos(angle) + 12 * Math.cos(2 * angle), 420 + 46 * Math.sin(angle)];
      });
    const part = fc.record({
      start: fc.integer({ min: 0, max: 99 }).map((percent) => percent / 100),
      share: fc.integer({ min: 35, max: 65 }).map((percent) => percent / 100),
      turned: fc.boolean(),
    });
    fc.assert(
      fc.property(part, ({ start, share, turned }) => {
        const [one, two] = [arc(start, start + share), arc(start + share, start + 1)];
        const a = strokes([...FIGURE, arc(0, 1)]);
        const b = strokes([...FIGURE, one, turned ? [...two].reverse() : two].map((line) => moved(line, 9, -6)));
        const [ofA, ofB] = [a, b].map((all) => all.map((stroke) => densePath(stroke)));
        const ring = FIGURE.length;
        // Which lines are one is known: only where the ring is cut is looked at.
        const fixed = [...FIGURE.map((_, i) => ({ a: i, b: i })), { a: ring, b: ring }, { a: ring, b: ring + 1 }];
        const found = matchPieces(ofA, ofB, { size: SIZE, fixed });
        const own = found.matching.matches.filter((each) => found.a[each.a].dense === ofA[ring]);
        expect(own).toHaveLength(2);
        for (const each of own) {
          const [p, q] = [found.a[each.a].shape.middle, found.b[each.b].shape.middle];
          expect(Math.hypot(q.x - p.x - 9, q.y - p.y + 6)).toBeLessThan(0.02 * SIZE);
          for (const at of [0, 0.5, 1]) expect(isOnPiece(found.a[each.a], shareOn(found.a[each.a], at))).toBe(true);
        }
      }),
      { numRuns: 25 },
    );
  });
});

describe('a line partly hidden', () => {
  const wishes = { passage: null, arcs: [], only: null, progress: () => {} };
  const hiddenLine = (share: number) =>
    FIGURE.map((line, k) => moved(k === 0 ? line.slice(0, Math.round(share * 24) + 1) : line, 15, 5));
  test('comes out as it goes on, and where it is thought to be meanwhile is told', () => {
    const link = new Link(
      { ink: strokes(hiddenLine(0.55)), paint: [] },
      { ink: strokes(FIGURE), paint: [] },
      SIZE,
      wishes,
    );
    const lengths = link.hiddenAt(0.5).map((path) => {
      let length = 0;
      for (let i = 2; i < path.length; i += 2) length += Math.hypot(path[i] - path[i - 2], path[i + 1] - path[i - 1]);
      return length / 255;
    });
    // What is hidden half-way is about half of what was hidden at first, nearly all of it at one end.
    const all = lengths.reduce((sum, each) => sum + each, 0);
    expect(all).toBeGreaterThan(0.09);
    expect(all).toBeLessThan(0.35);
    expect(Math.max(...lengths)).toBeGreaterThan(0.7 * all);
    expect(link.hiddenAt(1)).toEqual([]);
  });
  test('whole lines hide nothing', () => {
    const link = new Link(
      { ink: strokes(FIGURE), paint: [] },
      { ink: strokes(hiddenLine(1)), paint: [] },
      SIZE,
      wishes,
    );
    expect(link.hiddenAt(0.5)).toEqual([]);
  });
});

test('two drawings of which few lines are matched have little in common, and it is told how many', () => {
  const pair = (i: number) => ({ a: `a${i}`, b: `b${i}`, sure: 1, byHand: false });
  const sheet = (count: number) => ({
    ink: strokes(Array.from({ length: count }, (_, i) => wave(i, i, 50, 0, 5))),
    paint: [],
  });
  expect(littleInCommon([pair(1), pair(2)], sheet(14), sheet(12))).toEqual({ matched: 2, of: 14 });
  expect(littleInCommon([1, 2, 3, 4].map(pair), sheet(14), sheet(12))).toBeNull();
  // Of a handful of lines it says nothing.
  expect(littleInCommon([pair(1)], sheet(6), sheet(5))).toBeNull();
  // One line in three pieces is one line.
  expect(
    littleInCommon([pair(1), { ...pair(1), b: 'b2' }, { ...pair(1), b: 'b3' }], sheet(16), sheet(12))?.matched,
  ).toBe(3);
});
