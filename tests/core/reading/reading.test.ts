/** The track reading: written, dragged, cleared; it goes where its clip goes. */
import fc from 'fast-check';
import { beforeEach, describe, expect, test } from 'vitest';
import { change, type Recipe } from '../../../src/core/history/index.ts';
import {
  isLongVowel,
  isReadAsItWas,
  moveBound,
  moveSounds,
  readingRows,
  recolourSounds,
  removeSounds,
  retimeReading,
  soundAt,
  soundOfText,
  soundsOfClip,
  soundsOfColour,
  writeReading,
  writeSound,
} from '../../../src/core/reading/index.ts';
import { makeClip, makeTrack, type Shot } from '../../../src/core/shot/index.ts';
import { placeClip, sliceClip, trimStart } from '../../../src/core/sound/index.ts';
import { smallShot } from '../../make.ts';

let shot: Shot;

const edit = (recipe: Recipe) => {
  const done = change(shot, recipe);
  if (done) shot = done.shot;
};

const sounds = (...list: [phone: string, from: number, to: number, word?: number, fit?: number][]) =>
  list.map(([phone, from, to, word = 0, fit = -1.5]) => ({ phone, word, from, to, fit }));

beforeEach(() => {
  shot = {
    ...smallShot().shot,
    length: 96,
    tracks: [makeTrack('Voice', { clips: [makeClip('line', 'a', 3, 24, { id: 'c' })] })],
  };
  edit((draft) =>
    writeReading(
      draft,
      'c',
      sounds(['SIL', 0, 0.5, -1], ['M', 0.5, 0.75], ['AA', 0.75, 1.5], ['SIL', 1.5, 2, -1], ['T', 2, 2.25, 1, -9]),
      0,
      false,
    ),
  );
});

const inShort = () =>
  readingRows(shot).map(
    ({ sound, from, to }) => `${sound.text} ${Math.round(from * 10) / 10}-${Math.round(to * 10) / 10}`,
  );

describe('where sounds stand', () => {
  test('on the frames of their clip; silence is a gap; doubts have a pencil of their own', () => {
    expect(inShort()).toEqual(['M 36-42', 'AA 42-60', 'T 72-78']);
    expect(readingRows(shot).map(({ sound }) => sound.colour)).toEqual(['blue', 'blue', 'plum']);
    expect(soundAt(readingRows(shot), 41)?.sound.text).toBe('M');
    expect(soundAt(readingRows(shot), 42)?.sound.text).toBe('AA');
    expect(soundAt(readingRows(shot), 65)).toBeNull();
  });
  test('with a clip that is moved, trimmed or cut they go along; what is trimmed off comes back', () => {
    edit((draft) => void placeClip(draft, 'c', 30, 0));
    expect(inShort()[0]).toBe('M 42-48');
    edit((draft) => trimStart(draft, 'c', 50));
    expect(inShort()).toEqual(['AA 50-66', 'T 78-84']);
    edit((draft) => trimStart(draft, 'c', 30));
    expect(inShort()[0]).toBe('M 42-48');
    edit((draft) => void sliceClip(draft, 'c', 70));
    expect(inShort()).toEqual(['M 42-48', 'AA 48-66', 'T 78-84']);
    const later = shot.tracks[0].clips.find(({ id }) => id !== 'c')!;
    edit((draft) => void placeClip(draft, later.id, 80, 0));
    expect(inShort()).toEqual(['M 42-48', 'AA 48-66', 'T 88-94']);
  });
  test('long vowels are places to stretch, consonants never are', () => {
    expect(readingRows(shot).map((row) => isLongVowel(row, 24))).toEqual([false, true, false]);
  });
});

describe('written by hand', () => {
  test('against a frame: what begins there is called so; elsewhere it cuts what is heard', () => {
    edit((draft) => writeSound(draft, 36, 'B', 'ochre'));
    expect(inShort()[0]).toBe('B 36-42');
    edit((draft) => writeSound(draft, 50, 'OO', 'blue'));
    expect(inShort()).toEqual(['B 36-42', 'AA 42-50', 'OO 50-60', 'T 72-78']);
    expect(readingRows(shot)[2].sound).toMatchObject({ fit: null, colour: 'blue', clip: 'c' });
  });
  test('in silence it lasts two frames, or to the next sound; where no clip is it stands by itself', () => {
    edit((draft) => writeSound(draft, 71, 'S', 'plum'));
    edit((draft) => writeSound(draft, 5, 'hm', 'plum'));
    expect(inShort()).toContain('S 71-72');
    expect(inShort()[0]).toBe('hm 5-7');
    expect(readingRows(shot)[0].sound.clip).toBeNull();
  });
  test('without text what is there is rubbed out', () => {
    edit((draft) => writeSound(draft, 37, '', 'blue'));
    expect(inShort()).toEqual(['AA 42-60', 'T 72-78']);
  });
  test('by ear or by sign, what is meant is understood', () => {
    expect(['m', 'OO', 'th', 'ee', '-', 'AA', 'shh', '?'].map(soundOfText)).toEqual([
      'M',
      'UW',
      'TH',
      'IY',
      'SIL',
      'AA',
      'SH',
      null,
    ]);
  });
  test('colours are moved, changed and cleared together', () => {
    edit((draft) => moveSounds(draft, soundsOfColour(draft, 'plum'), 2));
    expect(inShort()).toEqual(['M 36-42', 'AA 42-60', 'T 74-80']);
    edit((draft) => recolourSounds(draft, 'plum', 'ochre'));
    edit((draft) => removeSounds(draft, soundsOfColour(draft, 'blue')));
    expect(inShort()).toEqual(['T 74-80']);
  });
});

describe('bounds', () => {
  const id = (text: string) => readingRows(shot).find(({ sound }) => sound.text === text)!.sound.id;
  test('a neighbour that meets it comes along, and it is held', () => {
    edit((draft) => moveBound(draft, id('AA'), 'from', 45));
    expect(inShort().slice(0, 2)).toEqual(['M 36-45', 'AA 45-60']);
    expect(readingRows(shot)[1].sound.held).toBe(true);
  });
  test('no sound is passed over or turned about, however far one drags', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            which: fc.constantFrom('from', 'to'),
            n: fc.nat(2),
            to: fc.float({ min: -20, max: 130, noNaN: true }),
          }),
          {
            maxLength: 12,
          },
        ),
        (drags) => {
          for (const { which, n, to } of drags) {
            const { sound } = readingRows(shot)[n];
            edit((draft) => moveBound(draft, sound.id, which as 'from' | 'to', to));
          }
          const rows = readingRows(shot);
          expect(rows).toHaveLength(3);
          rows.forEach(({ from, to }, i) => {
            expect(to - from).toBeGreaterThan(0.2);
            if (i > 0) expect(from).toBeGreaterThanOrEqual(rows[i - 1].to - 1e-6);
          });
        },
      ),
      { numRuns: 100 },
    );
  });
});

describe('a reading that is computed while the hand goes on', () => {
  const again = () => sounds(['M', 0.6, 0.8], ['AA', 0.8, 1.4], ['T', 2.1, 2.3, 1, -2]);
  test('new times go to the sounds that are as they were; what was moved, written or rubbed out meanwhile stays', () => {
    const asked = soundsOfClip(shot, 'c');
    edit((draft) => moveBound(draft, asked[1].id, 'to', 58));
    edit((draft) => removeSounds(draft, [asked[2].id]));
    edit((draft) => writeSound(draft, 80, 'oo', 'ochre'));
    const before = soundsOfClip(shot, 'c');
    let left = 0;
    edit((draft) => {
      left = retimeReading(draft, asked, again(), 0);
    });
    expect(left).toBe(2);
    const after = soundsOfClip(shot, 'c');
    expect(after.map(({ text, from }) => [text, Math.round(from * 100) / 100])[0]).toEqual(['M', 0.6]);
    expect(after.slice(1)).toEqual(before.slice(1));
  });
  test('a clip trimmed, said otherwise, or corrected meanwhile is not as it was', () => {
    const [{ clips }] = shot.tracks;
    const [was] = clips;
    const asked = soundsOfClip(shot, 'c');
    expect(isReadAsItWas(shot, was, asked)).toBe(true);
    const deeds: Recipe[] = [
      (draft) => trimStart(draft, 'c', 30),
      (draft) => void (draft.tracks[0].clips[0].words = 'other words'),
      (draft) => removeSounds(draft, [asked[0].id]),
      (draft) => moveBound(draft, asked[0].id, 'from', 37),
      (draft) => void draft.tracks[0].clips.pop(),
    ];
    for (const deed of deeds) expect(isReadAsItWas(change(shot, deed)!.shot, was, asked)).toBe(false);
    const { shot: moved } = change(shot, (draft) => void placeClip(draft, 'c', 30, 0))!;
    expect(isReadAsItWas(moved, was, asked)).toBe(true);
  });
});
