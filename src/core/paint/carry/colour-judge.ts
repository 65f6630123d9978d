/** The judge of colours: what colour each region has, by what has been learnt from drawings whose colours are known. */
import { likelihoods, readTrees } from '../../learnt/trees.ts';
import type { RegionFacts } from '../map/region-facts.ts';
import { type ColourCandidate, colourEvidence, type Judged, secondEvidence } from './colour-evidence.ts';
import written from './colour-weights.json' with { type: 'json' };
import type { Colours } from './colours.ts';
import { evidenceBack } from './look-back.ts';
import type { SpokenFacts } from './planes.ts';
import type { Speaker } from './said.ts';

const [first, second, back] = written.looks.map(readTrees);

/** A guess is never surer than this. */
const GUESSED = 0.7;

/** How likely each candidate is: one that nothing known speaks for is a guess by what the region looks like, however well it looks. */
export const guessesHeld = (candidates: ColourCandidate[], likely: ArrayLike<number>): number[] =>
  candidates.map(({ known }, k) => (known ? likely[k] : Math.min(likely[k], GUESSED)));

/**
 * The colours of a drawing's regions, by what the drawing beside it and the painted one say.
 * @param byHand what the hand has settled, by label; -1: nothing
 */
export function judgedColours(
  facts: SpokenFacts,
  beside: Speaker,
  painted: Speaker,
  steps: number,
  byHand: Int32Array | null,
): Judged {
  const { count } = beside.colours;
  const { candidates, rows } = colourEvidence(facts, beside, painted, steps);
  const likely = likelihoods(first, rows);
  const around = coloursBy(facts, count, candidates, likely, byHand);
  const again = secondEvidence(facts, beside, painted, candidates, rows, likely, around);
  const held = guessesHeld(candidates, likelihoods(second, again));
  return {
    colours: coloursBy(facts, count, candidates, held, byHand),
    candidates,
    rows: again,
    likely: held,
  };
}

/** The colours of a drawing's regions, when the drawing after it has been judged too. */
export function judgedBack(facts: SpokenFacts, ahead: Speaker, judged: Judged, byHand: Int32Array | null): Colours {
  const { candidates, colours } = judged;
  const held = guessesHeld(candidates, likelihoods(back, evidenceBack(facts, ahead, judged)));
  return coloursBy(facts, colours.count, candidates, held, byHand);
}

/** Colours by how likely each candidate is; what is settled by hand, and the ground, is sure. */
export function coloursBy(
  { areas, ground }: Pick<RegionFacts, 'areas' | 'ground'>,
  count: number,
  candidates: ColourCandidate[],
  likely: ArrayLike<number>,
  byHand: Int32Array | null,
): Colours {
  const out: Colours = {
    share: new Float32Array(areas.length * count),
    count,
    sure: new Float32Array(areas.length),
    guessed: new Uint8Array(areas.length),
  };
  const sums = new Float32Array(areas.length);
  candidates.forEach(({ label, colour, known }, k) => {
    out.share[label * count + colour] = likely[k];
    if (likely[k] > out.sure[label]) {
      out.sure[label] = likely[k];
      out.guessed[label] = known ? 0 : 1;
    }
    sums[label] += likely[k];
  });
  for (let label = 1; label < areas.length; label++) {
    const colour = byHand && byHand[label] >= 0 ? byHand[label] : ground[label] ? 0 : -1;
    if (colour >= 0) {
      out.share.fill(0, label * count, (label + 1) * count);
      out.share[label * count + colour] = 1;
      out.sure[label] = 1;
      out.guessed[label] = 0;
    } else if (sums[label] > 0) {
      // More than one colour cannot be likely at once.
      if (sums[label] > 1) out.sure[label] /= sums[label];
      for (let c = 0; c < count; c++) out.share[label * count + c] /= sums[label];
    }
  }
  return out;
}

/** How likely a region has a colour, 0..1. */
export function likelihoodOf({ share, count, sure }: Colours, label: number, colour: number): number {
  let most = 0;
  for (let c = 0; c < count; c++) most = Math.max(most, share[label * count + c]);
  return most > 0 ? (sure[label] * share[label * count + colour]) / most : 0;
}
