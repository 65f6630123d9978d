/** New timing for a stretch of a layer: fitted, there and back, reversed, repeated, rotated; frames put in and taken out. */
import { newId } from '../shot/ids.ts';
import type { Exposure } from '../shot/layer-model.ts';
import { cutAt, empty, indexAt, piece, replace, sameCell, startFrames, tidy, totalFrames } from './exposures.ts';

/** The same cells once more, as exposures of their own. */
function again(exposures: Exposure[]): Exposure[] {
  return exposures.map(({ cell, frames }) => ({ id: newId(), cell, frames }));
}

function withPart(exposures: Exposure[], from: number, to: number, part: Exposure[]): Exposure[] {
  return tidy(exposures.slice(0, from).concat(part, exposures.slice(to)));
}

/** Frames of exposures `from`..`to`. */
export function stretchFrames(exposures: Exposure[], from: number, to: number): number {
  const all = startFrames(exposures);
  return all[to] - all[from];
}

/** Holds whose ends lie as near to `ends` (0..1 of the whole) as whole frames allow, each at least one frame. */
function holdsByEnds(ends: number[], frames: number): number[] {
  const count = ends.length;
  const at = ends.map((end) => Math.round(end * frames));
  for (let i = 0; i < count; i++) at[i] = Math.max(at[i], i === 0 ? 1 : at[i - 1] + 1);
  for (let i = count - 1; i >= 0; i--) at[i] = Math.min(at[i], frames - (count - 1 - i));
  return at.map((end, i) => end - (i === 0 ? 0 : at[i - 1]));
}

function fitted(exposures: Exposure[], from: number, to: number, holds: number[]): Exposure[] {
  return exposures.map((exposure, i) =>
    i >= from && i < to && exposure.frames !== holds[i - from]
      ? { id: exposure.id, cell: exposure.cell, frames: holds[i - from] }
      : exposure,
  );
}

/** Fits the stretch to `frames` frames in even steps; fewer frames than exposures give one frame each. */
export function fitEven(exposures: Exposure[], from: number, to: number, frames: number): Exposure[] {
  const count = to - from;
  const length = Math.max(count, Math.round(frames));
  const ends = Array.from({ length: count }, (_, i) => (i + 1) / count);
  return fitted(exposures, from, to, holdsByEnds(ends, length));
}

/** Fits the stretch to `frames` frames, every hold in proportion; fewer frames than exposures give one frame each. */
export function fitInProportion(exposures: Exposure[], from: number, to: number, frames: number): Exposure[] {
  const count = to - from;
  const length = Math.max(count, Math.round(frames));
  const all = startFrames(exposures);
  const before = all[to] - all[from];
  const ends = Array.from({ length: count }, (_, i) => (all[from + i + 1] - all[from]) / before);
  return fitted(exposures, from, to, holdsByEnds(ends, length));
}

export function reverse(exposures: Exposure[], from: number, to: number): Exposure[] {
  return withPart(exposures, from, to, exposures.slice(from, to).reverse());
}

/**
 * How often the ends of a there-and-back are seen: `once` 1 2 3 2 (a cycle without a stop), `home` 1 2 3 2 1 (comes back
 * to the first), `twice` 1 2 3 3 2 1.
 */
export const ENDS = ['once', 'home', 'twice'] as const;
export type Ends = (typeof ENDS)[number];

/** Goes on with the same drawings backwards, each held as on the way there. What follows is pushed later. */
export function thereAndBack(exposures: Exposure[], from: number, to: number, ends: Ends): Exposure[] {
  const there = exposures.slice(from, to);
  const back = there.slice().reverse();
  const way = ends === 'twice' ? back : ends === 'home' ? back.slice(1) : back.slice(1, -1);
  return withPart(exposures, from, to, there.concat(again(way)));
}

/**
 * Repeats the stretch until it is `frames` frames long, the last round cut where they end. What follows is pushed later.
 * Nothing is cut from the first round: fewer frames than it has leave it as it is.
 */
export function repeatTo(exposures: Exposure[], from: number, to: number, frames: number): Exposure[] {
  const round = exposures.slice(from, to);
  const length = totalFrames(round);
  if (length === 0 || frames <= length) return exposures;
  const out = round.slice();
  for (let filled = length; filled < frames; filled += length) {
    out.push(...again(filled + length <= frames ? round : piece(round, 0, frames - filled)));
  }
  return withPart(exposures, from, to, out);
}

const wrapped = (by: number, count: number) => ((by % count) + count) % count;

/** Exposures `from`..`to` (indices) shifted round by `by` drawings: by one, the last comes to the front, with its hold. */
export function rotateByDrawings(exposures: Exposure[], from: number, to: number, by: number): Exposure[] {
  const count = to - from;
  if (count < 2 || wrapped(by, count) === 0) return exposures;
  const cut = to - wrapped(by, count);
  return tidy([
    ...exposures.slice(0, from),
    ...exposures.slice(cut, to),
    ...exposures.slice(from, cut),
    ...exposures.slice(to),
  ]);
}

/**
 * Frames `from`..`to` shifted round by `by` frames. A hold cut at the end goes on at the front as the same drawing; where
 * two parts of a hold meet again they are one hold again, so as many shifts as there are frames are none.
 */
export function rotateByFrames(exposures: Exposure[], from: number, to: number, by: number): Exposure[] {
  const length = to - from;
  const steps = length < 1 ? 0 : wrapped(by, length);
  if (steps === 0) return exposures;
  const { before, after } = cutAt(piece(exposures, from, to), length - steps);
  const seamA = after.at(-1)!;
  const seamB = before[0];
  const turned = sameCell(seamA.cell, seamB.cell)
    ? [...after.slice(0, -1), { ...seamA, frames: seamA.frames + seamB.frames }, ...before.slice(1)]
    : [...after, ...before];
  return replace(exposures, from, to, turned);
}

/**
 * Puts `count` frames in before `frame`; what stood before goes on through them, and all that follows moves later by
 * `count`. Before frame 0 the first exposure is held longer. After the end nothing changes.
 */
export function insertFrames(exposures: Exposure[], frame: number, count: number): Exposure[] {
  if (frame >= totalFrames(exposures) || count < 1) return exposures;
  const longer = indexAt(exposures, Math.max(0, frame - 1));
  return exposures.map((exposure, i) => (i === longer ? { ...exposure, frames: exposure.frames + count } : exposure));
}

/** Takes frames `from`..`to` out; what follows moves up. Drawings that stood only there are off the sheet, not lost. */
export function removeFrames(exposures: Exposure[], from: number, to: number): Exposure[] {
  if (from >= totalFrames(exposures)) return exposures;
  const out: Exposure[] = [];
  const all = startFrames(exposures);
  exposures.forEach((exposure, i) => {
    const gone = Math.max(0, Math.min(to, all[i + 1]) - Math.max(from, all[i]));
    if (gone === 0) out.push(exposure);
    else if (gone < exposure.frames) out.push({ ...exposure, frames: exposure.frames - gone });
  });
  return tidy(out);
}

/** Takes the cells of frames `from`..`to` off the sheet and leaves the frames empty. */
export function emptyFrames(exposures: Exposure[], from: number, to: number): Exposure[] {
  return from >= totalFrames(exposures) ? exposures : replace(exposures, from, to, [empty(to - from)]);
}
