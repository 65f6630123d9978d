/**
 * Erasing: what is left of a line stays an ordinary, editable line. Four ways: the part that is passed over, the whole
 * line, a line up to its crossings (an overshoot in one touch), all inside a loop.
 */

import { boxesMeet, boxOfPoints, grownBox } from '../plane/box.ts';
import { polylineLength } from '../plane/polyline.ts';
import { PreparedRing } from '../plane/rings.ts';
import { segmentDistance2 } from '../plane/segment.ts';
import { type Brush, POINT_SIZE, type Stroke } from '../shot/drawing-model.ts';
import { newId } from '../shot/ids.ts';
import { crossingsOf } from './crossings.ts';
import { radiusAt } from './curve.ts';
import { densePoints } from './dense.ts';
import { strokeBox } from './outline.ts';

export const ERASES = ['part', 'line', 'crossings', 'loop'] as const;
export type EraseHow = (typeof ERASES)[number];

/** Remnants shorter than this (paper pixels) are dust. */
const DUST = 1.5;

/** Whether the eraser's path (x, y pairs) comes within `radius` of a point. */
function touches(path: Float32Array, radius: number, x: number, y: number): boolean {
  const r2 = radius * radius;
  if (path.length === 2) return segmentDistance2(x, y, path[0], path[1], path[0], path[1]) <= r2;
  for (let i = 2; i < path.length; i += 2) {
    if (segmentDistance2(x, y, path[i - 2], path[i - 1], path[i], path[i + 1]) <= r2) return true;
  }
  return false;
}

/** For every dense point 1 when the eraser reaches it, or null when it reaches none. */
function reached(stroke: Stroke, dense: Float32Array, path: Float32Array, radius: number): Uint8Array | null {
  const gone = new Uint8Array(dense.length / POINT_SIZE);
  let any = false;
  for (let i = 0; i < gone.length; i++) {
    const o = i * POINT_SIZE;
    // A line is touched when its inked edge is.
    const reach = radius + radiusAt(stroke.brush, dense, i, gone.length) * 0.5;
    if (!touches(path, reach, dense[o], dense[o + 1])) continue;
    gone[i] = 1;
    any = true;
  }
  return any ? gone : null;
}

/** A cut end keeps the width it had: only the line's own ends taper. */
function cutBrush({ brush, closed }: Stroke, dense: Float32Array, part: number[]): Brush {
  const { start, end } = brush.taper;
  if (start === 0 && end === 0) return brush;
  const last = dense.length - POINT_SIZE;
  const at = part.length - POINT_SIZE;
  const ownStart = !closed && part[0] === dense[0] && part[1] === dense[1];
  const ownEnd = !closed && part[at] === dense[last] && part[at + 1] === dense[last + 1];
  return { ...brush, taper: { start: ownStart ? start : 0, end: ownEnd ? end : 0 } };
}

/** The parts of a line whose points are not gone. */
function remains(stroke: Stroke, dense: Float32Array, gone: Uint8Array): Stroke[] {
  const parts: number[][] = [];
  let part: number[] = [];
  for (let i = 0; i < gone.length; i++) {
    if (gone[i]) {
      if (part.length) parts.push(part);
      part = [];
    } else part.push(...dense.subarray(i * POINT_SIZE, (i + 1) * POINT_SIZE));
  }
  if (part.length) parts.push(part);
  // A closed line that keeps its start is one piece across the seam.
  if (stroke.closed && parts.length > 1 && !gone[0] && !gone[gone.length - 1]) {
    const tail = parts.pop()!;
    parts[0] = [...tail, ...parts[0].slice(POINT_SIZE)];
  }
  return parts
    .filter((points) => polylineLength(points, POINT_SIZE) > DUST)
    .map((points) => ({
      ...stroke,
      id: newId(),
      brush: cutBrush(stroke, dense, points),
      closed: false,
      points: Float32Array.from(points),
    }));
}

/** Runs `cut` over the strokes that a box reaches; it gives what is left of one, or null where it stays. */
function overNear(
  ink: Stroke[],
  path: Float32Array,
  radius: number,
  cut: (stroke: Stroke) => Stroke[] | null,
): Stroke[] | null {
  const box = grownBox(boxOfPoints(path, 2), radius);
  let any = false;
  const out: Stroke[] = [];
  for (const stroke of ink) {
    const left = boxesMeet(strokeBox(stroke), box) ? cut(stroke) : null;
    if (left) {
      any = true;
      out.push(...left);
    } else out.push(stroke);
  }
  return any ? out : null;
}

/**
 * Passes an eraser of `radius` along `path` (x, y pairs, paper pixels) over the strokes. Untouched strokes are the same
 * objects; returns null when nothing was touched.
 */
export function erase(ink: Stroke[], path: Float32Array, radius: number): Stroke[] | null {
  return overNear(ink, path, radius, (stroke) => {
    const dense = densePoints(stroke);
    const gone = reached(stroke, dense, path, radius);
    return gone && remains(stroke, dense, gone);
  });
}

/** The same, but every line touched goes whole. */
export function eraseLines(ink: Stroke[], path: Float32Array, radius: number): Stroke[] | null {
  return overNear(ink, path, radius, (stroke) => (reached(stroke, densePoints(stroke), path, radius) ? [] : null));
}

/**
 * The same, but of every line touched goes what lies between the crossings on both sides of the touch, or between a
 * crossing and the line's end: an overshoot in one touch. A line without a crossing goes whole.
 */
export function eraseToCrossings(ink: Stroke[], path: Float32Array, radius: number): Stroke[] | null {
  const dense = new Map<Stroke, Float32Array>();
  const denseOf = (stroke: Stroke) => {
    let points = dense.get(stroke);
    if (!points) {
      points = densePoints(stroke);
      dense.set(stroke, points);
    }
    return points;
  };
  return overNear(ink, path, radius, (stroke) => {
    const own = denseOf(stroke);
    const hit = reached(stroke, own, path, radius);
    if (!hit) return null;
    const bounds = strokeBox(stroke);
    const places = ink
      .filter((other) => boxesMeet(strokeBox(other), bounds))
      .flatMap((other) => crossingsOf(own, denseOf(other)))
      .sort((a, b) => a - b);
    if (places.length === 0) return [];
    const { points, crossing, hits } = withCrossings(own, hit, places);
    return remains(stroke, points, betweenCrossings(stroke.closed, crossing, hits));
  });
}

/** The dense line with its crossings put in as points of their own, so that what is left reaches them exactly. */
function withCrossings(dense: Float32Array, hit: Uint8Array, places: number[]) {
  const points: number[] = [];
  const crossing: boolean[] = [];
  const hits: boolean[] = [];
  let next = 0;
  for (let i = 0; i < hit.length; i++) {
    const o = i * POINT_SIZE;
    points.push(...dense.subarray(o, o + POINT_SIZE));
    crossing.push(false);
    hits.push(hit[i] === 1);
    for (; next < places.length && places[next] < i + 1; next++) {
      const t = places[next] - i;
      for (let k = 0; k < POINT_SIZE; k++) points.push(dense[o + k] + (dense[o + POINT_SIZE + k] - dense[o + k]) * t);
      crossing.push(true);
      hits.push(false);
    }
  }
  return { points: Float32Array.from(points), crossing, hits };
}

/** Which points go: from each one hit to the next crossing on both sides. A closed line goes on over its seam. */
function betweenCrossings(closed: boolean, crossing: boolean[], hits: boolean[]): Uint8Array {
  const sections: number[] = [];
  let section = 0;
  for (const isCrossing of crossing) {
    sections.push(section);
    if (isCrossing) section++;
  }
  const last = section;
  const named = (i: number) => (closed && sections[i] === last ? 0 : sections[i]);
  const goes = new Set<number>();
  hits.forEach((hit, i) => {
    if (hit) goes.add(named(i));
  });
  return Uint8Array.from(crossing, (isCrossing, i) => (!isCrossing && goes.has(named(i)) ? 1 : 0));
}

/** Erases what lies inside a loop (x, y pairs): lines are cut where they enter it. Null when nothing lies inside. */
export function eraseInside(ink: Stroke[], loop: Float32Array): Stroke[] | null {
  const inside = new PreparedRing(loop);
  return overNear(ink, loop, 0, (stroke) => {
    const dense = densePoints(stroke);
    const gone = new Uint8Array(dense.length / POINT_SIZE);
    let any = false;
    for (let i = 0; i < gone.length; i++) {
      if (!inside.contains(dense[i * POINT_SIZE], dense[i * POINT_SIZE + 1])) continue;
      gone[i] = 1;
      any = true;
    }
    return any ? remains(stroke, dense, gone) : null;
  });
}
