/** What one drawing says of another's regions, colour by colour. */
import type { RegionFacts } from '../map/region-facts.ts';
import type { Colours } from './colours.ts';
import type { SpokenFacts } from './planes.ts';
import { believedOf, type RegionVotes, SIDES } from './region-votes.ts';

/** A drawing that speaks of another's regions. */
export interface Speaker {
  votes: RegionVotes;
  facts: SpokenFacts;
  colours: Colours;
  /** How well the lines of the two drawings are matched, 0..1. */
  matched: number;
}

/** Of colours that less is heard of nothing is said. */
export const HEARD = 0.01;

/** What one speaker says of one region, colour by colour. */
export interface Said {
  sides: Float32Array;
  warp: Float32Array;
  /** What of them comes from regions whose own colour is no guess: the larger of the two shares. */
  known: Float32Array;
  /** The source region that speaks most for each colour; 0: none. */
  best: Int32Array;
  /** Of that region and the target's: how far they lie over one another, and what share of its places and sides came here. */
  over: Float32Array;
  heir: Float32Array;
  sideHeir: Float32Array;
  heardSides: number;
  heardWarp: number;
}

/** Shares of each source region that have gone anywhere: places (weighed by area), and sides. */
export interface Gone {
  warp: Float32Array;
  sides: Float32Array;
}

export function goneOf({ votes, facts }: Speaker, areas: Int32Array): Gone {
  const out = { warp: new Float32Array(facts.areas.length), sides: new Float32Array(facts.areas.length) };
  for (let label = 0; label + 1 < votes.first.length; label++)
    for (let k = votes.first[label]; k < votes.first[label + 1]; k++) {
      out.warp[votes.source[k]] += votes.warp[k] * areas[label];
      out.sides[votes.source[k]] += votes.sides[k];
    }
  return out;
}

export function saidOf(
  { votes, facts, colours }: Speaker,
  gone: Gone,
  label: number,
  target: Pick<RegionFacts, 'areas' | 'ground'>,
): Said {
  const { count } = colours;
  const out: Said = {
    sides: new Float32Array(count),
    warp: new Float32Array(count),
    known: new Float32Array(count),
    best: new Int32Array(count),
    over: new Float32Array(count),
    heir: new Float32Array(count),
    sideHeir: new Float32Array(count),
    heardSides: 0,
    heardWarp: 0,
  };
  const most = new Float32Array(count);
  const guessed = { sides: new Float32Array(count), warp: new Float32Array(count) };
  let [sides, warp] = [0, 0];
  const area = target.areas[label];
  for (let k = votes.first[label]; k < votes.first[label + 1]; k++) {
    const from = votes.source[k];
    const [s, w] = [votes.sides[k], votes.warp[k]];
    out.heardSides += s;
    out.heardWarp += w;
    const heard = believedOf(facts, from, target, label);
    const believed = heard * colours.sure[from];
    // What says nothing sure counts among all that is heard: little that is known is not taken for everything.
    sides += s * heard;
    warp += w * heard;
    const lies = w * area;
    const over = lies / (area + facts.areas[from] - lies + 1);
    for (let c = 0; c < count; c++) {
      const share = colours.share[from * count + c];
      if (share < HEARD) continue;
      out.sides[c] += s * believed * share;
      out.warp[c] += w * believed * share;
      if (colours.guessed[from]) {
        guessed.sides[c] += s * believed * share;
        guessed.warp[c] += w * believed * share;
      }
      const much = (w + s / SIDES) * share * believed;
      if (much <= most[c]) continue;
      most[c] = much;
      out.best[c] = from;
      out.over[c] = over;
      out.heir[c] = lies / (gone.warp[from] + 1e-3);
      out.sideHeir[c] = s / (gone.sides[from] + 1e-3);
    }
  }
  for (let c = 0; c < count; c++) {
    if (sides > 0) {
      out.known[c] = (out.sides[c] - guessed.sides[c]) / sides;
      out.sides[c] /= sides;
    }
    if (warp > 0) {
      out.known[c] = Math.max(out.known[c], (out.warp[c] - guessed.warp[c]) / warp);
      out.warp[c] /= warp;
    }
  }
  return out;
}

/** What a speaker says of a colour: 10 numbers. */
export function numbersOf({ facts, colours }: Speaker, said: Said, c: number, area: number): number[] {
  const from = said.best[c];
  const ratio = from > 0 ? Math.min(3, Math.abs(Math.log((area + 1) / (facts.areas[from] + 1)))) : 3;
  return [
    said.sides[c],
    said.warp[c],
    said.over[c],
    said.heir[c],
    said.sideHeir[c],
    ratio,
    from > 0 ? colours.sure[from] * colours.share[from * colours.count + c] : 0,
    from > 0 ? facts.ground[from] : 0,
    Math.min(1, said.heardSides / SIDES),
    said.heardWarp,
  ];
}

/** The most that is said for any other colour. */
export function rivalOf({ sides, warp }: Said, c: number): number {
  let most = 0;
  for (let k = 0; k < sides.length; k++) if (k !== c) most = Math.max(most, (sides[k] + warp[k]) / 2);
  return most;
}
