/** A version put back: all of it, or a part; one edit each, taken back by one undo. */
import { describe, expect, test } from 'vitest';
import { History } from '../../../src/core/history/index.ts';
import { removeLayer, retimeLayer, setHold } from '../../../src/core/sheet/index.ts';
import type { Shot } from '../../../src/core/shot/index.ts';
import { putBack, type VersionPart } from '../../../src/core/versions/put-back.ts';
import { fullShot } from '../../full-shot.ts';

const FILES = new Set<string>();
const keeper = (shot: Shot) => shot.layers.find(({ name }) => name === 'Keeper')!;

/** A shot that has changed since a version of it: other holds, another colour, a sound gone, a drawing redrawn. */
function changedShot() {
  const { shot: version } = fullShot();
  const history = new History(structuredClone(version));
  history.change('change', (draft) => {
    const layer = keeper(draft);
    retimeLayer(draft, layer.id, (all) => setHold(all, 0, 9));
    draft.palettes[0].swatches[0].colour = '#123456';
    draft.tracks[0].clips = [];
    const [id] = Object.keys(draft.drawings).filter((each) => draft.drawings[each].layerId === layer.id);
    draft.drawings[id].ink = [];
  });
  return { version, history };
}

function back(part: VersionPart) {
  const { version, history } = changedShot();
  const before = history.shot;
  history.change('put back', (draft) => putBack(draft, version, part, FILES));
  const now = history.shot;
  history.step('undo');
  expect(history.shot).toEqual(before);
  return { version, before, now };
}

describe('put back', () => {
  test('whole, the shot is the version', () => {
    const { version, now } = back({ kind: 'all' });
    expect(now).toEqual(version);
  });
  test('the timing of a layer, and nothing else', () => {
    const { version, history } = changedShot();
    const { id } = keeper(version);
    history.change('put back', (draft) => putBack(draft, version, { kind: 'timing', layer: id }, FILES));
    expect(keeper(history.shot).exposures).toEqual(keeper(version).exposures);
    expect(history.shot.palettes[0].swatches[0].colour).toBe('#123456');
    expect(history.shot.drawings).not.toEqual(version.drawings);
  });
  test('a layer with its drawings, also one that has been removed', () => {
    const { version, history } = changedShot();
    const { id } = keeper(version);
    history.change('remove', (draft) => removeLayer(draft, id));
    history.change('put back', (draft) => putBack(draft, version, { kind: 'layer', layer: id }, FILES));
    expect(keeper(history.shot)).toEqual(keeper(version));
    for (const drawing of Object.values(version.drawings).filter(({ layerId }) => layerId === id))
      expect(history.shot.drawings[drawing.id]).toEqual(drawing);
    expect(() =>
      history.change('put back', (draft) => {
        removeLayer(draft, id);
        putBack(draft, version, { kind: 'timing', layer: id }, FILES);
      }),
    ).toThrow(/not there any more/);
  });
  test('the colours, the sound', () => {
    const { version, history } = changedShot();
    history.change('put back', (draft) => putBack(draft, version, { kind: 'colours' }, FILES));
    expect(history.shot.palettes).toEqual(version.palettes);
    history.change('put back', (draft) => putBack(draft, version, { kind: 'sound' }, FILES));
    expect(history.shot.tracks).toEqual(version.tracks);
  });
  test('files that are not kept any more are said, and nothing changes', () => {
    const { version, history } = changedShot();
    history.change('forget', (draft) => {
      for (const track of draft.tracks) track.clips = [];
      draft.reading = [];
      delete draft.assets.voice1;
    });
    const before = history.shot;
    expect(() => history.change('put back', (draft) => putBack(draft, version, { kind: 'sound' }, FILES))).toThrow(
      /is not kept any more/,
    );
    expect(history.shot).toBe(before);
    history.change('put back', (draft) => putBack(draft, version, { kind: 'sound' }, new Set(['voice1'])));
    expect(history.shot.tracks).toEqual(version.tracks);
  });
});
