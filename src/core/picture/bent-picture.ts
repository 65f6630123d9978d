/** A picture bent by a grid of points: its pixels go where a mesh over it goes. */
import type { Window } from './ink-raster.ts';

/** A picture's pixels, multiplied by their alpha: one number a pixel, red in the lowest byte. */
export interface Texture {
  texels: Uint32Array;
  width: number;
  height: number;
}

/** @param data red, green, blue, alpha, not multiplied */
export function textureOf(data: Uint8ClampedArray, width: number, height: number): Texture {
  const texels = new Uint32Array(width * height);
  for (let i = 0, o = 0; i < texels.length; i++, o += 4) {
    const alpha = data[o + 3];
    if (alpha === 0) continue;
    const by = alpha / 255;
    texels[i] =
      (alpha << 24) |
      (Math.round(data[o + 2] * by) << 16) |
      (Math.round(data[o + 1] * by) << 8) |
      Math.round(data[o] * by);
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
  private triangle({ texels, width, height }: Texture, a: MeshPoint, b: MeshPoint, c: MeshPoint): void {
    const { window, out } = this;
    const area = (b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y);
    if (Math.abs(area) < 1e-9) return;
    const ux = ((b.u - a.u) * (c.y - a.y) - (c.u - a.u) * (b.y - a.y)) / area;
    const uy = ((c.u - a.u) * (b.x - a.x) - (b.u - a.u) * (c.x - a.x)) / area;
    const vx = ((b.v - a.v) * (c.y - a.y) - (c.v - a.v) * (b.y - a.y)) / area;
    const vy = ((c.v - a.v) * (b.x - a.x) - (b.v - a.v) * (c.x - a.x)) / area;
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
      // Texels are sampled at their middles.
      let u = a.u + ux * (from + 0.5 - a.x) + uy * (middle - a.y) - 0.5;
      let v = a.v + vx * (from + 0.5 - a.x) + vy * (middle - a.y) - 0.5;
      let o = (y - window.y) * window.width + from - window.x;
      for (let x = from; x <= to; x++, u += ux, v += vx, o++) {
        const i = Math.floor(u);
        const j = Math.floor(v);
        if (i < -1 || j < -1 || i >= width || j >= height) continue;
        const inLeft = i >= 0;
        const inRight = i + 1 < width;
        const above = j >= 0 ? j * width + i : -1;
        const below = j + 1 < height ? (j + 1) * width + i : -1;
        const p00 = j >= 0 && inLeft ? texels[above] : 0;
        const p10 = j >= 0 && inRight ? texels[above + 1] : 0;
        const p01 = j + 1 < height && inLeft ? texels[below] : 0;
        const p11 = j + 1 < height && inRight ? texels[below + 1] : 0;
        const f = ((u - i) * 256) | 0;
        const g = ((v - j) * 256) | 0;
        // Two colours of a pixel are mixed at once, in the two halves of a number.
        const rb0 = (((p00 & PAIRS) * (256 - f) + (p10 & PAIRS) * f) >>> 8) & PAIRS;
        const rb1 = (((p01 & PAIRS) * (256 - f) + (p11 & PAIRS) * f) >>> 8) & PAIRS;
        const ga0 = (((p00 >>> 8) & PAIRS) * (256 - f) + ((p10 >>> 8) & PAIRS) * f) >>> 8;
        const ga1 = (((p01 >>> 8) & PAIRS) * (256 - f) + ((p11 >>> 8) & PAIRS) * f) >>> 8;
        const rb = ((rb0 * (256 - g) + rb1 * g) >>> 8) & PAIRS;
        const ga = (((ga0 & PAIRS) * (256 - g) + (ga1 & PAIRS) * g) >>> 8) & PAIRS;
        out[o] = rb | (ga << 8);
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
