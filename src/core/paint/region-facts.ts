/** What is known of the regions of a map besides where they are. */
import type { RegionMap } from './regions.ts';

/** Points taken of a region, spread evenly over it. */
const SAMPLES = 50;

export interface RegionFacts {
  /** Pixels of each region, by label. */
  areas: Int32Array;
  /** 1 where a region reaches the paper's edge: the ground outside. */
  edge: Uint8Array;
  /** Paper points of each region, x, y pairs, by label. */
  samples: Float32Array[];
}

export function regionFacts({ labels, width, height, count, scale }: RegionMap): RegionFacts {
  const areas = new Int32Array(count + 1);
  for (let i = 0; i < labels.length; i++) areas[labels[i]]++;
  const edge = new Uint8Array(count + 1);
  for (let x = 0; x < width; x++) {
    edge[labels[x]] = 1;
    edge[labels[(height - 1) * width + x]] = 1;
  }
  for (let y = 0; y < height; y++) {
    edge[labels[y * width]] = 1;
    edge[labels[y * width + width - 1]] = 1;
  }
  const samples = Array.from(areas, (area) => new Float32Array(2 * Math.min(SAMPLES, area)));
  const seen = new Int32Array(count + 1);
  const taken = new Int32Array(count + 1);
  for (let i = 0; i < labels.length; i++) {
    const label = labels[i];
    const own = samples[label];
    const wanted = own.length / 2;
    // The middle pixel of each of as many equal parts.
    if (taken[label] < wanted && seen[label]++ >= ((taken[label] + 0.5) * areas[label]) / wanted - 1) {
      own[2 * taken[label]] = ((i % width) + 0.5) / scale;
      own[2 * taken[label] + 1] = (Math.floor(i / width) + 0.5) / scale;
      taken[label]++;
    }
  }
  return { areas, edge, samples };
}
