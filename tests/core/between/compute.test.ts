/** In-betweens as strokes: chains, corrections, pins, pieces, lines alone, odd keys, followed points. */
import { describe, expect, test } from 'vitest';
import { type BetweenJob, computeBetweens, doubtedPairs, follow } from '../../../src/core/between/index.ts';
import { alongArc } from '../../../src/core/between/tween/guided-points.ts';
import { plainBrush } from '../../../src/core/ink/index.ts';
import { newId, type Passage, POINT_SIZE, type Stroke } from '../../../src/core/shot/index.ts';
import {
  ARM,
  far,
  figure,
  first,
  hand,
  last,
  lengthOf,
  own,
  type Point,
  SHOULDER,
  SWEEP,
  turned,
} from '../../figure.ts';
import { circle } from '../../make.ts';

function job(a: Stroke[], b: Stroke[], over: Partial<BetweenJob> = {}): BetweenJob {
  return {
    chain: [
      { id: 'A', at: 0, ink: a, paint: [] },
      { id: 'B', at: 1, ink: b, paint: [] },
    ],
    passages: [],
    arcs: [],
    only: null,
    wanted: [0.5],
    ...over,
  };
}

const passage = (over: Partial<Passage>): Passage => ({
  from: 'A',
  to: 'B',
  pairs: [],
  loose: [],
  alone: [],
  straightLines: [],
  straight: false,
  pins: [],
  ...over,
});

describe('the drawing between', () => {
  test('an arm turns on its arc and keeps its length; brush, swatch, pressure are carried', () => {
    const brush = plainBrush('pencil', 7, 0.5);
    const a = figure(0).map((stroke) => ({ ...stroke, brush, swatch: 'blue' }));
    const b = figure(SWEEP).map((stroke) => ({ ...stroke, brush, swatch: 'blue' }));
    for (let o = 2; o < a[3].points.length; o += POINT_SIZE) a[3].points[o] = 0.2;
    for (let o = 2; o < b[3].points.length; o += POINT_SIZE) b[3].points[o] = 0.8;
    const { ink } = computeBetweens(job(a, b)).drawings[0];
    expect(ink).toHaveLength(4);
    expect(ink.every((stroke) => stroke.brush === brush && stroke.swatch === 'blue')).toBe(true);
    const arm = ink[3];
    expect(lengthOf(arm) / lengthOf(a[3])).toBeGreaterThan(0.97);
    expect(far(hand(arm), turned(ARM[3], SWEEP / 2, SHOULDER))).toBeLessThan(12);
    expect(arm.points[2]).toBeCloseTo(0.5, 1);
    // Closed lines stay closed.
    expect(ink[0].closed).toBe(true);
  });
  test('ends that touch in both drawings go on touching, however differently the lines turn', () => {
    // A pointer that hangs from the hand and swings back while the arm goes up.
    const withPointer = (angle: number, swing: number) => {
      const [ox, oy] = turned(ARM[3], angle, SHOULDER);
      const at = (far: number): Point => [ox + far * Math.cos(swing), oy + far * Math.sin(swing)];
      return [...figure(angle), own([at(0), at(30), at(60), at(95)])];
    };
    const [a, b] = [withPointer(0, 1.5), withPointer(SWEEP, 0.4)];
    const { drawings } = computeBetweens(job(a, b, { wanted: [0.25, 0.5, 0.75] }));
    for (const { ink } of drawings) {
      const [arm, pointer] = [a[3], a[4]].map(({ lineage }) => ink.find((each) => each.lineage === lineage)!);
      expect(Math.min(far(hand(arm), first(pointer)), far(hand(arm), last(pointer)))).toBeLessThan(2);
    }
  });
  test('a brush half as wide again is half-way between the widths', () => {
    const thick = figure(0).map((stroke) => ({ ...stroke, brush: plainBrush('pen', 12, 0.5) }));
    const thin = figure(0.2).map((stroke) => ({ ...stroke, brush: plainBrush('pen', 8, 0.5) }));
    const { ink } = computeBetweens(job(thick, thin)).drawings[0];
    for (const { brush } of ink) expect(brush.width).toBeCloseTo(10);
  });
  test('chosen straight, points go straight and the arm shrinks, as asked', () => {
    const [a, b] = [figure(0), figure(SWEEP)];
    const { ink } = computeBetweens(job(a, b, { passages: [passage({ straight: true })] })).drawings[0];
    const middle: Point = [(hand(a[3])[0] + hand(b[3])[0]) / 2, (hand(a[3])[1] + hand(b[3])[1]) / 2];
    expect(far(hand(ink[3]), middle)).toBeLessThan(2);
  });
  test('a point pinned to an arc lies on it, and evenly along it', () => {
    const [a, b] = [figure(0), figure(SWEEP)];
    const [from, to] = [hand(a[3]), hand(b[3])];
    // A bow far off the arm's own arc.
    const arc = [...from, 520, 60, ...to];
    const pin = { line: a[3].id, at: far(last(a[3]), from) < 1 ? 1 : 0, arc: 'arc' };
    const { drawings } = computeBetweens(
      job(a, b, {
        passages: [passage({ pins: [pin] })],
        arcs: [{ id: 'arc', points: arc }],
        wanted: [0.25, 0.5, 0.75],
      }),
    );
    drawings.forEach(({ ink }, i) => {
      const arm = ink.find(({ lineage }) => lineage === a[3].lineage)!;
      expect(far(hand(arm), alongArc(arc, from, to, (i + 1) / 4))).toBeLessThan(2);
    });
    // What lies far away is where it was without the pin.
    const plain = computeBetweens(job(a, b)).drawings[0].ink[1];
    expect(far(last(drawings[1].ink[1]), last(plain))).toBeLessThan(6);
  });
  test('hatching in the same order and direction goes line to line', () => {
    const hatch = (dx: number) =>
      Array.from({ length: 12 }, (_, i) =>
        own([
          [100 + 14 * i + dx, 100],
          [90 + 14 * i + dx, 160],
        ]),
      );
    const [a, b] = [hatch(0), hatch(40)];
    const { steps, drawings } = computeBetweens(job([...figure(0), ...a], [...figure(0), ...b]));
    const partner = new Map(steps[0].pairs.map((pair) => [pair.a, pair.b]));
    a.forEach((stroke, i) => {
      expect(partner.get(stroke.id)).toBe(b[i].id);
    });
    const between = drawings[0].ink.find(({ lineage }) => lineage === a[5].lineage)!;
    expect(far(first(between), [190, 100])).toBeLessThan(3);
  });
  test('two states of one line go point to point, corners and all', () => {
    const line = own([
      [100, 100],
      [200, 100],
      [200, 200],
      [300, 200],
    ]);
    const bent = { ...line, id: newId(), points: line.points.slice() };
    bent.points[POINT_SIZE + 1] = 160;
    const { ink } = computeBetweens(job([line], [bent])).drawings[0];
    expect(ink[0].points.length).toBe(line.points.length);
    expect(Math.abs(ink[0].points[POINT_SIZE + 1] - 130)).toBeLessThan(5);
    expect(far([ink[0].points[2 * POINT_SIZE], ink[0].points[2 * POINT_SIZE + 1]], [200, 200])).toBeLessThan(5);
  });
});

describe('what has no counterpart', () => {
  const extra = () =>
    own([
      [600, 60],
      [640, 90],
      [690, 80],
      [760, 120],
    ]);
  test('is listed, and left out, shortened or kept as wished', () => {
    const line = extra();
    const [a, b] = [[...figure(0), line], figure(0.3)];
    const ink = (way: 'leave' | 'fade' | 'keep') =>
      computeBetweens(job(a, b, { passages: [passage({ alone: [{ line: line.id, way }] })] }));
    expect(ink('leave').steps[0].alone).toEqual([{ line: line.id, side: 'a', way: 'leave' }]);
    const lineIn = (way: 'leave' | 'fade' | 'keep') =>
      ink(way).drawings[0].ink.find(({ lineage }) => lineage === line.lineage);
    expect(lineIn('leave')).toBeUndefined();
    expect(lengthOf(lineIn('keep')!) / lengthOf(line)).toBeCloseTo(1, 1);
    expect(lengthOf(lineIn('fade')!) / lengthOf(line)).toBeCloseTo(0.5, 1);
  });
  test('lines set as a pair are one, whatever they look like; lines parted are none', () => {
    const [a, b] = [[...figure(0), extra()], figure(0)];
    const odd = passage({ pairs: [{ a: a[4].id, b: b[3].id }] });
    const { steps } = computeBetweens(job(a, b, { passages: [odd] }));
    expect(steps[0].pairs).toContainEqual({ a: a[4].id, b: b[3].id, sure: 1, byHand: true });
    expect(steps[0].alone.map(({ line }) => line)).toEqual([a[3].id]);
    const parted = computeBetweens(job(a, b, { passages: [passage({ loose: [a[3].id, b[3].id] })] }));
    expect(parted.steps[0].alone.map(({ line }) => line)).toEqual(expect.arrayContaining([a[3].id, b[3].id]));
  });
  test('a line in one piece here and in two there: each piece goes to its own part', () => {
    const whole = own(Array.from({ length: 9 }, (_, i): Point => [100 + 50 * i, 300 + 30 * Math.sin(i / 2)]));
    const cut = (from: number, to: number) =>
      own(
        Array.from(
          { length: to - from + 1 },
          (_, i): Point => [100 + 50 * (from + i), 400 + 30 * Math.sin((from + i) / 2)],
        ),
      );
    const [left, right] = [cut(0, 3), cut(3, 8)];
    const { drawings, steps } = computeBetweens(
      job([right, left], [whole], {
        passages: [
          passage({
            pairs: [
              { a: left.id, b: whole.id },
              { a: right.id, b: whole.id },
            ],
          }),
        ],
      }),
    );
    expect(steps[0].alone).toEqual([]);
    const [p, q] = [right, left].map(({ lineage }) => drawings[0].ink.find((each) => each.lineage === lineage)!);
    expect(lengthOf(q) / lengthOf(left)).toBeCloseTo(1, 1);
    // They still meet.
    const ends = [first(p), last(p)].flatMap((one) => [first(q), last(q)].map((other) => far(one, other)));
    expect(Math.min(...ends)).toBeLessThan(12);
  });
});

describe('through a chain', () => {
  /** A dot of a ring that goes up and comes down, breakdown on top. */
  const at = (x: number, y: number) => [{ ...circle(x, y, 20), lineage: 'ball' }];
  const middle = (ink: Stroke[]): Point => {
    let [x, y] = [0, 0];
    const n = ink[0].points.length / POINT_SIZE;
    for (let o = 0; o < ink[0].points.length; o += POINT_SIZE) {
      x += ink[0].points[o] / n;
      y += ink[0].points[o + 1] / n;
    }
    return [x, y];
  };
  test('the way is smooth where drawings meet, and runs through all of them', () => {
    const eps = 0.04;
    const { drawings } = computeBetweens({
      chain: [
        { id: 'A', at: 0, ink: at(100, 300), paint: [] },
        { id: 'B', at: 0.5, ink: at(300, 100), paint: [] },
        { id: 'C', at: 1, ink: at(500, 300), paint: [] },
      ],
      passages: [],
      arcs: [],
      only: null,
      wanted: [0.5 - eps, 0.5, 0.5 + eps, 0.25],
    });
    const [before, on, behind, quarter] = drawings.map(({ ink }) => middle(ink));
    expect(far(on, [300, 100])).toBeLessThan(1);
    const angle = Math.abs(
      Math.atan2(behind[1] - on[1], behind[0] - on[0]) - Math.atan2(on[1] - before[1], on[0] - before[0]),
    );
    // A polyline would turn by a right angle.
    expect(angle).toBeLessThan(0.5);
    // And bows out beside the straight way.
    expect(quarter[1]).toBeLessThan(195);
  });
  test('what rests stays at rest', () => {
    const { drawings } = computeBetweens({
      chain: [
        { id: 'A', at: 0, ink: at(100, 300), paint: [] },
        { id: 'B', at: 0.5, ink: at(100, 300), paint: [] },
        { id: 'C', at: 1, ink: at(500, 300), paint: [] },
      ],
      passages: [],
      arcs: [],
      only: null,
      wanted: [0.2, 0.4],
    });
    for (const { ink } of drawings) expect(far(middle(ink), [100, 300])).toBeLessThan(1);
  });
});

describe('odd keys give what can be had', () => {
  test('single dots, one huge scribble, wildly different counts', () => {
    const dot = own([[50, 50]]);
    const scribble = own(
      Array.from({ length: 20_000 }, (_, i): Point => [400 + 300 * Math.sin(i / 7), 250 + 200 * Math.cos(i / 5.3)]),
    );
    for (const [a, b] of [
      [[dot], [own([[90, 40]])]],
      [[dot], figure(0)],
      [[scribble], figure(0)],
      [[scribble], [scribble]],
      [figure(0), [...figure(0), ...figure(0.5), ...figure(1)]],
    ]) {
      const { drawings, steps } = computeBetweens(job(a, b));
      for (const { points } of drawings[0].ink) expect(points.every(Number.isFinite)).toBe(true);
      // A line may be in several pairs.
      const { pairs, alone } = steps[0];
      const told = new Set(pairs.map((pair) => pair.a)).size + new Set(pairs.map((pair) => pair.b)).size + alone.length;
      expect(told).toBe(a.length + b.length);
    }
  }, 20_000);
});

describe('a point followed', () => {
  test('through drawings made by hand, on its line and as far along', () => {
    const drawings = [0, -0.3, -0.6, -0.9].map(figure);
    const places = follow(drawings, 1, drawings[1][3].id, 1);
    places.forEach((place, i) => {
      expect(far([place!.x, place!.y], turned(ARM[3], -0.3 * i, SHOULDER))).toBeLessThan(6);
    });
  });
  test('is lost where nothing is drawn, and not beyond', () => {
    const drawings = [figure(0), figure(-0.2), [], figure(-0.4)];
    expect(follow(drawings, 0, drawings[0][3].id, 0.5).map((place) => place !== null)).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });
});

test('pairs to look at are the unsure ones, the least sure first', () => {
  const pair = (a: string, sure: number) => ({ a, b: `${a}'`, sure, byHand: false });
  const pairs = [pair('sure', 0.8), pair('half', 0.09), pair('hardly', 0.01), pair('known', 1)];
  expect(doubtedPairs(pairs).map(({ a }) => a)).toEqual(['hardly', 'half']);
});
