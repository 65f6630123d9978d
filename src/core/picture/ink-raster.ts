/**
 * Lines whose darkness changes along them, that the paper's tooth breaks, or that are stamped with a texture, painted
 * straight into pixels at the size they are shown in: nothing is scaled up afterwards, so a line is as sharp at 400 %.
 *
 * A line is gathered in a plane of coverage first - darkest wins, so a line does not darken where it crosses itself - and
 * then laid over the picture in its colour.
 */
import { SAMPLE_SIZE } from '../ink/curve.ts';
import type { Brush, Stamp } from '../shot/model.ts';
import { chanceAt } from './chance.ts';
import { GRAIN_SIDE, grainLevels } from './grain.ts';
import { inverse, type Matrix, mapPoint, scaleOf } from './matrix.ts';
import { type TipLevel, tipLevels } from './tips.ts';

/** A window on the canvas: left, top and size in canvas pixels. */
export interface Window {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** A run of samples of a line; `from` is how far along the line the first one lies, paper pixels. */
export interface Run {
  samples: Float32Array;
  from: number;
}

/** From one stamp to the next at least, paper pixels. */
const NEAREST_STAMPS = 0.8;
/** How much of the paper's height pressure has to overcome before the pits fill. */
const TOOTH = 0.62;

export class InkRaster {
  /** Red, green, blue, alpha of the window. */
  readonly data: Uint8ClampedArray<ArrayBuffer>;
  readonly window: Window;
  private readonly view: Matrix;
  private readonly scale: number;
  /** Coverage of the line being painted, and the columns touched in each row. */
  private readonly cover: Float32Array;
  private readonly first: Int32Array;
  private readonly last: Int32Array;

  /** @param view paper to canvas pixels */
  constructor(window: Window, view: Matrix) {
    this.window = window;
    this.view = view;
    this.scale = scaleOf(view);
    this.data = new Uint8ClampedArray(window.width * window.height * 4);
    this.cover = new Float32Array(window.width * window.height);
    this.first = new Int32Array(window.height).fill(window.width);
    this.last = new Int32Array(window.height).fill(-1);
  }

  /** Paints one line, given in runs of its samples. @param colour `#rrggbb` */
  paint(runs: Run[], brush: Brush, seed: number, colour: string): void {
    for (const run of runs) {
      if (brush.stamp) this.stampRun(run, brush, brush.stamp, seed);
      else this.sweepRun(run.samples);
    }
    this.lay(Number.parseInt(colour.slice(1), 16), brush.grain);
  }

  /** A run as capsules of changing radius and darkness. */
  private sweepRun(samples: Float32Array): void {
    const n = samples.length / SAMPLE_SIZE;
    const { view, scale, window } = this;
    let [ax, ay] = [0, 0];
    for (let i = 0; i < n; i++) {
      const o = i * SAMPLE_SIZE;
      const bx = view[0] * samples[o] + view[2] * samples[o + 1] + view[4] - window.x;
      const by = view[1] * samples[o] + view[3] * samples[o + 1] + view[5] - window.y;
      const p = Math.max(0, i - 1) * SAMPLE_SIZE;
      if (i > 0)
        this.capsule(ax, ay, samples[p + 2] * scale, samples[p + 3], bx, by, samples[o + 2] * scale, samples[o + 3]);
      else if (n === 1)
        this.capsule(bx, by, samples[o + 2] * scale, samples[o + 3], bx, by, samples[o + 2] * scale, samples[o + 3]);
      ax = bx;
      ay = by;
    }
  }

  /** Widens the touched columns of a row. */
  private touch(y: number, from: number, to: number): void {
    if (from < this.first[y]) this.first[y] = from;
    if (to > this.last[y]) this.last[y] = to;
  }

  private capsule(
    ax: number,
    ay: number,
    aRadius: number,
    aShade: number,
    bx: number,
    by: number,
    bRadius: number,
    bShade: number,
  ): void {
    const { width, height } = this.window;
    const most = Math.max(aRadius, bRadius, 0.5) + 0.5;
    const x0 = Math.max(0, Math.floor(Math.min(ax, bx) - most));
    const x1 = Math.min(width - 1, Math.ceil(Math.max(ax, bx) + most));
    const y0 = Math.max(0, Math.floor(Math.min(ay, by) - most));
    const y1 = Math.min(height - 1, Math.ceil(Math.max(ay, by) + most));
    if (x0 > x1 || y0 > y1) return;
    const dx = bx - ax;
    const dy = by - ay;
    const l2 = dx * dx + dy * dy;
    const over = l2 === 0 ? 0 : 1 / l2;
    for (let y = y0; y <= y1; y++) {
      this.touch(y, x0, x1);
      const py = y + 0.5 - ay;
      const row = y * width;
      for (let x = x0; x <= x1; x++) {
        const px = x + 0.5 - ax;
        let t = (px * dx + py * dy) * over;
        t = t < 0 ? 0 : t > 1 ? 1 : t;
        const qx = px - t * dx;
        const qy = py - t * dy;
        const radius = aRadius + (bRadius - aRadius) * t;
        const full = radius + 0.5;
        const d2 = qx * qx + qy * qy;
        // A line thinner than a pixel covers a share of it.
        const wide = radius < 0.5 ? 0.5 : radius;
        if (d2 >= (wide + 0.5) * (wide + 0.5) && d2 >= full * full) continue;
        let edge = wide + 0.5 - Math.sqrt(d2);
        edge = edge > 1 ? 1 : edge < 0 ? 0 : edge;
        const value = edge * (aShade + (bShade - aShade) * t) * (radius < 0.5 ? 2 * radius : 1);
        if (value > this.cover[row + x]) this.cover[row + x] = value;
      }
    }
  }

  /** Stamps along a run: where each lies and how it looks hangs on its number along the line and the seed alone. */
  private stampRun({ samples, from }: Run, brush: Brush, stamp: Stamp, seed: number): void {
    const n = samples.length / SAMPLE_SIZE;
    const step = Math.max(NEAREST_STAMPS, stamp.spacing * brush.width);
    const levels = tipLevels(stamp.tip);
    let along = from;
    let next = Math.ceil(from / step);
    for (let i = 0; i < n; i++) {
      const o = i * SAMPLE_SIZE;
      const p = Math.max(0, i - 1) * SAMPLE_SIZE;
      const dx = samples[o] - samples[p];
      const dy = samples[o + 1] - samples[p + 1];
      const length = Math.hypot(dx, dy);
      for (; next * step <= along + length + 1e-6; next++) {
        const t = length === 0 ? 0 : Math.max(0, (next * step - along) / length);
        const radius = samples[p + 2] + (samples[o + 2] - samples[p + 2]) * t;
        const shade = samples[p + 3] + (samples[o + 3] - samples[p + 3]) * t;
        const away = stamp.scatter * brush.width * Math.sqrt(chanceAt(seed, next, 0));
        const toward = 2 * Math.PI * chanceAt(seed, next, 1);
        const [x, y] = mapPoint(
          this.view,
          samples[p] + dx * t + away * Math.cos(toward),
          samples[p + 1] + dy * t + away * Math.sin(toward),
        );
        const size = radius * this.scale * (1 + stamp.size * (2 * chanceAt(seed, next, 2) - 1));
        const angle =
          (stamp.follows && length > 0 ? Math.atan2(dy, dx) : 0) +
          Math.PI * stamp.turn * (2 * chanceAt(seed, next, 3) - 1);
        this.stamp(
          levels,
          x - this.window.x,
          y - this.window.y,
          size,
          angle,
          shade * (1 - stamp.strength * chanceAt(seed, next, 4)),
        );
      }
      along += length;
    }
  }

  private stamp(levels: TipLevel[], cx: number, cy: number, radius: number, angle: number, strength: number): void {
    const { width, height } = this.window;
    const { view } = this;
    const reach = radius * Math.SQRT2 + 1;
    const x0 = Math.max(0, Math.floor(cx - reach));
    const x1 = Math.min(width - 1, Math.ceil(cx + reach));
    const y0 = Math.max(0, Math.floor(cy - reach));
    const y1 = Math.min(height - 1, Math.ceil(cy + reach));
    if (x0 > x1 || y0 > y1 || strength <= 0) return;
    let { side, mask } = levels[0];
    for (const level of levels) {
      if (level.side < 2 * radius) break;
      ({ side, mask } = level);
    }
    // From canvas pixels to the tip: turned and mirrored as the paper is, then as the stamp is.
    const half = side / 2;
    const back = inverse([view[0], view[1], view[2], view[3], 0, 0]);
    const cos = Math.cos(-angle);
    const sin = Math.sin(-angle);
    const k = (half * this.scale) / radius;
    const ux = k * (cos * back[0] - sin * back[1]);
    const uy = k * (cos * back[2] - sin * back[3]);
    const vx = k * (sin * back[0] + cos * back[1]);
    const vy = k * (sin * back[2] + cos * back[3]);
    const fine = 2 * radius > side * 0.75;
    for (let y = y0; y <= y1; y++) {
      this.touch(y, x0, x1);
      const py = y + 0.5 - cy;
      const row = y * width;
      for (let x = x0; x <= x1; x++) {
        const px = x + 0.5 - cx;
        const u = ux * px + uy * py + half;
        const v = vx * px + vy * py + half;
        if (u < 0 || v < 0 || u >= side || v >= side) continue;
        const value = strength * (fine ? between(mask, side, u - 0.5, v - 0.5) : mask[(v | 0) * side + (u | 0)]);
        if (value > 0) this.cover[row + x] += value * (1 - this.cover[row + x]);
      }
    }
  }

  /** Lays the gathered line over the picture and clears the plane for the next. */
  private lay(rgb: number, grain: boolean): void {
    const { cover, data, first, last } = this;
    const { width, height, x: left, y: top } = this.window;
    const red = rgb >> 16;
    const green = (rgb >> 8) & 255;
    const blue = rgb & 255;
    const back = grain ? inverse(this.view) : null;
    const levels = grainLevels();
    const coarse = Math.max(0, Math.min(levels.length - 1, Math.round(-Math.log2(Math.max(this.scale, 1e-6)))));
    const side = GRAIN_SIDE >> coarse;
    const heights = levels[coarse];
    const shrink = side / GRAIN_SIDE;
    for (let y = 0; y < height; y++) {
      const end = last[y];
      for (let x = first[y]; x <= end; x++) {
        const o = y * width + x;
        let alpha = cover[o];
        if (alpha <= 0) continue;
        cover[o] = 0;
        if (back) {
          const px = x + left + 0.5;
          const py = y + top + 0.5;
          const gx = (back[0] * px + back[2] * py + back[4]) * shrink;
          const gy = (back[1] * px + back[3] * py + back[5]) * shrink;
          alpha *= Math.max(0, Math.min(1, (alpha * 1.45 - 1 + tiled(heights, side, gx, gy) * 0.9 + 0.1) / TOOTH));
        }
        const d = 4 * o;
        const under = data[d + 3] / 255;
        if (under === 0) {
          data[d] = red;
          data[d + 1] = green;
          data[d + 2] = blue;
          data[d + 3] = alpha * 255;
          continue;
        }
        const rest = under * (1 - alpha);
        const sum = alpha + rest;
        data[d] = (red * alpha + data[d] * rest) / sum;
        data[d + 1] = (green * alpha + data[d + 1] * rest) / sum;
        data[d + 2] = (blue * alpha + data[d + 2] * rest) / sum;
        data[d + 3] = sum * 255;
      }
      first[y] = width;
      last[y] = -1;
    }
  }
}

/** Value between four texels; outside the mask there is none. */
function between(mask: Float32Array, side: number, u: number, v: number): number {
  const x = Math.floor(u);
  const y = Math.floor(v);
  const at = (i: number, j: number) => (i < 0 || j < 0 || i >= side || j >= side ? 0 : mask[j * side + i]);
  const top = at(x, y) + (at(x + 1, y) - at(x, y)) * (u - x);
  const low = at(x, y + 1) + (at(x + 1, y + 1) - at(x, y + 1)) * (u - x);
  return top + (low - top) * (v - y);
}

/** Value between four texels of a repeating square whose side is a power of two. */
function tiled(values: Float32Array, side: number, u: number, v: number): number {
  const x = Math.floor(u);
  const y = Math.floor(v);
  const m = side - 1;
  const a = values[(y & m) * side + (x & m)];
  const b = values[(y & m) * side + ((x + 1) & m)];
  const c = values[((y + 1) & m) * side + (x & m)];
  const d = values[((y + 1) & m) * side + ((x + 1) & m)];
  const top = a + (b - a) * (u - x);
  return top + (c + (d - c) * (u - x) - top) * (v - y);
}
