/** The frames of a delivery: which pictures there are, and how long each is held. */

import { shownCells, shownKey } from '../picture/shows.ts';
import { type Matrix, scaling } from '../plane/matrix.ts';
import type { Shot } from '../shot/model.ts';
import { paletteAt } from '../shot/palette.ts';
import type { DeliveryWishes } from './format.ts';

/** A run of frames that all look the same. */
export interface PictureRun {
  frame: number;
  frames: number;
}

/** What a frame looks like, as a key: equal keys are equal pictures. */
function frameKey(shot: Shot, frame: number): string {
  const cells = shownCells(shot, frame, 'delivery').map((shown) => shownKey(shot, shown));
  return `${paletteAt(shot, frame).id}|${cells.join('|')}`;
}

/** The runs of equal frames between `from` and `to` (inclusive). */
export function pictureRuns(shot: Shot, from: number, to: number): PictureRun[] {
  const out: PictureRun[] = [];
  let last = '';
  for (let frame = from; frame <= to; frame++) {
    const key = frameKey(shot, frame);
    if (out.length > 0 && key === last) out.at(-1)!.frames++;
    else out.push({ frame, frames: 1 });
    last = key;
  }
  return out;
}

/** From paper to delivered pixels: the paper fills the picture; a different shape is fitted inside and centred. */
export function deliveryView(shot: Shot, options: DeliveryWishes): Matrix {
  const by = Math.min(options.width / shot.width, options.height / shot.height);
  const [a, b, c, d] = scaling(by);
  return [a, b, c, d, (options.width - shot.width * by) / 2, (options.height - shot.height * by) / 2];
}
