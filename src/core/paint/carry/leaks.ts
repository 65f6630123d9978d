/**
 * Paint that has run out of its lines: it lies on the ground. Lines that do not meet leave a region open to the ground with its paint
 * where it should be; so what lies on the ground no more when openings are closed farther has not run out.
 */

import { ringsContain } from '../../plane/rings.ts';
import type { Area } from '../../shot/drawing-model.ts';
import type { Id } from '../../shot/ids.ts';
import { regionSizes } from '../areas/map-edits.ts';
import { paintedPixels } from '../map/coverage.ts';
import { isGround, type RegionMap, regionAt } from '../map/regions.ts';
import type { Fault } from './holes.ts';

/** Paint that has run out lies so much on the ground, of the area and in square paper pixels. */
const RUN_OUT = 0.06;
const RUN_OUT_LEAST = 150;
/** Closing openings makes regions where nobody drew one: those of less than so many times the square of what is closed say nothing. */
const MADE_BY_CLOSING = 4;

interface Leak {
  /** Place of the area in the paint. */
  area: number;
  x: number;
  y: number;
  /** Square paper pixels on the ground. */
  size: number;
}

/** Areas that lie on the ground of a map, those that lie there most first. */
function outside(map: RegionMap, paint: Area[]): Leak[] {
  const { labels, mask, width, scale } = map;
  const pixels = paintedPixels(map, paint);
  const ground = new Uint8Array(map.count + 1);
  for (let label = 1; label <= map.count; label++) ground[label] = isGround(map, label) ? 1 : 0;
  const all = new Int32Array(paint.length + 1);
  const out = new Int32Array(paint.length + 1);
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
    out[there] += i - start;
    if (i - start > longest[there]) {
      longest[there] = i - start;
      place[there] = (start + i) >> 1;
    }
  }
  return paint
    .flatMap((_, area): Leak[] => {
      const size = out[area + 1] / (scale * scale);
      if (out[area + 1] < RUN_OUT * all[area + 1] || size < RUN_OUT_LEAST) return [];
      const at = place[area + 1];
      return [{ area, x: ((at % width) + 0.5) / scale, y: (Math.floor(at / width) + 0.5) / scale, size }];
    })
    .sort((p, q) => q.size - p.size);
}

/** A drawing's map, and how wide the openings are that are closed on it, paper pixels. */
export interface ClosedMap {
  map: RegionMap;
  gap: number;
}

/** @param maps of the drawing, openings closed farther and farther */
export function leaksOf(drawing: Id, maps: Iterable<ClosedMap>, paint: Area[]): Fault[] {
  let leaks: Leak[] | null = null;
  for (const { map, gap } of maps) {
    const found = outside(map, paint);
    if (leaks) {
      const still = new Set(found.map(({ area }) => area));
      const sizes = regionSizes(map);
      leaks = leaks.filter(
        ({ area, x, y }) => still.has(area) || sizes[regionAt(map, x, y)] < MADE_BY_CLOSING * gap ** 2,
      );
    } else leaks = found;
    if (leaks.length === 0) return [];
  }
  const out: Leak[] = [];
  // The largest first: what lies on it out there runs out with it.
  for (const leak of leaks ?? [])
    if (!out.some(({ area }) => ringsContain(paint[area].rings, leak.x, leak.y))) out.push(leak);
  return out.map(({ area, x, y, size }) => ({ kind: 'leak', drawing, x, y, size, swatch: paint[area].swatch }));
}
