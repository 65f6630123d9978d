/**
 * Paints what the desk shows, in a worker: the parts of the paper (under, own, over) through the present view, whole
 * frames for playing, and thumbnails. Drawings are rastered once per scale and version and put together from there.
 */

import { LRUCache } from 'lru-cache';
import {
  asMatrix,
  cellRevision,
  closeUpOf,
  closeUpView,
  type Look,
  type PaintContext,
  Painter,
  picturesOf,
  revision,
  type ShownCell,
  seenBox,
  shownCells,
  shownKey,
  stepsOf,
  Tiles,
} from '../core/picture/index.ts';
import { after, type Box, type Matrix, scaleOf, scaling } from '../core/plane/index.ts';
import {
  type Area,
  type Blend,
  type CellRef,
  colourMap,
  colourOf,
  type Drawing,
  type Id,
  type Layer,
  levelOf,
  type Palette,
  paletteAt,
  type Shot,
  type Stroke,
  withLayersAlone,
} from '../core/shot/index.ts';
import { canvasTools, paintContext } from './canvas-tools.ts';
import { type GhostWish, ownCells, type PaperWish, unpacked, withDraft } from './paper-wish.ts';
import { PictureLibrary } from './picture-library.ts';

/** Whole drawings kept as rasters, and tiles of ghosts and of drawings too large for that; bytes. */
const RASTER_ROOM = 160 * 1024 ** 2;
const TILE_ROOM = 160 * 1024 ** 2;
/** A drawing larger than this in pixels is kept in tiles, only where seen. */
const LARGEST_RASTER = 4_500_000;

/** Width of the picture in the list of shots, pixels. */
const CARD_WIDTH = 480;
/** Frames whose pictures are made ready, the likeliest first. */
const LOOK_AHEAD = [1, -1, 2, 3, -2, 4];
/** How strong the paint of a tinted ghost is beside its lines. */
const FILLED_GHOST = 0.3;
/** How much of a rough is left under the layer that cleans it up. */
const ROUGH_DIM = 0.7;

interface PaperPart {
  key: string;
  /** Laid over one another, each mixed with what is there by its blend; null: as the asker has them. */
  pieces: { image: ImageBitmap; blend: Blend }[] | null;
}

export interface PaperParts {
  under: PaperPart;
  own: PaperPart;
  over: PaperPart;
}

export class DeskPainter {
  readonly library = new PictureLibrary();
  private readonly tools = canvasTools((asset, index) => this.library.get(asset, index));
  private readonly painter = new Painter(this.tools);
  private readonly tiles = new Tiles(this.tools, TILE_ROOM);
  /** Lines computed for a ghost. */
  computed: { key: string; ink: Stroke[] } | null = null;
  private readonly rasters = new LRUCache<string, OffscreenCanvas>({
    maxSize: RASTER_ROOM,
    sizeCalculation: ({ width, height }) => width * height * 4,
  });
  /** By scale, drawing and colours: which raster it was painted into last, and what it held. */
  private readonly latest = new LRUCache<string, { key: string; ink: Stroke[]; paint: Area[] }>({ max: 400 });

  private raster(key: string, width: number, height: number, paint: (context: PaintContext) => void): OffscreenCanvas {
    const there = this.rasters.get(key);
    if (there) return there;
    const canvas = new OffscreenCanvas(Math.max(1, width), Math.max(1, height));
    paint(paintContext(canvas));
    this.rasters.set(key, canvas);
    return canvas;
  }

  /** A drawing at a scale. One that has only got more lines since it was last painted gets just those. */
  private drawingRaster(
    drawing: Drawing,
    scale: number,
    paper: ShownCell['paper'],
    look: string,
    colours: Map<Id, string>,
  ) {
    const { ink, paint } = drawing;
    const key = `${scale.toFixed(5)}|${revision(ink)}.${revision(paint)}|${look}`;
    const place = `${scale.toFixed(5)}|${drawing.id}|${look}`;
    const last = this.latest.get(place);
    const canvas = last && this.rasters.get(last.key);
    const grown =
      canvas &&
      last.paint === paint &&
      last.ink.length < ink.length &&
      last.ink.every((stroke, i) => stroke === ink[i]) &&
      !this.rasters.has(key);
    this.latest.set(place, { key, ink, paint });
    if (grown) {
      const target = paintContext(canvas);
      target.setTransform(...scaling(scale));
      this.painter.paintInk(target, ink.slice(last.ink.length), colours);
      this.rasters.delete(last.key);
      this.rasters.set(key, canvas);
      return canvas;
    }
    return this.raster(key, Math.ceil(paper.width * scale), Math.ceil(paper.height * scale), (target) => {
      target.setTransform(...scaling(scale));
      this.painter.paintDrawing(target, drawing, colours);
    });
  }

  /** What cells are painted with: drawings come from rasters where that is cheaper. */
  private look(shot: Shot, palette: Palette, width: number, height: number, tint: string | null = null): Look {
    const colours = tint ? flat(palette, tint) : colourMap(palette);
    const key = tint ?? colourKey(palette);
    const look: Look = { shot, colours, width, height };
    look.contentOf = (target, shown, view, outer) => {
      const map = shown.cell.kind === 'drawing' ? asMatrix(stepsOf(shown, outer)) : null;
      const drawing = shown.cell.kind === 'drawing' && map ? shot.drawings[shown.cell.drawing] : undefined;
      if (map && drawing) this.putDrawing(target, shown, drawing, after(map, view), colours, key);
      else this.painter.paintContent(target, look, shown, outer, view);
    };
    return look;
  }

  /** Puts a drawing on a canvas, from a raster or tiles of the size it is seen in. */
  private putDrawing(
    context: PaintContext,
    { paper, layer }: ShownCell,
    drawing: Drawing,
    through: Matrix,
    colours: Map<Id, string>,
    look: string,
  ): void {
    if (drawing.ink.length === 0 && drawing.paint.length === 0) return;
    const scale = scaleOf(through);
    const w = Math.ceil(paper.width * scale);
    const h = Math.ceil(paper.height * scale);
    if (w * h > LARGEST_RASTER || (layer.place && this.reachesOut(drawing, paper))) {
      const key = `${revision(drawing.ink)}.${revision(drawing.paint)}|${look}`;
      this.tiles.put(context, key, this.painter.inked(drawing), through, context.globalAlpha, (target, seen) =>
        this.painter.paintDrawing(target, drawing, colours, seenOn(target, seen)),
      );
      return;
    }
    const raster = this.drawingRaster(drawing, scale, paper, look, colours);
    context.setTransform(...through);
    context.drawImage(raster as never, 0, 0, w / scale, h / scale);
  }

  /** Whether a drawing has lines beyond its paper: they may come to be seen when it is moved. */
  private reachesOut(drawing: Drawing, { width, height }: ShownCell['paper']): boolean {
    return this.painter
      .inked(drawing)
      .boxes.some(({ minX, minY, maxX, maxY }) => minX < 0 || minY < 0 || maxX > width || maxY > height);
  }

  private ghostDrawing(shot: Shot, cell: GhostWish['cell']): Pick<Drawing, 'ink' | 'paint'> | null {
    if (cell.kind === 'computed') return this.computed?.key === cell.key ? { ink: this.computed.ink, paint: [] } : null;
    return cell.kind === 'drawing' ? (shot.drawings[cell.drawing] ?? null) : null;
  }

  private putGhost(context: PaintContext, shot: Shot, ghost: GhostWish, palette: Palette, view: Matrix) {
    const drawing = this.ghostDrawing(shot, ghost.cell);
    if (!drawing || drawing.ink.length === 0) return;
    // Gathered first and faded as a whole, so that crossing lines of one ghost do not darken each other.
    const { tint, filled } = ghost;
    const key = `${ghostRevision(shot, ghost.cell)}|${tint ?? colourKey(palette)}|${filled}`;
    const boxes = this.painter.inked(filled ? drawing : { ...drawing, paint: [] });
    this.tiles.put(context, key, boxes, after(ghost.pegs, view), ghost.strength, (target, through) => {
      const colours = tint ? flat(palette, tint) : colourMap(palette);
      if (filled) {
        // Tinted paint stays light, so that lines show on it.
        target.globalAlpha = tint ? FILLED_GHOST : 1;
        this.painter.paintAreas(target, drawing.paint, colours);
        target.globalAlpha = 1;
      }
      this.painter.paintInk(target, drawing.ink, colours, undefined, seenOn(target, through));
    });
  }

  async paper(kept: Shot, wish: PaperWish): Promise<PaperParts> {
    const shot = withLayersAlone(levelOf(withDraft(kept, wish.draft), wish.bundle), wish.alone);
    const { frame, view, width, height } = wish;
    const palette = paletteAt(shot, frame);
    const all = shownCells(shot, frame, 'paper');
    await this.library.prepare(picturesOf(all));
    const heights = new Map(shot.layers.map(({ id }, height) => [id, height]));
    const place = heights.get(wish.layerId) ?? -1;
    const hand: Layer | undefined = shot.layers[place];
    const below = all.filter(({ layer }) => heights.get(layer.id)! < place);
    const above = all.filter(({ layer }) => heights.get(layer.id)! > place);
    const own = ownCells(shot, hand, all, wish);
    if (wish.instead) await this.library.prepare(picturesOf(own));
    const base = `${view.join()}|${width}x${height}|${colourKey(palette)}`;
    const tintOf = ({ layer }: ShownCell) =>
      layer.purpose === 'rough' && layer.id !== wish.layerId ? wish.roughTint : null;
    const keyOf = (cells: ShownCell[]) =>
      cells.map((shown) => `${shownKey(shot, shown)}${tintOf(shown) ?? ''}`).join('|');
    const ghostKey = wish.ghosts
      .map((g) => `${ghostRevision(shot, g.cell)}${g.tint}${g.strength}${g.filled}${g.pegs.join()}`)
      .join('|');
    const { colour, transparent } = shot.background;
    const painted = (paint: (context: PaintContext) => void): ImageBitmap => {
      const canvas = new OffscreenCanvas(width, height);
      paint(paintContext(canvas));
      return canvas.transferToImageBitmap();
    };
    const cells = (context: PaintContext, list: ShownCell[], apart: boolean) => {
      for (const shown of list) {
        const tint = tintOf(shown);
        const { layer } = shown;
        const seen = tint ? { ...shown, layer: { ...layer, opacity: layer.opacity * ROUGH_DIM } } : shown;
        this.painter.paintCell(context, { ...this.look(shot, palette, width, height, tint), apart }, seen, view);
      }
    };
    /** Layers that lie over what is not on the same canvas: those that mix are canvases of their own. */
    const pieces = (key: string, have: string, list: ShownCell[]): PaperPart => {
      if (key === have) return { key, pieces: null };
      const runs: { cells: ShownCell[]; blend: Blend }[] = [];
      for (const shown of list.flatMap(unpacked)) {
        const { blend } = shown.layer;
        const last = runs.at(-1);
        if (blend === 'normal' && last?.blend === 'normal') last.cells.push(shown);
        else runs.push({ cells: [shown], blend });
      }
      return {
        key,
        pieces: runs.map((run) => ({ blend: run.blend, image: painted((context) => cells(context, run.cells, true)) })),
      };
    };
    const underKey = `${base}|${colour}${transparent}|${keyOf(below)}|${ghostKey}|${ghostKey && wish.pegs}`;
    const paintUnder = (context: PaintContext) => {
      this.paintGround(context, shot, view);
      cells(context, below, false);
      // Ghosts lie on the pegs of the drawing in hand.
      for (const ghost of wish.ghosts) this.putGhost(context, shot, ghost, palette, after(wish.pegs, view));
    };
    return {
      under: {
        key: underKey,
        pieces: underKey === wish.have.under ? null : [{ blend: 'normal', image: painted(paintUnder) }],
      },
      own: pieces(`${base}|${keyOf(own)}`, wish.have.own, own),
      over: pieces(`${base}|${keyOf(above)}`, wish.have.over, above),
    };
  }

  /** Decodes the pictures of the frames around, so that stepping finds them ready. */
  async lookAhead(shot: Shot, frame: number): Promise<void> {
    for (const by of LOOK_AHEAD) {
      const at = frame + by;
      if (at < 0 || at >= shot.length) continue;
      await this.library.prepare(picturesOf(shownCells(shot, at, 'paper')));
    }
  }

  /** The sheet of paper itself; a transparent background shows as checks, so that it is seen. */
  private paintGround(context: PaintContext, shot: Shot, view: Matrix) {
    context.setTransform(...view);
    if (!shot.background.transparent) {
      context.fillStyle = shot.background.colour;
      context.fillRect(0, 0, shot.width, shot.height);
      return;
    }
    context.fillStyle = '#ffffff';
    context.fillRect(0, 0, shot.width, shot.height);
    context.fillStyle = '#e3e1da';
    const side = Math.max(shot.width, shot.height) / 48;
    for (let y = 0, row = 0; y < shot.height; y += side, row++) {
      for (let x = row % 2 ? side : 0; x < shot.width; x += 2 * side) {
        context.fillRect(x, y, Math.min(side, shot.width - x), Math.min(side, shot.height - y));
      }
    }
  }

  /** A whole frame as the paper shows it, at `scale`, for playing. */
  async whole(shot: Shot, frame: number, scale: number): Promise<ImageBitmap> {
    const width = Math.max(1, Math.round(shot.width * scale));
    const height = Math.max(1, Math.round(shot.height * scale));
    const canvas = new OffscreenCanvas(width, height);
    const context = paintContext(canvas);
    const view = scaling(scale);
    this.paintGround(context, shot, view);
    const look = this.look(shot, paletteAt(shot, frame), width, height);
    const cells = shownCells(shot, frame, 'paper');
    await this.library.prepare(picturesOf(cells));
    for (const shown of cells) this.painter.paintCell(context, look, shown, view);
    return canvas.transferToImageBitmap();
  }

  /** One cell alone, fitted into width x height; `tint` shows its lines only, in one colour. */
  async thumb(
    shot: Shot,
    cell: CellRef,
    frame: number,
    width: number,
    height: number,
    tint: string | null,
    close: boolean,
  ): Promise<ImageBitmap> {
    const canvas = new OffscreenCanvas(width, height);
    const context = paintContext(canvas);
    const view = scaling(Math.min(width / shot.width, height / shot.height));
    if (cell.kind === 'picture') {
      await this.library.prepare([cell]);
      context.setTransform(...view);
      this.painter.paintPicture(context, shot, cell.asset, cell.index);
    } else if (cell.kind === 'bundle') {
      const inside = levelOf(shot, cell.bundle);
      const cells = shownCells(inside, cell.frame, 'paper');
      await this.library.prepare(picturesOf(cells));
      const look = this.look(inside, paletteAt(shot, frame), width, height);
      const fitting = scaling(Math.min(width / inside.width, height / inside.height));
      for (const shown of cells) this.painter.paintCell(context, look, shown, fitting);
    } else {
      const drawing = shot.drawings[cell.drawing];
      const part = close && drawing ? closeUpOf(shot, drawing.layerId) : null;
      context.setTransform(...(part ? closeUpView(part, width, height) : view));
      if (drawing && tint) this.painter.paintInk(context, drawing.ink, new Map(), tint);
      else if (drawing) this.painter.paintDrawing(context, drawing, colourMap(paletteAt(shot, frame)));
    }
    return canvas.transferToImageBitmap();
  }

  /** A small JPEG of a frame for the list of shots. */
  async card(shot: Shot, frame: number): Promise<Blob> {
    const image = await this.whole(shot, Math.min(frame, shot.length - 1), CARD_WIDTH / shot.width);
    const canvas = new OffscreenCanvas(image.width, image.height);
    canvas.getContext('2d')!.drawImage(image, 0, 0);
    image.close();
    return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 });
  }
}

/** What of the paper a canvas shows. */
function seenOn({ canvas }: PaintContext, view: Matrix): Box {
  return seenBox(view, canvas.width, canvas.height);
}

/** Every swatch in one colour. */
function flat(palette: Palette, colour: string): Map<Id, string> {
  return new Map(palette.swatches.map(({ id }) => [id, colour]));
}

function ghostRevision(shot: Shot, cell: GhostWish['cell']): string {
  return cell.kind === 'computed' ? cell.key : cellRevision(shot, cell);
}

function colourKey(palette: Palette): string {
  return palette.swatches.map(colourOf).join('');
}
