/** The paper's tooth: heights of the paper, repeating, in paper pixels, that a light pencil only touches the tops of. */
import { chance } from './chance.ts';

export const GRAIN_SIDE = 256;

/** Tiling value noise of `cells` cells a side, `side` squared values 0..1. */
export function noise(side: number, cells: number, seed: number): Float32Array {
  const next = chance(seed);
  const grid = Float32Array.from({ length: cells * cells }, next);
  const out = new Float32Array(side * side);
  for (let y = 0; y < side; y++) {
    const gy = (y * cells) / side;
    const y0 = Math.floor(gy);
    const ty = gy - y0;
    for (let x = 0; x < side; x++) {
      const gx = (x * cells) / side;
      const x0 = Math.floor(gx);
      const tx = gx - x0;
      const at = (i: number, j: number) => grid[(j % cells) * cells + (i % cells)];
      const top = at(x0, y0) + (at(x0 + 1, y0) - at(x0, y0)) * tx;
      const low = at(x0, y0 + 1) + (at(x0 + 1, y0 + 1) - at(x0, y0 + 1)) * tx;
      out[y * side + x] = top + (low - top) * ty;
    }
  }
  return out;
}

/** Each value the mean of four: the same picture at half the side. */
export function halved(values: Float32Array, side: number): Float32Array {
  const half = side >> 1;
  const out = new Float32Array(half * half);
  for (let y = 0; y < half; y++) {
    for (let x = 0; x < half; x++) {
      const i = 2 * y * side + 2 * x;
      out[y * half + x] = (values[i] + values[i + 1] + values[i + side] + values[i + side + 1]) / 4;
    }
  }
  return out;
}

let levels: Float32Array[] | null = null;

/** Heights 0..1 of the paper; each further level is the same at half the side, for small scales. */
export function grainLevels(): Float32Array[] {
  if (levels) return levels;
  const fine = noise(GRAIN_SIDE, 256, 11);
  const middle = noise(GRAIN_SIDE, 128, 23);
  const coarse = noise(GRAIN_SIDE, 60, 37);
  const top = new Float32Array(GRAIN_SIDE * GRAIN_SIDE);
  for (let i = 0; i < top.length; i++) top[i] = 0.45 * fine[i] + 0.4 * middle[i] + 0.15 * coarse[i];
  levels = [top];
  for (let side = GRAIN_SIDE; side > 8; side /= 2) levels.push(halved(levels.at(-1)!, side));
  return levels;
}
