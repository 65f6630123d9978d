/** Even-odd rings of x, y pairs: size, box, which points lie in them. */
import { type Box, emptyBox, widenByPoints } from './box.ts';

export function ringsBox(rings: Float32Array[]): Box {
  const box = emptyBox();
  for (const ring of rings) widenByPoints(box, ring, 2);
  return box;
}

/** Signed area of a ring. */
export function ringArea(ring: ArrayLike<number>): number {
  let area = 0;
  const n = ring.length;
  for (let i = 0, j = n - 2; i < n; j = i, i += 2) area += ring[j] * ring[i + 1] - ring[i] * ring[j + 1];
  return area / 2;
}

/** Area of even-odd rings (outer boundary first), square pixels. */
export function ringsArea(rings: Float32Array[]): number {
  return rings.reduce((sum, ring, i) => sum + (i === 0 ? 1 : -1) * Math.abs(ringArea(ring)), 0);
}

/** Even-odd test of a point against rings. */
export function ringsContain(rings: Float32Array[], x: number, y: number): boolean {
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

/** A point inside rings: the middle of the longest piece of the row through the middle of their box. */
export function pointInside(rings: Float32Array[]): [number, number] {
  const { minY, maxY } = ringsBox(rings);
  const y = (minY + maxY) / 2;
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

/** Bands a prepared ring is cut into, from top to bottom. */
const BANDS = 256;

/** The even-odd test of one ring that many points are asked against: each meets only the edges that pass its height. */
export class PreparedRing {
  readonly box: Box = emptyBox();
  private readonly path: Float32Array;
  /** For each band the places in the path where edges begin that pass it. */
  private readonly bands: number[][] = Array.from({ length: BANDS }, () => []);

  constructor(path: Float32Array) {
    this.path = path;
    widenByPoints(this.box, path, 2);
    for (let i = 0; i < path.length; i += 2) {
      const j = (i + 2) % path.length;
      const from = this.band(Math.min(path[i + 1], path[j + 1]));
      const to = this.band(Math.max(path[i + 1], path[j + 1]));
      for (let k = from; k <= to; k++) this.bands[k].push(i);
    }
  }

  private band(y: number): number {
    const height = this.box.maxY - this.box.minY || 1;
    return Math.max(0, Math.min(BANDS - 1, Math.floor(((y - this.box.minY) / height) * BANDS)));
  }

  contains(x: number, y: number): boolean {
    const { path, box } = this;
    if (x < box.minX || x > box.maxX || y < box.minY || y > box.maxY) return false;
    let inside = false;
    for (const i of this.bands[this.band(y)]) {
      const j = (i + 2) % path.length;
      const yi = path[i + 1];
      const yj = path[j + 1];
      if (yi > y !== yj > y && x < ((path[j] - path[i]) * (y - yi)) / (yj - yi) + path[i]) inside = !inside;
    }
    return inside;
  }
}
