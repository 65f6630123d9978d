/** Layers looked at alone: the others are there and not seen; nothing of the shot is changed. */
import { expect, test } from 'vitest';
import { makeLayer, withLayersAlone } from '../../../src/core/shot/index.ts';
import { smallShot } from '../../make.ts';

test('only those layers are seen, hidden ones too; the same shot gives the very same one', () => {
  const { shot } = smallShot();
  shot.layers = ['a', 'b', 'c'].map((id) => makeLayer(id, 'clean', { id, visible: id !== 'b' }));
  const before = structuredClone(shot.layers);
  const seen = withLayersAlone(shot, ['b', 'c']);
  expect(seen.layers.map(({ id, visible }) => [id, visible])).toEqual([
    ['a', false],
    ['b', true],
    ['c', true],
  ]);
  expect(shot.layers).toEqual(before);
  expect(withLayersAlone(shot, ['c', 'b'])).toBe(seen);
  // What is as it was is the very same object: nothing of it is painted anew.
  expect(seen.layers[2]).toBe(shot.layers[2]);
  expect(withLayersAlone(shot, [])).toBe(shot);
});
