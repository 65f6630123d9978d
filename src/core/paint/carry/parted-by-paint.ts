/**
 * Regions of a painted drawing that lie in one, though they are painted differently: an opening between them, or to the ground, is too wide
 * to be closed. What is painted says that there are two; they are parted where the way between them is narrowest, as water would
 * meet that rises from both (watershed from markers: Meyer and Beucher 1990, on how far places are from lines).
 */
import { type RegionMap, withBoxes } from '../map/regions.ts';

/** Steps to a pixel beside another and across from it, in thirds of a pixel (chamfer distance: Borgefors 1986). */
const STRAIGHT = 3;
const ACROSS = 4;
const FAR = 0xffff;

/** How far each pixel is from the nearest that is `near`, in thirds of a pixel. */
export function distancesFrom(near: (i: number) => boolean, width: number, height: number): Uint16Array {
  const out = new Uint16Array(width * height);
  for (let i = 0; i < out.length; i++) out[i] = near(i) ? 0 : FAR;
  const towards = (i: number, x: number, y: number, dx: number, dy: number) => {
    if (x + dx < 0 || x + dx >= width || y + dy < 0 || y + dy >= height) return;
    const step = dx !== 0 && dy !== 0 ? ACROSS : STRAIGHT;
    out[i] = Math.min(out[i], out[i + dy * width + dx] + step);
  };
  for (const way of [1, -1])
    for (let k = 0; k < out.length; k++) {
      const i = way > 0 ? k : out.length - 1 - k;
      if (out[i] === 0) continue;
      const [x, y] = [i % width, Math.floor(i / width)];
      towards(i, x, y, -way, 0);
      towards(i, x, y, -way, -way);
      towards(i, x, y, 0, -way);
      towards(i, x, y, way, -way);
    }
  return out;
}

/** In a region's box: 0 stands for what is not of it, this for pixels of which nothing is known, more for what is known. */
const OPEN = 1;

/** Visits the pixels around one, of those that lie in a window: first the four beside it, then those across from it. */
function around(i: number, w: number, h: number, visit: (j: number, across: boolean) => void): void {
  const x = i % w;
  const [west, east, north, south] = [x > 0, x < w - 1, i >= w, i < w * (h - 1)];
  if (west) visit(i - 1, false);
  if (east) visit(i + 1, false);
  if (north) visit(i - w, false);
  if (south) visit(i + w, false);
  if (north && west) visit(i - w - 1, true);
  if (north && east) visit(i - w + 1, true);
  if (south && west) visit(i + w - 1, true);
  if (south && east) visit(i + w + 1, true);
}

/** From each known pixel on, the way to where it is widest is known as well: what stands beside a line speaks for the room it stands in. */
function climb(kinds: Uint16Array, depth: Uint16Array, w: number, h: number): void {
  kinds.forEach((kind, from) => {
    for (let i = from; kind > OPEN; ) {
      let next = i;
      around(i, w, h, (j) => {
        if (depth[j] > depth[next]) next = j;
      });
      if (kinds[next] !== OPEN) break;
      kinds[next] = kind;
      i = next;
    }
  });
}

/** Lets what is known of a region's pixels spread over those of which nothing is, the widest way first. @param depth how wide it is */
function spread(kinds: Uint16Array, depth: Uint16Array, w: number, h: number): void {
  let level = 0;
  for (const d of depth) level = Math.max(level, d);
  const waiting: number[][] = Array.from({ length: level + 1 }, () => []);
  kinds.forEach((kind, i) => {
    if (kind > OPEN) waiting[depth[i]].push(i);
  });
  for (; level >= 0; level--) {
    const own = waiting[level];
    for (let k = 0; k < own.length; k++)
      around(own[k], w, h, (j, across) => {
        if (across || kinds[j] !== OPEN) return;
        kinds[j] = kinds[own[k]];
        waiting[Math.min(level, depth[j])].push(j);
      });
  }
}

/** Parts less of whose edge is along lines are tones laid on a region, and no parts of the figure. */
const ALONG_LINES = 0.5;

/** The kinds that are bounded by lines, not by one another. */
function bounded(kinds: Uint16Array, depth: Uint16Array, w: number): number[] {
  const edges = new Map<number, [lines: number, others: number]>();
  const meet = (i: number, j: number) => {
    if (kinds[i] <= OPEN || depth[i] === 0 || (kinds[i] === kinds[j] && depth[j] > 0)) return;
    let own = edges.get(kinds[i]);
    if (!own) edges.set(kinds[i], (own = [0, 0]));
    own[depth[j] === 0 ? 0 : 1]++;
  };
  for (let i = 0; i < kinds.length; i++)
    for (const j of [i % w > 0 ? i - 1 : i, i >= w ? i - w : i]) {
      meet(i, j);
      meet(j, i);
    }
  return [...edges].flatMap(([kind, [lines, others]]) => (lines >= ALONG_LINES * (lines + others) ? [kind] : []));
}

/**
 * A painted drawing's map with regions parted that are painted differently.
 * @param known colour of each pixel (0: unpainted); -1 where nothing is known @param least pixels of a colour that make a part
 * @returns the map itself when there is nothing to part
 */
export function partedByPaint(map: RegionMap, known: Int32Array, least: number): RegionMap {
  const { labels, width, mask, boxes } = map;
  const found = new Map<number, Map<number, number>>();
  known.forEach((colour, i) => {
    if (colour < 0 || labels[i] === 0) return;
    let own = found.get(labels[i]);
    if (!own) found.set(labels[i], (own = new Map()));
    own.set(colour, (own.get(colour) ?? 0) + 1);
  });
  let { count } = map;
  let parted: Int32Array | null = null;
  for (const [label, pixels] of found) {
    const colours = [...pixels].filter(([, many]) => many >= least).sort((p, q) => q[1] - p[1]);
    if (colours.length < 2) continue;
    const kindOf = new Map(colours.map(([colour], k) => [colour, OPEN + 1 + k]));
    const [x0, y0, x1, y1] = boxes.subarray(4 * label);
    const [w, h] = [x1 - x0 + 1, y1 - y0 + 1];
    const at = (k: number) => (Math.floor(k / w) + y0) * width + (k % w) + x0;
    const kinds = Uint16Array.from({ length: w * h }, (_, k) =>
      labels[at(k)] === label ? (kindOf.get(known[at(k)]) ?? OPEN) : 0,
    );
    const depth = distancesFrom((k) => kinds[k] === 0 || mask[at(k)] !== 0, w, h);
    climb(kinds, depth, w, h);
    spread(kinds, depth, w, h);
    parted ??= labels.slice();
    // What is most of the region keeps its label.
    const labelOf = new Map(bounded(kinds, depth, w).map((kind) => [kind, kind === OPEN + 1 ? label : ++count]));
    for (let k = 0; k < kinds.length; k++) {
      const own = labelOf.get(kinds[k]);
      if (own !== undefined) parted[at(k)] = own;
    }
  }
  return parted ? withBoxes({ ...map, labels: parted, count }) : map;
}
