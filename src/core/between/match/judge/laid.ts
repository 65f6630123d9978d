/** How lines that have been led somewhere lie to those that may be their partners. */
import { type Alignment, alignmentsOf, correlation } from '../alignments.ts';
import type { Predicted } from '../pair-cost.ts';
import { POINTS, type Shape } from '../shape.ts';

/** Running across costs so much, as a share of the size; points of the shorter line that are looked at. */
const ACROSS = 0.12;
const PROBES = [6, 12, 17];

/** How a line that has been led somewhere lies on a partner best. */
export interface Laid {
  at: Predicted;
  alignment: Alignment;
  turn: number;
  /** What is left when neither turned nor sized any more, 0..1. */
  straight: number;
  /** Mean distance of their points, share of the size. */
  off: number;
}

/** How unlike two lines are when neither is turned nor sized any more, 0..1. @param re what their points have in common, laid so */
export function unlikeStraight(at: Predicted, b: Shape, re: number): number {
  const sum = at.moment + b.moment;
  return Math.sqrt(Math.max(0, (sum - 2 * re) / sum));
}

export function laidOn(a: Shape, at: Predicted, b: Shape, size: number): Laid {
  let best = Number.NEGATIVE_INFINITY;
  let alignment: Alignment = { reverse: false, first: 0 };
  let turn = 0;
  for (const each of alignmentsOf(a, b)) {
    const [re, im] = correlation(at.x, at.y, b, each.reverse, each.first);
    if (re <= best) continue;
    best = re;
    alignment = each;
    turn = Math.atan2(im, re);
  }
  const straight = unlikeStraight(at, b, best);
  const step = alignment.reverse ? -1 : 1;
  const [ox, oy] = [at.mx - b.middle.x, at.my - b.middle.y];
  let [k, off] = [alignment.first, 0];
  for (let i = 0; i < POINTS; i++) {
    off += Math.sqrt((at.x[i] + ox - b.x[k]) ** 2 + (at.y[i] + oy - b.y[k]) ** 2);
    k = (k + step + POINTS) % POINTS;
  }
  return { at, alignment, turn, straight, off: off / POINTS / size };
}

/** The least value among the others in the same row, and in the same column. */
export interface Rivals {
  row: Float64Array;
  column: Float64Array;
}

export function rivals(candidates: { a: number; b: number }[], value: ArrayLike<number>, n: number, m: number): Rivals {
  const others = (lines: number, of: (each: { a: number; b: number }) => number) => {
    const [first, second] = [new Float64Array(lines).fill(9), new Float64Array(lines).fill(9)];
    candidates.forEach((each, c) => {
      const k = of(each);
      if (value[c] < first[k]) [first[k], second[k]] = [value[c], first[k]];
      else if (value[c] < second[k]) second[k] = value[c];
    });
    return Float64Array.from(candidates, (each, c) =>
      value[c] <= first[of(each)] ? second[of(each)] : first[of(each)],
    );
  };
  return { row: others(n, (each) => each.a), column: others(m, (each) => each.b) };
}

/** How straight a line is: 0 (straight) .. 1 (comes back to where it began). */
export const bentness = (shape: Shape) =>
  1 -
  Math.min(
    1,
    Math.hypot(shape.x[POINTS - 1] - shape.x[0], shape.y[POINTS - 1] - shape.y[0]) / Math.max(1, shape.length),
  );

/** How near the shorter of two lines comes to the longer, and whether it runs the same way there; share of the size. */
export function beside(a: Shape, at: Predicted, b: Shape, size: number): number {
  const [sx, sy, ox, oy, lx, ly, closed] =
    a.length < b.length
      ? [at.x, at.y, at.mx - b.middle.x, at.my - b.middle.y, b.x, b.y, b.closed]
      : [b.x, b.y, b.middle.x - at.mx, b.middle.y - at.my, at.x, at.y, a.closed];
  let sum = 0;
  for (const k of PROBES) {
    const [x, y] = [sx[k] + ox, sy[k] + oy];
    let [best, near] = [Number.POSITIVE_INFINITY, 0];
    for (let i = 0; i < POINTS; i++) {
      const off = (lx[i] - x) ** 2 + (ly[i] - y) ** 2;
      if (off < best) [best, near] = [off, i];
    }
    const p = closed ? (near + POINTS - 1) % POINTS : Math.max(0, near - 1);
    const q = closed ? (near + 1) % POINTS : Math.min(POINTS - 1, near + 1);
    const [ex, ey] = [lx[q] - lx[p], ly[q] - ly[p]];
    const [dx, dy] = [sx[k + 2] - sx[k - 2], sy[k + 2] - sy[k - 2]];
    const cross = Math.abs(ex * dy - ey * dx) / (Math.sqrt((ex * ex + ey * ey) * (dx * dx + dy * dy)) || 1);
    sum += Math.sqrt(best) / size + ACROSS * cross;
  }
  return sum / PROBES.length;
}
