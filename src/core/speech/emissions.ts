/** How well each frame of sound fits each state of each phone. */
import { FEATURES, type PhoneTable } from './phone-table.ts';
import { SILENCE } from './phones.ts';

/** Log likelihoods, one row of all states per frame. */
export interface Emissions {
  frames: number;
  states: number;
  log: Float32Array;
}

/** Log likelihood of the frame that begins at `at` in `features` under state `state`. */
export function stateLog(table: PhoneTable, features: Float32Array, at: number, state: number): number {
  const { mixtureOf, means, falls, heights } = table;
  let best = Number.NEGATIVE_INFINITY;
  let rest = 0;
  for (let m = mixtureOf[state]; m < mixtureOf[state + 1]; m++) {
    let log = heights[m];
    const base = m * FEATURES;
    for (let k = 0; k < FEATURES; k++) {
      const off = features[at + k] - means[base + k];
      log += off * off * falls[base + k];
    }
    if (log > best) {
      rest = best === Number.NEGATIVE_INFINITY ? 0 : (rest + 1) * Math.exp(best - log);
      best = log;
    } else if (log > best - 12) rest += Math.exp(log - best);
  }
  return best + Math.log1p(rest);
}

/**
 * Emissions of all frames. `loud`: loudness per frame, dB: silence is made dearer where there is sound, so that it does not
 * swallow weak voiced beginnings.
 */
export function emissionsOf(
  table: PhoneTable,
  features: Float32Array,
  loud: Float64Array,
  threshold: number,
): Emissions {
  const frames = loud.length;
  const states = table.stateOf[table.phones.length];
  const silence = table.stateOf[table.phones.indexOf(SILENCE)];
  const log = new Float32Array(frames * states);
  for (let t = 0; t < frames; t++) {
    for (let s = 0; s < states; s++) log[t * states + s] = stateLog(table, features, t * FEATURES, s);
    log[t * states + silence] -= 5 * Math.min(2, Math.max(0, (loud[t] - threshold) / 8));
  }
  return { frames, states, log };
}
