/**
 * The region map of a drawing: which enclosed region each pixel of the paper belongs to, the lines themselves shared out
 * to their middles, so that paint always runs under the line.
 *
 * Lines are stamped as capsules into a mask (`stamp.ts`), small openings at line ends are bridged (`openings.ts`), what is
 * left is labelled by runs (union-find, 4-neighbours), and the regions then grow into the mask ring by ring until they meet.
 */
import type { Stroke } from '../../shot/drawing-model.ts';
import { bridgeOpenings } from './openings.ts';
import { linesFor, type Mask, stampLines, UNDER } from './stamp.ts';

/** Largest map, pixels; a larger paper is mapped at a smaller scale. */
export const MOST_PIXELS = 4_200_000;

/** What counts as a region. */
export interface RegionWishes {
  /** Openings up to this many paper pixels at line ends are closed. */
  gap: number;
  /** Regions of fewer square paper pixels belong to those around them. */
  specks: number;
  /** Lines fainter than this on the whole, 0..1, part nothing. */
  faint: number;
  /** Largest map, pixels. */
  most: number;
}

const FIRST_WISHES: RegionWishes = { gap: 0, specks: 0, faint: 0, most: MOST_PIXELS };

export interface RegionMap {
  width: number;
  height: number;
  /** Map pixels per paper pixel, at most 1. */
  scale: number;
  /** Region of each pixel, from 1; 0 only where no region exists at all. */
  labels: Int32Array;
  count: number;
  /** Box of each region: minX, minY, maxX, maxY (pixels, inclusive) at 4 * label. */
  boxes: Int32Array;
  /** The stamped lines, pixel by pixel: see `stamp.ts`. */
  mask: Uint8Array;
  /** Openings that were closed, x1, y1, x2, y2 each, paper pixels. */
  openings: Float32Array;
}

/** The unmasked runs of every row as row, start, end (exclusive) triples. */
function freeRuns(mask: Uint8Array, width: number, height: number): Int32Array {
  let runs = new Int32Array(3 * 4096);
  let n = 0;
  for (let y = 0; y < height; y++) {
    const row = y * width;
    const end = row + width;
    for (let i = row; i < end; ) {
      while (i < end && mask[i] !== 0) i++;
      if (i === end) break;
      const start = i;
      while (i < end && mask[i] === 0) i++;
      if (n + 3 > runs.length) {
        const more = new Int32Array(runs.length * 2);
        more.set(runs);
        runs = more;
      }
      runs[n++] = y;
      runs[n++] = start - row;
      runs[n++] = i - row;
    }
  }
  return runs.slice(0, n);
}

/**
 * Labels the free runs by 4-connected region (union-find over touching runs) into `labels`; returns how many there are. Regions
 * of fewer than `least` pixels are given up: their pixels go into the mask, to be shared out as lines are.
 */
function labelRegions(runs: Int32Array, mask: Uint8Array, width: number, labels: Int32Array, least: number): number {
  const n = runs.length / 3;
  const parent = new Int32Array(n);
  for (let i = 0; i < n; i++) parent[i] = i;
  const find = (a: number): number => {
    while (parent[a] !== a) {
      parent[a] = parent[parent[a]];
      a = parent[a];
    }
    return a;
  };
  let above = 0;
  for (let i = 0; i < n; i++) {
    const y = runs[3 * i];
    const start = runs[3 * i + 1];
    const end = runs[3 * i + 2];
    while (above < i && (runs[3 * above] < y - 1 || (runs[3 * above] === y - 1 && runs[3 * above + 2] <= start)))
      above++;
    for (let k = above; k < i && runs[3 * k] === y - 1 && runs[3 * k + 1] < end; k++) {
      const a = find(k);
      const b = find(i);
      if (a !== b) parent[Math.max(a, b)] = Math.min(a, b);
    }
  }
  const area = new Int32Array(n);
  let largest = 0;
  for (let i = 0; i < n; i++) {
    const root = find(i);
    area[root] += runs[3 * i + 2] - runs[3 * i + 1];
    largest = Math.max(largest, area[root]);
  }
  // A drawing of nothing but specks keeps the largest.
  const smallest = Math.min(least, largest);
  const number = new Int32Array(n);
  let count = 0;
  for (let i = 0; i < n; i++) {
    const root = find(i);
    const [from, to] = [runs[3 * i] * width + runs[3 * i + 1], runs[3 * i] * width + runs[3 * i + 2]];
    if (area[root] < smallest) {
      mask.fill(UNDER, from, to);
      continue;
    }
    if (number[root] === 0) number[root] = ++count;
    labels.fill(number[root], from, to);
  }
  return count;
}

/** Lets the regions grow into the mask until they meet: rounds of 4 and 8 neighbours in turn, which keeps middles round. */
function shareLines(mask: Uint8Array, labels: Int32Array, width: number, height: number) {
  const last = width * (height - 1);
  // At the paper's edge a step of 0 looks at the pixel itself, which is unlabelled.
  const beside = (i: number, diagonal: boolean): number => {
    const x = i % width;
    const west = x > 0 ? 1 : 0;
    const east = x < width - 1 ? 1 : 0;
    const north = i >= width ? width : 0;
    const south = i < last ? width : 0;
    const label = labels[i - west] || labels[i + east] || labels[i - north] || labels[i + south];
    if (label !== 0 || !diagonal) return label;
    return labels[i - north - west] || labels[i - north + east] || labels[i + south - west] || labels[i + south + east];
  };
  // Only pixels beside a region can be taken: those that wait, and those around what was taken in the round before.
  const waits = new Uint8Array(mask.length);
  let waiting: number[] = [];
  for (let i = 0; i < mask.length; i++)
    if (mask[i] !== 0 && beside(i, true) !== 0) {
      waits[i] = 1;
      waiting.push(i);
    }
  for (let round = 0; waiting.length > 0; round++) {
    const taken: number[] = [];
    const found: number[] = [];
    const next: number[] = [];
    for (const i of waiting) {
      const label = beside(i, round % 2 === 1);
      if (label !== 0) {
        taken.push(i);
        found.push(label);
      } else next.push(i);
    }
    for (let k = 0; k < taken.length; k++) labels[taken[k]] = found[k];
    for (const i of taken) {
      const x = i % width;
      const [west, east] = [x > 0 ? 1 : 0, x < width - 1 ? 1 : 0];
      for (let row = i < width ? i : i - width; row <= i + width && row < mask.length; row += width)
        for (let j = row - west; j <= row + east; j++)
          if (mask[j] !== 0 && labels[j] === 0 && waits[j] === 0) {
            waits[j] = 1;
            next.push(j);
          }
    }
    waiting = next;
  }
}

/** Makes the region map of a drawing's lines; a paper above 4.2 million pixels is mapped smaller (`scale` says how much). */
export function regionMap(
  ink: Stroke[],
  paperWidth: number,
  paperHeight: number,
  wishes: Partial<RegionWishes> = {},
): RegionMap {
  const { gap, specks, faint, most } = { ...FIRST_WISHES, ...wishes };
  const scale = Math.min(1, Math.sqrt(most / (paperWidth * paperHeight)));
  const width = Math.max(1, Math.round(paperWidth * scale));
  const height = Math.max(1, Math.round(paperHeight * scale));
  const pixels = new Uint8Array(width * height);
  const mask: Mask = { pixels, width, height };
  const lines = linesFor(ink, scale, faint);
  stampLines(mask, lines);
  const openings = Float32Array.from(bridgeOpenings(mask, lines, gap * scale), (value) => value / scale);
  const labels = new Int32Array(width * height);
  const count = labelRegions(freeRuns(pixels, width, height), pixels, width, labels, specks * scale * scale);
  if (count > 0) shareLines(pixels, labels, width, height);
  return withBoxes({ width, height, scale, labels, count, mask: pixels, openings });
}

/** A map whose labels are others, with their boxes. */
export const withBoxes = (map: Omit<RegionMap, 'boxes'>): RegionMap => ({
  ...map,
  boxes: boxesOf(map.labels, map.width, map.height, map.count),
});

function boxesOf(labels: Int32Array, width: number, height: number, count: number): Int32Array {
  const boxes = new Int32Array(4 * (count + 1));
  for (let label = 0; label <= count; label++) boxes.set([width, height, -1, -1], 4 * label);
  for (let y = 0; y < height; y++) {
    const end = (y + 1) * width;
    // Run by run: a pixel inside a run tells nothing new.
    for (let i = y * width; i < end; ) {
      const label = labels[i];
      const start = i;
      while (i < end && labels[i] === label) i++;
      const b = 4 * label;
      const x0 = start - y * width;
      const x1 = i - 1 - y * width;
      if (x0 < boxes[b]) boxes[b] = x0;
      if (y < boxes[b + 1]) boxes[b + 1] = y;
      if (x1 > boxes[b + 2]) boxes[b + 2] = x1;
      if (y > boxes[b + 3]) boxes[b + 3] = y;
    }
  }
  return boxes;
}

/** The region at a point of the paper; 0 off the paper. */
export function regionAt(map: RegionMap, x: number, y: number): number {
  const px = Math.floor(x * map.scale);
  const py = Math.floor(y * map.scale);
  if (px < 0 || py < 0 || px >= map.width || py >= map.height) return 0;
  return map.labels[py * map.width + px];
}

/**
 * Whether a region is the ground outside: it reaches two or more edges of the paper. What the frame cuts off at one edge - a
 * coat at the bottom - is still a part of the figure.
 */
export function isGround({ boxes, width, height }: RegionMap, label: number): boolean {
  const b = 4 * label;
  const sides = [boxes[b] <= 0, boxes[b + 1] <= 0, boxes[b + 2] >= width - 1, boxes[b + 3] >= height - 1];
  return sides.filter(Boolean).length >= 2;
}
