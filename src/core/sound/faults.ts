/** What is wrong with a sound that came in, and what can be done. */
import type { Sound } from './mix.ts';

/** Below this, -80 dB, all of it is silence. */
const SILENT = 1e-4;
/** This many samples in a row at full scale are a clipped peak. */
const FLAT = 4;
const FULL = 0.9995;

/** Peaks cut off at full scale, over all channels. */
function clippedPeaks({ channels }: Sound): number {
  let count = 0;
  for (const channel of channels) {
    let run = 0;
    for (const value of channel) {
      if (Math.abs(value) < FULL) run = 0;
      else if (++run === FLAT) count++;
    }
  }
  return count;
}

/** A sentence about a sound's fault; empty when there is none. */
export function faultsOf(sound: Sound, name: string): string {
  let most = 0;
  for (const channel of sound.channels) for (const value of channel) most = Math.max(most, Math.abs(value));
  if (most < SILENT) return `“${name}” is silent from end to end. Check the recording.`;
  const clipped = clippedPeaks(sound);
  if (clipped > 3)
    return `“${name}” is clipped in ${clipped} places: it was recorded too loud and will sound harsh. If you can, have it recorded again.`;
  return '';
}

/** More than two channels brought into left and right: those beyond the first two are heard in the middle, quieter. */
export function toStereo(channels: Float32Array[]): Float32Array[] {
  if (channels.length <= 2) return channels;
  const [left, right, ...others] = channels;
  const share = Math.SQRT1_2 / Math.sqrt(others.length);
  const add = (side: Float32Array) =>
    side.map((value, i) => others.reduce((sum, each) => sum + share * each[i], value));
  return [add(left), add(right)];
}
