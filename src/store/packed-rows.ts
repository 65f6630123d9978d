/** How journal rows and the structure of a shot lie in the browser: exposures packed, all else as it is. */
import type { Edit, JournalRow } from '../core/history/index.ts';
import {
  type PackedExposures,
  type PackedPatch,
  packExposures,
  packPatches,
  unpackExposures,
  unpackPatches,
} from '../core/sheet/index.ts';
import { keptUpToDate, type Layer, type Shot } from '../core/shot/index.ts';

type Steps = Exclude<JournalRow, Edit>;
type PackedEdit = Omit<Edit, 'patches' | 'inverse'> & { patches: PackedPatch[]; inverse: PackedPatch[] };
export type PackedRow = Steps | PackedEdit;

export function packRow(row: JournalRow): PackedRow {
  if (row.kind !== 'do') return row;
  return { ...row, patches: packPatches(row.patches), inverse: packPatches(row.inverse) };
}

export function unpackRow(row: PackedRow): JournalRow {
  if (row.kind !== 'do') return row;
  // Edits kept by an earlier version may put strokes of an earlier kind.
  return {
    ...row,
    patches: keptUpToDate(unpackPatches(row.patches)),
    inverse: keptUpToDate(unpackPatches(row.inverse)),
  };
}

/** A shot without its drawings, which lie in rows of their own. Earlier snapshots hold the exposures unpacked. */
export type PackedStructure = Omit<Shot, 'drawings' | 'layers'> & {
  layers: (Omit<Layer, 'exposures'> & { exposures: PackedExposures | Layer['exposures'] })[];
};

export function packStructure({ drawings: _, layers, ...rest }: Shot): PackedStructure {
  return { ...rest, layers: layers.map((layer) => ({ ...layer, exposures: packExposures(layer.exposures) })) };
}

export function unpackStructure({ layers, ...rest }: PackedStructure): Omit<Shot, 'drawings'> {
  return {
    ...rest,
    layers: layers.map((layer) => ({
      ...layer,
      exposures: Array.isArray(layer.exposures) ? layer.exposures : unpackExposures(layer.exposures),
    })),
  };
}
