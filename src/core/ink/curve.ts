/**
 * The line a stroke's points stand for: a uniform Catmull-Rom curve through all of them, ends repeated, with the radius
 * and the opacity the brush gives it at every place.
 */

import { catmullRom, controlAt } from '../plane/curve.ts';
import { lengthsAlong } from '../plane/polyline.ts';
import { type Brush, POINT_SIZE, type Stroke } from '../shot/drawing-model.ts';
import { driveAt, respond } from './response.ts';

/** x, y, radius (paper pixels) and opacity (0..1) along a line. */
export const SAMPLE_SIZE = 4;

/** Largest distance between the curve and its samples, paper pixels: under a quarter pixel at 400 %. */
const FLATNESS = 0.06;
const MOST_STEPS = 48;
/** A change of the radius by this many paper pixels, or of the opacity by this much, takes a step of its own. */
const SWELL = 0.4;
const SHADE = 0.12;
/** Thinnest line drawn, paper pixels of radius: a thread that still shows. */
const THINNEST = 0.25;

/** How many straight pieces one span needs, from the second differences of its control points. */
function steps(points: Float32Array, a: number, b: number, c: number, d: number, swell: number): number {
  const secondX = Math.max(
    Math.abs(points[a] - 2 * points[b] + points[c]),
    Math.abs(points[b] - 2 * points[c] + points[d]),
  );
  const secondY = Math.max(
    Math.abs(points[a + 1] - 2 * points[b + 1] + points[c + 1]),
    Math.abs(points[b + 1] - 2 * points[c + 1] + points[d + 1]),
  );
  const bend = Math.sqrt(Math.hypot(secondX, secondY) / (8 * FLATNESS));
  return Math.max(1, Math.min(MOST_STEPS, Math.ceil(Math.max(bend, swell))));
}

/** Radius at point i of n, before taper. */
export function radiusAt(brush: Brush, points: Float32Array, i: number, n: number): number {
  return Math.max(THINNEST, (brush.width / 2) * respond(brush.widthBy, driveAt(brush.widthBy.drive, points, i, n)));
}

function opacityAt(brush: Brush, points: Float32Array, i: number, n: number): number {
  const share = respond(brush.opacityBy, driveAt(brush.opacityBy.drive, points, i, n));
  return Math.max(0, Math.min(1, brush.opacity * share));
}

/** A list of numbers that grows without being copied on each reading. */
class Floats {
  private data = new Float32Array(256);
  length = 0;

  push4(a: number, b: number, c: number, d: number): void {
    if (this.length + 4 > this.data.length) {
      const wider = new Float32Array(this.data.length * 2);
      wider.set(this.data);
      this.data = wider;
    }
    this.data[this.length] = a;
    this.data[this.length + 1] = b;
    this.data[this.length + 2] = c;
    this.data[this.length + 3] = d;
    this.length += 4;
  }

  view(): Float32Array {
    return this.data.subarray(0, this.length);
  }
}

/**
 * Samples a line that may still be growing. What later points can no longer move is kept; only the end is sampled again.
 * Tapers need the whole line and are put on by `tapered`.
 */
export class LineSampler {
  private readonly out = new Floats();
  private readonly brush: Brush;
  private readonly closed: boolean;
  /** Spans that are settled. */
  private spans = 0;
  private settled = 0;

  constructor(brush: Brush, closed = false) {
    this.brush = brush;
    this.closed = closed;
  }

  /**
   * Samples of all `points` (POINT_SIZE floats each; those given before must come again unchanged). The result is the
   * sampler's own memory, good until the next call. `kept`: floats at its head that are as they were the last time.
   */
  sample(points: Float32Array): { samples: Float32Array; kept: number } {
    const { out, brush, closed } = this;
    const n = points.length / POINT_SIZE;
    const kept = this.settled;
    out.length = this.settled;
    if (n === 0) return { samples: out.view(), kept: 0 };
    const at = controlAt(n, closed, POINT_SIZE);
    const nth = (i: number) => at(i) / POINT_SIZE;
    const spans = closed ? n : n - 1;
    const radius = (i: number) => radiusAt(brush, points, nth(i), n);
    const opacity = (i: number) => opacityAt(brush, points, nth(i), n);
    if (this.spans === 0) {
      out.length = 0;
      out.push4(points[0], points[1], radius(0), opacity(0));
    }
    for (let i = this.spans; i < spans; i++) {
      const a = at(i - 1);
      const b = at(i);
      const c = at(i + 1);
      const d = at(i + 2);
      const ra = radius(i);
      const rb = radius(i + 1);
      const oa = opacity(i);
      const ob = opacity(i + 1);
      const swell = Math.max(Math.abs(ra - rb) / SWELL, Math.abs(oa - ob) / SHADE);
      const count = steps(points, a, b, c, d, swell);
      for (let k = 1; k <= count; k++) {
        const t = k / count;
        out.push4(
          catmullRom(points[a], points[b], points[c], points[d], t),
          catmullRom(points[a + 1], points[b + 1], points[c + 1], points[d + 1], t),
          ra + (rb - ra) * t,
          oa + (ob - oa) * t,
        );
      }
      // A span looks one point past its end, and the speed at that point one further.
      if (i + 4 <= n) {
        this.spans = i + 1;
        this.settled = out.length;
      }
    }
    return { samples: out.view(), kept };
  }
}

/** Pieces a taper is drawn in: it swells along a curve, however straight the line is. */
const TAPER_PIECES = 10;

/** The samples with others put between where they are farther apart than `every` within `start` and `end` of the ends. */
function denser(
  samples: Float32Array,
  along: Float64Array,
  start: number,
  end: number,
): { samples: Float32Array; along: number[] } {
  const total = along[along.length - 1];
  const out: number[] = [];
  const outAlong: number[] = [];
  for (let i = 0; i < along.length; i++) {
    const o = i * SAMPLE_SIZE;
    if (i > 0) {
      const [from, to] = [along[i - 1], along[i]];
      const every = Math.min(
        from < start ? start / TAPER_PIECES : Infinity,
        to > total - end ? end / TAPER_PIECES : Infinity,
      );
      const count = Math.min(4 * TAPER_PIECES, Math.ceil((to - from) / every));
      for (let k = 1; k < count; k++) {
        const t = k / count;
        for (let f = 0; f < SAMPLE_SIZE; f++)
          out.push(samples[o - SAMPLE_SIZE + f] + (samples[o + f] - samples[o - SAMPLE_SIZE + f]) * t);
        outAlong.push(from + (to - from) * t);
      }
    }
    for (let f = 0; f < SAMPLE_SIZE; f++) out.push(samples[o + f]);
    outAlong.push(along[i]);
  }
  return { samples: Float32Array.from(out), along: outAlong };
}

/**
 * The samples with the brush's tapers: the line comes in over `start` and runs out over `end` paper pixels. A line too
 * short for both is half one, half the other. Returns the very samples when there is no taper.
 */
function tapered(samples: Float32Array, { start, end }: Brush['taper']): Float32Array {
  if (start <= 0 && end <= 0) return samples;
  const along = lengthsAlong(samples, SAMPLE_SIZE);
  const total = along[along.length - 1];
  // A dot has nothing to come in over.
  if (total < 1) return samples;
  const fit = Math.min(1, total / (start + end));
  const fine = denser(samples, along, start * fit, end * fit);
  const share = (run: number, length: number) =>
    length <= 0 || run >= length ? 1 : Math.sin((run / length) * (Math.PI / 2));
  for (let i = 0; i < fine.along.length; i++) {
    const by = share(fine.along[i], start * fit) * share(total - fine.along[i], end * fit);
    fine.samples[i * SAMPLE_SIZE + 2] = Math.max(THINNEST, fine.samples[i * SAMPLE_SIZE + 2] * by);
  }
  return fine.samples;
}

/** Samples of a line, SAMPLE_SIZE floats each, first and last point included. A single point gives a single sample. */
export function sampleLine(points: Float32Array, closed: boolean, brush: Brush): Float32Array {
  const { samples } = new LineSampler(brush, closed).sample(points);
  return closed ? samples : tapered(samples, brush.taper);
}

export function sampleStroke({ points, closed, brush }: Stroke): Float32Array {
  return sampleLine(points, closed, brush);
}
