/**
 * Timing edits of a shot, for use inside a `change()` recipe: they alter the draft they are given. Every new timing of a
 * layer goes through `setExposures`, which keeps the shot long enough and pinned sounds with their drawings.
 */
import { plain } from '../history/draft.ts';
import { LIMITS } from '../shot/make.ts';
import type { Exposure, Id, Layer, Shot } from '../shot/model.ts';
import { BadTiming } from './bad-timing.ts';
import { cellKey, sameCell, starts, totalFrames, touched } from './exposures.ts';
import { followPins } from './pins.ts';

/** A stretch of frames (from..to, `to` not included) on some layers. */
export interface Span {
  layers: Id[];
  from: number;
  to: number;
}

export function layerOf(shot: Shot, id: Id): Layer {
  const layer = shot.layers.find((each) => each.id === id);
  if (!layer) throw new Error(`There is no layer ${id} in this shot.`);
  return layer;
}

/** The exposures of a layer as plain data, also inside a recipe. */
export function exposuresOf(layer: Layer): Exposure[] {
  return plain(layer.exposures);
}

/** Whether two lists say the same, exposure by exposure. */
function sameExposures(a: Exposure[], b: Exposure[]): boolean {
  if (a.length !== b.length) return false;
  return a.every((each, i) => {
    const other = b[i];
    return each === other || (each.id === other.id && each.frames === other.frames && sameCell(each.cell, other.cell));
  });
}

/**
 * Gives a layer its new exposures; when they say what was there, nothing is done, and there is nothing to undo. The shot becomes longer when they need it, never shorter.
 * @throws BadTiming when they are longer than a shot can be.
 */
export function setExposures(shot: Shot, layer: Layer, exposures: Exposure[]): void {
  if (sameExposures(exposuresOf(layer), exposures)) return;
  const total = totalFrames(exposures);
  if (total > LIMITS.maxLength) {
    throw new BadTiming(
      `“${layer.name}” would be ${total} frames long; a shot can have ${LIMITS.maxLength}. Choose fewer.`,
    );
  }
  // A list of exposures is a value: frozen, it is neither changed in place nor searched by the recipe's draft.
  layer.exposures = Object.freeze(exposures) as Exposure[];
  if (total > shot.length) shot.length = total;
  if (plain(shot.tracks).some(({ clips }) => clips.some(({ pin }) => pin))) followPins(shot);
}

/** Runs an edit of one layer's exposures. */
export function retimeLayer(shot: Shot, id: Id, edit: (exposures: Exposure[]) => Exposure[]): void {
  const layer = layerOf(shot, id);
  const before = exposuresOf(layer);
  const after = edit(before);
  if (after !== before) setExposures(shot, layer, after);
}

/**
 * Runs an edit of the exposures that a span touches, on each of its layers, and returns the span that the same exposures
 * take up then.
 * @param edit gets the layer's exposures and the stretch `from`..`to` of them that is touched, as indices.
 */
export function retimeSpan(
  shot: Shot,
  span: Span,
  edit: (exposures: Exposure[], from: number, to: number) => Exposure[],
): Span {
  let first = span.to;
  let last = span.from;
  for (const id of span.layers) {
    retimeLayer(shot, id, (exposures) => {
      const { from, to } = touched(exposures, span.from, span.to);
      if (to === from) return exposures;
      const after = edit(exposures, from, to);
      const behind = totalFrames(exposures) - starts(exposures)[to];
      first = Math.min(first, starts(exposures)[from]);
      last = Math.max(last, totalFrames(after) - behind);
      return after;
    });
  }
  return last > first ? { ...span, from: first, to: last } : span;
}

const counted = new WeakMap<Exposure[], { from: number; to: number; cells: number }>();

/** Distinct cells among exposures `from`..`to`; the last count of a list is remembered, for it is asked for often. */
function cellsAmong(exposures: Exposure[], from: number, to: number): number {
  const before = counted.get(exposures);
  if (before?.from === from && before.to === to) return before.cells;
  const keys = new Set<string>();
  for (let i = from; i < to; i++) {
    const { cell } = exposures[i];
    if (cell) keys.add(cellKey(cell));
  }
  counted.set(exposures, { from, to, cells: keys.size });
  return keys.size;
}

/** Distinct cells that a span touches, and its frames: "5 drawings, 14 frames". */
export function countSpan(shot: Shot, span: Span): { drawings: number; frames: number } {
  let drawings = 0;
  for (const id of span.layers) {
    const { exposures } = layerOf(shot, id);
    const { from, to } = touched(exposures, span.from, span.to);
    drawings += cellsAmong(exposures, from, to);
  }
  return { drawings, frames: span.to - span.from };
}

/** The whole of some layers, as far as they are exposed. */
export function wholeLayers(shot: Shot, ids: Id[]): Span {
  return { layers: ids, from: 0, to: Math.max(0, ...ids.map((id) => totalFrames(layerOf(shot, id).exposures))) };
}
