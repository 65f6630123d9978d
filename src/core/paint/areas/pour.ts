/** Putting poured paint on a drawing's paint plane, and taking it off. */

import { ringsArea, ringsBox, ringsContain } from '../../plane/rings.ts';
import type { Area } from '../../shot/drawing-model.ts';
import type { Id } from '../../shot/ids.ts';
import { makeArea } from '../../shot/make.ts';
import { paintedPixels } from '../map/coverage.ts';
import { isGround, type RegionMap } from '../map/regions.ts';
import { regionRings, UNDER_LINE } from '../map/trace.ts';

/** The topmost area under a point, or null. */
export function areaUnder(paint: Area[], x: number, y: number): Area | null {
  for (let i = paint.length - 1; i >= 0; i--) if (ringsContain(paint[i].rings, x, y)) return paint[i];
  return null;
}

/** Two fills of one region may differ this much in area, and this far at the edges (paper pixels). */
const SAME_AREA = 0.03;
const SAME_EDGE = 3;

/** How paint is put down. */
export interface PaintLook extends Pick<Area, 'edge' | 'soft'> {
  /** How far it runs on under its line beyond the middle, paper pixels. */
  under: number;
}

export const PLAIN_PAINT: PaintLook = { edge: 'smooth', soft: 0, under: UNDER_LINE };

/**
 * Puts an area down at a point inside it. Paint that lay there and is now covered is replaced, at its place in the stack, so
 * that tones lying on it stay on top; a name it had is kept.
 */
export function pour(paint: Area[], fresh: Area, x: number, y: number): Area[] {
  const { rings } = fresh;
  const size = ringsArea(rings);
  const outer = ringsBox(rings);
  let place = -1;
  let { name } = fresh;
  const kept: Area[] = [];
  for (const area of paint) {
    const b = ringsBox(area.rings);
    const covered =
      b.minX >= outer.minX - SAME_EDGE &&
      b.minY >= outer.minY - SAME_EDGE &&
      b.maxX <= outer.maxX + SAME_EDGE &&
      b.maxY <= outer.maxY + SAME_EDGE &&
      ringsArea(area.rings) <= size * (1 + SAME_AREA) &&
      ringsContain(area.rings, x, y);
    if (covered) {
      name ||= area.name;
      if (place < 0) place = kept.length;
    } else kept.push(area);
  }
  kept.splice(place < 0 ? kept.length : place, 0, name === fresh.name ? fresh : { ...fresh, name });
  return kept;
}

/** The area a region of a map gives. @param over what else is known of it */
export function areaOf(map: RegionMap, label: number, swatch: Id, look: PaintLook, over: Partial<Area> = {}): Area {
  const rings = regionRings(map, label, Math.round(look.under * map.scale));
  return makeArea(swatch, rings, { edge: look.edge, soft: look.soft, ...over });
}

/** A point of each region on clear paper, x, y pairs by label: the middle of its longest row. */
export function regionPoints({ labels, mask, width, height, count, scale }: RegionMap): Float32Array {
  const out = new Float32Array(2 * (count + 1));
  const longest = new Int32Array(count + 1);
  // Rows of clear paper first; a region that is all line has only those.
  for (const clear of [true, false]) {
    if (!clear && !longest.subarray(1).includes(0)) break;
    for (let y = 0; y < height; y++) {
      const end = (y + 1) * width;
      for (let i = y * width; i < end; ) {
        const label = labels[i];
        const line = mask[i] !== 0;
        const start = i;
        while (i < end && labels[i] === label && (mask[i] !== 0) === line) i++;
        if (line === clear || i - start <= longest[label]) continue;
        if (!clear && longest[label] > 0) continue;
        longest[label] = i - start;
        out[2 * label] = ((start + i) / 2 - y * width) / scale;
        out[2 * label + 1] = (y + 0.5) / scale;
      }
    }
  }
  return out;
}

/** Pours regions of a map, each at a point of its own. Labels of the ground are passed over. */
export function pourRegions(
  paint: Area[],
  map: RegionMap,
  labels: Iterable<number>,
  swatch: Id,
  look: PaintLook,
): Area[] {
  const points = regionPoints(map);
  let out = paint;
  for (const label of labels) {
    if (label === 0 || isGround(map, label)) continue;
    out = pour(out, areaOf(map, label, swatch, look), points[2 * label], points[2 * label + 1]);
  }
  return out;
}

/** Takes the topmost paint under the point off. */
export function takeOff(paint: Area[], x: number, y: number): Area[] {
  const area = areaUnder(paint, x, y);
  return area ? paint.filter((each) => each !== area) : paint;
}

/** Regions of a map of which a share is inside something; `inside` is asked for pixels' middles, paper pixels. */
export function regionsInside(map: RegionMap, inside: (x: number, y: number) => boolean, share = 0.95): number[] {
  const { labels, mask, width, height, count, scale } = map;
  const step = Math.max(1, Math.round(Math.sqrt((width * height) / 500_000)));
  const all = new Int32Array(count + 1);
  const within = new Int32Array(count + 1);
  const ask = (x: number, y: number) => {
    const i = y * width + x;
    if (mask[i] !== 0) return;
    all[labels[i]]++;
    if (inside((x + 0.5) / scale, (y + 0.5) / scale)) within[labels[i]]++;
  };
  for (let y = 0; y < height; y += step) for (let x = 0; x < width; x += step) ask(x, y);
  // Regions that the raster missed are asked at their own point.
  const points = regionPoints(map);
  const out: number[] = [];
  for (let label = 1; label <= count; label++) {
    if (isGround(map, label)) continue;
    if (all[label] > 0 ? within[label] >= share * all[label] : inside(points[2 * label], points[2 * label + 1]))
      out.push(label);
  }
  return out;
}

/** Swatches that lie side by side on a drawing, by swatch: seen across lines of any width. */
export function neighbouring(map: RegionMap, paint: Area[]): Map<Id, Set<Id>> {
  const pixels = paintedPixels(map, paint);
  const { width, height } = map;
  const out = new Map<Id, Set<Id>>();
  const meet = (a: number, b: number) => {
    if (a === b || a === 0 || b === 0) return;
    const [p, q] = [paint[a - 1].swatch, paint[b - 1].swatch];
    if (p === q) return;
    for (const [one, other] of [
      [p, q],
      [q, p],
    ]) {
      const set = out.get(one) ?? new Set();
      out.set(one, set.add(other));
    }
  };
  for (let y = 1; y < height; y++)
    for (let i = y * width + 1; i < (y + 1) * width; i++) {
      meet(pixels[i], pixels[i - 1]);
      meet(pixels[i], pixels[i - width]);
    }
  return out;
}
