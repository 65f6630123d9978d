/** GIF89a: one palette for all frames, of each picture only what has changed, delays that keep the true length. */
import type { GifFrame } from './delays.ts';
import type { GifPalette } from './gif-palette.ts';
import { GIFEncoder } from './gifenc.ts';
import type { Sink } from './sink.ts';

/** What happens to a picture before the next is shown: it stays, or its box becomes clear. */
const STAYS = 1;
const CLEARS = 2;
/** In a frame the image descriptor begins after the graphic control extension; its first byte is a separator. */
const CONTROL_BYTES = 8;

interface Patch {
  x: number;
  y: number;
  width: number;
  height: number;
  indices: Uint8Array;
}

/** The part of a picture in the box around all pixels that count; one pixel where none does. */
function boxed(
  indices: Uint8Array,
  width: number,
  counts: (p: number) => boolean,
  pixel: (p: number) => number,
): Patch {
  let [minX, minY, maxX, maxY] = [width, Number.POSITIVE_INFINITY, -1, -1];
  for (let p = 0, x = 0, y = 0; p < indices.length; p++) {
    if (counts(p)) {
      if (x < minX) minX = x;
      if (x > maxX) maxX = x;
      if (y < minY) minY = y;
      maxY = y;
    }
    if (++x === width) {
      x = 0;
      y++;
    }
  }
  if (maxX < 0) [minX, minY, maxX, maxY] = [0, 0, 0, 0];
  const patch = { x: minX, y: minY, width: maxX - minX + 1, height: maxY - minY + 1 };
  const out = new Uint8Array(patch.width * patch.height);
  for (let y = 0, k = 0; y < patch.height; y++)
    for (let x = 0; x < patch.width; x++, k++) out[k] = pixel((minY + y) * width + minX + x);
  return { ...patch, indices: out };
}

/**
 * Writes a GIF that loops for ever. @param picture the palette indices of a run of frames, asked for once a run, in order
 * @param frames which runs are shown, and how long. `step` is called after each picture.
 */
export async function encodeGif(
  picture: (run: number) => Promise<Uint8Array>,
  size: { width: number; height: number; transparent: boolean },
  frames: GifFrame[],
  palette: GifPalette,
  sink: Sink,
  step: (done: number) => void,
): Promise<void> {
  const { width, height, transparent } = size;
  const { clear } = palette;
  const gif = GIFEncoder({ auto: false });
  gif.writeHeader();
  // What is written goes out after every picture, so that a long GIF never lies whole in memory.
  const letOut = async () => {
    await sink.write(gif.bytes());
    gif.reset();
  };
  let before: Uint8Array | null = null;
  let shown: { run: number; indices: Uint8Array } = { run: -1, indices: new Uint8Array() };
  for (const [i, { run, delay }] of frames.entries()) {
    if (shown.run !== run) shown = { run, indices: await picture(run) };
    const { indices } = shown;
    const was = before;
    // On paper a picture stays and the next one changes it: what is the same is clear in it. With a see-through background
    // each picture is taken away before the next, so each is whole, in the box of what it shows.
    const patch: Patch = transparent
      ? boxed(
          indices,
          width,
          (p) => indices[p] !== clear,
          (p) => indices[p],
        )
      : was === null
        ? { x: 0, y: 0, width, height, indices }
        : boxed(
            indices,
            width,
            (p) => indices[p] !== was[p],
            (p) => (indices[p] === was[p] ? clear : indices[p]),
          );
    // The first picture says how large all are, so it is written whole.
    const whole = i === 0 ? { x: 0, y: 0, width, height, indices } : patch;
    gif.writeFrame(whole.indices, whole.width, whole.height, {
      palette: i === 0 ? palette.colours : undefined,
      delay: delay * 10,
      transparent: true,
      transparentIndex: clear,
      dispose: transparent ? CLEARS : STAYS,
      repeat: 0,
      first: i === 0,
    });
    // The first picture lies at the top left anyway, behind the header.
    if (i > 0) place(gif.bytesView(), CONTROL_BYTES + 1, whole);
    await letOut();
    before = indices;
    step(i + 1);
  }
  gif.finish();
  await letOut();
}

/** Says in a written frame where its picture lies; the encoder writes all of them at the top left. */
function place(bytes: Uint8Array, at: number, { x, y }: Patch): void {
  bytes.set([x & 255, x >> 8, y & 255, y >> 8], at);
}
