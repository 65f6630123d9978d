/** The way from one drawing to the next: its lines matched, and the drawing at any place between. */

import { mapPoint } from '../../plane/matrix.ts';
import { type Area, POINT_SIZE, type Stroke } from '../../shot/drawing-model.ts';
import { type Id, newId } from '../../shot/ids.ts';
import type { AloneWay, ArcGuide, Passage, Planes } from '../../shot/model.ts';
import { matchPieces } from '../match/match-pieces.ts';
import { type Pairing, pairUp } from '../match/pairing.ts';
import { denseAll } from '../match/parted-lines.ts';
import { exactPairing, isSameLine } from '../match/same-line.ts';
import {
  brushBetween,
  type Dense,
  densePath,
  handAt,
  handAtPlace,
  isOnPiece,
  pieceOf,
  type StrokePiece,
  shareOn,
  strokeThrough,
} from '../match/strokes.ts';
import { Field } from '../tween/field.ts';
import type { GuidedPoint } from '../tween/guided-points.ts';
import { makeTween, placesAt, seenAt, type Tween } from '../tween/tween.ts';

/** Two lines that are one. */
export interface LinePair {
  a: Id;
  b: Id;
  /** 0..1; 1 for what the hand or a common origin says. */
  sure: number;
  /** Set by hand. */
  byHand: boolean;
}

/** Pairs less sure than this are to be looked at: one in thirteen on rough hands, and three of five of them are wrong. */
const DOUBTED = 0.58;

/** The pairs that are to be looked at, the least sure first. */
export function doubtedPairs(pairs: LinePair[]): LinePair[] {
  return pairs.filter(({ sure }) => sure < DOUBTED).sort((p, q) => p.sure - q.sure);
}

/** Drawings of which so few lines are matched have little in common. */
const LITTLE = 0.25;
const FEW_LINES = 8;

/** How many of how many lines are matched, where that is so few that it has to be said; null where it is enough. */
export function littleInCommon(pairs: LinePair[], a: Planes, b: Planes): { matched: number; of: number } | null {
  const [inA, inB] = [new Set(pairs.map((pair) => pair.a)), new Set(pairs.map((pair) => pair.b))];
  const of = Math.max(a.ink.length, b.ink.length);
  const matched = Math.max(inA.size, inB.size);
  return of >= FEW_LINES && matched < LITTLE * of ? { matched, of } : null;
}

/** A line that only one of the two drawings has. */
export interface AloneLine {
  line: Id;
  side: 'a' | 'b';
  way: AloneWay;
}

export interface LinkWishes {
  passage: Passage | null;
  arcs: ArcGuide[];
  /** Ids of the only lines wanted, in either drawing; null: all. */
  only: Set<Id> | null;
  progress: (share: number) => void;
}

/** Lines are left alone like this until the hand says otherwise. */
const FIRST_ALONE: AloneWay = 'fade';

/** Height of the figure two drawings show, pixels: what distances are measured by. */
export function figureSize(sheets: Planes[]): number {
  let size = 1;
  for (const { ink } of sheets) {
    let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
    for (const { points } of ink)
      for (let o = 0; o < points.length; o += POINT_SIZE) {
        left = Math.min(left, points[o]);
        right = Math.max(right, points[o]);
        top = Math.min(top, points[o + 1]);
        bottom = Math.max(bottom, points[o + 1]);
      }
    if (right >= left) size = Math.max(size, bottom - top, 0.6 * (right - left));
  }
  return Math.max(24, size);
}

/** Pairs known before matching: settled by hand, else of one lineage that each drawing has once. */
function knownPairs(a: Stroke[], b: Stroke[], passage: Passage | null): { a: number; b: number }[] {
  const [inA, inB] = [a, b].map((all) => new Map(all.map(({ id }, i) => [id, i])));
  const out: { a: number; b: number }[] = [];
  for (const pair of passage?.pairs ?? []) {
    const [i, j] = [inA.get(pair.a), inB.get(pair.b)];
    if (i !== undefined && j !== undefined) out.push({ a: i, b: j });
  }
  const [usedA, usedB] = [new Set(out.map((pair) => pair.a)), new Set(out.map((pair) => pair.b))];
  const once = (all: Stroke[]) => {
    const places = new Map<Id, number>();
    all.forEach(({ lineage }, i) => void places.set(lineage, places.has(lineage) ? -1 : i));
    return places;
  };
  const there = once(b);
  for (const [lineage, i] of once(a)) {
    const j = there.get(lineage) ?? -1;
    if (i >= 0 && j >= 0 && !usedA.has(i) && !usedB.has(j)) out.push({ a: i, b: j });
  }
  return out;
}

/** A pairing with the pieces it is of. */
interface Joined {
  pairing: Pairing;
  a: StrokePiece;
  b: StrokePiece;
  /** The control points the lines share, where both are one line reshaped: points of the pairing. */
  controls: number[] | null;
}

export class Link {
  readonly pairs: LinePair[] = [];
  readonly alone: AloneLine[] = [];
  readonly tween: Tween;
  readonly joined: Joined[] = [];
  readonly size: number;
  /** From either drawing's places to the other's; made when first asked for. */
  private readonly across: { a: Field | null; b: Field | null } = { a: null, b: null };
  private readonly a: Planes;
  private readonly b: Planes;
  /** What is added at the points' places so that a chain goes on smoothly: see `chain.ts`. */
  bend: { start: Float64Array | null; end: Float64Array | null } = { start: null, end: null };

  constructor(a: Planes, b: Planes, size: number, { passage, arcs, only, progress }: LinkWishes) {
    this.a = a;
    this.b = b;
    this.size = size;
    const loose = new Set(passage?.loose);
    const free = (all: Stroke[]) => denseAll(all.filter(({ id }) => !loose.has(id)));
    const [ofA, ofB] = [free(a.ink), free(b.ink)];
    const strokes = (all: Dense[]) => all.map(({ stroke }) => stroke);
    const fixed = knownPairs(strokes(ofA), strokes(ofB), passage);
    const { matching, ...cut } = matchPieces(ofA, ofB, { size, fixed, progress });
    const shapes = [cut.a, cut.b].map((all) => all.map(({ shape }) => shape));
    const settled = new Set(passage?.pairs.map((pair) => `${pair.a} ${pair.b}`));
    pairUp(shapes[0], shapes[1], matching).forEach((pairing, k) => {
      const [one, other] = [cut.a[pairing.a], cut.b[pairing.b]];
      const [p, q] = [one.dense.stroke, other.dense.stroke];
      if (only && !only.has(p.id) && !only.has(q.id)) return;
      const key = `${p.id} ${q.id}`;
      const known = p.lineage === q.lineage || settled.has(key);
      const { sure } = matching.matches[k];
      this.pairs.push({ a: p.id, b: q.id, sure: known ? 1 : sure, byHand: settled.has(key) });
      const same = isSameLine(p, q) ? exactPairing(p, q, pairing) : null;
      this.joined.push({ pairing: same?.pairing ?? pairing, a: one, b: other, controls: same?.controls ?? null });
    });
    const way = new Map(passage?.alone.map((each) => [each.line, each.way]));
    for (const side of ['a', 'b'] as const) {
      const used = new Set(this.pairs.map((pair) => pair[side]));
      for (const { id } of (side === 'a' ? a : b).ink)
        if (!used.has(id) && (!only || only.has(id)))
          this.alone.push({ line: id, side, way: way.get(id) ?? FIRST_ALONE });
    }
    const straight = new Set(passage?.straightLines);
    this.tween = makeTween(
      this.joined.map(({ pairing }) => pairing),
      size,
      {
        straight: this.joined.map(({ a: piece }) => Boolean(passage?.straight) || straight.has(piece.dense.stroke.id)),
        pins: this.pinsOf(passage, arcs),
      },
    );
  }

  private pinsOf(passage: Passage | null, arcs: ArcGuide[]): GuidedPoint[] {
    return (passage?.pins ?? []).flatMap(({ line, at, arc }) => {
      const path = arcs.find(({ id }) => id === arc)?.points;
      const pairing = this.joined.findIndex(({ a: piece }) => piece.dense.stroke.id === line && isOnPiece(piece, at));
      if (!path || pairing < 0) return [];
      const { pairing: own, a: piece } = this.joined[pairing];
      const off = (k: number) => Math.abs(shareOn(piece, own.shareFrom[k]) - at);
      let point = 0;
      for (let k = 1; k < own.shareFrom.length; k++) if (off(k) < off(point)) point = k;
      return [{ pairing, point, arc: path }];
    });
  }

  /** Where all points are at `t`. */
  places(t: number): Float64Array {
    const out = placesAt(this.tween, t);
    const { start, end } = this.bend;
    const [s, e] = [t * (1 - t) ** 2, t * t * (1 - t)];
    for (let i = 0; i < out.length; i++) out[i] += (start ? s * start[i] : 0) - (end ? e * end[i] : 0);
    return out;
  }

  /** The drawing at `t`, 0..1. @param places of all points then, where they are known */
  at(t: number, places = this.places(t)): Planes {
    const paired = this.joined.map((_, k) => this.pairedLine(k, t, places));
    const fields = {
      a: new Field(this.tween.from, places, this.size),
      b: new Field(this.tween.to, places, this.size),
    };
    const near = t < 0.5 ? 'a' : 'b';
    const loose = this.alone.flatMap((each) => {
      const stroke = this.aloneLine(each, t, fields[each.side]);
      return stroke ? [{ stroke, like: each.line, side: each.side }] : [];
    });
    return { ink: this.inOrder(near, paired, loose), paint: this.paintAt(near, fields) };
  }

  /** Where lines are thought to go on at `t` under what hides them: x, y pairs, path by path. */
  hiddenAt(t: number, places = this.places(t)): Float64Array[] {
    return this.joined.flatMap(({ pairing }, k) => {
      if (pairing.closed) return [];
      const [low, high] = seenAt(this.tween, k, t);
      const { first } = this.tween;
      const part = (from: number, to: number) => places.slice(2 * (first[k] + from), 2 * (first[k] + to + 1));
      const last = first[k + 1] - first[k] - 1;
      return [...(low > 0 ? [part(0, low)] : []), ...(high < last ? [part(high, last)] : [])];
    });
  }

  /** Lines in the order of the nearer drawing: what lies over what stays so. */
  private inOrder(near: 'a' | 'b', paired: Stroke[], loose: { stroke: Stroke; like: Id; side: 'a' | 'b' }[]): Stroke[] {
    const place = new Map(this[near].ink.map(({ id }, i) => [id, i]));
    const other = new Map(this[near === 'a' ? 'b' : 'a'].ink.map(({ id }, i) => [id, i]));
    const count = { near: place.size || 1, other: other.size || 1 };
    const rank = (id: Id) => place.get(id) ?? ((other.get(id) ?? 0) / count.other) * count.near + 0.5;
    return [
      ...paired.map((stroke, k) => ({ stroke, rank: rank(this.pairs[k][near]) })),
      ...loose.map(({ stroke, like }) => ({ stroke, rank: rank(like) })),
    ]
      .sort((p, q) => p.rank - q.rank)
      .map(({ stroke }) => stroke);
  }

  private pairedLine(k: number, t: number, places: Float64Array): Stroke {
    const { pairing, a, b, controls } = this.joined[k];
    const [p, q] = [a.dense.stroke, b.dense.stroke];
    const first = this.tween.first[k];
    const near = t < 0.5 ? p : q;
    const [low, high] = seenAt(this.tween, k, t);
    const closed = pairing.closed && p.closed && q.closed;
    const points = controls ?? Array.from({ length: high - low + 1 }, (_, i) => low + i);
    // A line that only looks closed comes back to its start.
    if (!controls && pairing.closed && !closed) points.push(0);
    const hand = (i: number) => {
      const at = points[i];
      const [one, other] = controls
        ? [handAtPlace(p, i), handAtPlace(q, i)]
        : [handAt(a.dense, shareOn(a, pairing.shareFrom[at])), handAt(b.dense, shareOn(b, pairing.shareTo[at]))];
      // The pen's time is the first line's: the second may run the other way.
      return one.map((value, c) => (c === one.length - 1 ? value : value + t * (other[c] - value)));
    };
    const path = new Float64Array(2 * points.length);
    points.forEach((at, i) => {
      path[2 * i] = places[2 * (first + at)];
      path[2 * i + 1] = places[2 * (first + at) + 1];
    });
    const like = { ...near, lineage: p.lineage, name: near.name || p.name, brush: brushBetween(p.brush, q.brush, t) };
    return strokeThrough(like, path, hand, controls ? p.closed : closed);
  }

  /** A line that only one drawing has, as its wish says; null when it is not there. */
  private aloneLine({ line, side, way }: AloneLine, t: number, field: Field): Stroke | null {
    const stroke = this[side].ink.find(({ id }) => id === line)!;
    const gone = side === 'a' ? t : 1 - t;
    if (way === 'leave' || (way === 'fade' && gone > 0.97)) return null;
    const dense = densePath(stroke);
    const { shape } = pieceOf(dense);
    const map = field.empty
      ? null
      : field.around(shape.middle.x, shape.middle.y, Math.sqrt(shape.moment / shape.x.length));
    const carry = (x: number, y: number): [number, number] => (map ? mapPoint(map, x, y) : [x, y]);
    const n = dense.path.length / 2;
    const total = dense.along[n - 1];
    let [from, to] = [0, 1];
    if (way === 'fade') {
      if (this.hidesAtStart(dense, side)) from = gone;
      else to = 1 - gone;
    }
    // Whole lines keep their own points.
    if (from === 0 && to === 1) {
      const places: number[] = [];
      for (let o = 0; o < stroke.points.length; o += POINT_SIZE)
        places.push(...carry(stroke.points[o], stroke.points[o + 1]));
      return strokeThrough(stroke, places, (i) => handAtPlace(stroke, i), stroke.closed);
    }
    const inside = Array.from({ length: n }, (_, i) => i).filter(
      (i) => dense.along[i] >= from * total && dense.along[i] <= to * total,
    );
    if (inside.length < 2) return null;
    const places = inside.flatMap((i) => carry(dense.path[2 * i], dense.path[2 * i + 1]));
    return strokeThrough(stroke, places, (i) => handAt(dense, dense.along[inside[i]] / (total || 1)), false);
  }

  /** Whether a line is covered from its start on: that end lies nearer to the lines of the drawing that does not have it. */
  private hidesAtStart({ path }: Dense, side: 'a' | 'b'): boolean {
    const { from, to } = this.tween;
    const [own, other] = side === 'a' ? [from, to] : [to, from];
    if (own.length === 0) return false;
    this.across[side] ??= new Field(own, other, this.size);
    const field = this.across[side];
    const n = path.length;
    const nearest = ([x, y]: [number, number]) => {
      let least = Number.POSITIVE_INFINITY;
      for (let i = 0; i < other.length; i += 2) least = Math.min(least, (other[i] - x) ** 2 + (other[i + 1] - y) ** 2);
      return least;
    };
    return nearest(field.shift(path[0], path[1])) < nearest(field.shift(path[n - 2], path[n - 1]));
  }

  /** The nearer drawing's paint, gone along with the lines it lies in; of the other when it has none. */
  private paintAt(near: 'a' | 'b', fields: Record<'a' | 'b', Field>): Area[] {
    const side = this[near].paint.length > 0 ? near : near === 'a' ? 'b' : 'a';
    const field = fields[side];
    if (field.empty) return [];
    return this[side].paint.map((area) => ({
      ...area,
      id: newId(),
      // Carried, not painted by hand: carrying paint by regions may do better.
      sure: 1,
      rings: area.rings.map((ring) => {
        const out = new Float32Array(ring.length);
        for (let i = 0; i < ring.length; i += 2) out.set(field.shift(ring[i], ring[i + 1]), i);
        return out;
      }),
    }));
  }

  /** Where any point of one of the two drawings is at `t`: with the lines near it. */
  carried(side: 'a' | 'b', t: number, x: number, y: number): [number, number] {
    const { from, to } = this.tween;
    return new Field(side === 'a' ? from : to, this.places(t), this.size).shift(x, y);
  }
}
