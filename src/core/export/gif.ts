/** GIF89a: one palette for all frames, mapped through a 5-6-5 table, delays that keep the true length. */

import type { Shot } from '../shot/model.ts';
import type { GifFrame } from './delays.ts';
import { type PictureRun, type Pixels, pictureRuns, type RenderFrame } from './frames.ts';
import { GIFEncoder, quantize } from './gifenc.ts';
import type { ExportOptions } from './options.ts';

type Colour = [number, number, number];

/** Pictures looked at for the palette, and pixels taken from all of them together. */
const PALETTE_PICTURES = 16;
const PALETTE_PIXELS = 400_000;
/** Pixels at least this opaque are shown; GIF knows only all or nothing. */
const OPAQUE = 128;

export interface GifPalette {
  colours: Colour[];
  /** Index of the see-through colour, or -1. */
  clear: number;
  /** Palette index for each 5-6-5 colour, -1 until a pixel first asks for it. */
  table: Int16Array;
}

function nearest(colours: Colour[], r: number, g: number, b: number): number {
  let best = 0;
  let least = Infinity;
  for (let i = 0; i < colours.length; i++) {
    const c = colours[i];
    const d = (c[0] - r) ** 2 + (c[1] - g) ** 2 + (c[2] - b) ** 2;
    if (d < least) {
      least = d;
      best = i;
    }
  }
  return best;
}

/** One palette for the pictures given (RGBA). */
function gifPalette(pictures: Pixels[], transparent: boolean): GifPalette {
  const every = Math.max(1, Math.ceil(pictures.reduce((sum, p) => sum + p.data.length / 4, 0) / PALETTE_PIXELS));
  const sample: number[] = [];
  for (const { data } of pictures) {
    for (let i = 0; i < data.length; i += 4 * every)
      if (data[i + 3] >= OPAQUE) sample.push(data[i], data[i + 1], data[i + 2], 255);
  }
  const most = transparent ? 255 : 256;
  const colours: Colour[] =
    sample.length === 0
      ? [[0, 0, 0]]
      : (quantize(Uint8ClampedArray.from(sample), most, { format: 'rgb565' }) as Colour[]);
  const clear = transparent ? colours.length : -1;
  if (transparent) colours.push([0, 0, 0]);
  return { colours, clear, table: new Int16Array(65536).fill(-1) };
}

/** The palette index for a 5-6-5 colour; the middle of its cell stands for all its colours. */
function lookUp({ colours, clear, table }: GifPalette, key: number): number {
  const r = ((key >> 11) << 3) | (key >> 13);
  const g = (((key >> 5) & 63) << 2) | ((key >> 9) & 3);
  const b = ((key & 31) << 3) | ((key >> 2) & 7);
  const index = nearest(clear >= 0 ? colours.slice(0, clear) : colours, r, g, b);
  table[key] = index;
  return index;
}

/** Palette index of every pixel. */
export function mapToPalette({ data }: Pixels, palette: GifPalette): Uint8Array {
  const { table, clear } = palette;
  const out = new Uint8Array(data.length / 4);
  for (let i = 0, p = 0; p < out.length; i += 4, p++) {
    if (clear >= 0 && data[i + 3] < OPAQUE) out[p] = clear;
    else {
      const key = ((data[i] & 0xf8) << 8) | ((data[i + 1] & 0xfc) << 3) | (data[i + 2] >> 3);
      const known = table[key];
      out[p] = known >= 0 ? known : lookUp(palette, key);
    }
  }
  return out;
}

/** The picture as the GIF will show it: the same pixels through the palette. */
export function throughPalette(pixels: Pixels, palette: GifPalette): Pixels {
  const indices = mapToPalette(pixels, palette);
  const data = new Uint8ClampedArray(pixels.data.length);
  for (let p = 0; p < indices.length; p++) {
    if (indices[p] === palette.clear) continue;
    const colour = palette.colours[indices[p]];
    data.set(colour, 4 * p);
    data[4 * p + 3] = 255;
  }
  return { ...pixels, data };
}

/** The runs a GIF is written in: each held picture once, or every frame by itself. */
export function gifRuns(shot: Shot, options: ExportOptions): PictureRun[] {
  if (options.joinHolds) return pictureRuns(shot, options.from, options.to);
  return Array.from({ length: options.to - options.from + 1 }, (_, i) => ({ frame: options.from + i, frames: 1 }));
}

/** The palette of a delivery, from pictures spread evenly over it: preview and file ask this same function. */
export async function deliveryPalette(shot: Shot, options: ExportOptions, render: RenderFrame): Promise<GifPalette> {
  const runs = gifRuns(shot, { ...options, joinHolds: true });
  const count = Math.min(PALETTE_PICTURES, runs.length);
  const pictures: Pixels[] = [];
  for (let i = 0; i < count; i++) {
    const run = runs[count === 1 ? 0 : Math.round((i * (runs.length - 1)) / (count - 1))];
    pictures.push(await render(run.frame));
  }
  return gifPalette(pictures, options.transparent);
}

/**
 * Writes a GIF that loops for ever. @param picture the palette indices of a run of frames, asked for once a run, in order
 * @param frames which runs are shown, and how long. `step` is called after each picture.
 */
export async function encodeGif(
  picture: (run: number) => Promise<Uint8Array>,
  size: { width: number; height: number },
  frames: GifFrame[],
  palette: GifPalette,
  step: (done: number) => void,
): Promise<Uint8Array<ArrayBuffer>> {
  const gif = GIFEncoder();
  let shown: { run: number; indices: Uint8Array } = { run: -1, indices: new Uint8Array() };
  for (const [i, { run, delay }] of frames.entries()) {
    if (shown.run !== run) shown = { run, indices: await picture(run) };
    gif.writeFrame(shown.indices, size.width, size.height, {
      palette: i === 0 ? palette.colours : undefined,
      delay: delay * 10,
      transparent: palette.clear >= 0,
      transparentIndex: Math.max(0, palette.clear),
      dispose: palette.clear >= 0 ? 2 : 1,
      repeat: 0,
    });
    step(i + 1);
  }
  gif.finish();
  return gif.bytes() as Uint8Array<ArrayBuffer>;
}
