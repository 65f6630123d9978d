/** What a frame shows, in order: one rule for the paper and for what is delivered. */

import { shownExposure } from '../sheet/exposures.ts';
import { layerAt } from '../sheet/moves.ts';
import type { CellRef, Layer, Shot } from '../shot/model.ts';

export interface ShownCell {
  layer: Layer;
  cell: CellRef;
}

/** Who looks: the animator at the paper sees guide layers, whoever gets the file does not. */
export type Looker = 'paper' | 'delivery';

function layerShows(layer: Layer, looker: Looker): boolean {
  return layer.visible && (looker === 'paper' || !layer.guide);
}

/** The cells of `frame` (0-based), bottom first, each on its layer as it lies there. */
export function shownCells(shot: Shot, frame: number, looker: Looker): ShownCell[] {
  const out: ShownCell[] = [];
  for (const layer of shot.layers) {
    if (!layerShows(layer, looker)) continue;
    const cell = shownExposure(layer.exposures, layer.afterLast, frame)?.exposure.cell;
    if (cell) out.push({ layer: layerAt(layer, frame), cell });
  }
  return out;
}

/** The layers that are not delivered, each with the reason in words. */
export function leftOut(shot: Shot): { layer: Layer; why: string }[] {
  const out: { layer: Layer; why: string }[] = [];
  for (const layer of shot.layers) {
    if (layer.guide && !layer.visible) out.push({ layer, why: 'guide layer, hidden' });
    else if (layer.guide) out.push({ layer, why: 'guide layer' });
    else if (!layer.visible) out.push({ layer, why: 'hidden' });
  }
  return out;
}

const revisions = new WeakMap<object, number>();
let lastRevision = 0;

/** A number that stands for this very version of an immutable object, for keys of caches. */
export function revision(thing: object): number {
  let number = revisions.get(thing);
  if (number === undefined) {
    number = ++lastRevision;
    revisions.set(thing, number);
  }
  return number;
}

/** The part of a cache key that says what is in a cell now. */
export function cellRevision(shot: Pick<Shot, 'drawings'>, cell: CellRef): string {
  if (cell.kind === 'picture') return `p${cell.asset}.${cell.index}`;
  const drawing = shot.drawings[cell.drawing];
  return drawing ? `d${revision(drawing.ink)}.${revision(drawing.paint)}` : '-';
}

/** The part of a cache key that says what a layer shows now, and how. */
export function shownKey(shot: Shot, { layer: { opacity, place, grey }, cell }: ShownCell): string {
  return `${cellRevision(shot, cell)}*${opacity}${place ?? ''}${grey ? 'grey' : ''}`;
}
