/** Holds longer and shorter, changes slid and pushed, holds split. Where a drawing would have to give way it stops at one frame. */
import { newId } from '../shot/ids.ts';
import type { CellRef, Exposure } from '../shot/layer-model.ts';
import { empty, exposureAt, startFrames, tidy, totalFrames } from './exposures.ts';

/** Holds exposure `index` for `frames` frames (at least one); what follows is pushed later or drawn earlier. */
export function setHold(exposures: Exposure[], index: number, frames: number): Exposure[] {
  return setHolds(exposures, index, index + 1, frames);
}

/** Holds every drawing of exposures `from`..`to` for `frames` frames: on ones, twos, threes. Empty cells stay as they are. */
export function setHolds(exposures: Exposure[], from: number, to: number, frames: number): Exposure[] {
  const length = Math.max(1, Math.round(frames));
  return exposures.map((exposure, i) =>
    i >= from && i < to && exposure.frames !== length && (exposure.cell || to - from === 1)
      ? { id: exposure.id, cell: exposure.cell, frames: length }
      : exposure,
  );
}

/** Holds every drawing of exposures `from`..`to` longer or shorter by `by` frames, none shorter than one. */
export function holdsBy(exposures: Exposure[], from: number, to: number, by: number): Exposure[] {
  return exposures.map((exposure, i) => {
    const frames = Math.max(1, exposure.frames + by);
    return i >= from && i < to && exposure.cell && frames !== exposure.frames ? { ...exposure, frames } : exposure;
  });
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
    const shift = Math.min(by, self.frames - 1);
    if (shift <= 0) return exposures;
    return [empty(shift), { ...self, frames: self.frames - shift }, ...exposures.slice(1)];
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
  if (!before) return by > 0 ? [empty(by), ...exposures] : exposures;
  const least = before.cell === null ? 0 : 1;
  const out = exposures.slice();
  out[index - 1] = { ...before, frames: Math.max(least, before.frames + by) };
  return tidy(out);
}

/**
 * Moves the drawing of exposure `index` to begin at frame `to`, as a hand moves a key on the sheet: the drawing before is
 * held longer or shorter, and so in turn is this one, so that nothing else moves. The last drawing keeps its hold, and so
 * does one with empty frames behind it. Going later than its own hold allows, it pushes what follows; going earlier, it
 * stops when the drawing before is held one frame.
 */
export function moveStart(exposures: Exposure[], index: number, to: number): Exposure[] {
  const self = exposures[index];
  if (!self?.cell) return exposures;
  const by = Math.max(0, to) - startFrames(exposures)[index];
  const next = exposures[index + 1];
  if (!next) return pushFrom(exposures, index, by);
  if (next.cell === null) {
    const pushed = pushFrom(exposures, index, by);
    const at = pushed.findIndex(({ id }) => id === self.id);
    const moved = startFrames(pushed)[at] - startFrames(exposures)[index];
    const out = pushed.slice();
    out[at + 1] = { ...next, frames: Math.max(0, next.frames - moved) };
    return tidy(out);
  }
  const slid = slideChange(exposures, index, by);
  const at = slid.findIndex(({ id }) => id === self.id);
  const rest = by - (startFrames(slid)[at] - startFrames(exposures)[index]);
  return rest > 0 ? pushFrom(slid, at, rest) : slid;
}

/** Makes room: a hold of one frame becomes two, so that it can be split. */
export function withRoom(exposures: Exposure[], index: number): Exposure[] {
  const self = exposures[index];
  return self?.cell && self.frames === 1 ? setHold(exposures, index, 2) : exposures;
}

/**
 * Puts `cell` in the middle of a hold; the total stays. 4 gives 2 and 2, 5 gives 3 and 2. Null when there is nothing to
 * split: no drawing, or one held a single frame.
 */
export function splitHold(exposures: Exposure[], index: number, cell: CellRef): Exposure[] | null {
  const self = exposures[index];
  if (!self?.cell || self.frames < 2) return null;
  const head = Math.ceil(self.frames / 2);
  return [
    ...exposures.slice(0, index),
    { ...self, frames: head },
    { id: newId(), cell, frames: self.frames - head },
    ...exposures.slice(index + 1),
  ];
}

/** Changes places with the neighbour: `towards` -1 is earlier, 1 is later. Both keep their holds. */
export function swapWithNeighbour(exposures: Exposure[], index: number, towards: -1 | 1): Exposure[] {
  const other = index + towards;
  if (!exposures[index] || !exposures[other]) return exposures;
  const out = exposures.slice();
  [out[index], out[other]] = [out[other], out[index]];
  return tidy(out);
}

/**
 * Exposes `cell` at `frame`. Inside a hold it takes over from there to the hold's end; on a hold's first frame it
 * replaces nothing but is put in after the hold; on empty frames it takes up to `frames` of them; after the end it is
 * added, with empty frames between.
 */
export function expose(exposures: Exposure[], frame: number, cell: CellRef, frames: number): Exposure[] {
  const made: Exposure = { id: newId(), cell, frames: Math.max(1, frames) };
  const placed = exposureAt(exposures, frame);
  if (!placed) {
    const gap = frame - totalFrames(exposures);
    return tidy([...exposures, ...(gap > 0 ? [empty(gap)] : []), made]);
  }
  const { index, start, exposure } = placed;
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
      { ...empty(tail - length) },
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

/**
 * Writes `cell` into the sheet at `frame` as one writes a number on paper: from there to the end of the hold that stands
 * there, whatever it was. On empty frames it takes up to `frames` of them.
 */
export function write(exposures: Exposure[], frame: number, cell: CellRef, frames: number): Exposure[] {
  const placed = exposureAt(exposures, frame);
  if (!placed?.exposure.cell || placed.start !== frame) return expose(exposures, frame, cell, frames);
  return exposures.map((exposure, i) => (i === placed.index ? { ...exposure, id: newId(), cell } : exposure));
}
