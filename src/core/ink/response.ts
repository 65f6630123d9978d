/** How a brush answers the hand: what drives it, along an editable curve, between a lowest and a highest value. */
import { type Brush, type Drive, POINT_SIZE, type Response } from '../shot/drawing-model.ts';

/** Steps of a response's table. */
const STEPS = 128;
/** A pen leaning this far from upright leans fully, radians. */
const FULL_LEAN = Math.PI / 3;
/** Paper pixels a second that count as full speed: the width of a wide paper in half a second. */
const FULL_SPEED = 4000;

export const STRAIGHT: readonly number[] = [0, 0.25, 0.5, 0.75, 1];

/** A response that always gives `value`. */
export function constant(value = 1): Response {
  return { drive: 'nothing', lowest: 0, highest: value, curve: [...STRAIGHT] };
}

/**
 * Height of the curve through evenly spaced `heights` at x 0..1. Piecewise cubic with Fritsch and Carlson's slopes, so it
 * never leaves the heights it lies between.
 */
export function curveHeight(heights: readonly number[], x: number): number {
  const last = heights.length - 1;
  const place = Math.max(0, Math.min(1, x)) * last;
  const i = Math.min(last - 1, Math.floor(place));
  const t = place - i;
  const rise = (k: number) => heights[k + 1] - heights[k];
  const slope = (k: number): number => {
    if (k === 0) return rise(0);
    if (k === last) return rise(last - 1);
    const [a, b] = [rise(k - 1), rise(k)];
    return a * b <= 0 ? 0 : (2 * a * b) / (a + b);
  };
  const t2 = t * t;
  const t3 = t2 * t;
  return (
    (2 * t3 - 3 * t2 + 1) * heights[i] +
    (t3 - 2 * t2 + t) * slope(i) +
    (3 * t2 - 2 * t3) * heights[i + 1] +
    (t3 - t2) * slope(i + 1)
  );
}

const tables = new WeakMap<Response, Float32Array>();
/** Brushes that came through a file or a worker are equal, not the same. */
const alike = new Map<string, Float32Array>();

function tableOf(response: Response): Float32Array {
  let table = tables.get(response);
  if (!table) {
    const { lowest, highest, curve } = response;
    const key = `${lowest} ${highest} ${curve.join(' ')}`;
    table =
      alike.get(key) ??
      Float32Array.from({ length: STEPS + 1 }, (_, i) => lowest + (highest - lowest) * curveHeight(curve, i / STEPS));
    alike.set(key, table);
    tables.set(response, table);
  }
  return table;
}

/** The value of a response at a drive of 0..1. */
export function respond(response: Response, drive: number): number {
  if (response.drive === 'nothing') return response.highest;
  const table = tableOf(response);
  const place = Math.max(0, Math.min(1, drive)) * STEPS;
  const i = Math.min(STEPS - 1, Math.floor(place));
  return table[i] + (table[i + 1] - table[i]) * (place - i);
}

/** Whether the response is one value all along. */
function isConstant({ drive, lowest, highest }: Response): boolean {
  return drive === 'nothing' || lowest === highest;
}

/** Whether a line of this brush is one plain shape of one darkness, that can be filled as an outline. */
export function isPlain({ grain, stamp, opacityBy }: Brush): boolean {
  return !grain && !stamp && isConstant(opacityBy);
}

/** How far a pen leans, 0 (upright) .. 1. @param tiltX, tiltY radians */
function leanOf(tiltX: number, tiltY: number): number {
  if (tiltX === 0 && tiltY === 0) return 0;
  return Math.min(1, Math.atan(Math.hypot(Math.tan(tiltX), Math.tan(tiltY))) / FULL_LEAN);
}

/** The tilt along x, radians, of a pen that leans so far: 0 (upright) .. 1. */
export function leanFor(lean: number): number {
  return Math.max(0, Math.min(1, lean)) * FULL_LEAN;
}

/** How fast the pen went at point i of n, 0..1, measured over its neighbours. */
function speedAt(points: Float32Array, i: number, n: number): number {
  const a = Math.max(0, i - 1) * POINT_SIZE;
  const b = Math.min(n - 1, i + 1) * POINT_SIZE;
  const seconds = points[b + 5] - points[a + 5];
  if (!(seconds > 0)) return 0;
  return Math.min(1, Math.hypot(points[b] - points[a], points[b + 1] - points[a + 1]) / seconds / FULL_SPEED);
}

/** What drives a brush at point i of n, 0..1. */
export function driveAt(drive: Drive, points: Float32Array, i: number, n: number): number {
  const o = i * POINT_SIZE;
  if (drive === 'pressure') return points[o + 2];
  if (drive === 'tilt') return leanOf(points[o + 3], points[o + 4]);
  if (drive === 'speed') return speedAt(points, i, n);
  return 1;
}
