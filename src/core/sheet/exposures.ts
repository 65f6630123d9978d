/**
 * Exposure maths: a layer is a run of cells, each held for a whole number of frames, from frame 0 on without gaps.
 * Every function here and in the files beside takes exposures and returns new ones; the input stays as it was. Lists are
 * never changed in place, so what is computed from one may be remembered with it.
 *
 * Frames and indices are 0-based; a stretch of frames or of exposures goes from `from` up to, not including, `to`.
 */
import { newId } from '../shot/ids.ts';
import type { AfterLast, CellRef, Exposure } from '../shot/layer-model.ts';

/** An exposure with the frame it starts on and its place in the list. */
export interface PlacedExposure {
  index: number;
  start: number;
  exposure: Exposure;
}

export function cellKey(cell: CellRef): string {
  switch (cell.kind) {
    case 'drawing':
      return `d:${cell.drawing}`;
    case 'picture':
      return `p:${cell.asset}:${cell.index}`;
    case 'bundle':
      return `b:${cell.bundle}:${cell.frame}`;
  }
}

export function sameCell(a: CellRef | null, b: CellRef | null): boolean {
  if (a === null || b === null) return a === b;
  if (a.kind === 'drawing') return b.kind === 'drawing' && a.drawing === b.drawing;
  return a.kind === b.kind && cellKey(a) === cellKey(b);
}

const startsOf = new WeakMap<Exposure[], Int32Array>();

/** The first frame of every exposure and, as one more, the frame after the last. */
export function startFrames(exposures: Exposure[]): Int32Array {
  let out = startsOf.get(exposures);
  if (out?.length === exposures.length + 1) return out;
  out = new Int32Array(exposures.length + 1);
  for (let i = 0; i < exposures.length; i++) out[i + 1] = out[i] + exposures[i].frames;
  startsOf.set(exposures, out);
  return out;
}

const reusedOf = new WeakMap<Exposure[], Uint8Array>();

/** For every exposure 1 when its cell was exposed before in the list: its number is then shown in grey. */
export function reusedFlags(exposures: Exposure[]): Uint8Array {
  let out = reusedOf.get(exposures);
  if (out?.length === exposures.length) return out;
  out = new Uint8Array(exposures.length);
  const seen = new Set<string>();
  exposures.forEach(({ cell }, i) => {
    if (!cell) return;
    const key = cell.kind === 'drawing' ? cell.drawing : cellKey(cell);
    if (seen.has(key)) out![i] = 1;
    seen.add(key);
  });
  reusedOf.set(exposures, out);
  return out;
}

export function isReused(exposures: Exposure[], index: number): boolean {
  return reusedFlags(exposures)[index] === 1;
}

export function totalFrames(exposures: Exposure[]): number {
  return startFrames(exposures)[exposures.length];
}

export function placedExposures(exposures: Exposure[]): PlacedExposure[] {
  const all = startFrames(exposures);
  return exposures.map((exposure, index) => ({ index, start: all[index], exposure }));
}

/** Index of the exposure that covers `frame`; the length of the list after its end, -1 before frame 0. */
export function indexAt(exposures: Exposure[], frame: number): number {
  if (frame < 0) return -1;
  const all = startFrames(exposures);
  let low = 0;
  let high = exposures.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (all[middle + 1] <= frame) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The run that covers `frame`, or null after the last exposure. */
export function exposureAt(exposures: Exposure[], frame: number): PlacedExposure | null {
  const index = indexAt(exposures, frame);
  const exposure = exposures[index];
  return exposure ? { index, start: startFrames(exposures)[index], exposure } : null;
}

/**
 * The frame inside the exposures that stands for `frame` once `afterLast` is taken into account; -1 when nothing is shown.
 * Empty frames before the first drawing are a way in and no part of a cycle: they are not repeated.
 */
export function frameInside(exposures: Exposure[], afterLast: AfterLast, frame: number): number {
  const total = totalFrames(exposures);
  if (frame < 0 || total === 0) return -1;
  if (frame < total) return frame;
  if (afterLast === 'clears') return -1;
  if (afterLast === 'holds') return total - 1;
  const wayIn = exposures[0].cell === null ? exposures[0].frames : 0;
  const cycle = total - wayIn;
  if (afterLast === 'repeats') return wayIn + ((frame - wayIn) % cycle);
  if (cycle === 1) return wayIn;
  const lap = 2 * cycle - 2;
  const place = (frame - wayIn) % lap;
  return wayIn + (place < cycle ? place : lap - place);
}

/** The run shown at `frame`, after-the-last taken into account. */
export function shownExposure(exposures: Exposure[], afterLast: AfterLast, frame: number): PlacedExposure | null {
  const inside = frameInside(exposures, afterLast, frame);
  return inside < 0 ? null : exposureAt(exposures, inside);
}

/**
 * The exposures written out up to frame `to` as `afterLast` shows them, so that what is put there later changes nothing
 * before it: the last hold longer, or the cycle gone on with. A layer that clears is left as it is.
 */
export function writtenOut(exposures: Exposure[], afterLast: AfterLast, to: number): Exposure[] {
  const total = totalFrames(exposures);
  if (afterLast === 'clears' || total === 0 || to <= total) return exposures;
  const out = exposures.slice();
  let before = exposures.length - 1;
  for (let frame = total; frame < to; frame++) {
    const { index, exposure } = shownExposure(exposures, afterLast, frame)!;
    const last = out[out.length - 1];
    if (index === before) out[out.length - 1] = { ...last, frames: last.frames + 1 };
    else out.push({ id: newId(), cell: exposure.cell, frames: 1 });
    before = index;
  }
  return out;
}

function isTidy(exposures: Exposure[]): boolean {
  let wasEmpty = false;
  for (const { cell, frames } of exposures) {
    if (frames < 1 || (wasEmpty && cell === null)) return false;
    wasEmpty = cell === null;
  }
  return !wasEmpty;
}

/** Joins neighbouring empty cells and drops empty cells at the end: there, nothing is said by after-the-last instead. */
export function tidy(exposures: Exposure[]): Exposure[] {
  if (isTidy(exposures)) return exposures;
  const out: Exposure[] = [];
  for (const exposure of exposures) {
    if (exposure.frames < 1) continue;
    const last = out.at(-1);
    if (last && last.cell === null && exposure.cell === null)
      out[out.length - 1] = { ...last, frames: last.frames + exposure.frames };
    else out.push(exposure);
  }
  while (out.length > 0 && out.at(-1)!.cell === null) out.pop();
  return out;
}

export function empty(frames: number): Exposure {
  return { id: newId(), cell: null, frames };
}

/** The exposures touched by frames `from`..`to`, as indices; none when they lie after the end. */
export function touched(exposures: Exposure[], from: number, to: number): { from: number; to: number } {
  const first = Math.max(0, indexAt(exposures, from));
  const last = indexAt(exposures, to - 1);
  return { from: first, to: Math.max(first, Math.min(exposures.length, last + 1)) };
}

/**
 * Cuts the list at `frame`, through a hold if need be: its first part keeps the id, the rest is the same cell once more.
 * After the end, empty frames are put in up to `frame`.
 */
export function cutAt(exposures: Exposure[], frame: number): { before: Exposure[]; after: Exposure[] } {
  const total = totalFrames(exposures);
  if (frame >= total) {
    return { before: frame > total ? [...exposures, empty(frame - total)] : exposures.slice(), after: [] };
  }
  const index = indexAt(exposures, frame);
  const head = frame - startFrames(exposures)[index];
  if (head === 0) return { before: exposures.slice(0, index), after: exposures.slice(index) };
  const cut = exposures[index];
  return {
    before: [...exposures.slice(0, index), { ...cut, frames: head }],
    after: [{ ...cut, id: newId(), frames: cut.frames - head }, ...exposures.slice(index + 1)],
  };
}

/** The exposures of frames `from`..`to`, exactly that many frames long, as they would be cut out. */
export function piece(exposures: Exposure[], from: number, to: number): Exposure[] {
  return cutAt(cutAt(exposures, to).before, from).after;
}

/** Replaces frames `from`..`to` by other exposures, however long; what follows comes right after them. */
export function replace(exposures: Exposure[], from: number, to: number, by: Exposure[]): Exposure[] {
  return tidy([...cutAt(exposures, from).before, ...by, ...cutAt(exposures, to).after]);
}
