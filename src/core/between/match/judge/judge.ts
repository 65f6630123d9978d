/** The judge: which lines of two drawings are one, by what has been learnt from drawings whose lines are known. */

import { likelihoods, readTrees } from '../../../learnt/trees.ts';
import type { Matching } from '../match.ts';
import type { Shape } from '../shape.ts';
import { decided, type JudgedPair } from './deciding.ts';
import type { Candidate } from './evidence.ts';
import { Judging, STAGES } from './judging.ts';
import written from './weights.json' with { type: 'json' };

const learnt = written.stages.map(readTrees);

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
