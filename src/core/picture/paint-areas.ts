/** Areas of paint on a canvas: smooth or hard at the edge, running out softly, see-through as their swatch is. */

import { joinedBox } from '../plane/box.ts';
import { fillRings } from '../plane/fill.ts';
import { type Matrix, mapPoint, scaleOf } from '../plane/matrix.ts';
import { ringsBox } from '../plane/rings.ts';
import type { Area } from '../shot/drawing-model.ts';
import type { Id } from '../shot/ids.ts';
import type { PaintContext, PaintTools, PathLike } from './context.ts';
import { putSoft, seenPart } from './soft.ts';

/** A colour for swatches that are no longer in the palette: plainly wrong, so that it is noticed. */
export const LOST_SWATCH = '#ff00c8';
/** A blur of this share of the soft width (standard deviation) runs out over about that width. */
const BLUR = 0.4;
/** How far a soft edge reaches beyond its area, in times its soft width: three standard deviations. */
export const SOFT_REACH = 3 * BLUR;

/** `#rrggbb` and opacity of a colour that may be `#rrggbbaa`. */
export function parted(colour: string): { colour: string; opacity: number } {
  if (colour.length < 9) return { colour, opacity: 1 };
  return { colour: colour.slice(0, 7), opacity: Number.parseInt(colour.slice(7, 9), 16) / 255 };
}

/** Paints areas in their order. @param pathOf an area's even-odd path */
export function paintAreas(
  context: PaintContext,
  areas: Area[],
  colours: Map<Id, string>,
  tools: PaintTools,
  pathOf: (area: Area) => PathLike,
): void {
  const { a, b, c, d, e, f } = context.getTransform();
  const view: Matrix = [a, b, c, d, e, f];
  const { width, height } = context.canvas;
  const one = (target: PaintContext, area: Area, colour: string) => {
    target.fillStyle = colour;
    if (area.edge === 'hard') hardArea(target, area, colour, view, tools);
    else target.fill(pathOf(area) as never, 'evenodd');
  };
  // What runs out softly stays on the paint below it: then the drawing's paint is gathered by itself.
  const gathers = areas.some(({ soft }) => soft > 0);
  const sheet = gathers ? tools.scratch(width, height) : null;
  const target = sheet?.context ?? context;
  const alpha = gathers ? 1 : context.globalAlpha;
  target.setTransform(...view);
  for (let i = 0; i < areas.length; ) {
    const area = areas[i];
    const { colour, opacity } = parted(colours.get(area.swatch) ?? LOST_SWATCH);
    if (opacity === 1 && area.soft === 0) {
      one(target, area, colour);
      i++;
      continue;
    }
    // Neighbours of one see-through swatch lie under one another: together they are one shade.
    let end = i + 1;
    while (end < areas.length && areas[end].swatch === area.swatch && areas[end].soft === area.soft) end++;
    const own = tools.scratch(width, height);
    own.context.setTransform(...view);
    for (const each of areas.slice(i, end)) one(own.context, each, colour);
    target.setTransform(1, 0, 0, 1, 0, 0);
    target.globalAlpha = alpha * opacity;
    if (area.soft > 0) {
      const sigma = area.soft * BLUR * scaleOf(view);
      const box = areas
        .slice(i, end)
        .map(({ rings }) => ringsBox(rings))
        .reduce(joinedBox);
      const part = seenPart(box, view, 3 * sigma, width, height);
      if (i > 0) target.globalCompositeOperation = 'source-atop';
      if (part) putSoft(tools, target, own, sigma, part);
    } else target.drawImage(own.image as never, 0, 0, width, height);
    target.globalCompositeOperation = 'source-over';
    target.globalAlpha = alpha;
    target.setTransform(...view);
    i = end;
  }
  if (!sheet) return;
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.drawImage(sheet.image as never, 0, 0, width, height);
  context.setTransform(...view);
}

/** An area whose pixels are painted or not, none by halves. */
function hardArea(context: PaintContext, area: Area, colour: string, view: Matrix, tools: PaintTools): void {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  const rings = area.rings.map((ring) => {
    const out = new Float32Array(ring.length);
    for (let i = 0; i < ring.length; i += 2) {
      const [x, y] = mapPoint(view, ring[i], ring[i + 1]);
      out[i] = x;
      out[i + 1] = y;
      [minX, minY] = [Math.min(minX, x), Math.min(minY, y)];
      [maxX, maxY] = [Math.max(maxX, x), Math.max(maxY, y)];
    }
    return out;
  });
  const x = Math.max(0, Math.floor(minX));
  const y = Math.max(0, Math.floor(minY));
  const width = Math.min(context.canvas.width, Math.ceil(maxX)) - x;
  const height = Math.min(context.canvas.height, Math.ceil(maxY)) - y;
  if (width <= 0 || height <= 0) return;
  const pixels = new Uint8Array(width * height);
  fillRings({ pixels, width, height, x, y }, rings, 1, 1);
  const rgb = Number.parseInt(colour.slice(1, 7), 16);
  const data = new Uint8ClampedArray(4 * width * height);
  for (let i = 0; i < pixels.length; i++) {
    if (pixels[i] === 0) continue;
    data[4 * i] = rgb >> 16;
    data[4 * i + 1] = (rgb >> 8) & 255;
    data[4 * i + 2] = rgb & 255;
    data[4 * i + 3] = 255;
  }
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.drawImage(tools.pixels(data, width, height) as never, x, y, width, height);
  context.setTransform(...view);
}
