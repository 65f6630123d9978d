import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  allOf,
  boxOf,
  KNEADS,
  knead,
  makeGrid,
  measureLines,
  mirrorMaps,
  pickInside,
  redrawTarget,
  SAMPLE_SIZE,
  sampleStroke,
  swell,
  warp,
  warpPoint,
  withImages,
} from '../../../src/core/ink/index.ts';
import { mapPoint, PreparedRing, ringsContain } from '../../../src/core/plane/index.ts';
import { MIRROR_WAYS, makeArea, POINT_SIZE, type Stroke } from '../../../src/core/shot/index.ts';
import { circle, strokeThrough } from '../../make.ts';

const level = (y = 100, over: Partial<Stroke> = {}) =>
  strokeThrough(
    Array.from({ length: 11 }, (_, i): [number, number] => [i * 20, y]),
    over,
  );
const along = (stroke: Stroke) => {
  const samples = sampleStroke(stroke);
  return Array.from({ length: samples.length / SAMPLE_SIZE }, (_, i) => ({
    x: samples[i * SAMPLE_SIZE],
    y: samples[i * SAMPLE_SIZE + 1],
    r: samples[i * SAMPLE_SIZE + 2],
  }));
};
const heightAt = (stroke: Stroke, x: number) =>
  along(stroke).reduce((best, p) => (Math.abs(p.x - x) < Math.abs(best.x - x) ? p : best)).y;

describe('kneading', () => {
  const drawn = { ink: [level(), level(400)], paint: [] };
  const step = { x: 100, y: 100, dx: 0, dy: 10, radius: 60 };
  test('pushes most in the middle of the ring, nothing at its rim and beyond', () => {
    const { ink } = knead(drawn, 'push', step);
    expect(heightAt(ink[0], 100)).toBeCloseTo(110, 0);
    expect(heightAt(ink[0], 130)).toBeGreaterThan(102);
    expect(heightAt(ink[0], 130)).toBeLessThan(109);
    expect(heightAt(ink[0], 0)).toBeCloseTo(100, 1);
    expect(ink[1]).toBe(drawn.ink[1]);
  });
  test('gathers and spreads', () => {
    const off = { ...step, y: 115 };
    expect(heightAt(knead(drawn, 'gather', off).ink[0], 100)).toBeGreaterThan(100);
    expect(heightAt(knead(drawn, 'spread', off).ink[0], 100)).toBeLessThan(100);
  });
  test('takes paint along with the lines', () => {
    const area = makeArea('s', [Float32Array.from([90, 90, 110, 90, 110, 110, 90, 110])]);
    const [moved] = knead({ ink: [], paint: [area] }, 'push', step).paint;
    expect(moved.rings[0][1]).toBeGreaterThan(95);
    expect(area.rings[0][1]).toBe(90);
  });
  test('never breaks a line, however often and hard', () => {
    const place = fc.integer({ min: 0, max: 200 });
    const steps = fc.array(fc.tuple(place, place, fc.constantFrom(...KNEADS), fc.integer({ min: 8, max: 150 })), {
      maxLength: 12,
    });
    fc.assert(
      fc.property(steps, (list) => {
        let now = { ink: [level(), circle(100, 100, 60)], paint: [] as never[] } as Parameters<typeof knead>[0];
        for (const [x, y, how, radius] of list) now = knead(now, how, { x, y, dx: 14, dy: -9, radius });
        expect(now.ink).toHaveLength(2);
        for (const { points } of now.ink) expect([...points].every(Number.isFinite)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});

describe('warping', () => {
  const box = { minX: 0, minY: 0, maxX: 200, maxY: 200 };
  test('an unmoved grid leaves every point within a hundredth of a pixel', () => {
    const at = fc.double({ min: -50, max: 250, noNaN: true });
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 8 }), fc.integer({ min: 1, max: 8 }), at, at, (columns, rows, x, y) => {
        const [px, py] = warpPoint(makeGrid(box, columns, rows), x, y);
        expect(Math.hypot(px - x, py - y)).toBeLessThan(0.01);
      }),
    );
  });
  test('a grid point takes what lies on it along, and bends what lies between', () => {
    const grid = makeGrid(box, 2, 2);
    grid.points[2 * 4 + 1] += 40;
    expect(warpPoint(grid, 100, 100)[1]).toBeCloseTo(140);
    const drawn = { ink: [level()], paint: [] };
    const { ink } = warp(drawn, allOf(drawn), grid);
    expect(heightAt(ink[0], 100)).toBeCloseTo(140, 0);
    expect(heightAt(ink[0], 50)).toBeGreaterThan(105);
    expect(heightAt(ink[0], 0)).toBeCloseTo(100, 0);
  });
  test('bends only what is picked', () => {
    const grid = makeGrid(box, 1, 1);
    grid.points[0] -= 30;
    const drawn = { ink: [level(), level(50)], paint: [] };
    const { ink } = warp(drawn, { strokes: [drawn.ink[0].id], areas: [] }, grid);
    expect(ink[1]).toBe(drawn.ink[1]);
    expect(ink[0]).not.toBe(drawn.ink[0]);
  });
});

describe('redrawing a piece', () => {
  const bump = strokeThrough([
    [60, 101],
    [80, 70],
    [100, 60],
    [120, 70],
    [140, 99],
  ]).points;
  test('the piece between takes the new way, the rest stays', () => {
    const found = redrawTarget([level(), level(300)], bump, 10)!;
    expect(heightAt(found.line, 100)).toBeCloseTo(60, 0);
    expect(heightAt(found.line, 20)).toBeCloseTo(100, 0);
    expect(heightAt(found.line, 190)).toBeCloseTo(100, 0);
    expect(found.line.id).toBe(found.was.id);
  });
  test('drawn backwards it is the same piece', () => {
    const n = bump.length / POINT_SIZE;
    const back = Float32Array.from({ length: bump.length }, (_, i) => {
      const k = n - 1 - Math.floor(i / POINT_SIZE);
      return bump[k * POINT_SIZE + (i % POINT_SIZE)];
    });
    expect(heightAt(redrawTarget([level()], back, 10)!.line, 100)).toBeCloseTo(60, 0);
  });
  test('begun on the line and leaving it, its end is drawn anew', () => {
    const away = strokeThrough([
      [120, 100],
      [140, 120],
      [160, 160],
      [170, 200],
    ]).points;
    const { line } = redrawTarget([level()], away, 10)!;
    expect([...line.points.slice(-POINT_SIZE, -POINT_SIZE + 2)]).toEqual([170, 200]);
    expect([...line.points.slice(0, 2)]).toEqual([0, 100]);
  });
  test('on a closed line the arc beside the path is replaced', () => {
    const path = strokeThrough([
      [50, 100],
      [60, 40],
      [100, 20],
      [140, 40],
      [150, 100],
    ]).points;
    const { line } = redrawTarget([circle(100, 100, 50)], path, 8)!;
    const heights = along(line).map(({ y }) => y);
    expect(Math.min(...heights)).toBeLessThan(25);
    expect(Math.max(...heights)).toBeGreaterThan(145);
    expect(line.closed).toBe(true);
  });
  test('begun beside every line it redraws none', () => {
    expect(
      redrawTarget(
        [level()],
        strokeThrough([
          [60, 160],
          [100, 160],
        ]).points,
        10,
      ),
    ).toBeNull();
  });
});

describe('thickening and thinning', () => {
  test('the line is thicker under the ring and as it was elsewhere', () => {
    const [line] = swell([level()], 100, 100, 40, 1.5);
    const radius = (x: number) => along(line).reduce((a, b) => (Math.abs(b.x - x) < Math.abs(a.x - x) ? b : a)).r;
    expect(radius(100)).toBeCloseTo(7.5, 0);
    expect(radius(5)).toBeCloseTo(5, 1);
    expect(measureLines(swell([level()], 100, 100, 40, 0.6)).width).toBeLessThan(measureLines([level()]).width);
  });
  test('there and back gives the width back, whatever brush', () => {
    const even = level(100, {
      brush: { ...level().brush, widthBy: { drive: 'nothing', lowest: 0, highest: 1, curve: [0, 0.25, 0.5, 0.75, 1] } },
    });
    for (const line of [level(), even]) {
      const back = swell(swell([line], 100, 100, 200, 2), 100, 100, 200, 0.5)[0];
      for (const { r } of along(back)) expect(Math.abs(r - 5)).toBeLessThan(0.35);
    }
  });
  test('places stay, and lines out of reach are the very same', () => {
    const far = level(400);
    const [near, other] = swell([level(), far], 100, 100, 40, 1.5);
    expect(other).toBe(far);
    for (const { y } of along(near)) expect(y).toBeCloseTo(100, 3);
  });
});

describe('drawing in a mirror', () => {
  test('each image of an image is the line, or another image of it', () => {
    const at = fc.integer({ min: -300, max: 300 });
    fc.assert(
      fc.property(
        fc.constantFrom(...MIRROR_WAYS),
        fc.integer({ min: 2, max: 12 }),
        at,
        at,
        fc.double({ min: -3, max: 3, noNaN: true }),
        (way, parts, x, y, turn) => {
          const maps = mirrorMaps({ way, parts, x, y, turn });
          const places = [[40, 70] as [number, number], ...maps.map((map) => mapPoint(map, 40, 70))];
          for (const map of maps)
            for (const [px, py] of places) {
              const [qx, qy] = mapPoint(map, px, py);
              expect(Math.min(...places.map(([a, b]) => Math.hypot(a - qx, b - qy)))).toBeLessThan(1e-6);
            }
        },
      ),
    );
  });
  test('an upright mirror in the middle swaps left and right', () => {
    const [, image] = withImages(level(), mirrorMaps({ way: 'upright', parts: 2, x: 100, y: 0, turn: 0 }));
    expect(image.points[0]).toBeCloseTo(200);
    expect(image.points[1]).toBeCloseTo(100);
  });
  test('four parts round give three images more', () => {
    expect(mirrorMaps({ way: 'round', parts: 4, x: 0, y: 0, turn: 0 })).toHaveLength(3);
  });
});

describe('a loop asked by many points', () => {
  test('says of every point what the plain test says', () => {
    const at = fc.integer({ min: 0, max: 100 });
    // Never on an edge itself, where either answer is right.
    const beside = (by: number) => fc.integer({ min: -50, max: 1050 }).map((value) => value / 10 + by);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(at, at), { minLength: 3, maxLength: 30 }),
        beside(0.0371),
        beside(0.0589),
        (list, x, y) => {
          const path = Float32Array.from(list.flat());
          expect(new PreparedRing(path).contains(x, y)).toBe(ringsContain([path], x, y));
        },
      ),
      { numRuns: 1000 },
    );
  });
  test('takes lines of which more than half lies inside', () => {
    const drawn = { ink: [level(), level(300)], paint: [] };
    const picked = pickInside(drawn, Float32Array.from([-10, 50, 130, 50, 130, 350, -10, 350]));
    expect(picked.strokes).toHaveLength(2);
    expect(pickInside(drawn, Float32Array.from([-10, 50, 90, 50, 90, 350, -10, 350])).strokes).toHaveLength(0);
    expect(boxOf(drawn, allOf(drawn))!.maxY).toBeCloseTo(300);
  });
});
