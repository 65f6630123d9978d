/** Colours that jump: a region that for one or two drawings is painted otherwise than before and after. */
import type { Area } from '../../shot/drawing-model.ts';
import type { Id } from '../../shot/ids.ts';
import { regionPoints } from '../areas/pour.ts';
import { regionPaint } from '../map/coverage.ts';
import type { Fault } from './holes.ts';
import { matchPlanes, type Plane } from './matched-lines.ts';
import { believedOf, regionVotes } from './region-votes.ts';

/** A region has a counterpart when so much of what is heard of it comes from one region. */
const COUNTERPART = 0.5;

/** A region has one colour when so much of it shows that; under a tone that covers half of it, it has none that could jump. */
const PLAIN = 0.7;

/** A painted drawing as it is compared with those beside it. */
export interface PaintedPlane {
  id: Id;
  plane: Plane;
  /** The colour of each region, by label; null: none, or several. */
  swatches: (Id | null)[];
  /** A place inside each region, x, y pairs by label. */
  points: Float32Array;
}

export function paintedPlane(id: Id, plane: Plane, paint: Area[]): PaintedPlane {
  const map = plane.open();
  const { area, covered } = regionPaint(map, paint);
  const swatches = Array.from(area, (place, label) =>
    place > 0 && covered[label] >= PLAIN ? paint[place - 1].swatch : null,
  );
  return { id, plane, swatches, points: regionPoints(map) };
}

interface Counterparts {
  size: number;
  of: Int32Array;
}

/** Comparing is nearly all of the work: two planes that are as they were are compared once. */
const known = new WeakMap<Plane, WeakMap<Plane, Counterparts>>();

/** For each region of the second drawing its counterpart in the first; 0: none. */
function counterparts(a: Plane, b: Plane, size: number): Int32Array {
  let own = known.get(a);
  if (!own) known.set(a, (own = new WeakMap()));
  let compared = own.get(b);
  if (compared?.size !== size) own.set(b, (compared = { size, of: compare(a, b, size) }));
  return compared.of;
}

const regionsOf = ({ facts }: Plane): number => facts.areas.length;

function compare(a: Plane, b: Plane, size: number): Int32Array {
  const out = new Int32Array(regionsOf(b));
  const votes = regionVotes(a, b, matchPlanes(a, b, size));
  for (let label = 1; label < out.length; label++) {
    const [from, to] = [votes.first[label], votes.first[label + 1]];
    const believed = (k: number) => believedOf(a.facts, votes.source[k], b.facts, label);
    let [sides, warp] = [0, 0];
    for (let k = from; k < to; k++) {
      sides += votes.sides[k] * believed(k);
      warp += votes.warp[k] * believed(k);
    }
    const parts = (sides > 0 ? 1 : 0) + (warp > 0 ? 1 : 0);
    for (let k = from; k < to; k++) {
      const heard = (sides > 0 ? votes.sides[k] / sides : 0) + (warp > 0 ? votes.warp[k] / warp : 0);
      if ((heard * believed(k)) / parts >= COUNTERPART) out[label] = votes.source[k];
    }
  }
  return out;
}

/** Jumps along drawings in the order of the sheet. @param progress told 0..1 */
export function jumpsIn(drawings: PaintedPlane[], size: number, progress: (share: number) => void = () => {}): Fault[] {
  /** before[k][label]: the counterpart of a region of drawing k in drawing k - 1. */
  const before = drawings.map(({ plane }, k) => {
    progress(k / drawings.length);
    return k === 0 ? new Int32Array(regionsOf(plane)) : counterparts(drawings[k - 1].plane, plane, size);
  });
  const out: Fault[] = [];
  const seen = new Set<string>();
  for (let last = 2; last < drawings.length; last++) {
    for (let label = 1; label < regionsOf(drawings[last].plane); label++) {
      // Back along the counterparts, over one drawing or two.
      const way = [label];
      for (let k = last; k > last - 3 && k > 0; k--) way.push(before[k][way.at(-1)!] ?? 0);
      for (const over of [1, 2]) {
        if (way.length < over + 2 || way.slice(0, over + 2).includes(0)) continue;
        const colour = (k: number) => drawings[last - k].swatches[way[k]];
        const same = colour(0) !== null && colour(0) === colour(over + 1);
        const others = Array.from({ length: over }, (_, k) => colour(k + 1));
        if (!same || others.some((other) => other === null || other === colour(0))) continue;
        for (let k = 1; k <= over; k++) {
          const { id, plane, points } = drawings[last - k];
          const key = `${id} ${way[k]}`;
          if (seen.has(key) || plane.facts.ground[way[k]] === 1) continue;
          seen.add(key);
          const [x, y] = [points[2 * way[k]], points[2 * way[k] + 1]];
          out.push({ kind: 'jump', drawing: id, x, y, size: plane.facts.areas[way[k]], swatch: others[k - 1] });
        }
        break;
      }
    }
  }
  progress(1);
  return out;
}
