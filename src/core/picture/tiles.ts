/**
 * Pictures of drawings kept in tiles. What a drawing looks like at one scale and turn does not change when the paper is
 * moved: its tiles are put elsewhere, and only those that come into sight are painted. Tiles without ink take no room.
 */
import { LRUCache } from 'lru-cache';
import { type Box, boxesMeet, grownBox, mapBox } from '../plane/box.ts';
import { type Matrix, scaleOf } from '../plane/matrix.ts';
import type { PaintContext, PaintTools } from './context.ts';

/** Canvas pixels a side. */
const TILE_SIDE = 512;
const TILE_BYTES = TILE_SIDE * TILE_SIDE * 4;
/** Softness wider than this many canvas pixels is cut off at it: its edge has run out long before. */
const MOST_BLEED = 1024;
/** Canvas pixels around ink that its soft edge may reach. */
const EDGE = 2;

/** Where something is painted, paper pixels. */
export interface Inked {
  /** Nothing is painted outside these. */
  boxes: readonly Box[];
  /** What lies beyond a tile's edge by less than this still changes how the tile looks. */
  bleed: number;
}

export class Tiles {
  private readonly tools: PaintTools;
  private readonly kept: LRUCache<string, object>;

  /** @param room bytes that tiles may take */
  constructor(tools: PaintTools, room: number) {
    this.tools = tools;
    this.kept = new LRUCache({ maxSize: Math.max(room, TILE_BYTES), sizeCalculation: () => TILE_BYTES });
  }

  /** Bytes that are taken. */
  get bytes(): number {
    return this.kept.calculatedSize;
  }

  /**
   * Puts a drawing on a canvas through `view`, faded as a whole.
   * @param key says all that its look depends on, but for the view
   * @param paint paints it on a canvas that carries the view it is given
   */
  put(
    context: PaintContext,
    key: string,
    inked: Inked,
    view: Matrix,
    alpha: number,
    paint: (target: PaintContext, view: Matrix) => void,
  ): void {
    const [a, b, c, d, e, f] = view;
    // Whole pixels go into where the tiles are put, so that they are copied and never resampled.
    const [left, top] = [Math.floor(e), Math.floor(f)];
    const origin: Matrix = [a, b, c, d, e - left, f - top];
    const place = origin.map((each) => each.toFixed(6)).join();
    const bleed = Math.min(MOST_BLEED, Math.ceil(inked.bleed * scaleOf(view)));
    const boxes = inked.boxes.map((box) => grownBox(mapBox(origin, box), EDGE));
    const from = { i: Math.floor(-left / TILE_SIDE), j: Math.floor(-top / TILE_SIDE) };
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalAlpha = alpha;
    for (let j = from.j; j * TILE_SIDE + top < context.canvas.height; j++) {
      for (let i = from.i; i * TILE_SIDE + left < context.canvas.width; i++) {
        const box = { minX: i * TILE_SIDE, minY: j * TILE_SIDE, maxX: (i + 1) * TILE_SIDE, maxY: (j + 1) * TILE_SIDE };
        if (!boxes.some((each) => boxesMeet(each, box))) continue;
        const name = `${key}|${place}|${i},${j}`;
        let tile = this.kept.get(name);
        if (!tile) {
          tile = this.painted([a, b, c, d, origin[4] - box.minX, origin[5] - box.minY], bleed, paint);
          this.kept.set(name, tile);
        }
        context.drawImage(tile as never, box.minX + left, box.minY + top, TILE_SIDE, TILE_SIDE);
      }
    }
    context.globalAlpha = 1;
  }

  private painted(view: Matrix, bleed: number, paint: (target: PaintContext, view: Matrix) => void): object {
    const side = TILE_SIDE + 2 * bleed;
    const whole = this.tools.scratch(side, side);
    const own: Matrix = [view[0], view[1], view[2], view[3], view[4] + bleed, view[5] + bleed];
    whole.context.setTransform(...own);
    paint(whole.context, own);
    if (bleed === 0) return whole.image;
    const { image, context } = this.tools.scratch(TILE_SIDE, TILE_SIDE);
    context.drawImage(whole.image as never, -bleed, -bleed, side, side);
    return image;
  }
}
