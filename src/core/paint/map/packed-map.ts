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
  // Room for many runs; it is doubled where that is not enough.
  let ends = new Int32Array(1 << 14);
  let values = new Int32Array(1 << 14);
  let count = 0;
  let [label, kind] = [labels[0], mask[0]];
  const n = labels.length;
  for (let i = 1; i <= n; i++) {
    if (i < n && labels[i] === label && mask[i] === kind) continue;
    if (count === ends.length) {
      const [more, others] = [new Int32Array(2 * count), new Int32Array(2 * count)];
      more.set(ends);
      others.set(values);
      [ends, values] = [more, others];
    }
    ends[count] = i;
    values[count++] = label * MASKS + kind;
    label = labels[i];
    kind = mask[i];
  }
  return { ...rest, ends: ends.slice(0, count), values: values.slice(0, count) };
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
