/** Matching strokes and the lines between them. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { linesAt, makeTween, matchShapes, pairUp, pointAt, shapeOf } from '../../../src/core/between/index.ts';
import { assign } from '../../../src/core/between/match/assignment.ts';

const SIZE = 400;

type Line = [number, number][];
const flat = (line: Line) => line.flat();
const shapes = (lines: Line[]) => lines.map((line) => shapeOf(flat(line)));

/** A figure: a head, a body, two arms, two legs, a brim, a button. */
const FIGURE: Line[] = [
  Array.from({ length: 30 }, (_, i) => [
    200 + 40 * Math.cos((i * 2 * Math.PI) / 29),
    80 + 45 * Math.sin((i * 2 * Math.PI) / 29),
  ]),
  [
    [170, 130],
    [160, 200],
    [165, 260],
    [235, 262],
    [242, 200],
    [230, 130],
  ],
  [
    [168, 140],
    [130, 180],
    [118, 230],
  ],
  [
    [232, 140],
    [275, 175],
    [290, 232],
    [300, 236],
  ],
  [
    [175, 262],
    [170, 330],
    [160, 395],
    [140, 398],
  ],
  [
    [225, 262],
    [232, 330],
    [240, 396],
  ],
  [
    [150, 60],
    [200, 48],
    [252, 62],
  ],
  Array.from({ length: 14 }, (_, i) => [
    200 + 9 * Math.cos((i * 2 * Math.PI) / 13),
    180 + 9 * Math.sin((i * 2 * Math.PI) / 13),
  ]),
];

const turned = (line: Line, angle: number, ox: number, oy: number): Line =>
  line.map(([x, y]) => [
    ox + Math.cos(angle) * (x - ox) - Math.sin(angle) * (y - oy),
    oy + Math.sin(angle) * (x - ox) + Math.cos(angle) * (y - oy),
  ]);
const shifted = (line: Line, dx: number, dy: number): Line => line.map(([x, y]) => [x + dx, y + dy]);
const lengthOf = (path: ArrayLike<number>) => {
  let sum = 0;
  for (let i = 2; i < path.length; i += 2) sum += Math.hypot(path[i] - path[i - 2], path[i + 1] - path[i - 1]);
  return sum;
};

function between(from: Line[], to: Line[], t: number) {
  const [a, b] = [shapes(from), shapes(to)];
  const pairings = pairUp(a, b, matchShapes(a, b, { size: SIZE }));
  return { pairings, lines: linesAt(makeTween(pairings, SIZE), t) };
}

describe('shapes', () => {
  test('a ring is closed, its overlap is cut; a line and a dot are open', () => {
    const ring = shapeOf(flat(FIGURE[0]));
    expect(ring.closed).toBe(true);
    const over = shapeOf(flat([...FIGURE[0], ...FIGURE[0].slice(0, 3)]));
    expect(over.closed).toBe(true);
    expect(Math.abs(over.length - ring.length)).toBeLessThan(8);
    expect(shapeOf(flat(FIGURE[2])).closed).toBe(false);
    expect(shapeOf([5, 5])).toMatchObject({ closed: false, length: 0 });
    expect(shapeOf([])).toMatchObject({ length: 0 });
  });
  test('points along it are as far as they say', () => {
    const line = shapeOf([0, 0, 30, 0, 30, 70]);
    expect(pointAt(line, 0.3)).toEqual([30, 0]);
    expect(pointAt(line, 1)).toEqual([30, 70]);
  });
});

test('the assignment is the cheapest there is', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 4 }),
      fc.integer({ min: 1, max: 4 }),
      fc.array(fc.float({ min: 0, max: 3, noNaN: true }), { minLength: 16, maxLength: 16 }),
      (rows, columns, values) => {
        const cost = Float64Array.from(values.slice(0, rows * columns));
        const total = (of: ArrayLike<number>) =>
          Array.from(of).reduce((sum: number, j, i) => sum + (j < 0 ? 1.5 : cost[i * columns + j]), 0);
        let best = Number.POSITIVE_INFINITY;
        const go = (of: number[]) => {
          if (of.length === rows) {
            best = Math.min(best, total(of));
            return;
          }
          go([...of, -1]);
          for (let j = 0; j < columns; j++) if (!of.includes(j) && cost[of.length * columns + j] < 1.5) go([...of, j]);
        };
        go([]);
        const mine = assign(cost, rows, columns, 1.5);
        const used = [...mine].filter((j) => j >= 0);
        expect(new Set(used).size).toBe(used.length);
        expect(total(mine)).toBeCloseTo(best, 6);
      },
    ),
  );
});

describe('which stroke is which', () => {
  test('in any order, direction and place', () => {
    fc.assert(
      fc.property(
        fc.shuffledSubarray([0, 1, 2, 3, 4, 5, 6, 7], { minLength: 8 }),
        fc.array(fc.boolean(), { minLength: 8, maxLength: 8 }),
        fc.integer({ min: -150, max: 150 }),
        (order, flips, dx) => {
          const other = order.map((i) => shifted(flips[i] ? [...FIGURE[i]].reverse() : FIGURE[i], dx, 20));
          const { matches } = matchShapes(shapes(FIGURE), shapes(other), { size: SIZE });
          expect(matches.map(({ a, b }) => order[b] === a)).toEqual(Array(8).fill(true));
        },
      ),
      { numRuns: 30 },
    );
  });
  test('a raised arm is found; a stroke that is in one drawing only is left out', () => {
    const raised = FIGURE.map((line, i) => (i === 3 ? turned(line, -1.2, 232, 140) : line));
    const extra: Line = [
      [30, 30],
      [60, 20],
      [90, 42],
      [60, 60],
      [33, 55],
    ];
    const { matches } = matchShapes(shapes(FIGURE), shapes([...raised.slice(0, 6), extra, ...raised.slice(6)]), {
      size: SIZE,
    });
    expect(matches).toHaveLength(8);
    for (const { a, b } of matches) expect(b).toBe(a < 6 ? a : a + 1);
  });
  test('a pair set by hand stays that pair', () => {
    const { matches } = matchShapes(shapes(FIGURE), shapes(FIGURE), { size: SIZE, fixed: [{ a: 2, b: 3 }] });
    expect(matches.find(({ a }) => a === 2)?.b).toBe(3);
  });
  test('drawings of nothing, of dots and of wildly different counts give what can be had', () => {
    expect(matchShapes([], shapes(FIGURE), { size: SIZE }).matches).toEqual([]);
    expect(matchShapes(shapes(FIGURE), [], { size: SIZE }).matches).toEqual([]);
    const dots: Line[] = [[[10, 10]], [[50, 50]]];
    expect(matchShapes(shapes(dots), shapes(dots), { size: SIZE }).matches.length).toBeLessThanOrEqual(2);
    expect(matchShapes(shapes(FIGURE), shapes([FIGURE[0]]), { size: SIZE }).matches).toHaveLength(1);
  });
  test('it tells how far it is, and can be stopped from there', () => {
    const shares: number[] = [];
    matchShapes(shapes(FIGURE), shapes(FIGURE), { size: SIZE, progress: (share) => shares.push(share) });
    expect(shares.at(-1)).toBeCloseTo(1);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    const stop = () => {
      throw new Error('stopped');
    };
    expect(() => matchShapes(shapes(FIGURE), shapes(FIGURE), { size: SIZE, progress: stop })).toThrow('stopped');
  });
});

describe('lines between', () => {
  const raised = FIGURE.map((line, i) => (i === 3 ? turned(line, -1.2, 232, 140) : line));
  test('at the ends they are the drawings themselves', () => {
    for (const [t, drawing] of [
      [0, FIGURE],
      [1, raised],
    ] as const) {
      const { lines, pairings } = between(FIGURE, raised, t);
      for (const { pairing, path } of lines) {
        const own = shapeOf(flat(drawing[pairings[pairing][t === 0 ? 'a' : 'b']]));
        const [x, y] = pointAt(own, 0.5);
        const near = Math.min(
          ...Array.from({ length: path.length / 2 }, (_, i) => Math.hypot(path[2 * i] - x, path[2 * i + 1] - y)),
        );
        expect(near).toBeLessThan(6);
      }
    }
  });
  test('an arm turns along its arc and keeps its length; what does not move stays', () => {
    const { lines, pairings } = between(FIGURE, raised, 0.5);
    const arm = lines.find(({ pairing }) => pairings[pairing].a === 3)!;
    expect(lengthOf(arm.path) / lengthOf(flat(FIGURE[3]))).toBeGreaterThan(0.96);
    const half = turned(FIGURE[3], -0.6, 232, 140).at(-1)!;
    const hand = Math.min(
      Math.hypot(arm.path[0] - half[0], arm.path[1] - half[1]),
      Math.hypot(arm.path[arm.path.length - 2] - half[0], arm.path[arm.path.length - 1] - half[1]),
    );
    expect(hand).toBeLessThan(0.03 * SIZE);
    const leg = lines.find(({ pairing }) => pairings[pairing].a === 5)!;
    expect(Math.abs(leg.path[0] - 225) + Math.abs(leg.path[1] - 262)).toBeLessThan(3);
  });
  test('a figure that goes goes straight, at every share as far as it says', () => {
    const gone = FIGURE.map((line) => shifted(line, 120, -40));
    for (const t of [0.25, 0.5, 0.75]) {
      const { lines, pairings } = between(FIGURE, gone, t);
      for (const { pairing, path } of lines) {
        const [x, y] = FIGURE[pairings[pairing].a][0];
        const near = Math.min(
          ...Array.from({ length: path.length / 2 }, (_, i) =>
            Math.hypot(path[2 * i] - x - 120 * t, path[2 * i + 1] - y + 40 * t),
          ),
        );
        expect(near).toBeLessThan(5);
      }
    }
  });
  test.each([150, -150])(
    'two who come to one another, or pass, are not squeezed together: each goes as it is (%i)',
    (apart) => {
      const small = FIGURE.map((line) => line.map(([x, y]): [number, number] => [0.5 * (x - 200), 0.5 * y]));
      const other = small.map((line, i) => turned(line, i % 2 ? 0.02 : -0.02, 0, 100));
      const both = (half: number) => [
        ...small.map((line) => shifted(line, 400 - half, 0)),
        ...other.map((line) => shifted(line, 400 + half, 0)),
      ];
      // Who is who is known: only the way between is looked at.
      const [a, b] = [shapes(both(300)), shapes(both(apart / 2))];
      const fixed = a.map((_, i) => ({ a: i, b: i }));
      const pairings = pairUp(a, b, matchShapes(a, b, { size: SIZE, fixed }));
      expect(pairings).toHaveLength(a.length);
      const lines = linesAt(makeTween(pairings, SIZE), 0.5);
      const halfWay = (300 + apart / 2) / 2;
      for (const { pairing, path } of lines) {
        const i = pairings[pairing].a;
        const there = shapeOf(flat(both(halfWay)[i]));
        const { middle } = shapeOf(path);
        expect(Math.hypot(middle.x - there.middle.x, middle.y - there.middle.y)).toBeLessThan(0.03 * SIZE);
      }
    },
  );
  test('a ring broken off in one drawing, anywhere and drawn either way round, stays a ring on its way', () => {
    const ring = (n: number, start: number, share: number, way: number): Line =>
      Array.from({ length: n }, (_, i) => {
        const angle = 2 * Math.PI * (start + (way * share * i) / (n - 1));
        return [200 + 40 * Math.cos(angle), 80 + 52 * Math.sin(angle)];
      });
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 99 }).map((percent) => percent / 100),
        fc.integer({ min: 60, max: 90 }).map((percent) => percent / 100),
        fc.constantFrom(1, -1),
        fc.boolean(),
        (start, share, way, there) => {
          const [whole, broken] = [ring(40, 0, 1, 1), ring(40, start, share, way)];
          const rest = FIGURE.slice(1);
          const [first, second] = there ? [whole, broken] : [broken, whole];
          const moved = [second, ...rest].map((line) => shifted(line, 20, 6));
          const [a, b] = [shapes([first, ...rest]), shapes(moved)];
          const fixed = a.map((_, i) => ({ a: i, b: i }));
          const pairings = pairUp(a, b, matchShapes(a, b, { size: SIZE, fixed }));
          const lines = linesAt(makeTween(pairings, SIZE), 0.5);
          const { path } = lines.find(({ pairing }) => pairings[pairing].a === 0)!;
          for (let i = 0; i < path.length; i += 2) {
            const far = Math.hypot((path[i] - 210) / 40, (path[i + 1] - 83) / 52);
            expect(Math.abs(far - 1)).toBeLessThan(0.25);
          }
          expect(lengthOf(path)).toBeGreaterThan(0.9 * share * lengthOf(flat(ring(80, 0, 1, 1))));
        },
      ),
      { numRuns: 40 },
    );
  });
  test('a figure squashes on what it stands on: its feet stay, half-way it is as high as keeps the volume even', () => {
    const [ground, squash] = [398, 0.6];
    const body = FIGURE.slice(0, 6);
    const flatter = body.map((line) =>
      line.map(([x, y]): [number, number] => [200 + (x - 200) / squash, ground + (y - ground) * squash]),
    );
    const { lines } = between(body, flatter, 0.5);
    const ys = lines.flatMap(({ path }) => Array.from({ length: path.length / 2 }, (_, i) => path[2 * i + 1]));
    expect(Math.abs(Math.max(...ys) - ground)).toBeLessThan(0.003 * SIZE);
    const top = Math.min(...body.flat().map(([, y]) => y));
    expect(Math.abs(Math.min(...ys) - ground - (top - ground) * Math.sqrt(squash))).toBeLessThan(0.01 * SIZE);
  });
  test('small bends keep their points: a hand of fingers is as long half-way as it is drawn', () => {
    // Fingers nine pixels apart and twenty high.
    const hand: Line = Array.from({ length: 25 }, (_, i) => [200 + 4.5 * i, i % 2 === 0 ? 200 : 180]);
    const drawn = lengthOf(shapeOf(flat(hand)).path);
    const { lines } = between([hand], [shifted(hand, 30, 0)], 0.5);
    expect(lengthOf(lines[0].path) / drawn).toBeGreaterThan(0.93);
  });
  test('lines of a pixel or two are brought to points as well', () => {
    const short: Line[] = [1, 2, 3, 4].map((size) => [
      [50 * size, 50],
      [50 * size + size, 50],
      [50 * size + size, 50 + size / 4],
    ]);
    const { lines } = between(short, short, 0.5);
    for (const { path } of lines) expect(path.length).toBeGreaterThanOrEqual(4);
  });
  test('no coordinate is none, whatever the drawings', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.array(fc.tuple(fc.integer({ min: 0, max: 400 }), fc.integer({ min: 0, max: 400 })), {
            minLength: 1,
            maxLength: 6,
          }),
          { maxLength: 5 },
        ),
        fc.array(
          fc.array(fc.tuple(fc.integer({ min: 0, max: 400 }), fc.integer({ min: 0, max: 400 })), {
            minLength: 1,
            maxLength: 6,
          }),
          { maxLength: 5 },
        ),
        (from, to) => {
          for (const { path } of between(from, to, 0.5).lines) expect(path.every(Number.isFinite)).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  });
});
