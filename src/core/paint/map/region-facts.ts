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
