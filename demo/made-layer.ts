/** A layer of the demo with its drawings. */
import { type Drawing, type Exposure, type Id, type Layer, newId } from '../src/core/shot/index.ts';
import { LENGTH } from './timing.ts';

export interface MadeLayer {
  layer: Layer;
  drawings: Drawing[];
}

/** Exposures from the frames (1-based) on which cells begin; null cells are empty. */
export function exposed(cells: { frame: number; drawing: Id | null }[], end = LENGTH): Exposure[] {
  return cells.map(({ frame, drawing }, i) => ({
    id: newId(),
    cell: drawing ? { kind: 'drawing', drawing } : null,
    frames: (cells[i + 1]?.frame ?? end + 1) - frame,
  }));
}
