/** The workbench sounds are made on: noise, filters, ringing bodies and how things die away. All are mono, about -1..1. */

export type Noise = () => number;

/** Even noise -1..1, the same for the same seed. */
export function noiseSource(seed: number): Noise {
  let state = seed >>> 0 || 1;
  return () => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (state >>> 0) / 2147483648 - 1;
  };
}

/** A state-variable filter. `q`: 0.5 (wide) and more. Returns low, band and high of each sample given. */
export function filter(
  rate: number,
): (x: number, hertz: number, q: number) => { low: number; band: number; high: number } {
  const out = { low: 0, band: 0, high: 0 };
  return (x, hertz, q) => {
    const f = 2 * Math.sin((Math.PI * Math.min(hertz, rate / 6.5)) / rate);
    out.high = x - out.low - out.band / q;
    out.band += f * out.high;
    out.low += f * out.band;
    return out;
  };
}

/** Samples of `seconds`, each from its time. */
export function sound(rate: number, seconds: number, at: (t: number) => number): Float32Array {
  const out = new Float32Array(Math.round(rate * seconds));
  for (let i = 0; i < out.length; i++) out[i] = at(i / rate);
  return out;
}

/** Rises in `attack` seconds, then falls to a third every `fall` seconds. */
export function strike(t: number, attack: number, fall: number): number {
  return t < 0 ? 0 : t < attack ? t / attack : Math.exp(-(t - attack) / fall);
}

/** In over `rise`, out over `sink` seconds at the end of `seconds`. */
export function swell(t: number, seconds: number, rise: number, sink: number): number {
  const shape = (x: number) => Math.sin((Math.PI / 2) * Math.max(0, Math.min(1, x)));
  return shape(t / rise) * shape((seconds - t) / sink);
}

/** A body that rings: [hertz, strength, seconds to a third]. */
export type Mode = [hertz: number, strength: number, fall: number];

export function ring(t: number, modes: Mode[]): number {
  if (t < 0) return 0;
  let sum = 0;
  for (const [hertz, strength, fall] of modes)
    sum += strength * Math.sin(2 * Math.PI * hertz * t) * Math.exp(-t / fall);
  return sum;
}

/** Noise let through about a middle that may move with time. */
export function hush(
  rate: number,
  seconds: number,
  seed: number,
  middle: (t: number) => number,
  q: number,
  level: (t: number) => number,
): Float32Array {
  const noise = noiseSource(seed);
  const pass = filter(rate);
  return sound(rate, seconds, (t) => pass(noise(), middle(t), q).band * level(t));
}

/** Sounds laid one over the other, each from its second on. The result is as long as the longest. */
export function together(rate: number, ...parts: [at: number, sound: Float32Array][]): Float32Array {
  const length = Math.max(...parts.map(([at, part]) => Math.round(at * rate) + part.length));
  const out = new Float32Array(length);
  for (const [at, part] of parts) {
    const from = Math.round(at * rate);
    for (let i = 0; i < part.length; i++) out[from + i] += part[i];
  }
  return out;
}

/** Brought to a highest sample of `peak`, its last milliseconds run out. */
export function finished(rate: number, samples: Float32Array, peak = 0.7): Float32Array {
  let most = 1e-9;
  for (const value of samples) most = Math.max(most, Math.abs(value));
  const tail = Math.min(samples.length, Math.round(rate * 0.004));
  for (let i = 0; i < samples.length; i++) samples[i] *= (peak / most) * Math.min(1, (samples.length - 1 - i) / tail);
  return samples;
}
