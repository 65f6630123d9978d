/** Shifting round: what leaves a stretch at one end comes in at the other, so a cycle can be offset against another. */
import type { Exposure } from '../shot/model.ts';
import { cutAt, piece, replace, sameCell, tidy } from './exposures.ts';

const wrapped = (by: number, count: number) => ((by % count) + count) % count;

/** Exposures `from`..`to` (indices) shifted round by `by` drawings: by one, the last comes to the front, with its hold. */
export function roundByDrawings(exposures: Exposure[], from: number, to: number, by: number): Exposure[] {
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
export function roundByFrames(exposures: Exposure[], from: number, to: number, by: number): Exposure[] {
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
