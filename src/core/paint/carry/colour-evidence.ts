/** What speaks for a region's having a colour, as numbers: read by the judge that has learnt to weigh them. */
import { perimetersOf, type RegionFacts } from '../map/region-facts.ts';
import { agreesBeside, besideRegions, colourBorders } from './colour-borders.ts';
import type { Colours } from './colours.ts';
import { isDivided } from './divided.ts';
import { LOOK, looksAlike, looksOf } from './looks-alike.ts';
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

/** Colours that less is heard of are looked at only where the region looks like theirs: so many of them. */
const HEARD = 0.01;
const ALIKE = 3;
/** A colour is known when so much of what is heard speaks for it and is no guess itself. */
const KNOWN = +(process.env.KNOWN ?? 0.01);
/** Stands for what cannot be compared. */
const UNLIKE = -9;
/** Map pixels of border that a point read beside a line stands for, about. */
const A_POINT = 2;

/** What one speaker says of one region, colour by colour. */
interface Said {
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
interface Gone {
  warp: Float32Array;
  sides: Float32Array;
}

function goneOf({ votes, facts }: Speaker, areas: Int32Array): Gone {
  const out = { warp: new Float32Array(facts.areas.length), sides: new Float32Array(facts.areas.length) };
  for (let label = 0; label + 1 < votes.first.length; label++)
    for (let k = votes.first[label]; k < votes.first[label + 1]; k++) {
      out.warp[votes.source[k]] += votes.warp[k] * areas[label];
      out.sides[votes.source[k]] += votes.sides[k];
    }
  return out;
}

function saidOf(
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

/** How far two regions that are taken for one differ in what they look like, their sizes left out: LOOK - 1 numbers. */
function unlike(own: Float32Array, label: number, theirs: Float32Array, from: number): number[] {
  return Array.from({ length: LOOK - 1 }, (_, k) =>
    from > 0 ? own[label * LOOK + k + 1] - theirs[from * LOOK + k + 1] : UNLIKE,
  );
}

/** What a speaker says of a colour: 10 numbers. */
function numbersOf({ facts, colours }: Speaker, said: Said, c: number, area: number): number[] {
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

/** A colour a region may have. */
export interface ColourCandidate {
  label: number;
  colour: number;
  /** Whether anything speaks for it whose own colour is no guess; else the region only looks like those of that colour. */
  known: boolean;
}

/** The most that is said for any other colour. */
function rivalOf({ sides, warp }: Said, c: number): number {
  let most = 0;
  for (let k = 0; k < sides.length; k++) if (k !== c) most = Math.max(most, (sides[k] + warp[k]) / 2);
  return most;
}

/**
 * Evidence for the colours of a target's regions, row by row; regions outside are left out.
 * @param beside the drawing before; @param painted the painted drawing itself; @param steps how many drawings off that is
 */
export function colourEvidence(
  target: SpokenFacts,
  beside: Speaker,
  painted: Speaker,
  steps: number,
): { candidates: ColourCandidate[]; rows: Float32Array } {
  const { count } = beside.colours;
  const candidates: ColourCandidate[] = [];
  const rows: number[] = [];
  const total = target.areas.reduce((sum, area, label) => sum + (target.ground[label] || label === 0 ? 0 : area), 1);
  const goneBeside = goneOf(beside, target.areas);
  const gonePainted = painted === beside ? goneBeside : goneOf(painted, target.areas);
  const looks = looksAlike(target, painted.facts, painted.colours);
  const perimeters = perimetersOf(target);
  const besides = painted === beside ? looks.theirs : looksOf(beside.facts);
  for (let label = 1; label < target.areas.length; label++) {
    if (target.ground[label]) continue;
    const one = saidOf(beside, goneBeside, label, target);
    const other = painted === beside ? one : saidOf(painted, gonePainted, label, target);
    const area = target.areas[label];
    const apart = looks.apart.subarray(label * count, (label + 1) * count);
    const sorted = apart.slice().sort();
    for (let c = 0; c < count; c++) {
      const heard = Math.max(one.sides[c], one.warp[c], other.sides[c], other.warp[c]) >= HEARD;
      if (!heard && apart[c] > sorted[Math.min(ALIKE, count) - 1]) continue;
      candidates.push({ label, colour: c, known: Math.max(one.known[c], other.known[c]) >= KNOWN });
      rows.push(
        ...numbersOf(beside, one, c, area),
        ...numbersOf(painted, other, c, area),
        c === 0 ? 1 : 0,
        Math.log(area / total) / 4,
        rivalOf(one, c),
        rivalOf(other, c),
        painted === beside ? 1 : 0,
        Math.min(steps, 8) / 8,
        beside.matched,
        painted.matched,
        apart[c],
        apart[c] - (apart[c] > sorted[0] ? sorted[0] : sorted[Math.min(1, count - 1)]),
        looks.counts[c],
        looks.areas[c],
        (A_POINT * one.heardSides) / (perimeters[label] + 1),
        isDivided(target, label) ? 1 : 0,
        ...unlike(looks.own, label, besides, one.best[c]),
        ...unlike(looks.own, label, looks.theirs, other.best[c]),
      );
    }
  }
  return { candidates, rows: Float32Array.from(rows) };
}

/** Numbers for each candidate in the second look, besides those of the first. */
const SECOND = 5;

/**
 * The evidence of a second look, when the regions around are judged: what lies beside a region is held against what lies beside a
 * colour where that is known. @param first rows of the first look; @param likely what came of it
 */
export function secondEvidence(
  target: SpokenFacts,
  beside: Speaker,
  painted: Speaker,
  candidates: ColourCandidate[],
  first: Float32Array,
  likely: ArrayLike<number>,
  colours: Colours,
): Float32Array {
  const width = first.length / Math.max(1, candidates.length);
  const { count } = colours;
  const around = besideRegions(target, colours);
  const known = [beside, painted].map((speaker) => colourBorders(speaker.facts, speaker.colours));
  const [best, second] = [new Float32Array(target.areas.length), new Float32Array(target.areas.length)];
  candidates.forEach(({ label }, k) => {
    if (likely[k] > best[label]) [best[label], second[label]] = [likely[k], best[label]];
    else if (likely[k] > second[label]) second[label] = likely[k];
  });
  const out = new Float32Array(candidates.length * (width + SECOND));
  candidates.forEach(({ label, colour }, k) => {
    const at = k * (width + SECOND);
    out.set(first.subarray(k * width, (k + 1) * width), at);
    const rival = likely[k] >= best[label] ? second[label] : best[label];
    out.set(
      [
        likely[k],
        likely[k] - rival,
        agreesBeside(around, label, known[0], colour, count),
        agreesBeside(around, label, known[1], colour, count),
        around[label * count + colour],
      ],
      at + width,
    );
  });
  return out;
}
