/** Straight pieces of lines: how near a point is to one, and where two cross. */
import { POINT_SIZE } from '../shot/model.ts';
import type { Bounds } from './outline.ts';

export const meet = (a: Bounds, b: Bounds): boolean =>
  a.minX <= b.maxX && a.maxX >= b.minX && a.minY <= b.maxY && a.maxY >= b.minY;

/** Squared distance from p to the segment a-b. */
export function toSegment2(px: number, py: number, ax: number, ay: number, bx: number, by: number): number {
  const dx = bx - ax;
  const dy = by - ay;
  const l2 = dx * dx + dy * dy;
  const t = l2 === 0 ? 0 : Math.max(0, Math.min(1, ((px - ax) * dx + (py - ay) * dy) / l2));
  const x = ax + t * dx - px;
  const y = ay + t * dy - py;
  return x * x + y * y;
}

/** Where along a-b it crosses c-d, 0..1; -1 when it does not. Parallel pieces do not cross. */
function crossing(p: Float32Array, a: number, b: number, q: Float32Array, c: number, d: number): number {
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

/**
 * Places along a dense line (indices of its points, with a fraction) where it crosses another; `other` may be the line
 * itself: then pieces side by side do not count.
 */
export function crossingsOf(line: Float32Array, other: Float32Array): number[] {
  const out: number[] = [];
  const n = line.length / POINT_SIZE;
  const m = other.length / POINT_SIZE;
  for (let i = 0; i + 1 < n; i++) {
    const a = i * POINT_SIZE;
    const b = a + POINT_SIZE;
    const minX = Math.min(line[a], line[b]);
    const maxX = Math.max(line[a], line[b]);
    const minY = Math.min(line[a + 1], line[b + 1]);
    const maxY = Math.max(line[a + 1], line[b + 1]);
    for (let j = 0; j + 1 < m; j++) {
      if (other === line && Math.abs(i - j) < 2) continue;
      const c = j * POINT_SIZE;
      const d = c + POINT_SIZE;
      if (Math.min(other[c], other[d]) > maxX || Math.max(other[c], other[d]) < minX) continue;
      if (Math.min(other[c + 1], other[d + 1]) > maxY || Math.max(other[c + 1], other[d + 1]) < minY) continue;
      const t = crossing(line, a, b, other, c, d);
      if (t >= 0) out.push(i + t);
    }
  }
  return out.sort((x, y) => x - y);
}
