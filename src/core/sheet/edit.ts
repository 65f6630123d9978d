/**
 * The way in for edits of the sheet, which run inside a `change()` recipe. They compute on plain data - a working copy of
 * the shot - and what came out is written into the recipe's draft once; edits made within an edit share its copy. Every
 * new timing of a layer goes through `setExposures`, which keeps the shot long enough; at the end of the outermost edit
 * pinned sounds are brought to where their drawings stand.
 */

import { onWorkingCopy, plain } from '../history/draft.ts';
import type { Id } from '../shot/ids.ts';
import type { Exposure, Layer } from '../shot/layer-model.ts';
import { LIMITS } from '../shot/make.ts';
import type { Shot } from '../shot/model.ts';
import { Refused } from '../shot/refused.ts';
import { sameCell, startFrames, totalFrames, touched } from './exposures.ts';
import { pinnedPlaces, placesAfter, reversedPlaces } from './moves/place-frames.ts';
import { cellCount, packExposures } from './packed.ts';
import { reverse } from './retime.ts';

/** Timing that cannot be done; the message is one sentence for the person. Nothing has been changed. */
export class BadTiming extends Refused {}

/** The edit that is running, and the shot it was asked for; edits are never interrupted, so there is one at most. */
let running: { shot: Shot; work: Shot } | null = null;

/** Where a shot is changed at the moment: on the working copy of the edit that is running on it, or in itself. */
export function atWork(shot: Shot): Shot {
  return running?.shot === shot ? running.work : shot;
}

/** Runs an edit of the sheet. What `edit` gets is plain data and its own, but for lists of exposures, lines and areas. */
export function onSheet<T>(shot: Shot, edit: (work: Shot) => T): T {
  if (shot === running?.work || shot === running?.shot) return edit(running.work);
  return onWorkingCopy(shot, (work, before) => {
    const outer = running;
    running = { shot, work };
    try {
      const result = edit(work);
      followPins(work, before);
      return result;
    } finally {
      running = outer;
    }
  });
}

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

/** The exposures of a layer as plain data, also where the layer is part of a recipe's draft. */
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
 * Gives a layer its new exposures; when they say what was there, nothing is done, and there is nothing to undo. The shot
 * becomes longer when they need it, never shorter.
 * @throws BadTiming when they are longer than a shot can be.
 */
export function setExposures(shot: Shot, layerId: Id, exposures: Exposure[]): void {
  onSheet(shot, (work) => {
    const layer = layerOf(work, layerId);
    if (sameExposures(layer.exposures, exposures)) return;
    const total = totalFrames(exposures);
    if (total > LIMITS.maxLength)
      throw new BadTiming(
        `“${layer.name}” would be ${total} frames long; a shot can have ${LIMITS.maxLength}. Choose fewer.`,
      );
    const moves = placesAfter(layer, layer.exposures, exposures);
    if (moves !== layer.moves) layer.moves = moves;
    layer.exposures = Object.freeze(exposures) as Exposure[];
    if (total > work.length) work.length = total;
  });
}

/** Runs an edit of one layer's exposures. */
export function retimeLayer(shot: Shot, id: Id, edit: (exposures: Exposure[]) => Exposure[]): void {
  onSheet(shot, (work) => {
    const before = layerOf(work, id).exposures;
    const after = edit(before);
    if (after !== before) setExposures(work, id, after);
  });
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
  onSheet(shot, (work) => {
    for (const id of span.layers) {
      retimeLayer(work, id, (exposures) => {
        const { from, to } = touched(exposures, span.from, span.to);
        if (to === from) return exposures;
        const after = edit(exposures, from, to);
        const behind = totalFrames(exposures) - startFrames(exposures)[to];
        first = Math.min(first, startFrames(exposures)[from]);
        last = Math.max(last, totalFrames(after) - behind);
        return after;
      });
    }
  });
  return last > first ? { ...span, from: first, to: last } : span;
}

/** The same drawings of a span in the order of time reversed, and the moves of its layers with them. */
export function reverseSpan(shot: Shot, span: Span): Span {
  return onSheet(shot, (work) => {
    const moves = new Map(span.layers.map((id) => [id, layerOf(work, id).moves]));
    const reversed = retimeSpan(work, span, reverse);
    for (const [id, own] of moves)
      if (own) layerOf(work, id).moves = { ...own, places: reversedPlaces(own.places, reversed.from, reversed.to) };
    return reversed;
  });
}

const counted = new WeakMap<Exposure[], { from: number; to: number; cells: number }>();

/** Distinct cells among exposures `from`..`to`; the last count of a list is remembered, for it is asked for often. */
function cellsAmong(exposures: Exposure[], from: number, to: number): number {
  const before = counted.get(exposures);
  if (before?.from === from && before.to === to) return before.cells;
  // Packed for keeping in any case, and known with the list.
  const whole = from === 0 && to === exposures.length;
  const cells = cellCount(packExposures(whole ? exposures : exposures.slice(from, to)));
  counted.set(exposures, { from, to, cells });
  return cells;
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

/** Brings clips and places that are pinned to where their exposures stand now. Only layers that were timed anew are looked at. */
function followPins(shot: Shot, before: Shot): void {
  const old = new Set(before.layers.map(({ exposures }) => exposures));
  const retimed = shot.layers.filter(({ exposures }) => !old.has(exposures));
  if (retimed.length === 0) return;
  const clips = shot.tracks.flatMap((track) => track.clips.filter(({ pin }) => pin));
  const movers = [...shot.layers, ...(shot.camera ? [shot.camera] : [])];
  const moved = movers.filter(({ moves }) => moves?.places.some(({ pin }) => pin));
  if (clips.length === 0 && moved.length === 0) return;
  const starts = new Map<Id, number>();
  for (const { exposures } of retimed) {
    let start = 0;
    for (const { id, frames } of exposures) {
      starts.set(id, start);
      start += frames;
    }
  }
  for (const clip of clips) {
    const start = starts.get(clip.pin!.exposure);
    if (start !== undefined) clip.frame = start + clip.pin!.offset;
  }
  for (const mover of moved) mover.moves = pinnedPlaces(mover.moves!, starts);
}

/** The exposure of this id on the sheet: its layer, its frame and what it shows; null when it is off the sheet. */
export function exposureOf(
  shot: Pick<Shot, 'layers'>,
  id: Id,
): { layer: Layer; start: number; exposure: Exposure } | null {
  for (const layer of shot.layers) {
    const index = layer.exposures.findIndex((each) => each.id === id);
    if (index >= 0) return { layer, start: startFrames(layer.exposures)[index], exposure: layer.exposures[index] };
  }
  return null;
}

/** Pins a clip to an exposure, or lets it go. The clip stays where it is. */
export function pinClip(shot: Shot, clipId: Id, exposure: Id | null): void {
  onSheet(shot, (work) => {
    const clip = work.tracks.flatMap(({ clips }) => clips).find(({ id }) => id === clipId);
    if (!clip) return;
    const start = exposure === null ? 0 : (exposureOf(work, exposure)?.start ?? 0);
    clip.pin = exposure === null ? null : { exposure, offset: clip.frame - start };
  });
}
