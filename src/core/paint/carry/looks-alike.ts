/**
 * Which regions look alike: for a part that comes into view where none of the lines around it were before, what it looks like, and
 * what the figure has most of, is all that tells its colour.
 */

import { perimetersOf } from '../map/region-facts.ts';
import { mostLikelyColours } from './colour-borders.ts';
import type { Colours } from './colours.ts';
import type { SpokenFacts } from './planes.ts';

/**
 * Numbers that say what a region looks like: its size, how drawn out it is, how much of its edge is beside the ground, how many regions lie
 * beside it, how much of its edge is beside one of them.
 */
export const LOOK = 5;
/** How much each of the first of them counts where any regions are compared; the others say more of two that are taken for one. */
const COUNTS = [0.5, 1, 1];
/** No region of a colour is further from looking like another. */
const FURTHEST = 3;

/** What each region looks like, LOOK numbers each. */
export function looksOf(facts: SpokenFacts): Float32Array {
  const { borders, areas, ground } = facts;
  const [outside, beside, most] = [0, 0, 0].map(() => new Float32Array(areas.length));
  for (let i = 0; i < borders.length; i += 3) {
    const [label, other, length] = borders.subarray(i, i + 3);
    if (ground[other]) outside[label] += length;
    beside[label]++;
    most[label] = Math.max(most[label], length);
  }
  const out = new Float32Array(areas.length * LOOK);
  perimetersOf(facts).forEach((around, label) => {
    out[label * LOOK] = Math.log(areas[label] + 1);
    out[label * LOOK + 1] = Math.log((around + 1) / Math.sqrt(areas[label] + 1));
    out[label * LOOK + 2] = outside[label] / (around + 1);
    out[label * LOOK + 3] = Math.log(beside[label] + 1);
    out[label * LOOK + 4] = most[label] / (around + 1);
  });
  return out;
}

/** How the regions of a drawing look beside those of a painted one. */
export interface Looks {
  /** What each region of the one and of the other looks like, as `looksOf` has it. */
  own: Float32Array;
  theirs: Float32Array;
  /** How far a region is from looking like the region of a colour that it looks most like. Row by row: region, colour. */
  apart: Float32Array;
  /** Shares of the painted figure's regions, and of their area, that have each colour. */
  counts: Float32Array;
  areas: Float32Array;
}

export function looksAlike(target: SpokenFacts, painted: SpokenFacts, colours: Colours): Looks {
  const { count } = colours;
  const colourOf = mostLikelyColours(colours);
  const [own, theirs] = [looksOf(target), looksOf(painted)];
  const out: Looks = {
    own,
    theirs,
    apart: new Float32Array(target.areas.length * count).fill(FURTHEST),
    counts: new Float32Array(count),
    areas: new Float32Array(count),
  };
  let [regions, area] = [0, 0];
  for (let from = 1; from < painted.areas.length; from++) {
    const colour = colourOf[from];
    if (painted.ground[from] || colour < 0) continue;
    out.counts[colour]++;
    out.areas[colour] += painted.areas[from];
    regions++;
    area += painted.areas[from];
    for (let label = 1; label < target.areas.length; label++) {
      if (target.ground[label]) continue;
      let sum = 0;
      for (let k = 0; k < COUNTS.length; k++)
        sum += COUNTS[k] * Math.abs(own[label * LOOK + k] - theirs[from * LOOK + k]);
      const at = label * count + colour;
      if (sum < out.apart[at]) out.apart[at] = sum;
    }
  }
  for (let c = 0; c < count; c++) {
    out.counts[c] /= regions || 1;
    out.areas[c] /= area || 1;
  }
  return out;
}
