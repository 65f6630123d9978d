/** The judge: which lines of two drawings are one, by what has been learnt from drawings whose lines are known. */

import { likelihoods, readTrees } from '../../../learnt/trees.ts';
import { assign } from '../assignment.ts';
import type { Matching } from '../match.ts';
import type { Shape } from '../shape.ts';
import type { Candidate } from './evidence.ts';
import { Judging, STAGES } from './judging.ts';
import written from './weights.json' with { type: 'json' };

const learnt = written.stages.map(readTrees);

/** Pairs less likely than this are not made: their lines are alone. */
const LEAST = 0.15;
/** A line that has a partner takes another in only when that is so likely. */
const LEAST_OF_SEVERAL = 0.5;

export interface JudgedPair extends Candidate {
  /** How likely it is right, 0..1. */
  sure: number;
}

interface JudgeWishes {
  /** Pairs that are known. */
  fixed: Candidate[];
  /** Stages gone through: fewer are quicker, and a little less sure. */
  stages?: number;
  progress?: (share: number) => void;
}

/**
 * @param matching a first matching, which leads
 * @returns the pairs; a line may be in several of them where it is in pieces in the other drawing
 */
export function judged(
  a: Shape[],
  b: Shape[],
  matching: Matching,
  size: number,
  { fixed, stages = STAGES.length, progress = () => {} }: JudgeWishes,
): JudgedPair[] {
  const judging = new Judging(a, b, matching, size, fixed);
  STAGES.slice(0, stages).forEach((stage, k) => {
    judging.believe(likelihoods(learnt[k], judging.evidence(stage)));
    progress((k + 1) / stages);
  });
  return decided(judging.candidates, judging.belief, a.length, b.length);
}

const odds = (p: number) => Math.log((p + 1e-6) / (1 - p + 1e-6));
/** Odds are made costs above 0. */
const BASE = 20;

/** The likeliest pairs, one to one first; then those that share a line: of two lines that are one, one is in a single pair. */
function decided(candidates: Candidate[], belief: Float64Array, n: number, m: number): JudgedPair[] {
  const cost = new Float64Array(n * m).fill(Number.POSITIVE_INFINITY);
  const at = new Map<number, number>();
  candidates.forEach(({ a, b }, c) => {
    at.set(a * m + b, c);
    if (belief[c] > LEAST / 4) cost[a * m + b] = BASE - odds(belief[c]);
  });
  const out: JudgedPair[] = [];
  const [ofA, ofB] = [candidates, candidates].map((_, side) =>
    Array.from({ length: side ? m : n }, (): number[] => []),
  );
  const take = (a: number, b: number, sure: number) => {
    out.push({ a, b, sure });
    ofA[a].push(b);
    ofB[b].push(a);
  };
  assign(cost, n, m, BASE - odds(LEAST)).forEach((b, a) => {
    if (b >= 0) take(a, b, belief[at.get(a * m + b)!]);
  });
  const single = (partners: number[], back: number[][]) => partners.every((k) => back[k].length === 1);
  const others = candidates.map((_, c) => c).filter((c) => belief[c] > LEAST_OF_SEVERAL);
  for (const c of others.sort((p, q) => belief[q] - belief[p])) {
    const { a, b } = candidates[c];
    const [freeA, freeB] = [ofA[a].length === 0, ofB[b].length === 0];
    if ((freeA && (freeB || single(ofB[b], ofA))) || (freeB && single(ofA[a], ofB))) take(a, b, belief[c]);
  }
  return out;
}
