/** Two drawings with their lines matched, as paint is carried from one to the other. */

import { Field, matchLines, type Pairing, pairUp, type Shape } from '../../between/index.ts';
import { inverse } from '../../plane/matrix.ts';
import type { RegionFacts } from '../map/region-facts.ts';
import type { RegionMap } from '../map/regions.ts';

/** The least sure match still counts so much; one this sure is taken for known. */
const LEAST_BELIEF = 0.05;
const BELIEVED = 0.9;
/** Stages of the judge of lines: drawings that follow one another are alike, and there are many of them. */
const STAGES = 3;

/** The lines of a drawing. */
export type Lined = Pick<Plane, 'shapes' | 'lineages'>;

/** A drawing as paint is carried through it. */
export interface Plane {
  shapes: Shape[];
  /** What each line is a copy of, where that is known: lines that only one of each drawing is are one and the same. */
  lineages?: string[];
  /** Its region map, which may have to be unpacked: asked for once, not for every point. */
  open(): RegionMap;
  facts: RegionFacts;
}

/** Two drawings with their lines matched, from the source to the target. */
export interface Matched {
  pairings: Pairing[];
  /** How much each pairing is believed, 0..1. */
  belief: Float64Array;
  /** From the source's places to the target's, and back. */
  there: Field;
  back: Field;
}

/** A line of one drawing that is a line of another, by their places. */
export interface KnownPair {
  a: number;
  b: number;
}

/** Lines known to be the same by their lineage. */
function sameLineage({ lineages: a = [] }: Lined, { lineages: b = [] }: Lined): KnownPair[] {
  const once = (list: string[]) => {
    const places = new Map<string, number>();
    list.forEach((lineage, i) => {
      places.set(lineage, places.has(lineage) ? -1 : i);
    });
    return places;
  };
  const [p, q] = [once(a), once(b)];
  return [...p].flatMap(([lineage, i]) => {
    const j = q.get(lineage) ?? -1;
    return i >= 0 && j >= 0 ? [{ a: i, b: j }] : [];
  });
}

/** What is found out by matching, as it can be handed from one worker to another. */
export type MatchedLines = Pick<Matched, 'pairings' | 'belief'>;

/** Two drawings' lines matched. @param known pairs that were found before; those of one lineage are known anyway */
export function matchLined(source: Lined, target: Lined, size: number, known: KnownPair[] = []): MatchedLines {
  const byLineage = sameLineage(source, target);
  const matching = matchLines(source.shapes, target.shapes, {
    size,
    fixed: byLineage.length > 0 ? byLineage : known,
    stages: STAGES,
  });
  const pairings = pairUp(source.shapes, target.shapes, matching);
  const belief = Float64Array.from(matching.matches, ({ sure }) => Math.max(LEAST_BELIEF, sure));
  return { pairings, belief };
}

/** What was found out, with the way from each drawing's places to the other's. */
export function matchedBy({ pairings, belief }: MatchedLines, size: number): Matched {
  const total = pairings.reduce((sum, { from }) => sum + from.length, 0);
  const [from, to, weight] = [new Float64Array(total), new Float64Array(total), new Float64Array(total / 2)];
  let at = 0;
  pairings.forEach((pairing, k) => {
    from.set(pairing.from, at);
    to.set(pairing.to, at);
    weight.fill(belief[k], at / 2, (at + pairing.from.length) / 2);
    at += pairing.from.length;
  });
  return { pairings, belief, there: new Field(from, to, size, weight), back: new Field(to, from, size, weight) };
}

/** Two drawings' lines matched, with the way from each one's places to the other's. @param known as for `matchLined` */
export const matchPlanes = (source: Lined, target: Lined, size: number, known?: KnownPair[]): Matched =>
  matchedBy(matchLined(source, target, size, known), size);

/** The same matches, from the target to the source. */
export function turnedRound({ pairings, belief, there, back }: Matched): Matched {
  const round = pairings.map(
    (each): Pairing => ({
      ...each,
      a: each.b,
      b: each.a,
      from: each.to,
      to: each.from,
      shareFrom: each.shareTo,
      shareTo: each.shareFrom,
      seenFrom: each.seenTo,
      seenTo: each.seenFrom,
      map: inverse(each.map),
    }),
  );
  return { pairings: round, belief, there: back, back: there };
}

/** How well the lines of two drawings are matched, 0..1. */
export const meanBelief = ({ belief }: Matched): number =>
  belief.reduce((sum, each) => sum + each, 0) / Math.max(1, belief.length);

/** Lines matched through a drawing between. */
export function chained(first: KnownPair[], second: KnownPair[]): KnownPair[] {
  const next = new Map(second.map(({ a, b }) => [a, b]));
  return first.flatMap(({ a, b }) => {
    const end = next.get(b);
    return end === undefined ? [] : [{ a, b: end }];
  });
}

/** Pairs of lines believed wholly. */
export function believed({ pairings, belief }: MatchedLines): KnownPair[] {
  return pairings.filter((_, k) => belief[k] >= BELIEVED).map(({ a, b }) => ({ a, b }));
}
