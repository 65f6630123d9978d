/**
 * How each sound of English looks and lasts: Gaussian tables learnt from free synthetic voices (`phones.json`, by
 * `scripts/learn/sounds.ts`; docs/READING.md). Large: only what reads sound loads it.
 */
import table from './phones.json' with { type: 'json' };
import type { Phone } from './phones.ts';

/** Numbers per frame of sound: c0..c12, their deltas and the deltas of those. */
export const FEATURES = 39;

type Mixture = [weight: number, mean: number[], variance: number[]];

/** The tables flat: mixtures of all states of all phones one after another. */
export interface PhoneTable {
  phones: Phone[];
  /** First state of each phone; one more at the end. */
  stateOf: Int32Array;
  /** First mixture of each state; one more at the end. */
  mixtureOf: Int32Array;
  /** FEATURES numbers a mixture: means, and minus half the inverse variances. */
  means: Float64Array;
  falls: Float64Array;
  /** Log of the weight and of the normal's height, per mixture. */
  heights: Float64Array;
  /** Mean and deviation of the logarithm of the duration in seconds, per phone. */
  durations: { mean: number; deviation: number }[];
}

/** As it is written down: mean and deviation of the logarithm of the duration in seconds (`d`), and mixtures state by state (`s`). */
export type WrittenTable = Record<Phone, { d: [mean: number, deviation: number]; s: Mixture[][] }>;

export function readTable(source: WrittenTable): PhoneTable {
  const phones = Object.keys(source);
  const states = phones.flatMap((phone) => source[phone].s);
  const mixtures = states.flat();
  const stateOf = new Int32Array(phones.length + 1);
  const mixtureOf = new Int32Array(states.length + 1);
  phones.forEach((phone, i) => {
    stateOf[i + 1] = stateOf[i] + source[phone].s.length;
  });
  states.forEach((state, i) => {
    mixtureOf[i + 1] = mixtureOf[i] + state.length;
  });
  const means = new Float64Array(mixtures.length * FEATURES);
  const falls = new Float64Array(mixtures.length * FEATURES);
  const heights = new Float64Array(mixtures.length);
  mixtures.forEach(([weight, mean, variance], m) => {
    let height = Math.log(weight) - (FEATURES / 2) * Math.log(2 * Math.PI);
    for (let k = 0; k < FEATURES; k++) {
      means[m * FEATURES + k] = mean[k];
      falls[m * FEATURES + k] = -0.5 / variance[k];
      height -= 0.5 * Math.log(variance[k]);
    }
    heights[m] = height;
  });
  const durations = phones.map((phone) => ({ mean: source[phone].d[0], deviation: source[phone].d[1] }));
  return { phones, stateOf, mixtureOf, means, falls, heights, durations };
}

let flat: PhoneTable | null = null;

export function phoneTable(): PhoneTable {
  flat ??= readTable(table as unknown as WrittenTable);
  return flat;
}
