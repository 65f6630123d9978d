import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  areaOf,
  areaUnder,
  PLAIN_PAINT,
  pour,
  regionAt,
  regionMap,
  regionRings,
  takeOff,
} from '../../../src/core/paint/index.ts';
import { ringsArea, ringsContain } from '../../../src/core/plane/index.ts';
import { makeArea } from '../../../src/core/shot/index.ts';
import { nodePainter, raster } from '../../canvas.ts';
import { box, circle, strokeThrough } from '../../make.ts';

const W = 400;
const H = 300;

describe('the region map', () => {
  test('a closed shape is a region of its own; the paper around it another', () => {
    const map = regionMap([circle(200, 150, 80)], W, H);
    expect(map.count).toBe(2);
    expect(regionAt(map, 200, 150)).not.toBe(regionAt(map, 10, 10));
  });
  test('paint runs under the line to its middle', () => {
    const map = regionMap(box(100, 80, 120), W, H);
    const size = ringsArea(regionRings(map, regionAt(map, 160, 140), 0));
    // The middle of the line encloses 120 x 120; the clear inside is only 110 x 110.
    expect(Math.abs(size - 120 * 120)).toBeLessThan(0.02 * 120 * 120);
    // And as much farther as is asked, but never out from under it.
    const farther = ringsArea(regionRings(map, regionAt(map, 160, 140), 2));
    expect(Math.abs(farther - 124 * 124)).toBeLessThan(0.02 * 124 * 124);
    expect(ringsArea(regionRings(map, regionAt(map, 160, 140), 40))).toBeLessThan(130 * 130);
  });
  test('no pixel of the paper is without a region', () => {
    const map = regionMap([...box(40, 40, 100), circle(250, 150, 60)], W, H);
    expect(map.labels.includes(0)).toBe(false);
  });
  test('an opening leaks unless it is small enough to be closed', () => {
    const cut = strokeThrough([
      [100, 80],
      [220, 80],
      [220, 200],
      [100, 200],
      [100, 96],
    ]);
    const leaks = (gap: number) => {
      const map = regionMap([cut], W, H, { gap });
      return regionAt(map, 160, 140) === regionAt(map, 10, 10);
    };
    expect(leaks(0)).toBe(true);
    expect(leaks(10)).toBe(false);
  });
  test('a hole is a ring of its own', () => {
    const map = regionMap([circle(200, 150, 100), circle(200, 150, 40)], W, H);
    const rings = regionRings(map, regionAt(map, 130, 150));
    expect(rings).toHaveLength(2);
    expect(ringsContain(rings, 200, 150)).toBe(false);
    expect(ringsContain(rings, 130, 150)).toBe(true);
  });
  test('off the paper there is no region', () => {
    expect(regionAt(regionMap([], W, H), -3, 20)).toBe(0);
  });
  test('the regions of any drawing cover the paper exactly once', () => {
    const shapes = fc.array(
      fc.tuple(fc.integer({ min: 20, max: 180 }), fc.integer({ min: 20, max: 130 }), fc.integer({ min: 8, max: 60 })),
      { maxLength: 5 },
    );
    fc.assert(
      fc.property(shapes, (list) => {
        const map = regionMap(
          list.map(([x, y, r]) => circle(x, y, r)),
          200,
          150,
        );
        let sum = 0;
        for (let label = 1; label <= map.count; label++) sum += ringsArea(regionRings(map, label, 0));
        expect(Math.abs(sum - 200 * 150)).toBeLessThan(0.02 * 200 * 150);
      }),
      { numRuns: 60 },
    );
  });
  test('a line through no pale sliver: no paper shows between paint and ink', () => {
    const ink = [circle(100, 75, 50)];
    const map = regionMap(ink, 200, 150);
    const area = makeArea('paint', regionRings(map, regionAt(map, 100, 75)));
    const colours = new Map([
      ['paint', '#ff0000'],
      ['ink', '#000000'],
    ]);
    const painted = raster(200, 150, (context) => {
      context.fillStyle = '#ffffff';
      context.fillRect(0, 0, 200, 150);
      const painter = nodePainter();
      painter.paintAreas(context, [area], colours);
      painter.paintInk(context, ink, colours);
    });
    for (let i = 0; i < 360; i++) {
      const angle = (i * Math.PI) / 180;
      for (let r = 30; r < 51; r += 0.5) {
        const green = Number.parseInt(painted.at(100 + r * Math.cos(angle), 75 + r * Math.sin(angle)).slice(3, 5), 16);
        expect(green).toBeLessThan(8);
      }
    }
  });
});

describe('pouring', () => {
  const map = regionMap([circle(200, 150, 100)], W, H);
  const area = (swatch: string) => areaOf(map, regionAt(map, 200, 150), swatch, PLAIN_PAINT);
  test('again into the same region replaces the paint there', () => {
    const once = pour([], area('coat'), 200, 150);
    const twice = pour(once, area('scarf'), 210, 140);
    expect(twice.map(({ swatch }) => swatch)).toEqual(['scarf']);
  });
  test('a tone lying on a region stays on top of new paint', () => {
    const small = regionMap([circle(240, 150, 20)], W, H);
    const blush = areaOf(small, regionAt(small, 240, 150), 'blush', PLAIN_PAINT);
    const painted = [...pour([], area('skin'), 150, 150), blush];
    expect(pour(painted, area('lit skin'), 150, 150).map(({ swatch }) => swatch)).toEqual(['lit skin', 'blush']);
  });
  test('taking off takes the topmost paint under the pen, and only there', () => {
    const painted = pour([], area('coat'), 200, 150);
    expect(areaUnder(painted, 200, 150)?.swatch).toBe('coat');
    expect(takeOff(painted, 10, 10)).toBe(painted);
    expect(takeOff(painted, 200, 150)).toEqual([]);
  });
});
