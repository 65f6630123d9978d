/** Painting drawings on anything with the 2D-canvas calls: their lines, their paint; and pictures of files. */

import { SAMPLE_SIZE, sampleStroke } from '../ink/curve.ts';
import { strokeBox, strokeOutline } from '../ink/outline.ts';
import { isPlain } from '../ink/response.ts';
import { type Box, boxesMeet, grownBox, mapBox } from '../plane/box.ts';
import { fitted } from '../plane/fit.ts';
import { after, inverse, type Matrix } from '../plane/matrix.ts';
import { ringsBox } from '../plane/rings.ts';
import type { Area, Brush, Stroke } from '../shot/drawing-model.ts';
import type { Id } from '../shot/ids.ts';
import type { Layer } from '../shot/layer-model.ts';
import type { Planes, Shot } from '../shot/model.ts';
import type { PaintContext, PaintTools, PathLike } from './context.ts';
import { drawScaled } from './draw-scaled.ts';
import { InkRaster, type Window } from './ink-raster.ts';
import { LOST_SWATCH, paintAreas, parted, SOFT_REACH } from './paint-areas.ts';
import type { Inked } from './tiles.ts';

type Colour = ReturnType<typeof parted>;

/** How a layer shows its pictures. */
type PictureLook = Pick<Layer, 'place' | 'grey'>;
const PLAIN_LOOK: PictureLook = { place: null, grey: false };

export type Paper = Pick<Shot, 'width' | 'height'>;

/** Textured lines are painted in tiles of so many canvas pixels a side: about 13 MB. */
const TILE = 1024;

/** Samples of a line with less opacity. */
function fainter(samples: Float32Array, opacity: number): Float32Array {
  const out = samples.slice();
  for (let i = SAMPLE_SIZE - 1; i < out.length; i += SAMPLE_SIZE) out[i] *= opacity;
  return out;
}

/** The paper's box as seen through a view: what lies outside needs no painting. */
export function seenBox(view: Matrix, width: number, height: number): Box {
  return mapBox(inverse(view), { minX: 0, minY: 0, maxX: width, maxY: height });
}

export class DrawingPainter {
  protected readonly tools: PaintTools;
  private strokePaths = new WeakMap<Stroke, PathLike>();
  private boxes = new WeakMap<Stroke, Box>();
  private samples = new WeakMap<Stroke, Float32Array>();
  private areaPaths = new WeakMap<Area, PathLike>();

  constructor(tools: PaintTools) {
    this.tools = tools;
  }

  /** Paints polygons that turn the same way as one shape. */
  polygonPath(polygons: Float32Array[]): PathLike {
    const path = this.tools.newPath();
    for (const polygon of polygons) {
      if (polygon.length < 6) continue;
      path.moveTo(polygon[0], polygon[1]);
      for (let i = 2; i < polygon.length; i += 2) path.lineTo(polygon[i], polygon[i + 1]);
      path.closePath();
    }
    return path;
  }

  private strokePath(stroke: Stroke): PathLike {
    let path = this.strokePaths.get(stroke);
    if (!path) {
      path = this.polygonPath(strokeOutline(stroke));
      this.strokePaths.set(stroke, path);
    }
    return path;
  }

  private samplesOf(stroke: Stroke): Float32Array {
    let samples = this.samples.get(stroke);
    if (!samples) {
      samples = sampleStroke(stroke).slice();
      this.samples.set(stroke, samples);
    }
    return samples;
  }

  private boxOf(stroke: Stroke): Box {
    let box = this.boxes.get(stroke);
    if (!box) {
      box = strokeBox(stroke);
      this.boxes.set(stroke, box);
    }
    return box;
  }

  private areaPath(area: Area): PathLike {
    let path = this.areaPaths.get(area);
    if (!path) {
      path = this.polygonPath(area.rings);
      this.areaPaths.set(area, path);
    }
    return path;
  }

  /** Where a drawing's lines and paint lie, paper pixels. */
  inked({ ink, paint }: Planes): Inked {
    const areas = paint.map(({ rings, soft }) => grownBox(ringsBox(rings), SOFT_REACH * soft));
    const bleed = SOFT_REACH * paint.reduce((most, { soft }) => Math.max(most, soft), 0);
    return { boxes: [...ink.map((stroke) => this.boxOf(stroke)), ...areas], bleed };
  }

  paintAreas(context: PaintContext, areas: Area[], colours: Map<Id, string>): void {
    paintAreas(context, areas, colours, this.tools, (area) => this.areaPath(area));
  }

  /** Paints lines, trace lines not among them; `tint` replaces every line's own colour (ghosts). `seen`: lines outside this box are passed over. */
  paintInk(context: PaintContext, ink: Stroke[], colours: Map<Id, string>, tint?: string, seen?: Box): void {
    const alpha = context.globalAlpha;
    const colourOf = (stroke: Stroke) => parted(tint ?? colours.get(stroke.swatch) ?? LOST_SWATCH);
    // Textured lines that follow each other are rastered together; their order among the others is kept.
    let textured: Stroke[] = [];
    const flush = () => {
      if (textured.length > 0) this.paintTextured(context, textured, colourOf);
      textured = [];
    };
    for (const stroke of ink) {
      if (stroke.brush.kind === 'trace' || (seen && !boxesMeet(this.boxOf(stroke), seen))) continue;
      if (!isPlain(stroke.brush)) {
        textured.push(stroke);
        continue;
      }
      flush();
      const { colour, opacity } = colourOf(stroke);
      context.globalAlpha = alpha * opacity * stroke.brush.opacity * stroke.brush.opacityBy.highest;
      context.fillStyle = colour;
      context.fill(this.strokePath(stroke) as never, 'nonzero');
      context.globalAlpha = alpha;
    }
    flush();
  }

  private paintTextured(context: PaintContext, ink: Stroke[], colourOf: (stroke: Stroke) => Colour): void {
    const { a, b, c, d, e, f } = context.getTransform();
    const view: Matrix = [a, b, c, d, e, f];
    const boxes = ink.map((stroke) => mapBox(view, this.boxOf(stroke)));
    const x = Math.max(0, Math.floor(Math.min(...boxes.map(({ minX }) => minX))));
    const y = Math.max(0, Math.floor(Math.min(...boxes.map(({ minY }) => minY))));
    const right = Math.min(context.canvas.width, Math.ceil(Math.max(...boxes.map(({ maxX }) => maxX))));
    const bottom = Math.min(context.canvas.height, Math.ceil(Math.max(...boxes.map(({ maxY }) => maxY))));
    if (right <= x || bottom <= y) return;
    // Tile by tile in the same memory: a drawing of 8,192 pixels would else take most of a gigabyte.
    const side = { width: Math.min(TILE, right - x), height: Math.min(TILE, bottom - y) };
    const raster = new InkRaster({ x, y, ...side }, view);
    for (let top = y; top < bottom; top += TILE) {
      for (let left = x; left < right; left += TILE) {
        const tile = { x: left, y: top, width: Math.min(TILE, right - left), height: Math.min(TILE, bottom - top) };
        const box = { minX: left, minY: top, maxX: left + tile.width, maxY: top + tile.height };
        const those = ink.filter((_, i) => boxesMeet(boxes[i], box));
        if (those.length === 0) continue;
        raster.moveTo(tile);
        for (const stroke of those) {
          const { colour, opacity } = colourOf(stroke);
          const samples = opacity < 1 ? fainter(this.samplesOf(stroke), opacity) : this.samplesOf(stroke);
          raster.paint([{ samples, from: 0 }], stroke.brush, stroke.seed, colour);
        }
        this.putRaster(context, raster);
      }
    }
  }

  /** Puts a raster where it belongs on the canvas, through no view. */
  putRaster(context: PaintContext, { data, window }: { data: Uint8ClampedArray<ArrayBuffer>; window: Window }): void {
    const { a, b, c, d, e, f } = context.getTransform();
    const image = this.tools.pixels(data, window.width, window.height);
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.drawImage(image as never, window.x, window.y, window.width, window.height);
    context.setTransform(a, b, c, d, e, f);
  }

  /** An outline that is no stroke yet: the line under the pen. The brush is plain. */
  paintOutline(context: PaintContext, outline: Float32Array[], brush: Brush, colour: string): void {
    context.globalAlpha = brush.opacity * brush.opacityBy.highest;
    context.fillStyle = colour;
    context.fill(this.polygonPath(outline) as never, 'nonzero');
    context.globalAlpha = 1;
  }

  /** A whole drawing: paint plane, then ink plane. The context already carries the view. */
  paintDrawing(context: PaintContext, drawing: Planes, colours: Map<Id, string>, seen?: Box): void {
    this.paintAreas(context, drawing.paint, colours);
    this.paintInk(context, drawing.ink, colours, undefined, seen);
  }

  /** A picture of a file, fitted whole into a paper and centred. */
  paintPicture(context: PaintContext, paper: Paper, asset: Id, index: number, look: PictureLook = PLAIN_LOOK): void {
    const picture = this.tools.picture(asset, index);
    if (!picture) return;
    const { x, y, width, height } = fitted(paper, picture);
    const { a, b, c, d, e, f } = context.getTransform();
    if (look.place) context.setTransform(...after(look.place, [a, b, c, d, e, f]));
    if (look.grey) context.filter = 'grayscale(1)';
    drawScaled(context, picture.image, { x, y, width, height });
    context.filter = 'none';
    context.setTransform(a, b, c, d, e, f);
  }
}
