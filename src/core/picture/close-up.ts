/** The part of the paper that the drawings of a layer take: small pictures of mouths and flames show it, not a dot on an empty page. */
import { drawnBox } from '../ink/drawn-box.ts';
import { type Box, joinedBox } from '../plane/box.ts';
import type { Matrix } from '../plane/matrix.ts';
import type { Id } from '../shot/ids.ts';
import type { Drawing, Shot } from '../shot/model.ts';

/** Room around the drawings, as a share of their size; the least of the paper that is shown; where more is taken, all of it is shown. */
const ROOM = 0.12;
const LEAST = 1 / 8;
const MOST = 0.7;

const boxes = new WeakMap<Drawing, Box | null>();

function boxOf(drawing: Drawing): Box | null {
  let box = boxes.get(drawing);
  if (box === undefined) boxes.set(drawing, (box = drawnBox(drawing)));
  return box;
}

const views = new WeakMap<Shot['drawings'], Map<Id, Box | null>>();

/** What of the paper is shown of a layer's drawings, of the paper's own shape; null: all of it. */
export function closeUpOf(
  { width, height, drawings }: Pick<Shot, 'width' | 'height' | 'drawings'>,
  layer: Id,
): Box | null {
  let known = views.get(drawings);
  if (!known) views.set(drawings, (known = new Map()));
  let view = known.get(layer);
  if (view !== undefined) return view;
  const taken = Object.values(drawings)
    .filter(({ layerId }) => layerId === layer)
    .map(boxOf)
    .filter((box) => box !== null);
  view = null;
  if (taken.length > 0) {
    const box = taken.reduce(joinedBox);
    const wide = Math.max((box.maxX - box.minX) / width, (box.maxY - box.minY) / height) * (1 + 2 * ROOM);
    if (wide < MOST) {
      const share = Math.max(LEAST, wide);
      const [w, h] = [share * width, share * height];
      const at = (low: number, high: number, size: number, whole: number) =>
        Math.max(0, Math.min(whole - size, (low + high - size) / 2));
      const [minX, minY] = [at(box.minX, box.maxX, w, width), at(box.minY, box.maxY, h, height)];
      view = { minX, minY, maxX: minX + w, maxY: minY + h };
    }
  }
  known.set(layer, view);
  return view;
}

/** Brings a part of the paper onto a picture of a size. */
export function closeUpView({ minX, minY, maxX, maxY }: Box, width: number, height: number): Matrix {
  const scale = Math.min(width / (maxX - minX), height / (maxY - minY));
  return [scale, 0, 0, scale, -minX * scale, -minY * scale];
}
