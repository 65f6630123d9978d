/** What painting needs of its surroundings: the calls of a 2D canvas, and what only a browser or Node can make. */
import type { Id } from '../shot/ids.ts';

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
  globalCompositeOperation: string;
  filter: string;
  readonly canvas: { width: number; height: number };
  getTransform(): { a: number; b: number; c: number; d: number; e: number; f: number };
  save(): void;
  restore(): void;
  setTransform(a: number, b: number, c: number, d: number, e: number, f: number): void;
  fill(path: never, rule?: 'nonzero' | 'evenodd'): void;
  fillRect(x: number, y: number, width: number, height: number): void;
  clearRect(x: number, y: number, width: number, height: number): void;
  drawImage(image: never, x: number, y: number, width: number, height: number): void;
  /** A part of an image, put into a part of the canvas. */
  drawImage(
    image: never,
    fromX: number,
    fromY: number,
    fromWidth: number,
    fromHeight: number,
    x: number,
    y: number,
    width: number,
    height: number,
  ): void;
  /** Red, green, blue and alpha of a part of the canvas, not multiplied. */
  getImageData(x: number, y: number, width: number, height: number): { readonly data: Uint8ClampedArray };
  createLinearGradient(
    x0: number,
    y0: number,
    x1: number,
    y1: number,
  ): { addColorStop(offset: number, colour: string): void };
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
  /** A picture of these pixels (red, green, blue, alpha). */
  pixels(data: Uint8ClampedArray<ArrayBuffer>, width: number, height: number): object;
  /** The pixels of a picture brought to a size: red, green, blue, alpha, not multiplied. */
  pixelsOf(image: object, width: number, height: number): Uint8ClampedArray;
  /** A decoded reference picture, or null while it is not there. */
  picture(asset: Id, index: number): PaintImage | null;
  /** Whether blurring is done by our own arithmetic, so that pictures are the same everywhere; else as the canvas does it, quicker. */
  readonly sameEverywhere: boolean;
  /** A clear canvas of this size to gather a see-through layer on. */
  scratch(width: number, height: number): { image: object; context: PaintContext };
}
