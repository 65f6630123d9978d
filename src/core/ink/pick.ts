/** Picking lines and paint on the paper: under the pen, inside a loop, by swatch. */

import { type Box, emptyBox, isEmptyBox, widenByPoints } from '../plane/box.ts';
import { PreparedRing } from '../plane/rings.ts';
import { segmentDistance2 } from '../plane/segment.ts';
import { POINT_SIZE, type Stroke } from '../shot/drawing-model.ts';
import type { Id } from '../shot/ids.ts';
import type { Planes } from '../shot/model.ts';
import { SAMPLE_SIZE, sampleStroke } from './curve.ts';
import { strokeBox } from './outline.ts';
import type { Pick } from './transform.ts';

/** The topmost line whose ink, or the room of `reach` paper pixels around it, is under a point; null when there is none. */
export function strokeAt(ink: Stroke[], x: number, y: number, reach: number): Stroke | null {
  for (let s = ink.length - 1; s >= 0; s--) {
    const stroke = ink[s];
    const box = strokeBox(stroke);
    if (x < box.minX - reach || x > box.maxX + reach || y < box.minY - reach || y > box.maxY + reach) continue;
    const samples = sampleStroke(stroke);
    for (let i = 0; i < samples.length; i += SAMPLE_SIZE) {
      const j = Math.min(samples.length - SAMPLE_SIZE, i + SAMPLE_SIZE);
      const near = reach + samples[i + 2];
      if (segmentDistance2(x, y, samples[i], samples[i + 1], samples[j], samples[j + 1]) <= near * near) return stroke;
    }
  }
  return null;
}

/** Whether more than half of a run of points lies inside a loop; asks no further once that is settled. */
function mostlyInside(points: Float32Array, size: number, loop: PreparedRing): boolean {
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
export function pickInside({ ink, paint }: Planes, path: Float32Array): Pick {
  const loop = new PreparedRing(path);
  return {
    strokes: ink.filter(({ points }) => mostlyInside(points, POINT_SIZE, loop)).map(({ id }) => id),
    areas: paint.filter(({ rings }) => rings.length > 0 && mostlyInside(rings[0], 2, loop)).map(({ id }) => id),
  };
}

/** The lines and paint of a swatch. */
export function pickSwatch({ ink, paint }: Planes, swatch: Id): Pick {
  return {
    strokes: ink.filter((stroke) => stroke.swatch === swatch).map(({ id }) => id),
    areas: paint.filter((area) => area.swatch === swatch).map(({ id }) => id),
  };
}

/** What is picked of a drawing that is still there. */
export function stillThere({ ink, paint }: Planes, pick: Pick): Pick {
  const strokes = new Set(ink.map(({ id }) => id));
  const areas = new Set(paint.map(({ id }) => id));
  return { strokes: pick.strokes.filter((id) => strokes.has(id)), areas: pick.areas.filter((id) => areas.has(id)) };
}

/** The box around what is picked, along the middles of the lines; null when nothing is. */
export function boxOf({ ink, paint }: Planes, pick: Pick): Box | null {
  const strokes = new Set(pick.strokes);
  const areas = new Set(pick.areas);
  const box = emptyBox();
  for (const stroke of ink) {
    if (!strokes.has(stroke.id)) continue;
    widenByPoints(box, sampleStroke(stroke), SAMPLE_SIZE);
  }
  for (const { id, rings } of paint) if (areas.has(id)) for (const ring of rings) widenByPoints(box, ring, 2);
  return isEmptyBox(box) ? null : box;
}
