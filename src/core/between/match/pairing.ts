/** Matched strokes point by point: where one closed line's start lies on the other, which part of a longer line a shorter one is. */
import { inverse, type Matrix, mapPoint } from '../../plane/matrix.ts';
import { arcOf, bounded } from './arc.ts';
import type { Matching } from './match.ts';
import { type Path, pointAt, type Shape } from './shape.ts';

/** Two strokes brought to as many points, in order; point i of one becomes point i of the other. */
export interface Pairing {
  a: number;
  b: number;
  from: Path;
  to: Path;
  closed: boolean;
  /** Where along each stroke's shape the points lie, as shares; beyond a part that is seen, its end's. */
  shareFrom: Float64Array;
  shareTo: Float64Array;
  /** Parts (shares along it) that are seen in each drawing; the rest is hidden there and was completed. */
  seenFrom: [number, number];
  seenTo: [number, number];
  /** How its surroundings go from one drawing to the other. */
  map: Matrix;
}

/** Pixels between points, and the fewest where a line is full of small bends; they may cut off so much of its length. */
const SPACING = 8;
const FINEST = 2.5;
const LOSS = 0.01;
const FEWEST = 6;
const FEWEST_ROUND = 18;
const MOST = 600;
const STARTS = 192;
/** Lines whose lengths differ by more than this may be parts of one another. */
const PART = 0.87;
const WHOLE = 0.9;
/** A part has to fit so much better than the whole made longer. */
const BETTER = 0.7;
/** Less than this share of a line is not found on it. */
const LEAST_PART = 0.05;
/** A part that begins so near an end of the line begins there. */
const AT_END = 0.04;
/** Points by which a part is compared. */
const PART_SAMPLES = 21;

/** Share along b for a share along a. */
type Along = (share: number) => number;

/** How much it counts, beside how alike the lines are when turned at will, that the turn is that of what is around. */
const AS_AROUND = 0.1;

/** Starts so near one another are one, but for the line's own shape. */
const CLOSE_BY = 6;

/** Where around a ring a value is highest, looked for from a place on. */
function highest<T>(ring: T[], from: number, count: number, value: (each: T) => number): number {
  let best = from;
  let most = Number.NEGATIVE_INFINITY;
  for (let k = from; k < from + count; k++) {
    const here = value(ring[(k + ring.length) % ring.length]);
    if (here > most) [best, most] = [k, here];
  }
  return (best + ring.length) % ring.length;
}

/** Points about their middle, x and y in turn. */
function aboutMiddle(points: [number, number][]): Float64Array {
  const middle = (axis: 0 | 1) => points.reduce((sum, point) => sum + point[axis], 0) / points.length;
  const [mx, my] = [middle(0), middle(1)];
  return Float64Array.from(points.flatMap(([x, y]) => [x - mx, y - my]));
}

/**
 * The start on b of a's start: the best of STARTS. A wing that turns far from what is around it begins where its own shape says.
 * @param reverse b runs the other way round
 */
function closedAlong(a: Shape, b: Shape, map: Matrix, reverse: boolean): Along {
  const samples = 64;
  // Compared about their middles: how far the whole lies off says nothing of where it begins.
  const points = aboutMiddle(Array.from({ length: samples }, (_, i) => mapPoint(map, ...pointAt(a, i / samples))));
  const around = aboutMiddle(Array.from({ length: STARTS }, (_, i) => pointAt(b, i / STARTS)));
  const step = STARTS / samples;
  /** How alike the lines are with this start: turned at will, and turned as what is around. */
  const alike = Array.from({ length: STARTS }, (_, start): [number, number] => {
    let [re, im] = [0, 0];
    for (let i = 0; i < samples; i++) {
      const k = (start + (reverse ? -i : i) * step + 2 * STARTS) % STARTS;
      const [px, py, x, y] = [points[2 * i], points[2 * i + 1], around[2 * k], around[2 * k + 1]];
      re += px * x + py * y;
      im += px * y - py * x;
    }
    return [Math.sqrt(re * re + im * im), re];
  });
  const best = highest(alike, 0, STARTS, ([own, asAround]) => (1 - AS_AROUND) * own + AS_AROUND * asAround);
  // What is around would draw the start its own way: close by the line's own shape decides.
  const start = highest(alike, best - CLOSE_BY, 2 * CLOSE_BY + 1, ([own]) => own);
  return (share) => start / STARTS + (reverse ? -share : share);
}

/** How much it counts that a part lies off as a whole: where surroundings take a line is less certain than how it is bent. */
const OFF = 0.5;

/** How far a part of one line, mapped, is from the whole of another: point by point about their middles, and middle from middle. */
function partDistance(
  long: Shape,
  short: Shape,
  map: (x: number, y: number) => [number, number],
  from: number,
  to: number,
  reverse: boolean,
): number {
  const [dx, dy] = [new Float64Array(PART_SAMPLES), new Float64Array(PART_SAMPLES)];
  let [mx, my] = [0, 0];
  for (let i = 0; i < PART_SAMPLES; i++) {
    const s = i / (PART_SAMPLES - 1);
    const [x, y] = map(...pointAt(long, from + (to - from) * s));
    const [u, v] = pointAt(short, reverse ? 1 - s : s);
    dx[i] = x - u;
    dy[i] = y - v;
    mx += dx[i] / PART_SAMPLES;
    my += dy[i] / PART_SAMPLES;
  }
  let sum = 0;
  for (let i = 0; i < PART_SAMPLES; i++) sum += Math.hypot(dx[i] - mx, dy[i] - my);
  return sum / PART_SAMPLES + OFF * Math.hypot(mx, my);
}

/** The part of a longer line that a shorter one is; null when it is rather the whole, made shorter. */
function partOf(
  long: Shape,
  short: Shape,
  map: (x: number, y: number) => [number, number],
  reverse: boolean,
  scale: number,
): [number, number] | null {
  const share = Math.min(1, short.length / (long.length * bounded(scale)));
  if (share > PART || share < LEAST_PART || short.length > WHOLE * long.length) return null;
  const whole = partDistance(long, short, map, 0, 1, reverse);
  let best: [number, number] = [0, 1];
  let least = whole * BETTER;
  for (const width of [share * 0.92, share, Math.min(1, share * 1.08)]) {
    for (let k = 0; k <= 24; k++) {
      const from = ((1 - width) * k) / 24;
      const distance = partDistance(long, short, map, from, from + width, reverse);
      if (distance < least) {
        least = distance;
        best = [from, from + width];
      }
    }
  }
  // So near an end it is that end.
  if (best[0] < AT_END) best[0] = 0;
  if (best[1] > 1 - AT_END) best[1] = 1;
  return best[0] === 0 && best[1] === 1 ? null : best;
}

/** A line gone on with beyond its ends by another, mapped and laid on at the joint without a jump. */
function completed(
  short: Shape,
  reverse: boolean,
  part: [number, number],
  long: (share: number) => [number, number],
  share: number,
): [number, number] {
  const [from, to] = part;
  const inside = Math.max(from, Math.min(to, share));
  const s = to > from ? (inside - from) / (to - from) : 0;
  const [x, y] = pointAt(short, reverse ? 1 - s : s);
  if (share >= from && share <= to) return [x, y];
  const [jx, jy] = long(inside);
  const [px, py] = long(share);
  return [x + px - jx, y + py - jy];
}

/** How many points even steps along a line take to keep its bends: more where there are many small ones. */
function pointsFor(shape: Shape): number {
  const most = Math.min(MOST, Math.round(shape.length / FINEST) + 1);
  let count = Math.round(shape.length / SPACING) + 1;
  while (count < most) {
    let length = 0;
    let [x, y] = pointAt(shape, 0);
    const steps = shape.closed ? count : count - 1;
    for (let k = 1; k <= steps; k++) {
      const [nx, ny] = pointAt(shape, k / steps);
      length += Math.hypot(nx - x, ny - y);
      [x, y] = [nx, ny];
    }
    if (length >= (1 - LOSS) * shape.length) break;
    count = Math.max(count + 1, Math.round(1.4 * count));
  }
  return Math.min(count, most);
}

/** Brings matched strokes to the same points. */
export function pairUp(a: Shape[], b: Shape[], { matches, maps }: Matching): Pairing[] {
  return matches.map(({ a: i, b: j, alignment }) => {
    const [one, other, map] = [a[i], b[j], maps[i]];
    const closed = one.closed && other.closed;
    const whole: [number, number] = [0, 1];
    let at: (share: number) => [[number, number], [number, number]];
    let shares: (share: number) => [number, number];
    let [seenFrom, seenTo] = [whole, whole];
    const scale = Math.sqrt(Math.abs(map[0] * map[3] - map[1] * map[2])) || 1;
    if (closed) {
      const along = closedAlong(one, other, map, alignment.reverse);
      shares = (share) => [share, along(share) - Math.floor(along(share))];
      at = (share) => [pointAt(one, share), pointAt(other, along(share))];
    } else if (one.closed !== other.closed) {
      const onto = one.closed ? map : inverse(map);
      const [ring, arc] = one.closed ? [one, other] : [other, one];
      const { start, way, width, map: laid } = arcOf(ring, arc, onto);
      const around = (share: number) => start + way * share;
      const part: [number, number] = [0, width];
      const onRing = (share: number) => pointAt(ring, around(share));
      const onArc = (share: number) => completed(arc, false, part, (s) => mapPoint(laid, ...onRing(s)), share);
      const shared = (share: number) =>
        [around(share) - Math.floor(around(share)), Math.min(1, share / width)] as const;
      if (one.closed) {
        seenTo = part;
        at = (share) => [onRing(share), onArc(share)];
        shares = (share) => [...shared(share)];
      } else {
        seenFrom = part;
        at = (share) => [onArc(share), onRing(share)];
        shares = (share) => [shared(share)[1], shared(share)[0]];
      }
    } else {
      const there = (x: number, y: number) => mapPoint(map, x, y);
      const back = inverse(map);
      const home = (x: number, y: number) => mapPoint(back, x, y);
      const inA = partOf(one, other, there, alignment.reverse, scale);
      const inB = inA ? null : partOf(other, one, home, alignment.reverse, 1 / scale);
      const flip = (share: number) => (alignment.reverse ? 1 - share : share);
      const within = ([low, high]: [number, number], share: number) =>
        Math.max(0, Math.min(1, (share - low) / Math.max(1e-9, high - low)));
      if (inA) {
        seenTo = inA;
        shares = (share) => [share, flip(within(inA, share))];
        at = (share) => [
          pointAt(one, share),
          completed(other, alignment.reverse, inA, (s) => there(...pointAt(one, s)), share),
        ];
      } else if (inB) {
        // Shares run along b here; a is the part.
        const part: [number, number] = alignment.reverse ? [1 - inB[1], 1 - inB[0]] : inB;
        seenFrom = part;
        shares = (share) => [within(part, share), flip(share)];
        at = (share) => [
          completed(one, false, part, (s) => home(...pointAt(other, flip(s))), share),
          pointAt(other, flip(share)),
        ];
      } else {
        shares = (share) => [share, flip(share)];
        at = (share) => [pointAt(one, share), pointAt(other, flip(share))];
      }
    }
    const count = Math.max(closed ? FEWEST_ROUND : FEWEST, pointsFor(one), pointsFor(other));
    const from = new Float64Array(2 * count);
    const to = new Float64Array(2 * count);
    const [shareFrom, shareTo] = [new Float64Array(count), new Float64Array(count)];
    for (let k = 0; k < count; k++) {
      const [p, q] = at(closed ? k / count : k / (count - 1));
      from.set(p, 2 * k);
      to.set(q, 2 * k);
      [shareFrom[k], shareTo[k]] = shares(closed ? k / count : k / (count - 1));
    }
    return { a: i, b: j, from, to, closed, shareFrom, shareTo, seenFrom, seenTo, map };
  });
}
