/** What is painted on one canvas put softly on another. */
import { type Box, grownBox, mapBox } from '../plane/box.ts';
import type { Matrix } from '../plane/matrix.ts';
import { blurred } from './blur.ts';
import type { PaintContext, PaintTools } from './context.ts';
import type { Sheet } from './sheets.ts';

/** A part of a canvas, whole pixels. */
export interface Part {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** A part with some pixels all round it, as far as the canvas goes. */
export function grownPart({ x, y, width, height }: Part, by: number, across: number, down: number): Part {
  const [left, top] = [Math.max(0, x - by), Math.max(0, y - by)];
  const [right, bottom] = [Math.min(across, x + width + by), Math.min(down, y + height + by)];
  return { x: left, y: top, width: right - left, height: bottom - top };
}

/** The part that holds two. */
export function joinedPart(a: Part, b: Part): Part {
  const [x, y] = [Math.min(a.x, b.x), Math.min(a.y, b.y)];
  const [right, bottom] = [Math.max(a.x + a.width, b.x + b.width), Math.max(a.y + a.height, b.y + b.height)];
  return { x, y, width: right - x, height: bottom - y };
}

/** Puts a part of a canvas on another where it is: what is clear all round costs nothing. */
export function putPart(target: PaintContext, { image }: Sheet, { x, y, width, height }: Part): void {
  target.setTransform(1, 0, 0, 1, 0, 0);
  target.drawImage(image as never, x, y, width, height, x, y, width, height);
}

/** The part of a canvas where a box is seen, grown by some pixels; null where none of it is. */
export function seenPart(box: Box, view: Matrix, grow: number, width: number, height: number): Part | null {
  const { minX, minY, maxX, maxY } = grownBox(mapBox(view, box), grow + 1);
  const [x, y] = [Math.max(0, Math.floor(minX)), Math.max(0, Math.floor(minY))];
  const [right, bottom] = [Math.min(width, Math.ceil(maxX)), Math.min(height, Math.ceil(maxY))];
  return right > x && bottom > y ? { x, y, width: right - x, height: bottom - y } : null;
}

/** A standard deviation that is not seen, canvas pixels. */
const NOT_SEEN = 0.3;

/** Puts a part of a canvas on another, softened; all there is lies in the part. @param sigma standard deviation, canvas pixels */
export function putSoft(
  tools: Pick<PaintTools, 'pixels' | 'sameEverywhere'>,
  target: PaintContext,
  sheet: Sheet,
  sigma: number,
  part: Part,
): void {
  if (sigma > NOT_SEEN && tools.sameEverywhere) {
    const { x, y, width, height } = part;
    target.setTransform(1, 0, 0, 1, 0, 0);
    const soft = blurred(sheet.context.getImageData(x, y, width, height).data, width, height, sigma);
    target.drawImage(tools.pixels(soft, width, height) as never, x, y, width, height);
    return;
  }
  target.filter = sigma > NOT_SEEN ? `blur(${sigma}px)` : 'none';
  putPart(target, sheet, part);
  target.filter = 'none';
}
