/**
 * Paints what the desk shows, in a worker: the parts of the paper (under, own, over) through the present view, whole
 * frames for playing, and thumbnails. Drawings are rastered once per scale and version and put together from there.
 */

import { LRUCache } from 'lru-cache';
import {
  cellRevision,
  type PaintContext,
  Painter,
  revision,
  type ShownCell,
  seenBox,
  shownCells,
  shownKey,
  Tiles,
} from '../core/picture/index.ts';
import { after, type Box, type Matrix, scaleOf, scaling } from '../core/plane/index.ts';
import {
  type Area,
  type CellRef,
  colourMap,
  colourOf,
  type Drawing,
  type Id,
  type Layer,
  type Palette,
  paletteAt,
  type Shot,
  type Stroke,
} from '../core/shot/index.ts';
import { canvasTools, paintContext } from './canvas-tools.ts';
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

/** Lines that are on no drawing: computed, and handed over under a name. */
interface ComputedLines {
  kind: 'computed';
  key: string;
}

export interface GhostWish {
  cell: CellRef | ComputedLines;
  /** Null: in its own colours. */
  tint: string | null;
  strength: number;
  /** With its paint. */
  filled: boolean;
  /** How it is moved, turned and scaled off its pegs. */
  pegs: Matrix;
}

/** A drawing as the hand is changing it: lines and paint that are as they were stand as their ids. */
export interface Draft {
  drawing: Id;
  ink: (Stroke | Id)[];
  paint: (Area | Id)[];
}

export interface PaperWish {
  frame: number;
  /** The layer in hand: what lies below goes to `under`, it itself to `own`, the rest to `over`. */
  layerId: Id;
  view: Matrix;
  width: number;
  height: number;
  ghosts: GhostWish[];
  /** Drawings of the layer in hand are shown as it is moved, not on their own pegs. */
  asMoved: boolean;
  /** Shown in place of what the sheet has on this layer: the cell looked at while a key is held. */
  instead: CellRef | null;
  draft: Draft | null;
  /** The tint of rough layers below the layer in hand; null: in their own colours. */
  roughTint: string | null;
  /** Keys of the parts the asker still has; equal parts are not painted again. */
  have: { under: string; own: string; over: string };
}

interface PaperPart {
  key: string;
  /** Null: as the asker has it. */
  image: ImageBitmap | null;
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
  private drawingRaster(drawing: Drawing, scale: number, shot: Shot, look: string, colours: Map<Id, string>) {
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
    return this.raster(key, Math.ceil(shot.width * scale), Math.ceil(shot.height * scale), (target) => {
      target.setTransform(...scaling(scale));
      this.painter.paintDrawing(target, drawing, colours);
    });
  }

  /** Puts one cell on the context through the view, from a raster where that is cheaper. */
  private async put(
    context: PaintContext,
    shot: Shot,
    shown: ShownCell,
    palette: Palette,
    view: Matrix,
    width: number,
    height: number,
    tint: string | null = null,
  ) {
    const { cell, layer } = shown;
    if (cell.kind === 'picture') await this.library.prepare([cell]);
    // A moved drawing is rastered at the size it is seen in.
    const through = cell.kind === 'drawing' && layer.place ? after(layer.place, view) : view;
    const scale = scaleOf(through);
    const w = Math.ceil(shot.width * scale);
    const h = Math.ceil(shot.height * scale);
    const colours = tint ? flat(palette, tint) : colourMap(palette);
    if (cell.kind === 'picture') {
      this.painter.paintCell(context, shot, shown, colours, view, width, height);
      return;
    }
    const drawing = shot.drawings[cell.drawing];
    if (!drawing || (drawing.ink.length === 0 && drawing.paint.length === 0)) return;
    const look = tint ?? colourKey(palette);
    if (w * h > LARGEST_RASTER) {
      const key = `${revision(drawing.ink)}.${revision(drawing.paint)}|${look}`;
      this.tiles.put(context, key, this.painter.inked(drawing), through, layer.opacity, (target, seen) =>
        this.painter.paintDrawing(target, drawing, colours, seenOn(target, seen)),
      );
      return;
    }
    const raster = this.drawingRaster(drawing, scale, shot, look, colours);
    context.setTransform(...through);
    context.globalAlpha = layer.opacity;
    context.drawImage(raster as never, 0, 0, w / scale, h / scale);
    context.globalAlpha = 1;
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
    const shot = withDraft(kept, wish.draft);
    const { frame, view, width, height } = wish;
    const palette = paletteAt(shot, frame);
    const all = shownCells(shot, frame, 'paper');
    const heights = new Map(shot.layers.map(({ id }, height) => [id, height]));
    const place = heights.get(wish.layerId) ?? -1;
    const below = all.filter(({ layer }) => heights.get(layer.id)! < place);
    const hand: Layer | undefined = shot.layers[place];
    const own: ShownCell[] = wish.instead
      ? hand
        ? [{ layer: hand, cell: wish.instead }]
        : []
      : all
          .filter(({ layer }) => layer.id === wish.layerId)
          // Drawings of the layer in hand lie on their own pegs, where the pen draws them; pictures as they are moved.
          .map((shown) => (shown.cell.kind === 'drawing' && !wish.asMoved ? { ...shown, layer: hand } : shown));
    const above = all.filter(({ layer }) => heights.get(layer.id)! > place);
    const base = `${view.join()}|${width}x${height}|${colourKey(palette)}`;
    const tintOf = ({ layer }: ShownCell) =>
      layer.purpose === 'rough' && layer.id !== wish.layerId ? wish.roughTint : null;
    const keyOf = (cells: ShownCell[]) =>
      cells.map((shown) => `${shownKey(shot, shown)}${tintOf(shown) ?? ''}`).join('|');
    const ghostKey = wish.ghosts
      .map((g) => `${ghostRevision(shot, g.cell)}${g.tint}${g.strength}${g.filled}${g.pegs.join()}`)
      .join('|');
    const { colour, transparent } = shot.background;
    const part = async (
      key: string,
      have: string,
      paint: (context: PaintContext) => Promise<void>,
    ): Promise<PaperPart> => {
      if (key === have) return { key, image: null };
      const canvas = new OffscreenCanvas(width, height);
      await paint(paintContext(canvas));
      return { key, image: canvas.transferToImageBitmap() };
    };
    const cells = async (context: PaintContext, list: ShownCell[]) => {
      for (const shown of list) {
        const tint = tintOf(shown);
        const { layer, cell } = shown;
        const seen = tint ? { layer: { ...layer, opacity: layer.opacity * ROUGH_DIM }, cell } : shown;
        await this.put(context, shot, seen, palette, view, width, height, tint);
      }
    };
    return {
      under: await part(
        `${base}|${colour}${transparent}|${keyOf(below)}|${ghostKey}`,
        wish.have.under,
        async (context) => {
          this.paintGround(context, shot, view);
          await cells(context, below);
          for (const ghost of wish.ghosts) this.putGhost(context, shot, ghost, palette, view);
        },
      ),
      own: await part(`${base}|${keyOf(own)}`, wish.have.own, (context) => cells(context, own)),
      over: await part(`${base}|${keyOf(above)}`, wish.have.over, (context) => cells(context, above)),
    };
  }

  /** Decodes the pictures of the frames around, so that stepping finds them ready. */
  async lookAhead(shot: Shot, frame: number): Promise<void> {
    for (const by of LOOK_AHEAD) {
      const at = frame + by;
      if (at < 0 || at >= shot.length) continue;
      const cells = shownCells(shot, at, 'paper').map(({ cell }) => cell);
      await this.library.prepare(cells.filter((cell) => cell.kind === 'picture'));
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
    const palette = paletteAt(shot, frame);
    for (const shown of shownCells(shot, frame, 'paper'))
      await this.put(context, shot, shown, palette, view, width, height);
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
  ): Promise<ImageBitmap> {
    const canvas = new OffscreenCanvas(width, height);
    const context = paintContext(canvas);
    const view = scaling(Math.min(width / shot.width, height / shot.height));
    if (cell.kind === 'picture') {
      await this.library.prepare([cell]);
      context.setTransform(...view);
      this.painter.paintPicture(context, shot, cell.asset, cell.index);
    } else {
      const drawing = shot.drawings[cell.drawing];
      context.setTransform(...view);
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

/** The shot with a drawing as the hand is changing it. */
function withDraft(shot: Shot, draft: Draft | null): Shot {
  const drawing = draft && shot.drawings[draft.drawing];
  if (!drawing) return shot;
  const lines = new Map(drawing.ink.map((stroke) => [stroke.id, stroke]));
  const areas = new Map(drawing.paint.map((area) => [area.id, area]));
  const ink = draft.ink.flatMap((each) => (typeof each === 'string' ? (lines.get(each) ?? []) : each));
  const paint = draft.paint.flatMap((each) => (typeof each === 'string' ? (areas.get(each) ?? []) : each));
  return { ...shot, drawings: { ...shot.drawings, [drawing.id]: { ...drawing, ink, paint } } };
}

function ghostRevision(shot: Shot, cell: GhostWish['cell']): string {
  return cell.kind === 'computed' ? cell.key : cellRevision(shot, cell);
}

function colourKey(palette: Palette): string {
  return palette.swatches.map(colourOf).join('');
}
