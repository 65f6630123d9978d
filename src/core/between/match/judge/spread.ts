/** Lines as points on the paper, and how far one lies on another. */
import { type Matrix, mapPoint } from '../../../plane/matrix.ts';
import { POINTS, type Shape } from '../shape.ts';

/** Points of a line that are looked at: every so many. */
const EVERY = 2;
/** What lies on a line and what lies near it, as shares of the figure's size. */
const TIGHT = 0.012;
const WIDE = 0.04;
/** Pixels: what is nearer by less may be so by rounding only. */
const ROUNDING = 1e-6;

/** A line's points on the paper with the direction at each, and the box around them. */
export interface Spread {
  x: Float64Array;
  y: Float64Array;
  dx: Float64Array;
  dy: Float64Array;
  closed: boolean;
  /** Middle and half the length of the way from each point to the next. */
  mx: Float64Array;
  my: Float64Array;
  half: Float64Array;
  box: [left: number, top: number, right: number, bottom: number];
}

/** @param map where the line goes; null: it stays */
export function spreadOf(shape: Shape, map: Matrix | null): Spread {
  const x = new Float64Array(POINTS);
  const y = new Float64Array(POINTS);
  const box: Spread['box'] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < POINTS; i++) {
    const [px, py] = [shape.x[i] + shape.middle.x, shape.y[i] + shape.middle.y];
    if (map) [x[i], y[i]] = mapPoint(map, px, py);
    else [x[i], y[i]] = [px, py];
    if (x[i] < box[0]) box[0] = x[i];
    if (y[i] < box[1]) box[1] = y[i];
    if (x[i] > box[2]) box[2] = x[i];
    if (y[i] > box[3]) box[3] = y[i];
  }
  const dx = new Float64Array(POINTS);
  const dy = new Float64Array(POINTS);
  const { closed } = shape;
  for (let i = 0; i < POINTS; i++) {
    const p = closed ? (i + POINTS - 1) % POINTS : Math.max(0, i - 1);
    const q = closed ? (i + 1) % POINTS : Math.min(POINTS - 1, i + 1);
    const [ex, ey] = [x[q] - x[p], y[q] - y[p]];
    const length = Math.sqrt(ex * ex + ey * ey) || 1;
    dx[i] = ex / length;
    dy[i] = ey / length;
  }
  const [mx, my, half] = [new Float64Array(POINTS), new Float64Array(POINTS), new Float64Array(POINTS)];
  for (let k = 0; k < POINTS; k++) {
    const l = k + 1 === POINTS ? 0 : k + 1;
    mx[k] = (x[k] + x[l]) / 2;
    my[k] = (y[k] + y[l]) / 2;
    half[k] = Math.sqrt((x[l] - x[k]) ** 2 + (y[l] - y[k]) ** 2) / 2;
  }
  return { x, y, dx, dy, closed, mx, my, half, box };
}

/** How one line lies on another. */
export interface Cover {
  /** Shares of it that lie on the other and near it, running the same way, 0..1. */
  tight: number;
  wide: number;
  /** The shift that would bring what is near onto the other, and how much is near. */
  sx: number;
  sy: number;
  weight: number;
  /** The part of the other it lies along, shares; low above high: none. */
  low: number;
  high: number;
}

const NOWHERE: Cover = { tight: 0, wide: 0, sx: 0, sy: 0, weight: 0, low: 1, high: 0 };

/** How line p, shifted, lies on line q. @param size of the figure, pixels */
export function cover(p: Spread, q: Spread, ox: number, oy: number, size: number): Cover {
  const reach = 0.1 * size;
  if (
    p.box[0] + ox > q.box[2] + reach ||
    p.box[2] + ox < q.box[0] - reach ||
    p.box[1] + oy > q.box[3] + reach ||
    p.box[3] + oy < q.box[1] - reach
  )
    return NOWHERE;
  const out: Cover = { ...NOWHERE };
  const [tight, wide] = [(TIGHT * size) ** 2, (WIDE * size) ** 2];
  const segments = q.closed ? POINTS : POINTS - 1;
  const each = EVERY / POINTS;
  for (let i = EVERY >> 1; i < POINTS; i += EVERY) {
    const [x, y] = [p.x[i] + ox, p.y[i] + oy];
    let best = Number.POSITIVE_INFINITY;
    let nearest = Number.POSITIVE_INFINITY;
    let [bx, by, bc, bs] = [0, 0, 0, 0];
    for (let k = 0; k < segments; k++) {
      // No part of it is nearer than its middle less half its length.
      const [cx, cy, room] = [q.mx[k] - x, q.my[k] - y, nearest + q.half[k]];
      if (cx * cx + cy * cy > room * room) continue;
      const l = k + 1 === POINTS ? 0 : k + 1;
      const ax = q.x[k];
      const ay = q.y[k];
      const ex = q.x[l] - ax;
      const ey = q.y[l] - ay;
      const length = ex * ex + ey * ey || 1;
      let t = ((x - ax) * ex + (y - ay) * ey) / length;
      t = t < 0 ? 0 : t > 1 ? 1 : t;
      const vx = ax + t * ex - x;
      const vy = ay + t * ey - y;
      const off = vx * vx + vy * vy;
      if (off >= best) continue;
      best = off;
      nearest = Math.sqrt(off) + ROUNDING;
      bx = vx;
      by = vy;
      bc = (p.dx[i] * ex + p.dy[i] * ey) / Math.sqrt(length);
      bs = (k + t) / segments;
    }
    const along = bc * bc;
    out.tight += each * Math.exp(-best / tight) * along;
    const near = Math.exp(-best / wide) * along;
    out.wide += each * near;
    out.sx += near * bx;
    out.sy += near * by;
    out.weight += near;
    if (near > 0.3) {
      out.low = Math.min(out.low, bs);
      out.high = Math.max(out.high, bs);
    }
  }
  if (out.weight > 1e-6) {
    out.sx /= out.weight;
    out.sy /= out.weight;
  }
  return out;
}
