/** Any run of edits an animator can make, taken back whole, is as if it had never been; kept and read back, it is the same. */
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { History, type JournalRow } from '../../../src/core/history/index.ts';
import { danglingIn } from '../../../src/core/shot/index.ts';
import { readShotFile, writeShotFile } from '../../../src/core/shotfile/index.ts';
import { DRAWN, NAMED } from '../../edits.ts';
import { fullShot } from '../../full-shot.ts';
import { smallShot } from '../../make.ts';
import { BESIDE, CHARTS, type Dice, TIMING } from '../../operations.ts';

const EDITS = { ...DRAWN, ...NAMED, ...TIMING, ...CHARTS, ...BESIDE };

const step = fc.record({
  edit: fc.oneof(
    { weight: 6, arbitrary: fc.constantFrom(...Object.keys(EDITS)) },
    { weight: 1, arbitrary: fc.constantFrom('undo', 'redo') },
  ),
  layer: fc.nat(9),
  frame: fc.nat(30),
  by: fc.integer({ min: -12, max: 12 }),
});

function play(history: History, { edit, ...dice }: { edit: string } & Dice): JournalRow | null {
  if (edit === 'undo' || edit === 'redo') return history.step(edit);
  return history.change(edit, (shot) => EDITS[edit](shot, dice));
}

test('undo of everything is the start, redo of everything the end, and the journal says the same', () => {
  fc.assert(
    fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
      const { shot } = smallShot();
      const history = new History(shot);
      const rows = steps.map((each) => play(history, each)).filter((row) => row !== null);
      const end = history.shot;

      const opened = new History(shot);
      for (const row of rows) opened.replay(row);
      expect(opened.shot).toEqual(end);

      let taken = 0;
      while (history.step('undo')) taken++;
      expect(history.shot).toEqual(shot);
      for (let i = 0; i < taken; i++) history.step('redo');
      expect(history.shot).toEqual(end);
    }),
    { numRuns: 250 },
  );
});

test('whatever was done, the sheet stays whole and the shot file gives it back', () => {
  fc.assert(
    fc.property(fc.array(step, { maxLength: 30 }), (steps) => {
      const { shot: first, media } = fullShot();
      const history = new History(first);
      for (const each of steps) play(history, each);
      const { shot } = history;
      for (const layer of shot.layers) {
        for (const { cell, frames } of layer.exposures) {
          expect(frames).toBeGreaterThanOrEqual(1);
          if (cell?.kind === 'drawing') expect(shot.drawings[cell.drawing]).toBeDefined();
        }
      }
      const ids = new Set(shot.palettes[0].swatches.map(({ id }) => id));
      for (const palette of shot.palettes) expect(new Set(palette.swatches.map(({ id }) => id))).toEqual(ids);
      expect(danglingIn(shot, ['needed', 'mends'])).toEqual([]);
      expect(readShotFile(writeShotFile(shot, media)).shot).toEqual(shot);
    }),
    { numRuns: 120 },
  );
});

test('taken back whole and done again whole, the shot file is the same to the byte', () => {
  fc.assert(
    fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
      const { shot, media } = fullShot();
      const first = writeShotFile(shot, media);
      const history = new History(shot);
      for (const each of steps) play(history, each);
      const end = writeShotFile(history.shot, media);
      let taken = 0;
      while (history.step('undo')) taken++;
      expect(Buffer.compare(writeShotFile(history.shot, media), first)).toBe(0);
      for (let i = 0; i < taken; i++) history.step('redo');
      expect(Buffer.compare(writeShotFile(history.shot, media), end)).toBe(0);
    }),
    { numRuns: 100 },
  );
});
