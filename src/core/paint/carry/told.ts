/**
 * What the hand has said of a region goes on to the regions that take after it, drawing by drawing, growing weaker where they are less
 * plainly the same: it was corrected there because what the painted drawings say is wrong, so they must not outvote it again.
 */
import type { Colours } from './colours.ts';
import type { CarriedFacts } from './planes.ts';
import { believedOf, type mostHeard } from './region-votes.ts';

/** The hand's word less strong than this is not heeded, nor passed on. */
const HEEDED = 0.35;

/** What the hand has said of a drawing's regions, by label. */
export interface Told {
  /** -1: nothing. */
  colour: Int32Array;
  /** 1 where it was said of the region itself. */
  strength: Float32Array;
}

/** What was said of this drawing itself. @param byHand colour by label; -1: nothing */
export const toldOf = (byHand: Int32Array): Told => ({
  colour: byHand,
  strength: Float32Array.from(byHand, (colour) => (colour >= 0 ? 1 : 0)),
});

type Sizes = Pick<CarriedFacts, 'areas' | 'ground'>;

/** What was said of a source's regions, as it holds for those of a target. @param most who says most of each @param byHand what was said of the target itself */
export function toldOn(
  { colour, strength }: Told,
  source: Sizes,
  target: Sizes,
  most: ReturnType<typeof mostHeard>,
  byHand: Int32Array | null,
): Told {
  const count = target.areas.length;
  const out: Told = { colour: new Int32Array(count).fill(-1), strength: new Float32Array(count) };
  for (let label = 1; label < count; label++) {
    if (byHand && byHand[label] >= 0) {
      out.colour[label] = byHand[label];
      out.strength[label] = 1;
      continue;
    }
    if (target.ground[label]) continue;
    const best = most.label[label];
    if (best === 0 || colour[best] < 0) continue;
    const strong = strength[best] * most.share[label] * believedOf(source, best, target, label);
    if (strong < HEEDED) continue;
    out.colour[label] = colour[best];
    out.strength[label] = strong;
  }
  return out;
}

/** Colours as judged, but where the hand's word is stronger. */
export function heeding(judged: Colours, { colour, strength }: Told): Colours {
  const { count } = judged;
  const out: Colours = {
    share: judged.share.slice(),
    count,
    sure: judged.sure.slice(),
    guessed: judged.guessed.slice(),
  };
  colour.forEach((own, label) => {
    if (own < 0) return;
    const agreed = judged.sure[label] * judged.share[label * count + own];
    if (strength[label] < agreed) return;
    out.share.fill(0, label * count, (label + 1) * count);
    out.share[label * count + own] = 1;
    out.sure[label] = strength[label];
    out.guessed[label] = 0;
  });
  return out;
}
