/** From pixels to rings: the edges of a region, or of any set of pixels, as smooth polygons. */
import { thinnedRing } from '../../plane/polyline.ts';
import { ringArea } from '../../plane/rings.ts';
import type { RegionMap } from './regions.ts';
import { UNDER } from './stamp.ts';

/** Largest distance of a ring from the smoothed edge it stands for, pixels. */
const TOLERANCE = 0.2;
/** Weights a corner of the pixel edge is averaged with its neighbours by: stairs become curves. */
const KERNEL = [0.0625, 0.125, 0.1875, 0.25, 0.1875, 0.125, 0.0625];
/** A corner is moved no farther than this, pixels. */
const FARTHEST = 0.4;
/** Shorter edges are those of a few pixels: averaged they would shrink away. */
const SHORTEST = 24;
/** How far paint of a region runs on under its line beyond the middle, map pixels. */
export const UNDER_LINE = 1;

/** A set of pixels: 1 inside; a margin of at least one pixel all round is 0. */
export interface PixelSet {
  inside: Uint8Array;
  width: number;
  height: number;
  /** Where its first pixel lies. */
  x: number;
  y: number;
}

/** Follows the edge of the set from the top edge of pixel (x, y), the set on the right. */
function follow(
  { inside, width }: PixelSet,
  x0: number,
  y0: number,
  visitTop: (x: number, y: number) => void,
): number[] {
  const ring: number[] = [];
  // Corner position and direction: 0 right, 1 down, 2 left, 3 up.
  let x = x0;
  let y = y0;
  let direction = 0;
  do {
    ring.push(x, y);
    if (direction === 0) visitTop(x, y);
    if (direction === 0) x++;
    else if (direction === 1) y++;
    else if (direction === 2) x--;
    else y--;
    // The two pixels ahead of the corner, left and right of the direction walked.
    const here = y * width + x;
    const [left, right] =
      direction === 0
        ? [here - width, here]
        : direction === 1
          ? [here, here - 1]
          : direction === 2
            ? [here - 1, here - width - 1]
            : [here - width - 1, here - width];
    if (inside[right] === 0) direction = (direction + 1) % 4;
    else if (inside[left] !== 0) direction = (direction + 3) % 4;
  } while (x !== x0 || y !== y0 || direction !== 0);
  return ring;
}

/** The corners of a pixel edge averaged with their neighbours; what lies on the border of the map stays. */
function smoothed(ring: number[], set: PixelSet, mapWidth: number, mapHeight: number): number[] {
  const n = ring.length / 2;
  if (n < SHORTEST) return ring;
  const out = ring.slice();
  const half = (KERNEL.length - 1) / 2;
  for (let i = 0; i < n; i++) {
    const [px, py] = [ring[2 * i] + set.x, ring[2 * i + 1] + set.y];
    if (px <= 0 || py <= 0 || px >= mapWidth || py >= mapHeight) continue;
    let [x, y] = [0, 0];
    for (let k = -half; k <= half; k++) {
      const j = (i + k + n) % n;
      x += KERNEL[k + half] * ring[2 * j];
      y += KERNEL[k + half] * ring[2 * j + 1];
    }
    // Stairs lie within this of the curve they stand for; what is farther off is a tip, and stays.
    const [dx, dy] = [x - ring[2 * i], y - ring[2 * i + 1]];
    const share = Math.min(1, FARTHEST / Math.max(1e-9, Math.sqrt(dx * dx + dy * dy)));
    out[2 * i] = ring[2 * i] + dx * share;
    out[2 * i + 1] = ring[2 * i + 1] + dy * share;
  }
  return out;
}

function simplified(ring: number[], set: PixelSet, scale: number): Float32Array {
  return thinnedRing(ring, TOLERANCE).map((value, i) => (value + (i % 2 ? set.y : set.x)) / scale);
}

/**
 * Even-odd rings of a set of pixels (x, y pairs), largest first. @param scale pixels per paper pixel
 * @param mapWidth, mapHeight where the map ends: edges lying there stay straight.
 */
export function ringsOf(set: PixelSet, scale: number, mapWidth = Infinity, mapHeight = Infinity): Float32Array[] {
  const { inside, width, height } = set;
  const visited = new Uint8Array(width * height);
  const visitTop = (x: number, y: number) => {
    visited[y * width + x] = 1;
  };
  const rings: Float32Array[] = [];
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      if (inside[i] === 0 || visited[i] !== 0 || inside[i - width] !== 0) continue;
      const ring = simplified(smoothed(follow(set, x, y, visitTop), set, mapWidth, mapHeight), set, scale);
      if (ring.length >= 6) rings.push(ring);
    }
  }
  return rings.sort((a, b) => Math.abs(ringArea(b)) - Math.abs(ringArea(a)));
}

/** Lets a set grow by a pixel all round onto pixels of the mask under which paint may lie. */
function growUnder(set: PixelSet, { mask, width: mapWidth, height: mapHeight }: RegionMap): void {
  const { inside, width, height } = set;
  const grown: number[] = [];
  for (let y = 1; y < height - 1; y++) {
    const my = y + set.y;
    if (my < 0 || my >= mapHeight) continue;
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      const mx = x + set.x;
      if (inside[i] !== 0 || mx < 0 || mx >= mapWidth || mask[my * mapWidth + mx] !== UNDER) continue;
      if (inside[i - 1] || inside[i + 1] || inside[i - width] || inside[i + width]) grown.push(i);
    }
  }
  for (const i of grown) inside[i] = 1;
}

/**
 * Even-odd rings of a region in paper pixels (x, y pairs), largest first; empty when the label is not on the map. Paint runs
 * to the middle of the line and `under` map pixels farther where the line covers it, so that neighbours overlap unseen.
 */
export function regionRings(map: RegionMap, label: number, under = UNDER_LINE): Float32Array[] {
  const { width: mapWidth, labels } = map;
  if (label < 1 || label > map.count) return [];
  const [minX, minY, maxX, maxY] = map.boxes.subarray(4 * label, 4 * label + 4);
  const margin = under + 1;
  const width = maxX - minX + 1 + 2 * margin;
  const height = maxY - minY + 1 + 2 * margin;
  const set = { inside: new Uint8Array(width * height), width, height, x: minX - margin, y: minY - margin };
  for (let y = minY; y <= maxY; y++) {
    const to = (y - set.y) * width - set.x;
    for (let x = minX; x <= maxX; x++) if (labels[y * mapWidth + x] === label) set.inside[to + x] = 1;
  }
  for (let round = 0; round < under; round++) growUnder(set, map);
  return ringsOf(set, map.scale, mapWidth, map.height);
}
