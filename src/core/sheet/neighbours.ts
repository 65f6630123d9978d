import type { CellRef, Layer } from '../shot/layer-model.ts';
import type { Shot } from '../shot/model.ts';
import { frameInside, type PlacedExposure, placedExposures, sameCell } from './exposures.ts';

/** A neighbouring cell and the frame on which it is first shown on that side. */
export interface Neighbour {
  cell: CellRef;
  frame: number;
}

function filledRuns(layer: Layer): PlacedExposure[] {
  return placedExposures(layer.exposures).filter((run) => run.exposure.cell !== null);
}

/**
 * The cells before and after the one shown at `frame`, nearest first, counted in changes of cell and not in frames: a
 * drawing held twelve frames is one step. On an empty frame the nearest cells on both sides are taken. Cells that do not
 * count - drawings that are no keys - are passed over.
 */
export function neighbours(
  layer: Layer,
  frame: number,
  count: number,
  counts: (cell: CellRef) => boolean = () => true,
): { before: Neighbour[]; after: Neighbour[] } {
  const filled = filledRuns(layer);
  const inside = frameInside(layer.exposures, layer.afterLast, frame);
  const at = inside < 0 ? frame : inside;
  const current = filled.find((run) => run.start <= at && at < run.start + run.exposure.frames) ?? null;
  const before: Neighbour[] = [];
  const after: Neighbour[] = [];
  let last: CellRef | null = current?.exposure.cell ?? null;
  for (let i = filled.length - 1; i >= 0 && before.length < count; i--) {
    const { start, exposure } = filled[i];
    if (start + exposure.frames > at || filled[i] === current) continue;
    if (!counts(exposure.cell!)) continue;
    if (!sameCell(exposure.cell, last)) before.push({ cell: exposure.cell!, frame: start });
    last = exposure.cell;
  }
  last = current?.exposure.cell ?? null;
  for (const run of filled) {
    if (after.length >= count) break;
    if (run.start <= at) continue;
    if (!counts(run.exposure.cell!)) continue;
    if (!sameCell(run.exposure.cell, last)) after.push({ cell: run.exposure.cell!, frame: run.start });
    last = run.exposure.cell;
  }
  return { before, after };
}

/** The first frame of the next (1) or previous (-1) change of cell in the layer, or null at its end. */
export function stepByDrawing(layer: Layer, frame: number, towards: -1 | 1): number | null {
  return stepAmong(filledRuns(layer), frame, towards);
}

/** The same among the layer's keys. */
export function stepByKey(shot: Shot, layer: Layer, frame: number, towards: -1 | 1): number | null {
  const isKey = ({ exposure: { cell } }: PlacedExposure) =>
    cell?.kind === 'drawing' && shot.drawings[cell.drawing]?.role === 'key';
  return stepAmong(filledRuns(layer).filter(isKey), frame, towards);
}

function stepAmong(among: PlacedExposure[], frame: number, towards: -1 | 1): number | null {
  const found = towards === 1 ? among.find(({ start }) => start > frame) : among.findLast(({ start }) => start < frame);
  return found?.start ?? null;
}
