/** Results that were wrong once: each stands here so that it does not come back. */
import { describe, expect, test } from 'vitest';
import { measureLines, plainBrush, plainPencil, qualityOf, swell } from '../../../src/core/ink/index.ts';
import { circle, strokeThrough } from '../../make.ts';

const openEnds = (...ink: ReturnType<typeof strokeThrough>[]) => qualityOf(ink).openEnds;

describe('open ends', () => {
  const wall = strokeThrough([
    [100, 0],
    [100, 200],
  ]);
  test('a line that crosses another far back has an open end all the same', () => {
    const post = strokeThrough([
      [20, 0],
      [20, 200],
    ]);
    const rail = strokeThrough([
      [0, 100],
      [86, 100],
    ]);
    expect(openEnds(wall, post, rail)).toEqual([{ x: 86, y: 100 }]);
  });
  test('a ring that does not quite close is open at both of its ends', () => {
    const ring = circle(200, 200, 80);
    const points = ring.points.slice(0, -6);
    const open = { ...ring, points, closed: false };
    const gap = Math.hypot(points[0] - points.at(-6)!, points[1] - points.at(-5)!);
    expect(gap).toBeGreaterThan(30);
    expect(openEnds(open)).toEqual([]);
    const near = points.slice();
    near[near.length - 6] = points[0];
    near[near.length - 5] = points[1] - 14;
    expect(openEnds({ ...open, points: near })).toHaveLength(2);
  });
  test('a line that curls back onto itself by its thickness is not open', () => {
    const hook = strokeThrough([
      [0, 0],
      [60, 0],
      [60, 40],
      [5, 40],
      [5, 1],
    ]);
    expect(openEnds(hook)).toEqual([]);
  });
});

describe('Swell', () => {
  test('on a pencil whose darkness follows the hand the line gets wider and stays as dark', () => {
    const line = strokeThrough(
      Array.from({ length: 12 }, (_, i): [number, number] => [i * 18, 100]),
      { brush: plainPencil(8, 0.5, 0.8) },
    );
    for (let i = 2; i < line.points.length; i += 6) line.points[i] = 0.35;
    const before = measureLines([line]);
    for (const by of [1.6, 0.6]) {
      const after = measureLines(swell([line], 100, 100, 300, by));
      expect(after.width / before.width).toBeCloseTo(by, 0);
      expect(after.darkness).toBeCloseTo(before.darkness, 2);
    }
  });
  test('on a pen nothing but the width changes', () => {
    const line = strokeThrough(
      [
        [0, 100],
        [200, 100],
      ],
      { brush: plainBrush('pen', 6, 0.5, 0.9) },
    );
    const [wide] = swell([line], 100, 100, 50, 1.5);
    expect(wide.brush.opacityBy).toEqual(line.brush.opacityBy);
  });
});
