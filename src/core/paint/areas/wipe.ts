/** Paint rubbed out with a brush. Shapes are clipped as polygons, exactly: an edge the brush does not touch does not move. */

import { boxesMeet } from '../../plane/box.ts';
import { type Cutter, cutterOf, ringsWithout } from '../../plane/clip.ts';
import { ringsBox } from '../../plane/rings.ts';
import type { Area } from '../../shot/drawing-model.ts';
import { newId } from '../../shot/ids.ts';
import { type Path, pathBox } from './daub.ts';

/** Farthest a round end lies from its polygon, paper pixels. */
const ROUND = 0.05;
/** The way of a brush of one radius between two points, as a polygon. */
function capsule(ax: number, ay: number, bx: number, by: number, radius: number): number[] {
  const steps = Math.max(6, Math.ceil(Math.PI / Math.acos(Math.max(0.5, 1 - ROUND / radius))));
  const angle = Math.atan2(by - ay, bx - ax);
  const out: number[] = [];
  for (const [x, y, from] of [
    [bx, by, angle - Math.PI / 2],
    [ax, ay, angle + Math.PI / 2],
  ]) {
    for (let i = 0; i <= steps; i++) {
      const turn = from + (Math.PI * i) / steps;
      out.push(x + radius * Math.cos(turn), y + radius * Math.sin(turn));
    }
  }
  return out;
}

function brushed(path: Path): Cutter {
  const parts: number[][] = [];
  for (let i = 0; i < path.length; i += 3) {
    const before = Math.max(0, i - 3);
    if (i === 0 && path.length > 3) continue;
    const radius = Math.max(path[before + 2], path[i + 2]);
    if (radius > 0) parts.push(capsule(path[before], path[before + 1], path[i], path[i + 1], radius));
  }
  return cutterOf(parts);
}

/** Paint rubbed out along a path. Areas it does not touch are the very same; those that come apart stay one. */
export function wipe(paint: Area[], path: Path): Area[] {
  if (path.length === 0) return paint;
  const box = pathBox(path);
  let brush: Cutter | null = null;
  let changed = false;
  const out = paint.flatMap((area) => {
    if (area.rings.length === 0 || !boxesMeet(ringsBox(area.rings), box)) return area;
    brush ??= brushed(path);
    const rings = ringsWithout(area.rings, brush);
    if (!rings) return area;
    changed = true;
    return rings.length === 0 ? [] : { ...area, id: newId(), rings, sure: null };
  });
  return changed ? out : paint;
}
