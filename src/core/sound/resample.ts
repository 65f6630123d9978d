/** Another number of samples a second, by a windowed sinc. */

/** Half width of the filter, in samples of the slower rate. */
const HALF = 12;

/** All channels in one, evenly. */
export function toMono(channels: Float32Array[]): Float32Array {
  if (channels.length === 1) return channels[0];
  const out = new Float32Array(channels[0]?.length ?? 0);
  for (const channel of channels) for (let i = 0; i < out.length; i++) out[i] += channel[i] / channels.length;
  return out;
}

/** `sound` (one channel at `from` samples a second) at `to` samples a second; what the new rate cannot hold is filtered out. */
export function resample(sound: Float32Array, from: number, to: number): Float32Array {
  if (from === to) return sound;
  const ratio = from / to;
  const count = Math.floor(sound.length / ratio);
  const out = new Float32Array(count);
  // The pass band ends a little below half the slower rate.
  const cut = 0.94 * Math.min(1, to / from);
  const half = Math.ceil(HALF * Math.max(1, ratio));
  // Places between samples repeat; their filters are made once, a thousand at most.
  const phases = 1000;
  const filters: (Float64Array | undefined)[] = [];
  const filter = (phase: number): Float64Array => {
    const made = filters[phase];
    if (made) return made;
    const taps = new Float64Array(2 * half);
    let sum = 0;
    for (let k = 0; k < 2 * half; k++) {
      const x = k - half + 1 - phase / phases;
      const sinc = x === 0 ? cut : Math.sin(Math.PI * cut * x) / (Math.PI * x);
      const shape = Math.abs(x) >= half ? 0 : 0.5 + 0.5 * Math.cos((Math.PI * x) / half);
      taps[k] = sinc * shape;
      sum += taps[k];
    }
    for (let k = 0; k < taps.length; k++) taps[k] /= sum;
    filters[phase] = taps;
    return taps;
  };
  for (let i = 0; i < count; i++) {
    const at = i * ratio;
    let whole = Math.floor(at);
    let phase = Math.round((at - whole) * phases);
    if (phase === phases) {
      phase = 0;
      whole++;
    }
    const taps = filter(phase);
    const first = whole - half + 1;
    let sum = 0;
    if (first >= 0 && first + taps.length <= sound.length) {
      for (let k = 0; k < taps.length; k++) sum += taps[k] * sound[first + k];
    } else {
      for (let k = 0; k < taps.length; k++) sum += taps[k] * (sound[first + k] ?? 0);
    }
    out[i] = sum;
  }
  return out;
}
