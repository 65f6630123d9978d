/** What covers what: paint filled into pixels, and what of it lies on each region. */

import { fillRings } from '../../plane/fill.ts';
import type { Area } from '../../shot/drawing-model.ts';
import type { RegionMap } from './regions.ts';

/** For each pixel of the map the topmost area there: its place in `paint` from 1; 0 where nothing is painted. */
export function paintedPixels(map: Pick<RegionMap, 'width' | 'height' | 'scale'>, paint: Area[]): Int32Array {
  const { width, height, scale } = map;
  const pixels = new Int32Array(width * height);
  paint.forEach(({ rings }, i) => {
    fillRings({ pixels, width, height, x: 0, y: 0 }, rings, scale, i + 1);
  });
  return pixels;
}

export interface RegionPaint {
  /** Place in `paint`, from 1, of the area most of the region shows; 0: most of it is unpainted. */
  area: Int32Array;
  /** Share of the region that is painted at all, and that `area` covers, 0..1. */
  painted: Float32Array;
  covered: Float32Array;
}

/** What lies on each region of a map, by label; lines do not count, only the clear paper between them. */
export function regionPaint(map: RegionMap, paint: Area[], pixels = paintedPixels(map, paint)): RegionPaint {
  const { labels, mask, count } = map;
  const n = paint.length + 1;
  const sums = new Map<number, number>();
  const whole = new Int32Array(count + 1);
  for (let i = 0; i < labels.length; ) {
    const [label, there, line] = [labels[i], pixels[i], mask[i]];
    const start = i;
    while (i < labels.length && labels[i] === label && pixels[i] === there && mask[i] === line) i++;
    if (line !== 0) continue;
    whole[label] += i - start;
    const key = label * n + there;
    sums.set(key, (sums.get(key) ?? 0) + i - start);
  }
  const area = new Int32Array(count + 1);
  const painted = new Float32Array(count + 1);
  const most = new Float32Array(count + 1);
  for (const [key, pixelsOfIt] of sums) {
    const label = Math.floor(key / n);
    const there = key % n;
    if (there > 0) painted[label] += pixelsOfIt / whole[label];
    if (pixelsOfIt > most[label]) {
      most[label] = pixelsOfIt;
      area[label] = there;
    }
  }
  const covered = most.map((value, label) => (area[label] > 0 ? value / Math.max(1, whole[label]) : 0));
  return { area, painted, covered };
}
