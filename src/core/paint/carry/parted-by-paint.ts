/**
 * Regions of a painted drawing that lie in one, though they are painted differently: an opening between them, or to the ground, is too wide
 * to be closed. What is painted says that there are two; they are parted where the way between them is narrowest.
 */
import { type RegionMap, withBoxes } from '../map/regions.ts';
import { climb, distancesFrom, OPEN, spread } from './flood.ts';

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
