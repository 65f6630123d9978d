/** What the painter borrows from a browser: paths, pixels, scratch canvases, decoded pictures. */
import type { PaintContext, PaintImage, PaintTools } from '../core/picture/index.ts';
import type { Id } from '../core/shot/index.ts';

export type PictureSource = (asset: Id, index: number) => PaintImage | null;

export function canvasTools(picture: PictureSource): PaintTools {
  return {
    newPath: () => new Path2D(),
    picture,
    pixels(data, width, height) {
      const canvas = new OffscreenCanvas(width, height);
      canvas.getContext('2d')!.putImageData(new ImageData(data, width, height), 0, 0);
      return canvas;
    },
    pixelsOf(image, width, height) {
      const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
      context.drawImage(image as CanvasImageSource, 0, 0, width, height);
      return context.getImageData(0, 0, width, height).data;
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
