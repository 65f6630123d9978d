/**
 * Paint carried through a layer: from one or more painted drawings to all others, drawing by drawing outwards. A region takes
 * the colour that lay on the same side of its lines and at the same place of the figure, with how sure that is.
 */
import type { Shape } from '../between/index.ts';
import { regionFacts } from './region-facts.ts';
import type { RegionMap } from './regions.ts';
import { type Colours, leaked, type Matched, matchPlanes, type Plane, type Votes, votesOf } from './votes.ts';

/** What the painted drawing itself says of one farther off, beside the drawing between. */
const DIRECT = 0.4;
/** Regions less sure than this are to be looked at. */
const UNSURE = 0.75;

export interface ThroughDrawing {
  shapes: Shape[];
  /** Its regions, with openings closed farther and farther: the first of them that does not leak is taken. */
  maps: (() => RegionMap)[];
  /** Colour of each region by label where the drawing is painted (0: the ground, unpainted); null where it is not. */
  painted: Int32Array | null;
}

export interface ThroughRegion {
  colour: number;
  /** 0..1. */
  sure: number;
  unsure: boolean;
}

/** Colours of a painted drawing, all sure. */
function known(painted: Int32Array, count: number): Colours {
  const share = new Float32Array(painted.length * count);
  painted.forEach((colour, label) => {
    share[label * count + colour] = 1;
  });
  return { share, count, sure: new Float32Array(painted.length).fill(1) };
}

/** Some votes together: weighed, squared so that the likeliest stands out, summing to 1. */
function settled(all: { votes: Votes; weight: number }[], { facts }: Plane, count: number): Colours {
  const regions = facts.areas.length;
  const share = new Float32Array(regions * count);
  const sure = new Float32Array(regions);
  const weights = all.reduce((sum, { weight }) => sum + weight, 0);
  for (let label = 1; label < regions; label++) {
    let evidence = 0;
    for (const { votes, weight } of all) {
      evidence += (weight * votes.evidence[label]) / weights;
      for (let c = 0; c < count; c++) share[label * count + c] += (weight * votes.share[label * count + c]) / weights;
    }
    // What reaches the paper's edge is the ground.
    if (facts.edge[label]) {
      share.fill(0, label * count, (label + 1) * count);
      share[label * count] = 1;
      sure[label] = 1;
      continue;
    }
    let [sum, best, second] = [0, 0, 0];
    for (let c = 0; c < count; c++) {
      const value = share[label * count + c] ** 2;
      share[label * count + c] = value;
      sum += value;
    }
    for (let c = 0; c < count; c++) {
      if (sum > 0) share[label * count + c] /= sum;
      const value = share[label * count + c];
      if (value > best) [best, second] = [value, best];
      else if (value > second) second = value;
    }
    sure[label] = (best - second) * evidence;
  }
  return { share, count, sure };
}

/** A drawing's regions beside those of a neighbour: of its maps the first that does not leak, or the one that does least. */
function planeBeside({ shapes, maps }: ThroughDrawing, neighbour: Plane, matched: Matched): Plane {
  let best: Plane | null = null;
  let least = Number.POSITIVE_INFINITY;
  for (const make of maps) {
    const map = make();
    const plane = { shapes, map, facts: regionFacts(map) };
    const out = leaked(neighbour, plane, matched);
    if (out < least) [best, least] = [plane, out];
    if (out === 0) break;
  }
  return best!;
}

/** Carries colours outwards from one painted drawing, towards the others on one side. */
function carry(
  drawings: ThroughDrawing[],
  planes: (Plane | null)[],
  from: number,
  step: 1 | -1,
  start: Colours,
  size: number,
): Map<number, Colours> {
  const out = new Map<number, Colours>();
  let before = start;
  for (let at = from + step; at >= 0 && at < drawings.length; at += step) {
    const neighbour = planes[at - step]!;
    const matched = matchPlanes(neighbour, drawings[at], size);
    const plane = planes[at] ?? planeBeside(drawings[at], neighbour, matched);
    planes[at] = plane;
    const votes = [{ votes: votesOf(neighbour, before, plane, matched), weight: 1 }];
    if (at - step !== from) {
      const source = planes[from]!;
      votes.push({ votes: votesOf(source, start, plane, matchPlanes(source, plane, size)), weight: DIRECT });
    }
    before = settled(votes, plane, start.count);
    out.set(at, before);
  }
  return out;
}

/**
 * Carries paint through drawings.
 * @param count number of colours, the ground (0) among them; @param size height of the figure, pixels.
 * @param progress told 0..1; may throw to stop.
 * @returns for each drawing the map taken and its regions by label (entry 0 stands for none).
 */
export function paintThrough(
  drawings: ThroughDrawing[],
  count: number,
  size: number,
  progress: (share: number) => void = () => {},
): { map: RegionMap; regions: ThroughRegion[] }[] {
  const planes = drawings.map(({ shapes, maps, painted: own }): Plane | null => {
    if (!own) return null;
    const map = maps[0]();
    return { shapes, map, facts: regionFacts(map) };
  });
  const painted = drawings.flatMap(({ painted: own }, at) => (own ? [at] : []));
  const heard: { from: number; colours: Map<number, Colours> }[] = [];
  painted.forEach((from, k) => {
    const start = known(drawings[from].painted!, count);
    for (const step of [1, -1] as const)
      heard.push({ from, colours: carry(drawings, planes, from, step, start, size) });
    progress((k + 1) / painted.length);
  });
  return drawings.map((drawing, at) => {
    const { map, facts } = planes[at]!;
    const regions = facts.areas.length;
    const own = drawing.painted;
    if (own)
      return {
        map,
        regions: Array.from({ length: regions }, (_, label) => ({ colour: own[label], sure: 1, unsure: false })),
      };
    const those = heard.flatMap(({ from, colours }) => {
      const found = colours.get(at);
      return found ? [{ found, weight: 1 / (1 + Math.abs(at - from)) }] : [];
    });
    const all = those.reduce((sum, { weight }) => sum + weight, 0) || 1;
    const carried = Array.from({ length: regions }, (_, label): ThroughRegion => {
      let [best, second, colour, sure] = [0, 0, 0, 0];
      for (let c = 0; c < count; c++) {
        let value = 0;
        for (const { found, weight } of those) value += (weight * found.share[label * count + c]) / all;
        if (value > best) [best, second, colour] = [value, best, c];
        else if (value > second) second = value;
      }
      for (const { found, weight } of those) sure += (weight * found.sure[label]) / all;
      const settledSure = facts.edge[label] ? 1 : Math.min(sure, best - second);
      return { colour, sure: settledSure, unsure: settledSure < UNSURE };
    });
    return { map, regions: carried };
  });
}
