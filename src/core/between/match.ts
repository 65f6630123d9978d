/**
 * Which stroke of one drawing is which of another, whatever their order, direction, start and number of points. Shapes are
 * compared up to turn and size, then by where each ought to come to lie: every stroke has a map of its own, fitted to the sure
 * matches around it, and the assignment is made anew a few times.
 */
import type { Matrix } from '../picture/matrix.ts';
import { PairSums } from './affine.ts';
import { assign } from './assignment.ts';
import { correlation, type Lay, laysOf, OPEN_LAYS } from './lays.ts';
import { limbGuesses } from './limbs.ts';
import { bonds, type Gaps, gapsOf, relations } from './relations.ts';
import { POINTS, type Shape } from './shape.ts';

interface Match {
  a: number;
  b: number;
  lay: Lay;
  /** 0..1. */
  sure: number;
  cost: number;
}

const ROUNDS = 5;
const FARTHEST_RATIO = 1.2;
const ALONE = [1.7, 1.6, 1.6, 1.45, 1.45, 1.45];
const NEAR = [0.16, 0.16, 0.13, 0.1, 0.1, 0.1];
const CLOSEDNESS = 0.35;
const SETTLED = 2;
const FAR = 0.55;
/** Of very many pairs only those near by or much alike are looked at. */
const CROWDED = 90_000;
const NEAR_BY = 0.2;
const ALIKE = 0.1;
/** From this round on neighbours are asked; what a pair then costs by itself counts so much, and being left alone costs this. */
const ASK_FROM = 3;
const OWN_SHARE = 0.3;
const ALONE_ASKED = 1.6;
/** How a stroke's part goes: its own say, and how much more firm bonds count than loose ones. */
const OWN_WEIGHT = 0.5;
const FIRM = 3;
/** What a pair costs that is known. */
const KNOWN = 0.05;
/** How much dearer than what is left alone another match may be and still make one less sure. */
const RIVAL = 0.3;
/** Matches less sure than this are open to another guess. */
const SURE = 0.2;

interface Fit {
  cost: number;
  lay: Lay;
}

const ratioOf = (a: Shape, b: Shape) => Math.abs(Math.log(Math.max(a.length, 1) / Math.max(b.length, 1)));

/** How unlike two shapes are when one may be turned and sized at will: 0 (alike) .. 1. */
function unlike(a: Shape, b: Shape): number {
  let best = 0;
  for (const { reverse, first } of laysOf(a, b)) {
    const [re, im] = correlation(a.x, a.y, b, reverse, first);
    best = Math.max(best, re * re + im * im);
  }
  return Math.sqrt(Math.max(0, 1 - best / (a.moment * b.moment)));
}

/** How two shapes lie on one another best. */
function likestLay(a: Shape, b: Shape): Lay {
  let best = Number.NEGATIVE_INFINITY;
  let out = OPEN_LAYS[0];
  for (const lay of laysOf(a, b)) {
    const [re, im] = correlation(a.x, a.y, b, lay.reverse, lay.first);
    if (re * re + im * im <= best) continue;
    best = re * re + im * im;
    out = lay;
  }
  return out;
}

/** Middles, and the box between the 4th and 96th of a hundred points. */
function boxOf(shapes: Shape[]): { x: number; y: number; w: number; h: number } {
  const xs: number[] = [];
  const ys: number[] = [];
  for (const { x, y, middle } of shapes)
    for (let i = 0; i < POINTS; i++) {
      xs.push(x[i] + middle.x);
      ys.push(y[i] + middle.y);
    }
  const cut = (values: number[], share: number) => {
    values.sort((p, q) => p - q);
    return values[Math.min(values.length - 1, Math.floor(share * values.length))] ?? 0;
  };
  const [l, r, t, b] = [cut(xs, 0.04), cut(xs, 0.96), cut(ys, 0.04), cut(ys, 0.96)];
  return { x: l, y: t, w: Math.max(1, r - l), h: Math.max(1, b - t) };
}

/** A shift that many strokes agree on, by votes weighted by likeness. */
function votedShift(a: Shape[], b: Shape[], likeness: Float64Array, size: number): Matrix {
  const bin = 0.05 * size;
  const votes = new Map<string, { weight: number; x: number; y: number }>();
  a.forEach((one, i) => {
    b.forEach((other, j) => {
      const cost = likeness[i * b.length + j];
      if (!(cost < 1)) return;
      const [dx, dy] = [other.middle.x - one.middle.x, other.middle.y - one.middle.y];
      const weight = Math.exp(-cost / 0.25) * Math.min(one.length, 0.5 * size);
      const key = `${Math.round(dx / bin)} ${Math.round(dy / bin)}`;
      const vote = votes.get(key) ?? { weight: 0, x: 0, y: 0 };
      vote.weight += weight;
      vote.x += weight * dx;
      vote.y += weight * dy;
      votes.set(key, vote);
    });
  });
  let best = { weight: 0, x: 0, y: 0 };
  // Neighbouring bins count as well: a shift on the border of two is not split.
  for (const [key, vote] of votes) {
    const [x, y] = key.split(' ').map(Number);
    const sum = { weight: 0, x: 0, y: 0 };
    for (let u = -1; u <= 1; u++)
      for (let v = -1; v <= 1; v++) {
        const near = votes.get(`${x + u} ${y + v}`);
        if (!near) continue;
        sum.weight += near.weight;
        sum.x += near.x;
        sum.y += near.y;
      }
    if (sum.weight > best.weight && vote.weight > 0) best = sum;
  }
  return best.weight > 0 ? [1, 0, 0, 1, best.x / best.weight, best.y / best.weight] : [1, 0, 0, 1, 0, 0];
}

function boxToBox(a: Shape[], b: Shape[]): Matrix {
  const [p, q] = [boxOf(a), boxOf(b)];
  const clamp = (value: number) => Math.max(0.5, Math.min(2, value));
  const [sx, sy] = [clamp(q.w / p.w), clamp(q.h / p.h)];
  return [sx, 0, 0, sy, q.x + q.w / 2 - sx * (p.x + p.w / 2), q.y + q.h / 2 - sy * (p.y + p.h / 2)];
}

/** A shape as its map has it. */
interface Predicted {
  x: Float64Array;
  y: Float64Array;
  mx: number;
  my: number;
  moment: number;
}

function predicted(shape: Shape, [a, b, c, d, e, f]: Matrix): Predicted {
  const x = new Float64Array(POINTS);
  const y = new Float64Array(POINTS);
  let moment = 0;
  for (let i = 0; i < POINTS; i++) {
    x[i] = a * shape.x[i] + c * shape.y[i];
    y[i] = b * shape.x[i] + d * shape.y[i];
    moment += x[i] * x[i] + y[i] * y[i];
  }
  const { x: px, y: py } = shape.middle;
  return { x, y, mx: a * px + c * py + e, my: b * px + d * py + f, moment: Math.max(moment, 1e-6) };
}

const far = (dx: number, dy: number) => Math.sqrt(dx * dx + dy * dy);

/** Mean distance of the points of a predicted shape from those of b, laid so. */
function meanDistance(at: Predicted, b: Shape, { reverse, first }: Lay): number {
  const [ox, oy] = [at.mx - b.middle.x, at.my - b.middle.y];
  const step = reverse ? -1 : 1;
  let k = first;
  let sum = 0;
  for (let i = 0; i < POINTS; i++) {
    const dx = at.x[i] + ox - b.x[k];
    const dy = at.y[i] + oy - b.y[k];
    sum += Math.sqrt(dx * dx + dy * dy);
    k += step;
    if (k === POINTS) k = 0;
    else if (k < 0) k = POINTS - 1;
  }
  return sum / POINTS;
}

/** What it costs to take stroke b for the predicted a; nothing when it cannot come to less than `most`. */
function costOf(a: Shape, at: Predicted, b: Shape, likeness: number, size: number, most: number): Fit | null {
  const [ox, oy] = [at.mx - b.middle.x, at.my - b.middle.y];
  const open = !a.closed && !b.closed;
  const sure = Math.min(0.7, 0.8 * ratioOf(a, b)) + (a.closed === b.closed ? 0 : CLOSEDNESS);
  // Points lie at least as far off as middles do; a limb that turns about its end, less by its length at most.
  const off = far(ox, oy);
  const nearest = Math.max(0, off - (open ? Math.max(a.length, b.length) : 0));
  if (off > 1.2 * size || sure + 5 * Math.min(nearest / size, 0.3) >= most) return null;
  let lay = OPEN_LAYS[0];
  let re = Number.NEGATIVE_INFINITY;
  let angle = 0;
  let pivot = Number.POSITIVE_INFINITY;
  let pivotAngle = 0;
  let pivotLay = OPEN_LAYS[0];
  for (const each of laysOf(a, b)) {
    const [r, i] = correlation(at.x, at.y, b, each.reverse, each.first);
    if (r > re) {
      re = r;
      lay = each;
      angle = Math.atan2(i, r);
    }
    if (!open) continue;
    // A limb that turns about one end: that end lands right, the rest is turned.
    const turn = Math.atan2(i, r);
    for (const end of [0, POINTS - 1]) {
      const other = each.reverse ? POINTS - 1 - end : end;
      const cost = far(at.x[end] + ox - b.x[other], at.y[end] + oy - b.y[other]) + 0.05 * Math.abs(turn) * size;
      if (cost < pivot) {
        pivot = cost;
        pivotAngle = turn;
        pivotLay = each;
      }
    }
  }
  let distance = meanDistance(at, b, lay);
  if (pivot < distance) {
    distance = pivot;
    angle = pivotAngle;
    lay = pivotLay;
  }
  const straight = Math.sqrt(Math.max(0, (at.moment + b.moment - 2 * re) / (at.moment + b.moment)));
  const cost = sure + 0.9 * Math.min(likeness, straight) + 0.12 * Math.abs(angle) + 5 * Math.min(distance / size, 0.3);
  return cost < most ? { cost, lay } : null;
}

/** Points of a match used for fitting: every few of the shape. */
const SAMPLES = 6;

/** A map for each stroke of `a`, from the matches near it. */
function localMaps(a: Shape[], b: Shape[], matches: Match[], near: number, size: number, fallback: Matrix): Matrix[] {
  const sums = sumsOf(a, b, matches);
  const reach = 2 * (near * size) ** 2;
  const hold = (0.05 * size) ** 2;
  return a.map(({ middle }) => {
    const all = new PairSums();
    matches.forEach(({ a: i, sure }, k) => {
      const d = (a[i].middle.x - middle.x) ** 2 + (a[i].middle.y - middle.y) ** 2;
      const w = sure * Math.exp(-d / reach) + 1e-5 * sure;
      if (w >= 1e-7) all.addAll(sums[k], w);
    });
    return all.fit(hold) ?? fallback;
  });
}

/** What each match says of where points go. */
function sumsOf(a: Shape[], b: Shape[], matches: Match[]): PairSums[] {
  return matches.map(({ a: i, b: j, lay }) => {
    const [one, other, out] = [a[i], b[j], new PairSums()];
    for (let s = 0; s < SAMPLES; s++) {
      const k = Math.round((s * (POINTS - 1)) / (SAMPLES - 1));
      const l = (lay.first + (lay.reverse ? -k : k) + 2 * POINTS) % POINTS;
      out.add(
        one.x[k] + one.middle.x,
        one.y[k] + one.middle.y,
        other.x[l] + other.middle.x,
        other.y[l] + other.middle.y,
        1,
      );
    }
    return out;
  });
}

/** A map for each stroke of `a` from those it holds together with: how the part it belongs to goes. */
function partMaps(a: Shape[], b: Shape[], matches: Match[], gaps: Gaps, size: number, fallback: Matrix): Matrix[] {
  const sums = sumsOf(a, b, matches);
  const near = localMaps(a, b, matches, NEAR[ROUNDS - 1], size, fallback);
  const hold = (0.05 * size) ** 2;
  const bond = bonds(a, b, matches, gaps, size);
  matches.forEach(({ a: i }, k) => {
    const all = new PairSums();
    all.addAll(sums[k], OWN_WEIGHT);
    for (let l = 0; l < matches.length; l++) {
      const w = bond[k * matches.length + l] ** FIRM;
      if (w > 1e-4) all.addAll(sums[l], w);
    }
    near[i] = all.fit(hold) ?? near[i];
  });
  return near;
}

export interface MatchWishes {
  /** Height of the figure, pixels: what distances are measured by. */
  size: number;
  /** Pairs that are known: by lineage, or set by hand. */
  fixed?: { a: number; b: number }[];
  /** Told how far it has come, 0..1; may throw to stop. */
  progress?: (share: number) => void;
}

export interface Matching {
  matches: Match[];
  /** Where each stroke of a comes to lie in b, as its neighbours have it. */
  maps: Matrix[];
}

function shapeCosts(a: Shape[], b: Shape[], likeness: Float64Array): Float64Array {
  const m = b.length;
  return likeness.map((like, at) => {
    const [p, q] = [a[Math.floor(at / m)], b[at % m]];
    return 0.9 * Math.min(1, like) + Math.min(0.7, 0.8 * ratioOf(p, q)) + (p.closed === q.closed ? 0 : CLOSEDNESS);
  });
}

/** Matches the strokes of two drawings. */
export function matchShapes(a: Shape[], b: Shape[], { size, fixed = [], progress = () => {} }: MatchWishes): Matching {
  const [n, m] = [a.length, b.length];
  const known = new Map(fixed.map(({ a: i, b: j }) => [i, j]));
  const taken = new Set(known.values());
  const likeness = new Float64Array(n * m).fill(Number.POSITIVE_INFINITY);
  for (let i = 0; i < n; i++)
    for (let j = 0; j < m; j++) {
      if (known.has(i) ? known.get(i) !== j : taken.has(j)) continue;
      if (ratioOf(a[i], b[j]) <= FARTHEST_RATIO) likeness[i * m + j] = unlike(a[i], b[j]);
    }
  progress(0.2);
  const starts = [votedShift(a, b, likeness, size), boxToBox(a, b)];
  let maps: Matrix[][] = starts.map((map) => a.map(() => map));
  let matches: Match[] = [];
  let limbs = new Map<number, Matrix>();
  const crowded = n * m > CROWDED;
  const near = gapsOf(a, b, size);
  for (let round = 0; round < ROUNDS; round++) {
    const cost = new Float64Array(n * m).fill(Number.POSITIVE_INFINITY);
    const fits: (Fit | null)[] = Array(n * m).fill(null);
    // What costs more is neither taken nor a rival of what is.
    const worth = ALONE[round] + RIVAL;
    for (let i = 0; i < n; i++) {
      const own = limbs.get(i);
      const guesses = [...maps.map((each) => each[i]), ...(own ? [own] : [])].map((map) => predicted(a[i], map));
      for (let j = 0; j < m; j++) {
        if (known.has(i) ? known.get(i) !== j : taken.has(j)) continue;
        const at = i * m + j;
        if (likeness[at] === Number.POSITIVE_INFINITY && !known.has(i)) continue;
        for (const guess of guesses) {
          // Once the maps have settled, what would come to lie far off is not looked at; among very many not before either.
          const off = far(guess.mx - b[j].middle.x, guess.my - b[j].middle.y);
          if (!known.has(i) && off > (round >= SETTLED ? FAR : crowded && likeness[at] > ALIKE ? NEAR_BY : 10) * size)
            continue;
          const fit = costOf(
            a[i],
            guess,
            b[j],
            Math.min(1, likeness[at]),
            size,
            known.has(i) ? Infinity : Math.min(cost[at], worth),
          );
          if (fit) {
            cost[at] = fit.cost;
            fits[at] = fit;
          }
        }
        if (known.has(i)) {
          fits[at] ??= { cost: KNOWN, lay: likestLay(a[i], b[j]) };
          cost[at] = Math.min(cost[at], KNOWN);
        }
      }
    }
    let alone = ALONE[round];
    if (round >= ASK_FROM && n * m <= CROWDED) {
      const said = relations({ a, b, shapeCost: shapeCosts(a, b, likeness), cost, maps: maps[0], size, ...near });
      for (let at = 0; at < n * m; at++) {
        if (cost[at] === Number.POSITIVE_INFINITY || known.has(Math.floor(at / m))) continue;
        cost[at] = OWN_SHARE * cost[at] + 1 - Math.max(0, said.support[at]);
        if (said.lays[at] && fits[at]) fits[at] = { cost: cost[at], lay: said.lays[at]! };
      }
      alone = ALONE_ASKED;
    }
    const of = assign(cost, n, m, alone);
    matches = [];
    for (let i = 0; i < n; i++) {
      const j = of[i];
      if (j < 0) continue;
      const here = cost[i * m + j];
      let second = alone + RIVAL;
      for (let k = 0; k < m; k++) if (k !== j) second = Math.min(second, cost[i * m + k]);
      for (let k = 0; k < n; k++) if (k !== i) second = Math.min(second, cost[k * m + j]);
      const sure = Math.exp(-here / 0.5) / (1 + Math.exp(-(second - here) / 0.12));
      matches.push({ a: i, b: j, lay: fits[i * m + j]!.lay, sure, cost: here });
    }
    if (round >= 1 && round < ROUNDS - 1) {
      const sure = matches.filter((each) => each.sure > SURE);
      const [inA, inB] = [new Set(sure.map((each) => each.a)), new Set(sure.map((each) => each.b))];
      const looseA = a.map((_, i) => i).filter((i) => !inA.has(i));
      const looseB = b.map((_, j) => j).filter((j) => !inB.has(j));
      limbs = limbGuesses({ a, b, looseA, looseB, known: sure, likeness, size });
    }
    maps = [localMaps(a, b, matches, NEAR[round], size, starts[0])];
    progress(0.2 + (0.8 * (round + 1)) / ROUNDS);
  }
  return { matches, maps: partMaps(a, b, matches, near, size, starts[0]) };
}
