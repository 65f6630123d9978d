/** A GIF as a viewer shows it, by another decoder than what wrote it: every picture whole, however little of it was written. */
import { decompressFrames, parseGIF } from 'gifuct-js';

interface ShownPicture {
  /** RGBA. */
  data: Uint8ClampedArray;
  /** Milliseconds. */
  delay: number;
  /** The part that was written. */
  dims: { left: number; top: number; width: number; height: number };
}

const CLEARS = 2;

export function picturesOf(bytes: Uint8Array): ShownPicture[] {
  const gif = parseGIF(bytes.slice().buffer);
  const { width, height } = gif.lsd;
  const screen = new Uint8ClampedArray(4 * width * height);
  return decompressFrames(gif, true).map(({ patch, dims, delay, disposalType }) => {
    const each = (visit: (on: number, from: number) => void) => {
      for (let y = 0; y < dims.height; y++)
        for (let x = 0; x < dims.width; x++)
          visit(4 * ((dims.top + y) * width + dims.left + x), 4 * (y * dims.width + x));
    };
    each((on, from) => {
      if (patch[from + 3] > 0) screen.set(patch.subarray(from, from + 4), on);
    });
    const data = screen.slice();
    if (disposalType === CLEARS) each((on) => screen.fill(0, on, on + 4));
    return { data, delay, dims };
  });
}
