/** Erasing: a round eraser cuts lines where it passes; what is left of a line stays an ordinary, editable line. */
import { newId } from '../shot/ids.ts';
import { POINT_SIZE, type Stroke } from '../shot/model.ts';
import { SAMPLE_SIZE, sampleCurve } from './curve.ts';
import { diameter, strokeBounds } from './outline.ts';

/** Remnants shorter than this (paper pixels) are dust. */
const DUST = 1.5;

/** Squared distance from p to the segment a-b. */
function toSegment2(px: number, py: number, ax: number, ay: number, bx: number, by: number): number {
  const dx = bx - ax;
  const dy = by - ay;
  const l2 = dx * dx + dy * dy;
  const t = l2 === 0 ? 0 : Math.max(0, Math.min(1, ((px - ax) * dx + (py - ay) * dy) / l2));
  const x = ax + t * dx - px;
  const y = ay + t * dy - py;
  return x * x + y * y;
}

/** Whether the eraser's path (x, y pairs) comes within `radius` of a point. */
function touches(path: Float32Array, radius: number, x: number, y: number): boolean {
  const r2 = radius * radius;
  if (path.length === 2) return toSegment2(x, y, path[0], path[1], path[0], path[1]) <= r2;
  for (let i = 2; i < path.length; i += 2) {
    if (toSegment2(x, y, path[i - 2], path[i - 1], path[i], path[i + 1]) <= r2) return true;
  }
  return false;
}

/** Splits every span into pieces no longer than this before cutting, paper pixels. */
const FINE = 2;

/** Resampled points, dense enough to cut anywhere: POINT_SIZE floats each. */
function densePoints(stroke: Stroke): Float32Array {
  const samples = sampleCurve(stroke.points, stroke.closed);
  const out: number[] = [];
  const push = (x: number, y: number, p: number) => out.push(x, y, p, 0, 0, 0);
  push(samples[0], samples[1], samples[2]);
  for (let i = SAMPLE_SIZE; i < samples.length; i += SAMPLE_SIZE) {
    const [ax, ay, ap] = [samples[i - 3], samples[i - 2], samples[i - 1]];
    const [bx, by, bp] = [samples[i], samples[i + 1], samples[i + 2]];
    const count = Math.max(1, Math.ceil(Math.hypot(bx - ax, by - ay) / FINE));
    for (let k = 1; k <= count; k++) {
      const t = k / count;
      push(ax + (bx - ax) * t, ay + (by - ay) * t, ap + (bp - ap) * t);
    }
  }
  return Float32Array.from(out);
}

function lengthOf(points: number[]): number {
  let length = 0;
  for (let i = POINT_SIZE; i < points.length; i += POINT_SIZE) {
    length += Math.hypot(points[i] - points[i - POINT_SIZE], points[i + 1] - points[i - POINT_SIZE + 1]);
  }
  return length;
}

/** Cuts one stroke; null when the eraser does not touch it. A line is touched when its inked edge is. */
function cutStroke(stroke: Stroke, path: Float32Array, radius: number): Stroke[] | null {
  const dense = densePoints(stroke);
  const n = dense.length / POINT_SIZE;
  const gone = new Uint8Array(n);
  let any = false;
  for (let i = 0; i < n; i++) {
    const o = i * POINT_SIZE;
    const reach = radius + diameter(stroke.brush, dense[o + 2]) * 0.25;
    if (touches(path, reach, dense[o], dense[o + 1])) {
      gone[i] = 1;
      any = true;
    }
  }
  if (!any) return null;
  const parts: number[][] = [];
  let part: number[] = [];
  for (let i = 0; i < n; i++) {
    if (gone[i]) {
      if (part.length) parts.push(part);
      part = [];
    } else part.push(...dense.subarray(i * POINT_SIZE, (i + 1) * POINT_SIZE));
  }
  if (part.length) parts.push(part);
  // A closed line that keeps its start is one piece across the seam.
  if (stroke.closed && parts.length > 1 && !gone[0] && !gone[n - 1]) {
    const tail = parts.pop()!;
    parts[0] = [...tail, ...parts[0].slice(POINT_SIZE)];
  }
  return parts
    .filter((points) => lengthOf(points) > DUST)
    .map((points) => ({ ...stroke, id: newId(), closed: false, points: Float32Array.from(points) }));
}

/**
 * Passes an eraser of `radius` along `path` (x, y pairs, paper pixels) over the strokes. Untouched strokes are the same
 * objects; returns null when nothing was touched.
 */
export function erase(ink: Stroke[], path: Float32Array, radius: number): Stroke[] | null {
  const box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  for (let i = 0; i < path.length; i += 2) {
    box.minX = Math.min(box.minX, path[i] - radius);
    box.maxX = Math.max(box.maxX, path[i] + radius);
    box.minY = Math.min(box.minY, path[i + 1] - radius);
    box.maxY = Math.max(box.maxY, path[i + 1] + radius);
  }
  let any = false;
  const out: Stroke[] = [];
  for (const stroke of ink) {
    const b = strokeBounds(stroke);
    const near = b.minX <= box.maxX && b.maxX >= box.minX && b.minY <= box.maxY && b.maxY >= box.minY;
    const cut = near ? cutStroke(stroke, path, radius) : null;
    if (cut) {
      any = true;
      out.push(...cut);
    } else out.push(stroke);
  }
  return any ? out : null;
}
