/** Straight lines, ellipses, rectangles and curves as control points of ordinary strokes, at even pressure. */
import type { XY } from '../plane/point.ts';
import { POINT_SIZE } from '../shot/drawing-model.ts';

export const SHAPES = ['line', 'ellipse', 'rectangle', 'curve'] as const;
export type Shape = (typeof SHAPES)[number];

const PRESSURE = 0.5;
/** Enough that the curve through them leaves the true ellipse by less than a thousandth of its radius. */
const ELLIPSE_POINTS = 24;
/** A straight piece has a point this often, so that it can be cut, bent and smoothed like a drawn one. Paper pixels. */
const EVERY = 24;
/** Seconds a shape takes, as if drawn: pen time goes on along it. */
const SECONDS = 1;

export interface DrawnShape {
  points: Float32Array;
  closed: boolean;
}

function stroked(places: XY[]): Float32Array {
  const out = new Float32Array(places.length * POINT_SIZE);
  places.forEach(([x, y], i) => {
    out.set([x, y, PRESSURE, 0, 0, (SECONDS * i) / Math.max(1, places.length - 1)], i * POINT_SIZE);
  });
  return out;
}

/** Points from a up to, not including, b. The corner itself comes three times: the curve turns there and nowhere else. */
function side([ax, ay]: XY, [bx, by]: XY): XY[] {
  const count = Math.max(1, Math.ceil(Math.hypot(bx - ax, by - ay) / EVERY));
  const along = Array.from(
    { length: count },
    (_, i): XY => [ax + ((bx - ax) * i) / count, ay + ((by - ay) * i) / count],
  );
  return [[ax, ay], [ax, ay], ...along];
}

/**
 * The stroke of a shape dragged from one paper point to another. `even` makes lines upright, level or diagonal, and
 * ellipses and rectangles as wide as they are high.
 */
export function shapePoints(shape: Exclude<Shape, 'curve'>, from: XY, to: XY, even: boolean): DrawnShape {
  const [ax, ay] = from;
  const [bx, by] = even ? evened(shape, from, to) : to;
  if (shape === 'line') return { points: stroked([...side(from, [bx, by]).slice(2), [bx, by]]), closed: false };
  if (shape === 'rectangle') {
    const corners: XY[] = [
      [ax, ay],
      [bx, ay],
      [bx, by],
      [ax, by],
    ];
    return { points: stroked(corners.flatMap((corner, i) => side(corner, corners[(i + 1) % 4]))), closed: true };
  }
  const places = Array.from({ length: ELLIPSE_POINTS }, (_, i): XY => {
    const angle = (2 * Math.PI * i) / ELLIPSE_POINTS;
    return [(ax + bx) / 2 + ((bx - ax) / 2) * Math.cos(angle), (ay + by) / 2 + ((by - ay) / 2) * Math.sin(angle)];
  });
  return { points: stroked(places), closed: true };
}

/** The stroke of a curve through places pressed on the paper, in order. */
export function curvePoints(places: XY[], closed: boolean): DrawnShape {
  return { points: stroked(places), closed };
}

function evened(shape: Shape, [ax, ay]: XY, [bx, by]: XY): XY {
  const dx = bx - ax;
  const dy = by - ay;
  if (shape !== 'line') {
    const size = Math.max(Math.abs(dx), Math.abs(dy));
    return [ax + Math.sign(dx || 1) * size, ay + Math.sign(dy || 1) * size];
  }
  const length = Math.hypot(dx, dy);
  const angle = Math.round(Math.atan2(dy, dx) / (Math.PI / 4)) * (Math.PI / 4);
  return [ax + length * Math.cos(angle), ay + length * Math.sin(angle)];
}
