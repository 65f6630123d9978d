import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { joinLines, reversed, SAMPLE_SIZE, sampleStroke, smoothed, withWidth } from '../../../src/core/ink/index.ts';
import { POINT_SIZE, type Stroke } from '../../../src/core/shot/index.ts';
import { circle, strokeThrough } from '../../make.ts';

const ends = ({ points }: Stroke) => [points[0], points[1], points.at(-POINT_SIZE)!, points.at(1 - POINT_SIZE)!];
const through = fc.array(fc.tuple(fc.integer({ min: 0, max: 400 }), fc.integer({ min: 0, max: 300 })), {
  minLength: 4,
  maxLength: 12,
});

describe('joining', () => {
  const left = strokeThrough([
    [0, 0],
    [50, 0],
  ]);
  const right = strokeThrough([
    [120, 0],
    [58, 0],
  ]);
  test('two lines become one at their nearest ends, whichever way they were drawn', () => {
    const { ink, made } = joinLines([left, right], [left.id, right.id], 20)!;
    expect(ink).toHaveLength(1);
    expect(made).toEqual([ink[0].id]);
    expect(ends(ink[0])).toEqual([0, 0, 120, 0]);
    expect(ink[0].lineage).toBe(left.lineage);
    const times = [...ink[0].points].filter((_, i) => i % POINT_SIZE === POINT_SIZE - 1);
    expect(times).toEqual([...times].sort((a, b) => a - b));
  });
  test('ends too far apart, closed lines and lines not picked stay', () => {
    expect(joinLines([left, right], [left.id, right.id], 5)).toBeNull();
    expect(joinLines([left, circle(60, 0, 5)], [left.id], 50)).toBeNull();
    expect(joinLines([left, right], [left.id], 50)).toBeNull();
  });
  test('three in a row become one, in the place of the lowest', () => {
    const far = strokeThrough([
      [125, 0],
      [200, 0],
    ]);
    const other = circle(0, 90, 9);
    const { ink } = joinLines([far, other, left, right], [far.id, left.id, right.id], 20)!;
    expect(ink).toHaveLength(2);
    expect(ink[1]).toBe(other);
    expect([...ends(ink[0])].sort((a, b) => a - b)).toEqual([0, 0, 0, 200]);
  });
  test('a line cut in two and joined again is the line within half a pixel', () => {
    fc.assert(
      fc.property(through, fc.nat(100), (points, at) => {
        const line = strokeThrough(points);
        const cut = 1 + (at % (points.length - 2));
        const parts = [points.slice(0, cut + 1), points.slice(cut)].map((each) => strokeThrough(each));
        const again = joinLines(parts, [parts[0].id, parts[1].id], 0.4);
        // A line that doubles back on itself may be joined at another place where its ends meet.
        const [ax, ay, bx, by] = ends(line);
        const crossed = [
          ax === bx && ay === by,
          ...points.map(([x, y], i) => i !== cut && x === points[cut][0] && y === points[cut][1]),
        ];
        if (crossed.some(Boolean)) return;
        const was = sampleStroke(line);
        const now = sampleStroke(again!.ink[0]);
        expect(now.length).toBe(was.length);
        for (let i = 0; i < now.length; i += SAMPLE_SIZE)
          expect(Math.hypot(now[i] - was[i], now[i + 1] - was[i + 1])).toBeLessThan(0.5);
      }),
      { numRuns: 400 },
    );
  });
  test('drawn from the other end twice, a line is itself', () => {
    fc.assert(
      fc.property(through, (points) => {
        const line = strokeThrough(points);
        const back = reversed(reversed(line)).points;
        for (let i = 0; i < back.length; i++) expect(back[i]).toBeCloseTo(line.points[i], 4);
      }),
      { numRuns: 200 },
    );
  });
});

describe('smoothing and width', () => {
  test('a jitter becomes less, the ends stay', () => {
    const jitter = strokeThrough(Array.from({ length: 30 }, (_, i): [number, number] => [i * 10, i % 2 ? 6 : 0]));
    const rough = (stroke: Stroke) => {
      let sum = 0;
      for (let i = POINT_SIZE + 1; i < stroke.points.length; i += POINT_SIZE)
        sum += Math.abs(stroke.points[i] - stroke.points[i - POINT_SIZE]);
      return sum;
    };
    const smooth = smoothed(smoothed(jitter, 0.5), 0.5);
    expect(rough(smooth)).toBeLessThan(rough(jitter) / 3);
    expect(ends(smooth)).toEqual(ends(jitter));
  });
  test('a straight even line stays as it is', () => {
    const straight = strokeThrough(Array.from({ length: 8 }, (_, i): [number, number] => [i * 10, 40]));
    expect(
      smoothed(straight, 0.8).points.every(
        (value, i) => i % POINT_SIZE > 2 || Math.abs(value - straight.points[i]) < 1e-3,
      ),
    ).toBe(true);
  });
  test('a width stays within what can be drawn', () => {
    const line = strokeThrough([
      [0, 0],
      [9, 9],
    ]);
    expect(withWidth(line, 12).brush.width).toBe(12);
    expect(withWidth(line, 0).brush.width).toBeGreaterThan(0);
  });
});

describe('a line that comes back to where it began', () => {
  const half = (side: 1 | -1) =>
    strokeThrough(
      Array.from({ length: 21 }, (_, i): [number, number] => [
        100 + side * 60 * Math.sin((Math.PI * i) / 20),
        100 - 60 * Math.cos((Math.PI * i) / 20),
      ]),
    );
  test('becomes a ring when it is joined', () => {
    const halves = [half(1), half(-1)];
    const { ink, made } = joinLines(
      halves,
      halves.map(({ id }) => id),
      40,
    )!;
    expect(ink).toHaveLength(1);
    expect(ink[0]).toMatchObject({ id: made[0], closed: true });
    // Each of the two shared ends is there once.
    expect(ink[0].points.length / POINT_SIZE).toBe(40);
  });
  test('alone is closed too; a short one with near ends is left open', () => {
    const ring = strokeThrough([
      [0, 0],
      [200, 0],
      [200, 200],
      [6, 8],
    ]);
    expect(joinLines([ring], [ring.id], 40)?.ink[0].closed).toBe(true);
    const short = strokeThrough([
      [0, 0],
      [15, 10],
      [30, 0],
      [20, -5],
    ]);
    expect(joinLines([short], [short.id], 40)).toBeNull();
  });
});
