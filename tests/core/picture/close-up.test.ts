/** The part of the paper that small pictures of a layer show. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { closeUpOf, closeUpView } from '../../../src/core/picture/index.ts';
import { mapPoint } from '../../../src/core/plane/index.ts';
import { makeDrawing, type Shot } from '../../../src/core/shot/index.ts';
import { circle } from '../../make.ts';

const shotOf = (...rings: [x: number, y: number, radius: number][]): Pick<Shot, 'width' | 'height' | 'drawings'> => ({
  width: 1920,
  height: 1080,
  drawings: Object.fromEntries(
    rings.map(([x, y, radius], i) => [
      `d${i}`,
      makeDrawing('mouth', i + 1, { id: `d${i}`, ink: radius > 0 ? [circle(x, y, radius)] : [] }),
    ]),
  ),
});

describe('a close-up of a layer', () => {
  test('shows a mouth large, all of its drawings in it', () => {
    const view = closeUpOf(shotOf([900, 500, 30], [940, 520, 40]), 'mouth')!;
    expect(view.maxX - view.minX).toBeGreaterThanOrEqual(1920 / 8);
    expect(view.maxX - view.minX).toBeLessThan(1920 / 6);
    expect(view.minX).toBeLessThan(870);
    expect(view.maxX).toBeGreaterThan(980);
  });
  test('is the whole paper for a figure, for an empty layer and for none', () => {
    expect(closeUpOf(shotOf([960, 540, 500]), 'mouth')).toBeNull();
    expect(closeUpOf(shotOf([0, 0, 0]), 'mouth')).toBeNull();
    expect(closeUpOf(shotOf([900, 500, 30]), 'other')).toBeNull();
  });
  test('has the shape of the paper and lies on it, wherever the drawings are', () => {
    const ring = fc.tuple(
      fc.integer({ min: 0, max: 1920 }),
      fc.integer({ min: 0, max: 1080 }),
      fc.integer({ min: 2, max: 200 }),
    );
    fc.assert(
      fc.property(fc.array(ring, { minLength: 1, maxLength: 5 }), (rings) => {
        const view = closeUpOf(shotOf(...rings), 'mouth');
        if (!view) return;
        expect((view.maxX - view.minX) / (view.maxY - view.minY)).toBeCloseTo(1920 / 1080);
        expect(Math.min(view.minX, view.minY)).toBeGreaterThanOrEqual(0);
        expect(view.maxX).toBeLessThanOrEqual(1920 + 1e-6);
        expect(view.maxY).toBeLessThanOrEqual(1080 + 1e-6);
        const map = closeUpView(view, 160, 90);
        expect(mapPoint(map, view.minX, view.minY).map(Math.round)).toEqual([0, 0]);
        expect(mapPoint(map, view.maxX, view.maxY).map(Math.round)).toEqual([160, 90]);
      }),
    );
  });
});
