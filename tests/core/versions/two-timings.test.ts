/** Two timings of a layer: the frames on which they show something else, as the sheet marks them. */
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { shownExposure } from '../../../src/core/sheet/index.ts';
import { makeLayer, newId } from '../../../src/core/shot/index.ts';
import { framesThatDiffer, layersThatDiffer } from '../../../src/core/versions/two-timings.ts';

const layerOf = (holds: [drawing: string, frames: number][], over = {}) =>
  makeLayer('Keeper', 'clean', {
    id: 'keeper',
    exposures: holds.map(([drawing, frames]) => ({ id: newId(), cell: { kind: 'drawing', drawing }, frames })),
    ...over,
  });

test('a hold made longer differs from where the next drawing stood', () => {
  const now = layerOf([
    ['a', 2],
    ['b', 2],
    ['c', 4],
  ]);
  const then = layerOf([
    ['a', 4],
    ['b', 2],
    ['c', 2],
  ]);
  expect([...framesThatDiffer(now, then, 0, 7)]).toEqual([2, 3, 4, 5]);
  expect([...framesThatDiffer(now, then, 3, 4)]).toEqual([3, 4]);
});

test('what is shown after the last drawing counts', () => {
  const held = layerOf(
    [
      ['a', 2],
      ['b', 2],
    ],
    { afterLast: 'holds' },
  );
  const cycle = layerOf(
    [
      ['a', 2],
      ['b', 2],
    ],
    { afterLast: 'repeats' },
  );
  expect([...framesThatDiffer(held, cycle, 0, 7)]).toEqual([4, 5]);
});

test('a layer differs when any frame does; one that was not there yet stands beside nothing', () => {
  const now = [layerOf([['a', 3]]), layerOf([['x', 3]], { id: 'new' })];
  expect(layersThatDiffer(now, [layerOf([['a', 3]])], 3)).toEqual([]);
  expect(layersThatDiffer(now, [layerOf([['b', 3]])], 3).map(({ id }) => id)).toEqual(['keeper']);
});

test('frames that differ are those whose drawing is another one, whatever the two timings are', () => {
  const holds = fc.array(fc.tuple(fc.constantFrom('a', 'b', 'c'), fc.integer({ min: 1, max: 4 })), { maxLength: 8 });
  fc.assert(
    fc.property(holds, holds, (one, other) => {
      const [now, then] = [layerOf(one), layerOf(other)];
      const shown = (layer: typeof now, frame: number) => {
        const cell = shownExposure(layer.exposures, layer.afterLast, frame)?.exposure.cell;
        return cell?.kind === 'drawing' ? cell.drawing : null;
      };
      const wanted = Array.from({ length: 30 }, (_, f) => f).filter((f) => shown(now, f) !== shown(then, f));
      expect([...framesThatDiffer(now, then, 0, 29)]).toEqual(wanted);
    }),
  );
});
