/** Which part of a picture is seen: a figure cut out of its ground stands on its own foot, not on the picture's edge. */
import type { Box } from '../plane/box.ts';
import type { PaintImage, PaintTools } from './context.ts';

/** The side a picture is looked at with, pixels: its foot is found within a 256th of its height. */
const SIDE = 256;
/** An alpha that is seen, of 255. */
const SEEN = 8;

const known = new WeakMap<object, Box>();

/** The box of all pixels that are seen, as shares 0..1 of the picture's width and height; the whole for one that is clear. */
export function opaquePart(tools: Pick<PaintTools, 'pixelsOf'>, image: PaintImage): Box {
  let part = known.get(image.image);
  if (!part) {
    const width = Math.max(1, Math.min(SIDE, Math.round(image.width)));
    const height = Math.max(1, Math.min(SIDE, Math.round(image.height)));
    part = seenBoxOf(tools.pixelsOf(image.image, width, height), width, height);
    known.set(image.image, part);
  }
  return part;
}

function seenBoxOf(data: Uint8ClampedArray, width: number, height: number): Box {
  let [minX, minY, maxX, maxY] = [width, height, -1, -1];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if (data[4 * (y * width + x) + 3] < SEEN) continue;
      if (x < minX) minX = x;
      if (x > maxX) maxX = x;
      if (y < minY) minY = y;
      if (y > maxY) maxY = y;
    }
  if (maxX < 0) return { minX: 0, minY: 0, maxX: 1, maxY: 1 };
  return { minX: minX / width, minY: minY / height, maxX: (maxX + 1) / width, maxY: (maxY + 1) / height };
}
