/** Lines stamped into a mask: the pixels that part regions. */

import { SAMPLE_SIZE, sampleStroke } from '../../ink/curve.ts';
import { driveAt, respond } from '../../ink/response.ts';
import { POINT_SIZE, type Stroke } from '../../shot/drawing-model.ts';

/** A stamped line is at least this thick (radius, map pixels) so that no 4-neighbour path slips through it. */
export const BARRIER = 0.71;
/** This far from its edge a line covers what is under it, map pixels. */
const RIM = 0.75;

/** Pixels of the mask: clear, at a line's rim, and where paint of both sides may lie under one another unseen. */
const CLEAR = 0;
const EDGE = 1;
export const UNDER = 2;

export interface StampedLine {
  /** x, y, radius triples in map pixels. */
  samples: Float32Array;
  closed: boolean;
  /** It has no ink of its own: all of it may be painted over. */
  trace: boolean;
}

export interface Mask {
  pixels: Uint8Array;
  width: number;
  height: number;
}

/** How dark a line is on the whole, 0..1: the mean over its points. */
function darkness({ brush, points }: Stroke): number {
  const n = points.length / POINT_SIZE;
  let sum = 0;
  for (let i = 0; i < n; i++) sum += respond(brush.opacityBy, driveAt(brush.opacityBy.drive, points, i, n));
  return n === 0 ? 0 : Math.min(1, (brush.opacity * sum) / n);
}

/** Lines at the map's scale; those fainter than `faint` part nothing. */
export function linesFor(ink: Stroke[], scale: number, faint: number): StampedLine[] {
  const out: StampedLine[] = [];
  for (const stroke of ink) {
    const trace = stroke.brush.kind === 'trace';
    if (!trace && faint > 0 && darkness(stroke) < faint) continue;
    const samples = sampleStroke(stroke).slice();
    for (let i = 0; i < samples.length; i += SAMPLE_SIZE) {
      samples[i + 2] *= scale;
      samples[i] *= scale;
      samples[i + 1] *= scale;
    }
    out.push({ samples, closed: stroke.closed, trace });
  }
  return out;
}

/** The span in which a row meets a capsule, from..to; found by `rowSpan`, which is called for every row of every piece. */
const span = { low: 0, high: 0 };

/** Where the row `py` below a meets the capsule around the way from a to a + (dx, dy), relative to a. */
function rowSpan(py: number, dx: number, dy: number, l2: number, r: number): void {
  let low = Infinity;
  let high = -Infinity;
  const r2 = r * r;
  const qy = py - dy;
  if (py * py <= r2) {
    high = Math.sqrt(r2 - py * py);
    low = -high;
  }
  if (qy * qy <= r2) {
    const half = Math.sqrt(r2 - qy * qy);
    if (dx - half < low) low = dx - half;
    if (dx + half > high) high = dx + half;
  }
  // The body's sides, where this row meets them between the ends.
  if (dy !== 0) {
    const middle = (py * dx) / dy;
    const side = (r * Math.sqrt(l2)) / dy;
    const a = (middle - side) * dx + py * dy;
    if (a >= 0 && a <= l2) {
      if (middle - side < low) low = middle - side;
      if (middle - side > high) high = middle - side;
    }
    const b = (middle + side) * dx + py * dy;
    if (b >= 0 && b <= l2) {
      if (middle + side < low) low = middle + side;
      if (middle + side > high) high = middle + side;
    }
  }
  span.low = low;
  span.high = high;
}

/**
 * A thick piece of line from a to b. @param under radius within which paint may run under it from both sides
 *
 * A capsule is convex, so each row of pixels meets it in one span, and in another the part that paint may lie under.
 */
export function capsule(
  { pixels, width, height }: Mask,
  ax: number,
  ay: number,
  bx: number,
  by: number,
  radius: number,
  under: number,
): void {
  const r = Math.max(BARRIER, radius, under);
  const y0 = Math.max(0, Math.ceil(Math.min(ay, by) - r - 0.5));
  const y1 = Math.min(height - 1, Math.floor(Math.max(ay, by) + r - 0.5));
  const dx = bx - ax;
  const dy = by - ay;
  const l2 = dx * dx + dy * dy;
  for (let y = y0; y <= y1; y++) {
    const row = y * width;
    // Pixels are in where their middles are.
    const py = y + 0.5 - ay;
    rowSpan(py, dx, dy, l2, r);
    const from = Math.max(0, Math.ceil(ax + span.low - 0.5));
    const to = Math.min(width - 1, Math.floor(ax + span.high - 0.5));
    rowSpan(py, dx, dy, l2, under);
    const underFrom = Math.max(from, Math.ceil(ax + span.low - 0.5));
    const underTo = Math.min(to, Math.floor(ax + span.high - 0.5));
    if (underFrom > underTo) {
      for (let x = from; x <= to; x++) if (pixels[row + x] === CLEAR) pixels[row + x] = EDGE;
      continue;
    }
    for (let x = from; x < underFrom; x++) if (pixels[row + x] === CLEAR) pixels[row + x] = EDGE;
    for (let x = underFrom; x <= underTo; x++) pixels[row + x] = UNDER;
    for (let x = underTo + 1; x <= to; x++) if (pixels[row + x] === CLEAR) pixels[row + x] = EDGE;
  }
}

export function stampLines(mask: Mask, lines: StampedLine[]): void {
  for (const { samples, trace } of lines) {
    const under = (radius: number) => (trace ? Math.max(1.5, radius) : Math.max(0.5, radius - RIM));
    if (samples.length === SAMPLE_SIZE)
      capsule(mask, samples[0], samples[1], samples[0], samples[1], samples[2], under(samples[2]));
    for (let i = SAMPLE_SIZE; i < samples.length; i += SAMPLE_SIZE) {
      const before = i - SAMPLE_SIZE;
      const radius = Math.min(samples[before + 2], samples[i + 2]);
      capsule(mask, samples[before], samples[before + 1], samples[i], samples[i + 1], radius, under(radius));
    }
  }
}
