/** Measuring a figure in heads. */
import type { Point } from '../plane/point.ts';

const length = (a: Point, b: Point) => Math.hypot(b.x - a.x, b.y - a.y);

/** How many times the head goes into the figure; null while either is too short to measure. */
export function headsHigh(head: [Point, Point] | null, figure: [Point, Point] | null): number | null {
  if (!head || !figure) return null;
  const [own, whole] = [length(...head), length(...figure)];
  return own < 1e-4 || whole < own ? null : whole / own;
}

/** Heights on which the heads of a figure from `top` to `bottom` begin and end: `heads` of them, the last one cut short. */
export function headLadder(top: number, bottom: number, heads: number): number[] {
  const step = (bottom - top) / heads;
  const out: number[] = [];
  for (let k = 0; k <= heads + 1e-9; k++) out.push(top + k * step);
  if (bottom - out[out.length - 1] > step * 0.02) out.push(bottom);
  return out;
}
