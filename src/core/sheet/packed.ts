/**
 * Exposures as a few flat arrays, for keeping and for workers: a thousand small objects cost a hundred times what one
 * string and two typed arrays do to be copied out of the page.
 */
import type { Patch } from '../history/patch.ts';
import type { CellRef, Exposure } from '../shot/model.ts';
import { cellKey } from './exposures.ts';

export interface PackedExposures {
  /** Ids joined by commas. */
  ids: string;
  frames: Int32Array;
  /** The distinct cells, and for each exposure which of them it shows; -1 for an empty one. */
  cells: CellRef[];
  shows: Int32Array;
}

const known = new WeakMap<readonly Exposure[], PackedExposures>();

/** Packs a list of exposures; lists are values, so one is packed once. */
export function packExposures(exposures: readonly Exposure[]): PackedExposures {
  let packed = known.get(exposures);
  if (packed) return packed;
  const frames = new Int32Array(exposures.length);
  const shows = new Int32Array(exposures.length);
  const cells: CellRef[] = [];
  const places = new Map<string, number>();
  let ids = '';
  for (let i = 0; i < exposures.length; i++) {
    const { id, cell, frames: count } = exposures[i];
    ids += i === 0 ? id : `,${id}`;
    frames[i] = count;
    shows[i] = -1;
    if (!cell) continue;
    const key = cell.kind === 'drawing' ? cell.drawing : cellKey(cell);
    let place = places.get(key);
    if (place === undefined) {
      place = cells.push(cell) - 1;
      places.set(key, place);
    }
    shows[i] = place;
  }
  packed = { ids, frames, cells, shows };
  known.set(exposures, packed);
  return packed;
}

export function unpackExposures({ ids, frames, cells, shows }: PackedExposures): Exposure[] {
  if (frames.length === 0) return [];
  return ids.split(',').map((id, i) => ({ id, cell: shows[i] < 0 ? null : cells[shows[i]], frames: frames[i] }));
}

/** A splice of exposures with what it puts in packed. */
export type PackedPatch = Patch | { path: (string | number)[]; at: number; remove: number; exposures: PackedExposures };

/** Fewer exposures than this are left as they are. */
const FEW = 8;

export function packPatches(patches: Patch[]): PackedPatch[] {
  return patches.map((patch) => {
    if (!('insert' in patch) || patch.path.at(-1) !== 'exposures' || patch.insert.length < FEW) return patch;
    const { path, at, remove } = patch;
    return { path, at, remove, exposures: packExposures(patch.insert as Exposure[]) };
  });
}

export function unpackPatches(patches: PackedPatch[]): Patch[] {
  return patches.map((patch) => {
    if (!('exposures' in patch)) return patch;
    const { path, at, remove, exposures } = patch;
    return { path, at, remove, insert: unpackExposures(exposures) };
  });
}
