/** What the painter borrows in Node: paths, pixels and scratch canvases of `@napi-rs/canvas`. */
import { type Canvas, createCanvas, ImageData, Path2D } from '@napi-rs/canvas';
import type { PaintContext, PaintImage, PaintTools } from '../../src/core/picture/index.ts';
import type { Id } from '../../src/core/shot/index.ts';

type PictureSource = (asset: Id, index: number) => PaintImage | null;

/** A clear canvas with its context, as the painter knows them. */
export function newCanvas(width: number, height: number): { image: Canvas; context: PaintContext } {
  const canvas = createCanvas(width, height);
  return { image: canvas, context: canvas.getContext('2d') as unknown as PaintContext };
}

/** A canvas that shows these pixels: red, green, blue, alpha, not multiplied. */
export function canvasOf(data: Uint8ClampedArray, width: number, height: number): Canvas {
  const canvas = createCanvas(width, height);
  canvas.getContext('2d').putImageData(new ImageData(data, width, height), 0, 0);
  return canvas;
}

export function nodeTools(picture: PictureSource): PaintTools {
  return {
    sameEverywhere: true,
    newPath: () => new Path2D() as never,
    picture,
    pixels: canvasOf,
    pixelsOf(image, width, height) {
      const { image: canvas, context } = newCanvas(width, height);
      context.drawImage(image as never, 0, 0, width, height);
      return new Uint8ClampedArray(canvas.getContext('2d').getImageData(0, 0, width, height).data);
    },
    scratch: newCanvas,
  };
}
