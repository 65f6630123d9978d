/** Everything that is not as paint should be, over the drawings of a layer. */

import type { Area, Stroke } from '../../shot/drawing-model.ts';
import { packMap, unpackMap } from '../map/packed-map.ts';
import { regionFacts } from '../map/region-facts.ts';
import { type RegionMap, type RegionWishes, regionMap } from '../map/regions.ts';
import { type Fault, holesOf, usedOnce } from './holes.ts';
import { jumpsIn, type PaintedPlane, paintedPlane } from './jumps.ts';
import { FARTHER, type LinesAndPaint } from './layer-through.ts';
import { type ClosedMap, leaksOf } from './leaks.ts';
import { heightOf, linedOf } from './line-shape.ts';
import type { Plane } from './matched-lines.ts';

/** Colours are compared on maps of at most this many pixels. */
const COMPARED_ON = 520_000;

export interface HolesJob {
  width: number;
  height: number;
  wishes: Partial<RegionWishes>;
  /** In the order of the sheet. */
  drawings: LinesAndPaint[];
  /** Paint may reach the edge of the paper: a background. */
  background: boolean;
}

/** What is known of a drawing's lines and of its paint on them. */
interface LookedAt {
  /** What its maps were asked with. */
  asked: string;
  plane: Plane;
  byPaint: WeakMap<Area[], { faults: Fault[]; painted: PaintedPlane }>;
}

/** Making maps takes long: lines and paint that are as they were are looked at once. */
const known = new WeakMap<Stroke[], LookedAt>();

/** A drawing's map, and after it those with its openings closed farther and farther, as far as paint is carried on them. */
function* closedFarther(map: RegionMap, ink: Stroke[], { width, height, wishes }: HolesJob): Generator<ClosedMap> {
  const first = wishes.gap ?? 0;
  yield { map, gap: first };
  for (const more of FARTHER.slice(1)) {
    const gap = first + more;
    yield { map: regionMap(ink, width, height, { ...wishes, gap, specks: 0, most: COMPARED_ON }), gap };
  }
}

function lookedAt({ id, ink, paint }: LinesAndPaint, job: HolesJob) {
  const { width, height, wishes } = job;
  const asked = JSON.stringify({ width, height, ...wishes });
  let own = known.get(ink);
  if (own?.asked !== asked) {
    const map = regionMap(ink, width, height, { ...wishes, most: COMPARED_ON });
    const packed = packMap(map);
    const plane = {
      ...linedOf({ ink }),
      open: () => unpackMap(packed),
      facts: regionFacts(map),
    };
    known.set(ink, (own = { asked, plane, byPaint: new WeakMap() }));
  }
  let found = own.byPaint.get(paint);
  if (!found) {
    const map = regionMap(ink, width, height, { ...wishes, specks: 0 });
    const faults = [...holesOf(id, map, paint), ...leaksOf(id, closedFarther(map, ink, job), paint)];
    found = { faults, painted: paintedPlane(id, own.plane, paint) };
    own.byPaint.set(paint, found);
  }
  // Lines and paint may be those of a copy.
  return { faults: found.faults.map((fault) => ({ ...fault, drawing: id })), painted: { ...found.painted, id } };
}

/** Holes, specks, leaks, colours used once, colours that jump. @param progress told 0..1 */
export function faultsIn(job: HolesJob, progress: (share: number) => void = () => {}): Fault[] {
  const { drawings, background } = job;
  const out: Fault[] = [];
  const planes: PaintedPlane[] = [];
  drawings.forEach((drawing, i) => {
    progress((0.5 * i) / drawings.length);
    if (drawing.paint.length === 0) return;
    const { faults, painted } = lookedAt(drawing, job);
    out.push(...faults.filter(({ kind }) => kind !== 'leak' || !background));
    planes.push(painted);
  });
  out.push(...usedOnce(drawings));
  const size = Math.max(1, ...planes.map(({ plane }) => heightOf(plane.shapes)));
  out.push(...jumpsIn(planes, size, (share) => progress(0.5 + 0.5 * share)));
  return out;
}
