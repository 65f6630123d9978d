/** What lies around a line: where its surroundings take it, and whether they have come to lie around its partner. */
import { IDENTITY, type Matrix } from '../../../plane/matrix.ts';
import { PairSums } from '../affine.ts';
import type { Alignment } from '../alignments.ts';
import { ofDrawing } from '../of-drawing.ts';
import { POINTS, type Shape } from '../shape.ts';

/** Points of a pair used for fitting. */
const SAMPLES = 6;
/** Neighbours of a line that are asked, and how far they lie at most, as a share of the size. */
const NEIGHBOURS = 8;
const REACH = 0.2;

/** How far apart leaders go at most, share of the size: where nothing leads, this. */
const NO_SPREAD = 0.3;

/** A pair that is believed so far, as it leads others. */
export interface Leader {
  /** The line of the side maps are made for. */
  line: number;
  sums: PairSums;
  weight: number;
}

/**
 * Tells where some points of a pair lie in one drawing and in the other. A closed line and an open one do not begin in the same place:
 * of these only where the middle goes is known.
 */
function eachPoint(
  a: Shape,
  b: Shape,
  { reverse, first }: Alignment,
  tell: (px: number, py: number, qx: number, qy: number) => void,
): void {
  if (a.closed !== b.closed) {
    for (let s = 0; s < SAMPLES; s++) tell(a.middle.x, a.middle.y, b.middle.x, b.middle.y);
    return;
  }
  for (let s = 0; s < SAMPLES; s++) {
    const k = Math.round((s * (POINTS - 1)) / (SAMPLES - 1));
    const l = (first + (reverse ? -k : k) + 2 * POINTS) % POINTS;
    tell(a.x[k] + a.middle.x, a.y[k] + a.middle.y, b.x[l] + b.middle.x, b.y[l] + b.middle.y);
  }
}

/** What a pair says of where points go from the first drawing to the second. */
export function sumsThere(a: Shape, b: Shape, alignment: Alignment): PairSums {
  const there = new PairSums();
  eachPoint(a, b, alignment, (px, py, qx, qy) => there.add(px, py, qx, qy, 1));
  return there;
}

/** The same, and the way back. */
export function leading(a: Shape, b: Shape, alignment: Alignment): { there: PairSums; back: PairSums } {
  const [there, back] = [new PairSums(), new PairSums()];
  eachPoint(a, b, alignment, (px, py, qx, qy) => {
    there.add(px, py, qx, qy, 1);
    back.add(qx, qy, px, py, 1);
  });
  return { there, back };
}

/** Where a line's surroundings take it. */
export interface Led {
  map: Matrix;
  /** How much leads it, and how far apart what leads it goes (shares of the size). */
  much: number;
  spread: number;
}

/** However far off, a leader counts so much: something always leads. Nearer ones that count less are not looked at. */
const EVERYWHERE = 1e-5;
const LEAST_NEAR = 1e-3;

/** A map for each line from the believed pairs around it, its own left out. @param near how far it listens, share of the size */
export function ledBy(own: Shape[], leaders: Leader[], near: number, size: number): Led[] {
  const reach = 2 * (near * size) ** 2;
  const farthest = -reach * Math.log(LEAST_NEAR);
  const hold = (0.05 * size) ** 2;
  const everywhere = new PairSums();
  const alone = own.map(() => new PairSums());
  let total = 0;
  const mine = new Float64Array(own.length);
  for (const { line, sums, weight } of leaders) {
    everywhere.addAll(sums, EVERYWHERE * weight);
    alone[line].addAll(sums, -EVERYWHERE * weight);
    total += EVERYWHERE * weight;
    mine[line] += EVERYWHERE * weight;
  }
  const heard: { leader: Leader; w: number }[] = [];
  return own.map(({ middle }, i) => {
    const all = new PairSums();
    all.addAll(everywhere, 1);
    all.addAll(alone[i], 1);
    let much = total - mine[i];
    heard.length = 0;
    for (const leader of leaders) {
      if (leader.line === i) continue;
      const { x, y } = own[leader.line].middle;
      const d = (x - middle.x) ** 2 + (y - middle.y) ** 2;
      if (d > farthest) continue;
      const w = leader.weight * Math.exp(-d / reach);
      all.addAll(leader.sums, w);
      heard.push({ leader, w });
      much += w;
    }
    const map = much > 1e-12 ? all.fit(hold) : null;
    if (!map) return { map: IDENTITY, much: 0, spread: NO_SPREAD };
    let off = 0;
    for (const { leader, w } of heard) {
      const { s } = leader.sums;
      const [px, py] = [s[1] / s[0], s[2] / s[0]];
      const dx = map[0] * px + map[2] * py + map[4] - s[3] / s[0];
      const dy = map[1] * px + map[3] * py + map[5] - s[4] / s[0];
      off += w * (dx * dx + dy * dy);
    }
    return { map, much, spread: Math.min(NO_SPREAD, Math.sqrt(off / much) / size) };
  });
}

export interface Neighbour {
  k: number;
  gap: number;
}

/** The lines around each line, the nearest first. @param gap between all lines, row by row */
export function neighboursOf(count: number, gap: Float32Array, size: number): Neighbour[][] {
  return Array.from({ length: count }, (_, i) => {
    const out: Neighbour[] = [];
    for (let k = 0; k < count; k++) {
      const own = gap[i * count + k];
      if (k !== i && own < REACH * size) out.push({ k, gap: own });
    }
    return out.sort((p, q) => p.gap - q.gap).slice(0, NEIGHBOURS);
  });
}

/** A line that may be another's partner: how likely that is, and the turn and size the pair means. */
export interface Partner {
  line: number;
  p: number;
  re: number;
  im: number;
}

/** One drawing with what is needed of it here. */
export interface Side {
  lines: Shape[];
  gap: Float32Array;
  around: Neighbour[][];
}

export interface Said {
  /** Neighbours whose partners lie where this pair's turn takes them, 0..1. */
  agree: number;
  /** Neighbours that take this line to its partner by their own turn. */
  taken: number;
  /** How far off the neighbour that agrees most takes it, share of the size. */
  nearest: number;
  /** Neighbours as near to this line as their partners are to its partner. */
  touch: number;
}

/** What a line's neighbours say of a partner. @param turn cosine and sine, times growth, of the way from one to the other */
export function saidOf(
  own: Side,
  other: Side,
  me: number,
  it: number,
  [re, im]: [number, number],
  partners: Partner[][],
  size: number,
): Said {
  let [sum, of, touch, taken, nearest] = [0, 1e-6, 0, 0, 0.3];
  const count = other.lines.length;
  const [from, to] = [own.lines[me].middle, other.lines[it].middle];
  for (const { k, gap } of own.around[me]) {
    const w = Math.exp(-((gap / (0.1 * size)) ** 2));
    const { middle } = own.lines[k];
    const [dx, dy] = [middle.x - from.x, middle.y - from.y];
    const [ex, ey] = [re * dx - im * dy, im * dx + re * dy];
    const room = 0.03 * size + 0.2 * Math.sqrt(dx * dx + dy * dy);
    let [agrees, touches, takes] = [0, 0, 0];
    for (const { line, p, re: pr, im: pi } of partners[k]) {
      if (line === it) continue;
      const { middle: there } = other.lines[line];
      const [fx, fy] = [there.x - to.x, there.y - to.y];
      agrees = Math.max(agrees, p * Math.exp(-((ex - fx) ** 2 + (ey - fy) ** 2) / room ** 2));
      const [gx, gy] = [pr * dx - pi * dy - fx, pi * dx + pr * dy - fy];
      const off = Math.sqrt(gx * gx + gy * gy);
      takes = Math.max(takes, p * Math.exp(-((off / (0.02 * size + 0.1 * Math.sqrt(dx * dx + dy * dy))) ** 2)));
      if (p > 0.4) nearest = Math.min(nearest, off / size);
      const between = Math.min(other.gap[it * count + line], size);
      touches = Math.max(touches, p * Math.exp(-(((between - gap) / (0.02 * size + 0.2 * gap)) ** 2)));
    }
    sum += w * agrees;
    touch += w * touches;
    taken += w * takes;
    of += w;
  }
  return { agree: sum / of, touch: touch / of, taken: taken / of, nearest };
}

/** For each end of each line how much it looks cut off by another line it runs into, 0..1, two for each line. */
export const cutEnds = ofDrawing((lines, size): Float32Array => {
  const out = new Float32Array(2 * lines.length);
  lines.forEach((line, i) => {
    if (line.closed) return;
    for (const end of [0, 1]) {
      const at = end * (POINTS - 1);
      const [x, y] = [line.x[at] + line.middle.x, line.y[at] + line.middle.y];
      let best = 0;
      for (let k = 0; k < lines.length; k++) {
        const other = lines[k];
        const [ox, oy] = [x - other.middle.x, y - other.middle.y];
        if (k === i || ox * ox + oy * oy > (0.6 * other.length + 0.05 * size) ** 2) continue;
        const last = other.closed ? POINTS : POINTS - 1;
        for (let s = 0; s < last; s++) {
          const t = (s + 1) % POINTS;
          const [ex, ey] = [other.x[t] - other.x[s], other.y[t] - other.y[s]];
          const length = ex * ex + ey * ey || 1;
          const u = Math.max(0, Math.min(1, ((ox - other.x[s]) * ex + (oy - other.y[s]) * ey) / length));
          const off = (other.x[s] + u * ex - ox) ** 2 + (other.y[s] + u * ey - oy) ** 2;
          const share = (s + u) / last;
          const inside = other.closed ? 1 : Math.min(1, (Math.min(share, 1 - share) * other.length * 8) / size);
          best = Math.max(best, Math.exp(-off / (0.015 * size) ** 2) * inside);
        }
      }
      out[2 * i + end] = best;
    }
  });
  return out;
});
