/**
 * Exposure maths: a layer is a run of cells, each held for a whole number of frames, from frame 0 on without gaps.
 * Every function takes exposures and returns new ones; the input stays as it was. No function here can lose a drawing:
 * where one would have to give way it stops at one frame.
 *
 * Frames and indices are 0-based.
 */
import { newId } from '../shot/ids.ts';
import type { AfterLast, CellRef, Exposure } from '../shot/model.ts';

/** An exposure with the frame it starts on and its place in the list. */
export interface Run {
  index: number;
  start: number;
  exposure: Exposure;
}

export function cellKey(cell: CellRef): string {
  return cell.kind === 'drawing' ? `d:${cell.drawing}` : `p:${cell.asset}:${cell.index}`;
}

export function sameCell(a: CellRef | null, b: CellRef | null): boolean {
  if (a === null || b === null) return a === b;
  return cellKey(a) === cellKey(b);
}

export function totalFrames(exposures: Exposure[]): number {
  let total = 0;
  for (const exposure of exposures) total += exposure.frames;
  return total;
}

export function runs(exposures: Exposure[]): Run[] {
  let start = 0;
  return exposures.map((exposure, index) => {
    const run = { index, start, exposure };
    start += exposure.frames;
    return run;
  });
}

/** The run that covers `frame`, or null after the last exposure. */
export function runAt(exposures: Exposure[], frame: number): Run | null {
  let start = 0;
  for (let index = 0; index < exposures.length; index++) {
    const exposure = exposures[index];
    if (frame < start + exposure.frames) return frame < start ? null : { index, start, exposure };
    start += exposure.frames;
  }
  return null;
}

/** The frame inside the exposures that stands for `frame` once `afterLast` is taken into account; -1 when nothing is shown. */
export function frameInside(exposures: Exposure[], afterLast: AfterLast, frame: number): number {
  const total = totalFrames(exposures);
  if (frame < 0 || total === 0) return -1;
  if (frame < total) return frame;
  if (afterLast === 'clears') return -1;
  if (afterLast === 'holds') return total - 1;
  if (afterLast === 'repeats') return frame % total;
  if (total === 1) return 0;
  const lap = 2 * total - 2;
  const place = frame % lap;
  return place < total ? place : lap - place;
}

/** The run shown at `frame`, after-the-last taken into account. */
export function shownRun(exposures: Exposure[], afterLast: AfterLast, frame: number): Run | null {
  const inside = frameInside(exposures, afterLast, frame);
  return inside < 0 ? null : runAt(exposures, inside);
}

/** Joins neighbouring empty cells and drops empty cells at the end: there, nothing is said by after-the-last instead. */
export function tidy(exposures: Exposure[]): Exposure[] {
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

/** Holds exposure `index` for `frames` frames (at least one); what follows is pushed later or drawn earlier. */
export function setHold(exposures: Exposure[], index: number, frames: number): Exposure[] {
  const length = Math.max(1, Math.round(frames));
  return exposures.map((exposure, i) => (i === index ? { ...exposure, frames: length } : exposure));
}

/**
 * Slides the change at the start of exposure `index` by `by` frames: what stands before gives or takes them, the total
 * stays. A drawing on either side stops at one frame; an empty cell may give way altogether.
 */
export function slideChange(exposures: Exposure[], index: number, by: number): Exposure[] {
  const self = exposures[index];
  if (!self) return exposures;
  const before = exposures[index - 1];
  if (!before) {
    if (by <= 0) return exposures;
    const shift = Math.min(by, self.frames - 1);
    if (shift === 0) return exposures;
    return [
      { id: newId(), cell: null, frames: shift },
      { ...self, frames: self.frames - shift },
      ...exposures.slice(1),
    ];
  }
  const least = before.cell === null ? 0 : 1;
  const shift = Math.max(-(before.frames - least), Math.min(by, self.frames - 1));
  if (shift === 0) return exposures;
  const out = exposures.slice();
  out[index - 1] = { ...before, frames: before.frames + shift };
  out[index] = { ...self, frames: self.frames - shift };
  return tidy(out);
}

/** Moves exposure `index` and all that follows by `by` frames; earlier only as far as what stands before can give. */
export function pushFrom(exposures: Exposure[], index: number, by: number): Exposure[] {
  const before = exposures[index - 1];
  if (!exposures[index]) return exposures;
  if (!before) return by > 0 ? [{ id: newId(), cell: null, frames: by }, ...exposures] : exposures;
  const least = before.cell === null ? 0 : 1;
  const out = exposures.slice();
  out[index - 1] = { ...before, frames: Math.max(least, before.frames + by) };
  return tidy(out);
}

/** Changes places with the neighbour: `towards` -1 is earlier, 1 is later. Both keep their holds. */
export function swapWithNeighbour(exposures: Exposure[], index: number, towards: -1 | 1): Exposure[] {
  const other = index + towards;
  if (!exposures[index] || !exposures[other]) return exposures;
  const out = exposures.slice();
  [out[index], out[other]] = [out[other], out[index]];
  return tidy(out);
}

/** Takes the cell out and leaves its frames empty. */
export function emptyCell(exposures: Exposure[], index: number): Exposure[] {
  return tidy(exposures.map((exposure, i) => (i === index ? { ...exposure, cell: null } : exposure)));
}

/** Takes the exposure out with its frames; what follows moves up. */
export function closeUp(exposures: Exposure[], index: number): Exposure[] {
  return tidy(exposures.filter((_, i) => i !== index));
}

/**
 * Exposes `cell` at `frame`. Inside a hold it takes over from there to the hold's end; on a hold's first frame it
 * replaces nothing but is put in after the hold; on empty frames it takes up to `frames` of them; after the end it is
 * added, with empty frames between.
 */
export function expose(exposures: Exposure[], frame: number, cell: CellRef, frames: number): Exposure[] {
  const made: Exposure = { id: newId(), cell, frames: Math.max(1, frames) };
  const run = runAt(exposures, frame);
  if (!run) {
    const gap = frame - totalFrames(exposures);
    return tidy([...exposures, ...(gap > 0 ? [{ id: newId(), cell: null, frames: gap }] : []), made]);
  }
  const { index, start, exposure } = run;
  const before = exposures.slice(0, index);
  const after = exposures.slice(index + 1);
  const head = frame - start;
  const tail = exposure.frames - head;
  if (exposure.cell === null) {
    const length = Math.min(made.frames, tail);
    return tidy([
      ...before,
      { ...exposure, frames: head },
      { ...made, frames: length },
      { id: newId(), cell: null, frames: tail - length },
      ...after,
    ]);
  }
  if (head > 0) return [...before, { ...exposure, frames: head }, { ...made, frames: tail }, ...after];
  const next = after[0];
  if (next && next.cell === null) {
    const length = Math.min(made.frames, next.frames);
    return tidy([
      ...before,
      exposure,
      { ...made, frames: length },
      { ...next, frames: next.frames - length },
      ...after.slice(1),
    ]);
  }
  return [...before, exposure, made, ...after];
}

/** Whether the run's cell was exposed before in this layer: its number is then shown in grey. */
export function isReused(exposures: Exposure[], index: number): boolean {
  const cell = exposures[index]?.cell;
  if (!cell) return false;
  for (let i = 0; i < index; i++) if (sameCell(exposures[i].cell, cell)) return true;
  return false;
}
