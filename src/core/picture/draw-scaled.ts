/** A picture drawn larger or smaller, so that all canvases agree on it to the level. */
import type { PaintContext } from './context.ts';
import type { Part } from './soft.ts';

/**
 * A turn nobody sees: a ten-millionth of a pixel for each pixel. For what is only scaled and shifted some canvases have a way of their own,
 * which rounds the places between pixels to sixteenths; what is turned, be it by a hair, they all read exactly.
 */
const HAIR = 1e-7;

/**
 * Draws an image into a box of another size, through the context's transform.
 * @param from the part of the image that goes there; without it all of it
 */
export function drawScaled(context: PaintContext, image: object, to: Part, from?: Part): void {
  const { a, b, c, d, e, f } = context.getTransform();
  if (b === 0 && c === 0) context.setTransform(a, HAIR, -HAIR, d, e, f);
  const own = image as never;
  if (from) context.drawImage(own, from.x, from.y, from.width, from.height, to.x, to.y, to.width, to.height);
  else context.drawImage(own, to.x, to.y, to.width, to.height);
  context.setTransform(a, b, c, d, e, f);
}
