/**
 * Exposures as a few flat arrays, for keeping and for workers: a thousand small objects cost a hundred times what one
 * string and two typed arrays do to be copied out of the page.
 */

import type { Patch } from '../history/patch.ts';
import type { Id } from '../shot/ids.ts';
import type { CellRef, Exposure } from '../shot/layer-model.ts';
import { cellKey } from './exposures.ts';

export interface PackedExposures {
  /** Ids joined by commas. */
  ids: string;
  frames: Int32Array;
  /** Ids of the distinct drawings joined by commas. Absent in what earlier versions kept: all were among `cells` then. */
  drawings?: string;
  /** The other distinct cells. */
  cells: CellRef[];
  /** Which of the drawings, and after those of the other cells, each exposure shows; -1 for an empty one. */
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
  const drawings = new Map<Id, number>();
  const others = new Map<string, number>();
  let ids = '';
  for (let i = 0; i < exposures.length; i++) {
    const { id, cell, frames: count } = exposures[i];
    ids += i === 0 ? id : `,${id}`;
    frames[i] = count;
    shows[i] = -1;
    if (!cell) continue;
    if (cell.kind === 'drawing') {
      let place = drawings.get(cell.drawing);
      if (place === undefined) drawings.set(cell.drawing, (place = drawings.size));
      shows[i] = place;
      continue;
    }
    // Where the other cells begin is known only when all drawings are: until then they count down from -2.
    const key = cellKey(cell);
    let place = others.get(key);
    if (place === undefined) others.set(key, (place = cells.push(cell) - 1));
    shows[i] = -2 - place;
  }
  for (let i = 0; i < shows.length; i++) if (shows[i] < -1) shows[i] = drawings.size - 2 - shows[i];
  packed = { ids, frames, drawings: [...drawings.keys()].join(), cells, shows };
  known.set(exposures, packed);
  return packed;
}

/** How many distinct cells there are. */
export function cellCount({ drawings, cells }: PackedExposures): number {
  return cells.length + (drawings ? drawings.split(',').length : 0);
}

export function unpackExposures({ ids, frames, drawings, cells, shows }: PackedExposures): Exposure[] {
  if (frames.length === 0) return [];
  const shown: CellRef[] = drawings ? drawings.split(',').map((drawing) => ({ kind: 'drawing', drawing })) : [];
  shown.push(...cells);
  return ids.split(',').map((id, i) => ({ id, cell: shows[i] < 0 ? null : shown[shows[i]], frames: frames[i] }));
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
