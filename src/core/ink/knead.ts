/** Knead: lines and paint pushed, gathered or spread by a soft circle, as if they were clay. */

import { boxesMeet } from '../plane/box.ts';
import { POINT_SIZE } from '../shot/drawing-model.ts';
import type { Planes } from '../shot/model.ts';
import { withPointsEvery } from './dense.ts';
import { falloff } from './falloff.ts';
import { strokeBox } from './outline.ts';

export const KNEADS = ['push', 'gather', 'spread'] as const;
export type KneadHow = (typeof KNEADS)[number];

/** One step of the hand. */
export interface KneadStep {
  x: number;
  y: number;
  /** How far the hand moved, paper pixels; only pushing needs it. */
  dx: number;
  dy: number;
  radius: number;
}

/** Share of the way to the middle that gathering takes at once. */
const GATHER = 0.06;
/** A line bends where it has points: at least this many across the circle's radius. */
const POINTS_A_RADIUS = 5;
const FINEST = 3;

/** Moves every point (`size` floats each) inside the circle; null when there is none. */
function moved(points: Float32Array, size: number, how: KneadHow, step: KneadStep): Float32Array | null {
  let out: Float32Array | null = null;
  const { x, y, dx, dy, radius } = step;
  for (let i = 0; i < points.length; i += size) {
    const ax = points[i] - x;
    const ay = points[i + 1] - y;
    const weight = falloff(Math.hypot(ax, ay), radius);
    if (weight === 0) continue;
    out ??= points.slice();
    if (how === 'push') {
      out[i] += dx * weight;
      out[i + 1] += dy * weight;
    } else {
      const by = (how === 'gather' ? -GATHER : GATHER) * weight;
      out[i] += ax * by;
      out[i + 1] += ay * by;
    }
  }
  return out;
}

/** The drawing after one step; what the circle does not reach is the very same. */
export function knead({ ink, paint }: Planes, how: KneadHow, step: KneadStep): Planes {
  const { x, y, radius } = step;
  const box = { minX: x - radius, minY: y - radius, maxX: x + radius, maxY: y + radius };
  return {
    ink: ink.map((stroke) => {
      if (!boxesMeet(strokeBox(stroke), box)) return stroke;
      const bendable = withPointsEvery(stroke, Math.max(FINEST, radius / POINTS_A_RADIUS));
      const points = moved(bendable.points, POINT_SIZE, how, step);
      return points ? { ...stroke, points } : stroke;
    }),
    paint: paint.map((area) => {
      let any = false;
      const rings = area.rings.map((ring) => {
        const next = moved(ring, 2, how, step);
        if (next) any = true;
        return next ?? ring;
      });
      return any ? { ...area, rings } : area;
    }),
  };
}
