/** What deliveries are written with in a browser: painting on a canvas off the screen, PNG files, movies. */
import { type DeliveryTools, type Film, type FilmPicture, type Pixels, paintFilm } from '../core/export/index.ts';
import { FrameMemory, type PaintContext, Painter, picturesOf, shownCells } from '../core/picture/index.ts';
import { canvasTools } from './canvas-tools.ts';
import type { PictureLibrary } from './picture-library.ts';

interface Surface {
  canvas: OffscreenCanvas;
  context: OffscreenCanvasRenderingContext2D;
}

/** @param readBack pixels are read of nearly every picture: the canvas lies where that is quick */
function surface(width: number, height: number, readBack: boolean): Surface {
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: readBack })!;
  return { canvas, context };
}

/** A canvas off the screen to keep something on. */
function newCanvas(width: number, height: number) {
  const { canvas, context } = surface(width, height, true);
  return { image: canvas, context: context as unknown as PaintContext };
}

async function pngOf(canvas: OffscreenCanvas): Promise<Uint8Array> {
  return new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer());
}

/** Tools over the pictures of a library; films of one size share a canvas. */
export function deliveryTools(library: PictureLibrary): DeliveryTools {
  const painter = new Painter(canvasTools((asset, index) => library.get(asset, index), true));
  let shared: Surface | null = null;
  /** What stays the same from picture to picture of one part of a film. */
  let remembered: { film: Film; part: number; memory: FrameMemory } | null = null;
  const surfaceFor = (width: number, height: number): Surface => {
    if (shared?.canvas.width !== width || shared.canvas.height !== height) shared = surface(width, height, true);
    return shared;
  };
  /** Paints a picture on the shared canvas. */
  const painted = async (film: Film, picture: FilmPicture): Promise<Surface> => {
    const { width, height } = film;
    const { shot } = film.parts[picture.part];
    await library.prepare(picturesOf(shownCells(shot, picture.frame, 'delivery')));
    const on = surfaceFor(width, height);
    if (remembered?.film !== film || remembered.part !== picture.part)
      remembered = { film, part: picture.part, memory: new FrameMemory(newCanvas) };
    paintFilm(painter, on.context as never, film, picture, remembered.memory);
    return on;
  };
  return {
    async paint(film, picture): Promise<Pixels> {
      const { width, height } = film;
      const { data } = (await painted(film, picture)).context.getImageData(0, 0, width, height);
      return { data, width, height };
    },
    async paintPng(film, picture) {
      return pngOf((await painted(film, picture)).canvas);
    },
    png({ data, width, height }) {
      const { canvas, context } = surface(width, height, false);
      context.putImageData(new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height), 0, 0);
      return pngOf(canvas);
    },
    async movie(film, wishes, sink) {
      // A large package: loaded by whoever writes a movie.
      const { openMovie } = await import('./movie.ts');
      const { canvas } = surfaceFor(film.width, film.height);
      return openMovie({ ...wishes, width: film.width, height: film.height }, canvas, (it) => painted(film, it), sink);
    },
  };
}
