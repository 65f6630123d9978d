/** A piece of a line drawn anew by drawing over it: the line takes the new way between the places it was met. */

import { nearestPoint } from '../plane/polyline.ts';
import { POINT_SIZE, type Stroke } from '../shot/drawing-model.ts';
import { densePoints } from './dense.ts';

/** Mean distance of the path from the line. */
function meanAway(dense: Float32Array, path: Float32Array): number {
  let sum = 0;
  for (let i = 0; i < path.length; i += POINT_SIZE) sum += nearestPoint(dense, POINT_SIZE, path[i], path[i + 1]).away;
  return sum / (path.length / POINT_SIZE);
}

const piece = (dense: Float32Array, from: number, to: number) => dense.subarray(from * POINT_SIZE, to * POINT_SIZE);

function chained(...parts: Float32Array[]): Float32Array {
  const out = new Float32Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    out.set(part, at);
    at += part.length;
  }
  return out;
}

/** The path with the pressure, tilt and time of the line's piece it takes the place of. */
function carried(path: Float32Array, old: Float32Array): Float32Array {
  const out = path.slice();
  const n = path.length / POINT_SIZE;
  const m = old.length / POINT_SIZE;
  if (m === 0) return out;
  for (let i = 0; i < n; i++) {
    const o = Math.round((i / Math.max(1, n - 1)) * (m - 1)) * POINT_SIZE;
    for (let k = 2; k < POINT_SIZE; k++) out[i * POINT_SIZE + k] = old[o + k];
  }
  return out;
}

function turnedRound(path: Float32Array): Float32Array {
  const n = path.length / POINT_SIZE;
  const out = new Float32Array(path.length);
  for (let i = 0; i < n; i++) out.set(path.subarray(i * POINT_SIZE, (i + 1) * POINT_SIZE), (n - 1 - i) * POINT_SIZE);
  return out;
}

/**
 * The line with its piece between the two ends of the path replaced by the path. A path that begins on the line and
 * leaves it takes the place of the line's rest. Null when the path does not begin on the line.
 * @param path points of POINT_SIZE floats @param reach paper pixels an end may lie beside the line
 */
function redrawn(stroke: Stroke, path: Float32Array, reach: number): Stroke | null {
  const dense = densePoints(stroke);
  const n = dense.length / POINT_SIZE;
  const last = path.length - POINT_SIZE;
  if (last < POINT_SIZE || n < 2) return null;
  const start = nearestPoint(dense, POINT_SIZE, path[0], path[1]);
  const end = nearestPoint(dense, POINT_SIZE, path[last], path[last + 1]);
  if (start.away > reach) return null;
  if (end.away > reach) {
    if (stroke.closed) return null;
    // Which way the path sets out: along the line, or against it.
    const ahead = Math.min(path.length - POINT_SIZE, 4 * POINT_SIZE);
    const onward = nearestPoint(dense, POINT_SIZE, path[ahead], path[ahead + 1]).at >= start.at;
    const points = onward
      ? chained(piece(dense, 0, start.at), carried(path, piece(dense, start.at, n)))
      : chained(carried(turnedRound(path), piece(dense, 0, start.at + 1)), piece(dense, start.at + 1, n));
    return { ...stroke, points };
  }
  const forwards = start.at <= end.at;
  const way = forwards ? path : turnedRound(path);
  const [from, to] = forwards ? [start.at, end.at] : [end.at, start.at];
  const inner = chained(piece(dense, 0, from), carried(way, piece(dense, from, to + 1)), piece(dense, to + 1, n));
  if (!stroke.closed) return { ...stroke, points: inner };
  // On a closed line two pieces lie between the ends; the path takes the place of the one it runs beside.
  const outside = chained(piece(dense, to, n), piece(dense, 1, from + 1));
  if (meanAway(piece(dense, from, to + 1), path) <= meanAway(outside, path)) return { ...stroke, points: inner };
  return { ...stroke, points: chained(piece(dense, from, to + 1), carried(turnedRound(way), outside)) };
}

/** The line a path redraws: the one it runs nearest to, among those it begins on; null when it begins on none. */
export function redrawTarget(ink: Stroke[], path: Float32Array, reach: number): { line: Stroke; was: Stroke } | null {
  let best: { line: Stroke; was: Stroke; away: number } | null = null;
  for (const was of ink) {
    const line = redrawn(was, path, reach);
    if (!line) continue;
    const away = meanAway(densePoints(was), path);
    if (!best || away < best.away) best = { line, was, away };
  }
  return best;
}
