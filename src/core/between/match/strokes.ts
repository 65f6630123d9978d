/** Strokes on their way into the matching and back: points close together with what the hand did at each. */

import { catmullRom, controlAt } from '../../plane/curve.ts';
import { lengthsAlong, polylineLength, segmentAt, shareOfSegment } from '../../plane/polyline.ts';
import { type Brush, POINT_SIZE, type Stroke } from '../../shot/drawing-model.ts';
import { newId } from '../../shot/ids.ts';
import { type Path, type Shape, shapeOf } from './shape.ts';

/** Pixels between the points of a dense line, and most of them from one control point to the next. */
const STEP = 5;
const MOST_STEPS = 16;
/** Points of a dense line, unless it has more of its own. */
const MOST_POINTS = 4000;
/** What the hand did at a point besides its place: pressure, tilts, time. */
const HAND = POINT_SIZE - 2;

/** A stroke's curve as points: the same number from each control point to the next. */
export interface Dense {
  stroke: Stroke;
  /** Spans between control points. */
  spans: number;
  steps: number;
  path: Path;
  /** Length up to each point. */
  along: Float64Array;
}

export function densePath(stroke: Stroke, steps = stepsOf(stroke)): Dense {
  const { points, closed } = stroke;
  const n = points.length / POINT_SIZE;
  const spans = closed && n > 1 ? n : n - 1;
  const at = controlAt(n, closed, POINT_SIZE);
  const count = spans * steps + 1;
  const path = new Float64Array(2 * count);
  for (let i = 0; i < count; i++) {
    const span = Math.min(spans - 1, Math.floor(i / steps));
    const t = spans > 0 ? i / steps - span : 0;
    const [a, b, c, d] = [at(span - 1), at(span), at(span + 1), at(span + 2)];
    path[2 * i] = spans > 0 ? catmullRom(points[a], points[b], points[c], points[d], t) : points[0];
    path[2 * i + 1] = spans > 0 ? catmullRom(points[a + 1], points[b + 1], points[c + 1], points[d + 1], t) : points[1];
  }
  return { stroke, spans: Math.max(0, spans), steps, path, along: lengthsAlong(path, 2) };
}

/** Steps for each span so that the points lie about STEP apart. */
export function stepsOf({ points, closed }: Stroke): number {
  const n = points.length / POINT_SIZE;
  const length = polylineLength(points, POINT_SIZE);
  const most = Math.max(1, Math.min(MOST_STEPS, Math.floor(MOST_POINTS / n)));
  return Math.max(1, Math.min(most, Math.ceil(length / STEP / Math.max(1, closed ? n : n - 1))));
}

/** What the hand did a share of the way along: pressure, tilts, time. */
export function handAt({ stroke, spans, steps, along }: Dense, share: number): number[] {
  const want = Math.max(0, Math.min(1, share)) * along[along.length - 1];
  if (along.length < 2) return handAtPlace(stroke, 0);
  const low = segmentAt(along, want);
  const t = shareOfSegment(along, low, want);
  return handAtPlace(stroke, Math.min((low + t) / steps, spans));
}

/** The same at a place counted in control points. */
export function handAtPlace({ points, closed }: Stroke, place: number): number[] {
  const n = points.length / POINT_SIZE;
  const at = controlAt(n, closed, POINT_SIZE);
  const i = Math.floor(place);
  const [a, b, t] = [at(i), at(i + 1), place - i];
  return Array.from({ length: HAND }, (_, k) => points[a + 2 + k] + t * (points[b + 2 + k] - points[a + 2 + k]));
}

/** A stroke or a part of one, as the matching takes it. */
export interface StrokePiece {
  dense: Dense;
  shape: Shape;
  /** The part of the stroke the shape is, as shares of its length; on a closed stroke it may run on over the start, beyond 1. */
  range: [number, number];
}

/** A part of a stroke, by shares of its length; beyond 1 a closed stroke goes on at its start. */
export function pieceOf(dense: Dense, [from, to]: [number, number] = [0, 1]): StrokePiece {
  const total = dense.along[dense.along.length - 1];
  const inside: number[] = [];
  const rounds = to > 1 + 1e-9 ? 2 : 1;
  for (let k = 0; k < rounds * dense.along.length; k++) {
    const i = k % dense.along.length;
    const share = (total > 0 ? dense.along[i] / total : 0) + (k === i ? 0 : 1);
    if (share >= from - 1e-9 && share <= to + 1e-9) inside.push(dense.path[2 * i], dense.path[2 * i + 1]);
  }
  const shape = shapeOf(inside.length > 0 ? inside : dense.path);
  const wide = to - from;
  return { dense, shape, range: [from + wide * shape.cut[0], from + wide * shape.cut[1]] };
}

/** The share along the whole stroke, 0..1, for a share along a piece of it. */
export function shareOn({ range: [from, to] }: StrokePiece, share: number): number {
  const on = from + share * (to - from);
  return on > 1 ? on - 1 : on;
}

/** Whether a share along the whole stroke lies on a piece of it. */
export const isOnPiece = ({ range: [from, to] }: StrokePiece, share: number): boolean =>
  [share, share + 1].some((at) => at >= from - 1e-6 && at <= to + 1e-6);

const mix = (a: number, b: number, t: number) => a + t * (b - a);

const blends = new Map<string, Brush>();

/** The brush between two: of the nearer's kind, its width part of the way. Equal brushes stay one value. */
export function brushBetween(a: Brush, b: Brush, t: number): Brush {
  const near = t < 0.5 ? a : b;
  if (a === b || a.width === b.width) return near;
  const width = Math.round(mix(a.width, b.width, t) * 100) / 100;
  if (width === near.width) return near;
  const brush = { ...near, width };
  const key = JSON.stringify(brush);
  const known = blends.get(key);
  if (known) return known;
  if (blends.size > 500) blends.clear();
  blends.set(key, brush);
  return brush;
}

/** A stroke through places (x, y pairs), with what the hand does at each (HAND numbers). */
export function strokeThrough(
  like: Stroke,
  places: ArrayLike<number>,
  hand: (i: number) => number[],
  closed: boolean,
): Stroke {
  const n = places.length / 2;
  const points = new Float32Array(n * POINT_SIZE);
  for (let i = 0; i < n; i++) points.set([places[2 * i], places[2 * i + 1], ...hand(i)], i * POINT_SIZE);
  return { ...like, id: newId(), points, closed };
}
