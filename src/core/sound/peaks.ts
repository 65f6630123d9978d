/** The waveform for drawing: lowest and highest sample of each short slice. */

/** Slices per second: about sixteen to a frame at 24 frames a second. */
export const PEAK_RATE = 400;

/** Interleaved lowest, highest per slice, -1..1. */
export type Peaks = Float32Array;

/** Peaks of a sound. `channels`: one array of samples per channel, all of one length; `rate`: samples a second. */
export function peaksOf(channels: Float32Array[], rate: number): Peaks {
  const samples = channels[0]?.length ?? 0;
  const slices = Math.ceil((samples / rate) * PEAK_RATE);
  const out = new Float32Array(slices * 2);
  for (let s = 0; s < slices; s++) {
    const from = Math.floor((s * rate) / PEAK_RATE);
    const to = Math.min(samples, Math.max(from + 1, Math.floor(((s + 1) * rate) / PEAK_RATE)));
    let low = 0;
    let high = 0;
    for (const channel of channels) {
      for (let i = from; i < to; i++) {
        const value = channel[i];
        if (value < low) low = value;
        else if (value > high) high = value;
      }
    }
    out[2 * s] = low;
    out[2 * s + 1] = high;
  }
  return out;
}

/** Lowest and highest between two times in seconds. */
export function peakBetween(peaks: Peaks, from: number, to: number): [number, number] {
  const first = Math.max(0, Math.floor(from * PEAK_RATE));
  const last = Math.min(peaks.length / 2 - 1, Math.max(first, Math.ceil(to * PEAK_RATE) - 1));
  let low = 0;
  let high = 0;
  for (let s = first; s <= last; s++) {
    low = Math.min(low, peaks[2 * s]);
    high = Math.max(high, peaks[2 * s + 1]);
  }
  return [low, high];
}
