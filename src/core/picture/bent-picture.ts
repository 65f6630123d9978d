/** A picture bent by a grid of points: its pixels go where a mesh over it goes. */
import type { Window } from './ink-raster.ts';

/** A picture's pixels, multiplied by their alpha: one number a pixel, red in the lowest byte. */
export interface Texture {
  /** Rows of `width` + 2 `MARGIN` texels: a clear margin lies all round, so that no sample needs a look at the edge. */
  texels: Uint32Array;
  width: number;
  height: number;
}

const MARGIN = 2;

/** @param data red, green, blue, alpha, not multiplied */
export function textureOf(data: Uint8ClampedArray, width: number, height: number): Texture {
  const row = width + 2 * MARGIN;
  const texels = new Uint32Array(row * (height + 2 * MARGIN));
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0, o = (y + MARGIN) * row + MARGIN; x < width; x++, o++, i += 4) {
      const alpha = data[i + 3];
      if (alpha === 0) continue;
      const by = alpha / 255;
      texels[o] =
        (alpha << 24) |
        (Math.round(data[i + 2] * by) << 16) |
        (Math.round(data[i + 1] * by) << 8) |
        Math.round(data[i] * by);
    }
  }
  return { texels, width, height };
}

/** A point of a mesh: where it lies on the canvas, and which texel lies there. */
export interface MeshPoint {
  x: number;
  y: number;
  u: number;
  v: number;
}

const PAIRS = 0x00ff00ff;
/** A texel, as places among texels are counted. */
const ONE = 65536;

/** Two pairs of colours, mixed. @param share 0..255 of the second */
const mixed = (a: number, b: number, share: number): number =>
  ((Math.imul(a, 256 - share) + Math.imul(b, share)) >>> 8) & PAIRS;

/** Bent pixels in a window of the canvas, as `ImageData` holds them. */
export class BentRaster {
  readonly data: Uint8ClampedArray<ArrayBuffer>;
  private readonly out: Uint32Array;
  readonly window: Window;

  constructor(window: Window) {
    this.window = window;
    this.data = new Uint8ClampedArray(4 * window.width * window.height);
    this.out = new Uint32Array(this.data.buffer);
  }

  /** @param mesh points in rows of `columns` */
  paint(texture: Texture, mesh: readonly MeshPoint[], columns: number): void {
    for (let i = 0; i + columns + 1 < mesh.length; i++) {
      if (i % columns === columns - 1) continue;
      this.triangle(texture, mesh[i], mesh[i + 1], mesh[i + columns]);
      this.triangle(texture, mesh[i + 1], mesh[i + columns + 1], mesh[i + columns]);
    }
    this.unmultiply();
  }

  /** Every pixel whose middle lies in a triangle takes what lies there, between four texels. */
  private triangle({ texels, width }: Texture, a: MeshPoint, b: MeshPoint, c: MeshPoint): void {
    const { window, out } = this;
    const row = width + 2 * MARGIN;
    const area = (b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y);
    if (Math.abs(area) < 1e-9) return;
    const ux = ((b.u - a.u) * (c.y - a.y) - (c.u - a.u) * (b.y - a.y)) / area;
    const uy = ((c.u - a.u) * (b.x - a.x) - (b.u - a.u) * (c.x - a.x)) / area;
    const vx = ((b.v - a.v) * (c.y - a.y) - (c.v - a.v) * (b.y - a.y)) / area;
    const vy = ((c.v - a.v) * (b.x - a.x) - (b.v - a.v) * (c.x - a.x)) / area;
    const [du, dv] = [(ux * ONE) | 0, (vx * ONE) | 0];
    const top = Math.max(window.y, Math.ceil(Math.min(a.y, b.y, c.y) - 0.5));
    const bottom = Math.min(window.y + window.height - 1, Math.floor(Math.max(a.y, b.y, c.y) - 0.5));
    for (let y = top; y <= bottom; y++) {
      const middle = y + 0.5;
      let left = Number.POSITIVE_INFINITY;
      let right = Number.NEGATIVE_INFINITY;
      for (let e = 0; e < 3; e++) {
        const p = e === 0 ? a : e === 1 ? b : c;
        const q = e === 0 ? b : e === 1 ? c : a;
        if (p.y === q.y || middle < Math.min(p.y, q.y) || middle > Math.max(p.y, q.y)) continue;
        const x = p.x + ((middle - p.y) / (q.y - p.y)) * (q.x - p.x);
        if (x < left) left = x;
        if (x > right) right = x;
      }
      const from = Math.max(window.x, Math.ceil(left - 0.5 - 1e-6));
      const to = Math.min(window.x + window.width - 1, Math.floor(right - 0.5 + 1e-6));
      // Texels are sampled at their middles; places among them are counted in 65,536ths.
      let u = ((a.u + ux * (from + 0.5 - a.x) + uy * (middle - a.y) - 0.5 + MARGIN) * ONE) | 0;
      let v = ((a.v + vx * (from + 0.5 - a.x) + vy * (middle - a.y) - 0.5 + MARGIN) * ONE) | 0;
      let o = (y - window.y) * window.width + from - window.x;
      for (let x = from; x <= to; x++, u += du, v += dv, o++) {
        const at = (v >> 16) * row + (u >> 16);
        const f = (u >> 8) & 255;
        const g = (v >> 8) & 255;
        const p00 = texels[at];
        const p10 = texels[at + 1];
        const p01 = texels[at + row];
        const p11 = texels[at + row + 1];
        // One colour all round is that colour: most of a drawn picture.
        if (p00 === p10 && p00 === p01 && p00 === p11) {
          out[o] = p00;
          continue;
        }
        // Two colours of a pixel are mixed at once, in the two halves of a number.
        const rb0 = mixed(p00 & PAIRS, p10 & PAIRS, f);
        const rb1 = mixed(p01 & PAIRS, p11 & PAIRS, f);
        const ga0 = mixed((p00 >>> 8) & PAIRS, (p10 >>> 8) & PAIRS, f);
        const ga1 = mixed((p01 >>> 8) & PAIRS, (p11 >>> 8) & PAIRS, f);
        out[o] = mixed(rb0, rb1, g) | (mixed(ga0, ga1, g) << 8);
      }
    }
  }

  private unmultiply(): void {
    const { out, data } = this;
    for (let i = 0, o = 0; i < out.length; i++, o += 4) {
      const alpha = out[i] >>> 24;
      if (alpha === 0 || alpha === 255) continue;
      const by = 255 / alpha;
      data[o] *= by;
      data[o + 1] *= by;
      data[o + 2] *= by;
    }
  }
}
