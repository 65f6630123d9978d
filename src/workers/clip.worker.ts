/** Reads a clip through, one picture after another, in a worker of its own: what is there, and the part that comes in. */
import { transfer } from 'comlink';
import { zipSync } from 'fflate';
import { BadFile } from '../core/shot/index.ts';
import { type ClipAbout, type OpenClip, openClip } from './clip-files.ts';
import { serve } from './serve.ts';

/** Width of the pictures in the strip. */
const THUMB_WIDTH = 120;
/** Side of the small grey pictures that changes are measured on. */
const GREY_SIDE = 24;
/** Most pictures read at once: more would not fit the browser's memory. */
const MOST_PICTURES = 2400;
const QUALITY = 0.92;

export interface ReadClip {
  /** Seconds from the start of the stretch read. */
  times: number[];
  seconds: number[];
  /** Mean difference of each picture from the one before, 0..255; the first is 0. */
  changes: number[];
  thumbs: ImageBitmap[];
  /** What the pictures read take in memory. */
  bytes: number;
}

export interface Crop {
  /** Shares of the picture's width and height cut off at each side, 0..1. */
  left: number;
  top: number;
  right: number;
  bottom: number;
}

let clip: OpenClip | null = null;
/** The pictures read, as they came, compressed: a few seconds of them fit where the raw ones would not. */
let kept: Blob[] = [];

function opened(): OpenClip {
  if (!clip) throw new Error('No clip is open.');
  return clip;
}

/** A small grey picture for measuring how much changed. */
function greyOf(thumb: OffscreenCanvas, small: OffscreenCanvas): Uint8Array {
  const context = small.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(thumb, 0, 0, GREY_SIDE, GREY_SIDE);
  const { data } = context.getImageData(0, 0, GREY_SIDE, GREY_SIDE);
  return Uint8Array.from(
    { length: GREY_SIDE * GREY_SIDE },
    (_, i) => 0.3 * data[4 * i] + 0.59 * data[4 * i + 1] + 0.11 * data[4 * i + 2],
  );
}

const difference = (a: Uint8Array, b: Uint8Array) =>
  a.reduce((sum, value, i) => sum + Math.abs(value - b[i]), 0) / a.length;

const face = {
  async open(files: File[]): Promise<ClipAbout> {
    clip?.close();
    clip = null;
    kept = [];
    clip = await openClip(files);
    return clip.about;
  },

  /** Reads a stretch of time through. @throws BadFile; then nothing is kept. */
  async read(from: number, to: number, progress: (done: number, of: number) => void): Promise<ReadClip> {
    const { about, pictures } = opened();
    const wanted = Math.ceil(Math.min(to - from, about.seconds) * about.rate);
    if (wanted > MOST_PICTURES)
      throw new BadFile(
        `These are about ${wanted} pictures; at most ${MOST_PICTURES} can be looked through at once. Choose a shorter stretch.`,
      );
    const out: ReadClip = { times: [], seconds: [], changes: [], thumbs: [], bytes: 0 };
    kept = [];
    const full = new OffscreenCanvas(about.width, about.height);
    const whole = full.getContext('2d')!;
    const height = Math.max(1, Math.round((THUMB_WIDTH * about.height) / about.width));
    const small = new OffscreenCanvas(GREY_SIDE, GREY_SIDE);
    // Clear pictures keep their clearness; video has none.
    const type = about.kind === 'video' ? { type: 'image/jpeg', quality: QUALITY } : { type: 'image/png' };
    let before: Uint8Array | null = null;
    for await (const picture of pictures(from, to)) {
      whole.clearRect(0, 0, about.width, about.height);
      picture.draw(whole, about.width, about.height);
      const thumb = new OffscreenCanvas(THUMB_WIDTH, height);
      thumb.getContext('2d')!.drawImage(full, 0, 0, THUMB_WIDTH, height);
      const grey = greyOf(thumb, small);
      out.times.push(Math.max(0, picture.time - from));
      out.seconds.push(picture.seconds);
      out.changes.push(before ? difference(grey, before) : 0);
      before = grey;
      out.thumbs.push(thumb.transferToImageBitmap());
      picture.close();
      kept.push(await full.convertToBlob(type));
      progress(kept.length, wanted);
    }
    if (kept.length === 0) throw new BadFile('There is no picture in this stretch of the clip. Choose another.');
    out.bytes = kept.reduce((sum, { size }) => sum + size, 0);
    return transfer(out, out.thumbs);
  },

  /** One of the pictures read, whole, for looking at. */
  async picture(index: number): Promise<ImageBitmap> {
    const bitmap = await createImageBitmap(kept[index]);
    return transfer(bitmap, [bitmap]);
  },

  /** Some of the pictures read as a zip of numbered pictures, cut and scaled. */
  async pack(
    indices: number[],
    crop: Crop,
    scale: number,
    progress: (done: number, of: number) => void,
  ): Promise<{ file: Blob; width: number; height: number }> {
    const { about } = opened();
    const x = Math.round(about.width * crop.left);
    const y = Math.round(about.height * crop.top);
    const wide = Math.max(1, Math.round(about.width * (1 - crop.right)) - x);
    const high = Math.max(1, Math.round(about.height * (1 - crop.bottom)) - y);
    const [width, height] = [Math.max(1, Math.round(wide * scale)), Math.max(1, Math.round(high * scale))];
    const whole = width === about.width && height === about.height;
    const canvas = new OffscreenCanvas(width, height);
    const context = canvas.getContext('2d')!;
    const parts: Record<string, [Uint8Array, { level: 0 }]> = {};
    for (const [i, index] of indices.entries()) {
      let blob = kept[index];
      if (!whole) {
        const image = await createImageBitmap(blob);
        context.clearRect(0, 0, width, height);
        context.drawImage(image, x, y, wide, high, 0, 0, width, height);
        image.close();
        blob = await canvas.convertToBlob({ type: blob.type, quality: QUALITY });
      }
      const name = `${String(i + 1).padStart(5, '0')}.${blob.type === 'image/png' ? 'png' : 'jpg'}`;
      // They are compressed already.
      parts[name] = [new Uint8Array(await blob.arrayBuffer()), { level: 0 }];
      progress(i + 1, indices.length);
    }
    return { file: new Blob([zipSync(parts) as BlobPart], { type: 'application/zip' }), width, height };
  },
};

export type ClipFace = typeof face;
serve(face);
