/**
 * Limbs that have gone where the strokes around them do not lead: a turn and a shift that lays one loose stroke on another is
 * believed when it lays others on strokes of their kind as well, or joins them to the body where they were joined.
 */
import { type Matrix, mapPoint } from '../../plane/matrix.ts';
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
const WIDE = 2.5;
const FARTHEST_TURN = 2.4;
/** Loose strokes of a drawing that are looked at. */
const MOST = 40;
/** Less support than this is chance. */
const ENOUGH = 0.9;

interface Guess {
  map: Matrix;
  support: number;
  strokes: number[];
}

/** The turn and shift that lays one shape on another, one way along. */
function laid(a: Shape, b: Shape, reverse: boolean): { map: Matrix; turn: number } {
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

/** Distance of a point from a shape's points. */
function distanceTo(shape: Shape, x: number, y: number): number {
  let best = Number.POSITIVE_INFINITY;
  for (let i = 0; i < POINTS; i++)
    best = Math.min(best, (shape.x[i] + shape.middle.x - x) ** 2 + (shape.y[i] + shape.middle.y - y) ** 2);
  return Math.sqrt(best);
}

const bell = (x: number) => Math.exp(-x * x);

/** An end of a stroke, and the matched strokes it touches: which they are in the other drawing, and the gap between. */
interface Joint {
  x: number;
  y: number;
  touched: { b: number; gap: number }[];
}

function jointsOf({ a, known, size }: LimbJob, i: number): Joint[] {
  return [0, POINTS - 1].map((end) => {
    const [x, y] = [a[i].x[end] + a[i].middle.x, a[i].y[end] + a[i].middle.y];
    const touched = known
      .map(({ a: k, b }) => ({ b, gap: distanceTo(a[k], x, y) }))
      .filter(({ gap }) => gap <= TOUCHES * size);
    return { x, y, touched };
  });
}

/** What speaks for a map: loose strokes it lays on loose strokes, joints it keeps. */
function supportOf(
  { a, b, looseA, looseB, likeness, size }: LimbJob,
  joints: Joint[],
  i: number,
  j: number,
  map: Matrix,
): { support: number; strokes: number[] } {
  const strokes = [i];
  let support = 0;
  // Beyond this the bell is as good as nothing.
  const near = (WIDE * NEAR * size) ** 2;
  for (const k of looseA) {
    if (k === i || Math.hypot(a[k].middle.x - a[i].middle.x, a[k].middle.y - a[i].middle.y) > REACH * size) continue;
    const [x, y] = mapPoint(map, a[k].middle.x, a[k].middle.y);
    let best = 0;
    for (const l of looseB) {
      const off = (x - b[l].middle.x) ** 2 + (y - b[l].middle.y) ** 2;
      if (off > near || l === j) continue;
      const unlike = likeness[k * b.length + l];
      if (!(unlike < 0.6) || Math.abs(Math.log(a[k].length / b[l].length)) > 2 * SAME_LENGTH) continue;
      best = Math.max(best, Math.exp(-off / (NEAR * size) ** 2) * Math.exp(-unlike / 0.25));
    }
    if (best > 0.3) strokes.push(k);
    support += best;
  }
  for (const { x, y, touched } of joints) {
    const [hx, hy] = mapPoint(map, x, y);
    let joint = 0;
    for (const { b: l, gap } of touched)
      joint = Math.max(joint, bell((distanceTo(b[l], hx, hy) - gap) / (TOUCHES * size)));
    support += 0.6 * joint;
  }
  return { support, strokes };
}

/** Maps for loose strokes that belong to a limb which went its own way. */
export function limbGuesses(all: LimbJob): Map<number, Matrix> {
  const { a, b, likeness, size } = all;
  // The longest lead; where nearly everything is loose the rest would only cost time.
  const longest = (shapes: Shape[], loose: number[]) =>
    [...loose].sort((p, q) => shapes[q].length - shapes[p].length).slice(0, MOST);
  const job = { ...all, looseA: longest(a, all.looseA), looseB: longest(b, all.looseB) };
  const { looseA, looseB } = job;
  const guesses: Guess[] = [];
  for (const i of looseA) {
    if (a[i].length < SHORTEST * size) continue;
    const joints = jointsOf(job, i);
    for (const j of looseB) {
      const unlike = likeness[i * b.length + j];
      if (!(unlike < ALIKE) || Math.abs(Math.log(a[i].length / b[j].length)) > SAME_LENGTH) continue;
      for (const reverse of [false, true]) {
        const { map, turn } = laid(a[i], b[j], reverse);
        if (Math.abs(turn) > FARTHEST_TURN) continue;
        const { support, strokes } = supportOf(job, joints, i, j, map);
        const weighed = support * Math.exp(-unlike / 0.5) * (1 - 0.15 * Math.abs(turn));
        if (weighed > ENOUGH) guesses.push({ map, support: weighed, strokes });
      }
    }
  }
  guesses.sort((p, q) => q.support - p.support);
  const out = new Map<number, Matrix>();
  for (const { map, strokes } of guesses) for (const k of strokes) if (!out.has(k)) out.set(k, map);
  return out;
}
