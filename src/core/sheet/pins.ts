/** Pinned sounds: a clip that begins with a drawing moves with it. */
import type { Clip, Id, Shot } from '../shot/model.ts';
import { drawingName } from './drawings.ts';
import { starts } from './exposures.ts';

/** Where the exposure `id` begins, over all layers; -1 when it is off the sheet. */
function exposureStart(shot: Shot, id: Id): number {
  for (const { exposures } of shot.layers) {
    const index = exposures.findIndex((each) => each.id === id);
    if (index >= 0) return starts(exposures)[index];
  }
  return -1;
}

/** Brings the clips that are pinned to where their exposures stand now. */
export function followPins(shot: Shot): void {
  for (const track of shot.tracks) {
    for (const clip of track.clips) {
      if (!clip.pin) continue;
      const start = exposureStart(shot, clip.pin.exposure);
      const frame = start + clip.pin.offset;
      if (start >= 0 && clip.frame !== frame) clip.frame = frame;
    }
  }
}

/** Pins a clip to an exposure, or lets it go. The clip stays where it is. */
export function pinClip(shot: Shot, clip: Clip, exposure: Id | null): void {
  clip.pin = exposure === null ? null : { exposure, offset: clip.frame - Math.max(0, exposureStart(shot, exposure)) };
}

/** The name on the sheet of the drawing a clip is pinned to; null when it is not pinned, empty while that is off the sheet. */
export function pinnedTo(shot: Shot, clip: Clip): string | null {
  if (!clip.pin) return null;
  for (const { exposures } of shot.layers) {
    const cell = exposures.find(({ id }) => id === clip.pin!.exposure)?.cell;
    if (cell?.kind === 'drawing' && shot.drawings[cell.drawing]) return drawingName(shot.drawings[cell.drawing]);
  }
  return '';
}
