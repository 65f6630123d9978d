/**
 * Softening by our own arithmetic, for pictures that must be the same wherever they are painted: canvases blur each in a way of
 * their own. As the Filter Effects Module Level 1 (feGaussianBlur) says: small ones by the bell curve itself, larger ones by three
 * running means after one another, which come within three per cent of it.
 */

/** From this standard deviation on three running means are near enough. */
const MEANS_FROM = 2;
/** Where the bell curve ends, standard deviations. */
const REACH = 3;

/** Red, green and blue multiplied by alpha, and alpha: four numbers a pixel. */
function multiplied(data: Uint8ClampedArray): Float32Array {
  const out = new Float32Array(data.length);
  for (let p = 0; p < data.length; p += 4) {
    const alpha = data[p + 3];
    if (alpha === 0) continue;
    const by = alpha / 255;
    out[p] = data[p] * by;
    out[p + 1] = data[p + 1] * by;
    out[p + 2] = data[p + 2] * by;
    out[p + 3] = alpha;
  }
  return out;
}

function divided(from: Float32Array): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(from.length);
  for (let p = 0; p < from.length; p += 4) {
    const alpha = from[p + 3];
    if (alpha < 0.5) continue;
    const by = 255 / alpha;
    out[p] = from[p] * by;
    out[p + 1] = from[p + 1] * by;
    out[p + 2] = from[p + 2] * by;
    out[p + 3] = alpha;
  }
  return out;
}

/** A way from one picture to another along rows, which turns it: rows become columns. */
type Pass = (from: Float32Array, to: Float32Array, width: number, height: number) => void;

/** The running mean of `size` pixels of each row, of which `before` lie before the pixel; what is outside is clear. */
function meanPass(size: number, before: number, turned: boolean): Pass {
  const after = size - 1 - before;
  return (from, to, width, height) => {
    const [across, down] = turned ? [height * 4, 4] : [4, width * 4];
    for (let y = 0; y < height; y++) {
      const row = y * width * 4;
      let [r, g, b, a] = [0, 0, 0, 0];
      // Sums of what came and what went: the same in whatever order rows are done.
      for (let x = -after; x < width; x++) {
        const come = x + after;
        if (come < width) {
          const p = row + come * 4;
          r += from[p];
          g += from[p + 1];
          b += from[p + 2];
          a += from[p + 3];
        }
        if (x < 0) continue;
        const q = x * across + y * down;
        to[q] = r / size;
        to[q + 1] = g / size;
        to[q + 2] = b / size;
        to[q + 3] = a / size;
        const go = x - before;
        if (go >= 0) {
          const p = row + go * 4;
          r -= from[p];
          g -= from[p + 1];
          b -= from[p + 2];
          a -= from[p + 3];
        }
      }
    }
  };
}

/** The bell curve itself along each row. */
function bellPass(sigma: number): Pass {
  const reach = Math.max(1, Math.ceil(REACH * sigma));
  const weights = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-((i - reach) ** 2) / (2 * sigma * sigma)));
  const sum = weights.reduce((total, each) => total + each, 0);
  const shares = weights.map((each) => each / sum);
  return (from, to, width, height) => {
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const first = Math.max(0, x - reach);
        const last = Math.min(width - 1, x + reach);
        let [r, g, b, a] = [0, 0, 0, 0];
        for (let k = first, p = (y * width + first) * 4; k <= last; k++, p += 4) {
          const share = shares[k - x + reach];
          r += share * from[p];
          g += share * from[p + 1];
          b += share * from[p + 2];
          a += share * from[p + 3];
        }
        const q = (x * height + y) * 4;
        to[q] = r;
        to[q + 1] = g;
        to[q + 2] = b;
        to[q + 3] = a;
      }
  };
}

/** The passes along rows; the last one turns the picture. */
function passesOf(sigma: number): Pass[] {
  if (sigma < MEANS_FROM) return [bellPass(sigma)];
  const size = Math.floor((sigma * 3 * Math.sqrt(2 * Math.PI)) / 4 + 0.5);
  const half = size >> 1;
  if (size % 2 === 1) return [meanPass(size, half, false), meanPass(size, half, false), meanPass(size, half, true)];
  // Two that lie half a pixel to either side, and one pixel more in the middle.
  return [meanPass(size, half, false), meanPass(size, half - 1, false), meanPass(size + 1, half, true)];
}

/**
 * Softens a picture; what lies outside of it is clear.
 * @param data red, green, blue, alpha, not multiplied @param sigma standard deviation, pixels
 */
export function blurred(
  data: Uint8ClampedArray,
  width: number,
  height: number,
  sigma: number,
): Uint8ClampedArray<ArrayBuffer> {
  let from: Float32Array = multiplied(data);
  let to: Float32Array = new Float32Array(from.length);
  const along = (across: number, down: number) => {
    for (const pass of passesOf(sigma)) {
      pass(from, to, across, down);
      [from, to] = [to, from];
    }
  };
  along(width, height);
  along(height, width);
  return divided(from);
}
