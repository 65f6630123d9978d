/** What the regions of one drawing say of the regions of another: read along matched lines, and through the moved figure. */

import { Field, matchShapes, type Pairing, pairUp, type Shape } from '../../between/index.ts';
import { inverse } from '../../plane/matrix.ts';
import type { RegionFacts } from '../map/region-facts.ts';
import { type RegionMap, regionAt } from '../map/regions.ts';

/** The lines of a drawing. */
type Lined = Pick<Plane, 'shapes' | 'lineages'>;

/** A drawing as paint is carried through it. */
export interface Plane {
  shapes: Shape[];
  /** What each line is a copy of, where that is known: lines that only one of each drawing is are one and the same. */
  lineages?: string[];
  /** Its region map, which may have to be unpacked: asked for once, not for every point. */
  open(): RegionMap;
  facts: RegionFacts;
}

/** Colours of a drawing's regions: for each region how likely each colour is, and how sure that is. */
export interface Colours {
  /** Row by row: region, colour. */
  share: Float32Array;
  count: number;
  sure: Float32Array;
}

/** How far beside a line its sides are read, paper pixels. */
const BESIDE = [2.5, 5];
/** A region of another size is believed less: by the logarithm of the ratio of areas. */
const SIZE_LOSS = 0.35;
/** The ground outside lies everywhere: what it says counts less. */
const OUTSIDE = 0.25;
/** A match this sure is believed wholly; the least sure one still so much. */
const SURE = 0.3;
const LEAST_BELIEF = 0.05;

export interface Votes {
  /** Row by row: region of the second drawing, colour; each row sums to 1 or to 0. */
  share: Float32Array;
  /** How much was heard of each region, 0..1. */
  evidence: Float32Array;
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

/** Two drawings' lines matched. @param known pairs that were found before; those of one lineage are known anyway */
export function matchPlanes(source: Lined, target: Lined, size: number, known: KnownPair[] = []): Matched {
  const byLineage = sameLineage(source, target);
  const matching = matchShapes(source.shapes, target.shapes, {
    size,
    fixed: byLineage.length > 0 ? byLineage : known,
    asked: 1,
  });
  const pairings = pairUp(source.shapes, target.shapes, matching);
  const belief = Float64Array.from(
    matching.matches,
    ({ sure }) => LEAST_BELIEF + (1 - LEAST_BELIEF) * Math.min(1, sure / SURE),
  );
  return matchedBy(pairings, belief, size);
}

function matchedBy(pairings: Pairing[], belief: Float64Array, size: number): Matched {
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

/** Pairs of lines believed wholly. */
export function believed({ pairings, belief }: Matched): KnownPair[] {
  return pairings.filter((_, k) => belief[k] >= 1).map(({ a, b }) => ({ a, b }));
}

/** Share of a region's points that have run out to the ground when it leaks. */
const RUN_OUT = 0.6;

/** Pixels of the source's enclosed regions that have run out to the ground in the target: an opening was left. */
export function leaked(source: Plane, target: Plane, { there }: Matched): number {
  const map = target.open();
  let sum = 0;
  source.facts.samples.forEach((points, label) => {
    if (label === 0 || source.facts.ground[label]) return;
    let out = 0;
    for (let i = 0; i < points.length; i += 2)
      if (target.facts.ground[regionAt(map, ...there.shift(points[i], points[i + 1]))]) out++;
    if (2 * out > RUN_OUT * points.length) sum += source.facts.areas[label];
  });
  return sum;
}

/** The regions a little to one side of a point of a line. */
function beside(map: RegionMap, path: Float64Array, k: number, side: number, far: number): number {
  const n = path.length / 2;
  const [i, j] = [Math.max(0, k - 1), Math.min(n - 1, k + 1)];
  const [dx, dy] = [path[2 * j] - path[2 * i], path[2 * j + 1] - path[2 * i + 1]];
  const length = Math.sqrt(dx * dx + dy * dy) || 1;
  const [nx, ny] = [(-dy / length) * side * far, (dx / length) * side * far];
  return regionAt(map, path[2 * k] + nx, path[2 * k + 1] + ny);
}

/** Votes of a source's colours on a target's regions. */
export function votesOf(source: Plane, colours: Colours, target: Plane, { pairings, belief, back }: Matched): Votes {
  const { count } = colours;
  const [sourceMap, targetMap] = [source.open(), target.open()];
  const regions = targetMap.count + 1;
  const [sides, warp] = [new Float32Array(regions * count), new Float32Array(regions * count)];
  const heard = new Float32Array(regions);
  const weight = (from: number, to: number) => {
    const ratio = Math.abs(Math.log((target.facts.areas[to] + 1) / (source.facts.areas[from] + 1)));
    const outside = source.facts.ground[from] && !target.facts.ground[to] ? OUTSIDE : 1;
    return Math.exp(-SIZE_LOSS * ratio) * colours.sure[from] * outside;
  };
  const say = (votes: Float32Array, from: number, to: number, much: number) => {
    if (from === 0 || to === 0) return 0;
    const w = much * weight(from, to);
    for (let c = 0; c < count; c++) votes[to * count + c] += w * colours.share[from * count + c];
    return w;
  };
  pairings.forEach(({ from, to, seenFrom, seenTo, closed }, p) => {
    const n = from.length / 2;
    const low = closed ? 0 : Math.ceil(Math.max(seenFrom[0], seenTo[0]) * (n - 1));
    const high = closed ? n - 1 : Math.floor(Math.min(seenFrom[1], seenTo[1]) * (n - 1));
    for (let k = low; k <= high; k++)
      for (const side of [-1, 1])
        for (const far of BESIDE)
          say(sides, beside(sourceMap, from, k, side, far), beside(targetMap, to, k, side, far), belief[p]);
  });
  target.facts.samples.forEach((points, label) => {
    if (label === 0) return;
    for (let i = 0; i < points.length; i += 2) {
      const [x, y] = back.shift(points[i], points[i + 1]);
      heard[label] += say(warp, regionAt(sourceMap, x, y), label, 2 / points.length);
    }
  });
  const share = new Float32Array(regions * count);
  const evidence = new Float32Array(regions);
  for (let label = 1; label < regions; label++) {
    const sum = (votes: Float32Array) => {
      let all = 0;
      for (let c = 0; c < count; c++) all += votes[label * count + c];
      return all;
    };
    const [s, w] = [sum(sides), sum(warp)];
    const parts = (s > 0 ? 1 : 0) + (w > 0 ? 1 : 0);
    if (parts === 0) continue;
    for (let c = 0; c < count; c++)
      share[label * count + c] =
        ((s > 0 ? sides[label * count + c] / s : 0) + (w > 0 ? warp[label * count + c] / w : 0)) / parts;
    evidence[label] = Math.min(1, 0.5 * Math.min(1, s / 4) + 0.5 * Math.min(1, 1.6 * heard[label]));
  }
  return { share, evidence };
}
