/** Lines made thicker or thinner where they are brushed over. */

import { boxesMeet } from '../plane/box.ts';
import { type Brush, POINT_SIZE, type Stroke } from '../shot/drawing-model.ts';
import { radiusAt } from './curve.ts';
import { withPointsEvery } from './dense.ts';
import { falloff } from './falloff.ts';
import { strokeBox } from './outline.ts';
import { leanFor, respond, STRAIGHT } from './response.ts';

const LEAST_RADIUS = 0.3;
const MOST_RADIUS = 200;
const STEPS = 24;

/** The pressure at which a brush gives a radius; its width follows pressure, the more the thicker. */
function pressureFor(brush: Brush, radius: number): number {
  let low = 0;
  let high = 1;
  for (let i = 0; i < STEPS; i++) {
    const middle = (low + high) / 2;
    if ((brush.width / 2) * respond(brush.widthBy, middle) < radius) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** A brush that can give every radius up to `most`: the same where it can, else one whose width follows pressure. */
function ableTo(brush: Brush, least: number, most: number): Brush {
  const { drive, lowest, highest } = brush.widthBy;
  const half = brush.width / 2;
  if (drive === 'pressure' && lowest < highest && half * lowest <= least && half * highest >= most) return brush;
  return {
    ...brush,
    width: Math.max(brush.width, most),
    widthBy: { drive: 'pressure', lowest: 0, highest: 2, curve: [...STRAIGHT] },
  };
}

/**
 * A brush whose darkness follows the same pressure that is to give the width: darkness is given by tilt from now on, and the
 * points lean so that each is as dark as it was. Others are left alone.
 */
function withOwnDarkness(brush: Brush, points: Float32Array): Brush {
  const { opacityBy } = brush;
  if (opacityBy.drive !== 'pressure') return brush;
  for (let o = 0; o < points.length; o += POINT_SIZE) {
    points[o + 3] = leanFor(points[o + 2]);
    points[o + 4] = 0;
  }
  return { ...brush, opacityBy: { ...opacityBy, drive: 'tilt' } };
}

/**
 * The lines with the width of what lies in a soft circle multiplied: by `by` in the middle, by 1 at the rim. Places,
 * darkness and time stay. Lines out of reach are the very same.
 */
export function swell(ink: Stroke[], x: number, y: number, radius: number, by: number): Stroke[] {
  const box = { minX: x - radius, minY: y - radius, maxX: x + radius, maxY: y + radius };
  return ink.map((stroke) => {
    if (!boxesMeet(strokeBox(stroke), box)) return stroke;
    const line = withPointsEvery(stroke, Math.max(3, radius / 4));
    const n = line.points.length / POINT_SIZE;
    const radii = Float32Array.from({ length: n }, (_, i) => radiusAt(stroke.brush, line.points, i, n));
    let any = false;
    for (let i = 0; i < n; i++) {
      const weight = falloff(Math.hypot(line.points[i * POINT_SIZE] - x, line.points[i * POINT_SIZE + 1] - y), radius);
      if (weight === 0) continue;
      any = true;
      radii[i] = Math.max(LEAST_RADIUS, Math.min(MOST_RADIUS, radii[i] * by ** weight));
    }
    if (!any) return stroke;
    const points = line.points.slice();
    const brush = ableTo(withOwnDarkness(stroke.brush, points), Math.min(...radii), Math.max(...radii));
    for (let i = 0; i < n; i++) points[i * POINT_SIZE + 2] = pressureFor(brush, radii[i]);
    return { ...stroke, brush, points };
  });
}
