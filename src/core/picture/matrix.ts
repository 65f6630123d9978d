/** Plane affine maps as the six numbers a canvas takes: x' = a x + c y + e, y' = b x + d y + f. */
import type { Bounds } from '../ink/outline.ts';

export type Matrix = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

export const IDENTITY: Matrix = [1, 0, 0, 1, 0, 0];

/** The map that does `first`, then `then`. */
export function after(first: Matrix, then: Matrix): Matrix {
  const [a, b, c, d, e, f] = first;
  const [A, B, C, D, E, F] = then;
  return [A * a + C * b, B * a + D * b, A * c + C * d, B * c + D * d, A * e + C * f + E, B * e + D * f + F];
}

/** @throws RangeError when the map flattens the plane. */
export function inverse(m: Matrix): Matrix {
  const [a, b, c, d, e, f] = m;
  const det = a * d - b * c;
  if (det === 0) throw new RangeError('inverse: the map flattens the plane and cannot be undone.');
  return [d / det, -b / det, -c / det, a / det, (c * f - d * e) / det, (b * e - a * f) / det];
}

export function mapPoint(m: Matrix, x: number, y: number): [number, number] {
  return [m[0] * x + m[2] * y + m[4], m[1] * x + m[3] * y + m[5]];
}

/** Lengths grow by this under the map (square root of the area's growth). */
export function scaleOf(m: Matrix): number {
  return Math.sqrt(Math.abs(m[0] * m[3] - m[1] * m[2]));
}

export function scaling(by: number): Matrix {
  return [by, 0, 0, by, 0, 0];
}

/** The upright box around a box under the map. */
export function mapBounds(m: Matrix, { minX, minY, maxX, maxY }: Bounds): Bounds {
  const out = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  for (const [x, y] of [
    [minX, minY],
    [maxX, minY],
    [minX, maxY],
    [maxX, maxY],
  ]) {
    const [px, py] = mapPoint(m, x, y);
    out.minX = Math.min(out.minX, px);
    out.maxX = Math.max(out.maxX, px);
    out.minY = Math.min(out.minY, py);
    out.maxY = Math.max(out.maxY, py);
  }
  return out;
}
