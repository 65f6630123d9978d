/**
 * Regions of a painted drawing that lie in one, though they are painted differently: an opening between them, or to the ground, is too wide
 * to be closed. What is painted says that there are two; they are parted where the way between them is narrowest.
 */
import { type RegionMap, withBoxes } from '../map/regions.ts';
import { climb, distancesFrom, spread, UNKNOWN } from './flood.ts';

/** Parts less of whose edge is along lines are tones laid on a region, and no parts of the figure. */
const ALONG_LINES = 0.7;

/** The kinds that are bounded by lines, not by one another. */
function bounded(kinds: Uint16Array, depth: Uint16Array, w: number): number[] {
  const edges = new Map<number, [lines: number, others: number]>();
  const meet = (i: number, j: number) => {
    if (kinds[i] <= UNKNOWN || depth[i] === 0 || (kinds[i] === kinds[j] && depth[j] > 0)) return;
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
  for (let i = 0; i < known.length; i++) {
    const colour = known[i];
    if (colour < 0 || labels[i] === 0) continue;
    let own = found.get(labels[i]);
    if (!own) found.set(labels[i], (own = new Map()));
    own.set(colour, (own.get(colour) ?? 0) + 1);
  }
  let { count } = map;
  let parted: Int32Array | null = null;
  for (const [label, pixels] of found) {
    const colours = [...pixels].filter(([, many]) => many >= least).sort((p, q) => q[1] - p[1]);
    if (colours.length < 2) continue;
    const kindOf = new Map(colours.map(([colour], k) => [colour, UNKNOWN + 1 + k]));
    const [x0, y0, x1, y1] = boxes.subarray(4 * label);
    const [w, h] = [x1 - x0 + 1, y1 - y0 + 1];
    const kinds = new Uint16Array(w * h);
    const lines = new Uint8Array(w * h);
    for (let k = 0, y = y0; y <= y1; y++)
      for (let i = y * width + x0; i <= y * width + x1; i++, k++) {
        if (labels[i] === label) kinds[k] = known[i] < 0 ? UNKNOWN : (kindOf.get(known[i]) ?? UNKNOWN);
        if (labels[i] !== label || mask[i] !== 0) lines[k] = 1;
      }
    const depth = distancesFrom(lines, w, h);
    climb(kinds, depth, w);
    spread(kinds, depth, w);
    parted ??= labels.slice();
    // What is most of the region keeps its label.
    const labelOf = new Map(bounded(kinds, depth, w).map((kind) => [kind, kind === UNKNOWN + 1 ? label : ++count]));
    for (let k = 0, y = y0; y <= y1; y++)
      for (let i = y * width + x0; i <= y * width + x1; i++, k++) {
        const own = kinds[k] > UNKNOWN ? labelOf.get(kinds[k]) : undefined;
        if (own !== undefined) parted[i] = own;
      }
  }
  return parted ? withBoxes({ ...map, labels: parted, count }) : map;
}

/**
 * Regions of a painted drawing: on that of its maps, openings closed farther and farther, where the least has to be parted, parted there.
 * @param knownOn as for `partedByPaint` @returns makes it
 */
export function paintedMap(
  maps: (() => RegionMap)[],
  knownOn: (map: RegionMap) => Int32Array,
  least: number,
): () => RegionMap {
  const parted = (make: () => RegionMap) => {
    const map = make();
    return { whole: map, parted: partedByPaint(map, knownOn(map), least) };
  };
  let [best, fewest] = [maps[0], Number.POSITIVE_INFINITY];
  for (const make of maps) {
    const { whole, parted: own } = parted(make);
    if (own === whole) return make;
    let pixels = 0;
    for (const label of own.labels) if (label > whole.count) pixels++;
    if (pixels < fewest) [best, fewest] = [make, pixels];
    if (pixels === 0) return make;
  }
  return () => parted(best).parted;
}
