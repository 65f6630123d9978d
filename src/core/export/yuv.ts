/** Pictures as movies hold them: brightness for every pixel, colour for every four, in the limited range (ITU-R BT.709-6). */
import type { Pixels } from './format.ts';

/** Fixed point: so many bits behind the point. */
const BITS = 16;
const fixed = (value: number) => Math.round(value * (1 << BITS));

/** Of red, green and blue in brightness, 16..235. */
const [YR, YG, YB] = [0.2126, 0.7152, 0.0722].map((part) => fixed((part * 219) / 255));
/** Of red, green and blue in the two colour differences, 16..240. */
const [UR, UG, UB] = [-0.2126 / 1.8556, -0.7152 / 1.8556, 0.5].map((part) => fixed((part * 224) / 255));
const [VR, VG, VB] = [0.5, -0.7152 / 1.5748, -0.0722 / 1.5748].map((part) => fixed((part * 224) / 255));
const HALF = 1 << (BITS - 1);
const Y_BASE = (16 << BITS) + HALF;
/** Of the sum of four pixels. */
const UV_BASE = (128 << (BITS + 2)) + (HALF << 2);

/** Bytes of a picture of even sides: all of its brightness, then both colour differences. */
export const i420Bytes = (width: number, height: number): number => (width * height * 3) / 2;

interface StripWishes {
  /** Its bytes are blue, green, red; else red, green, blue. */
  blueFirst?: boolean;
  /** Rows of the picture before it, and in all: a picture can be brought over in strips of even heights. */
  before?: number;
  rows?: number;
}

/** An opaque picture of even sides as I420, or a strip of one. */
export function toI420(
  { data, width, height }: Pixels,
  out: Uint8Array,
  { blueFirst = false, before = 0, rows = height }: StripWishes = {},
): void {
  // Where in a word red and blue lie.
  const [R, B] = blueFirst ? [16, 0] : [0, 16];
  const words = new Uint32Array(data.buffer, data.byteOffset, width * height);
  const u = width * rows;
  const v = u + u / 4;
  const shift = before * width;
  let at = shift / 4;
  for (let y = 0; y < height; y += 2) {
    let top = y * width;
    let low = top + width;
    for (let x = 0; x < width; x += 2, top += 2, low += 2, at++) {
      const [a, b, c, d] = [words[top], words[top + 1], words[low], words[low + 1]];
      const ar = (a >> R) & 255;
      const ag = (a >> 8) & 255;
      const ab = (a >> B) & 255;
      out[shift + top] = (YR * ar + YG * ag + YB * ab + Y_BASE) >> BITS;
      if (a === b && a === c && a === d) {
        // Most of a drawn picture is flat.
        const level = out[shift + top];
        out[shift + top + 1] = level;
        out[shift + low] = level;
        out[shift + low + 1] = level;
        out[u + at] = (4 * (UR * ar + UG * ag + UB * ab) + UV_BASE) >> (BITS + 2);
        out[v + at] = (4 * (VR * ar + VG * ag + VB * ab) + UV_BASE) >> (BITS + 2);
        continue;
      }
      const br = (b >> R) & 255;
      const bg = (b >> 8) & 255;
      const bb = (b >> B) & 255;
      const cr = (c >> R) & 255;
      const cg = (c >> 8) & 255;
      const cb = (c >> B) & 255;
      const dr = (d >> R) & 255;
      const dg = (d >> 8) & 255;
      const db = (d >> B) & 255;
      out[shift + top + 1] = (YR * br + YG * bg + YB * bb + Y_BASE) >> BITS;
      out[shift + low] = (YR * cr + YG * cg + YB * cb + Y_BASE) >> BITS;
      out[shift + low + 1] = (YR * dr + YG * dg + YB * db + Y_BASE) >> BITS;
      const r = ar + br + cr + dr;
      const g = ag + bg + cg + dg;
      const s = ab + bb + cb + db;
      out[u + at] = (UR * r + UG * g + UB * s + UV_BASE) >> (BITS + 2);
      out[v + at] = (VR * r + VG * g + VB * s + UV_BASE) >> (BITS + 2);
    }
  }
}
