/** What carries a cell to where it is seen, step by step: it is bent, lies at its place, and so does the bundle it is in. */

import { transformDrawn } from '../ink/transform.ts';
import { type WarpGrid, warpAll, warpPoint } from '../ink/warp.ts';
import { after, IDENTITY, type Matrix, mapPoint } from '../plane/matrix.ts';
import type { Planes } from '../shot/model.ts';
import type { ShownCell } from './shows.ts';

export type Step = Matrix | WarpGrid;

const isGrid = (step: Step): step is WarpGrid => 'points' in step;

/** Steps that are all maps as one map; null where something bends. */
export function asMatrix(steps: readonly Step[]): Matrix | null {
  let out = IDENTITY;
  for (const step of steps) {
    if (isGrid(step)) return null;
    out = after(out, step);
  }
  return out;
}

/** The steps of a cell, then those of what it lies in. */
export function stepsOf({ bend, layer }: Pick<ShownCell, 'bend' | 'layer'>, outer: readonly Step[]): Step[] {
  const out: Step[] = [];
  if (bend) out.push(bend);
  if (layer.place) out.push(layer.place);
  out.push(...outer);
  return out;
}

export function pointThrough(steps: readonly Step[], x: number, y: number): [number, number] {
  let at: [number, number] = [x, y];
  for (const step of steps) at = isGrid(step) ? warpPoint(step, ...at) : mapPoint(step, ...at);
  return at;
}

/** A drawing carried by steps: its lines stay lines. */
export function drawnThrough(drawn: Planes, steps: readonly Step[]): Planes {
  let out = drawn;
  for (const step of steps) out = isGrid(step) ? warpAll(out, step) : transformDrawn(out, step);
  return out;
}

export const stepsKey = (steps: readonly Step[]): string =>
  steps
    .map((step) =>
      isGrid(step) ? `${step.columns}:${step.box.minX},${step.box.minY}:${step.points.join()}` : step.join(),
    )
    .join('|');
