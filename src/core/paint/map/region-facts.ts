/** What is known of the regions of a map besides where they are. */
import { isGround, type RegionMap } from './regions.ts';

/** Points taken of a region, spread evenly over it. */
const SAMPLES = 50;

export interface RegionFacts {
  /** Pixels of each region, by label. */
  areas: Int32Array;
  /** 1 where a region is the ground outside. */
  ground: Uint8Array;
  /** Paper points of each region, x, y pairs, by label. */
  samples: Float32Array[];
}

/** The same with borders, which only carrying paint asks for: they cost a look at every pixel. */
export interface BorderedFacts extends RegionFacts {
  /** Which regions lie beside one another, each pair both ways: label, the other label, pixels of the border between them. */
  borders: Int32Array;
}

/** Borders that are looked at: every so many rows and columns is near enough. */
const EVERY = 2;

/** How long the borders between regions are. */
function bordersOf({ labels, width, count }: RegionMap): Int32Array {
  const found = new Map<number, number>();
  const meet = (p: number, q: number) => {
    if (p === q || p === 0 || q === 0) return;
    const key = p < q ? p * (count + 1) + q : q * (count + 1) + p;
    found.set(key, (found.get(key) ?? 0) + EVERY);
  };
  const rows = labels.length / width;
  for (let y = 0; y < rows; y += EVERY)
    for (let i = y * width + 1; i < (y + 1) * width; i++) meet(labels[i - 1], labels[i]);
  for (let y = 1; y < rows; y++)
    for (let i = y * width; i < (y + 1) * width; i += EVERY) meet(labels[i - width], labels[i]);
  const out = new Int32Array(6 * found.size);
  let o = 0;
  for (const [key, length] of found) {
    const p = Math.floor(key / (count + 1));
    const q = key - p * (count + 1);
    out.set([p, q, length, q, p, length], o);
    o += 6;
  }
  return out;
}

/** How long the border of each region is, map pixels. */
export function perimetersOf({ borders, areas }: Pick<BorderedFacts, 'borders' | 'areas'>): Float32Array {
  const out = new Float32Array(areas.length);
  for (let i = 0; i < borders.length; i += 3) out[borders[i]] += borders[i + 2];
  return out;
}

export function regionFacts(map: RegionMap): RegionFacts {
  const { labels, width, count, scale } = map;
  const areas = new Int32Array(count + 1);
  // Run by run: pixels of one label lie beside one another.
  for (let i = 0; i < labels.length; ) {
    const [label, from] = [labels[i], i];
    while (i < labels.length && labels[i] === label) i++;
    areas[label] += i - from;
  }
  const ground = Uint8Array.from({ length: count + 1 }, (_, label) => (label > 0 && isGround(map, label) ? 1 : 0));
  const samples = Array.from(areas, (area) => new Float32Array(2 * Math.min(SAMPLES, area)));
  const seen = new Int32Array(count + 1);
  const taken = new Int32Array(count + 1);
  for (let i = 0; i < labels.length; ) {
    const [label, from] = [labels[i], i];
    while (i < labels.length && labels[i] === label) i++;
    const own = samples[label];
    const before = seen[label];
    seen[label] += i - from;
    // The middle pixel of each of as many equal parts.
    for (let k = taken[label]; 2 * k < own.length; taken[label] = ++k) {
      const wanted = Math.ceil(((2 * k + 1) * areas[label]) / own.length - 1);
      if (wanted >= seen[label]) break;
      const at = from + wanted - before;
      own[2 * k] = ((at % width) + 0.5) / scale;
      own[2 * k + 1] = (Math.floor(at / width) + 0.5) / scale;
    }
  }
  return { areas, ground, samples };
}

export const borderedFacts = (map: RegionMap): BorderedFacts => ({ ...regionFacts(map), borders: bordersOf(map) });
