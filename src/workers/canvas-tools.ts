/** What the painter borrows from a browser: paths, paper tooth, scratch canvases, decoded pictures. */
import { GRAIN_SIDE, grainTile, type PaintContext, type PaintImage, type PaintTools } from '../core/picture/index.ts';
import type { Id } from '../core/shot/index.ts';

export type PictureSource = (asset: Id, index: number) => PaintImage | null;

export function canvasTools(picture: PictureSource): PaintTools {
  const patterns = new Map<string, CanvasPattern>();
  let alpha: Uint8ClampedArray | null = null;
  return {
    newPath: () => new Path2D(),
    picture,
    grain(colour) {
      let pattern = patterns.get(colour);
      if (!pattern) {
        alpha ??= grainTile();
        const tile = new OffscreenCanvas(GRAIN_SIDE, GRAIN_SIDE);
        const context = tile.getContext('2d')!;
        const image = context.createImageData(GRAIN_SIDE, GRAIN_SIDE);
        const value = Number.parseInt(colour.slice(1), 16);
        for (let i = 0; i < alpha.length; i++) {
          image.data[4 * i] = value >> 16;
          image.data[4 * i + 1] = (value >> 8) & 255;
          image.data[4 * i + 2] = value & 255;
          image.data[4 * i + 3] = alpha[i];
        }
        context.putImageData(image, 0, 0);
        pattern = context.createPattern(tile, 'repeat')!;
        patterns.set(colour, pattern);
      }
      return pattern;
    },
    scratch(width, height) {
      const canvas = new OffscreenCanvas(width, height);
      return { image: canvas, context: paintContext(canvas) };
    },
  };
}

/** A canvas's 2D context as the painter knows it. */
export function paintContext(canvas: OffscreenCanvas | HTMLCanvasElement): PaintContext {
  return canvas.getContext('2d') as unknown as PaintContext;
}
