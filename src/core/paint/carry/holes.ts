/** What is not as paint should be: unpainted regions and specks, paint that runs out, colours that are there but once or jump. */

import { pointInside, ringsContain } from '../../plane/rings.ts';
import type { Area } from '../../shot/drawing-model.ts';
import type { Id } from '../../shot/ids.ts';
import { regionSizes } from '../areas/map-edits.ts';
import { regionPoints } from '../areas/pour.ts';
import { paintedPixels, regionPaint } from '../map/coverage.ts';
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
/** Paint that has run out lies so much on the ground, of the area and in square paper pixels. */
const RUN_OUT = 0.06;
const RUN_OUT_LEAST = 150;

/** Holes, specks and leaks of one drawing. A drawing without any paint has none: it is not painted yet. */
export function faultsOf(drawing: Id, map: RegionMap, paint: Area[]): Fault[] {
  if (paint.length === 0) return [];
  const out: Fault[] = [];
  const pixels = paintedPixels(map, paint);
  const there = regionPaint(map, paint, pixels);
  const sizes = regionSizes(map);
  const points = regionPoints(map);
  for (let label = 1; label <= map.count; label++) {
    if (isGround(map, label) || there.painted[label] >= PAINTED) continue;
    const kind = sizes[label] < SPECK ? 'speck' : 'hole';
    out.push({ kind, drawing, x: points[2 * label], y: points[2 * label + 1], size: sizes[label], swatch: null });
  }
  return [...out, ...leaksOf(drawing, map, paint, pixels)];
}

function leaksOf(drawing: Id, map: RegionMap, paint: Area[], pixels: Int32Array): Fault[] {
  const { labels, mask, width, scale } = map;
  const ground = new Uint8Array(map.count + 1);
  for (let label = 1; label <= map.count; label++) ground[label] = isGround(map, label) ? 1 : 0;
  const all = new Int32Array(paint.length + 1);
  const outside = new Int32Array(paint.length + 1);
  /** A place out there: the middle of the longest row of pixels. */
  const place = new Int32Array(paint.length + 1);
  const longest = new Int32Array(paint.length + 1);
  for (let i = 0; i < pixels.length; ) {
    const [there, label, line] = [pixels[i], labels[i], mask[i]];
    const start = i;
    const end = (Math.floor(i / width) + 1) * width;
    while (i < end && pixels[i] === there && labels[i] === label && mask[i] === line) i++;
    if (there === 0) continue;
    all[there] += i - start;
    if (line !== 0 || ground[label] === 0) continue;
    outside[there] += i - start;
    if (i - start > longest[there]) {
      longest[there] = i - start;
      place[there] = (start + i) >> 1;
    }
  }
  const out: { fault: Fault; area: Area }[] = [];
  // The largest first: what lies on it out there runs out with it.
  const order = paint.map((_, k) => k).sort((p, q) => outside[q + 1] - outside[p + 1]);
  for (const k of order) {
    const size = outside[k + 1] / (scale * scale);
    if (outside[k + 1] < RUN_OUT * all[k + 1] || size < RUN_OUT_LEAST) continue;
    const x = ((place[k + 1] % width) + 0.5) / scale;
    const y = (Math.floor(place[k + 1] / width) + 0.5) / scale;
    if (out.some(({ area }) => ringsContain(area.rings, x, y))) continue;
    out.push({ fault: { kind: 'leak', drawing, x, y, size, swatch: paint[k].swatch }, area: paint[k] });
  }
  return out.map(({ fault }) => fault);
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
