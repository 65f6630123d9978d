/** What earlier versions kept, clips, tracks and drawings in kept edits included. */
import { describe, expect, test } from 'vitest';
import {
  bringUpToDate,
  keptUpToDate,
  makeArea,
  makeClip,
  makeDrawing,
  makeShot,
  makeSwatch,
  makeTrack,
} from '../../../src/core/shot/index.ts';

const OLD_CLIP = { id: 'c', name: 'line', asset: 'a', frame: 3, in: 0.5, out: 2, gain: 0.8, pin: null };

describe('kept edits of earlier versions', () => {
  test('a clip gets what it lacks and keeps what it has', () => {
    const [patch] = keptUpToDate([{ path: ['tracks', 0, 'clips', 0], value: OLD_CLIP }]) as { value: object }[];
    expect(patch.value).toEqual({ ...makeClip('line', 'a', 2, 3), ...OLD_CLIP });
  });
  test('a track with its clips, a drawing with its lines', () => {
    const track = keptUpToDate({ id: 't', name: 'Voice', muted: true, clips: [OLD_CLIP] }) as object;
    expect(track).toMatchObject({
      ...makeTrack('Voice', { id: 't', muted: true, clips: [] }),
      clips: [{ words: '', loop: null }],
    });
    // Before in-betweens, and before mouths.
    const { spacing: _, firstPass: __, ...old } = makeDrawing('layer', 4);
    expect(keptUpToDate({ value: old })).toEqual({ value: { ...old, spacing: null, firstPass: null } });
    const { mouth: ___, ...older } = old;
    expect(keptUpToDate({ value: older })).toEqual({ value: { ...old, spacing: null, firstPass: null } });
  });
  test('paint and swatches from before they had edges, names, groups', () => {
    const rings = [Float32Array.from([0, 0, 9, 0, 9, 9])];
    const kept = { value: { id: 'd', paint: [{ id: 'a', swatch: 's', rings }] } };
    expect(keptUpToDate(kept).value.paint[0]).toEqual(makeArea('s', rings, { id: 'a' }));
    const swatch = { id: 's', name: 'coat', colour: '#47697a' };
    expect(keptUpToDate({ value: [swatch] }).value[0]).toEqual(makeSwatch('coat', '#47697a', { id: 's' }));
    const old = makeShot({ title: 'old', width: 100, height: 100, fps: 24, length: 4 });
    const palettes = old.palettes.map((palette) => ({
      ...palette,
      swatches: palette.swatches.map(({ id, name, colour }) => ({ id, name, colour })),
    }));
    expect(bringUpToDate({ ...old, palettes }).palettes).toEqual(old.palettes);
  });
  test('what is as it is now is the very same', () => {
    const patches = [
      { value: makeTrack('Voice', { clips: [makeClip('x', 'a', 1, 0)] }) },
      { value: makeDrawing('layer', 1, { paint: [makeArea('s', [])] }) },
      { value: makeSwatch('coat', '#47697a') },
      { value: 7 },
    ];
    expect(keptUpToDate(patches)).toBe(patches);
  });
});
