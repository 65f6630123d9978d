/** Matches the lines of two drawings, beside others that match other pairs (`match-crew.ts`). */
import { type InkPair, type MatchedLines, matchInk } from '../core/paint/index.ts';
import { serve } from './serve.ts';

const face = {
  match: (pair: InkPair): MatchedLines => matchInk(pair),
};

export type MatchFace = typeof face;
serve(face);
