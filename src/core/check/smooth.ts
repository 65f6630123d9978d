/**
 * What a smooth row of places or numbers would be at one of its entries, told from the others alone: from those before it, from those after
 * it, and from both sides. A turn that either side explains is no fault; an entry that none explains stands out. So one fault leaves its
 * neighbours alone, and a change of speed at a key is not told.
 */
import type { Point } from '../plane/point.ts';

/** The value at `t` of the polynomial through points (Lagrange). */
function through(ts: readonly number[], values: readonly number[], t: number): number {
  let sum = 0;
  for (let i = 0; i < ts.length; i++) {
    let by = values[i];
    for (let k = 0; k < ts.length; k++) if (k !== i) by *= (t - ts[k]) / (ts[i] - ts[k]);
    sum += by;
  }
  return sum;
}

/** Neighbours an entry is told from, as offsets. */
const SIDES: readonly (readonly number[])[] = [
  [-3, -2, -1],
  [1, 2, 3],
  [-2, -1, 1, 2],
  [-1, 1, 2, 3],
  [-3, -2, -1, 1],
  [-1, 1, 2],
  [-2, -1, 1],
  // Without the nearest on one side: it may be the one that is off.
  [-3, -2, 1],
  [-1, 2, 3],
];

const sidesAt = (i: number, count: number) => SIDES.filter((side) => side.every((by) => i + by >= 0 && i + by < count));

/**
 * How far a number is from what its neighbours say, the nearest of what they say; null where too few stand around it.
 * @param ts where each stands, rising
 */
export function offNumber(ts: readonly number[], values: readonly number[], i: number): number | null {
  if (i <= 0 || i >= values.length - 1 || values.length < 5) return null;
  let least: number | null = null;
  for (const side of sidesAt(i, values.length)) {
    const at = side.map((by) => i + by);
    const off =
      values[i] -
      through(
        at.map((k) => ts[k]),
        at.map((k) => values[k]),
        ts[i],
      );
    if (least === null || Math.abs(off) < Math.abs(least)) least = off;
  }
  return least;
}

/** The nearest point to `p` of the circle through three points; of the straight line where they lie on one. */
function onCircle(a: Point, b: Point, c: Point, p: Point): Point {
  const [bx, by, cx, cy] = [b.x - a.x, b.y - a.y, c.x - a.x, c.y - a.y];
  const area = 2 * (bx * cy - by * cx);
  const far = Math.max(Math.hypot(bx, by), Math.hypot(cx, cy), Math.hypot(cx - bx, cy - by));
  if (far === 0) return a;
  if (Math.abs(area) < 1e-4 * far * far) {
    const [dx, dy] = Math.hypot(cx, cy) > 0 ? [cx, cy] : [bx, by];
    const t = ((p.x - a.x) * dx + (p.y - a.y) * dy) / (dx * dx + dy * dy);
    return { x: a.x + t * dx, y: a.y + t * dy };
  }
  const [b2, c2] = [bx * bx + by * by, cx * cx + cy * cy];
  const [mx, my] = [a.x + (cy * b2 - by * c2) / area, a.y + (bx * c2 - cx * b2) / area];
  const radius = Math.hypot(a.x - mx, a.y - my);
  const off = Math.hypot(p.x - mx, p.y - my) || 1;
  return { x: mx + ((p.x - mx) / off) * radius, y: my + ((p.y - my) / off) * radius };
}

/** Pieces a curve is walked in. */
const WALK = 24;

/** The nearest point to `p` of the curve through places that are reached at `ts`, walked from one time to another. */
function onCurve(places: readonly Point[], ts: readonly number[], from: number, to: number, p: Point): Point {
  const xs = places.map(({ x }) => x);
  const ys = places.map(({ y }) => y);
  let best = places[0];
  let least = Number.POSITIVE_INFINITY;
  for (let k = 0; k <= WALK; k++) {
    const t = from + ((to - from) * k) / WALK;
    const at = { x: through(ts, xs, t), y: through(ts, ys, t) };
    const off = Math.hypot(at.x - p.x, at.y - p.y);
    if (off < least) [best, least] = [at, off];
  }
  return best;
}

/** How far along the chords of places each of them lies. @param least no chord counts as less: what is divided by them needs it */
export function alongChords(places: readonly Point[], least = 0): number[] {
  const out = [0];
  for (let i = 1; i < places.length; i++)
    out.push(out[i - 1] + Math.max(least, Math.hypot(places[i].x - places[i - 1].x, places[i].y - places[i - 1].y)));
  return out;
}

/**
 * Where a place would lie on the smooth way its neighbours say - a circle, a curve in time, a curve along itself - the nearest of what they
 * say; null where too few stand around it. @param ts when each place is reached, rising
 */
export function onTheWay(places: readonly Point[], ts: readonly number[], i: number): Point | null {
  if (i <= 0 || i >= places.length - 1 || places.length < 5) return null;
  const p = places[i];
  const said: Point[] = [];
  for (const side of sidesAt(i, places.length)) {
    const at = side.map((by) => places[i + by]);
    const times = side.map((by) => ts[i + by]);
    if (at.length === 3) said.push(onCircle(at[0], at[1], at[2], p));
    else {
      said.push(onCurve(at, times, ts[i - 1], ts[i + 1], p));
      const before = side.filter((by) => by < 0).length - 1;
      const along = alongChords(at, 1e-6);
      said.push(onCurve(at, along, along[before], along[before + 1], p));
    }
  }
  const off = ({ x, y }: Point) => Math.hypot(x - p.x, y - p.y);
  return said.reduce((best, each) => (off(each) < off(best) ? each : best));
}

/** A way turns by so much at a corner, and goes another way after it than before, radians. */
const SHARP = 1;
const TURNED = 0.8;

/** The angle between the way from a to b and the one from c to d. */
function turn(a: Point, b: Point, c: Point, d: Point): number {
  const [ux, uy, vx, vy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y];
  return Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy));
}

/**
 * Splits a row of places where the way turns sharply - an anticipation, a bounce, a settling is no kink - and where it stands: what is on
 * both sides of a hold does not belong together.
 */
export function waysOf<T extends Point>(places: readonly T[], still: number): T[][] {
  const out: T[][] = [];
  let open: T[] = [];
  const turns = (i: number): boolean => {
    const [a, b, c] = [places[i - 1], places[i], places[i + 1]];
    if (turn(a, b, b, c) < SHARP) return false;
    const [z, d] = [places[i - 2], places[i + 2]];
    // Where the way goes on after the place as before it, it is the place that is off, not the way that turns.
    const [from, to] = z ? [z, a] : [a, c];
    return d ? turn(from, to, c, d) > TURNED : turn(from, to, a, c) > TURNED;
  };
  places.forEach((place, i) => {
    const before = places[i - 1];
    if (before && Math.hypot(place.x - before.x, place.y - before.y) < still) {
      if (open.length > 0) out.push(open);
      open = [];
    }
    open.push(place);
    if (i > 0 && i < places.length - 1 && turns(i)) {
      out.push(open);
      open = [place];
    }
  });
  if (open.length > 0) out.push(open);
  return out;
}
