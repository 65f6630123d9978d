/** Hatching between two keys: tufts of short lines that go together, whatever their number and the order they are drawn in. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { matchLines, type Shape, shapeOf } from '../../../src/core/between/index.ts';
import { tuftsOf } from '../../../src/core/between/match/hatching.ts';

const SIZE = 400;
type Point = [number, number];

/** A coat that stands or leans about its hem, with its collar, two sides and a belt. */
const COAT: Point[][] = [
  [
    [200, 100],
    [160, 260],
    [140, 420],
  ],
  [
    [300, 100],
    [350, 250],
    [360, 420],
  ],
  [
    [200, 100],
    [250, 130],
    [300, 100],
  ],
  [
    [150, 300],
    [250, 320],
    [352, 300],
  ],
  [
    [140, 420],
    [250, 440],
    [360, 420],
  ],
];

interface Hatch {
  count: number;
  /** Order and direction the hand draws them in. */
  order: number[];
  back: boolean[];
}

/** The shadow under the belt: lines from left to right, each a little other than the one before. */
function hatch({ count, order, back }: Hatch): Point[][] {
  const lines = Array.from({ length: count }, (_, k): Point[] => {
    const x = 180 + (150 * k) / (count - 1);
    const wobble = 4 * Math.sin(7 * k);
    return [
      [x, 330 + wobble],
      [x - 8, 360],
      [x - 14, 390 + wobble],
    ];
  });
  return order.filter((k) => k < count).map((k) => (back[k] ? lines[k].toReversed() : lines[k]));
}

function leant([x, y]: Point, angle: number): Point {
  const [dx, dy] = [x - 250, y - 440];
  return [320 + Math.cos(angle) * dx - Math.sin(angle) * dy, 440 + Math.sin(angle) * dx + Math.cos(angle) * dy];
}

const shapes = (lines: Point[][], angle: number): Shape[] =>
  lines.map((line) => shapeOf(line.flatMap((point) => leant(point, angle))));

const hatches = fc.integer({ min: 9, max: 14 }).chain((count) =>
  fc.record({
    count: fc.constant(count),
    order: fc.shuffledSubarray(
      Array.from({ length: count }, (_, k) => k),
      { minLength: count },
    ),
    back: fc.array(fc.boolean(), { minLength: count, maxLength: count }),
  }),
);

describe('hatching', () => {
  test('is told from the lines of the figure', () => {
    const lines = [...COAT, ...hatch({ count: 9, order: [8, 0, 1, 5, 2, 3, 7, 4, 6], back: Array(9).fill(false) })];
    expect(tuftsOf(shapes(lines, 0.2), SIZE)).toEqual([[5, 6, 7, 8, 9, 10, 11, 12, 13]]);
    expect(tuftsOf(shapes(COAT, 0), SIZE)).toEqual([]);
  });

  test('goes to hatching, from its first line to its last, however many there are and whatever their order', () => {
    fc.assert(
      fc.property(hatches, hatches, fc.integer({ min: -50, max: 50 }), (one, other, percent) => {
        const angle = percent / 100;
        const [a, b] = [shapes([...COAT, ...hatch(one)], 0), shapes([...COAT, ...hatch(other)], angle)];
        const pairs = matchLines(a, b, { size: SIZE }).matches;
        const between = pairs.filter((pair) => pair.a >= COAT.length && pair.b >= COAT.length);
        expect(between).toHaveLength(Math.min(one.count, other.count));
        const ranks = between
          .map((pair) => [one.order[pair.a - COAT.length], other.order[pair.b - COAT.length]])
          .sort(([p], [q]) => p - q);
        // None crosses another.
        for (let k = 1; k < ranks.length; k++) expect(ranks[k][1]).toBeGreaterThan(ranks[k - 1][1]);
        // And the lines of the coat are not robbed.
        COAT.forEach((_, k) => {
          expect(pairs.filter((pair) => pair.a === k).map((pair) => pair.b)).toEqual([k]);
        });
      }),
      { numRuns: 6 },
    );
  });

  test('of many hundreds of lines leaves the figure to the judge, in bounded time', () => {
    const many: Hatch = {
      count: 310,
      order: Array.from({ length: 310 }, (_, k) => k),
      back: Array(310).fill(false),
    };
    const [a, b] = [shapes([...COAT, ...hatch(many)], 0), shapes([...COAT, ...hatch(many)], 0.3)];
    const { matches } = matchLines(a, b, { size: SIZE });
    COAT.forEach((_, k) => {
      expect(matches.filter((pair) => pair.a === k).map((pair) => pair.b)).toEqual([k]);
    });
  });
});
