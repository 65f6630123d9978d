import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  outlineOf,
  PenLine,
  pressureOf,
  radiusAt,
  SAMPLE_SIZE,
  sampleStroke,
  strokeBox,
  strokeOutline,
} from '../../../src/core/ink/index.ts';
import { POINT_SIZE } from '../../../src/core/shot/index.ts';
import { nodePainter, raster } from '../../canvas.ts';
import { circle, PEN, strokeThrough } from '../../make.ts';

const signedArea = (ring: Float32Array) => {
  let sum = 0;
  for (let i = 0; i < ring.length; i += 2) {
    const j = (i + 2) % ring.length;
    sum += ring[i] * ring[j + 1] - ring[j] * ring[i + 1];
  }
  return sum / 2;
};

describe('the curve of a stroke', () => {
  test('goes through every point the pen gave', () => {
    const points: [number, number][] = [
      [0, 0],
      [40, 10],
      [60, 60],
      [10, 90],
    ];
    const samples = sampleStroke(strokeThrough(points));
    for (const [x, y] of points) {
      let near = Infinity;
      for (let i = 0; i < samples.length; i += SAMPLE_SIZE)
        near = Math.min(near, Math.hypot(samples[i] - x, samples[i + 1] - y));
      expect(near).toBeLessThan(1e-3);
    }
  });
  test('a tap is one sample', () => {
    expect(sampleStroke(strokeThrough([[5, 5]]))).toHaveLength(SAMPLE_SIZE);
  });
});

describe('the outline', () => {
  test('width follows pressure: twice as much above the middle as below', () => {
    const radius = (pressure: number) => radiusAt(PEN, Float32Array.from([0, 0, pressure, 0, 0, 0]), 0, 1);
    expect(radius(0.5)).toBeCloseTo(5);
    expect(radius(1)).toBeCloseTo(8);
    expect(radius(0)).toBeCloseTo(2);
  });
  test('a dot is a disc of the line’s width', () => {
    const [dot] = outlineOf(Float32Array.from([20, 20, 5, 1]));
    expect(Math.abs(signedArea(dot))).toBeCloseTo(Math.PI * 25, -1);
  });
  test('however the pen doubles back, all polygons turn the same way, so the line has no holes', () => {
    const points = fc.array(fc.tuple(fc.integer({ min: 0, max: 200 }), fc.integer({ min: 0, max: 200 })), {
      minLength: 2,
      maxLength: 14,
    });
    fc.assert(
      fc.property(points, (list) => {
        const areas = strokeOutline(strokeThrough(list as [number, number][])).map(signedArea);
        expect(areas.every(Number.isFinite)).toBe(true);
        expect(Math.max(...areas)).toBeLessThanOrEqual(1);
      }),
      { numRuns: 500 },
    );
  });
  test('a straight line covers its length times its width, plus its round ends', () => {
    const line = strokeThrough([
      [20, 50],
      [180, 50],
    ]);
    const painted = raster(200, 100, (context) =>
      nodePainter().paintInk(context, [line], new Map([['ink', '#000000']])),
    );
    expect(painted.covered()).toBeGreaterThan(160 * 10 + Math.PI * 25 - 8);
    expect(painted.covered()).toBeLessThan(160 * 10 + Math.PI * 25 + 8);
  });
  test('looks the same at four times the size as at one', () => {
    const ring = circle(50, 50, 30);
    const at = (scale: number) =>
      raster(100 * scale, 100 * scale, (context) => {
        context.setTransform(scale, 0, 0, scale, 0, 0);
        nodePainter().paintInk(context, [ring], new Map([['ink', '#000000']]));
      }).covered() /
      scale ** 2;
    expect(Math.abs(at(4) - at(1)) / at(1)).toBeLessThan(0.01);
  });
  test('stays inside its bounds', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 0, max: 300 })), {
          minLength: 1,
          maxLength: 10,
        }),
        (list) => {
          const stroke = strokeThrough(list as [number, number][]);
          const box = strokeBox(stroke);
          const xs = strokeOutline(stroke).flatMap((polygon) => [...polygon].filter((_, i) => i % 2 === 0));
          const ys = strokeOutline(stroke).flatMap((polygon) => [...polygon].filter((_, i) => i % 2 === 1));
          expect(Math.min(...xs)).toBeGreaterThanOrEqual(box.minX - 0.01);
          expect(Math.max(...xs)).toBeLessThanOrEqual(box.maxX + 0.01);
          expect(Math.min(...ys)).toBeGreaterThanOrEqual(box.minY - 0.01);
          expect(Math.max(...ys)).toBeLessThanOrEqual(box.maxY + 0.01);
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe('the pen', () => {
  const sample = (x: number, y: number, time: number, pressure = 0.5) => ({ x, y, pressure, tiltX: 0, tiltY: 0, time });
  test('a mouse presses half-way, a pen as it says', () => {
    expect(pressureOf('mouse', 0)).toBe(0.5);
    expect(pressureOf('pen', 0.3)).toBe(0.3);
    expect(pressureOf('touch', 0)).toBe(0.5);
    expect(pressureOf('pen', 7)).toBe(1);
  });
  test('however steadied, a line ends where the pen lifted', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 500 }), fc.integer({ min: 0, max: 500 })), {
          minLength: 2,
          maxLength: 60,
        }),
        fc.double({ min: 0, max: 0.95, noNaN: true }),
        fc.integer({ min: 0, max: 120 }),
        (list, smooth, string) => {
          const line = new PenLine({ smooth, string }, 1);
          for (const [i, [x, y]] of list.entries()) line.add(sample(x, y, i * 0.008));
          const points = line.finish();
          const [x, y] = list.at(-1)!;
          const end = points.length - POINT_SIZE;
          if (line.size > 1) expect(Math.hypot(points[end] - x, points[end + 1] - y)).toBeLessThanOrEqual(1);
        },
      ),
      { numRuns: 500 },
    );
  });
  test('reports out of order or without a place are passed over', () => {
    const line = new PenLine({ smooth: 0, string: 0 }, 1);
    line.add(sample(0, 0, 0));
    line.add(sample(10, 0, 0.02));
    line.add(sample(90, 90, 0.01));
    line.add(sample(Number.NaN, 5, 0.03));
    line.add(sample(20, 0, 0.04));
    const points = line.finish();
    for (let i = 0; i < points.length; i += POINT_SIZE) expect(points[i + 1]).toBe(0);
  });
  test('a tap makes one point', () => {
    const line = new PenLine({ smooth: 0.5, string: 0 }, 1);
    line.add(sample(7, 8, 0));
    expect([...line.finish().slice(0, 2)]).toEqual([7, 8]);
  });
});
