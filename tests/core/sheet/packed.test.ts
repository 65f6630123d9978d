import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { change } from '../../../src/core/history/index.ts';
import {
  cellCount,
  packExposures,
  packPatches,
  setExposures,
  unpackExposures,
  unpackPatches,
} from '../../../src/core/sheet/index.ts';
import type { CellRef, Exposure } from '../../../src/core/shot/index.ts';
import { sheet, smallShot } from '../../make.ts';

const cells: fc.Arbitrary<CellRef | null> = fc.oneof(
  fc.constant(null),
  fc.constantFrom('a', 'b', 'c').map((drawing): CellRef => ({ kind: 'drawing', drawing })),
  fc.tuple(fc.constantFrom('s', 't'), fc.nat(3)).map(([asset, index]): CellRef => ({ kind: 'picture', asset, index })),
);
const lists: fc.Arbitrary<Exposure[]> = fc
  .array(fc.tuple(cells, fc.integer({ min: 1, max: 9 })), { maxLength: 30 })
  .map((all) => all.map(([cell, frames], i) => ({ id: `e${i}`, cell, frames })));

describe('packed exposures', () => {
  test('come back as they were, drawings, footage and empty ones in any order', () => {
    fc.assert(
      fc.property(lists, (list) => {
        const packed = packExposures(list);
        expect(unpackExposures(structuredClone(packed))).toEqual(list);
        expect(packExposures(list)).toBe(packed);
        const distinct = new Set(list.flatMap(({ cell }) => (cell ? [JSON.stringify(cell)] : [])));
        expect(cellCount(packed)).toBe(distinct.size);
      }),
    );
  });
  test('as earlier versions kept them are read: all cells in one list', () => {
    const old = {
      ids: 'e0,e1,e2',
      frames: Int32Array.of(2, 1, 3),
      cells: [
        { kind: 'drawing' as const, drawing: 'a' },
        { kind: 'picture' as const, asset: 's', index: 4 },
      ],
      shows: Int32Array.of(1, -1, 0),
    };
    expect(unpackExposures(old)).toEqual([
      { id: 'e0', cell: { kind: 'picture', asset: 's', index: 4 }, frames: 2 },
      { id: 'e1', cell: null, frames: 1 },
      { id: 'e2', cell: { kind: 'drawing', drawing: 'a' }, frames: 3 },
    ]);
  });
  test('patches come back too, and only long lists are packed', () => {
    const { shot, layerId } = smallShot();
    const long = sheet('a1 b1 c1 a1 b1 c1 a1 b1 c1 a1');
    const { patches } = change(shot, (draft) => setExposures(draft, layerId, long))!;
    const packed = packPatches(patches);
    expect(packed.some((each) => 'exposures' in each)).toBe(true);
    expect(unpackPatches(packed)).toEqual(patches);
    const few = [{ path: ['layers', 0, 'exposures'], at: 0, remove: 1, insert: sheet('a2') }];
    expect(packPatches(few)).toEqual(few);
  });
});
