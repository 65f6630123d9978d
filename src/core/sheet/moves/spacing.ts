/** How the way between two places is spaced: the share of it that is gone at a share of the time. */

import type { MoveSpacing, Place } from '../../shot/layer-model.ts';
import { LIMITS } from '../../shot/make.ts';

/** How far an overshoot goes past: 1.70158 makes it a tenth of the way (Penner's "back"). */
const BACK = 1.70158;
/** How fast the swings of a settling move die away, and how many half swings there are. */
const DYING = 5;
const HALF_SWINGS = 3;

/** Own ticks stand at evenly spread times; between two the way goes evenly. */
function ownShare(ticks: readonly number[], t: number): number {
  const at = t * (ticks.length + 1);
  const k = Math.min(ticks.length, Math.floor(at));
  const before = k === 0 ? 0 : ticks[k - 1];
  const next = k === ticks.length ? 1 : ticks[k];
  return before + (at - k) * (next - before);
}

/** @param t 0..1 @returns 0 at 0 and 1 at 1; in between it may lie outside of both */
export function spacedShare({ spacing, ticks }: Pick<Place, 'spacing' | 'ticks'>, t: number): number {
  switch (spacing) {
    case 'even':
      return t;
    case 'slow-out':
      return t * t;
    case 'slow-in':
      return t * (2 - t);
    case 'both':
      return t * t * (3 - 2 * t);
    case 'held':
      return t < 1 ? 0 : 1;
    case 'overshoot':
      return 1 + (BACK + 1) * (t - 1) ** 3 + BACK * (t - 1) ** 2;
    case 'settle':
      return 1 - Math.exp(-DYING * t) * Math.cos(HALF_SWINGS * Math.PI * t) * (1 - t);
    case 'own':
      return ownShare(ticks, t);
  }
}

/** The ticks that space a way of so many frames as it is spaced now: one for each frame between its ends. */
export function ticksOf(place: Pick<Place, 'spacing' | 'ticks'>, frames: number): number[] {
  const count = Math.max(0, Math.min(frames - 1, LIMITS.maxOwnTicks));
  return Array.from({ length: count }, (_, k) => spacedShare(place, (k + 1) / (count + 1)));
}

/** The spacing of a way gone backwards. */
export function reversedSpacing({
  spacing,
  ticks,
}: Pick<Place, 'spacing' | 'ticks'>): Pick<Place, 'spacing' | 'ticks'> {
  const turned: Partial<Record<MoveSpacing, MoveSpacing>> = { 'slow-out': 'slow-in', 'slow-in': 'slow-out' };
  if (spacing !== 'overshoot' && spacing !== 'settle')
    return { spacing: turned[spacing] ?? spacing, ticks: [...ticks].reverse().map((tick) => 1 - tick) };
  // There is no word for these backwards: as ticks.
  const forward = ticksOf({ spacing, ticks }, REVERSED_TICKS + 1);
  return { spacing: 'own', ticks: forward.reverse().map((tick) => 1 - tick) };
}

const REVERSED_TICKS = 23;
