/** A region map as the runs of its rows: a twentieth of the room, for maps that are kept while others are worked on. */
import type { RegionMap } from './regions.ts';

export interface PackedMap extends Omit<RegionMap, 'labels' | 'mask'> {
  /** Where each run ends in the map, pixels from the first. */
  ends: Int32Array;
  /** What its pixels are: the label times MASKS, and the mask's value. */
  values: Int32Array;
}

/** The mask has fewer values than this. */
const MASKS = 4;

export function packMap({ labels, mask, ...rest }: RegionMap): PackedMap {
  let count = 0;
  for (let i = 0; i < labels.length; i++)
    if (i + 1 === labels.length || labels[i] !== labels[i + 1] || mask[i] !== mask[i + 1]) count++;
  const ends = new Int32Array(count);
  const values = new Int32Array(count);
  for (let i = 0, k = 0; i < labels.length; i++) {
    if (i + 1 < labels.length && labels[i] === labels[i + 1] && mask[i] === mask[i + 1]) continue;
    ends[k] = i + 1;
    values[k++] = labels[i] * MASKS + mask[i];
  }
  return { ...rest, ends, values };
}

export function unpackMap({ ends, values, ...rest }: PackedMap): RegionMap {
  const labels = new Int32Array(rest.width * rest.height);
  const mask = new Uint8Array(rest.width * rest.height);
  let from = 0;
  for (let k = 0; k < ends.length; k++) {
    labels.fill(Math.floor(values[k] / MASKS), from, ends[k]);
    mask.fill(values[k] % MASKS, from, ends[k]);
    from = ends[k];
  }
  return { ...rest, labels, mask };
}
