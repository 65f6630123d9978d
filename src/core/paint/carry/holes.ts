/** What is not as paint should be: unpainted regions and specks, colours that are there but once. */

import { pointInside } from '../../plane/rings.ts';
import type { Area } from '../../shot/drawing-model.ts';
import type { Id } from '../../shot/ids.ts';
import { regionSizes } from '../areas/map-edits.ts';
import { regionPoints } from '../areas/pour.ts';
import { regionPaint } from '../map/coverage.ts';
import { isGround, type RegionMap } from '../map/regions.ts';

export const FAULTS = ['hole', 'speck', 'leak', 'once', 'jump'] as const;
export type FaultKind = (typeof FAULTS)[number];

export interface Fault {
  kind: FaultKind;
  drawing: Id;
  x: number;
  y: number;
  /** Square paper pixels. */
  size: number;
  /** What lies there; null: nothing. */
  swatch: Id | null;
}

/** Unpainted regions smaller than this are specks, square paper pixels. */
export const SPECK = 60;
/** A region is a hole when less of it is painted. */
const PAINTED = 0.5;

/** Holes and specks of one drawing. A drawing without any paint has none: it is not painted yet. */
export function holesOf(drawing: Id, map: RegionMap, paint: Area[]): Fault[] {
  if (paint.length === 0) return [];
  const out: Fault[] = [];
  const there = regionPaint(map, paint);
  const sizes = regionSizes(map);
  const points = regionPoints(map);
  for (let label = 1; label <= map.count; label++) {
    if (isGround(map, label) || there.painted[label] >= PAINTED) continue;
    const kind = sizes[label] < SPECK ? 'speck' : 'hole';
    out.push({ kind, drawing, x: points[2 * label], y: points[2 * label + 1], size: sizes[label], swatch: null });
  }
  return out;
}

/** Painted drawings of a layer below which "once" says nothing. */
const FEWEST = 4;

/** Swatches that only one of several painted drawings has. */
export function usedOnce(drawings: { id: Id; paint: Area[] }[]): Fault[] {
  const painted = drawings.filter(({ paint }) => paint.length > 0);
  if (painted.length < FEWEST) return [];
  const uses = new Map<Id, { drawing: Id; area: Area }[]>();
  for (const { id, paint } of painted)
    for (const area of paint) {
      const list = uses.get(area.swatch) ?? [];
      if (!list.some(({ drawing }) => drawing === id)) uses.set(area.swatch, [...list, { drawing: id, area }]);
    }
  return [...uses.values()].flatMap((list): Fault[] => {
    if (list.length !== 1) return [];
    const [{ drawing, area }] = list;
    const [x, y] = pointInside(area.rings);
    return [{ kind: 'once', drawing, x, y, size: 0, swatch: area.swatch }];
  });
}
