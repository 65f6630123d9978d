import { describe, expect, test } from 'vitest';
import { SAMPLE_SIZE, sampleLine, shapePoints } from '../../../src/core/ink/index.ts';
import { PEN } from '../../make.ts';

const curve = (...shape: Parameters<typeof shapePoints>) => {
  const { points, closed } = shapePoints(...shape);
  const samples = sampleLine(points, closed, PEN);
  return Array.from({ length: samples.length / SAMPLE_SIZE }, (_, i) => [
    samples[i * SAMPLE_SIZE],
    samples[i * SAMPLE_SIZE + 1],
  ]);
};

describe('shapes are ordinary strokes', () => {
  test('a line is straight from end to end', () => {
    const along = curve('line', [10, 20], [210, 120], false);
    expect(along[0]).toEqual([10, 20]);
    expect(along.at(-1)).toEqual([210, 120]);
    for (const [x, y] of along) expect(Math.abs((x - 10) / 2 - (y - 20))).toBeLessThan(0.01);
  });
  test('an ellipse keeps to its true curve within a thousandth of its radius', () => {
    for (const [x, y] of curve('ellipse', [0, 0], [400, 200], false))
      expect(Math.abs(Math.hypot((x - 200) / 200, (y - 100) / 100) - 1)).toBeLessThan(0.001);
  });
  test('a rectangle has straight sides and sharp corners', () => {
    const around = curve('rectangle', [10, 10], [110, 60], false);
    for (const [x, y] of around) {
      const out = Math.min(Math.abs(x - 10), Math.abs(x - 110), Math.abs(y - 10), Math.abs(y - 60));
      expect(out).toBeLessThan(0.05);
    }
    for (const [cx, cy] of [
      [10, 10],
      [110, 10],
      [110, 60],
      [10, 60],
    ])
      expect(around.some(([x, y]) => Math.hypot(x - cx, y - cy) < 0.05)).toBe(true);
  });
  test('even: circle, square, lines upright, level or diagonal, dragged any way', () => {
    const xs = curve('ellipse', [100, 100], [40, 90], true).map(([x]) => x);
    const ys = curve('ellipse', [100, 100], [40, 90], true).map(([, y]) => y);
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(60, 1);
    expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(60, 1);
    expect(curve('line', [0, 0], [100, 8], true).at(-1)![1]).toBeCloseTo(0, 4);
    const [x, y] = curve('line', [0, 0], [70, 60], true).at(-1)!;
    expect(x).toBeCloseTo(y, 3);
  });
});
