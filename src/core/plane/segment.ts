/** Straight segments: how near a point is to one, and where two cross. */

/** Squared distance from p to the segment a-b. */
export function segmentDistance2(px: number, py: number, ax: number, ay: number, bx: number, by: number): number {
  const dx = bx - ax;
  const dy = by - ay;
  const l2 = dx * dx + dy * dy;
  const t = l2 === 0 ? 0 : Math.max(0, Math.min(1, ((px - ax) * dx + (py - ay) * dy) / l2));
  const x = ax + t * dx - px;
  const y = ay + t * dy - py;
  return x * x + y * y;
}

/** Where along the segment p[a]-p[b] it crosses q[c]-q[d], 0..1; -1 when it does not. Parallel segments do not cross. */
export function segmentCrossing(
  p: ArrayLike<number>,
  a: number,
  b: number,
  q: ArrayLike<number>,
  c: number,
  d: number,
): number {
  const rx = p[b] - p[a];
  const ry = p[b + 1] - p[a + 1];
  const sx = q[d] - q[c];
  const sy = q[d + 1] - q[c + 1];
  const cross = rx * sy - ry * sx;
  if (Math.abs(cross) < 1e-9) return -1;
  const dx = q[c] - p[a];
  const dy = q[c + 1] - p[a + 1];
  const t = (dx * sy - dy * sx) / cross;
  const u = (dx * ry - dy * rx) / cross;
  return t >= 0 && t <= 1 && u >= 0 && u <= 1 ? t : -1;
}
