/** Clips cut, moved and copied: none swallows another, and what is heard stays where it was heard. */

import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { change, type Recipe } from '../../../src/core/history/index.ts';
import { empty, insertTime, retimeLayer } from '../../../src/core/sheet/index.ts';
import { clipSeconds, findClip, makeClip, makeTrack, newId, type Shot } from '../../../src/core/shot/index.ts';
import {
  duplicateClip,
  layClip,
  mix,
  placeClip,
  removeClip,
  sliceClip,
  snapFrame,
  trimEnd,
  trimStart,
} from '../../../src/core/sound/index.ts';
import { smallShot } from '../../make.ts';

const RATE = 2400;
const sound = { channels: [Float32Array.from({ length: 3 * RATE }, (_, i) => Math.sin(i / 7) * 0.5)], rate: RATE };
const ASSET = {
  id: 'a',
  name: 'line.wav',
  type: 'audio/wav',
  kind: 'sound' as const,
  bytes: 1,
  seconds: 3,
  pictures: 0,
  width: 0,
  height: 0,
  lines: [],
};

let shot: Shot;

function start(...frames: number[]): void {
  shot = {
    ...smallShot().shot,
    length: 120,
    assets: { a: ASSET },
    tracks: [
      makeTrack('Voice', { clips: frames.map((frame, i) => makeClip(`c${i}`, 'a', 1, frame, { id: `c${i}` })) }),
    ],
  };
}

function edit(recipe: Recipe): void {
  const done = change(shot, recipe);
  if (done) shot = done.shot;
}

const clip = (id: string) => findClip(shot, id)!.clip;

/** No two clips of a track sound at once. */
function noneOverlap(): void {
  for (const { clips } of shot.tracks) {
    const spans = clips.map((each) => [each.frame / shot.fps, each.frame / shot.fps + clipSeconds(each)]);
    spans.sort((a, b) => a[0] - b[0]);
    for (let i = 1; i < spans.length; i++) expect(spans[i][0]).toBeGreaterThanOrEqual(spans[i - 1][1] - 1e-6);
  }
}

describe('a clip never swallows another', () => {
  test('dropped on another it goes to a free track, made when there is none', () => {
    start(0, 48);
    edit((draft) => void placeClip(draft, 'c1', 12, 0));
    expect(shot.tracks).toHaveLength(2);
    expect(clip('c1').frame).toBe(12);
    noneOverlap();
    edit((draft) => void placeClip(draft, 'c1', 24, 0));
    expect(shot.tracks[0].clips.map(({ id }) => id)).toEqual(['c0', 'c1']);
  });
  test('whatever is dropped wherever, every clip is there and none lies on another', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            what: fc.constantFrom('move', 'slice', 'double', 'trim', 'end', 'lay'),
            which: fc.nat(20),
            frame: fc.integer({ min: 0, max: 90 }),
            track: fc.nat(4),
          }),
          { maxLength: 25 },
        ),
        (steps) => {
          start(0, 30, 60);
          let count = 3;
          for (const { what, which, frame, track } of steps) {
            const all = shot.tracks.flatMap(({ clips }) => clips);
            const { id } = all[which % all.length];
            edit((draft) => {
              if (what === 'move') placeClip(draft, id, frame, track % draft.tracks.length);
              else if (what === 'slice') count += sliceClip(draft, id, frame) ? 1 : 0;
              else if (what === 'double') count += duplicateClip(draft, id) ? 1 : 0;
              else if (what === 'trim') trimStart(draft, id, frame);
              else if (what === 'end') trimEnd(draft, id, frame / draft.fps);
              else count += layClip(draft, makeClip('new', 'a', 1, frame, { id: newId() }), track) ? 1 : 0;
            });
            noneOverlap();
          }
          const all = shot.tracks.flatMap(({ clips }) => clips);
          expect(all).toHaveLength(count);
          for (const each of all) {
            expect(Number.isInteger(each.frame)).toBe(true);
            expect(each.in).toBeGreaterThanOrEqual(0);
            expect(each.out).toBeLessThanOrEqual(3 + 1e-9);
            expect(clipSeconds(each)).toBeGreaterThan(0);
          }
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe('what is heard stays where it was heard', () => {
  const heard = () => mix(shot, () => sound, 0, 4 * RATE, RATE)[0];
  test('cut in two, both parts sound as the whole did', () => {
    start(4);
    const before = heard();
    edit((draft) => void sliceClip(draft, 'c0', 13));
    const after = heard();
    for (let i = 0; i < before.length; i++) expect(after[i], `sample ${i}`).toBeCloseTo(before[i], 5);
    expect(shot.tracks[0].clips).toHaveLength(2);
  });
  test('its beginning trimmed, the rest stays; drawn back it is whole again', () => {
    start(4);
    const before = heard();
    edit((draft) => trimStart(draft, 'c0', 10));
    expect(clip('c0')).toMatchObject({ frame: 10 });
    expect(clip('c0').in).toBeCloseTo(6 / 24);
    expect(heard()[Math.round((12 / 24) * RATE)]).toBeCloseTo(before[Math.round((12 / 24) * RATE)], 5);
    edit((draft) => trimStart(draft, 'c0', 0));
    expect(clip('c0')).toMatchObject({ frame: 4, in: 0 });
  });
  test('a clip is no longer than its sound, and ends where its neighbour begins', () => {
    start(0, 48);
    edit((draft) => trimEnd(draft, 'c0', 9));
    expect(clipSeconds(clip('c0'))).toBeCloseTo(2);
    edit((draft) => removeClip(draft, 'c1'));
    edit((draft) => trimEnd(draft, 'c0', 9));
    expect(clipSeconds(clip('c0'))).toBeCloseTo(3);
  });
  test('cut at a frame outside it, nothing happens', () => {
    start(4);
    edit((draft) => expect(sliceClip(draft, 'c0', 90)).toBeNull());
    expect(shot.tracks[0].clips).toHaveLength(1);
  });
  test('a looped clip cut in two goes on in step', () => {
    start(0);
    edit((draft) => {
      draft.tracks[0].clips[0].loop = { seconds: 4, join: 0.1, skip: 0 };
    });
    const before = heard();
    edit((draft) => void sliceClip(draft, 'c0', 36));
    const after = heard();
    for (const i of [3000, 4000, 5000, 7000]) expect(after[i]).toBeCloseTo(before[i], 4);
  });
});

describe('with the drawings', () => {
  test('a pinned clip goes along when frames are put in before it', () => {
    start(2);
    const { layers } = shot;
    const layer = layers.at(-1)!;
    edit((draft) => {
      draft.tracks[0].clips[0].pin = { exposure: layer.exposures[0].id, offset: 2 };
    });
    edit((draft) => insertTime(draft, 0, 6));
    // Nothing is put in before the first drawing but held frames: it begins where it did.
    expect(clip('c0').frame).toBe(2);
    edit((draft) => retimeLayer(draft, layer.id, (all) => [empty(6), ...all]));
    expect(clip('c0').frame).toBe(8);
  });
  test('edges are drawn to drawings and clips within reach, else stay', () => {
    start(0, 60);
    const layer = shot.layers.at(-1)!;
    expect(snapFrame(shot, 5, 2, layer.id, 'c1')).toBe(5);
    expect(snapFrame(shot, 25, 2, layer.id, 'c1')).toBe(24);
    expect(snapFrame(shot, 1, 2, layer.id, 'c1')).toBe(0);
    expect(snapFrame(shot, 119, 2, layer.id, null)).toBe(120);
  });
  test('a clip doubled takes its reading along, one removed takes it away', () => {
    start(0);
    edit((draft) => {
      draft.reading = [
        { id: 'r', clip: 'c0', from: 0.2, to: 0.3, text: 'AA', colour: 'blue', word: 0, fit: -1, held: false },
      ];
    });
    edit((draft) => void duplicateClip(draft, 'c0', 2));
    expect(shot.reading).toHaveLength(3);
    edit((draft) => removeClip(draft, 'c0'));
    expect(shot.reading).toHaveLength(2);
  });
});
