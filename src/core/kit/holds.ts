/** Named sheets of holds: new drawings laid on a layer with the holds a movement of that kind is often given. Frames at 24 a second. */
import { layerOf, newDrawing, onSheet, putAt, setExposures, writtenOut } from '../sheet/index.ts';
import { type Exposure, type Id, newId, type Role, type Shot } from '../shot/index.ts';

export const HOLD_SHEETS = {
  take: {
    name: 'Take: down, up, settle',
    // Role and frames of each drawing.
    holds: [
      ['key', 8],
      ['between', 1],
      ['between', 1],
      ['key', 4],
      ['between', 1],
      ['key', 2],
      ['between', 2],
      ['key', 12],
    ],
  },
  walk: {
    name: 'Walk: a step in twelve',
    holds: Array.from({ length: 2 }, () => [
      ['key', 2],
      ['breakdown', 2],
      ['between', 2],
      ['breakdown', 2],
      ['between', 2],
      ['between', 2],
    ]).flat() as [Role, number][],
  },
  turn: {
    name: 'Head turn: ease out, ease in',
    holds: [
      ['key', 6],
      ['between', 2],
      ['between', 1],
      ['breakdown', 1],
      ['between', 1],
      ['between', 2],
      ['key', 8],
    ],
  },
} as const satisfies Record<string, { name: string; holds: readonly (readonly [Role, number])[] }>;

export type HoldSheet = keyof typeof HOLD_SHEETS;

/**
 * Lays new, empty drawings on a layer from a frame on; what begins where they need room is pushed later.
 * @throws BadTiming when the shot would become too long
 */
export function putHolds(shot: Shot, sheet: HoldSheet, layerId: Id, frame: number): void {
  onSheet(shot, (work) => {
    const made = HOLD_SHEETS[sheet].holds.map(([role, frames]): Exposure => {
      const drawing = newDrawing(work, layerId, { role });
      return { id: newId(), cell: { kind: 'drawing', drawing: drawing.id }, frames };
    });
    const { exposures, afterLast } = layerOf(work, layerId);
    setExposures(work, layerId, putAt(writtenOut(exposures, afterLast, frame), frame, made));
  });
}
