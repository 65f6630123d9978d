/** What the regions of one drawing say of the regions of another: read along matched lines, and through the moved figure. */
import type { RegionFacts } from '../map/region-facts.ts';
import { type RegionMap, regionAt } from '../map/regions.ts';
import type { Matched, Plane } from './matched-lines.ts';

/** How far beside a line its sides are read, paper pixels. */
const BESIDE = [2.5, 5];

/** What regions of a source say of regions of a target, pair by pair, in the order of the targets. */
export interface RegionVotes {
  /** The pairs of target label t are from first[t] to first[t + 1]. */
  first: Int32Array;
  source: Int32Array;
  /** Points of matched lines that have the one region on the side on which they had the other. */
  sides: Float32Array;
  /** Share of the target's places that lay in the source region, 0..1. */
  warp: Float32Array;
}

/** The region a little to one side of a point of a line. */
function beside(map: RegionMap, path: Float64Array, k: number, side: number, far: number): number {
  const n = path.length / 2;
  const [i, j] = [Math.max(0, k - 1), Math.min(n - 1, k + 1)];
  const [dx, dy] = [path[2 * j] - path[2 * i], path[2 * j + 1] - path[2 * i + 1]];
  const length = Math.sqrt(dx * dx + dy * dy) || 1;
  const [nx, ny] = [(-dy / length) * side * far, (dx / length) * side * far];
  return regionAt(map, path[2 * k] + nx, path[2 * k + 1] + ny);
}

/** Votes of a source's regions on a target's. */
export function regionVotes(source: Plane, target: Plane, { pairings, belief, back }: Matched): RegionVotes {
  const [sourceMap, targetMap] = [source.open(), target.open()];
  const columns = sourceMap.count + 1;
  const regions = targetMap.count + 1;
  const found = new Map<number, [sides: number, warp: number]>();
  const say = (to: number, from: number, kind: 0 | 1, much: number) => {
    if (to === 0 || from === 0) return;
    const key = to * columns + from;
    let own = found.get(key);
    if (!own) found.set(key, (own = [0, 0]));
    own[kind] += much;
  };
  pairings.forEach(({ from, to, seenFrom, seenTo, closed }, p) => {
    const n = from.length / 2;
    const low = closed ? 0 : Math.ceil(Math.max(seenFrom[0], seenTo[0]) * (n - 1));
    const high = closed ? n - 1 : Math.floor(Math.min(seenFrom[1], seenTo[1]) * (n - 1));
    for (let k = low; k <= high; k++)
      for (const side of [-1, 1])
        for (const far of BESIDE)
          say(beside(targetMap, to, k, side, far), beside(sourceMap, from, k, side, far), 0, belief[p]);
  });
  target.facts.samples.forEach((points, label) => {
    for (let i = 0; i < points.length; i += 2) {
      const [x, y] = back.shift(points[i], points[i + 1]);
      say(label, regionAt(sourceMap, x, y), 1, 2 / points.length);
    }
  });
  const keys = Float64Array.from(found.keys()).sort();
  const out: RegionVotes = {
    first: new Int32Array(regions + 1),
    source: new Int32Array(keys.length),
    sides: new Float32Array(keys.length),
    warp: new Float32Array(keys.length),
  };
  keys.forEach((key, k) => {
    const to = Math.floor(key / columns);
    out.source[k] = key - to * columns;
    [out.sides[k], out.warp[k]] = found.get(key)!;
    out.first[to + 1] = k + 1;
  });
  for (let label = 1; label <= regions; label++) out.first[label] = Math.max(out.first[label], out.first[label - 1]);
  return out;
}

/** A region of another size is believed less: by the logarithm of the ratio of areas. */
const SIZE_LOSS = 0.35;
/** The ground outside lies everywhere: what it says counts less. */
const OUTSIDE = 0.25;

type Sizes = Pick<RegionFacts, 'areas' | 'ground'>;

/** How much a region of a source is believed about one of a target, 0..1. */
export function believedOf(source: Sizes, from: number, target: Sizes, to: number): number {
  const ratio = Math.abs(Math.log((target.areas[to] + 1) / (source.areas[from] + 1)));
  return Math.exp(-SIZE_LOSS * ratio) * (source.ground[from] && !target.ground[to] ? OUTSIDE : 1);
}

/** So many points beside lines say as much as all places of a region. */
export const SIDES = 40;

/** For each region of the target the region of the source that says most of it, 0 where none does, and its share of all that is said. */
export function mostHeard({ first, source, sides, warp }: RegionVotes): { label: Int32Array; share: Float32Array } {
  const count = first.length - 1;
  const out = { label: new Int32Array(count), share: new Float32Array(count) };
  for (let to = 0; to < count; to++) {
    let [all, most] = [0, 0];
    for (let k = first[to]; k < first[to + 1]; k++) {
      const heard = warp[k] + sides[k] / SIDES;
      all += heard;
      if (heard > most) [out.label[to], most] = [source[k], heard];
    }
    out.share[to] = all > 0 ? most / all : 0;
  }
  return out;
}

/** A region has gone to another when so many of its places come to lie there. */
const GONE = 0.6;

/** For each region of the source the region of the target it has gone to, the ground outside among them; 0: to none. */
export function whereGone({ facts }: Plane, map: RegionMap, { there }: Matched): Int32Array {
  return Int32Array.from(facts.samples, (points, label) => {
    if (label === 0 || facts.ground[label]) return 0;
    const counts = new Map<number, number>();
    for (let i = 0; i < points.length; i += 2) {
      const to = regionAt(map, ...there.shift(points[i], points[i + 1]));
      counts.set(to, (counts.get(to) ?? 0) + 2);
    }
    for (const [to, count] of counts) if (count > GONE * points.length) return to;
    return 0;
  });
}

/**
 * How badly the regions of a target fit those of a source: regions that have run out to the ground, and regions of other colours
 * that have run together. Larger ones weigh more, by the root of their area. @param colourOf colour of each source region; -1: not known
 */
export function misfit(source: Plane, colourOf: Int32Array, target: Plane, matched: Matched): number {
  /** By target label: how much of each colour has come there. */
  const come = new Map<number, Map<number, number>>();
  let out = 0;
  whereGone(source, target.open(), matched).forEach((to, label) => {
    if (to === 0) return;
    const weight = Math.sqrt(source.facts.areas[label]);
    const colour = colourOf[label];
    if (target.facts.ground[to]) out += weight;
    else if (colour >= 0) {
      let own = come.get(to);
      if (!own) come.set(to, (own = new Map()));
      own.set(colour, (own.get(colour) ?? 0) + weight);
    }
  });
  for (const colours of come.values()) {
    const all = [...colours.values()];
    out += all.reduce((sum, each) => sum + each, 0) - Math.max(...all);
  }
  return out;
}
