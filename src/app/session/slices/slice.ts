/** A part of what the person looks at and holds in the hand: what of it is kept, what passes, how it is put right. */
import type { Shot } from '../../../core/shot/index.ts';

export interface Slice<Kept extends object, Passing extends object> {
  /** What is kept with the shot: a class that says the first values and, by class-validator, what may be. */
  kept: new () => Kept;
  /** What is there only while the shot is open, as it is at first. */
  passing(): Passing;
  /** Brings it into what the shot is now: layers, drawings, swatches may be gone, the shot shorter. */
  mend?(state: Kept & Passing, shot: Shot): Partial<Kept & Passing>;
}

export function slice<Kept extends object, Passing extends object>(of: Slice<Kept, Passing>): Slice<Kept, Passing> {
  return of;
}

/** The state of a slice, for its type. */
export type StateOf<S> = S extends Slice<infer Kept, infer Passing> ? Kept & Passing : never;

export const NOTHING_PASSES = () => ({});
