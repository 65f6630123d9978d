/** The paper's tooth: a repeating tile of alpha that breaks pencil lines the way paper does. */

export const GRAIN_SIDE = 256;

/** Small seeded generator (mulberry32): the same tooth on every machine. */
function random(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** Tiling value noise of `cells` cells a side, GRAIN_SIDE squared values 0..1. */
function noise(cells: number, seed: number): Float32Array {
  const next = random(seed);
  const grid = Float32Array.from({ length: cells * cells }, next);
  const out = new Float32Array(GRAIN_SIDE * GRAIN_SIDE);
  for (let y = 0; y < GRAIN_SIDE; y++) {
    const gy = (y * cells) / GRAIN_SIDE;
    const y0 = Math.floor(gy);
    const ty = gy - y0;
    for (let x = 0; x < GRAIN_SIDE; x++) {
      const gx = (x * cells) / GRAIN_SIDE;
      const x0 = Math.floor(gx);
      const tx = gx - x0;
      const at = (i: number, j: number) => grid[(j % cells) * cells + (i % cells)];
      const top = at(x0, y0) + (at(x0 + 1, y0) - at(x0, y0)) * tx;
      const low = at(x0, y0 + 1) + (at(x0 + 1, y0 + 1) - at(x0, y0 + 1)) * tx;
      out[y * GRAIN_SIDE + x] = top + (low - top) * ty;
    }
  }
  return out;
}

/** Alpha of the tile, one byte a texel, GRAIN_SIDE a side: mostly dark, with pits of paper showing. */
export function grainTile(): Uint8ClampedArray {
  const fine = noise(256, 11);
  const middle = noise(128, 23);
  const coarse = noise(60, 37);
  const out = new Uint8ClampedArray(GRAIN_SIDE * GRAIN_SIDE);
  for (let i = 0; i < out.length; i++) {
    const height = 0.45 * fine[i] + 0.4 * middle[i] + 0.15 * coarse[i];
    out[i] = 255 * Math.max(0.3, Math.min(1, 1.5 - 1.3 * height));
  }
  return out;
}
