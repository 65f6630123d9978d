/** Uniform Catmull-Rom curves: through all their control points, the ends of an open one repeated. */

/** Where control point i of n begins in a list of `stride` numbers a point; a closed curve goes round. */
export function controlAt(n: number, closed: boolean, stride: number): (i: number) => number {
  return (i) => (closed ? ((i % n) + n) % n : Math.max(0, Math.min(n - 1, i))) * stride;
}

/** One coordinate at `t` (0..1) between b and c of the curve through a, b, c, d. */
export function catmullRom(a: number, b: number, c: number, d: number, t: number): number {
  const t2 = t * t;
  const t3 = t2 * t;
  const wa = -0.5 * t3 + t2 - 0.5 * t;
  const wb = 1.5 * t3 - 2.5 * t2 + 1;
  const wc = -1.5 * t3 + 2 * t2 + 0.5 * t;
  const wd = 0.5 * t3 - 0.5 * t2;
  return wa * a + wb * b + wc * c + wd * d;
}
