/** Where lines cross. */

import { segmentCrossing } from '../plane/segment.ts';
import { POINT_SIZE } from '../shot/drawing-model.ts';

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
      const t = segmentCrossing(line, a, b, other, c, d);
      if (t >= 0) out.push(i + t);
    }
  }
  return out.sort((x, y) => x - y);
}
