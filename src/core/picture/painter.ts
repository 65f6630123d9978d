/** Painting what a frame shows: each layer as it lies, bent, faded, mixed, with what is made of it; bundles with what is inside. */

import { LRUCache } from 'lru-cache';
import { type Box, emptyBox, joinedBox, widenByPoints } from '../plane/box.ts';
import { fitted } from '../plane/fit.ts';
import { after, IDENTITY, type Matrix, mapPoint, scaleOf } from '../plane/matrix.ts';
import { fieldSize, throughCamera } from '../sheet/moves/camera.ts';
import type { Id } from '../shot/ids.ts';
import type { Planes, Shot } from '../shot/model.ts';
import { colourMap, paletteAt } from '../shot/palette.ts';
import { BentRaster, type MeshPoint, type Texture, textureOf } from './bent-picture.ts';
import { type CastSource, withCasts } from './cast-layer.ts';
import type { PaintContext, PaintImage } from './context.ts';
import { DrawingPainter, seenBox } from './drawing-painter.ts';
import type { FrameMemory } from './frame-memory.ts';
import { opaquePart } from './opaque-part.ts';
import { LOST_SWATCH, parted } from './paint-areas.ts';
import { type Sheet, SheetStore } from './sheets.ts';
import { type Looker, revision, type ShownCell, shownCells, shownKey } from './shows.ts';
import { type Part, putPart, seenPart } from './soft.ts';
import { asMatrix, drawnThrough, pointThrough, type Step, stepsKey, stepsOf } from './steps.ts';
import { linesOnTheirWay, partOfWay } from './streaks.ts';

/** What cells are painted with: the colours of their drawings, and the size of the canvas. */
export interface Look {
  shot: Shot;
  colours: Map<Id, string>;
  width: number;
  height: number;
  /** Layers that mix with those under them are painted plainly: whoever puts the canvas down mixes them. */
  apart?: boolean;
  /** Paints what a cell shows in another way than line by line: a drawing as one picture, faded as the context is. */
  contentOf?(target: PaintContext, shown: ShownCell, view: Matrix, outer: readonly Step[]): void;
}

/** Cells across and down of the mesh a picture is bent by. */
const MESH = 24;
/** Bent drawings and pictures' pixels that are kept. */
const BENT_KEPT = 96;
const TEXTURES_KEPT = 6;

export class Painter extends DrawingPainter {
  private readonly sheets = new SheetStore();
  private readonly bent = new LRUCache<string, Planes>({ max: BENT_KEPT });
  private readonly textures = new LRUCache<string, Texture>({ max: TEXTURES_KEPT });

  /** A drawing carried by steps of which one bends. */
  bentDrawing({ ink, paint }: Planes, steps: readonly Step[]): Planes {
    const key = `${revision(ink)}.${revision(paint)}|${stepsKey(steps)}`;
    let bent = this.bent.get(key);
    if (!bent) this.bent.set(key, (bent = drawnThrough({ ink, paint }, steps)));
    return bent;
  }

  /** A picture carried by steps of which one bends, through a view. */
  private paintBentPicture(
    context: PaintContext,
    { cell, paper, layer }: ShownCell,
    steps: Step[],
    view: Matrix,
  ): void {
    const picture = cell.kind === 'picture' ? this.tools.picture(cell.asset, cell.index) : null;
    if (!picture || cell.kind !== 'picture') return;
    const box = fitted(paper, picture);
    const texture = this.texture(`${cell.asset} ${cell.index}`, picture, (box.width / picture.width) * scaleOf(view));
    const mesh: MeshPoint[] = [];
    for (let row = 0; row <= MESH; row++)
      for (let column = 0; column <= MESH; column++) {
        // A texel more all round, so that the edge runs out smoothly.
        const [u, v] = [(column / MESH) * (texture.width + 2) - 1, (row / MESH) * (texture.height + 2) - 1];
        const on = [box.x + (u / texture.width) * box.width, box.y + (v / texture.height) * box.height] as const;
        const [x, y] = mapPoint(view, ...pointThrough(steps, ...on));
        mesh.push({ x, y, u, v });
      }
    const { width, height } = context.canvas;
    const left = Math.max(0, Math.floor(Math.min(...mesh.map(({ x }) => x))));
    const top = Math.max(0, Math.floor(Math.min(...mesh.map(({ y }) => y))));
    const right = Math.min(width, Math.ceil(Math.max(...mesh.map(({ x }) => x))));
    const bottom = Math.min(height, Math.ceil(Math.max(...mesh.map(({ y }) => y))));
    if (right <= left || bottom <= top) return;
    const raster = new BentRaster({ x: left, y: top, width: right - left, height: bottom - top });
    raster.paint(texture, mesh, MESH + 1);
    if (layer.grey) context.filter = 'grayscale(1)';
    this.putRaster(context, raster);
    context.filter = 'none';
  }

  /** A picture's pixels, halved as often as they are seen at less than half their size. */
  private texture(key: string, { image, width, height }: PaintImage, by: number): Texture {
    let half = 0;
    while (half < 4 && by * 2 ** (half + 1) <= 1) half++;
    const own = `${key} ${half} ${width}x${height}`;
    let texture = this.textures.get(own);
    if (!texture) {
      const [w, h] = [Math.max(1, Math.round(width / 2 ** half)), Math.max(1, Math.round(height / 2 ** half))];
      texture = textureOf(this.tools.pixelsOf(image, w, h), w, h);
      this.textures.set(own, texture);
    }
    return texture;
  }

  /** What a cell shows, faded by nothing: through its steps, then the view. */
  paintContent(context: PaintContext, look: Look, shown: ShownCell, outer: readonly Step[], view: Matrix): void {
    const { shot, colours, width, height } = look;
    const { cell, layer, inside, paper } = shown;
    const steps = stepsOf(shown, outer);
    const map = asMatrix(steps);
    if (inside) {
      const through = map ? after(map, view) : view;
      for (const each of inside) this.paintCell(context, look, each, through, map ? [] : steps);
      return;
    }
    if (cell.kind === 'picture') {
      context.setTransform(...view);
      if (map) this.paintPicture(context, paper, cell.asset, cell.index, { place: map, grey: layer.grey });
      else this.paintBentPicture(context, shown, steps, view);
      return;
    }
    const drawing = cell.kind === 'drawing' ? shot.drawings[cell.drawing] : undefined;
    if (!drawing) return;
    // Lines are moved and bent as lines: nothing is painted first and moved then.
    const through = map ? after(map, view) : view;
    context.setTransform(...through);
    const drawn = map ? drawing : this.bentDrawing(drawing, steps);
    this.paintDrawing(context, drawn, colours, seenBox(through, width, height));
  }

  /**
   * One layer's cell through `view`, with all that is made of it, faded and mixed with what lies under it as the layer is.
   * @param outer what carries it further before the view: where a bent bundle lies
   */
  paintCell(context: PaintContext, look: Look, shown: ShownCell, view: Matrix, outer: readonly Step[] = []): void {
    const { layer, cell, only, casts, inside } = shown;
    const { shot, width, height } = look;
    const mixes = layer.blend !== 'normal' && !look.apart;
    const own =
      look.contentOf ?? ((target, each, through, more) => this.paintContent(target, look, each, more, through));
    // One picture overlaps nothing of its own: it is faded as it is drawn. Lines are gathered first.
    const plain = !only && casts.length === 0 && !mixes;
    const inOne = cell.kind === 'picture' || (cell.kind === 'drawing' && look.contentOf !== undefined);
    if (plain && (layer.opacity >= 1 || (inOne && !shown.bend && asMatrix(outer)))) {
      context.globalAlpha = layer.opacity;
      own(context, shown, view, outer);
      context.globalAlpha = 1;
      return;
    }
    const sheets = this.sheets.lend(this.tools, width, height);
    let group = sheets.take();
    own(group.context, shown, view, outer);
    let part: Part | null = { x: 0, y: 0, width, height };
    if (casts.length > 0) {
      ({ sheet: group, part } = withCasts(casts, this.castSource(look, shown, view, outer, group), sheets));
    } else if (!inside) {
      const box = this.boxOfShown(shot, shown, outer);
      part = box && seenPart(box, view, 1, width, height);
    }
    if (only) {
      const mask = sheets.take();
      if (only.shown) this.paintContent(mask.context, look, only.shown, outer, view);
      group.context.setTransform(1, 0, 0, 1, 0, 0);
      group.context.globalCompositeOperation = only.outside ? 'destination-out' : 'destination-in';
      group.context.drawImage(mask.image as never, 0, 0, width, height);
      group.context.globalCompositeOperation = 'source-over';
    }
    context.globalAlpha = layer.opacity;
    if (mixes) context.globalCompositeOperation = layer.blend;
    if (part) putPart(context, group, part);
    context.globalCompositeOperation = 'source-over';
    context.globalAlpha = 1;
    sheets.giveBack();
  }

  /** What the shadows, light and softness of a layer are made from. */
  private castSource(look: Look, shown: ShownCell, view: Matrix, outer: readonly Step[], content: Sheet): CastSource {
    const { shot, colours, width, height } = look;
    const box = this.boxOfShown(shot, shown, outer);
    return {
      content,
      box,
      view,
      width,
      height,
      levelOf: (cast) => cast.level ?? shot.guides.ground ?? box?.maxY ?? shot.height,
      colourOf: ({ swatch }) => (swatch === null ? null : parted(colours.get(swatch) ?? LOST_SWATCH)),
      paint: (target, through, w, h) =>
        this.paintContent(target, { ...look, width: w, height: h }, shown, outer, through),
      before: (target, share) => this.paintEarlier(target, look, shown, share, outer, view),
      tools: this.tools,
    };
  }

  /** A layer as it was at a share of the way back to the frame before, lines that are the same line on their way too. */
  private paintEarlier(
    target: PaintContext,
    look: Look,
    shown: ShownCell,
    share: number,
    outer: readonly Step[],
    view: Matrix,
  ): boolean {
    const { earlier, cell } = shown;
    if (!earlier) return false;
    const { drawings } = look.shot;
    const now = cell.kind === 'drawing' ? drawings[cell.drawing] : undefined;
    const was = earlier.cell?.kind === 'drawing' ? drawings[earlier.cell.drawing] : undefined;
    const back = partOfWay(earlier.back, share);
    const moved: ShownCell = { ...shown, layer: { ...shown.layer, place: after(shown.layer.place ?? IDENTITY, back) } };
    if (!now || !was || now === was) {
      this.paintContent(target, look, moved, outer, view);
      return true;
    }
    const between = { ...now, ...linesOnTheirWay(now, was, share) };
    const shot = { ...look.shot, drawings: { ...drawings, [now.id]: between } };
    this.paintContent(target, { ...look, shot }, moved, outer, view);
    return true;
  }

  /** The box on the paper of what a cell shows; null for nothing. */
  private boxOfShown(shot: Shot, shown: ShownCell, outer: readonly Step[]): Box | null {
    const steps = stepsOf(shown, outer);
    const { cell, inside, paper } = shown;
    if (inside) {
      const boxes = inside.flatMap((each) => this.boxOfShown(shot, each, steps) ?? []);
      return boxes.length > 0 ? boxes.reduce(joinedBox) : null;
    }
    const boxes: Box[] = [];
    if (cell.kind === 'picture') {
      const picture = this.tools.picture(cell.asset, cell.index);
      if (picture) {
        const { x, y, width, height } = fitted(paper, picture);
        const part = opaquePart(this.tools, picture);
        boxes.push({
          minX: x + part.minX * width,
          minY: y + part.minY * height,
          maxX: x + part.maxX * width,
          maxY: y + part.maxY * height,
        });
      }
    } else if (cell.kind === 'drawing' && shot.drawings[cell.drawing])
      boxes.push(...this.inked(shot.drawings[cell.drawing]).boxes);
    if (boxes.length === 0) return null;
    const { minX, minY, maxX, maxY } = boxes.reduce(joinedBox);
    const out = emptyBox();
    for (const [x, y] of [
      [minX, minY],
      [maxX, minY],
      [minX, maxY],
      [maxX, maxY],
      [(minX + maxX) / 2, maxY],
    ]) {
      const [px, py] = pointThrough(steps, x, y);
      widenByPoints(out, [px, py], 2);
    }
    return out;
  }

  /**
   * A whole frame on a canvas of `width` x `height` pixels through `view` (the camera's field to canvas): background, then
   * every cell. The canvas is cleared first; with a transparent background it stays clear behind the drawings. Frames that
   * follow one another share a `memory` of what stays the same.
   */
  paintFrame(
    context: PaintContext,
    shot: Shot,
    frame: number,
    looker: Looker,
    view: Matrix,
    width: number,
    height: number,
    memory?: FrameMemory,
  ): void {
    const palette = paletteAt(shot, frame);
    const look: Look = { shot, colours: colourMap(palette), width, height };
    const cells = shownCells(shot, frame, looker);
    const seen = after(throughCamera(shot, frame), view);
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.clearRect(0, 0, width, height);
    const paint = (target: PaintContext, from: number, to: number) => {
      if (from === 0 && !shot.background.transparent) {
        // The whole field: a camera may look over the edge of the paper.
        const field = fieldSize(shot);
        target.setTransform(...view);
        target.fillStyle = shot.background.colour;
        target.fillRect(0, 0, field.width, field.height);
      }
      for (const shown of cells.slice(from, to)) this.paintCell(target, look, shown, seen);
    };
    // What lies behind a layer that mixes is part of how it looks, and is the same when all below is.
    const keys = memory ? cells.map((shown) => `${palette.id} ${seen} ${shownKey(shot, shown)}`) : [];
    const done = memory?.paintLowest(context, keys, width, height, paint) ?? 0;
    paint(context, done, cells.length);
  }
}
