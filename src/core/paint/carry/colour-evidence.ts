/** What speaks for a region's having a colour, as numbers: read by the judge that has learnt to weigh them. */
import { perimetersOf } from '../map/region-facts.ts';
import { agreesBeside, besideRegions, colourBorders } from './colour-borders.ts';
import type { Colours } from './colours.ts';
import { isDivided } from './divided.ts';
import { LOOK, looksAlike, looksOf } from './looks-alike.ts';
import type { SpokenFacts } from './planes.ts';
import { goneOf, HEARD, numbersOf, rivalOf, type Speaker, saidOf } from './said.ts';

/** Colours that are not heard of are looked at only where the region looks like theirs: so many of them. */
const ALIKE = 3;
/** Stands for what cannot be compared. */
const UNLIKE = -9;
/** Map pixels of border that a point read beside a line stands for, about. */
const A_POINT = 2;

/** How far two regions that are taken for one differ in what they look like, their sizes left out: LOOK - 1 numbers. */
function unlike(own: Float32Array, label: number, theirs: Float32Array, from: number): number[] {
  return Array.from({ length: LOOK - 1 }, (_, k) =>
    from > 0 ? own[label * LOOK + k + 1] - theirs[from * LOOK + k + 1] : UNLIKE,
  );
}

/** A colour a region may have. */
export interface ColourCandidate {
  label: number;
  colour: number;
  /** Whether anything speaks for it whose own colour is no guess; else the region only looks like those of that colour. */
  known: boolean;
}

/** A drawing's regions as they are judged, with what that was judged by. */
export interface Judged {
  colours: Colours;
  candidates: ColourCandidate[];
  /** Evidence of the candidates, row by row, and how likely each is. */
  rows: Float32Array;
  likely: number[];
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
      candidates.push({ label, colour: c, known: Math.max(one.known[c], other.known[c]) >= HEARD });
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

/** For each candidate the likeliest of the others of its region. @param regions how many there are */
export function restOf(
  regions: number,
  candidates: Pick<ColourCandidate, 'label'>[],
  likely: ArrayLike<number>,
): Float32Array {
  const [best, second] = [new Float32Array(regions), new Float32Array(regions)];
  candidates.forEach(({ label }, k) => {
    if (likely[k] > best[label]) [best[label], second[label]] = [likely[k], best[label]];
    else if (likely[k] > second[label]) second[label] = likely[k];
  });
  return Float32Array.from(candidates, ({ label }, k) => (likely[k] >= best[label] ? second[label] : best[label]));
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
  const rest = restOf(target.areas.length, candidates, likely);
  const out = new Float32Array(candidates.length * (width + SECOND));
  candidates.forEach(({ label, colour }, k) => {
    const at = k * (width + SECOND);
    out.set(first.subarray(k * width, (k + 1) * width), at);
    out.set(
      [
        likely[k],
        likely[k] - rest[k],
        agreesBeside(around, label, known[0], colour, count),
        agreesBeside(around, label, known[1], colour, count),
        around[label * count + colour],
      ],
      at + width,
    );
  });
  return out;
}
