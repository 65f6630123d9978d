/** Strokes as the matching sees them: cleaned, measured, and resampled to a fixed number of points. */

import type { Point } from '../../plane/point.ts';
import { lengthsAlong, segmentAt, shareOfSegment } from '../../plane/polyline.ts';

/** Points a shape is compared by. */
export const POINTS = 24;

/** x, y pairs, paper pixels. */
export type Path = Float64Array;

export interface Shape {
  path: Path;
  /** Length along the path up to each of its points; a closed path's last entry is the whole way round. */
  along: Float64Array;
  length: number;
  closed: boolean;
  /** Part of the given points it is, as shares of their length: what was drawn twice is cut off. */
  cut: [number, number];
  /** POINTS points evenly along it, about their middle. */
  x: Float64Array;
  y: Float64Array;
  middle: Point;
  /** Sum of the squared distances of the points from their middle. */
  moment: number;
}

/** A stroke is closed when its ends are this near, pixels, or this share of its length. */
const CLOSED_GAP = 10;
const CLOSED_SHARE = 0.06;
/** Ends that lie on one another, pixels and share, running the same way, close a line too. */
const MEETS = 5;
const MEETS_SHARE = 0.015;
/** Ends that run over each other are looked for in this share of the length at both ends. */
const OVERLAP = 0.12;

/** Points looked at at each end. */
const MOST_ENDS = 300;

function lengths(path: Path, closed: boolean): Float64Array {
  const along = lengthsAlong(path, 2);
  if (!closed) return along;
  const n = along.length;
  const round = new Float64Array(n + 1);
  round.set(along);
  round[n] = along[n - 1] + Math.hypot(path[0] - path[2 * n - 2], path[1] - path[2 * n - 1]);
  return round;
}

/** A path without points that lie on the one before. */
function withoutDoubles(points: ArrayLike<number>): Path {
  const out: number[] = [];
  for (let i = 0; i + 1 < points.length; i += 2) {
    const n = out.length;
    if (n >= 2 && Math.hypot(points[i] - out[n - 2], points[i + 1] - out[n - 1]) < 1e-3) continue;
    out.push(points[i], points[i + 1]);
  }
  return Float64Array.from(out);
}

/** Where a line's ends come nearest one another, within OVERLAP of both, cutting no more than it is worth. */
function nearestEnds(path: Path, along: Float64Array): { from: number; to: number; gap: number } {
  const n = path.length / 2;
  const length = along[n - 1];
  let best = Number.POSITIVE_INFINITY;
  let out = { from: 0, to: n - 1, gap: 0 };
  // A line of very many points is looked at in larger steps: it would take for ever.
  const step = Math.max(1, Math.floor((OVERLAP * n) / MOST_ENDS));
  for (let i = 0; i < n && along[i] < OVERLAP * length; i += step) {
    for (let j = n - 1; j > i + 2 && along[j] > (1 - OVERLAP) * length; j -= step) {
      const gap = Math.hypot(path[2 * i] - path[2 * j], path[2 * i + 1] - path[2 * j + 1]);
      // Cutting more has to bring the ends that much nearer.
      const cost = gap + 0.05 * (along[i] + length - along[j]);
      if (cost < best) {
        best = cost;
        out = { from: i, to: j, gap };
      }
    }
  }
  return out;
}

/** Whether a line runs the same way at two of its points. */
function sameWay(path: Path, i: number, j: number): boolean {
  const n = path.length / 2;
  const way = (k: number): [number, number] => {
    const [p, q] = [Math.max(0, k - 1), Math.min(n - 1, k + 1)];
    return [path[2 * q] - path[2 * p], path[2 * q + 1] - path[2 * p + 1]];
  };
  const [[ax, ay], [bx, by]] = [way(i), way(j)];
  return ax * bx + ay * by > 0.5 * Math.hypot(ax, ay) * Math.hypot(bx, by);
}

/** The point a share of the way along; on a closed path shares go round. */
export function pointAt(
  { path, along, length, closed }: Pick<Shape, 'path' | 'along' | 'length' | 'closed'>,
  share: number,
): [number, number] {
  const n = path.length / 2;
  if (n === 1 || length === 0) return [path[0], path[1]];
  const want = (closed ? share - Math.floor(share) : Math.max(0, Math.min(1, share))) * length;
  const low = segmentAt(along, want);
  const t = shareOfSegment(along, low, want);
  const a = 2 * low;
  const b = 2 * ((low + 1) % n);
  return [path[a] + t * (path[b] - path[a]), path[a + 1] + t * (path[b + 1] - path[a + 1])];
}

/** Prepares a stroke given by x, y pairs. */
export function shapeOf(points: ArrayLike<number>): Shape {
  let path = withoutDoubles(points);
  if (path.length === 0) path = Float64Array.from([0, 0]);
  let along = lengths(path, false);
  const open = along[along.length - 1];
  const n = path.length / 2;
  let closed = false;
  let cut: [number, number] = [0, 1];
  if (n > 4 && open > 3 * CLOSED_GAP) {
    const gap = Math.hypot(path[0] - path[2 * n - 2], path[1] - path[2 * n - 1]);
    const ends = nearestEnds(path, along);
    // Closed, too, is a line that runs on over its own beginning.
    const runsOn = ends.gap < Math.max(MEETS, MEETS_SHARE * open) && sameWay(path, ends.from, ends.to);
    closed = gap < Math.max(CLOSED_GAP, CLOSED_SHARE * open) || runsOn;
    if (closed) {
      // What was drawn twice is there once.
      cut = [along[ends.from] / open, along[ends.to] / open];
      path = path.slice(2 * ends.from, 2 * ends.to + 2);
      along = lengths(path, true);
    }
  }
  const length = along[along.length - 1];
  const x = new Float64Array(POINTS);
  const y = new Float64Array(POINTS);
  const middle = { x: 0, y: 0 };
  for (let i = 0; i < POINTS; i++) {
    const [px, py] = pointAt({ path, along, length, closed }, closed ? i / POINTS : i / (POINTS - 1));
    x[i] = px;
    y[i] = py;
    middle.x += px / POINTS;
    middle.y += py / POINTS;
  }
  let moment = 0;
  for (let i = 0; i < POINTS; i++) {
    x[i] -= middle.x;
    y[i] -= middle.y;
    moment += x[i] * x[i] + y[i] * y[i];
  }
  return { path, along, length, closed, cut, x, y, middle, moment: Math.max(moment, 1e-6) };
}
