/**
 * Whether a layer is drawn in one even line: widths and darkness of every drawing beside the key's, line by named line
 * and as a whole, ends left open, lines that run over.
 */

import Flatbush from 'flatbush';
import { type Box, boxOfPoints } from '../plane/box.ts';
import type { Point } from '../plane/point.ts';
import { lengthsAlong } from '../plane/polyline.ts';
import { segmentCrossing, segmentDistance2 } from '../plane/segment.ts';
import { POINT_SIZE, type Stroke } from '../shot/drawing-model.ts';
import { SAMPLE_SIZE, sampleStroke } from './curve.ts';
import { densePoints } from './dense.ts';

interface LineMeasure {
  /** Mean diameter along the lines, paper pixels. */
  width: number;
  /** Mean opacity along the lines, 0..1. */
  darkness: number;
  /** Length measured, paper pixels. */
  length: number;
}

export interface DrawingQuality {
  whole: LineMeasure;
  /** By line name; lines without one are in none. */
  named: Map<string, LineMeasure>;
  /** Line ends that stop just short of another line. */
  openEnds: Point[];
  /** Line ends that run on past another line a little. */
  overlaps: Point[];
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

/** A line as its ends are looked at. */
interface EndedLine {
  stroke: Stroke;
  points: Float32Array;
  /** Length up to each point. */
  along: Float64Array;
  radius: number;
}

/** Segments of lines that are found together: a piece of so many is looked at whole. */
const PIECE = 12;

/** Straight pieces of all lines, found by where they lie. */
class Pieces {
  private readonly lines: EndedLine[];
  private readonly index: Flatbush;
  /** For each piece its line, and the first point of it. */
  private readonly line: number[] = [];
  private readonly first: number[] = [];

  constructor(lines: EndedLine[]) {
    this.lines = lines;
    const boxes: Box[] = [];
    lines.forEach(({ points }, k) => {
      const n = points.length / POINT_SIZE;
      for (let i = 0; i + 1 < n; i += PIECE) {
        this.line.push(k);
        this.first.push(i);
        boxes.push(boxOfPoints(points.subarray(i * POINT_SIZE, (i + PIECE + 1) * POINT_SIZE), POINT_SIZE));
      }
    });
    this.index = new Flatbush(boxes.length);
    for (const { minX, minY, maxX, maxY } of boxes) this.index.add(minX, minY, maxX, maxY);
    this.index.finish();
  }

  /** Calls for every segment of another line than `own` that may come into a box: its line and its two places in it. */
  near(own: number, box: Box, look: (line: EndedLine, a: number, b: number) => void): void {
    for (const at of this.index.search(box.minX, box.minY, box.maxX, box.maxY)) {
      if (this.line[at] === own) continue;
      const line = this.lines[this.line[at]];
      const last = Math.min(line.points.length / POINT_SIZE - 1, this.first[at] + PIECE);
      for (let i = this.first[at]; i < last; i++) look(line, i * POINT_SIZE, (i + 1) * POINT_SIZE);
    }
  }
}

/** The points of a line, from one end on, that lie within `length` of it along the line: indices from..to. */
function endPart({ along }: EndedLine, last: boolean, length: number): [from: number, to: number] {
  const n = along.length;
  let count = 0;
  const away = (k: number) => (last ? along[n - 1] - along[n - 1 - k] : along[k]);
  while (count < n && away(count) <= length) count++;
  return last ? [n - count, n] : [0, count];
}

/** How far an end lies beyond the nearest place where another line crosses its own, along the line; Infinity for none near. */
function runsOn(own: EndedLine, k: number, pieces: Pieces, last: boolean, reach: number): number {
  const { points, along } = own;
  const n = along.length;
  // One point more than lies within reach: the crossing may be on the segment that leads out of it.
  const [from, to] = endPart(own, last, reach);
  const [begin, end] = last ? [Math.max(0, from - 1), to] : [from, Math.min(n, to + 1)];
  let best = Infinity;
  const part = points.subarray(begin * POINT_SIZE, end * POINT_SIZE);
  pieces.near(k, boxOfPoints(part, POINT_SIZE), (other, a, b) => {
    for (let i = begin; i + 1 < end; i++) {
      const o = i * POINT_SIZE;
      if (segmentCrossing(points, o, o + POINT_SIZE, other.points, a, b) < 0) continue;
      best = Math.min(best, last ? along[n - 1] - along[i] : along[i + 1]);
    }
  });
  return best;
}

function distanceTo(points: Float32Array, from: number, to: number, x: number, y: number): number {
  let best = Infinity;
  for (let i = from + 1; i < to; i++) {
    const [a, b] = [(i - 1) * POINT_SIZE, i * POINT_SIZE];
    best = Math.min(best, segmentDistance2(x, y, points[a], points[a + 1], points[b], points[b + 1]));
  }
  return Math.sqrt(best);
}

/** From an end to the edge of the nearest other line, or of its own farther back. */
function gapAt(own: EndedLine, k: number, pieces: Pieces, last: boolean, wide: number): number {
  const n = own.along.length;
  const o = last ? own.points.length - POINT_SIZE : 0;
  const [x, y] = [own.points[o], own.points[o + 1]];
  // What lies near its end along the line is no neighbour of it.
  const [from, to] = endPart(own, last, 2 * (SHORT_OF + RUNS_ON + own.radius));
  const [begin, end] = last ? [0, Math.max(0, from)] : [to, n];
  let gap = end - begin < 2 ? Infinity : distanceTo(own.points, begin, end, x, y) - own.radius;
  const reach = SHORT_OF + own.radius + wide;
  pieces.near(k, { minX: x - reach, minY: y - reach, maxX: x + reach, maxY: y + reach }, (other, a, b) => {
    const { points } = other;
    const away = Math.sqrt(segmentDistance2(x, y, points[a], points[a + 1], points[b], points[b + 1]));
    gap = Math.min(gap, away - other.radius);
  });
  return gap;
}

function endsOf(ink: Stroke[]): { openEnds: Point[]; overlaps: Point[] } {
  const lines: EndedLine[] = ink
    .filter(({ points }) => points.length > POINT_SIZE)
    .map((stroke) => {
      const points = densePoints(stroke);
      return { stroke, points, along: lengthsAlong(points, POINT_SIZE), radius: stroke.brush.width / 2 };
    });
  const openEnds: Point[] = [];
  const overlaps: Point[] = [];
  if (lines.length === 0) return { openEnds, overlaps };
  const pieces = new Pieces(lines);
  const wide = Math.max(...lines.map(({ radius }) => radius));
  lines.forEach((own, k) => {
    if (own.stroke.closed) return;
    for (const last of [false, true]) {
      const o = last ? own.points.length - POINT_SIZE : 0;
      const place = { x: own.points[o], y: own.points[o + 1] };
      const most = RUNS_ON + own.radius;
      const over = runsOn(own, k, pieces, last, most);
      if (over > own.radius + 2 && over <= most) overlaps.push(place);
      // It meets a line near this end; a crossing farther back says nothing of it.
      if (over <= most) continue;
      const gap = gapAt(own, k, pieces, last, wide);
      if (gap > own.radius && gap <= SHORT_OF + own.radius) openEnds.push(place);
    }
  });
  return { openEnds, overlaps };
}

/** @param ink the lines of a drawing */
export function qualityOf(ink: Stroke[]): DrawingQuality {
  const groups = new Map<string, Stroke[]>();
  for (const stroke of ink) {
    if (stroke.name) groups.set(stroke.name, [...(groups.get(stroke.name) ?? []), stroke]);
  }
  return {
    whole: measureLines(ink),
    named: new Map([...groups].map(([name, ink]) => [name, measureLines(ink)])),
    ...endsOf(ink),
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
  const more = (mine: Point[], keys: Point[]) => own !== key && mine.length > keys.length * (1 + ENDS_SLACK);
  if (more(own.openEnds, key.openEnds)) out.push({ kind: 'open ends', line: '', by: own.openEnds.length });
  if (more(own.overlaps, key.overlaps)) out.push({ kind: 'overlaps', line: '', by: own.overlaps.length });
  return out;
}
