/** Where a clip is heard from: its own place, or the place on the paper of the figure it follows. */

import { emptyBox, isEmptyBox, widenByPoints } from '../plane/box.ts';
import { mapPoint } from '../plane/matrix.ts';
import type { Point } from '../plane/point.ts';
import { shownExposure } from '../sheet/exposures.ts';
import { layerAt } from '../sheet/moves/layer-at.ts';
import { POINT_SIZE } from '../shot/drawing-model.ts';
import type { Layer } from '../shot/layer-model.ts';
import type { Clip, Drawing, Shot } from '../shot/model.ts';

/** How far to the side the paper's edge is. */
const EDGE = 0.8;

const middles = new WeakMap<Drawing, Point | null>();

/** The middle of a drawing, paper pixels; null when there is nothing on it. */
function middleOf(drawing: Drawing): Point | null {
  const known = middles.get(drawing);
  if (known !== undefined) return known;
  const box = emptyBox();
  for (const { points } of drawing.ink) widenByPoints(box, points, POINT_SIZE);
  const middle = isEmptyBox(box) ? null : { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 };
  middles.set(drawing, middle);
  return middle;
}

/** Where a layer's figure is from left to right at a frame, as the layer is moved there. */
function placeOn(shot: Shot, layer: Layer, frame: number): number | null {
  const cell = shownExposure(layer.exposures, layer.afterLast, frame)?.exposure.cell;
  if (!cell) return null;
  const drawing = cell.kind === 'drawing' ? shot.drawings[cell.drawing] : null;
  const middle = cell.kind !== 'drawing' ? { x: shot.width / 2, y: shot.height / 2 } : drawing && middleOf(drawing);
  if (!middle) return null;
  const { place } = layerAt(shot, layer, frame);
  return place ? mapPoint(place, middle.x, middle.y)[0] : middle.x;
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
