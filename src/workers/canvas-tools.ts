/** What the painter borrows from a browser: paths, pixels, scratch canvases, decoded pictures. */
import type { PaintContext, PaintImage, PaintTools } from '../core/picture/index.ts';
import type { Id } from '../core/shot/index.ts';

export type PictureSource = (asset: Id, index: number) => PaintImage | null;

/** @param sameEverywhere for deliveries: what is painted is read back, and is to be what Node paints too */
export function canvasTools(picture: PictureSource, sameEverywhere = false): PaintTools {
  return {
    sameEverywhere,
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
      const context = canvas.getContext('2d', { willReadFrequently: sameEverywhere });
      return { image: canvas, context: context as unknown as PaintContext };
    },
  };
}

/** A canvas's 2D context as the painter knows it. */
export function paintContext(canvas: OffscreenCanvas | HTMLCanvasElement): PaintContext {
  return canvas.getContext('2d') as unknown as PaintContext;
}
