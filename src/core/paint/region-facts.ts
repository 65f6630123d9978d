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

export function regionFacts(map: RegionMap): RegionFacts {
  const { labels, width, count, scale } = map;
  const areas = new Int32Array(count + 1);
  for (let i = 0; i < labels.length; i++) areas[labels[i]]++;
  const ground = Uint8Array.from({ length: count + 1 }, (_, label) => (label > 0 && isGround(map, label) ? 1 : 0));
  const samples = Array.from(areas, (area) => new Float32Array(2 * Math.min(SAMPLES, area)));
  // The middle pixel of each of as many equal parts.
  const seen = new Int32Array(count + 1);
  const taken = new Int32Array(count + 1);
  const next = Float64Array.from(areas, (area, label) => area / Math.max(1, samples[label].length) - 1);
  for (let i = 0; i < labels.length; i++) {
    const label = labels[i];
    if (seen[label]++ < next[label]) continue;
    const own = samples[label];
    const wanted = own.length / 2;
    const k = taken[label]++;
    if (k >= wanted) continue;
    own[2 * k] = ((i % width) + 0.5) / scale;
    own[2 * k + 1] = (Math.floor(i / width) + 0.5) / scale;
    next[label] = k + 1 < wanted ? ((k + 1.5) * areas[label]) / wanted - 1 : Number.POSITIVE_INFINITY;
  }
  return { areas, ground, samples };
}
