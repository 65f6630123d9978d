import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  erase,
  eraseInside,
  eraseLines,
  eraseToCrossings,
  SAMPLE_SIZE,
  sampleStroke,
} from '../../../src/core/ink/index.ts';
import { POINT_SIZE, type Stroke } from '../../../src/core/shot/index.ts';
import { circle, strokeThrough } from '../../make.ts';

const line = strokeThrough([
  [0, 50],
  [100, 50],
]);
const pass = (...path: number[]) => Float32Array.from(path);
/** First and last x of a line's points. */
const span = ({ points }: Stroke) => [points[0], points.at(-POINT_SIZE)!];

describe('erasing a part', () => {
  test('cuts a line where it passes; both ends stay lines with their lineage', () => {
    const left = erase([line], pass(50, 50), 10)!;
    expect(left).toHaveLength(2);
    expect(left.every((part) => part.lineage === line.lineage)).toBe(true);
    expect(span(left[0])[1]).toBeLessThan(40);
    expect(span(left[1])[0]).toBeGreaterThan(60);
  });
  test('leaves lines it does not touch as the very same objects', () => {
    const other = strokeThrough([
      [0, 200],
      [100, 200],
    ]);
    expect(erase([line, other], pass(50, 50), 10)!.at(-1)).toBe(other);
    expect(erase([line, other], pass(50, 120), 10)).toBeNull();
  });
  test('a closed line cut once is one open line', () => {
    const left = erase([circle(50, 50, 40)], pass(50, 10), 8)!;
    expect(left).toHaveLength(1);
    expect(left[0].closed).toBe(false);
  });
  test('passing along the whole line leaves nothing', () => {
    expect(erase([line], pass(-5, 50, 105, 50), 6)).toEqual([]);
  });
  test('pressure, tilt and pen time go on along what is left', () => {
    const points = Float32Array.from([0, 50, 0.2, 0.1, 0.3, 0, 100, 50, 0.8, 0.5, -0.3, 1]);
    const [, right] = erase([{ ...line, points }], pass(50, 50), 10)!;
    const [x, , pressure, tiltX, tiltY, time] = right.points;
    expect(x).toBeGreaterThan(60);
    expect(pressure).toBeCloseTo(0.2 + 0.006 * x, 1);
    expect(tiltX).toBeCloseTo(0.1 + 0.004 * x, 1);
    expect(tiltY).toBeCloseTo(0.3 - 0.006 * x, 1);
    expect(time).toBeCloseTo(x / 100, 1);
  });
  test('what is left lies on the line as it was, within half a pixel', () => {
    const point = fc.tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 0, max: 200 }));
    fc.assert(
      fc.property(fc.array(point, { minLength: 3, maxLength: 8 }), point, (through, [x, y]) => {
        const stroke = strokeThrough(through);
        const left = erase([stroke], pass(x, y), 12);
        if (!left) return;
        const was = sampleStroke(stroke);
        for (const part of left) {
          const now = sampleStroke(part);
          for (let i = 0; i < now.length; i += SAMPLE_SIZE) {
            let nearest = Infinity;
            for (let j = 0; j + SAMPLE_SIZE < was.length; j += SAMPLE_SIZE) {
              const [ax, ay] = [was[j], was[j + 1]];
              const [bx, by] = [was[j + SAMPLE_SIZE], was[j + SAMPLE_SIZE + 1]];
              const l2 = (bx - ax) ** 2 + (by - ay) ** 2;
              const t = l2 === 0 ? 0 : ((now[i] - ax) * (bx - ax) + (now[i + 1] - ay) * (by - ay)) / l2;
              const at = Math.max(0, Math.min(1, t));
              nearest = Math.min(nearest, Math.hypot(ax + at * (bx - ax) - now[i], ay + at * (by - ay) - now[i + 1]));
            }
            expect(nearest).toBeLessThan(0.5);
          }
        }
      }),
      { numRuns: 150 },
    );
  });
});

describe('erasing whole lines', () => {
  test('takes off every line touched and no other', () => {
    const far = strokeThrough([
      [0, 90],
      [100, 90],
    ]);
    expect(eraseLines([line, far], pass(20, 50), 4)).toEqual([far]);
    expect(eraseLines([line, far], pass(20, 70), 4)).toBeNull();
    expect(eraseLines([line, far], pass(20, 40, 20, 100), 4)).toEqual([]);
  });
});

describe('erasing up to crossings', () => {
  const wall = (x: number) =>
    strokeThrough([
      [x, 0],
      [x, 100],
    ]);
  test('an overshoot goes in one touch, up to the line it overshot', () => {
    const [left, ...rest] = eraseToCrossings([line, wall(80)], pass(95, 50), 4)!;
    expect(span(left)[0]).toBe(0);
    expect(span(left)[1]).toBeCloseTo(80, 1);
    expect(rest).toHaveLength(1);
  });
  test('between two crossings only that piece goes', () => {
    const left = eraseToCrossings([line, wall(30), wall(70)], pass(50, 50), 4)!.slice(0, -2);
    expect(left.map((part) => span(part).map(Math.round))).toEqual([
      [0, 30],
      [70, 100],
    ]);
  });
  test('the line that is crossed is not touched; without a crossing the line goes whole', () => {
    const crossed = wall(30);
    expect(eraseToCrossings([line, crossed], pass(60, 50), 4)!.at(-1)).toBe(crossed);
    expect(eraseToCrossings([line], pass(60, 50), 4)).toEqual([]);
  });
  test('a line that crosses itself loses its tail', () => {
    const loop = strokeThrough([
      [0, 50],
      [60, 50],
      [80, 20],
      [40, 20],
      [40, 90],
    ]);
    const left = eraseToCrossings([loop], pass(40, 85), 4)!;
    expect(left).toHaveLength(1);
    expect(span(left[0])[1]).toBeGreaterThan(30);
    expect(Math.abs(left[0].points.at(-POINT_SIZE + 1)! - 50)).toBeLessThan(3);
  });
  test('a circle cut by a line loses the side that was touched, over its seam too', () => {
    const ring = circle(50, 50, 40);
    const left = eraseToCrossings([ring, wall(50)], pass(90, 50), 4)!;
    expect(left).toHaveLength(2);
    const xs = [...left[0].points].filter((_, i) => i % POINT_SIZE === 0);
    expect(Math.max(...xs)).toBeLessThan(52);
  });
});

describe('erasing inside a loop', () => {
  const loop = pass(40, 30, 70, 30, 70, 70, 40, 70);
  test('lines are cut where they enter it', () => {
    const left = eraseInside([line], loop)!;
    expect(left).toHaveLength(2);
    expect(span(left[0])[1]).toBeLessThanOrEqual(40);
    expect(span(left[0])[1]).toBeGreaterThan(37);
    expect(span(left[1])[0]).toBeGreaterThanOrEqual(70);
  });
  test('a line inside goes, one outside stays, an empty loop is nothing', () => {
    const inside = circle(55, 50, 8);
    expect(eraseInside([inside], loop)).toEqual([]);
    expect(eraseInside([circle(120, 50, 20)], loop)).toBeNull();
    expect(eraseInside([line], pass(50, 50))).toBeNull();
  });
});
