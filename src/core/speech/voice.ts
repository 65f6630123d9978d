/** What is fitted to a voice: the length of its throat, as a warp of the bands, and the rate it speaks at. */
import { type Stretch, statesOf } from './decode.ts';
import { type Emissions, stateLog } from './emissions.ts';
import { FEATURES, type PhoneTable } from './phone-table.ts';

/** Throats are tried so much longer or shorter than usual. */
export const WARPS = [0.8, 0.86, 0.92, 1, 1.08, 1.16, 1.25];
/** Sounds left out of the rate: so many of the shortest and of the longest, share of all. */
const TRIMMED = 0.15;

/** A frame and the state it is in. */
interface Placed {
  t: number;
  state: number;
}

/** The frames of stretches with the states they are in. */
export function placedOn(
  table: PhoneTable,
  emissions: Emissions,
  stretches: Pick<Stretch, 'phone' | 'from' | 'to'>[],
): Placed[] {
  return stretches.flatMap((stretch) =>
    Array.from(statesOf(table, emissions, stretch), (state, i) => ({ t: stretch.from + i, state })),
  );
}

/** The warp with which frames suit the states they are in best. @param featuresOf features of the whole recording, warped so */
export function bestWarp(table: PhoneTable, placed: Placed[], featuresOf: (warp: number) => Float32Array): number {
  let best = 1;
  let highest = Number.NEGATIVE_INFINITY;
  for (const warp of WARPS) {
    const features = featuresOf(warp);
    let score = 0;
    for (const { t, state } of placed) score += stateLog(table, features, t * FEATURES, state);
    if (score > highest) [highest, best] = [score, warp];
  }
  return best;
}

/** How much longer sounds are than usual, as a logarithm: trimmed mean. @param off of each sound, likewise */
export function rateOf(off: number[]): number {
  const sorted = off.toSorted((a, b) => a - b);
  const cut = Math.floor(sorted.length * TRIMMED);
  const kept = sorted.slice(cut, sorted.length - cut);
  return kept.reduce((sum, each) => sum + each, 0) / Math.max(1, kept.length);
}
