import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  expose,
  exposureAt,
  fitEven,
  fitInProportion,
  insertFrames,
  moveStart,
  piece,
  putAt,
  putIn,
  putOver,
  removeFrames,
  repeatTo,
  replace,
  reverse,
  rotateByDrawings,
  rotateByFrames,
  setHolds,
  splitHold,
  startFrames,
  thereAndBack,
  tidy,
  totalFrames,
  withRoom,
  write,
} from '../../../src/core/sheet/index.ts';
import type { Exposure } from '../../../src/core/shot/index.ts';
import { anySheet, cellOf, inShort, sheet } from '../../make.ts';

/** What each frame shows: "aab-c". */
const frames = (exposures: Exposure[]) =>
  exposures.map(({ cell, frames: count }) => (cell?.kind === 'drawing' ? cell.drawing : '-').repeat(count)).join('');
const all = (exposures: Exposure[]) => [exposures, 0, exposures.length] as const;

describe('splitting a hold', () => {
  const split = (short: string, index: number) => inShort(splitHold(sheet(short), index, cellOf('n')) ?? []);
  test('4 gives 2 and 2, 5 gives 3 and 2, the total stays', () => {
    expect(split('a4 b2', 0)).toBe('a2 n2 b2');
    expect(split('a5 b2', 0)).toBe('a3 n2 b2');
    expect(split('a2', 0)).toBe('a1 n1');
  });
  test('a hold of one gets longer only when asked; an empty cell is not split', () => {
    expect(split('a1 b2', 0)).toBe('');
    expect(inShort(splitHold(withRoom(sheet('a1 b2'), 0), 0, cellOf('n'))!)).toBe('a1 n1 b2');
    expect(split('a2 -4 b2', 1)).toBe('');
  });
});

describe('moving a drawing to a frame', () => {
  const carry = (short: string, index: number, to: number) => inShort(moveStart(sheet(short), index, to));
  test('the drawing before is held longer, this one shorter, nothing else moves', () => {
    expect(carry('a4 b4 c4', 1, 6)).toBe('a6 b2 c4');
    expect(carry('a4 b4 c4', 1, 2)).toBe('a2 b6 c4');
  });
  test('the last drawing keeps its hold, and so does one with empty frames behind it', () => {
    expect(carry('a4 b4', 1, 9)).toBe('a9 b4');
    expect(carry('a4 b4', 1, 2)).toBe('a2 b4');
    expect(carry('a4 b2 -6 c2', 1, 7)).toBe('a7 b2 -3 c2');
    expect(carry('a4 b2 -6 c2', 1, 2)).toBe('a2 b2 -8 c2');
  });
  test('far later it pushes what follows, far earlier it stops', () => {
    expect(carry('a4 b4 c4', 1, 12)).toBe('a12 b1 c4');
    expect(carry('a4 b4 c4', 1, -5)).toBe('a1 b7 c4');
    expect(carry('a4 b2 -2 c2', 1, 10)).toBe('a10 b2 c2');
  });
  test('keys on fours are put on frames 1, 7, 13, 19 and 27', () => {
    let sheetNow = sheet('a4 b4 c4 d4 e4');
    for (const [index, frame] of [
      [4, 27],
      [3, 19],
      [2, 13],
      [1, 7],
    ])
      sheetNow = moveStart(sheetNow, index, frame - 1);
    expect([...startFrames(sheetNow)].slice(0, 5).map((start) => start + 1)).toEqual([1, 7, 13, 19, 27]);
  });
});

describe('on ones, twos, threes', () => {
  test('every drawing is held so; empty cells stay', () => {
    expect(inShort(setHolds(sheet('a4 -3 b1 c7'), 0, 4, 2))).toBe('a2 -3 b2 c2');
    expect(inShort(setHolds(sheet('a4 b1 c7'), 1, 2, 3))).toBe('a4 b3 c7');
  });
  test('fitted in even steps or in proportion, whole frames that come out exactly', () => {
    expect(inShort(fitEven(sheet('a9 b1 c2'), 0, 3, 12))).toBe('a4 b4 c4');
    expect(inShort(fitEven(sheet('a1 b1 c1'), 0, 3, 10))).toBe('a3 b4 c3');
    expect(inShort(fitInProportion(sheet('a2 b4 c6'), 0, 3, 24))).toBe('a4 b8 c12');
    expect(inShort(fitInProportion(sheet('a8 b1 c1'), 0, 3, 4))).toBe('a2 b1 c1');
    expect(inShort(fitEven(sheet('a9 b9'), 0, 2, 1))).toBe('a1 b1');
  });
  test('any fit has the frames asked for, or one for each cell', () => {
    fc.assert(
      fc.property(anySheet, fc.integer({ min: 1, max: 200 }), (exposures, wanted) => {
        const from = tidy(exposures);
        if (from.length === 0) return;
        for (const fitted of [fitEven, fitInProportion]) {
          const after = fitted(...all(from), wanted);
          expect(totalFrames(after)).toBe(Math.max(from.length, wanted));
          expect(after.every((each) => each.frames >= 1)).toBe(true);
          expect(after.map(({ cell }) => cell)).toEqual(from.map(({ cell }) => cell));
        }
      }),
      { numRuns: 2000 },
    );
  });
  test('fitted in proportion to its own length, nothing changes', () => {
    fc.assert(
      fc.property(anySheet, (exposures) => {
        const from = tidy(exposures);
        expect(inShort(fitInProportion(...all(from), totalFrames(from)))).toBe(inShort(from));
      }),
      { numRuns: 1000 },
    );
  });
});

describe('there and back', () => {
  const way = (short: string, ends: 'once' | 'home' | 'twice') => inShort(thereAndBack(...all(sheet(short)), ends));
  test('the ends are not doubled unless wanted', () => {
    expect(way('a2 b3 c4', 'once')).toBe('a2 b3 c4 b3');
    expect(way('a2 b3 c4', 'home')).toBe('a2 b3 c4 b3 a2');
    expect(way('a2 b3 c4', 'twice')).toBe('a2 b3 c4 c4 b3 a2');
  });
  test('of a part, what follows is pushed', () => {
    expect(inShort(thereAndBack(sheet('a1 b1 c1 d1'), 0, 3, 'once'))).toBe('a1 b1 c1 b1 d1');
  });
  test('twice uses no other drawings than once', () => {
    fc.assert(
      fc.property(anySheet, fc.constantFrom('once', 'home', 'twice'), (exposures, ends) => {
        const used = (list: Exposure[]) => new Set(frames(list).replaceAll('-', ''));
        const once = thereAndBack(...all(tidy(exposures)), ends as 'once');
        expect(used(thereAndBack(...all(once), ends as 'once'))).toEqual(used(tidy(exposures)));
      }),
      { numRuns: 2000 },
    );
  });
  test('reversed twice is as it was', () => {
    fc.assert(
      fc.property(anySheet, (exposures) => {
        // Empty frames at an end cannot stay at the end of a sheet.
        const from = tidy(exposures.filter(({ cell }) => cell));
        expect(reverse(...all(reverse(...all(from))))).toEqual(from);
      }),
      { numRuns: 1000 },
    );
  });
});

describe('repeated', () => {
  test('to a total, the last round cut: a cycle of 24 frames to exactly 1,210', () => {
    const cycle = sheet('a3 b3 c3 d3 e3 f3 g3 h3');
    const long = repeatTo(...all(cycle), 1210);
    expect(totalFrames(long)).toBe(1210);
    expect(frames(long).slice(0, 48)).toBe(frames(cycle).repeat(2));
    expect(frames(long).slice(1200)).toBe(frames(cycle).slice(0, 10));
  });
  test('never shorter than one round; what follows is pushed', () => {
    expect(inShort(repeatTo(sheet('a2 b2 c2'), 0, 2, 3))).toBe('a2 b2 c2');
    expect(inShort(repeatTo(sheet('a2 b2 c2'), 0, 2, 7))).toBe('a2 b2 a2 b1 c2');
  });
});

describe('shifted round', () => {
  test('by one drawing the last comes to the front, with its hold', () => {
    expect(inShort(rotateByDrawings(sheet('a2 b3 c4'), 0, 3, 1))).toBe('c4 a2 b3');
    expect(inShort(rotateByDrawings(sheet('x1 a2 b3 c4'), 1, 4, -1))).toBe('x1 b3 c4 a2');
  });
  test('by frames a hold is cut and goes on at the front', () => {
    expect(inShort(rotateByFrames(sheet('a2 b3 c4'), 0, 9, 1))).toBe('c1 a2 b3 c3');
    expect(inShort(rotateByFrames(sheet('c1 a2 b3 c3'), 0, 9, -1))).toBe('a2 b3 c4');
  });
  test('as many drawings as there are, or frames, are none', () => {
    fc.assert(
      fc.property(anySheet, fc.integer({ min: 1, max: 3 }), (exposures, times) => {
        const from = tidy(exposures.filter(({ cell }) => cell));
        expect(rotateByDrawings(...all(from), times * from.length)).toEqual(from);
        const length = totalFrames(from);
        let turned = from;
        for (let i = 0; i < length; i++) turned = rotateByFrames(turned, 0, length, 1);
        expect(frames(turned)).toBe(frames(from));
        let round = from;
        for (let i = 0; i < from.length; i++) round = rotateByDrawings(...all(round), 1);
        expect(round).toEqual(from);
      }),
      { numRuns: 400 },
    );
  });
  test('every frame moves by as many', () => {
    fc.assert(
      fc.property(anySheet, fc.integer({ min: -40, max: 40 }), (exposures, by) => {
        const from = tidy(exposures.filter(({ cell }) => cell));
        const length = totalFrames(from);
        if (length === 0) return;
        const turned = frames(rotateByFrames(from, 0, length, by));
        const wanted = Array.from({ length }, (_, i) => frames(from)[(((i - by) % length) + length) % length]).join('');
        expect(turned).toBe(wanted);
      }),
      { numRuns: 1500 },
    );
  });
});

describe('frames and pieces', () => {
  test('frames put in lengthen what stood before and move the rest', () => {
    expect(inShort(insertFrames(sheet('a2 b2'), 2, 3))).toBe('a5 b2');
    expect(inShort(insertFrames(sheet('a4 b2'), 1, 2))).toBe('a6 b2');
    expect(inShort(insertFrames(sheet('a2 b2'), 0, 2))).toBe('a4 b2');
    expect(inShort(insertFrames(sheet('a2 b2'), 9, 2))).toBe('a2 b2');
  });
  test('frames taken out shorten what they touch', () => {
    expect(inShort(removeFrames(sheet('a4 b2 c4'), 3, 7))).toBe('a3 c3');
    expect(inShort(removeFrames(sheet('a4 b2'), 4, 9))).toBe('a4');
  });
  test('all that follows moves by the same amount', () => {
    fc.assert(
      fc.property(anySheet, fc.nat(60), fc.integer({ min: 1, max: 20 }), (exposures, frame, count) => {
        const from = tidy(exposures);
        const after = insertFrames(from, frame, count);
        from.forEach(({ id }, i) => {
          const at = after.findIndex((each) => each.id === id);
          const moved = startFrames(after)[at] - startFrames(from)[i];
          const follows = frame < totalFrames(from) && startFrames(from)[i] >= Math.max(1, frame);
          expect(moved).toBe(follows ? count : 0);
        });
      }),
      { numRuns: 2000 },
    );
  });
  test('a piece taken out and put over its own place is nothing', () => {
    fc.assert(
      fc.property(anySheet, fc.nat(60), fc.integer({ min: 1, max: 30 }), (exposures, from, length) => {
        const before = tidy(exposures);
        expect(frames(putOver(before, from, piece(before, from, from + length)))).toBe(frames(before));
      }),
      { numRuns: 1500 },
    );
  });
  test('put in, over and at', () => {
    const made = sheet('x2');
    expect(inShort(putIn(sheet('a4 b2'), 2, made))).toBe('a2 x2 a2 b2');
    expect(inShort(putOver(sheet('a4 b2'), 3, made))).toBe('a3 x2 b1');
    expect(inShort(putAt(sheet('a4 b2'), 2, made))).toBe('a2 x2 b2');
    expect(inShort(putAt(sheet('a4 b2'), 4, made))).toBe('a4 x2 b2');
    expect(inShort(putAt(sheet('a4 -5 b2'), 5, made))).toBe('a4 -1 x2 -2 b2');
    expect(inShort(putAt(sheet('a9 b2'), 2, made))).toBe('a2 x7 b2');
    expect(inShort(replace(sheet('a4 b2'), 1, 5, made))).toBe('a1 x2 b1');
  });
  test('put at a place, no drawing leaves the sheet', () => {
    fc.assert(
      fc.property(anySheet, fc.nat(60), fc.integer({ min: 1, max: 30 }), (exposures, frame, length) => {
        const before = tidy(exposures);
        const after = putAt(before, frame, [{ id: 'n', cell: cellOf('x'), frames: length }]);
        for (const drawing of new Set(frames(before).replaceAll('-', ''))) expect(frames(after)).toContain(drawing);
        expect(exposureAt(after, frame)?.exposure.id).toBe('n');
      }),
      { numRuns: 2000 },
    );
  });
  test('a number written into a cell takes its place to the end of the hold', () => {
    expect(inShort(write(sheet('a4 b2'), 0, cellOf('x'), 2))).toBe('x4 b2');
    expect(inShort(write(sheet('a4 b2'), 1, cellOf('x'), 2))).toBe('a1 x3 b2');
    expect(inShort(write(sheet('a4'), 6, cellOf('x'), 2))).toBe('a4 -2 x2');
    expect(inShort(expose(sheet('a4 b2'), 0, cellOf('x'), 2))).toBe('a4 x2 b2');
  });
});
