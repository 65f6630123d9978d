/** What covers what: paint filled into pixels, and what of it lies on each region. */
import type { Area } from '../shot/model.ts';
import type { RegionMap } from './regions.ts';

/** Pixels to fill into: the first lies at (x, y). */
interface Target {
  pixels: Int32Array | Uint8Array;
  width: number;
  height: number;
  x: number;
  y: number;
}

/** Fills even-odd rings (paper pixels) with a value, at pixel middles. @param scale pixels per paper pixel */
export function fillRings(
  { pixels, width, height, x: x0, y: y0 }: Target,
  rings: Float32Array[],
  scale: number,
  value: number,
) {
  let [low, high] = [Infinity, -Infinity];
  for (const ring of rings)
    for (let i = 1; i < ring.length; i += 2) {
      low = Math.min(low, ring[i]);
      high = Math.max(high, ring[i]);
    }
  const from = Math.max(0, Math.ceil(low * scale - 0.5 - y0));
  const to = Math.min(height - 1, Math.floor(high * scale - 0.5 - y0));
  if (to < from) return;
  // The places where each row's middle crosses an edge.
  const crossings: number[][] = Array.from({ length: to - from + 1 }, () => []);
  for (const ring of rings) {
    const n = ring.length;
    for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
      const ax = ring[j] * scale - x0;
      const ay = ring[j + 1] * scale - y0 - 0.5;
      const bx = ring[i] * scale - x0;
      const by = ring[i + 1] * scale - y0 - 0.5;
      if (ay === by) continue;
      const [top, bottom] = ay < by ? [ay, by] : [by, ay];
      const slope = (bx - ax) / (by - ay);
      const last = Math.min(to, Math.ceil(bottom) - 1);
      for (let y = Math.max(from, Math.ceil(top)); y <= last; y++) crossings[y - from].push(ax + (y - ay) * slope);
    }
  }
  crossings.forEach((row, k) => {
    row.sort((a, b) => a - b);
    const start = (from + k) * width;
    for (let i = 0; i + 1 < row.length; i += 2) {
      const left = Math.max(0, Math.ceil(row[i] - 0.5));
      const right = Math.min(width - 1, Math.ceil(row[i + 1] - 0.5) - 1);
      if (right >= left) pixels.fill(value, start + left, start + right + 1);
    }
  });
}

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
