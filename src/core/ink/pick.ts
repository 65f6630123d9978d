/** Picking lines and paint on the paper: under the pen, inside a loop, by swatch. */
import { type Area, type Id, POINT_SIZE, type Stroke } from '../shot/model.ts';
import { toSegment2 } from './crossings.ts';
import { SAMPLE_SIZE, sampleStroke } from './curve.ts';
import { Loop } from './loop.ts';
import { type Bounds, strokeBounds } from './outline.ts';
import type { Pick } from './transform.ts';

interface Drawn {
  ink: Stroke[];
  paint: Area[];
}

/** The topmost line whose ink, or the room of `reach` paper pixels around it, is under a point; null when there is none. */
export function strokeAt(ink: Stroke[], x: number, y: number, reach: number): Stroke | null {
  for (let s = ink.length - 1; s >= 0; s--) {
    const stroke = ink[s];
    const box = strokeBounds(stroke);
    if (x < box.minX - reach || x > box.maxX + reach || y < box.minY - reach || y > box.maxY + reach) continue;
    const samples = sampleStroke(stroke);
    for (let i = 0; i < samples.length; i += SAMPLE_SIZE) {
      const j = Math.min(samples.length - SAMPLE_SIZE, i + SAMPLE_SIZE);
      const near = reach + samples[i + 2];
      if (toSegment2(x, y, samples[i], samples[i + 1], samples[j], samples[j + 1]) <= near * near) return stroke;
    }
  }
  return null;
}

/** Whether more than half of a run of points lies inside a loop; asks no further once that is settled. */
function mostlyInside(points: Float32Array, size: number, loop: Loop): boolean {
  const half = points.length / size / 2;
  let inside = 0;
  let outside = 0;
  for (let i = 0; i < points.length; i += size) {
    if (loop.contains(points[i], points[i + 1])) inside++;
    else outside++;
    if (inside > half) return true;
    if (outside >= half) return false;
  }
  return false;
}

/** The lines and paint of which more than half lies inside a loop (x, y pairs). */
export function pickInside({ ink, paint }: Drawn, path: Float32Array): Pick {
  const loop = new Loop(path);
  return {
    strokes: ink.filter(({ points }) => mostlyInside(points, POINT_SIZE, loop)).map(({ id }) => id),
    areas: paint.filter(({ rings }) => rings.length > 0 && mostlyInside(rings[0], 2, loop)).map(({ id }) => id),
  };
}

/** The lines and paint of a swatch. */
export function pickSwatch({ ink, paint }: Drawn, swatch: Id): Pick {
  return {
    strokes: ink.filter((stroke) => stroke.swatch === swatch).map(({ id }) => id),
    areas: paint.filter((area) => area.swatch === swatch).map(({ id }) => id),
  };
}

/** What is picked of a drawing that is still there. */
export function stillThere({ ink, paint }: Drawn, pick: Pick): Pick {
  const strokes = new Set(ink.map(({ id }) => id));
  const areas = new Set(paint.map(({ id }) => id));
  return { strokes: pick.strokes.filter((id) => strokes.has(id)), areas: pick.areas.filter((id) => areas.has(id)) };
}

function widen(box: Bounds, x: number, y: number): void {
  box.minX = Math.min(box.minX, x);
  box.maxX = Math.max(box.maxX, x);
  box.minY = Math.min(box.minY, y);
  box.maxY = Math.max(box.maxY, y);
}

/** The box around what is picked, along the middles of the lines; null when nothing is. */
export function boxOf({ ink, paint }: Drawn, pick: Pick): Bounds | null {
  const strokes = new Set(pick.strokes);
  const areas = new Set(pick.areas);
  const box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  for (const stroke of ink) {
    if (!strokes.has(stroke.id)) continue;
    const samples = sampleStroke(stroke);
    for (let i = 0; i < samples.length; i += SAMPLE_SIZE) widen(box, samples[i], samples[i + 1]);
  }
  for (const { id, rings } of paint)
    if (areas.has(id))
      for (const ring of rings) for (let i = 0; i < ring.length; i += 2) widen(box, ring[i], ring[i + 1]);
  return box.minX > box.maxX ? null : box;
}
