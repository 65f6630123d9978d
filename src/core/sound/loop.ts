/** Where a sound can be joined to its own beginning without a bump. */

/** How far from the wished places a join is looked for, seconds. */
const REACH = 0.04;
const LONGEST_JOIN = 0.12;

export interface LoopPart {
  /** Seconds. */
  in: number;
  out: number;
  /** Over which the end runs into the beginning. */
  join: number;
}

/** Samples that are enough to know how loud a long sound is. */
const ENOUGH = 100_000;

/** Mean power of `sound` within `half` samples of sample `at`. */
function powerAbout(sound: Float32Array, at: number, half: number): number {
  let sum = 0;
  const from = Math.max(0, at - half);
  const to = Math.min(sound.length, at + half);
  const step = Math.max(1, Math.floor((to - from) / ENOUGH));
  let count = 0;
  for (let i = from; i < to; i += step, count++) sum += sound[i] * sound[i];
  return sum / Math.max(1, count);
}

/** The rising zero crossing with the quietest surroundings within REACH of `at`; `at` itself when there is none. */
function quietCrossing(sound: Float32Array, at: number, rate: number): number {
  const reach = Math.round(REACH * rate);
  const half = Math.round(0.004 * rate);
  let best = at;
  let least = Number.POSITIVE_INFINITY;
  for (let i = Math.max(1, at - reach); i < Math.min(sound.length, at + reach); i++) {
    if (sound[i - 1] > 0 || sound[i] <= 0) continue;
    const power = powerAbout(sound, i, half);
    if (power < least) {
      least = power;
      best = i;
    }
  }
  return best;
}

/**
 * The part of a sound to repeat: both ends moved to quiet crossings near the wished ones, and so much overlap that steady
 * noise, too, runs through. `sound`: one channel at `rate`; times in seconds.
 */
export function loopPart(sound: Float32Array, rate: number, from: number, to: number): LoopPart {
  const first = quietCrossing(sound, Math.round(from * rate), rate);
  const last = quietCrossing(sound, Math.min(sound.length, Math.round(to * rate)), rate);
  if (last - first < 0.02 * rate) return { in: from, out: to, join: 0 };
  const half = Math.round(0.004 * rate);
  const whole = powerAbout(sound, (first + last) >> 1, (last - first) >> 1);
  const ends = Math.max(powerAbout(sound, first, half), powerAbout(sound, last, half));
  // Where both ends are as good as silent there is nothing to hide.
  const join = ends < whole * 1e-4 ? 0.005 : Math.min(LONGEST_JOIN, (last - first) / rate / 4);
  return { in: first / rate, out: last / rate, join };
}
