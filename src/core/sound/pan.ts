/** Where a clip is heard from: its own place, or the place on the paper of the figure it follows. */

import { mapPoint } from '../plane/matrix.ts';
import { shownExposure } from '../sheet/exposures.ts';
import { POINT_SIZE } from '../shot/drawing-model.ts';
import type { Clip, Drawing, Layer, Shot } from '../shot/model.ts';

/** How far to the side the paper's edge is. */
const EDGE = 0.8;

const middles = new WeakMap<Drawing, number | null>();

/** The middle of a drawing from left to right, paper pixels; null when there is nothing on it. */
function middleOf(drawing: Drawing): number | null {
  const known = middles.get(drawing);
  if (known !== undefined) return known;
  let low = Number.POSITIVE_INFINITY;
  let high = Number.NEGATIVE_INFINITY;
  for (const { points } of drawing.ink) {
    for (let i = 0; i < points.length; i += POINT_SIZE) {
      low = Math.min(low, points[i]);
      high = Math.max(high, points[i]);
    }
  }
  const middle = low <= high ? (low + high) / 2 : null;
  middles.set(drawing, middle);
  return middle;
}

function placeOn(shot: Shot, layer: Layer, frame: number): number | null {
  const cell = shownExposure(layer.exposures, layer.afterLast, frame)?.exposure.cell;
  if (!cell) return null;
  if (cell.kind === 'drawing') return shot.drawings[cell.drawing] ? middleOf(shot.drawings[cell.drawing]) : null;
  return layer.place ? mapPoint(layer.place, shot.width / 2, shot.height / 2)[0] : shot.width / 2;
}

/** -1 (left) .. 1 (right) at `time` seconds of the shot; carried evenly from frame to frame. */
export function panAt(shot: Shot, clip: Clip, time: number): number {
  const layer = clip.follows === null ? undefined : shot.layers.find(({ id }) => id === clip.follows);
  if (!layer) return clip.pan;
  const at = Math.max(0, time * shot.fps - 0.5);
  const frame = Math.floor(at);
  const side = (f: number) => {
    const x = placeOn(shot, layer, Math.max(0, f));
    return x === null ? null : Math.max(-1, Math.min(1, ((2 * x) / shot.width - 1) * EDGE));
  };
  const here = side(frame) ?? clip.pan;
  const next = side(frame + 1) ?? here;
  return here + (next - here) * (at - frame);
}
