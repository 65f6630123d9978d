/**
 * From pen to stroke: pressure for any pointer, steadying, and thinning out what the pen reported.
 */
import type { Point } from '../plane/point.ts';
import { type Brush, POINT_SIZE, type Stroke } from '../shot/drawing-model.ts';
import { type Id, newId, newSeed } from '../shot/ids.ts';

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

/** How the line follows the pen. */
export interface Steadying {
  /** Light smoothing, 0 (none) .. 0.95. */
  smooth: number;
  /** Length of the string the line is pulled on, screen pixels; 0 for none. */
  string: number;
}

/** Points held at first; the room doubles as a line grows. */
const FIRST_ROOM = 512;

/**
 * Gathers a stroke while the pen is down. Smoothing takes an exponential average of the pen's places; pulled on a string
 * the line moves only when the string is taut, along it. On lifting the line is led to the pen, so it ends where the pen
 * left the paper.
 */
export class PenLine {
  private data = new Float32Array(FIRST_ROOM * POINT_SIZE);
  private length = 0;
  private heldX = 0;
  private heldY = 0;
  private pressure = 0;
  private last: PenSample | null = null;
  private readonly smooth: number;
  private readonly string: number;
  private readonly step: number;

  /** `zoom`: screen pixels per paper pixel, which says how fine the points need to be and how long the string is. */
  constructor({ smooth, string }: Steadying, zoom: number) {
    this.smooth = Math.max(0, Math.min(0.95, smooth));
    this.string = Math.max(0, string) / Math.max(zoom, 1e-3);
    this.step = SCREEN_STEP / Math.max(zoom, 1e-3);
  }

  get size(): number {
    return this.length / POINT_SIZE;
  }

  /** Where the line's end is, and where the pen is: apart while the line lags behind. Null before the first sample. */
  lag(): { line: Point; pen: PenSample } | null {
    return this.last && { line: { x: this.heldX, y: this.heldY }, pen: this.last };
  }

  add(sample: PenSample): void {
    if (!Number.isFinite(sample.x) || !Number.isFinite(sample.y)) return;
    if (!this.last) {
      this.heldX = sample.x;
      this.heldY = sample.y;
      this.pressure = sample.pressure;
      this.push(sample, sample.x, sample.y);
    } else {
      // Reports out of order would fold the line back on itself.
      if (sample.time < this.last.time) return;
      this.follow(sample);
      this.pressure += (sample.pressure - this.pressure) * PRESSURE_EASE;
      const end = this.length - POINT_SIZE;
      if (Math.hypot(this.heldX - this.data[end], this.heldY - this.data[end + 1]) >= this.step) {
        this.push(sample, this.heldX, this.heldY);
      }
    }
    this.last = sample;
  }

  private follow({ x, y }: PenSample): void {
    let dx = x - this.heldX;
    let dy = y - this.heldY;
    const away = Math.hypot(dx, dy);
    if (this.string > 0) {
      const pull = away > this.string ? (away - this.string) / away : 0;
      dx *= pull;
      dy *= pull;
    }
    this.heldX += dx * (1 - this.smooth);
    this.heldY += dy * (1 - this.smooth);
  }

  /** The points so far, POINT_SIZE floats each, in the line's own memory: good until the next point comes. */
  points(): Float32Array {
    return this.data.subarray(0, this.length);
  }

  /** The finished points: the line is led to where the pen left the paper. */
  finish(): Float32Array {
    const last = this.last;
    if (last && this.size > 0) {
      const end = this.length - POINT_SIZE;
      const [x, y] = [this.data[end], this.data[end + 1]];
      const gap = Math.hypot(last.x - x, last.y - y);
      if (gap > this.step * 0.25) {
        // On a long way points are needed between, or the curve would swing out.
        const pieces = Math.min(64, Math.ceil(gap / (this.step * 12)));
        for (let i = 1; i <= pieces; i++)
          this.push(last, x + ((last.x - x) * i) / pieces, y + ((last.y - y) * i) / pieces);
      }
    }
    return this.points().slice();
  }

  private push(sample: PenSample, x: number, y: number): void {
    if (this.length + POINT_SIZE > this.data.length) {
      const wider = new Float32Array(this.data.length * 2);
      wider.set(this.data);
      this.data = wider;
    }
    this.data.set([x, y, this.pressure, sample.tiltX, sample.tiltY, sample.time], this.length);
    this.length += POINT_SIZE;
  }
}

/** Seconds of drawing a mouse's line takes to come in and to run out at full speed. */
const MOUSE_TAPER_SECONDS = 0.035;
const LONGEST_MOUSE_TAPER = 160;

/** Time over which the speed of a line's ends is taken, seconds. */
const END_SECONDS = 0.05;

/** How fast a line was drawn at its start (towards 1) or end (towards -1), paper pixels a second. */
function endSpeed(points: Float32Array, towards: 1 | -1): number {
  const n = points.length / POINT_SIZE;
  const first = towards === 1 ? 0 : n - 1;
  let length = 0;
  let seconds = 0;
  for (let i = first + towards; i >= 0 && i < n && seconds < END_SECONDS; i += towards) {
    const [a, b] = [i * POINT_SIZE, (i - towards) * POINT_SIZE];
    length += Math.hypot(points[b] - points[a], points[b + 1] - points[a + 1]);
    seconds = Math.abs(points[a + 5] - points[first * POINT_SIZE + 5]);
  }
  return seconds > 0 ? length / seconds : 0;
}

/** A mouse has no pressure to lift with: the faster its line begins and ends, the longer it tapers there. */
export function mouseTaper(brush: Brush, points: Float32Array): Brush {
  if (points.length < 2 * POINT_SIZE) return brush;
  const taper = (towards: 1 | -1) =>
    Math.round(Math.min(LONGEST_MOUSE_TAPER, endSpeed(points, towards) * MOUSE_TAPER_SECONDS));
  const [start, end] = [taper(1), taper(-1)];
  return { ...brush, taper: { start: Math.max(brush.taper.start, start), end: Math.max(brush.taper.end, end) } };
}

/** A stroke from finished points. */
export function makeStroke(points: Float32Array, brush: Brush, swatch: Id, seed = newSeed()): Stroke {
  const id = newId();
  return { id, lineage: id, name: '', brush, swatch, points, closed: false, seed };
}
