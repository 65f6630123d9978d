/** What dragging a handle of a box means: a turn or a scaling about the pivot. */

import { keepingVolume } from '../../core/ink/index.ts';
import type { Point } from '../../core/plane/index.ts';
import { about, type Matrix, rotation, scaling } from '../../core/plane/index.ts';

/** No scaling flattens or blows up beyond this. */
const LEAST_SCALE = 0.02;
const MOST_SCALE = 50;

/** 15 degrees. */
const STEP = Math.PI / 12;

/** Turned about the pivot as the hand went; with Shift by steps of 15 degrees. */
export function turned(from: [number, number], to: [number, number], pivot: Point, steps: boolean): Matrix {
  const angle = Math.atan2(to[1] - pivot.y, to[0] - pivot.x) - Math.atan2(from[1] - pivot.y, from[0] - pivot.x);
  return about(rotation(steps ? Math.round(angle / STEP) * STEP : angle), pivot.x, pivot.y);
}

/** Scaled about the pivot; at a corner both ways, evenly unless Shift is held; at a side one way, the other giving way if wished. */
export function scaled(
  grip: Point,
  from: [number, number],
  to: [number, number],
  pivot: Point,
  keepVolume: boolean,
  free: boolean,
): Matrix {
  const ratio = (a: number, b: number, p: number) => (Math.abs(a - p) < 1 ? 1 : (b - p) / (a - p));
  const within = (by: number) => Math.sign(by || 1) * Math.max(LEAST_SCALE, Math.min(MOST_SCALE, Math.abs(by)));
  const sx = within(ratio(from[0], to[0], pivot.x));
  const sy = within(ratio(from[1], to[1], pivot.y));
  if (grip.x !== 0 && grip.y !== 0) {
    const even = within(
      Math.hypot(to[0] - pivot.x, to[1] - pivot.y) / Math.max(1, Math.hypot(from[0] - pivot.x, from[1] - pivot.y)),
    );
    return about(free ? scaling(sx, sy) : scaling(even, even), pivot.x, pivot.y);
  }
  const along = grip.x !== 0 ? 'x' : 'y';
  const by = along === 'x' ? sx : sy;
  if (keepVolume) return about(keepingVolume(Math.abs(by), along), pivot.x, pivot.y);
  return about(along === 'x' ? scaling(by, 1) : scaling(1, by), pivot.x, pivot.y);
}
