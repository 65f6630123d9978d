/**
 * Hatching: many short lines side by side. No line of it is like only one line of the next drawing, and their number changes
 * from key to key; they are taken as tufts, lines that go together. Which tuft is which its lines say together; within two
 * tufts lines are paired as they lie when the one tuft is laid on the other as a whole.
 */
import type { Matrix } from '../../plane/matrix.ts';
import type { Point } from '../../plane/point.ts';
import { assign } from './assignment.ts';
import { POINTS, type Shape } from './shape.ts';

/** Fewer lines side by side may as well be the fingers of two hands: they are told apart one by one. */
const FEWEST = 9;
/** Lines of hatching are hardly bent (chord beside length), and so short beside the figure. */
const STRAIGHT = 0.85;
const LONGEST = 0.4;
/** Neighbours run the same way (sine of the angle between them), are of like length, and lie side by side, shares of their length. */
const ASKEW = 0.35;
const LIKE_LENGTH = 1.8;
const ACROSS = 0.5;
const ALONG = 0.5;
/** Nearer to one another two lines are one that was drawn twice. */
const TWICE = 0.02;
/** Of two tufts that are paired by what their lines say: so much of a line at least. */
const LEAST_SAID = 0.5;
/** Where every line of the smaller tuft is in one pair so sure, they stay as they are. */
const SETTLED = 0.58;
/** In larger tufts a line is held against so many of the nearest only. */
const NEAREST = 12;

/** Two lines taken for one, by their places in the two drawings. */
interface Pair {
  a: number;
  b: number;
}

interface SurePair extends Pair {
  /** 0..1. */
  sure: number;
}

interface Straight {
  line: number;
  dx: number;
  dy: number;
  length: number;
  middle: Point;
}

function straightOf({ x, y, length, middle, closed }: Shape, line: number, size: number): Straight[] {
  const [dx, dy] = [x[POINTS - 1] - x[0], y[POINTS - 1] - y[0]];
  const chord = Math.sqrt(dx * dx + dy * dy);
  if (closed || length === 0 || chord < STRAIGHT * length || length > LONGEST * size) return [];
  return [{ line, dx: dx / chord, dy: dy / chord, length, middle }];
}

function sideBySide(p: Straight, q: Straight): boolean {
  const length = (p.length + q.length) / 2;
  const [ex, ey] = [q.middle.x - p.middle.x, q.middle.y - p.middle.y];
  if (Math.abs(ex) > length || Math.abs(ey) > length) return false;
  if (Math.max(p.length, q.length) > LIKE_LENGTH * Math.min(p.length, q.length)) return false;
  if (Math.abs(p.dx * q.dy - p.dy * q.dx) > ASKEW) return false;
  const across = Math.abs(p.dx * ey - p.dy * ex);
  return across <= ACROSS * length && across >= TWICE * length && Math.abs(p.dx * ex + p.dy * ey) <= ALONG * length;
}

/** The tufts of hatching in a drawing: for each the places of its lines. @param size of the figure, pixels */
export function tuftsOf(lines: Shape[], size: number): number[][] {
  const straight = lines.flatMap((shape, line) => straightOf(shape, line, size));
  // From left to right, so that lines far off are not even looked at.
  straight.sort((p, q) => p.middle.x - q.middle.x);
  const parent = straight.map((_, k) => k);
  const root = (k: number): number => {
    let at = k;
    while (parent[at] !== at) at = parent[at] = parent[parent[at]];
    return at;
  };
  const longest = straight.reduce((most, { length }) => Math.max(most, length), 0);
  for (let i = 0; i < straight.length; i++)
    for (let k = i + 1; k < straight.length && straight[k].middle.x - straight[i].middle.x <= longest; k++)
      if (sideBySide(straight[i], straight[k])) parent[root(k)] = root(i);
  const tufts = new Map<number, number[]>();
  straight.forEach(({ line }, k) => {
    tufts.set(root(k), [...(tufts.get(root(k)) ?? []), line]);
  });
  return [...tufts.values()].filter((tuft) => tuft.length >= FEWEST).map((all) => all.sort((p, q) => p - q));
}

/** Middles of lines about the middle of them all. */
function about(lines: Shape[], tuft: number[], linear: (x: number, y: number) => [number, number]): Float64Array {
  const out = new Float64Array(2 * tuft.length);
  let [mx, my] = [0, 0];
  tuft.forEach((line, k) => {
    const [x, y] = linear(lines[line].middle.x, lines[line].middle.y);
    out[2 * k] = x;
    out[2 * k + 1] = y;
    mx += x / tuft.length;
    my += y / tuft.length;
  });
  for (let k = 0; k < tuft.length; k++) {
    out[2 * k] -= mx;
    out[2 * k + 1] -= my;
  }
  return out;
}

/** The way places lie apart most, as a unit vector (the larger axis of their spread). */
function longWay(places: Float64Array): [number, number] {
  let [xx, xy, yy] = [0, 0, 0];
  for (let k = 0; k < places.length; k += 2) {
    xx += places[k] * places[k];
    xy += places[k] * places[k + 1];
    yy += places[k + 1] * places[k + 1];
  }
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  return [Math.cos(angle), Math.sin(angle)];
}

/** How far places reach along an axis: lowest and highest. */
function reachAlong(places: Float64Array, [ax, ay]: [number, number]): [number, number] {
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (let k = 0; k < places.length; k += 2) {
    const at = places[k] * ax + places[k + 1] * ay;
    low = Math.min(low, at);
    high = Math.max(high, at);
  }
  return [low, high];
}

/** Places by how far along the long way (0..1 from end to end) and how far across it they lie, in the same unit. */
function rows(places: Float64Array, axis: [number, number]): Float64Array {
  const [low, high] = reachAlong(places, axis);
  const reach = Math.max(1e-6, high - low);
  const out = new Float64Array(places.length);
  for (let k = 0; k < places.length; k += 2) {
    out[k] = (places[k] * axis[0] + places[k + 1] * axis[1] - low) / reach;
    out[k + 1] = (places[k + 1] * axis[0] - places[k] * axis[1]) / reach;
  }
  return out;
}

/** Which line of one tuft is which of the other, both laid on one another from end to end. @param map how what is around goes */
function within(a: Shape[], b: Shape[], one: number[], other: number[], map: Matrix): Pair[] {
  const from = about(a, one, (x, y) => [map[0] * x + map[2] * y, map[1] * x + map[3] * y]);
  const to = about(b, other, (x, y) => [x, y]);
  const way = longWay(to);
  // The first tuft's own long way, turned the way the second's runs: the two may be turned a little against one another.
  const own = longWay(from);
  const turned: [number, number] = own[0] * way[0] + own[1] * way[1] < 0 ? [-own[0], -own[1]] : own;
  const [p, q] = [rows(from, turned), rows(to, way)];
  const cost = new Float64Array(one.length * other.length).fill(Number.POSITIVE_INFINITY);
  for (let i = 0; i < one.length; i++) {
    const row = other.map((_, j) => (p[2 * i] - q[2 * j]) ** 2 + (p[2 * i + 1] - q[2 * j + 1]) ** 2);
    const most = row.length > NEAREST ? Float64Array.from(row).sort()[NEAREST - 1] : Number.POSITIVE_INFINITY;
    row.forEach((value, j) => {
      if (value <= most) cost[i * other.length + j] = value;
    });
  }
  const out: Pair[] = [];
  // Far dearer than any pair: as many are made as there can be.
  assign(cost, one.length, other.length, 1e3).forEach((j, i) => {
    if (j >= 0) out.push({ a: one[i], b: other[j] });
  });
  return out;
}

/** Which tuft each line is in; -1: in none. */
function tuftOf(count: number, tufts: number[][]): Int32Array {
  const out = new Int32Array(count).fill(-1);
  tufts.forEach((tuft, k) => {
    for (const line of tuft) out[line] = k;
  });
  return out;
}

const isOneToOne = (pairs: Pair[]): boolean =>
  (['a', 'b'] as const).every((side) => new Set(pairs.map((pair) => pair[side])).size === pairs.length);

interface Drawings {
  a: Shape[];
  b: Shape[];
  tufts: { a: number[][]; b: number[][] };
  /** How a tuft's first line goes, as what is around it has it. */
  leading: (line: number) => Matrix;
}

/**
 * Pairs with those of hatching made tuft by tuft.
 * @param pairs what was found line by line; @param known pairs that stay as they are
 */
export function pairedByTufts({ a, b, tufts, leading }: Drawings, pairs: SurePair[], known: Pair[]): SurePair[] {
  const [ofA, ofB] = [tuftOf(a.length, tufts.a), tuftOf(b.length, tufts.b)];
  const said = new Float64Array(tufts.a.length * tufts.b.length);
  const [saidOfA, saidOfB] = [new Float64Array(tufts.a.length), new Float64Array(tufts.b.length)];
  for (const pair of pairs) {
    const [k, l] = [ofA[pair.a], ofB[pair.b]];
    if (k >= 0) saidOfA[k] += pair.sure;
    if (l >= 0) saidOfB[l] += pair.sure;
    if (k >= 0 && l >= 0) said[k * tufts.b.length + l] += pair.sure;
  }
  const [knownA, knownB] = [new Set(known.map((pair) => pair.a)), new Set(known.map((pair) => pair.b))];
  let out = pairs;
  const cost = said.map((sum) => (sum < LEAST_SAID ? Number.POSITIVE_INFINITY : -sum));
  assign(cost, tufts.a.length, tufts.b.length, 0).forEach((l, k) => {
    if (l < 0) return;
    const [one, other] = [tufts.a[k], tufts.b[l]];
    const found = pairs.filter((pair) => ofA[pair.a] === k && ofB[pair.b] === l);
    const settled = found.length === Math.min(one.length, other.length) && found.every(({ sure }) => sure >= SETTLED);
    if (settled && isOneToOne(found)) return;
    const free = [one.filter((line) => !knownA.has(line)), other.filter((line) => !knownB.has(line))];
    if (free.some((lines) => lines.length === 0)) return;
    const sum = said[k * tufts.b.length + l];
    const sure = sum / (saidOfA[k] + saidOfB[l] - sum);
    const [inA, inB] = [new Set(free[0]), new Set(free[1])];
    out = [
      ...out.filter((pair) => !(inA.has(pair.a) || inB.has(pair.b))),
      ...within(a, b, free[0], free[1], leading(one[0])).map((pair) => ({ ...pair, sure })),
    ];
  });
  return out;
}

/** Of the lines of a drawing those that stand for all: what is no hatching, what is to be kept, and so many of each tuft. */
export function standingFor(count: number, tufts: number[][], kept: number[], most: number): number[] {
  const tuft = tuftOf(count, tufts);
  const stay = new Set(kept);
  for (const lines of tufts) {
    const some = Math.min(most, lines.length);
    for (let k = 0; k < some; k++) stay.add(lines[Math.floor((k * lines.length) / some)]);
  }
  return Array.from({ length: count }, (_, line) => line).filter((line) => tuft[line] < 0 || stay.has(line));
}
