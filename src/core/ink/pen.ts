/**
 * From pen to stroke: pressure for any pointer, steadying, and thinning out what the pen reported.
 */
import { newId, newSeed } from '../shot/ids.ts';
import { type Brush, type Id, POINT_SIZE, type Stroke } from '../shot/model.ts';

/** One report of a pen, finger or mouse, in paper pixels and radians. */
export interface PenSample {
  x: number;
  y: number;
  pressure: number;
  tiltX: number;
  tiltY: number;
  /** Seconds since the pen came down. */
  time: number;
}

/** A device without pressure presses half-way; the rest is kept within 0..1. */
export function pressureOf(pointerType: string, reported: number): number {
  if (pointerType === 'mouse' || !Number.isFinite(reported)) return 0.5;
  if (pointerType === 'touch' && reported === 0) return 0.5;
  return Math.max(0, Math.min(1, reported));
}

/** Points nearer than this on screen carry nothing new. */
const SCREEN_STEP = 0.8;
/** Pressure is eased over this many points' worth, so that a pen's steps do not show as beads. */
const PRESSURE_EASE = 0.45;

/**
 * Gathers a stroke while the pen is down. `steady` 0..1 pulls the line after the pen by an exponential average; on
 * lifting, the line is brought to the pen, so it ends where the pen left the paper.
 */
export class PenLine {
  private data: number[] = [];
  private heldX = 0;
  private heldY = 0;
  private pressure = 0;
  private last: PenSample | null = null;
  private readonly steady: number;
  private readonly step: number;

  /** `zoom`: screen pixels per paper pixel, which says how fine the points need to be. */
  constructor(steady: number, zoom: number) {
    this.steady = Math.max(0, Math.min(0.95, steady));
    this.step = SCREEN_STEP / Math.max(zoom, 1e-3);
  }

  get size(): number {
    return this.data.length / POINT_SIZE;
  }

  add(sample: PenSample): void {
    if (!Number.isFinite(sample.x) || !Number.isFinite(sample.y)) return;
    if (!this.last) {
      this.heldX = sample.x;
      this.heldY = sample.y;
      this.pressure = sample.pressure;
      this.push(sample, sample.x, sample.y);
    } else {
      if (sample.time < this.last.time) return;
      this.heldX += (sample.x - this.heldX) * (1 - this.steady);
      this.heldY += (sample.y - this.heldY) * (1 - this.steady);
      this.pressure += (sample.pressure - this.pressure) * PRESSURE_EASE;
      const end = this.data.length - POINT_SIZE;
      if (Math.hypot(this.heldX - this.data[end], this.heldY - this.data[end + 1]) >= this.step) {
        this.push(sample, this.heldX, this.heldY);
      }
    }
    this.last = sample;
  }

  /** The points so far, POINT_SIZE floats each. */
  points(): Float32Array {
    return Float32Array.from(this.data);
  }

  /** The finished points: the line is led to where the pen left the paper. */
  finish(): Float32Array {
    const last = this.last;
    if (last && this.size > 1) {
      const end = this.data.length - POINT_SIZE;
      const gap = Math.hypot(last.x - this.data[end], last.y - this.data[end + 1]);
      if (gap > this.step * 0.25) {
        const midX = (this.data[end] + last.x) / 2;
        const midY = (this.data[end + 1] + last.y) / 2;
        if (gap > this.step * 4) this.push(last, midX, midY);
        this.push(last, last.x, last.y);
      }
    }
    return this.points();
  }

  private push(sample: PenSample, x: number, y: number): void {
    this.data.push(x, y, this.pressure, sample.tiltX, sample.tiltY, sample.time);
  }
}

/** A stroke from finished points. */
export function makeStroke(points: Float32Array, brush: Brush, swatch: Id): Stroke {
  const id = newId();
  return { id, lineage: id, brush: { ...brush }, swatch, points, closed: false, seed: newSeed() };
}
