/**
 * Paint carried through a layer: from one or more painted drawings to all others, drawing by drawing outwards. A region takes
 * the colour that lay on the same side of its lines and at the same place of the figure, with how sure that is.
 */
import { LRUCache } from 'lru-cache';
import type { Shape } from '../../between/index.ts';
import { type PackedMap, packMap, unpackMap } from '../map/packed-map.ts';
import { regionFacts } from '../map/region-facts.ts';
import type { RegionMap } from '../map/regions.ts';
import {
  believed,
  type Colours,
  type KnownPair,
  leaked,
  type Matched,
  matchPlanes,
  type Plane,
  turnedRound,
  type Votes,
  votesOf,
} from './votes.ts';

/** What the painted drawing itself says of one farther off, beside the drawing between. */
const DIRECT = 1;
/** Regions less sure than this are to be looked at. */
export const UNSURE = 0.75;

export interface ThroughDrawing {
  shapes: Shape[];
  /** What each line is a copy of, where that is known. */
  lineages?: string[];
  /** Its regions, with openings closed farther and farther: the first of them that does not leak is taken. */
  maps: (() => RegionMap)[];
  /** Colour of each region by label where the drawing is painted (0: the ground, unpainted); null where it is not. */
  painted: Int32Array | null;
  /** Regions whose colour the hand has settled on a drawing that is not all painted, by label; -1: not settled. */
  settled?: (map: RegionMap) => Int32Array;
}

export interface ThroughRegion {
  colour: number;
  /** 0..1. */
  sure: number;
  unsure: boolean;
}

/** Colours of a painted drawing, sure where they are known (not -1). */
function known(painted: Int32Array, count: number): Colours {
  const share = new Float32Array(painted.length * count);
  painted.forEach((colour, label) => {
    if (colour >= 0) share[label * count + colour] = 1;
  });
  return { share, count, sure: Float32Array.from(painted, (colour) => (colour >= 0 ? 1 : 0)) };
}

/** Some votes together: weighed, squared so that the likeliest stands out, summing to 1. */
function settled(
  all: { votes: Votes; weight: number }[],
  { facts }: Plane,
  count: number,
  byHand: Int32Array | null,
): Colours {
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
    // What the hand has settled stays; what reaches the paper's edge is the ground.
    const colour = byHand && byHand[label] >= 0 ? byHand[label] : facts.ground[label] ? 0 : -1;
    if (colour >= 0) {
      share.fill(0, label * count, (label + 1) * count);
      share[label * count + colour] = 1;
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

/** Maps that lie open at once, and matched pairs of drawings that are remembered: what a long layer takes stays bounded. */
const OPEN_MAPS = 12;
const KEPT_PAIRS = 120;

/** The planes of all drawings: maps that are worked on lie open, one that gives way to another is packed. */
class Planes {
  private readonly opened = new LRUCache<{ packed: PackedMap | null }, RegionMap>({
    max: OPEN_MAPS,
    dispose: (map, place) => {
      place.packed ??= packMap(map);
    },
  });

  of({ shapes, lineages }: ThroughDrawing, map: RegionMap): Plane {
    const { opened } = this;
    const place: { packed: PackedMap | null } = { packed: null };
    opened.set(place, map);
    return {
      shapes,
      lineages,
      facts: regionFacts(map),
      open() {
        let own = opened.get(place);
        if (!own) {
          own = unpackMap(place.packed!);
          opened.set(place, own);
        }
        return own;
      },
    };
  }
}

/** A drawing's regions beside those of a neighbour: of its maps the first that does not leak, or the one that does least. */
function planeBeside(
  all: Planes,
  drawing: ThroughDrawing,
  neighbour: Plane,
  matched: Matched,
): { plane: Plane; taken: number } {
  let best: { plane: Plane; taken: number } | null = null;
  let least = Number.POSITIVE_INFINITY;
  for (const [taken, make] of drawing.maps.entries()) {
    const map = make();
    const plane = all.of(drawing, map);
    const out = leaked(neighbour, plane, matched);
    if (out < least) [best, least] = [{ plane, taken }, out];
    if (out === 0) break;
  }
  return best!;
}

/** The lines of drawings matched, each pair of drawings once. */
class Matches {
  private readonly drawings: ThroughDrawing[];
  private readonly size: number;
  private readonly kept = new LRUCache<number, Matched>({ max: KEPT_PAIRS });

  constructor(drawings: ThroughDrawing[], size: number) {
    this.drawings = drawings;
    this.size = size;
  }

  /** From drawing `p` to `q`; what `known` finds out saves matching. */
  between(p: number, q: number, known: () => KnownPair[] = () => []): Matched {
    const [low, high] = [Math.min(p, q), Math.max(p, q)];
    const key = low * this.drawings.length + high;
    let matched = this.kept.get(key);
    if (!matched) {
      const pairs = known();
      const upwards = p < q ? pairs : pairs.map(({ a, b }) => ({ a: b, b: a }));
      matched = matchPlanes(this.drawings[low], this.drawings[high], this.size, upwards);
      this.kept.set(key, matched);
    }
    return p < q ? matched : turnedRound(matched);
  }
}

/** What is known of the drawings so far. */
interface Known {
  all: Planes;
  matches: Matches;
  planes: (Plane | null)[];
  /** Which of its maps each has. */
  taken: Int32Array;
  /** What the hand has settled on it. */
  byHand: (Int32Array | null)[];
}

/** Lines matched through a drawing between. */
function chained(first: KnownPair[], second: KnownPair[]): KnownPair[] {
  const next = new Map(second.map(({ a, b }) => [a, b]));
  return first.flatMap(({ a, b }) => {
    const end = next.get(b);
    return end === undefined ? [] : [{ a, b: end }];
  });
}

/** Carries colours outwards from one painted drawing, towards the others on one side. */
function carry(
  drawings: ThroughDrawing[],
  { all, matches, planes, taken, byHand }: Known,
  from: number,
  step: 1 | -1,
  start: Colours,
  done: () => void,
): Map<number, Colours> {
  const out = new Map<number, Colours>();
  let before = start;
  let chain: KnownPair[] = [];
  for (let at = from + step; at >= 0 && at < drawings.length; at += step) {
    // Beyond another painted drawing that one says more.
    if (drawings[at].painted) break;
    const neighbour = planes[at - step]!;
    const matched = matches.between(at - step, at);
    chain = at - step === from ? believed(matched) : chained(chain, believed(matched));
    let plane = planes[at];
    if (!plane) {
      const found = planeBeside(all, drawings[at], neighbour, matched);
      plane = planes[at] = found.plane;
      taken[at] = found.taken;
    }
    byHand[at] ??= drawings[at].settled?.(plane.open()) ?? null;
    const votes = [{ votes: votesOf(neighbour, before, plane, matched), weight: 1 }];
    if (at - step !== from) {
      const direct = matches.between(from, at, () => chain);
      votes.push({ votes: votesOf(planes[from]!, start, plane, direct), weight: DIRECT });
    }
    before = settled(votes, plane, start.count, byHand[at]);
    out.set(at, before);
    done();
  }
  return out;
}

/** Drawings that colours are carried to from one painted drawing. */
function reachOf(drawings: ThroughDrawing[], from: number): number {
  const unpainted = (list: ThroughDrawing[]) => {
    const end = list.findIndex(({ painted }) => painted);
    return end < 0 ? list.length : end;
  };
  return unpainted(drawings.slice(from + 1)) + unpainted(drawings.slice(0, from).reverse());
}

/**
 * Carries paint through drawings.
 * @param count number of colours, the ground (0) among them; @param size height of the figure, pixels.
 * @param progress told 0..1; may throw to stop.
 * @returns for each drawing the map taken, which of its maps that is, and its regions by label (entry 0 stands for none).
 */
export function paintThrough(
  drawings: ThroughDrawing[],
  count: number,
  size: number,
  progress: (share: number) => void = () => {},
): { map: () => RegionMap; taken: number; regions: ThroughRegion[] }[] {
  const all = new Planes();
  const planes = drawings.map((drawing) => (drawing.painted ? all.of(drawing, drawing.maps[0]()) : null));
  const painted = drawings.flatMap(({ painted: own }, at) => (own ? [at] : []));
  const byHand: (Int32Array | null)[] = drawings.map(() => null);
  const taken = new Int32Array(drawings.length);
  const soFar: Known = { all, matches: new Matches(drawings, size), planes, taken, byHand };
  const heard: { from: number; part: boolean; colours: Map<number, Colours> }[] = [];
  const speaking = drawings.flatMap((drawing, at) => (drawing.painted || drawing.settled ? [at] : []));
  const steps = speaking.reduce((sum, from) => sum + reachOf(drawings, from), 0);
  let done = 0;
  const step = () => progress(++done / Math.max(1, steps));
  const outwards = (from: number, part: boolean, colours: Int32Array) => {
    const start = known(colours, count);
    for (const way of [1, -1] as const)
      heard.push({ from, part, colours: carry(drawings, soFar, from, way, start, step) });
  };
  for (const from of painted) outwards(from, false, drawings[from].painted!);
  // What the hand has put right on one drawing is told to the others.
  byHand.forEach((colours, from) => {
    if (colours?.some((colour) => colour >= 0)) outwards(from, true, colours);
  });
  progress(1);
  return drawings.map((drawing, at) => {
    // Where no drawing is painted nothing was carried, and none was looked at.
    const plane = planes[at] ?? all.of(drawing, drawing.maps[0]());
    const { facts } = plane;
    // Opened only when it is asked for: all of them at once would take much room.
    const map = () => plane.open();
    const regions = facts.areas.length;
    const own = drawing.painted;
    if (own)
      return {
        map,
        taken: 0,
        regions: Array.from({ length: regions }, (_, label) => ({ colour: own[label], sure: 1, unsure: false })),
      };
    const those = heard.flatMap(({ from, part, colours }) => {
      const found = colours.get(at);
      return found ? [{ found, part, weight: 1 / (1 + Math.abs(at - from)) }] : [];
    });
    const mine = byHand[at];
    const carried = Array.from({ length: regions }, (_, label): ThroughRegion => {
      if (mine && mine[label] >= 0) return { colour: mine[label], sure: 1, unsure: false };
      let [best, second, colour, sure] = [0, 0, 0, 0];
      // Of a drawing known in part only what it is sure of is heard.
      const weights = those.map(({ found, part, weight }) => (part ? weight * found.sure[label] : weight));
      const all = weights.reduce((sum, weight) => sum + weight, 0) || 1;
      for (let c = 0; c < count; c++) {
        let value = 0;
        those.forEach(({ found }, k) => {
          value += (weights[k] * found.share[label * count + c]) / all;
        });
        if (value > best) [best, second, colour] = [value, best, c];
        else if (value > second) second = value;
      }
      those.forEach(({ found }, k) => {
        sure += (weights[k] * found.sure[label]) / all;
      });
      const settledSure = facts.ground[label] ? 1 : Math.min(sure, best - second);
      return { colour, sure: settledSure, unsure: settledSure < UNSURE };
    });
    return { map, taken: taken[at], regions: carried };
  });
}
