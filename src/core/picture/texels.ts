/** Reading masks between their texels, and laying one colour over another. */
import { GRAIN_SIDE } from './grain.ts';

/** A colour laid over a pixel of the picture; both as straight, not premultiplied, colour. */
export function laidOver(had: number, alpha: number, red: number, green: number, blue: number): number {
  const rest = ((had >>> 24) / 255) * (1 - alpha);
  const sum = alpha + rest;
  const a = alpha / sum;
  const b = rest / sum;
  const r = (red * a + (had & 255) * b + 0.5) | 0;
  const g = (green * a + ((had >> 8) & 255) * b + 0.5) | 0;
  const l = (blue * a + ((had >> 16) & 255) * b + 0.5) | 0;
  return (((sum * 255 + 0.5) << 24) | (l << 16) | (g << 8) | r) >>> 0;
}

/** Value between four texels; a mask is empty along its rim, so beyond it the rim is taken. */
export function between(mask: Float32Array, side: number, u: number, v: number): number {
  const x = u < 0 ? 0 : u | 0;
  const y = v < 0 ? 0 : v | 0;
  const right = x + 1 < side ? x + 1 : x;
  const below = (y + 1 < side ? y + 1 : y) * side;
  const row = y * side;
  const top = mask[row + x] + (mask[row + right] - mask[row + x]) * (u - x);
  const low = mask[below + x] + (mask[below + right] - mask[below + x]) * (u - x);
  return top + (low - top) * (v - y);
}

/** Far enough to make every place on and round the paper positive: a multiple of the grain's side. */
export const OFFSET = GRAIN_SIDE * 4096;

/** Value between four texels of a repeating square whose side is a power of two. */
export function tiled(values: Float32Array, side: number, u: number, v: number): number {
  const x = (u + OFFSET) | 0;
  const y = (v + OFFSET) | 0;
  const m = side - 1;
  const row = (y & m) * side;
  const below = ((y + 1) & m) * side;
  const left = x & m;
  const right = (x + 1) & m;
  const a = values[row + left];
  const b = values[below + left];
  const top = a + (values[row + right] - a) * (u + OFFSET - x);
  const low = b + (values[below + right] - b) * (u + OFFSET - x);
  return top + (low - top) * (v + OFFSET - y);
}
