/** How long each picture of a reference is held in the shot. */
import { type Id, newId } from '../shot/ids.ts';
import type { Exposure } from '../shot/layer-model.ts';

/**
 * Frames for each picture of a clip that says its own delays. The ends are rounded, not the delays, so the clip never
 * drifts from its own time; a picture too short for a frame of the shot gets 0.
 * @param delays milliseconds each; @param fps frames a second of the shot.
 */
export function holdsFromDelays(delays: number[], fps: number): number[] {
  let time = 0;
  let frame = 0;
  return delays.map((delay) => {
    time += delay;
    const end = Math.round((time * fps) / 1000);
    const frames = end - frame;
    frame = end;
    return frames;
  });
}

/** Exposures that show picture i of an asset for holds[i] frames; pictures of 0 frames are passed over. */
export function pictureExposures(asset: Id, holds: number[]): Exposure[] {
  const out: Exposure[] = [];
  holds.forEach((frames, index) => {
    if (frames > 0) out.push({ id: newId(), cell: { kind: 'picture', asset, index }, frames });
  });
  return out;
}

/** "drawing 9.png" before "drawing 10.png": names with numbers in the order a person reads them. */
export function naturalOrder(a: string, b: string): number {
  return a.localeCompare(b, 'en', { numeric: true, sensitivity: 'base' });
}
