import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  type ClipPicture,
  findTurns,
  gapsInWords,
  headLadder,
  headsHigh,
  type Keep,
  thinned,
  thinnedInWords,
} from '../../../src/core/reference/index.ts';

const clip = (count: number, rate: number): ClipPicture[] =>
  Array.from({ length: count }, (_, i) => ({ time: i / rate, seconds: 1 / rate }));
const TIME = { kind: 'time' } as const;
const whole = (pictures: ClipPicture[]) => ({ from: 0, to: pictures.length });

describe('thinning a clip', () => {
  test('as it runs, a clip of another rate is resampled by time', () => {
    const pictures = clip(30, 30);
    const held = thinned(pictures, whole(pictures), { kind: 'all' }, TIME, 24);
    expect(held.reduce((sum, { frames }) => sum + frames, 0)).toBe(24);
    expect(held.filter(({ frames }) => frames === 0)).toHaveLength(6);
    const slow = clip(12, 12);
    expect(thinned(slow, whole(slow), { kind: 'all' }, TIME, 24).every(({ frames }) => frames === 2)).toBe(true);
  });
  test('every third keeps the duration with fewer drawings', () => {
    const pictures = clip(140, 24);
    const held = thinned(pictures, whole(pictures), { kind: 'every', nth: 3 }, TIME, 24);
    expect(held).toHaveLength(47);
    expect(held.slice(0, 46).every(({ frames }) => frames === 3)).toBe(true);
    expect(held.at(-1)).toEqual({ index: 138, frames: 2 });
  });
  test('each held for some frames makes it slower', () => {
    const pictures = clip(10, 24);
    expect(thinned(pictures, { from: 2, to: 6 }, { kind: 'all' }, { kind: 'frames', frames: 4 }, 24)).toEqual(
      [2, 3, 4, 5].map((index) => ({ index, frames: 4 })),
    );
  });
  test('picked by eye, each stays until the next comes on; the first begins with the cut', () => {
    const pictures = clip(24, 24);
    const keep: Keep = { kind: 'picked', picked: [5, 11, 20] };
    expect(thinned(pictures, { from: 2, to: 22 }, keep, TIME, 24)).toEqual([
      { index: 5, frames: 9 },
      { index: 11, frames: 9 },
      { index: 20, frames: 2 },
    ]);
    expect(thinned(pictures, whole(pictures), { kind: 'picked', picked: [] }, TIME, 24)).toEqual([]);
  });
  test('however it is kept, held by time the whole lasts as long as the cut', () => {
    const rate = fc.constantFrom(10, 12, 15, 23.976, 24, 25, 29.97, 30, 60);
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 200 }),
        rate,
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 1, max: 9 }),
        (count, own, fps, nth) => {
          const pictures = clip(count, own);
          for (const keep of [{ kind: 'all' }, { kind: 'every', nth }] as Keep[]) {
            const held = thinned(pictures, whole(pictures), keep, TIME, fps);
            const frames = held.reduce((sum, each) => sum + each.frames, 0);
            expect(Math.abs(frames - (count / own) * fps)).toBeLessThanOrEqual(0.5 + 1e-6);
          }
        },
      ),
    );
  });
  test('says in words what comes in', () => {
    const pictures = clip(140, 24);
    const picked = Array.from({ length: 18 }, (_, i) => i * 7);
    const held = thinned(pictures, whole(pictures), { kind: 'picked', picked }, { kind: 'frames', frames: 3 }, 24);
    expect(thinnedInWords(held, 140)).toBe('18 of 140 pictures, 54 frames, each held 3');
    expect(thinnedInWords([{ index: 0, frames: 5 }], 1)).toBe('1 of 1 picture, 5 frames, held 5');
    expect(
      thinnedInWords(
        [
          { index: 0, frames: 5 },
          { index: 1, frames: 2 },
        ],
        9,
      ),
    ).toBe('2 of 9 pictures, 7 frames');
  });
});

describe('finding where the movement turns', () => {
  /** An arm that swings there and back: the change is greatest in mid-swing, least where it turns. */
  const swing = (count: number, every: number) =>
    Array.from({ length: count }, (_, i) => Math.abs(Math.sin((Math.PI * (i - 0.5)) / every)) * 20 + 1);
  test('the turns, the first and the last', () => {
    const turns = findTurns(swing(61, 20), { from: 0, to: 61 });
    expect(turns[0]).toBe(0);
    expect(turns.at(-1)).toBe(60);
    for (const turn of [20, 40]) expect(turns.some((each) => Math.abs(each - turn) <= 1)).toBe(true);
    expect(turns.length).toBeLessThanOrEqual(5);
  });
  test('small trembling is none', () => {
    const trembling = swing(61, 20).map((change, i) => change + (i % 2 ? 0.5 : 0));
    expect(findTurns(trembling, { from: 0, to: 61 }).length).toBeLessThanOrEqual(5);
  });
  test('only the cut is looked through', () => {
    for (const turn of findTurns(swing(61, 20), { from: 12, to: 50 })) {
      expect(turn).toBeGreaterThanOrEqual(12);
      expect(turn).toBeLessThan(50);
    }
    expect(findTurns([0, 1], { from: 0, to: 2 })).toEqual([0, 1]);
    expect(findTurns([], { from: 0, to: 0 })).toEqual([]);
  });
});

describe('heads high', () => {
  test('a figure of seven heads and a half', () => {
    const head: [{ x: number; y: number }, { x: number; y: number }] = [
      { x: 0.5, y: 0.1 },
      { x: 0.5, y: 0.2 },
    ];
    expect(
      headsHigh(head, [
        { x: 0.5, y: 0.1 },
        { x: 0.5, y: 0.85 },
      ]),
    ).toBeCloseTo(7.5);
    expect(headsHigh(head, null)).toBeNull();
    expect(
      headsHigh(head, [
        { x: 0, y: 0 },
        { x: 0, y: 0.01 },
      ]),
    ).toBeNull();
  });
  test('the ladder goes from top to foot, the last rung cut short', () => {
    expect(headLadder(100, 400, 3)).toEqual([100, 200, 300, 400]);
    const half = headLadder(0, 350, 3.5);
    expect(half.map(Math.round)).toEqual([0, 100, 200, 300, 350]);
  });
});

describe('numbered files', () => {
  test('name what is missing between them', () => {
    expect(gapsInWords(['arm 3.png', 'arm 5.png', 'arm 9.png', 'arm 10.png'])).toBe('arm 4, arm 6 to arm 8');
    expect(gapsInWords(['a_0008.png', 'a_0010.png'])).toBe('a_0009');
    expect(gapsInWords(['a1.png', 'a2.png'])).toBe('');
    expect(gapsInWords(['sheet.png', 'mouth.png'])).toBe('');
  });
});
