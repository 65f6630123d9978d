/** Putting poured paint on a drawing's paint plane, and taking it off. */
import { newId } from '../shot/ids.ts';
import type { Area, Id } from '../shot/model.ts';
import { ringArea } from './trace.ts';

/** Two fills of one region may differ this much in area, and this far at the edges (paper pixels). */
const SAME_AREA = 0.03;
const SAME_EDGE = 3;

function box(rings: Float32Array[]) {
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

/**
 * Pours a swatch into a region (its rings) at the point x, y. Paint that stood there and is now covered is replaced, at
 * its place in the stack, so that tones lying on it stay on top.
 */
export function pour(paint: Area[], rings: Float32Array[], swatch: Id, x: number, y: number): Area[] {
  const fresh: Area = { id: newId(), swatch, rings };
  const size = areaSize(rings);
  const outer = box(rings);
  let place = -1;
  const kept: Area[] = [];
  for (const area of paint) {
    const b = box(area.rings);
    const covered =
      areaContains(area.rings, x, y) &&
      areaSize(area.rings) <= size * (1 + SAME_AREA) &&
      b.minX >= outer.minX - SAME_EDGE &&
      b.minY >= outer.minY - SAME_EDGE &&
      b.maxX <= outer.maxX + SAME_EDGE &&
      b.maxY <= outer.maxY + SAME_EDGE;
    if (covered) {
      if (place < 0) place = kept.length;
    } else kept.push(area);
  }
  kept.splice(place < 0 ? kept.length : place, 0, fresh);
  return kept;
}

/** Takes the topmost paint under the point off. */
export function takeOff(paint: Area[], x: number, y: number): Area[] {
  const area = areaUnder(paint, x, y);
  return area ? paint.filter((each) => each !== area) : paint;
}
