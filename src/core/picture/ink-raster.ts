/**
 * Lines whose darkness changes along them, that the paper's tooth breaks, or that are stamped with a texture, painted
 * straight into pixels at the size they are shown in: nothing is scaled up afterwards, so a line is as sharp at 400 %.
 *
 * A line is gathered in a plane of coverage first - darkest wins, so a line does not darken where it crosses itself - and
 * then laid over the picture in its colour.
 */

import { SAMPLE_SIZE } from '../ink/curve.ts';
import { inverse, type Matrix, mapPoint, scaleOf } from '../plane/matrix.ts';
import type { Brush, Stamp } from '../shot/drawing-model.ts';
import { chanceAt } from './chance.ts';
import { GRAIN_SIDE, grainLevels } from './grain.ts';
import { between, laidOver, OFFSET, tiled } from './texels.ts';
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

// Whole numbers are kept whole (| 0) in the loops below: an index that may be a fraction costs several times as much.

/** Pixels of a row that are gone through together. */
const BLOCK_BITS = 4;
const BLOCK = 1 << BLOCK_BITS;
/** Samples are at least this far apart on the canvas: in pixels, and as a share of the line's radius there. */
const LEAST_STEP = 0.9;
const STEP_OF_RADIUS = 0.4;
/** Sine of a turn from which a joint is made round: about 25 degrees. */
const SHARP = 0.42;
/** From one stamp to the next at least, paper pixels. */
const NEAREST_STAMPS = 0.8;
/** How pressure and the paper's height decide where the lead reaches: from the tops at a third to the pits at full. */
const PRESS = 1.45;
const HEIGHT = 0.9;
const TOOTH = 0.62;

export class InkRaster {
  /** Room for the largest window; a smaller one takes the head of it. */
  private readonly pixels: Uint8ClampedArray<ArrayBuffer>;
  /** The same, a pixel a word. */
  private readonly words: Uint32Array;
  window: Window;
  private readonly view: Matrix;
  private readonly scale: number;
  /** How much of each pixel the line being painted covers, and how dark it is there. A stamped line is all coverage. */
  private readonly cover: Float32Array;
  private readonly shade: Float32Array;
  /** Which runs of BLOCK pixels of each row it may lie in: only these are gone through afterwards. */
  private readonly touched: Uint8Array;
  private blocks: number;
  private top: number;
  private bottom = -1;

  /** @param view paper to canvas pixels */
  constructor(window: Window, view: Matrix) {
    const size = window.width * window.height;
    this.window = window;
    this.view = view;
    this.scale = scaleOf(view);
    this.pixels = new Uint8ClampedArray(size * 4);
    this.words = new Uint32Array(this.pixels.buffer);
    this.cover = new Float32Array(size);
    this.shade = new Float32Array(size);
    this.blocks = (window.width + BLOCK - 1) >> BLOCK_BITS;
    this.touched = new Uint8Array(this.blocks * window.height);
    this.top = window.height;
  }

  /** Red, green, blue, alpha of the window. */
  get data(): Uint8ClampedArray<ArrayBuffer> {
    return this.pixels.subarray(0, 4 * this.window.width * this.window.height);
  }

  /** Begins anew on another window, no wider and no higher than the first. */
  moveTo(window: Window): void {
    this.data.fill(0);
    this.window = window;
    this.blocks = (window.width + BLOCK - 1) >> BLOCK_BITS;
    this.top = window.height;
  }

  /** Paints one line, given in runs of its samples. @param colour `#rrggbb` */
  paint(runs: Run[], brush: Brush, seed: number, colour: string): void {
    for (const run of runs) {
      if (brush.stamp) this.stampRun(run, brush, brush.stamp, seed);
      else this.sweepRun(run.samples);
    }
    this.settle(brush.grain, brush.stamp !== null);
    this.lay(Number.parseInt(colour.slice(1), 16));
  }

  /** The run's samples in the window: x, y, radius, darkness; those nearer to the last than shows are passed over. */
  private inWindow(samples: Float32Array): Float32Array {
    const { view, scale, window } = this;
    const out = new Float32Array(samples.length);
    const end = samples.length - SAMPLE_SIZE;
    let used = 0;
    for (let o = 0; o <= end; o += SAMPLE_SIZE) {
      const x = view[0] * samples[o] + view[2] * samples[o + 1] + view[4] - window.x;
      const y = view[1] * samples[o] + view[3] * samples[o + 1] + view[5] - window.y;
      const radius = samples[o + 2] * scale;
      const near = Math.max(LEAST_STEP, STEP_OF_RADIUS * radius);
      if (o > 0 && o < end) {
        const [dx, dy] = [x - out[used - SAMPLE_SIZE], y - out[used - SAMPLE_SIZE + 1]];
        if (dx * dx + dy * dy < near * near) continue;
      }
      out[used] = x;
      out[used + 1] = y;
      out[used + 2] = radius;
      out[used + 3] = samples[o + 3];
      used += SAMPLE_SIZE;
    }
    return out.subarray(0, used);
  }

  /** A run as pieces of changing radius and darkness, round at its ends and where it turns sharply. */
  private sweepRun(samples: Float32Array): void {
    const line = this.inWindow(samples);
    const n = line.length / SAMPLE_SIZE;
    if (n === 1) {
      this.piece(line, 0, 0, -1, -1);
      return;
    }
    let before = -1;
    for (let i = 1; i < n; i++) {
      const behind = i + 1 < n ? this.reachPast(line, i) : -1;
      this.piece(line, (i - 1) * SAMPLE_SIZE, i * SAMPLE_SIZE, before, behind);
      before = behind;
    }
  }

  /** How far two pieces have to overlap at a joint so that no wedge stays open between them; -1: it takes a round one. */
  private reachPast(line: Float32Array, i: number): number {
    const o = i * SAMPLE_SIZE;
    const [ax, ay] = [line[o] - line[o - SAMPLE_SIZE], line[o + 1] - line[o - SAMPLE_SIZE + 1]];
    const [bx, by] = [line[o + SAMPLE_SIZE] - line[o], line[o + SAMPLE_SIZE + 1] - line[o + 1]];
    const sine = Math.abs(ax * by - ay * bx) / (Math.hypot(ax, ay) * Math.hypot(bx, by) || 1);
    return ax * bx + ay * by <= 0 || sine > SHARP ? -1 : 0.75 + sine * line[o + 2];
  }

  private touch(y: number, from: number, to: number): void {
    if (y < this.top) this.top = y;
    if (y > this.bottom) this.bottom = y;
    const row = y * this.blocks;
    for (let k = from >> BLOCK_BITS; k <= to >> BLOCK_BITS; k++) this.touched[row + k] = 1;
  }

  /**
   * One piece from a to b (places in `line`), reaching so far past its ends; -1: round there. Of every row only what can
   * lie in the piece is gone through.
   */
  private piece(line: Float32Array, a: number, b: number, before: number, behind: number): void {
    const { width, height } = this.window;
    const { cover, shade } = this;
    const [ax, ay, aRadius, aShade] = [line[a], line[a + 1], line[a + 2], line[a + 3]];
    const [dx, dy] = [line[b] - ax, line[b + 1] - ay];
    const length = Math.hypot(dx, dy);
    const ux = length === 0 ? 1 : dx / length;
    const uy = length === 0 ? 0 : dy / length;
    const over = length === 0 ? 0 : 1 / length;
    const grow = line[b + 2] - aRadius;
    const darken = line[b + 3] - aShade;
    const most = Math.max(aRadius, line[b + 2], 0.5) + 0.5;
    const low = before < 0 ? -most : -before;
    const high = length + (behind < 0 ? most : behind);
    const tall = Math.abs(ux) * most;
    const y0 = Math.max(0, Math.floor(ay + Math.min(low * uy, high * uy) - tall)) | 0;
    const y1 = Math.min(height - 1, Math.ceil(ay + Math.max(low * uy, high * uy) + tall)) | 0;
    for (let y = y0; y <= y1; y++) {
      const py = y + 0.5 - ay;
      // low <= px ux + py uy <= high and -most <= px uy - py ux <= most, as a stretch of px.
      let left = -1e9;
      let right = 1e9;
      if (Math.abs(ux) > 1e-6) {
        const [p, q] = [(low - py * uy) / ux, (high - py * uy) / ux];
        left = Math.min(p, q);
        right = Math.max(p, q);
      } else if (py * uy < low || py * uy > high) continue;
      if (Math.abs(uy) > 1e-6) {
        const [p, q] = [(py * ux - most) / uy, (py * ux + most) / uy];
        left = Math.max(left, Math.min(p, q));
        right = Math.min(right, Math.max(p, q));
      } else if (Math.abs(py * ux) > most) continue;
      const x0 = Math.max(0, Math.floor(ax + left - 0.5)) | 0;
      const x1 = Math.min(width - 1, Math.ceil(ax + right - 0.5)) | 0;
      if (x0 > x1) continue;
      this.touch(y, x0, x1);
      const row = y * width;
      let px = x0 + 0.5 - ax;
      for (let o = row + x0; o <= row + x1; o++, px++) {
        const along = px * ux + py * uy;
        if (along < low || along > high) continue;
        const across = px * uy - py * ux;
        let t = along * over;
        let away = across < 0 ? -across : across;
        if (t < 0) {
          if (before < 0) away = Math.sqrt(px * px + py * py);
          t = 0;
        } else if (along > length) {
          if (behind < 0) away = Math.sqrt((px - dx) * (px - dx) + (py - dy) * (py - dy));
          t = 1;
        }
        const radius = aRadius + grow * t;
        // A line thinner than a pixel covers a share of it.
        const edge = (radius < 0.5 ? 1 : radius + 0.5) - away;
        if (edge <= 0) continue;
        const value = (edge > 1 ? 1 : edge) * (radius < 0.5 ? 2 * radius : 1);
        const dark = aShade + darken * t;
        if (value * dark <= cover[o] * shade[o]) continue;
        cover[o] = value;
        shade[o] = dark;
      }
    }
  }

  /** Stamps along a run: where each lies and how it looks depends on its number along the line and the seed alone. */
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
    const x0 = Math.max(0, Math.floor(cx - radius)) | 0;
    const x1 = Math.min(width - 1, Math.ceil(cx + radius)) | 0;
    const y0 = Math.max(0, Math.floor(cy - radius)) | 0;
    const y1 = Math.min(height - 1, Math.ceil(cy + radius)) | 0;
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
    const { cover } = this;
    const fine = 2 * radius > side * 0.75;
    const top = side - 1;
    for (let y = y0; y <= y1; y++) {
      const py = y + 0.5 - cy;
      const wide2 = radius * radius - py * py;
      if (wide2 <= 0) continue;
      // Tips are round: a row of one lies between these.
      const wide = Math.sqrt(wide2);
      const from = Math.max(x0, Math.ceil(cx - wide - 0.5)) | 0;
      const to = Math.min(x1, Math.floor(cx + wide - 0.5)) | 0;
      if (from > to) continue;
      this.touch(y, from, to);
      const row = y * width;
      let u = ux * (from + 0.5 - cx) + uy * py + half;
      let v = vx * (from + 0.5 - cx) + vy * py + half;
      for (let x = row + from; x <= row + to; x++, u += ux, v += vx) {
        const value = fine
          ? between(mask, side, u - 0.5, v - 0.5)
          : mask[(v < top ? v | 0 : top) * side + (u < top ? u | 0 : top)];
        const had = cover[x];
        cover[x] = had + strength * value * (1 - had);
      }
    }
  }

  /** Lays the gathered line over the picture and clears the plane for the next. */
  private lay(rgb: number): void {
    const { cover, words, touched, blocks } = this;
    const { width } = this.window;
    const red = rgb >> 16;
    const green = (rgb >> 8) & 255;
    const blue = rgb & 255;
    // Words are little endian: alpha, blue, green, red from the top.
    const ink = (blue << 16) | (green << 8) | red;
    for (let y = this.top; y <= this.bottom; y++) {
      for (let k = 0; k < blocks; k++) {
        if (touched[y * blocks + k] === 0) continue;
        touched[y * blocks + k] = 0;
        const end = (y * width + Math.min(width, (k + 1) << BLOCK_BITS)) | 0;
        for (let o = y * width + (k << BLOCK_BITS); o < end; o++) {
          const alpha = cover[o];
          if (alpha === 0) continue;
          cover[o] = 0;
          const had = words[o];
          if (had >>> 24 === 0) words[o] = (((alpha * 255 + 0.5) << 24) | ink) >>> 0;
          else words[o] = laidOver(had, alpha, red, green, blue);
        }
      }
    }
    this.top = this.window.height;
    this.bottom = -1;
  }

  /**
   * Brings coverage and darkness together. The paper's tooth takes its share: where little is pressed, only the tops of
   * the paper are reached.
   */
  private settle(grain: boolean, stamped: boolean): void {
    if (stamped && !grain) return;
    const { cover, shade, touched, blocks } = this;
    const { width, x: left, y: top } = this.window;
    const back = inverse(this.view);
    const levels = grainLevels();
    const coarse = Math.max(0, Math.min(levels.length - 1, Math.round(-Math.log2(Math.max(this.scale, 1e-6)))));
    const side = GRAIN_SIDE >> coarse;
    const heights = levels[coarse];
    const shrink = side / GRAIN_SIDE;
    const stepX = back[0] * shrink;
    const stepY = back[1] * shrink;
    const mask = side - 1;
    // Between texels only where they are seen larger than pixels.
    const fine = Math.hypot(stepX, stepY) < 0.7;
    for (let y = this.top; y <= this.bottom; y++) {
      const py = y + top + 0.5;
      for (let k = 0; k < blocks; k++) {
        if (touched[y * blocks + k] === 0) continue;
        const start = k << BLOCK_BITS;
        const px = start + left + 0.5;
        let u = (back[0] * px + back[2] * py + back[4]) * shrink;
        let v = (back[1] * px + back[3] * py + back[5]) * shrink;
        const end = (y * width + Math.min(width, start + BLOCK)) | 0;
        for (let o = y * width + start; o < end; o++, u += stepX, v += stepY) {
          const covered = cover[o];
          if (covered === 0) continue;
          const dark = stamped ? covered : shade[o];
          const alpha = stamped ? covered : covered * dark;
          shade[o] = 0;
          if (!grain) {
            cover[o] = alpha;
            continue;
          }
          const tooth = fine
            ? tiled(heights, side, u, v)
            : heights[(((v + OFFSET) | 0) & mask) * side + (((u + OFFSET) | 0) & mask)];
          const reached = (dark * PRESS + tooth * HEIGHT - 0.9) / TOOTH;
          cover[o] = reached <= 0 ? 0 : reached >= 1 ? alpha : alpha * reached;
        }
      }
    }
  }
}
