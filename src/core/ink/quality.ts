/**
 * Whether a layer is drawn in one even line: widths and darkness of every drawing beside the key's, line by named line
 * and as a whole, ends left open, lines that run over.
 */
import { type Box, boxesMeet } from '../plane/box.ts';
import { segmentDistance2 } from '../plane/segment.ts';
import { type Drawing, type Id, POINT_SIZE, type Stroke } from '../shot/model.ts';
import { crossingsOf } from './crossings.ts';
import { SAMPLE_SIZE, sampleStroke } from './curve.ts';
import { densePoints } from './dense.ts';
import { strokeBox } from './outline.ts';

interface LineMeasure {
  /** Mean diameter along the lines, paper pixels. */
  width: number;
  /** Mean opacity along the lines, 0..1. */
  darkness: number;
  /** Length measured, paper pixels. */
  length: number;
}

interface Place {
  x: number;
  y: number;
}

export interface DrawingQuality {
  drawing: Id;
  whole: LineMeasure;
  /** By line name; lines without one are in none. */
  named: Map<string, LineMeasure>;
  /** Line ends that stop just short of another line. */
  openEnds: Place[];
  /** Line ends that run on past another line a little. */
  overlaps: Place[];
}

/** An end this near to another line, but not on it, is left open; one that runs on this far is an overlap. Paper pixels. */
const SHORT_OF = 14;
const RUNS_ON = 26;

/** Mean width and darkness along lines, every paper pixel of them counting the same. */
export function measureLines(ink: Stroke[]): LineMeasure {
  let length = 0;
  let width = 0;
  let darkness = 0;
  for (const stroke of ink) {
    const samples = sampleStroke(stroke);
    if (samples.length === SAMPLE_SIZE) {
      // A dot counts as long as it is wide.
      const across = 2 * samples[2];
      length += across;
      width += across * across;
      darkness += samples[3] * across;
    }
    for (let i = SAMPLE_SIZE; i < samples.length; i += SAMPLE_SIZE) {
      const before = i - SAMPLE_SIZE;
      const step = Math.hypot(samples[i] - samples[before], samples[i + 1] - samples[before + 1]);
      length += step;
      width += step * (samples[i + 2] + samples[before + 2]);
      darkness += (step * (samples[i + 3] + samples[before + 3])) / 2;
    }
  }
  return length === 0
    ? { width: 0, darkness: 0, length: 0 }
    : { width: width / length, darkness: darkness / length, length };
}

interface Dense {
  stroke: Stroke;
  points: Float32Array;
  radius: number;
  box: Box;
}

function awayFrom(points: Float32Array, x: number, y: number): number {
  let best = Infinity;
  for (let i = POINT_SIZE; i < points.length; i += POINT_SIZE) {
    const before = i - POINT_SIZE;
    best = Math.min(best, segmentDistance2(x, y, points[before], points[before + 1], points[i], points[i + 1]));
  }
  return Math.sqrt(best);
}

/** How far an end lies beyond the nearest place where another line crosses its own, along the line; Infinity for none. */
function runsOn(own: Dense, others: Dense[], last: boolean): number {
  const n = own.points.length / POINT_SIZE;
  let best = Infinity;
  for (const other of others) {
    for (const at of crossingsOf(own.points, other.points)) {
      let length = 0;
      const [from, to] = last ? [Math.floor(at), n - 1] : [0, Math.ceil(at)];
      for (let i = from; i < to && length < best; i++) {
        const o = i * POINT_SIZE;
        length += Math.hypot(
          own.points[o + POINT_SIZE] - own.points[o],
          own.points[o + POINT_SIZE + 1] - own.points[o + 1],
        );
      }
      best = Math.min(best, length);
    }
  }
  return best;
}

/** A line without the last `length` of it at one end, along which nothing counts as its neighbour; null when none is left. */
function withoutEnd(points: Float32Array, last: boolean, length: number): Float32Array | null {
  const n = points.length / POINT_SIZE;
  let left = length;
  let i = 0;
  const at = (k: number) => (last ? n - 1 - k : k) * POINT_SIZE;
  while (i + 1 < n && left > 0) {
    left -= Math.hypot(points[at(i + 1)] - points[at(i)], points[at(i + 1) + 1] - points[at(i) + 1]);
    i++;
  }
  if (n - i < 2) return null;
  return last ? points.subarray(0, (n - i) * POINT_SIZE) : points.subarray(i * POINT_SIZE);
}

function endsOf(ink: Stroke[]): { openEnds: Place[]; overlaps: Place[] } {
  const lines: Dense[] = ink
    .filter(({ points }) => points.length > POINT_SIZE)
    .map((stroke) => ({
      stroke,
      points: densePoints(stroke),
      radius: stroke.brush.width / 2,
      box: strokeBox(stroke),
    }));
  const openEnds: Place[] = [];
  const overlaps: Place[] = [];
  for (const own of lines) {
    if (own.stroke.closed) continue;
    for (const last of [false, true]) {
      const o = last ? own.points.length - POINT_SIZE : 0;
      const [x, y] = [own.points[o], own.points[o + 1]];
      const reach = RUNS_ON + own.radius;
      const near = { minX: x - reach, minY: y - reach, maxX: x + reach, maxY: y + reach };
      const others = lines.filter((other) => other !== own && boxesMeet(other.box, near));
      const over = runsOn(own, others, last);
      if (over > own.radius + 2 && over <= RUNS_ON + own.radius) overlaps.push({ x, y });
      // It meets a line near this end; a crossing farther back says nothing of it.
      if (over <= RUNS_ON + own.radius) continue;
      const rest = withoutEnd(own.points, last, 2 * (SHORT_OF + reach));
      const gap = Math.min(
        rest ? awayFrom(rest, x, y) - own.radius : Infinity,
        ...others.map((other) => awayFrom(other.points, x, y) - other.radius),
      );
      if (gap > own.radius && gap <= SHORT_OF + own.radius) openEnds.push({ x, y });
    }
  }
  return { openEnds, overlaps };
}

export function qualityOf(drawing: Drawing): DrawingQuality {
  const groups = new Map<string, Stroke[]>();
  for (const stroke of drawing.ink) {
    if (stroke.name) groups.set(stroke.name, [...(groups.get(stroke.name) ?? []), stroke]);
  }
  return {
    drawing: drawing.id,
    whole: measureLines(drawing.ink),
    named: new Map([...groups].map(([name, ink]) => [name, measureLines(ink)])),
    ...endsOf(drawing.ink),
  };
}

/** In what a drawing stands out beside the key. */
export interface Finding {
  kind: 'thicker' | 'thinner' | 'darker' | 'lighter' | 'open ends' | 'overlaps';
  /** The named line it is about; empty for the whole drawing. */
  line: string;
  /** Share of the key's width or darkness; for ends, how many. */
  by: number;
}

/** Widths and darkness this far beside the key's stand out. */
const WIDTH_SLACK = 0.15;
const DARK_SLACK = 0.12;
/** A drawing may have this share more open ends and overlaps than the key: some are meant, as at folds. */
const ENDS_SLACK = 0.2;

function beside(own: LineMeasure, key: LineMeasure, line: string): Finding[] {
  if (own.length === 0 || key.length === 0) return [];
  const out: Finding[] = [];
  const width = own.width / key.width;
  if (width > 1 + WIDTH_SLACK) out.push({ kind: 'thicker', line, by: width });
  if (width < 1 - WIDTH_SLACK) out.push({ kind: 'thinner', line, by: width });
  const dark = key.darkness > 0 ? own.darkness / key.darkness : 1;
  if (dark > 1 + DARK_SLACK) out.push({ kind: 'darker', line, by: dark });
  if (dark < 1 - DARK_SLACK) out.push({ kind: 'lighter', line, by: dark });
  return out;
}

/** What stands out in a drawing beside the key; nothing when it is in line. */
export function findingsOf(own: DrawingQuality, key: DrawingQuality): Finding[] {
  const out = own === key ? [] : beside(own.whole, key.whole, '');
  if (own !== key) {
    for (const [line, measure] of own.named) {
      const there = key.named.get(line);
      if (there) out.push(...beside(measure, there, line));
    }
  }
  const more = (mine: Place[], keys: Place[]) => own !== key && mine.length > keys.length * (1 + ENDS_SLACK);
  if (more(own.openEnds, key.openEnds)) out.push({ kind: 'open ends', line: '', by: own.openEnds.length });
  if (more(own.overlaps, key.overlaps)) out.push({ kind: 'overlaps', line: '', by: own.overlaps.length });
  return out;
}
