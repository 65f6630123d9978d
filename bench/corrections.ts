/**
 * How many corrections a sequence asks for until all of it is right: a hand goes through the drawings outwards from the painted
 * ones, puts right what is wrong on a drawing, has the paint carried anew, and goes on. Beside it: each wrong region put right by itself.
 */
import {
  heightOf,
  Matches,
  paintThrough,
  type RegionMap,
  regionFacts,
  type ThroughDrawing,
} from '../src/core/paint/index.ts';
import { type CaseRegion, labelOf, type PaintCases, prepared, type Sequence } from './paint-set.ts';

/** Labels that hold regions of several colours. */
function sharedIn(map: RegionMap, regions: CaseRegion[]): Set<number> {
  const colours = new Map<number, number>();
  const out = new Set<number>();
  for (const region of regions) {
    const label = labelOf(map, region);
    if ((colours.get(label) ?? region.c) !== region.c) out.add(label);
    colours.set(label, region.c);
  }
  return out;
}

export interface Corrections {
  drawings: number;
  /** Regions that were wrong at first: so many corrections were they put right one by one, telling nothing. */
  oneByOne: number;
  /** Corrections when each is told to the other drawings. */
  told: number;
}

export function correctionsFor(cases: PaintCases, sequence: Sequence): Corrections {
  const bare = prepared(sequence, cases);
  const size = Math.max(...bare.map(({ shapes }) => heightOf(shapes)));
  const all = sequence.drawings.flatMap(({ regions }) => regions.map(({ c }) => c));
  // Colours that no painted drawing has are the hand's to give.
  const count = 1 + Math.max(0, ...all);
  const matches = new Matches(bare, size);
  const off = (at: number) => Math.min(...sequence.painted.map((from) => Math.abs(from - at)));
  const order = bare
    .map((_, at) => at)
    .filter((at) => !sequence.painted.includes(at))
    .sort((p, q) => off(p) - off(q));
  /** What the hand has put right, drawing by drawing. */
  const righted = bare.map(() => new Set<CaseRegion>());
  const run = () => {
    const drawings = bare.map((drawing, at): ThroughDrawing => {
      const own = [...righted[at]];
      if (own.length === 0) return drawing;
      const settled = (map: RegionMap) => {
        const { ground } = regionFacts(map);
        const out = new Int32Array(map.count + 1).fill(-1);
        const shared = sharedIn(map, sequence.drawings[at].regions);
        // What has run out, or together with another, is put right with a brush: no region has that colour.
        for (const region of own) {
          const label = labelOf(map, region);
          if (!ground[label] && !shared.has(label)) out[label] = region.c;
        }
        return out;
      };
      return { ...drawing, settled };
    });
    return paintThrough(drawings, count, size, undefined, matches);
  };
  const wrongIn = (carried: ReturnType<typeof paintThrough>, at: number) => {
    const map = carried[at].map();
    return sequence.drawings[at].regions.filter(
      (region) => !righted[at].has(region) && carried[at].regions[labelOf(map, region)].colour !== region.c,
    );
  };
  let carried = run();
  const oneByOne = order.reduce((sum, at) => sum + wrongIn(carried, at).length, 0);
  let told = 0;
  for (const at of order) {
    // What was right may come to be wrong by what is told: it is put right again, each region at most once.
    for (let wrong = wrongIn(carried, at); wrong.length > 0; wrong = wrongIn(carried, at)) {
      // One look at a drawing puts right all of it that is wrong.
      for (const region of wrong) righted[at].add(region);
      told += wrong.length;
      carried = run();
    }
  }
  return { drawings: order.length, oneByOne, told };
}
