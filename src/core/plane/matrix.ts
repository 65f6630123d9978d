/** Affine maps of the plane as the six numbers a canvas takes: x' = a x + c y + e, y' = b x + d y + f. */
export type Matrix = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

export const IDENTITY: Matrix = [1, 0, 0, 1, 0, 0];

export const translation = (dx: number, dy: number): Matrix => [1, 0, 0, 1, dx, dy];

export const scaling = (sx: number, sy = sx): Matrix => [sx, 0, 0, sy, 0, 0];

/** @param angle radians; clockwise where y points down, as on the paper */
export const rotation = (angle: number): Matrix => [
  Math.cos(angle),
  Math.sin(angle),
  -Math.sin(angle),
  Math.cos(angle),
  0,
  0,
];

/** The map that does `first`, then `then`. */
export function after(first: Matrix, then: Matrix): Matrix {
  const [a, b, c, d, e, f] = first;
  const [A, B, C, D, E, F] = then;
  return [A * a + C * b, B * a + D * b, A * c + C * d, B * c + D * d, A * e + C * f + E, B * e + D * f + F];
}

/** A map done about a point that stays where it is. */
export function about(map: Matrix, x: number, y: number): Matrix {
  return after(after(translation(-x, -y), map), translation(x, y));
}

/** @throws RangeError when the map flattens the plane. */
export function inverse(m: Matrix): Matrix {
  const [a, b, c, d, e, f] = m;
  const det = a * d - b * c;
  if (det === 0) throw new RangeError('inverse: the map flattens the plane and cannot be undone.');
  return [d / det, -b / det, -c / det, a / det, (c * f - d * e) / det, (b * e - a * f) / det];
}

/** By how much it turns, radians; of a map that stretches too, the turn that comes nearest to it. */
export const turnOf = (m: Matrix): number => Math.atan2(m[1] - m[2], m[0] + m[3]);

export function mapPoint(m: Matrix, x: number, y: number): [number, number] {
  return [m[0] * x + m[2] * y + m[4], m[1] * x + m[3] * y + m[5]];
}

/** A copy of points with their first two numbers mapped. @param stride numbers a point */
export function mapPoints(m: Matrix, points: Float32Array, stride: number): Float32Array {
  const out = points.slice();
  for (let i = 0; i < out.length; i += stride) {
    out[i] = m[0] * points[i] + m[2] * points[i + 1] + m[4];
    out[i + 1] = m[1] * points[i] + m[3] * points[i + 1] + m[5];
  }
  return out;
}

/** Lengths grow by this under the map (square root of the area's growth). */
export function scaleOf(m: Matrix): number {
  return Math.sqrt(Math.abs(m[0] * m[3] - m[1] * m[2]));
}
