/** Drawings as paint is carried through them: their regions, found beside a neighbour's, and their lines matched. */
import { LRUCache } from 'lru-cache';
import type { Shape } from '../../between/index.ts';
import { type PackedMap, packMap, unpackMap } from '../map/packed-map.ts';
import { type BorderedFacts, borderedFacts } from '../map/region-facts.ts';
import type { RegionMap } from '../map/regions.ts';
import { divided } from './divided.ts';
import { type KnownPair, type Matched, matchPlanes, type Plane, turnedRound } from './matched-lines.ts';
import { misfit } from './region-votes.ts';

export interface ThroughDrawing {
  shapes: Shape[];
  /** What each line is a copy of, where that is known. */
  lineages?: string[];
  /** Drawings with the same lines have the same; left out: what is matched with it is not kept for another time. */
  print?: string;
  /** Its regions, with openings closed farther and farther: the first of them that does not leak is taken. */
  maps: (() => RegionMap)[];
  /** Colour of each region by label where the drawing is painted (0: the ground, unpainted); null where it is not. */
  painted: Int32Array | null;
  /** Regions whose colour the hand has settled on a drawing that is not all painted, by label; -1: not settled. */
  settled?: (map: RegionMap) => Int32Array;
}

/** Maps that lie open at once, and matched pairs of drawings that are remembered: what a long layer takes stays bounded. */
const OPEN_MAPS = 12;
const KEPT_PAIRS = 120;
/** Points along matched lines that are kept from one time to the next: about 100 bytes each. */
const KEPT_POINTS = 1_200_000;

/** Pairs of drawings matched before, by what their lines are. */
export type KeptMatches = LRUCache<string, Matched>;

/** Keeps what is matched from one time paint is carried to the next: after a correction most of it is the same. */
export const keptMatches = (): KeptMatches =>
  new LRUCache<string, Matched>({
    maxSize: KEPT_POINTS,
    sizeCalculation: ({ pairings }) => 1 + pairings.reduce((sum, { from }) => sum + from.length / 2, 0),
  });

/** A drawing as paint is carried through it, with what lies beside what. */
export interface CarriedPlane extends Plane {
  facts: CarriedFacts;
}

export interface CarriedFacts extends BorderedFacts {
  /** What each label was a part of before regions were divided (`divided.ts`); null: none was. */
  whole: Int32Array | null;
}

/** What has to be known of the regions of drawings that speak or are spoken of. */
export type SpokenFacts = Pick<CarriedFacts, 'areas' | 'ground' | 'borders' | 'whole'>;

/** The planes of all drawings: maps that are worked on lie open, one that gives way to another is packed. */
export class Planes {
  private readonly packed = new WeakMap<CarriedPlane, PackedMap>();
  private readonly opened = new LRUCache<CarriedPlane, RegionMap>({
    max: OPEN_MAPS,
    dispose: (map, plane, reason) => {
      if (reason === 'evict' && !this.packed.has(plane)) this.packed.set(plane, packMap(map));
    },
  });

  of({ shapes, lineages }: ThroughDrawing, map: RegionMap, whole: Int32Array | null = null): CarriedPlane {
    const { opened, packed } = this;
    const plane: CarriedPlane = {
      shapes,
      lineages,
      facts: { ...borderedFacts(map), whole },
      open() {
        let own = opened.get(plane);
        if (!own) {
          own = unpackMap(packed.get(plane)!);
          opened.set(plane, own);
        }
        return own;
      },
    };
    opened.set(plane, map);
    return plane;
  }

  /** A plane that was tried and will not be opened again. */
  drop(plane: CarriedPlane): void {
    this.opened.delete(plane);
  }
}

/**
 * A drawing's regions beside those of a neighbour: of its maps the one that fits them best, of equals the first; what still lies in
 * one with another is divided. @returns its plane, and which of its maps that is of
 */
export function planeBeside(
  all: Planes,
  drawing: ThroughDrawing,
  neighbour: CarriedPlane,
  colourOf: Int32Array,
  matched: Matched,
): { plane: CarriedPlane; taken: number } {
  let best: { plane: CarriedPlane; taken: number } | null = null;
  let least = Number.POSITIVE_INFINITY;
  for (const [taken, make] of drawing.maps.entries()) {
    const map = make();
    const plane = all.of(drawing, map);
    const out = misfit(neighbour, colourOf, plane, matched);
    if (out >= least) {
      all.drop(plane);
      continue;
    }
    if (best) all.drop(best.plane);
    [best, least] = [{ plane, taken }, out];
    if (out === 0) break;
  }
  const division = least > 0 ? divided(neighbour, colourOf, best!.plane, matched) : null;
  if (!division) return best!;
  all.drop(best!.plane);
  return { plane: all.of(drawing, division.map, division.whole), taken: best!.taken };
}

/** The lines of drawings matched, each pair of drawings once. */
export class Matches {
  private readonly drawings: ThroughDrawing[];
  private readonly size: number;
  private readonly matched = new LRUCache<number, Matched>({ max: KEPT_PAIRS });
  private readonly kept: KeptMatches;

  /** @param kept what was matched before, of these drawings or others */
  constructor(drawings: ThroughDrawing[], size: number, kept = keptMatches()) {
    this.drawings = drawings;
    this.size = size;
    this.kept = kept;
  }

  /** From drawing `p` to `q`; what `known` finds out saves matching. */
  between(p: number, q: number, known: () => KnownPair[] = () => []): Matched {
    const [low, high] = [Math.min(p, q), Math.max(p, q)];
    const key = low * this.drawings.length + high;
    let matched = this.matched.get(key);
    if (!matched) {
      const pairs = known();
      matched = this.matchedUpwards(low, high, p < q ? pairs : pairs.map(({ a, b }) => ({ a: b, b: a })));
      this.matched.set(key, matched);
    }
    return p < q ? matched : turnedRound(matched);
  }

  private matchedUpwards(low: number, high: number, known: KnownPair[]): Matched {
    const { size, kept } = this;
    const [source, target] = [this.drawings[low], this.drawings[high]];
    if (source.print === undefined || target.print === undefined) return matchPlanes(source, target, size, known);
    const key = [source.print, target.print, size, ...known.map(({ a, b }) => `${a}-${b}`)].join(' ');
    let matched = kept.get(key);
    if (!matched) kept.set(key, (matched = matchPlanes(source, target, size, known)));
    return matched;
  }
}
