/** Drawings as paint is carried through them: their regions, found beside a neighbour's, and their lines matched. */
import { LRUCache } from 'lru-cache';
import type { Shape } from '../../between/index.ts';
import { type PackedMap, packMap, unpackMap } from '../map/packed-map.ts';
import { type BorderedFacts, borderedFacts } from '../map/region-facts.ts';
import type { RegionMap } from '../map/regions.ts';
import { divided } from './divided.ts';
import type { Matched, Plane } from './matched-lines.ts';
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

/** Maps that lie open at once: what a long layer takes stays bounded. */
const OPEN_MAPS = 12;

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
