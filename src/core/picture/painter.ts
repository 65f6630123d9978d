/**
 * Painting drawings and frames on anything with the 2D-canvas calls: the screen, a worker, a canvas in Node.
 */
import { strokeBounds, strokeOutline } from '../ink/outline.ts';
import { type Area, type Brush, type Drawing, type Id, POINT_SIZE, type Shot, type Stroke } from '../shot/model.ts';
import { colourMap, paletteAt } from '../shot/palette.ts';
import { inverse, type Matrix, mapPoint } from './matrix.ts';
import { type Looker, type ShownCell, shownCells } from './shows.ts';

/** The part of a path that is needed. */
export interface PathLike {
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  closePath(): void;
}

/** The part of a 2D canvas context that is needed. */
export interface PaintContext {
  fillStyle: unknown;
  globalAlpha: number;
  save(): void;
  restore(): void;
  setTransform(a: number, b: number, c: number, d: number, e: number, f: number): void;
  fill(path: never, rule?: 'nonzero' | 'evenodd'): void;
  fillRect(x: number, y: number, width: number, height: number): void;
  clearRect(x: number, y: number, width: number, height: number): void;
  drawImage(image: never, x: number, y: number, width: number, height: number): void;
}

/** A picture with its size, as the surroundings hold it. */
export interface PaintImage {
  image: object;
  width: number;
  height: number;
}

/** What the surroundings lend to the painter. */
export interface PaintTools {
  newPath(): PathLike;
  /** A fill style of this colour broken by the paper's tooth, for pencil lines. */
  grain(colour: string): unknown;
  /** A decoded reference picture, or null while it is not there. */
  picture(asset: Id, index: number): PaintImage | null;
  /** A clear canvas of this size to gather a see-through layer on. */
  scratch(width: number, height: number): { image: object; context: PaintContext };
}

/** A colour for swatches that are no longer in the palette: plainly wrong, so that it is noticed. */
const LOST_SWATCH = '#ff00c8';

interface Box {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}

function meanPressure(points: Float32Array): number {
  let sum = 0;
  for (let i = 2; i < points.length; i += POINT_SIZE) sum += points[i];
  return sum / (points.length / POINT_SIZE);
}

/** How dark a pencil line is: light pressure leaves more of the paper's tooth bare. */
function strokeOpacity(stroke: Stroke): number {
  if (stroke.brush.kind === 'pen') return stroke.brush.opacity;
  return stroke.brush.opacity * (0.5 + 0.5 * Math.min(1, meanPressure(stroke.points) * 1.4));
}

/** The paper's box as seen through a view: what lies outside needs no painting. */
export function seenBox(view: Matrix, width: number, height: number): Box {
  const back = inverse(view);
  const box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  for (const [x, y] of [
    [0, 0],
    [width, 0],
    [0, height],
    [width, height],
  ]) {
    const [px, py] = mapPoint(back, x, y);
    box.minX = Math.min(box.minX, px);
    box.maxX = Math.max(box.maxX, px);
    box.minY = Math.min(box.minY, py);
    box.maxY = Math.max(box.maxY, py);
  }
  return box;
}

export class Painter {
  private readonly tools: PaintTools;
  private strokePaths = new WeakMap<Stroke, { path: PathLike; box: Box }>();
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

  private strokePath(stroke: Stroke) {
    let made = this.strokePaths.get(stroke);
    if (!made) {
      made = { path: this.polygonPath(strokeOutline(stroke)), box: strokeBounds(stroke) };
      this.strokePaths.set(stroke, made);
    }
    return made;
  }

  private areaPath(area: Area): PathLike {
    let path = this.areaPaths.get(area);
    if (!path) {
      path = this.polygonPath(area.rings);
      this.areaPaths.set(area, path);
    }
    return path;
  }

  paintAreas(context: PaintContext, areas: Area[], colours: Map<Id, string>): void {
    for (const area of areas) {
      context.fillStyle = colours.get(area.swatch) ?? LOST_SWATCH;
      context.fill(this.areaPath(area) as never, 'evenodd');
    }
  }

  /** Paints lines; `tint` replaces every line's own colour (ghosts). `seen`: lines outside this box are passed over. */
  paintInk(context: PaintContext, ink: Stroke[], colours: Map<Id, string>, tint?: string, seen?: Box): void {
    const alpha = context.globalAlpha;
    for (const stroke of ink) {
      const { path, box } = this.strokePath(stroke);
      if (seen && (box.minX > seen.maxX || box.maxX < seen.minX || box.minY > seen.maxY || box.maxY < seen.minY))
        continue;
      const colour = tint ?? colours.get(stroke.swatch) ?? LOST_SWATCH;
      context.globalAlpha = alpha * strokeOpacity(stroke);
      context.fillStyle = stroke.brush.kind === 'pencil' ? this.tools.grain(colour) : colour;
      context.fill(path as never, 'nonzero');
    }
    context.globalAlpha = alpha;
  }

  /** An outline that is no stroke yet: the line under the pen. */
  paintOutline(context: PaintContext, outline: Float32Array[], brush: Brush, colour: string): void {
    context.globalAlpha = brush.opacity;
    context.fillStyle = brush.kind === 'pencil' ? this.tools.grain(colour) : colour;
    context.fill(this.polygonPath(outline) as never, 'nonzero');
    context.globalAlpha = 1;
  }

  /** A whole drawing: paint plane, then ink plane. The context already carries the view. */
  paintDrawing(context: PaintContext, drawing: Drawing, colours: Map<Id, string>, seen?: Box): void {
    this.paintAreas(context, drawing.paint, colours);
    this.paintInk(context, drawing.ink, colours, undefined, seen);
  }

  /** A reference picture, fitted whole into the paper and centred. */
  paintPicture(context: PaintContext, shot: Shot, asset: Id, index: number): void {
    const picture = this.tools.picture(asset, index);
    if (!picture) return;
    const by = Math.min(shot.width / picture.width, shot.height / picture.height);
    const width = picture.width * by;
    const height = picture.height * by;
    context.drawImage(picture.image as never, (shot.width - width) / 2, (shot.height - height) / 2, width, height);
  }

  /** One layer's cell through `view` on a canvas of the given pixel size, faded as the layer is. */
  paintCell(
    context: PaintContext,
    shot: Shot,
    shown: ShownCell,
    colours: Map<Id, string>,
    view: Matrix,
    width: number,
    height: number,
  ): void {
    const { layer, cell } = shown;
    const onto = (target: PaintContext) => {
      target.setTransform(...view);
      if (cell.kind === 'picture') this.paintPicture(target, shot, cell.asset, cell.index);
      else {
        const drawing = shot.drawings[cell.drawing];
        if (drawing) this.paintDrawing(target, drawing, colours, seenBox(view, width, height));
      }
    };
    if (layer.opacity >= 1) {
      onto(context);
      return;
    }
    const scratch = this.tools.scratch(width, height);
    onto(scratch.context);
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalAlpha = layer.opacity;
    context.drawImage(scratch.image as never, 0, 0, width, height);
    context.globalAlpha = 1;
  }

  /**
   * A whole frame on a canvas of `width` x `height` pixels through `view` (paper to canvas): background, then every
   * cell. The canvas is cleared first; with a transparent background it stays clear behind the drawings.
   */
  paintFrame(
    context: PaintContext,
    shot: Shot,
    frame: number,
    looker: Looker,
    view: Matrix,
    width: number,
    height: number,
  ): void {
    const colours = colourMap(paletteAt(shot, frame));
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.clearRect(0, 0, width, height);
    context.setTransform(...view);
    if (!shot.background.transparent) {
      context.fillStyle = shot.background.colour;
      context.fillRect(0, 0, shot.width, shot.height);
    }
    for (const shown of shownCells(shot, frame, looker))
      this.paintCell(context, shot, shown, colours, view, width, height);
  }
}
