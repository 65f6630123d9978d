/** Everything that is not as paint should be, over the drawings of a layer. */

import { regionFacts } from '../map/region-facts.ts';
import { type RegionWishes, regionMap } from '../map/regions.ts';
import { type Fault, faultsOf, usedOnce } from './holes.ts';
import { jumpsIn, type PaintedPlane } from './jumps.ts';
import type { LinesAndPaint } from './layer-through.ts';
import { heightOf, shapeOfLine } from './line-shape.ts';

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

/** Holes, specks, leaks, colours used once, colours that jump. @param progress told 0..1 */
export function faultsIn(job: HolesJob, progress: (share: number) => void = () => {}): Fault[] {
  const { width, height, wishes, drawings, background } = job;
  const out: Fault[] = [];
  const planes: PaintedPlane[] = [];
  drawings.forEach(({ id, ink, paint }, i) => {
    progress((0.5 * i) / drawings.length);
    if (paint.length === 0) return;
    const map = regionMap(ink, width, height, { ...wishes, specks: 0 });
    out.push(...faultsOf(id, map, paint).filter(({ kind }) => kind !== 'leak' || !background));
    const small = regionMap(ink, width, height, { ...wishes, most: COMPARED_ON });
    planes.push({
      id,
      plane: {
        shapes: ink.map(shapeOfLine),
        lineages: ink.map(({ lineage }) => lineage),
        open: () => small,
        facts: regionFacts(small),
      },
      paint,
    });
  });
  out.push(...usedOnce(drawings));
  const size = Math.max(1, ...planes.map(({ plane }) => heightOf(plane.shapes)));
  out.push(...jumpsIn(planes, size, (share) => progress(0.5 + 0.5 * share)));
  return out;
}
