import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  emptyFrames,
  expose,
  exposureAt,
  frameInside,
  isReused,
  pushFrom,
  removeFrames,
  setHold,
  shownExposure,
  slideChange,
  swapWithNeighbour,
  tidy,
  totalFrames,
  writtenOut,
} from '../../../src/core/sheet/index.ts';
import { AFTER_LAST, type Exposure } from '../../../src/core/shot/index.ts';
import { anySheet, cellOf, inShort, sheet } from '../../make.ts';

describe('holds', () => {
  test('a longer hold pushes what follows', () => {
    expect(inShort(setHold(sheet('a2 b2 c2'), 0, 5))).toBe('a5 b2 c2');
  });
  test('a hold is never shorter than one frame', () => {
    expect(inShort(setHold(sheet('a2 b2'), 0, -4))).toBe('a1 b2');
  });
  test('sliding the change moves the moment between two drawings and keeps the total', () => {
    expect(inShort(slideChange(sheet('a4 b4'), 1, 2))).toBe('a6 b2');
    expect(inShort(slideChange(sheet('a4 b4'), 1, -2))).toBe('a2 b6');
  });
  test('sliding far stops at one frame and swallows nothing', () => {
    expect(inShort(slideChange(sheet('a4 b4 c1'), 1, 99))).toBe('a7 b1 c1');
    expect(inShort(slideChange(sheet('a4 b4 c1'), 1, -99))).toBe('a1 b7 c1');
  });
  test('sliding the first drawing leaves empty frames before it', () => {
    expect(inShort(slideChange(sheet('a4 b2'), 0, 2))).toBe('-2 a2 b2');
  });
  test('sliding back into empty frames takes them all', () => {
    expect(inShort(slideChange(sheet('-2 a2 b2'), 1, -5))).toBe('a4 b2');
  });
  test('pushing moves all that follows by the same amount', () => {
    expect(inShort(pushFrom(sheet('a2 b2 c2'), 1, 3))).toBe('a5 b2 c2');
    expect(inShort(pushFrom(sheet('a2 b2'), 0, 3))).toBe('-3 a2 b2');
    expect(inShort(pushFrom(sheet('a4 b2 c2'), 1, -9))).toBe('a1 b2 c2');
  });
});

describe('exposing', () => {
  test('on an empty layer, with the frames before it left empty', () => {
    expect(inShort(expose([], 0, cellOf('n'), 2))).toBe('n2');
    expect(inShort(expose([], 5, cellOf('n'), 2))).toBe('-5 n2');
  });
  test('inside a hold, it takes over from there to the end of the hold', () => {
    expect(inShort(expose(sheet('a6 b2'), 4, cellOf('n'), 2))).toBe('a4 n2 b2');
  });
  test('on the first frame of a hold, it comes after it', () => {
    expect(inShort(expose(sheet('a3 b2'), 0, cellOf('n'), 2))).toBe('a3 n2 b2');
  });
  test('on empty frames, it takes only those that are empty', () => {
    expect(inShort(expose(sheet('a2 -1 b2'), 2, cellOf('n'), 4))).toBe('a2 n1 b2');
    expect(inShort(expose(sheet('a2 -6 b2'), 4, cellOf('n'), 2))).toBe('a2 -2 n2 -2 b2');
  });
});

describe('taking off the sheet', () => {
  test('leaves empty frames, or closes up', () => {
    expect(inShort(emptyFrames(sheet('a2 b3 c2'), 2, 5))).toBe('a2 -3 c2');
    expect(inShort(removeFrames(sheet('a2 b3 c2'), 2, 5))).toBe('a2 c2');
  });
  test('empty cells side by side are one; at the end there are none', () => {
    expect(inShort(tidy(sheet('a1 -2 -3 b1 -4')))).toBe('a1 -5 b1');
  });
  test('changing places keeps both holds', () => {
    expect(inShort(swapWithNeighbour(sheet('a2 b3 c4'), 1, 1))).toBe('a2 c4 b3');
    expect(inShort(swapWithNeighbour(sheet('a2 b3'), 0, -1))).toBe('a2 b3');
  });
});

describe('after the last drawing', () => {
  const abc = sheet('a1 b1 c1');
  const shows = (after: Parameters<typeof frameInside>[1], frame: number) => {
    const inside = frameInside(abc, after, frame);
    const cell = inside < 0 ? null : exposureAt(abc, inside)!.exposure.cell;
    return cell?.kind === 'drawing' ? cell.drawing : '-';
  };
  const eight = (after: Parameters<typeof frameInside>[1]) =>
    Array.from({ length: 8 }, (_, i) => shows(after, i)).join('');
  test('holds, clears, repeats, goes back and forth without doubling the ends', () => {
    expect(eight('holds')).toBe('abcccccc');
    expect(eight('clears')).toBe('abc-----');
    expect(eight('repeats')).toBe('abcabcab');
    expect(eight('back-and-forth')).toBe('abcbabcb');
  });
  test('empty frames before the first drawing are a way in, not part of the cycle', () => {
    const late = sheet('-2 a1 b1');
    const inside = (frame: number) => frameInside(late, 'repeats', frame);
    expect([0, 1, 2, 3, 4, 5, 6, 7].map(inside)).toEqual([0, 1, 2, 3, 2, 3, 2, 3]);
    expect([4, 5, 6].map((frame) => frameInside(late, 'back-and-forth', frame))).toEqual([2, 3, 2]);
  });
});

describe('written out to a frame', () => {
  const out = (short: string, after: Parameters<typeof writtenOut>[1], to: number) =>
    inShort(writtenOut(sheet(short), after, to));
  test('the last hold is longer, a cycle goes on, a layer that clears stays', () => {
    expect(out('a2 b2', 'holds', 7)).toBe('a2 b5');
    expect(out('-2 a2 b1', 'repeats', 9)).toBe('-2 a2 b1 a2 b1 a1');
    expect(out('a1 b2 c1', 'back-and-forth', 8)).toBe('a1 b2 c1 b2 a1 b1');
    expect(out('a2 b2', 'clears', 7)).toBe('a2 b2');
    expect(out('a2 b2', 'repeats', 3)).toBe('a2 b2');
  });
  test('every frame shows what it showed', () => {
    fc.assert(
      fc.property(anySheet, fc.constantFrom(...AFTER_LAST), fc.nat(120), (exposures, after, to) => {
        const before = tidy(exposures);
        const written = writtenOut(before, after, to);
        for (let frame = 0; frame < to; frame++)
          expect(shownExposure(written, after, frame)?.exposure.cell).toEqual(
            shownExposure(before, after, frame)?.exposure.cell,
          );
      }),
      { numRuns: 500 },
    );
  });
});

test('a drawing exposed again is a reused one', () => {
  const cycle = sheet('a2 b2 a2');
  expect([0, 1, 2].map((i) => isReused(cycle, i))).toEqual([false, false, true]);
});

/** Drawings exposed, counted. */
const used = (exposures: Exposure[]) =>
  new Set(exposures.flatMap(({ cell }) => (cell?.kind === 'drawing' ? [cell.drawing] : [])));

describe('no timing operation loses a drawing or makes a hold of nothing', () => {
  type Operation = (exposures: Exposure[], i: number, by: number) => Exposure[];
  const operations: Record<string, Operation> = {
    hold: (all, i, by) => setHold(all, i, by),
    slide: slideChange,
    push: pushFrom,
    swap: (all, i, by) => swapWithNeighbour(all, i, by < 0 ? -1 : 1),
    expose: (all, i, by) => expose(all, Math.abs(by), cellOf('n'), i + 1),
  };
  for (const [name, run] of Object.entries(operations)) {
    test(name, () => {
      fc.assert(
        fc.property(anySheet, fc.nat(29), fc.integer({ min: -40, max: 40 }), (exposures, at, by) => {
          const tidied = tidy(exposures);
          const index = tidied.length === 0 ? 0 : at % tidied.length;
          const after = run(tidied, index, by);
          for (const drawing of used(tidied)) expect(used(after).has(drawing)).toBe(true);
          for (const { frames } of after) expect(frames).toBeGreaterThanOrEqual(1);
          expect(after.at(-1)?.cell).not.toBe(null);
        }),
        { numRuns: 2000 },
      );
    });
  }

  test('slide keeps the total unless it moves an end', () => {
    fc.assert(
      fc.property(anySheet, fc.nat(29), fc.integer({ min: -40, max: 40 }), (exposures, at, by) => {
        const tidied = tidy(exposures);
        if (tidied.length === 0) return;
        const after = slideChange(tidied, at % tidied.length, by);
        expect(totalFrames(after)).toBe(totalFrames(tidied));
      }),
      { numRuns: 2000 },
    );
  });

  test('push moves everything that follows by the same amount', () => {
    fc.assert(
      fc.property(anySheet, fc.nat(29), fc.integer({ min: 0, max: 40 }), (exposures, at, by) => {
        const tidied = tidy(exposures);
        if (tidied.length === 0) return;
        expect(totalFrames(pushFrom(tidied, at % tidied.length, by))).toBe(totalFrames(tidied) + by);
      }),
      { numRuns: 1000 },
    );
  });
});
