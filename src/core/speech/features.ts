/**
 * What the reading listens to: mel cepstra of 10 ms frames, as for any small recogniser. The room's noise is hidden under a
 * floor that depends on the loudest speech, and the mean of the speech is taken out, so microphones and levels differ less.
 */
import FFT from 'fft.js';
import { FEATURES } from './phone-table.ts';

/** Samples a second the reading works at. */
export const SPEECH_RATE = 16_000;
/** Seconds from frame to frame. */
export const HOP = 0.01;

const HOP_SAMPLES = SPEECH_RATE * HOP;
const WINDOW = 400;
const FFT_SIZE = 512;
const BINS = FFT_SIZE / 2 + 1;
const BANDS = 24;
const LOWEST = 100;
const HIGHEST = 7400;
const CEPSTRA = 13;

/** Power spectra of a sound's frames, BINS numbers each. */
export interface Spectra {
  frames: number;
  power: Float32Array;
}

/** The value `share` of the way up the sorted values. */
export function percentile(values: Float64Array, share: number): number {
  const sorted = Float64Array.from(values).sort();
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0;
}

/** Power spectra of 25 ms about the middle of each 10 ms of `sound` (mono at SPEECH_RATE). */
export function spectraOf(sound: Float32Array): Spectra {
  const frames = Math.floor(sound.length / HOP_SAMPLES);
  const power = new Float32Array(frames * BINS);
  const shape = Float64Array.from(
    { length: WINDOW },
    (_, i) => 0.54 - 0.46 * Math.cos((2 * Math.PI * i) / (WINDOW - 1)),
  );
  const fft = new FFT(FFT_SIZE);
  const samples = new Float64Array(FFT_SIZE);
  // Real and imaginary parts by turns, of the first half of the frequencies.
  const spectrum = fft.createComplexArray();
  for (let t = 0; t < frames; t++) {
    samples.fill(0);
    const start = t * HOP_SAMPLES + HOP_SAMPLES / 2 - WINDOW / 2;
    for (let i = 0; i < WINDOW; i++) {
      const at = start + i;
      if (at < 1 || at >= sound.length) continue;
      samples[i] = (sound[at] - 0.97 * sound[at - 1]) * shape[i];
    }
    fft.realTransform(spectrum, samples);
    for (let k = 0; k < BINS; k++) power[t * BINS + k] = spectrum[2 * k] ** 2 + spectrum[2 * k + 1] ** 2;
  }
  return { frames, power };
}

/** How loud each frame is over the bins of speech, dB. */
export function loudness({ frames, power }: Spectra): Float64Array {
  const out = new Float64Array(frames);
  for (let t = 0; t < frames; t++) {
    let sum = 1e-12;
    for (let k = 3; k < 200; k++) sum += power[t * BINS + k];
    out[t] = 10 * Math.log10(sum);
  }
  return out;
}

/** Triangular bands even in mels; `warp` moves their frequencies as a longer or shorter throat would. */
function melBands(warp: number): { from: Int32Array; weights: Float64Array[] } {
  const mel = (hz: number) => 2595 * Math.log10(1 + hz / 700);
  const hertz = (m: number) => 700 * (10 ** (m / 2595) - 1);
  const [low, high] = [mel(LOWEST), mel(HIGHEST)];
  const edges = Array.from(
    { length: BANDS + 2 },
    (_, i) =>
      (Math.min(SPEECH_RATE / 2, hertz(low + ((high - low) * i) / (BANDS + 1)) * warp) * FFT_SIZE) / SPEECH_RATE,
  );
  const from = new Int32Array(BANDS);
  const weights: Float64Array[] = [];
  for (let b = 0; b < BANDS; b++) {
    const [l, c, r] = [edges[b], edges[b + 1], edges[b + 2]];
    from[b] = Math.ceil(l);
    const to = Math.min(BINS - 1, Math.floor(r));
    const row = new Float64Array(Math.max(1, to - from[b] + 1));
    for (let k = from[b]; k <= to; k++)
      row[k - from[b]] = Math.max(0, k <= c ? (k - l) / Math.max(1e-9, c - l) : (r - k) / Math.max(1e-9, r - c));
    weights.push(row);
  }
  return { from, weights };
}

/** Adds differences over ±2 frames of numbers `from`..`from+CEPSTRA` as the next CEPSTRA numbers of each frame. */
function addDeltas(out: Float32Array, frames: number, from: number): void {
  const at = (t: number) => Math.min(frames - 1, Math.max(0, t)) * FEATURES + from;
  for (let t = 0; t < frames; t++) {
    const [a, b, c, d] = [at(t - 2), at(t - 1), at(t + 1), at(t + 2)];
    const to = t * FEATURES + from + CEPSTRA;
    for (let k = 0; k < CEPSTRA; k++) out[to + k] = (out[c + k] - out[b + k] + 2 * (out[d + k] - out[a + k])) / 10;
  }
}

/** FEATURES numbers a frame: cepstra with the mean of the speech taken out, deltas, deltas of deltas. */
export function featuresOf({ frames, power }: Spectra, warp = 1): Float32Array {
  const { from, weights } = melBands(warp);
  const energy = new Float64Array(frames * BANDS);
  const sums = new Float64Array(frames);
  for (let t = 0; t < frames; t++) {
    for (let b = 0; b < BANDS; b++) {
      const row = weights[b];
      const base = t * BINS + from[b];
      let sum = 0;
      for (let k = 0; k < row.length; k++) sum += row[k] * power[base + k];
      energy[t * BANDS + b] = sum;
      sums[t] += sum;
    }
  }
  const loudest = percentile(sums, 0.95) / BANDS || 1;
  const turn = Float64Array.from(
    { length: CEPSTRA * BANDS },
    (_, i) =>
      Math.sqrt((i < BANDS ? 1 : 2) / BANDS) *
      Math.cos((Math.PI * Math.floor(i / BANDS) * ((i % BANDS) + 0.5)) / BANDS),
  );
  const out = new Float32Array(frames * FEATURES);
  const logs = new Float64Array(BANDS);
  for (let t = 0; t < frames; t++) {
    for (let b = 0; b < BANDS; b++) logs[b] = Math.log(energy[t * BANDS + b] / loudest + 1e-5);
    for (let c = 0; c < CEPSTRA; c++) {
      let sum = 0;
      for (let b = 0; b < BANDS; b++) sum += turn[c * BANDS + b] * logs[b];
      out[t * FEATURES + c] = sum;
    }
  }
  takeOutMean(out, sums);
  addDeltas(out, frames, 0);
  addDeltas(out, frames, CEPSTRA);
  return out;
}

function takeOutMean(out: Float32Array, sums: Float64Array): void {
  const frames = sums.length;
  const level = sums.map((sum) => Math.log(sum + 1e-12));
  const low = percentile(level, 0.05);
  const bound = low + 0.35 * (percentile(level, 0.95) - low);
  const mean = new Float64Array(CEPSTRA);
  let speech = 0;
  for (let t = 0; t < frames; t++) {
    if (level[t] <= bound) continue;
    speech++;
    for (let c = 0; c < CEPSTRA; c++) mean[c] += out[t * FEATURES + c];
  }
  for (let t = 0; t < frames; t++)
    for (let c = 0; c < CEPSTRA; c++) out[t * FEATURES + c] -= mean[c] / Math.max(1, speech);
}
