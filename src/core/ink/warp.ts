/** Warp: lines and paint bent by a grid of points laid over them. */

import type { Box } from '../plane/box.ts';
import { catmullRom } from '../plane/curve.ts';
import { type Area, POINT_SIZE, type Stroke } from '../shot/drawing-model.ts';
import type { BendGrid } from '../shot/layer-model.ts';
import type { Planes } from '../shot/model.ts';
import { withPointsEvery } from './dense.ts';
import type { Pick } from './transform.ts';

export interface WarpGrid {
  /** Where the grid lay when it was put on. */
  box: Box;
  /** Fields across and down; there is one point more each way. */
  columns: number;
  rows: number;
  /** x, y of every point, row by row. */
  points: Float32Array;
}

/** A line follows the grid where it has points: at least this many in a field. */
const POINTS_A_FIELD = 6;
const FINEST = 3;

export function makeGrid(box: Box, columns: number, rows: number): WarpGrid {
  const points = new Float32Array((columns + 1) * (rows + 1) * 2);
  for (let row = 0; row <= rows; row++) {
    for (let column = 0; column <= columns; column++) {
      const o = 2 * (row * (columns + 1) + column);
      points[o] = box.minX + ((box.maxX - box.minX) * column) / columns;
      points[o + 1] = box.minY + ((box.maxY - box.minY) * row) / rows;
    }
  }
  return { box, columns, rows, points };
}

/** The grid of a layer with each point pushed. @param bend x, y pairs, row by row */
export function pushedGrid({ x, y, width, height, across, down }: BendGrid, bend: readonly number[]): WarpGrid {
  const grid = makeGrid({ minX: x, minY: y, maxX: x + width, maxY: y + height }, across, down);
  for (let i = 0; i < grid.points.length; i++) grid.points[i] += bend[i] ?? 0;
  return grid;
}

/** The four values of a row that a place of it depends on, and how much on each; filled by `weigh`. */
interface Taps {
  at: Int32Array;
  by: Float64Array;
}
const ACROSS: Taps = { at: new Int32Array(4), by: new Float64Array(4) };
const DOWN: Taps = { at: new Int32Array(4), by: new Float64Array(4) };

/**
 * Weighs the values of a row of `count` + 1 for a place `at` fields along it: a Catmull-Rom spline through all of them. Before the
 * first and beyond the last the row goes straight on; there a spline would swing away.
 */
function weigh({ at, by }: Taps, count: number, place: number): void {
  const i = Math.max(0, Math.min(count - 1, Math.floor(place)));
  const t = place - i;
  let before = 0;
  let beyond = 0;
  by[1] = 1 - t;
  by[2] = t;
  if (t >= 0 && t <= 1) {
    before = catmullRom(1, 0, 0, 0, t);
    by[1] = catmullRom(0, 1, 0, 0, t);
    by[2] = catmullRom(0, 0, 1, 0, t);
    beyond = catmullRom(0, 0, 0, 1, t);
  }
  at[0] = Math.max(0, i - 1);
  at[1] = i;
  at[2] = i + 1;
  at[3] = Math.min(count, i + 2);
  // A value that the row has not lies on the straight line through its last two.
  by[0] = i > 0 ? before : 0;
  by[3] = i + 2 <= count ? beyond : 0;
  if (i === 0) {
    by[1] += 2 * before;
    by[2] -= before;
  }
  if (i + 2 > count) {
    by[2] += 2 * beyond;
    by[1] -= beyond;
  }
}

/** Where the grid carries a point. An unmoved grid leaves every point in its place. */
export function warpPoint({ box, columns, rows, points }: WarpGrid, x: number, y: number): [number, number] {
  weigh(ACROSS, columns, box.maxX > box.minX ? ((x - box.minX) / (box.maxX - box.minX)) * columns : 0);
  weigh(DOWN, rows, box.maxY > box.minY ? ((y - box.minY) / (box.maxY - box.minY)) * rows : 0);
  let [outX, outY] = [0, 0];
  for (let r = 0; r < 4; r++) {
    const row = DOWN.at[r] * (columns + 1);
    for (let c = 0; c < 4; c++) {
      const by = DOWN.by[r] * ACROSS.by[c];
      const o = 2 * (row + ACROSS.at[c]);
      outX += by * points[o];
      outY += by * points[o + 1];
    }
  }
  return [outX, outY];
}

function warpedPoints(points: Float32Array, size: number, grid: WarpGrid): Float32Array {
  const out = points.slice();
  for (let i = 0; i < out.length; i += size) {
    const [x, y] = warpPoint(grid, out[i], out[i + 1]);
    out[i] = x;
    out[i + 1] = y;
  }
  return out;
}

/** How far apart points of a line must be to follow a grid, paper pixels. */
function pointsEvery({ box, columns, rows }: WarpGrid): number {
  const field = Math.min((box.maxX - box.minX) / columns, (box.maxY - box.minY) / rows);
  return Math.max(FINEST, field / POINTS_A_FIELD);
}

const warpedStroke = (stroke: Stroke, grid: WarpGrid): Stroke => ({
  ...stroke,
  points: warpedPoints(withPointsEvery(stroke, pointsEvery(grid)).points, POINT_SIZE, grid),
});

const warpedArea = (area: Area, grid: WarpGrid): Area => ({
  ...area,
  rings: area.rings.map((ring) => warpedPoints(ring, 2, grid)),
});

/** The drawing with what is picked of it bent by the grid. */
export function warp({ ink, paint }: Planes, pick: Pick, grid: WarpGrid): Planes {
  const strokes = new Set(pick.strokes);
  const areas = new Set(pick.areas);
  return {
    ink: ink.map((stroke) => (strokes.has(stroke.id) ? warpedStroke(stroke, grid) : stroke)),
    paint: paint.map((area) => (areas.has(area.id) ? warpedArea(area, grid) : area)),
  };
}

/** A whole drawing bent by a grid: its lines stay lines. */
export const warpAll = ({ ink, paint }: Planes, grid: WarpGrid): Planes => ({
  ink: ink.map((stroke) => warpedStroke(stroke, grid)),
  paint: paint.map((area) => warpedArea(area, grid)),
});
