import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  between,
  FITTED,
  keepUnder,
  LEAST_ZOOM,
  MOST_ZOOM,
  type PaperView,
  panBy,
  settled,
  turnAbout,
  viewMatrix,
  zoomAbout,
} from '../../src/app/desk/view.ts';
import { inverse, mapPoint } from '../../src/core/plane/index.ts';

const ROOM = { width: 836, height: 552 };
const PAPER = { width: 1920, height: 1080 };

const anyView = fc.record({
  fitted: fc.constant(false),
  zoom: fc.double({ min: 0.1, max: 8, noNaN: true }),
  x: fc.double({ min: 0, max: 1920, noNaN: true }),
  y: fc.double({ min: 0, max: 1080, noNaN: true }),
  turn: fc.double({ min: -3, max: 3, noNaN: true }),
  mirrored: fc.boolean(),
}) as fc.Arbitrary<PaperView>;
const anyPlace = fc.record({ x: fc.integer({ min: 0, max: 836 }), y: fc.integer({ min: 0, max: 552 }) });

const paperUnder = (view: PaperView, at: { x: number; y: number }) =>
  mapPoint(inverse(viewMatrix(view, ROOM, 1)), at.x, at.y);

/** Whole-pixel shifts of the view allow this much slack, screen pixels. */
const SLACK = 1.5;

describe('the paper under the eye', () => {
  test('fitted, the whole paper is in sight with its middle in the middle', () => {
    const view = settled(FITTED, PAPER, ROOM);
    const m = viewMatrix(view, ROOM, 1);
    const [left, top] = mapPoint(m, 0, 0);
    const [right, bottom] = mapPoint(m, 1920, 1080);
    expect(left).toBeGreaterThan(0);
    expect(top).toBeGreaterThan(0);
    expect(right).toBeLessThan(ROOM.width);
    expect(bottom).toBeLessThan(ROOM.height);
    expect(Math.abs(left + right - ROOM.width)).toBeLessThanOrEqual(2);
  });
  test('zooming and turning keep the paper under the pen where it is', () => {
    fc.assert(
      fc.property(anyView, anyPlace, fc.double({ min: 0.5, max: 2, noNaN: true }), (view, at, amount) => {
        const [x, y] = paperUnder(view, at);
        for (const next of [zoomAbout(view, amount, at, ROOM), turnAbout(view, amount - 1, at, ROOM)]) {
          const [sx, sy] = mapPoint(viewMatrix(next, ROOM, 1), x, y);
          expect(Math.hypot(sx - at.x, sy - at.y)).toBeLessThan(SLACK + next.zoom);
        }
      }),
    );
  });
  test('moving by a distance moves the paper by that distance, mirrored or turned as it may be', () => {
    fc.assert(
      fc.property(anyView, (view) => {
        const [x, y] = paperUnder(view, { x: 400, y: 300 });
        const [sx, sy] = mapPoint(viewMatrix(panBy(view, 37, -21, ROOM), ROOM, 1), x, y);
        expect(Math.hypot(sx - 437, sy - 279)).toBeLessThan(SLACK + view.zoom);
      }),
    );
  });
  test('zoom stays within its bounds', () => {
    const view = settled(FITTED, PAPER, ROOM);
    expect(zoomAbout(view, 1e9, { x: 0, y: 0 }, ROOM).zoom).toBe(MOST_ZOOM);
    expect(zoomAbout(view, 1e-9, { x: 0, y: 0 }, ROOM).zoom).toBe(LEAST_ZOOM);
  });
  test('mirrored, left is right and nothing else changes', () => {
    const view = settled(FITTED, PAPER, ROOM);
    const [x, y] = mapPoint(viewMatrix(view, ROOM, 1), 300, 200);
    const [mx, my] = mapPoint(viewMatrix({ ...view, mirrored: true }, ROOM, 1), 300, 200);
    expect(Math.abs(mx - (ROOM.width - x))).toBeLessThanOrEqual(2);
    expect(my).toBe(y);
  });
  test('a picture made for one view lies right in another', () => {
    const from = viewMatrix(settled(FITTED, PAPER, ROOM), ROOM, 1);
    const to = viewMatrix(zoomAbout(settled(FITTED, PAPER, ROOM), 2, { x: 100, y: 100 }, ROOM), ROOM, 1);
    const [x, y] = mapPoint(between(from, to), ...mapPoint(from, 700, 500));
    const [wx, wy] = mapPoint(to, 700, 500);
    expect(Math.hypot(x - wx, y - wy)).toBeLessThan(1e-6);
  });
  test('keeping a point under the fingers follows them', () => {
    const view = zoomAbout(settled(FITTED, PAPER, ROOM), 2, { x: 10, y: 10 }, ROOM);
    const [x, y] = paperUnder(view, { x: 200, y: 200 });
    const [sx, sy] = mapPoint(
      viewMatrix(keepUnder(view, view, { x: 200, y: 200 }, { x: 260, y: 180 }, ROOM), ROOM, 1),
      x,
      y,
    );
    expect(Math.hypot(sx - 260, sy - 180)).toBeLessThan(SLACK);
  });
});
