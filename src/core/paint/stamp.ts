/** Lines stamped into a mask: the pixels that part regions. */
import { SAMPLE_SIZE, sampleStroke } from '../ink/curve.ts';
import { driveAt, respond } from '../ink/response.ts';
import { POINT_SIZE, type Stroke } from '../shot/model.ts';

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

/** A thick piece of line from a to b. @param under radius within which paint may run under it from both sides */
export function capsule(
  { pixels, width, height }: Mask,
  ax: number,
  ay: number,
  bx: number,
  by: number,
  radius: number,
  under: number,
): void {
  const r = Math.max(BARRIER, radius);
  const x0 = Math.max(0, Math.floor(Math.min(ax, bx) - r));
  const x1 = Math.min(width - 1, Math.ceil(Math.max(ax, bx) + r));
  const y0 = Math.max(0, Math.floor(Math.min(ay, by) - r));
  const y1 = Math.min(height - 1, Math.ceil(Math.max(ay, by) + r));
  const dx = bx - ax;
  const dy = by - ay;
  const l2 = dx * dx + dy * dy;
  const r2 = r * r;
  const under2 = under * under;
  for (let y = y0; y <= y1; y++) {
    const py = y + 0.5 - ay;
    const row = y * width;
    for (let x = x0; x <= x1; x++) {
      const px = x + 0.5 - ax;
      const t = l2 === 0 ? 0 : Math.max(0, Math.min(1, (px * dx + py * dy) / l2));
      const qx = px - t * dx;
      const qy = py - t * dy;
      const d2 = qx * qx + qy * qy;
      if (d2 <= under2) pixels[row + x] = UNDER;
      else if (d2 <= r2 && pixels[row + x] === CLEAR) pixels[row + x] = EDGE;
    }
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
