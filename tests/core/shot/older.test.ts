/** What earlier versions kept, clips, tracks and drawings in kept edits included. */
import { describe, expect, test } from 'vitest';
import { keptUpToDate, makeClip, makeDrawing, makeTrack } from '../../../src/core/shot/index.ts';

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
  test('what is as it is now is the very same', () => {
    const patches = [
      { value: makeTrack('Voice', { clips: [makeClip('x', 'a', 1, 0)] }) },
      { value: makeDrawing('layer', 1) },
      { value: 7 },
    ];
    expect(keptUpToDate(patches)).toBe(patches);
  });
});
