/**
 * Regions divided where the neighbour has a border: a part of the figure that has run out to the ground, or into a part of another
 * colour, through an opening too wide to be closed is parted from it where the figure, moved along, has its edge.
 */
import { type BorderedFacts, perimetersOf } from '../map/region-facts.ts';
import { type RegionMap, regionAt, withBoxes } from '../map/regions.ts';
import { distancesFrom, spread, UNKNOWN } from './flood.ts';
import type { Matched, Plane } from './matched-lines.ts';
import { regionVotes, whereGone } from './region-votes.ts';

/** A part is still there when so much of its border is matched with lines along the region it has gone to. */
const BORDERED = 0.4;
/** Paper pixels of border that one point beside a line stands for: points lie about 8 apart and are read twice on each side. */
const A_POINT = 4;
/** Less than this share of a region is no part of its own; of a large region less than so many map pixels. */
const LEAST_SHARE = 0.02;
const LEAST_PIXELS = 40;
/** How exactly the figure moved along says where its edge is, map pixels: nearer to it the lines have their say. */
const EDGE = 6;

/** A map some regions of which are divided. */
export interface Division {
  map: RegionMap;
  /** What each label was part of, by label. */
  whole: Int32Array;
}

/** Whether a region was parted from another. */
export const isDivided = ({ whole }: { whole: Int32Array | null }, label: number): boolean =>
  whole !== null && whole[label] !== label;

/** A part of the source and where it has gone. */
interface Gone {
  label: number;
  colour: number;
  to: number;
}

type Bordered = Plane & { facts: BorderedFacts };

/** Parts of the source that are still there, and the region of the target that holds them. */
function goneParts(source: Bordered, colourOf: Int32Array, target: Plane, matched: Matched): Gone[] {
  const map = target.open();
  const perimeters = perimetersOf(source.facts);
  const votes = regionVotes(source, target, matched);
  const sidesOf = (from: number, to: number) => {
    for (let k = votes.first[to]; k < votes.first[to + 1]; k++) if (votes.source[k] === from) return votes.sides[k];
    return 0;
  };
  const out: Gone[] = [];
  whereGone(source, map, matched).forEach((to, label) => {
    const bordered = A_POINT * map.scale * sidesOf(label, to);
    if (to > 0 && colourOf[label] >= 0 && bordered > BORDERED * perimeters[label])
      out.push({ label, colour: colourOf[label], to });
  });
  return out;
}

/** Which parts have to be parted from which regions: those out on the ground, and all but the largest colour of any other. */
function partings(source: Plane, gone: Gone[], ground: Uint8Array): Map<number, Set<number>> {
  const out = new Map<number, Set<number>>();
  const regions = new Set(gone.map(({ to }) => to));
  for (const to of regions) {
    const those = gone.filter((each) => each.to === to);
    const sizes = new Map<number, number>();
    for (const { colour, label } of those) sizes.set(colour, (sizes.get(colour) ?? 0) + source.facts.areas[label]);
    const [main] = ground[to] ? [0] : [...sizes].sort((p, q) => q[1] - p[1])[0];
    const others = those.filter(({ colour }) => colour !== main).map(({ label }) => label);
    if (others.length > 0) out.set(to, new Set(others));
  }
  return out;
}

/**
 * The target's map with regions divided, so that parts of the source that lie in one with another colour, or with the ground, are
 * regions of their own. @param colourOf colour of each source region; -1: not known @returns null when nothing is to be divided
 */
export function divided(source: Bordered, colourOf: Int32Array, target: Plane, matched: Matched): Division | null {
  const map = target.open();
  const apart = partings(source, goneParts(source, colourOf, target, matched), target.facts.ground);
  if (apart.size === 0) return null;
  const labels = map.labels.slice();
  const whole = Array.from({ length: map.count + 1 }, (_, label) => label);
  for (const [to, parts] of apart) {
    const own = cutOut(source, map, to, parts, matched);
    for (const pixels of own) {
      if (pixels.length < Math.min(LEAST_SHARE * target.facts.areas[to], LEAST_PIXELS)) continue;
      whole.push(to);
      for (const i of pixels) labels[i] = whole.length - 1;
    }
  }
  if (whole.length === map.count + 1) return null;
  return { map: withBoxes({ ...map, labels, count: whole.length - 1 }), whole: Int32Array.from(whole) };
}

/** Pixels of a region that belong to each of the parts to be parted from it. */
function cutOut(source: Plane, map: RegionMap, to: number, parts: Set<number>, { there, back }: Matched): number[][] {
  const { width, height, labels, mask, scale } = map;
  const sourceMap = source.open();
  // Looked at: where the parts' places come to lie, and around.
  let [x0, y0, x1, y1] = [width, height, -1, -1];
  for (const label of parts) {
    const points = source.facts.samples[label];
    for (let i = 0; i < points.length; i += 2) {
      const [x, y] = there.shift(points[i], points[i + 1]);
      [x0, x1] = [Math.min(x0, x * scale), Math.max(x1, x * scale)];
      [y0, y1] = [Math.min(y0, y * scale), Math.max(y1, y * scale)];
    }
  }
  const reach = 4 * EDGE + 0.25 * Math.max(x1 - x0, y1 - y0);
  [x0, y0] = [Math.max(0, Math.floor(x0 - reach)), Math.max(0, Math.floor(y0 - reach))];
  [x1, y1] = [Math.min(width - 1, Math.ceil(x1 + reach)), Math.min(height - 1, Math.ceil(y1 + reach))];
  const [w, h] = [x1 - x0 + 1, y1 - y0 + 1];
  const list = [...parts];
  // 0: not of the region; then its own, and each of the parts.
  const says = new Uint16Array(w * h);
  const lines = new Uint8Array(w * h);
  const moved = movedOver((x, y) => back.shift((x + x0 + 0.5) / scale, (y + y0 + 0.5) / scale), w, h);
  for (let k = 0, y = 0; y < h; y++)
    for (let x = 0; x < w; x++, k++) {
      const i = (y + y0) * width + x + x0;
      if (labels[i] !== to || mask[i] !== 0) lines[k] = 1;
      if (labels[i] !== to) continue;
      const [px, py] = moved(x, y);
      says[k] = 2 + list.indexOf(regionAt(sourceMap, px, py)) || 1;
    }
  const kinds = sureOf(says, w, h);
  spread(kinds, distancesFrom(lines, w, h), w);
  const out: number[][] = list.map(() => []);
  kinds.forEach((kind, k) => {
    if (kind > UNKNOWN + 1) out[kind - UNKNOWN - 2].push((Math.floor(k / w) + y0) * width + (k % w) + x0);
  });
  return out;
}

/** A figure moves smoothly: where its places lay is worked out every so many pixels, and between by even shares. */
const EVERY = 4;

/** Where pixels of a window lay. @param shift where one lay @returns the same, quicker, for the window */
function movedOver(
  shift: (x: number, y: number) => [number, number],
  w: number,
  h: number,
): (x: number, y: number) => [number, number] {
  const columns = Math.ceil(w / EVERY) + 1;
  const rows = Math.ceil(h / EVERY) + 1;
  const places = new Float64Array(2 * columns * rows);
  for (let k = 0; k < columns * rows; k++)
    places.set(shift((k % columns) * EVERY, Math.floor(k / columns) * EVERY), 2 * k);
  return (x, y) => {
    const [u, v] = [Math.floor(x / EVERY), Math.floor(y / EVERY)];
    const [s, t] = [x / EVERY - u, y / EVERY - v];
    const at = 2 * (v * columns + u);
    const below = at + 2 * columns;
    const between = (k: number) =>
      (1 - t) * ((1 - s) * places[at + k] + s * places[at + 2 + k]) +
      t * ((1 - s) * places[below + k] + s * places[below + 2 + k]);
    return [between(0), between(1)];
  };
}

/** What is said that is far enough from what says otherwise to hold, each moved up to make room for the unknown. */
function sureOf(says: Uint16Array, w: number, h: number): Uint16Array {
  const differing = new Uint8Array(says.length);
  const meet = (k: number, j: number) => {
    if (says[k] !== 0 && says[j] !== 0 && says[k] !== says[j]) differing[k] = differing[j] = 1;
  };
  for (let k = 0; k < says.length; k++) {
    if (k % w > 0) meet(k, k - 1);
    if (k >= w) meet(k, k - w);
  }
  const edge = distancesFrom(differing, w, h);
  // Of what is nowhere so wide its inmost holds.
  const inmost = new Map<number, number>();
  says.forEach((own, k) => void inmost.set(own, Math.max(inmost.get(own) ?? 0, edge[k])));
  return says.map((own, k) =>
    own === 0 ? 0 : edge[k] < Math.min(3 * EDGE, inmost.get(own)! / 2) ? UNKNOWN : UNKNOWN + own,
  );
}

/** How many pixels of the smaller map a place may be off: regions end at the same lines there, but for rounding. */
const OFF = 3;

/** The label nearest to a pixel of a map, no farther than OFF, that is wanted; 0: none. */
function nearest({ labels, width, height }: RegionMap, x: number, y: number, wanted: Uint8Array): number {
  for (let off = 0; off <= OFF; off++)
    for (let v = Math.max(0, y - off); v <= Math.min(height - 1, y + off); v++)
      for (let u = Math.max(0, x - off); u <= Math.min(width - 1, x + off); u++) {
        const around = Math.max(Math.abs(u - x), Math.abs(v - y)) === off;
        if (around && wanted[labels[v * width + u]]) return labels[v * width + u];
      }
  return 0;
}

/** Visits the pixels of a map that lie, on a smaller one of the same drawing, in a label's box or within OFF of it. */
function overLabel(
  { width, height }: RegionMap,
  small: RegionMap,
  label: number,
  visit: (i: number, sx: number, sy: number) => void,
): void {
  const [across, down] = [small.width / width, small.height / height];
  const [x0, y0, x1, y1] = small.boxes.subarray(4 * label);
  const low = (value: number, by: number) => Math.max(0, Math.floor((value - OFF) / by) - 1);
  const high = (value: number, by: number, most: number) => Math.min(most - 1, Math.ceil((value + OFF + 1) / by));
  const [left, right] = [low(x0, across), high(x1, across, width)];
  for (let y = low(y0, down); y <= high(y1, down, height); y++) {
    const sy = Math.min(small.height - 1, Math.floor((y + 0.5) * down));
    for (let x = left; x <= right; x++)
      visit(y * width + x, Math.min(small.width - 1, Math.floor((x + 0.5) * across)), sy);
  }
}

/** The region of a map that most of a part of the smaller one lies in; 0: none. */
function holderOf(map: RegionMap, small: RegionMap, part: number): { region: number; shared: number } {
  const counts = new Map<number, number>();
  overLabel(map, small, part, (i, sx, sy) => {
    if (small.labels[sy * small.width + sx] !== part) return;
    counts.set(map.labels[i], (counts.get(map.labels[i]) ?? 0) + 1);
  });
  counts.delete(0);
  const [region, shared] = [...counts].sort((p, q) => q[1] - p[1])[0] ?? [0, 0];
  return { region, shared };
}

/** The same division on a larger map of the same drawing. @param whole as of the smaller map, `small` */
export function dividedAlike(map: RegionMap, small: RegionMap, whole: Int32Array): RegionMap {
  // The region that a part is parted from is the one that most of it lies in.
  const parts = new Map<number, Map<number, number>>();
  let count = map.count;
  const held = Array.from(whole.keys())
    .filter((part) => isDivided({ whole }, part))
    .map((part) => ({ part, ...holderOf(map, small, part) }));
  for (const { part, region } of held.sort((p, q) => q.shared - p.shared)) {
    if (region === 0) continue;
    const own = parts.get(region) ?? new Map<number, number>();
    own.set(part, ++count);
    parts.set(region, own);
  }
  const labels = map.labels.slice();
  for (const [region, own] of parts) {
    const wanted = new Uint8Array(whole.length);
    for (const part of own.keys()) wanted[part] = wanted[whole[part]] = 1;
    for (const part of own.keys())
      overLabel(map, small, part, (i, sx, sy) => {
        if (labels[i] === region) labels[i] = own.get(nearest(small, sx, sy, wanted)) ?? region;
      });
  }
  return withBoxes({ ...map, labels, count });
}
