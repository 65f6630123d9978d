/** The waveform of a clip on canvas: from peaks, and from single samples when there is room for them. */

import type { Clip } from '../../core/shot/index.ts';
import { clipSeconds, loopPeriod, soundTime } from '../../core/shot/index.ts';
import { PEAK_RATE, type Peaks, peakBetween, type Sound } from '../../core/sound/index.ts';

const WAVE = '#66788c';
const QUIET = '#a9a69e';
/** Above this many pixels a sample each is drawn as a dot on its line. */
const DOTS = 4;

interface WaveJob {
  clip: Clip;
  peaks: Peaks | null;
  sound: Sound | null;
  /** Seconds after the clip's start that are drawn, and over how many pixels. */
  from: number;
  to: number;
  width: number;
  height: number;
  quiet: boolean;
}

/** Lowest and highest sample between two times of a sound's first channel. */
function samplesBetween({ channels: [channel], rate }: Sound, from: number, to: number): [number, number] {
  let low = 1;
  let high = -1;
  const last = Math.min(channel.length - 1, Math.max(Math.floor(from * rate) + 1, Math.ceil(to * rate)));
  for (let i = Math.max(0, Math.floor(from * rate)); i <= last; i++) {
    low = Math.min(low, channel[i]);
    high = Math.max(high, channel[i]);
  }
  return low <= high ? [low, high] : [0, 0];
}

export function paintWave(c: CanvasRenderingContext2D, job: WaveJob): void {
  const { clip, peaks, sound, from, to, width, height, quiet } = job;
  c.clearRect(0, 0, width, height);
  c.fillStyle = quiet ? QUIET : WAVE;
  c.strokeStyle = c.fillStyle;
  const perPixel = (to - from) / width;
  const seconds = clipSeconds(clip);
  const fine = sound && perPixel * PEAK_RATE < 1;
  for (let i = 0; i < width; i++) {
    const into = from + i * perPixel;
    if (into < 0 || into >= seconds) continue;
    const at = soundTime(clip, into);
    const [low, high] = fine
      ? samplesBetween(sound, at, at + perPixel)
      : peaks
        ? peakBetween(peaks, at, at + perPixel)
        : [0, 0];
    const top = (height / 2) * (1 - Math.min(1, high * clip.gain));
    const bottom = (height / 2) * (1 - Math.max(-1, low * clip.gain));
    c.fillRect(i, top, 1, Math.max(1, bottom - top));
  }
  if (sound && 1 / sound.rate / perPixel >= DOTS) paintSamples(c, job, sound, perPixel);
  paintFades(c, job, seconds, perPixel);
}

function paintSamples(
  c: CanvasRenderingContext2D,
  { clip, from, to, height }: WaveJob,
  sound: Sound,
  perPixel: number,
) {
  const [channel] = sound.channels;
  for (let into = Math.ceil(from * sound.rate) / sound.rate; into < to; into += 1 / sound.rate) {
    const value = channel[Math.round(soundTime(clip, into) * sound.rate)] ?? 0;
    c.beginPath();
    c.arc((into - from) / perPixel, (height / 2) * (1 - value * clip.gain), 1.8, 0, 2 * Math.PI);
    c.fill();
  }
}

/** Fades as lines over the wave; where a loop begins again a short stroke below and above. */
function paintFades(
  c: CanvasRenderingContext2D,
  { clip, from, to, height }: WaveJob,
  seconds: number,
  perPixel: number,
) {
  const x = (into: number) => (into - from) / perPixel;
  c.strokeStyle = '#b06a12';
  c.lineWidth = 1.25;
  c.beginPath();
  if (clip.fadeIn > 0) {
    c.moveTo(x(0), height);
    c.lineTo(x(clip.fadeIn), 1);
  }
  if (clip.fadeOut > 0) {
    c.moveTo(x(seconds - clip.fadeOut), 1);
    c.lineTo(x(seconds), height);
  }
  if (clip.loop) {
    const period = loopPeriod(clip);
    const first = Math.max(1, Math.ceil((from + clip.loop.skip) / period));
    for (let n = first; n * period - clip.loop.skip < Math.min(to, seconds); n++) {
      const at = x(n * period - clip.loop.skip);
      c.moveTo(at, 0);
      c.lineTo(at, 6);
      c.moveTo(at, height - 6);
      c.lineTo(at, height);
    }
  }
  c.stroke();
}
