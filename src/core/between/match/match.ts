/**
 * Which stroke of one drawing is which of another, whatever their order, direction, start and number of points. Shapes are
 * compared up to turn and size, then by where each ought to come to lie: every stroke has a map of its own, fitted to the sure
 * matches around it, and the assignment is made anew a few times.
 */
import type { Matrix } from '../../plane/matrix.ts';
import { PairSums } from './affine.ts';
import type { Alignment } from './alignments.ts';
import { assign } from './assignment.ts';
import { boxToBox, votedShift } from './first-guess.ts';
import { sumsThere } from './judge/surroundings.ts';
import { limbGuesses } from './limbs.ts';
import { costOf, FARTHEST, likestAlignment, predicted, ratioOf, shapeCosts, unlike } from './pair-cost.ts';
import { bonds, type Gaps, gapsOf, type Relations, relations } from './relations.ts';
import type { Shape } from './shape.ts';

export interface Match {
  a: number;
  b: number;
  alignment: Alignment;
  /** 0..1. */
  sure: number;
}

const ROUNDS = 5;
const FARTHEST_RATIO = 1.2;
const ALONE = [1.7, 1.6, 1.6, 1.45, 1.45, 1.45];
const NEAR = [0.16, 0.16, 0.13, 0.1, 0.1, 0.1];
const SETTLED = 2;
const FAR = 0.55;
/** Of many pairs only those near by or much alike are looked at; in drawings of very many lines neighbours are not asked. */
const CROWDED = 4_000;
const NEAR_BY = 0.2;
const ALIKE = 0.1;
export const MOST_ASKED = 90_000;
/** In so many of the last rounds neighbours are asked; what a pair then costs by itself counts so much, and being left alone costs this. */
const ASKED = 2;
const OWN_SHARE = 0.3;
const ALONE_ASKED = 1.6;
/** How a stroke's part goes: its own say, and how much more firm bonds count than loose ones. */
const OWN_WEIGHT = 0.5;
const FIRM = 3;
/** How much less a pair says of its part by how different its lines are in length: by the logarithm of the ratio. */
export const LENGTH_LOSS = 3;
/** What a pair costs that is known. */
const KNOWN = 0.05;
/** How much dearer than what is left alone another match may be and still make one less sure. */
const RIVAL = 0.3;
/** Matches less sure than this are open to another guess. */
const SURE = 0.2;

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
export const sumsOf = (a: Shape[], b: Shape[], matches: Match[]): PairSums[] =>
  matches.map(({ a: i, b: j, alignment }) => sumsThere(a[i], b[j], alignment));

/** A map for each stroke of `a` from those it holds together with: how the part it belongs to goes. */
export function partMaps(
  a: Shape[],
  b: Shape[],
  matches: Match[],
  gaps: Gaps,
  size: number,
  fallback: Matrix,
): Matrix[] {
  const sums = sumsOf(a, b, matches);
  const near = localMaps(a, b, matches, NEAR[ROUNDS - 1], size, fallback);
  const hold = (0.05 * size) ** 2;
  const bond = bonds(a, b, matches, gaps, size);
  // A line that is longer in one drawing is partly hidden in the other: stretched onto it, it misleads.
  const asLong = matches.map(({ a: i, b: j }) => Math.exp(-LENGTH_LOSS * ratioOf(a[i], b[j])));
  matches.forEach(({ a: i }, k) => {
    const all = new PairSums();
    all.addAll(sums[k], OWN_WEIGHT * asLong[k]);
    for (let l = 0; l < matches.length; l++) {
      const w = bond[k * matches.length + l] ** FIRM * asLong[l];
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
  /** In how many rounds neighbours are asked: 2; 1 is enough (and quicker) for drawings that follow one another. */
  asked?: number;
  /** Told how far it has come, 0..1; may throw to stop. */
  progress?: (share: number) => void;
}

export interface Matching {
  matches: Match[];
  /** Where each stroke of a comes to lie in b, as its neighbours have it. */
  maps: Matrix[];
  /** Gaps between the strokes of either drawing: measuring them takes long. */
  gaps: Gaps;
}

/** Which partner each stroke of a is known to have (-1: none is known), and which strokes of b are known to be a partner. */
interface KnownPairs {
  of: Int32Array;
  taken: Uint8Array;
}

function knownPairs(n: number, m: number, fixed: { a: number; b: number }[]): KnownPairs {
  const known = { of: new Int32Array(n).fill(-1), taken: new Uint8Array(m) };
  for (const { a, b } of fixed) {
    known.of[a] = b;
    known.taken[b] = 1;
  }
  return known;
}

/** Whether a pair may be at all, as far as is known. */
const mayBe = ({ of, taken }: KnownPairs, i: number, j: number) => (of[i] >= 0 ? of[i] === j : taken[j] === 0);

function likenesses(a: Shape[], b: Shape[], known: KnownPairs): Float64Array {
  const m = b.length;
  const out = new Float64Array(a.length * m).fill(Number.POSITIVE_INFINITY);
  for (let i = 0; i < a.length; i++)
    for (let j = 0; j < m; j++)
      if (mayBe(known, i, j) && ratioOf(a[i], b[j]) <= FARTHEST_RATIO) out[i * m + j] = unlike(a[i], b[j]);
  return out;
}

interface RoundJob {
  a: Shape[];
  b: Shape[];
  likeness: Float64Array;
  known: KnownPairs;
  size: number;
  round: number;
  /** Maps that each stroke of a may go by, set by set. */
  maps: Matrix[][];
  /** Where a limb is guessed to have gone. */
  limbs: Map<number, Matrix>;
}

/** What each pair costs in a round, row by row (infinite: it is not to be had), and how it would lie. */
interface Costs {
  cost: Float64Array;
  alignments: (Alignment | null)[];
}

function costsOf({ a, b, likeness, known, size, round, maps, limbs }: RoundJob): Costs {
  const [n, m] = [a.length, b.length];
  const cost = new Float64Array(n * m).fill(Number.POSITIVE_INFINITY);
  const alignments: (Alignment | null)[] = Array(n * m).fill(null);
  // What costs more is neither taken nor a rival of what is.
  const worth = ALONE[round] + RIVAL;
  const crowded = n * m > CROWDED;
  // Once the maps have settled, what would come to lie far off is not looked at; among many not before either.
  const widest = ((round >= SETTLED ? FAR : FARTHEST) * size) ** 2;
  const nearBy = (NEAR_BY * size) ** 2;
  for (let i = 0; i < n; i++) {
    const own = limbs.get(i);
    const guesses = [...maps.map((each) => each[i]), ...(own ? [own] : [])].map((map) => predicted(a[i], map));
    const isKnown = known.of[i] >= 0;
    for (let j = 0; j < m; j++) {
      const at = i * m + j;
      const like = likeness[at];
      if (!mayBe(known, i, j) || (!isKnown && like === Number.POSITIVE_INFINITY)) continue;
      const { x, y } = b[j].middle;
      const reach = isKnown ? Number.POSITIVE_INFINITY : crowded && like > ALIKE ? nearBy : widest;
      for (const guess of guesses) {
        const [dx, dy] = [guess.mx - x, guess.my - y];
        if (dx * dx + dy * dy > reach) continue;
        const most = isKnown ? Number.POSITIVE_INFINITY : Math.min(cost[at], worth);
        const fit = costOf(a[i], guess, b[j], Math.min(1, like), size, most);
        if (!fit) continue;
        cost[at] = fit.cost;
        alignments[at] = fit.alignment;
      }
      if (isKnown) {
        alignments[at] ??= likestAlignment(a[i], b[j]);
        cost[at] = Math.min(cost[at], KNOWN);
      }
    }
  }
  return { cost, alignments };
}

/** The cheapest matches, and how sure each is beside its rivals. */
function matchesOf({ cost, alignments }: Costs, n: number, m: number, alone: number): Match[] {
  const of = assign(cost, n, m, alone);
  const out: Match[] = [];
  for (let i = 0; i < n; i++) {
    const j = of[i];
    if (j < 0) continue;
    const here = cost[i * m + j];
    let second = alone + RIVAL;
    for (let k = 0; k < m; k++) if (k !== j) second = Math.min(second, cost[i * m + k]);
    for (let k = 0; k < n; k++) if (k !== i) second = Math.min(second, cost[k * m + j]);
    const sure = Math.exp(-here / 0.5) / (1 + Math.exp(-(second - here) / 0.12));
    out.push({ a: i, b: j, alignment: alignments[i * m + j]!, sure });
  }
  return out;
}

/** Matches the strokes of two drawings. */
export function matchShapes(
  a: Shape[],
  b: Shape[],
  { size, fixed = [], asked = ASKED, progress = () => {} }: MatchWishes,
): Matching {
  const [n, m] = [a.length, b.length];
  const known = knownPairs(n, m, fixed);
  const likeness = likenesses(a, b, known);
  progress(0.2);
  const starts = [votedShift(a, b, likeness, size), boxToBox(a, b)];
  let maps: Matrix[][] = starts.map((map) => a.map(() => map));
  let matches: Match[] = [];
  let limbs = new Map<number, Matrix>();
  const near = gapsOf(a, b, size);
  const byShape = shapeCosts(a, b, likeness);
  // Where all partners are known there is nothing to find out.
  const settled = known.of.every((j) => j >= 0) || known.taken.every((taken) => taken === 1);
  for (let round = settled ? ROUNDS - 1 : 0; round < ROUNDS; round++) {
    const costs = costsOf({ a, b, likeness, known, size, round, maps, limbs });
    let alone = ALONE[round];
    if (!settled && round >= ROUNDS - asked && n * m <= MOST_ASKED) {
      askNeighbours(
        costs,
        known,
        relations({ a, b, shapeCost: byShape, cost: costs.cost, maps: maps[0], size, ...near }),
      );
      alone = ALONE_ASKED;
    }
    matches = matchesOf(costs, n, m, alone);
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
  return { matches, maps: partMaps(a, b, matches, near, size, starts[0]), gaps: near };
}

/** Lets what neighbours say into the costs of pairs that are not known. */
function askNeighbours({ cost, alignments }: Costs, { of }: KnownPairs, said: Relations): void {
  const m = cost.length / Math.max(1, of.length);
  for (let at = 0; at < cost.length; at++) {
    if (cost[at] === Number.POSITIVE_INFINITY || of[Math.floor(at / m)] >= 0) continue;
    cost[at] = OWN_SHARE * cost[at] + 1 - Math.max(0, said.support[at]);
    if (said.alignments[at] && alignments[at]) alignments[at] = said.alignments[at];
  }
}
