import { transfer } from 'comlink';
import {
  asDelivered,
  deliveryView,
  type ExportOptions,
  formatOf,
  type Pixels,
  type RenderFrame,
} from '../core/export/index.ts';
import { Painter, shownCells } from '../core/picture/index.ts';
import type { Id, Shot } from '../core/shot/index.ts';
import type { Sound } from '../core/sound/index.ts';
import { canvasTools, paintContext } from './canvas-tools.ts';
import { PictureLibrary } from './picture-library.ts';
import { serve } from './serve.ts';

const library = new PictureLibrary();
const painter = new Painter(canvasTools((asset, index) => library.get(asset, index)));
let shot: Shot | null = null;
/** How pictures of the last previewed options are seen, so that stepping through the preview does not prepare it again. */
let looked: { key: string; through: (pixels: Pixels) => Pixels } | null = null;

function renderer(options: ExportOptions): RenderFrame {
  const delivered = asDelivered(shot!, options);
  const view = deliveryView(delivered, options);
  const canvas = new OffscreenCanvas(options.width, options.height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  return async (frame) => {
    const pictures = shownCells(delivered, frame, 'delivery').flatMap(({ cell }) =>
      cell.kind === 'picture' ? [cell] : [],
    );
    await library.prepare(pictures);
    painter.paintFrame(paintContext(canvas), delivered, frame, 'delivery', view, options.width, options.height);
    const { data, width, height } = context.getImageData(0, 0, options.width, options.height);
    return { data, width, height };
  };
}

async function pngBytes({ data, width, height }: Pixels): Promise<Uint8Array> {
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')!.putImageData(new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height), 0, 0);
  return new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer());
}

const face = {
  open(opened: Shot, files: Map<Id, Blob>): void {
    shot = opened;
    looked = null;
    for (const [id, file] of files) library.put(id, file);
  },
  /** The very picture the file will hold for `frame`. */
  async preview(options: ExportOptions, frame: number): Promise<ImageBitmap> {
    const render = renderer(options);
    const key = JSON.stringify(options);
    if (looked?.key !== key) {
      const through = await formatOf(options.format).seen?.({ shot: shot!, options, render });
      looked = { key, through: through ?? ((pixels) => pixels) };
    }
    const pixels = looked.through(await render(frame));
    const image = await createImageBitmap(
      new ImageData(pixels.data as Uint8ClampedArray<ArrayBuffer>, pixels.width, pixels.height),
    );
    return transfer(image, [image]);
  },
  /** The finished file. Stopping ends the worker. */
  async write(
    options: ExportOptions,
    sound: () => Promise<Sound>,
    progress: (part: number) => void,
  ): Promise<Uint8Array<ArrayBuffer>> {
    const bytes = await formatOf(options.format).write({
      shot: shot!,
      options,
      png: pngBytes,
      sound,
      render: renderer(options),
      progress,
    });
    return transfer(bytes, [bytes.buffer]);
  },
};

export type ExportFace = typeof face;
serve(face);
