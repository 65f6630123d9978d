/**
 * The shot's sound as it is heard: all clips summed with their volumes, fades, loops and places from left to right. Playing,
 * scrubbing and every delivery use this one function, so what is heard is what is delivered.
 */

import { clipSeconds, isHeard, loopPeriod } from '../shot/clips.ts';
import type { Id } from '../shot/ids.ts';
import type { Clip, Shot, Track } from '../shot/model.ts';
import { panAt } from './pan.ts';

/** A decoded sound: samples -1..1 per channel, `rate` of them a second. */
export interface Sound {
  channels: Float32Array[];
  rate: number;
}

export type Sounds = (asset: Id) => Sound | null;

/** Cut edges come in and run out this long, seconds, so that they do not click. */
const EDGE = 0.001;

/** The first sample of a frame; mixes of neighbouring frames meet exactly. */
export function sampleOfFrame(frame: number, fps: number, rate: number): number {
  return Math.round((frame / fps) * rate);
}

/** How a clip comes in and runs out: seconds of ramp at its beginning and end. */
interface Ramps {
  begin: number;
  end: number;
}

/** Whether one clip goes on where another ends, in time and in their sound: the parts of a clip that was cut. */
function goesOn(earlier: Clip, later: Clip, fps: number): boolean {
  if (earlier.asset !== later.asset || earlier.loop || later.loop) return false;
  const ends = earlier.frame / fps + clipSeconds(earlier);
  return Math.abs(ends - later.frame / fps) < 1e-6 && Math.abs(earlier.out - later.in) < 1e-6;
}

/** A clip's fades, and the tiny ramps of edges where its sound is cut off. */
function rampsOf(clip: Clip, track: Track, fps: number, sound: number): Ramps {
  const cutBefore = clip.in > 1e-6 && !track.clips.some((other) => other !== clip && goesOn(other, clip, fps));
  const cutAfter =
    clip.loop !== null ||
    (clip.out < sound - 1e-6 && !track.clips.some((other) => other !== clip && goesOn(clip, other, fps)));
  return { begin: Math.max(clip.fadeIn, cutBefore ? EDGE : 0), end: Math.max(clip.fadeOut, cutAfter ? EDGE : 0) };
}

/** A clip's strength `into` seconds after it began. */
function envelope({ begin, end }: Ramps, into: number, seconds: number): number {
  let gain = 1;
  if (into < begin) gain *= Math.sin((Math.PI / 2) * (into / begin));
  const left = seconds - into;
  if (left < end) gain *= Math.sin((Math.PI / 2) * Math.max(0, left / end));
  return gain;
}

/** Sample of a channel at a fraction of a place. */
function sampleAt(channel: Float32Array, at: number): number {
  const i = Math.floor(at);
  if (i < 0 || i >= channel.length) return 0;
  const part = at - i;
  if (part < 1e-6) return channel[i];
  return channel[i] + part * ((channel[i + 1] ?? 0) - channel[i]);
}

/** What a looped clip plays at `into`: where its end runs into its beginning both are heard. */
function loopedAt(channel: Float32Array, clip: Clip, into: number, rate: number): number {
  const period = loopPeriod(clip);
  const along = into + clip.loop!.skip;
  const phase = along % period;
  const head = sampleAt(channel, (clip.in + phase) * rate);
  const { join } = clip.loop!;
  if (along < period || phase >= join) return head;
  const tail = sampleAt(channel, (clip.in + period + phase) * rate);
  const turn = (Math.PI / 2) * (phase / join);
  return head * Math.sin(turn) + tail * Math.cos(turn);
}

/** Samples that are heard from one place. */
const STEP = 64;

function addClip(
  shot: Shot,
  track: Track,
  clip: Clip,
  sound: Sound,
  from: number,
  rate: number,
  left: Float32Array,
  right: Float32Array,
): void {
  const seconds = clipSeconds(clip);
  const start = sampleOfFrame(clip.frame, shot.fps, rate);
  const end = start + Math.round(seconds * rate);
  const first = Math.max(from, start);
  const last = Math.min(from + left.length, end);
  if (last <= first) return;
  const [a, b = sound.channels[0]] = sound.channels;
  const length = a.length / sound.rate;
  const volume = clip.gain * track.gain;
  const straight = sound.rate === rate && !clip.loop;
  const ramps = rampsOf(clip, track, shot.fps, length);
  const inAt = Math.round(clip.in * sound.rate);
  // Read through in steps laid from the clip's own start, so that a mix made in parts is the mix made whole.
  for (let block = start + Math.floor((first - start) / STEP) * STEP; block < last; block += STEP) {
    const [into, out] = [(block - start) / rate, (block + STEP - start) / rate];
    const even = into >= ramps.begin && out <= seconds - ramps.end;
    const pan = panAt(shot, clip, block / rate);
    const [toLeft, toRight] = [Math.cos((Math.max(0, pan) * Math.PI) / 2), Math.cos((Math.max(0, -pan) * Math.PI) / 2)];
    const to = Math.min(last, block + STEP);
    for (let k = Math.max(first, block); k < to; k++) {
      const strength = even ? volume : volume * envelope(ramps, (k - start) / rate, seconds);
      let l: number;
      let r: number;
      if (straight) {
        l = a[inAt + k - start] ?? 0;
        r = b[inAt + k - start] ?? 0;
      } else {
        const into = (k - start) / rate;
        l = clip.loop ? loopedAt(a, clip, into, sound.rate) : sampleAt(a, (clip.in + into) * sound.rate);
        r = a === b ? l : clip.loop ? loopedAt(b, clip, into, sound.rate) : sampleAt(b, (clip.in + into) * sound.rate);
      }
      left[k - from] += l * strength * toLeft;
      right[k - from] += r * strength * toRight;
    }
  }
}

/**
 * `count` samples of the shot's sound from sample `from` on (0 is the start of frame 0), left and right, at `rate` samples a
 * second. Sums may lie beyond ±1.
 */
export function mix(
  shot: Shot,
  sounds: Sounds,
  from: number,
  count: number,
  rate: number,
): [Float32Array<ArrayBuffer>, Float32Array<ArrayBuffer>] {
  const left = new Float32Array(count);
  const right = new Float32Array(count);
  for (const track of shot.tracks) {
    if (!isHeard(shot, track)) continue;
    for (const clip of track.clips) {
      const sound = clip.muted ? null : sounds(clip.asset);
      if (sound) addClip(shot, track, clip, sound, from, rate, left, right);
    }
  }
  return [left, right];
}

/** The highest sample of a mix; above 1 it is too loud to be written without clipping. */
export function loudest(channels: Float32Array[]): number {
  let most = 0;
  for (const channel of channels) for (const value of channel) if (Math.abs(value) > most) most = Math.abs(value);
  return most;
}
