/** What it costs to take one stroke for another: how unlike they are, and how far one lies from where it ought to come to lie. */
import type { Matrix } from '../../plane/matrix.ts';
import { type Alignment, alignmentsOf, correlation, OPEN_ALIGNMENTS } from './alignments.ts';
import { POINTS, type Shape } from './shape.ts';

/** Pairs that would come to lie farther off, as a share of the figure's size, are none. */
export const FARTHEST = 1.2;
const CLOSEDNESS = 0.35;

interface Fit {
  cost: number;
  alignment: Alignment;
}

/** How different in length two shapes are: the logarithm of their ratio, at least 0. */
export const ratioOf = (a: Shape, b: Shape) => Math.abs(Math.log(Math.max(a.length, 1) / Math.max(b.length, 1)));

/** How unlike two shapes are when one may be turned and sized at will: 0 (alike) .. 1. */
export function unlike(a: Shape, b: Shape): number {
  let best = 0;
  for (const { reverse, first } of alignmentsOf(a, b)) {
    const [re, im] = correlation(a.x, a.y, b, reverse, first);
    best = Math.max(best, re * re + im * im);
  }
  return Math.sqrt(Math.max(0, 1 - best / (a.moment * b.moment)));
}

/** How two shapes lie on one another best. */
export function likestAlignment(a: Shape, b: Shape): Alignment {
  let best = Number.NEGATIVE_INFINITY;
  let out = OPEN_ALIGNMENTS[0];
  for (const alignment of alignmentsOf(a, b)) {
    const [re, im] = correlation(a.x, a.y, b, alignment.reverse, alignment.first);
    if (re * re + im * im <= best) continue;
    best = re * re + im * im;
    out = alignment;
  }
  return out;
}

/** A shape as its map has it. */
export interface Predicted {
  x: Float64Array;
  y: Float64Array;
  mx: number;
  my: number;
  moment: number;
}

export function predicted(shape: Shape, [a, b, c, d, e, f]: Matrix): Predicted {
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
function meanDistance(at: Predicted, b: Shape, { reverse, first }: Alignment): number {
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
export function costOf(a: Shape, at: Predicted, b: Shape, likeness: number, size: number, most: number): Fit | null {
  const [ox, oy] = [at.mx - b.middle.x, at.my - b.middle.y];
  const open = !a.closed && !b.closed;
  const sure = Math.min(0.7, 0.8 * ratioOf(a, b)) + (a.closed === b.closed ? 0 : CLOSEDNESS);
  // Points lie at least as far off as middles do; a limb that turns about its end, less by its length at most.
  const off = far(ox, oy);
  const nearest = Math.max(0, off - (open ? Math.max(a.length, b.length) : 0));
  if (off > FARTHEST * size || sure + 5 * Math.min(nearest / size, 0.3) >= most) return null;
  let alignment = OPEN_ALIGNMENTS[0];
  let re = Number.NEGATIVE_INFINITY;
  let angle = 0;
  let pivot = Number.POSITIVE_INFINITY;
  let pivotAngle = 0;
  let pivotAlignment = OPEN_ALIGNMENTS[0];
  for (const each of alignmentsOf(a, b)) {
    const [r, i] = correlation(at.x, at.y, b, each.reverse, each.first);
    if (r > re) {
      re = r;
      alignment = each;
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
        pivotAlignment = each;
      }
    }
  }
  let distance = meanDistance(at, b, alignment);
  if (pivot < distance) {
    distance = pivot;
    angle = pivotAngle;
    alignment = pivotAlignment;
  }
  const straight = Math.sqrt(Math.max(0, (at.moment + b.moment - 2 * re) / (at.moment + b.moment)));
  const cost = sure + 0.9 * Math.min(likeness, straight) + 0.12 * Math.abs(angle) + 5 * Math.min(distance / size, 0.3);
  return cost < most ? { cost, alignment } : null;
}

/** What each pair costs by shape alone, wherever they lie; row by row. @param likeness how unlike they are */
export function shapeCosts(a: Shape[], b: Shape[], likeness: Float64Array): Float64Array {
  const m = b.length;
  return likeness.map((like, at) => {
    const [p, q] = [a[Math.floor(at / m)], b[at % m]];
    return 0.9 * Math.min(1, like) + Math.min(0.7, 0.8 * ratioOf(p, q)) + (p.closed === q.closed ? 0 : CLOSEDNESS);
  });
}
