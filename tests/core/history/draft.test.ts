import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { change, onWorkingCopy } from '../../../src/core/history/index.ts';
import { makeLayer, newId, type Shot } from '../../../src/core/shot/index.ts';
import { smallShot, strokeThrough } from '../../make.ts';

/** Edits of every kind that a working copy takes, by number; all leave a shot that can be. */
const EDITS: ((shot: Shot, k: number) => void)[] = [
  (shot, k) => void (shot.title = `shot ${k}`),
  (shot, k) => void shot.layers.push(makeLayer(`layer ${k}`, 'rough')),
  (shot, k) => void (shot.layers[k % shot.layers.length].name = `named ${k}`),
  (shot, k) => {
    const layer = shot.layers[k % shot.layers.length];
    layer.exposures = [...layer.exposures, { id: newId(), cell: null, frames: 1 + (k % 3) }];
  },
  (shot) => void shot.layers.reverse(),
  (shot, k) => {
    const [drawing] = Object.values(shot.drawings);
    if (drawing)
      drawing.ink = [
        ...drawing.ink,
        strokeThrough([
          [k, k],
          [k + 9, k],
        ]),
      ];
  },
  (shot, k) => void (shot.palettes[0].swatches[k % shot.palettes[0].swatches.length].name = `colour ${k}`),
  (shot, k) => {
    const all = Object.keys(shot.drawings);
    const id = all[k % all.length];
    const used = shot.layers.some(({ exposures }) =>
      exposures.some(({ cell }) => cell?.kind === 'drawing' && cell.drawing === id),
    );
    if (!used) delete shot.drawings[id];
  },
];
const edits = fc.array(fc.tuple(fc.nat(EDITS.length - 1), fc.nat(40)), { maxLength: 8 });
function run(shot: Shot, list: [number, number][]): void {
  for (const [which, k] of list) EDITS[which](shot, k);
}

/** New layers and lines have chance ids. */
const withoutIds = (shot: Shot) =>
  JSON.stringify(shot, (key, value) => (key === 'id' || key === 'lineage' ? undefined : value));

describe('a working copy', () => {
  test('gives the same shot as the edit done on plain data, and leaves the old one as it was', () => {
    fc.assert(
      fc.property(edits, edits, (first, second) => {
        const { shot } = smallShot();
        const before = structuredClone(shot);
        const wanted = structuredClone(shot);
        run(wanted, first);
        run(wanted, second);
        const done = change(shot, (draft) => {
          onWorkingCopy(draft, (work) => run(work, first));
          onWorkingCopy(draft, (work) => run(work, second));
        });
        expect(withoutIds(done?.shot ?? shot)).toBe(withoutIds(wanted));
        expect(shot).toEqual(before);
      }),
    );
  });
  test('what the same recipe changes afterwards is not written into the old shot', () => {
    const { shot } = smallShot();
    const before = structuredClone(shot);
    const done = change(shot, (draft) => {
      onWorkingCopy(draft, (work) => {
        work.layers[0].name = 'first';
        work.layers.push(makeLayer('new', 'clean'));
      });
      for (const layer of draft.layers) layer.name += ', again';
      for (const drawing of Object.values(draft.drawings))
        drawing.ink.push(
          strokeThrough([
            [0, 0],
            [5, 5],
          ]),
        );
    })!;
    expect(shot).toEqual(before);
    expect(done.shot.layers.map(({ name }) => name)).toEqual([
      'first, again',
      ...before.layers.slice(1).map(({ name }) => `${name}, again`),
      'new, again',
    ]);
  });
  test('all that stayed is the very same as before', () => {
    const { shot } = smallShot();
    const done = change(shot, (draft) => onWorkingCopy(draft, (work) => void (work.layers[0].name = 'other')))!;
    expect(done.shot.drawings).toBe(shot.drawings);
    expect(done.shot.palettes).toBe(shot.palettes);
    expect(done.shot.layers[0].exposures).toBe(shot.layers[0].exposures);
    expect(change(shot, (draft) => onWorkingCopy(draft, () => undefined))).toBeNull();
  });
});
