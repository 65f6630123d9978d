/** Areas of paint as shapes: size, box, what lies in them. */
import type { Area } from '../shot/model.ts';
import { ringArea } from './trace.ts';

export function ringsBox(rings: Float32Array[]) {
  const b = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  for (const ring of rings) {
    for (let i = 0; i < ring.length; i += 2) {
      b.minX = Math.min(b.minX, ring[i]);
      b.maxX = Math.max(b.maxX, ring[i]);
      b.minY = Math.min(b.minY, ring[i + 1]);
      b.maxY = Math.max(b.maxY, ring[i + 1]);
    }
  }
  return b;
}

/** Area of even-odd rings (outer boundary first), square paper pixels. */
export function areaSize(rings: Float32Array[]): number {
  return rings.reduce((sum, ring, i) => sum + (i === 0 ? 1 : -1) * Math.abs(ringArea(ring)), 0);
}

/** Even-odd test of a point against an area's rings. */
export function areaContains(rings: Float32Array[], x: number, y: number): boolean {
  let inside = false;
  for (const ring of rings) {
    const n = ring.length;
    for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
      const yi = ring[i + 1];
      const yj = ring[j + 1];
      if (yi > y !== yj > y && x < ((ring[j] - ring[i]) * (y - yi)) / (yj - yi) + ring[i]) inside = !inside;
    }
  }
  return inside;
}

/** The topmost area under a point, or null. */
export function areaUnder(paint: Area[], x: number, y: number): Area | null {
  for (let i = paint.length - 1; i >= 0; i--) if (areaContains(paint[i].rings, x, y)) return paint[i];
  return null;
}

/** A place inside an area: the middle of the longest piece of the row through its box's middle. */
export function insideOf({ rings }: Pick<Area, 'rings'>): [number, number] {
  let [low, high] = [Infinity, -Infinity];
  for (const ring of rings)
    for (let i = 1; i < ring.length; i += 2) [low, high] = [Math.min(low, ring[i]), Math.max(high, ring[i])];
  const y = (low + high) / 2;
  const row: number[] = [];
  for (const ring of rings)
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const [ay, by] = [ring[j + 1], ring[i + 1]];
      if (ay > y !== by > y) row.push(ring[j] + ((y - ay) * (ring[i] - ring[j])) / (by - ay));
    }
  row.sort((a, b) => a - b);
  let best: [number, number] = [row[0] ?? 0, row[1] ?? 0];
  for (let i = 0; i + 1 < row.length; i += 2) if (row[i + 1] - row[i] > best[1] - best[0]) best = [row[i], row[i + 1]];
  return [(best[0] + best[1]) / 2, y];
}
