/**
 * Limbs that have gone where the strokes around them do not lead: a turn and a shift that lays one loose stroke on another is
 * believed when it lays others on strokes of their kind as well, or joins them to the body where they were joined.
 */
import type { Affine } from './affine.ts';
import { POINTS, type Shape } from './shape.ts';

/** A sure match, and what loose strokes can be laid on. */
interface Known {
  a: number;
  b: number;
}

interface LimbJob {
  a: Shape[];
  b: Shape[];
  /** Strokes without a sure match. */
  looseA: number[];
  looseB: number[];
  known: Known[];
  /** How unlike strokes are, row by row. */
  likeness: Float64Array;
  size: number;
}

const ALIKE = 0.3;
const SAME_LENGTH = 0.3;
/** Shorter strokes, as a share of the figure's size, lead nowhere. */
const SHORTEST = 0.025;
/** How far a limb reaches, how near a stroke has to come to lie, and what touches: shares of the size. */
const REACH = 0.3;
const NEAR = 0.04;
const TOUCHES = 0.035;
const FARTHEST_TURN = 2.4;
/** Less support than this is chance. */
const ENOUGH = 0.9;

interface Guess {
  map: Affine;
  support: number;
  strokes: number[];
}

/** The turn and shift that lays one shape on another, one way along. */
function laid(a: Shape, b: Shape, reverse: boolean): { map: Affine; turn: number } {
  let [re, im] = [0, 0];
  for (let i = 0; i < POINTS; i++) {
    const k = reverse ? POINTS - 1 - i : i;
    re += a.x[i] * b.x[k] + a.y[i] * b.y[k];
    im += a.x[i] * b.y[k] - a.y[i] * b.x[k];
  }
  const turn = Math.atan2(im, re);
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const { x, y } = a.middle;
  return { map: [c, s, -s, c, b.middle.x - c * x + s * y, b.middle.y - s * x - c * y], turn };
}

const on = ([a, b, c, d, e, f]: Affine, x: number, y: number): [number, number] => [
  a * x + c * y + e,
  b * x + d * y + f,
];

/** Distance of a point from a shape's points. */
function distanceTo(shape: Shape, x: number, y: number): number {
  let best = Number.POSITIVE_INFINITY;
  for (let i = 0; i < POINTS; i++)
    best = Math.min(best, Math.hypot(shape.x[i] + shape.middle.x - x, shape.y[i] + shape.middle.y - y));
  return best;
}

const bell = (x: number) => Math.exp(-x * x);

/** What speaks for a map: loose strokes it lays on loose strokes, joints it keeps. */
function supportOf(job: LimbJob, i: number, j: number, map: Affine): { support: number; strokes: number[] } {
  const { a, b, looseA, looseB, known, likeness, size } = job;
  const strokes = [i];
  let support = 0;
  for (const k of looseA) {
    if (k === i || Math.hypot(a[k].middle.x - a[i].middle.x, a[k].middle.y - a[i].middle.y) > REACH * size) continue;
    const [x, y] = on(map, a[k].middle.x, a[k].middle.y);
    let best = 0;
    for (const l of looseB) {
      const unlike = likeness[k * b.length + l];
      if (l === j || !(unlike < 0.6) || Math.abs(Math.log(a[k].length / b[l].length)) > 2 * SAME_LENGTH) continue;
      const off = Math.hypot(x - b[l].middle.x, y - b[l].middle.y) / (NEAR * size);
      best = Math.max(best, bell(off) * Math.exp(-unlike / 0.25));
    }
    if (best > 0.3) strokes.push(k);
    support += best;
  }
  for (const end of [0, POINTS - 1]) {
    const [ex, ey] = [a[i].x[end] + a[i].middle.x, a[i].y[end] + a[i].middle.y];
    const [hx, hy] = on(map, ex, ey);
    let joint = 0;
    for (const { a: k, b: l } of known) {
      const before = distanceTo(a[k], ex, ey);
      if (before > TOUCHES * size) continue;
      joint = Math.max(joint, bell((distanceTo(b[l], hx, hy) - before) / (TOUCHES * size)));
    }
    support += 0.6 * joint;
  }
  return { support, strokes };
}

/** Maps for loose strokes that belong to a limb which went its own way. */
export function limbGuesses(job: LimbJob): Map<number, Affine> {
  const { a, b, looseA, looseB, likeness, size } = job;
  const guesses: Guess[] = [];
  for (const i of looseA) {
    if (a[i].length < SHORTEST * size) continue;
    for (const j of looseB) {
      const unlike = likeness[i * b.length + j];
      if (!(unlike < ALIKE) || Math.abs(Math.log(a[i].length / b[j].length)) > SAME_LENGTH) continue;
      for (const reverse of [false, true]) {
        const { map, turn } = laid(a[i], b[j], reverse);
        if (Math.abs(turn) > FARTHEST_TURN) continue;
        const { support, strokes } = supportOf(job, i, j, map);
        const weighed = support * Math.exp(-unlike / 0.5) * (1 - 0.15 * Math.abs(turn));
        if (weighed > ENOUGH) guesses.push({ map, support: weighed, strokes });
      }
    }
  }
  guesses.sort((p, q) => q.support - p.support);
  const out = new Map<number, Affine>();
  for (const { map, strokes } of guesses) for (const k of strokes) if (!out.has(k)) out.set(k, map);
  return out;
}
