/** Any run of edits an animator can make, taken back whole, is as if it had never been; kept and read back, it is the same. */
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { History, type JournalRow, type Recipe } from '../../../src/core/history/index.ts';
import { erase } from '../../../src/core/ink/index.ts';
import { addPalette, addSwatch, colourSwatch, pour, takeOff, takePaletteFrom } from '../../../src/core/paint/index.ts';
import {
  addDrawing,
  addTraceOver,
  copyAsNew,
  drawingToDrawOn,
  moveLayer,
  moveStart,
  pushFrom,
  removeLayer,
  retimeLayer,
  setHold,
  slideChange,
  swapWithNeighbour,
} from '../../../src/core/sheet/index.ts';
import type { Exposure, Layer, Shot } from '../../../src/core/shot/index.ts';
import { makeArea } from '../../../src/core/shot/index.ts';
import { readShotFile, writeShotFile } from '../../../src/core/shotfile/index.ts';
import { circle, smallShot, strokeThrough } from '../../make.ts';

/** Numbers that say what an edit is done to; each edit takes what it needs. */
interface Dice {
  layer: number;
  frame: number;
  by: number;
}

const layerBy = (shot: Shot, { layer }: Dice): Layer => shot.layers[layer % shot.layers.length];

/** An edit of one layer's exposures at a place that exists. */
function timing(edit: (exposures: Exposure[], index: number, by: number) => Exposure[]) {
  return (shot: Shot, dice: Dice) => {
    retimeLayer(shot, layerBy(shot, dice).id, (all) =>
      all.length === 0 ? all : edit(all, dice.frame % all.length, dice.by),
    );
  };
}

const EDITS: Record<string, (shot: Shot, dice: Dice) => void> = {
  line: (shot, dice) => {
    const { id } = layerBy(shot, dice);
    const start = [10 + dice.frame * 3, 20 + dice.by * 2] as [number, number];
    drawingToDrawOn(shot, id, dice.frame % shot.length, 2).ink.push(strokeThrough([start, [160, 90], [300, 150]]));
  },
  ring: (shot, dice) =>
    void drawingToDrawOn(shot, layerBy(shot, dice).id, dice.frame % shot.length, 1).ink.push(circle(90, 80, 30)),
  'new drawing': (shot, dice) => void addDrawing(shot, layerBy(shot, dice).id, dice.frame, 1 + Math.abs(dice.by)),
  copy: (shot, dice) => void copyAsNew(shot, layerBy(shot, dice).id, dice.frame, 2),
  erase: (shot, dice) => {
    for (const drawing of Object.values(shot.drawings)) {
      drawing.ink = erase(drawing.ink, Float32Array.from([dice.frame * 4, 0, dice.frame * 4, 180]), 6) ?? drawing.ink;
    }
  },
  pour: (shot, dice) => {
    const drawing = Object.values(shot.drawings)[dice.frame % Math.max(1, Object.keys(shot.drawings).length)];
    const swatch = shot.palettes[0].swatches[dice.layer % shot.palettes[0].swatches.length].id;
    if (drawing)
      drawing.paint = pour(
        drawing.paint,
        makeArea(swatch, [Float32Array.from([0, 0, 80, 0, 80, 80, 0, 80])]),
        10 + dice.by,
        10,
      );
  },
  'paint off': (shot, dice) => {
    for (const drawing of Object.values(shot.drawings)) drawing.paint = takeOff(drawing.paint, 20 + dice.by, 20);
  },
  hold: timing((all, i, by) => setHold(all, i, by)),
  slide: timing(slideChange),
  push: timing(pushFrom),
  swap: timing((all, i, by) => swapWithNeighbour(all, i, by > 0 ? 1 : -1)),
  carry: timing((all, i, by) => moveStart(all, i, i + by)),
  trace: (shot, dice) => {
    if (shot.layers.length < 8) addTraceOver(shot, layerBy(shot, dice).id);
  },
  'remove layer': (shot, dice) => {
    if (shot.layers.length > 2) removeLayer(shot, layerBy(shot, dice).id);
  },
  'move layer': (shot, dice) => moveLayer(shot, layerBy(shot, dice).id, dice.by),
  fade: (shot, dice) => void (layerBy(shot, dice).opacity = Math.abs(dice.by) / 12),
  swatch: (shot, dice) => void addSwatch(shot, `swatch ${dice.frame}`, '#8a6b4c'),
  colour: (shot, dice) => {
    const palette = shot.palettes[dice.layer % shot.palettes.length];
    colourSwatch(shot, palette.id, palette.swatches[dice.frame % palette.swatches.length].id, { colour: '#30c040' });
  },
  palette: (shot, dice) => {
    if (shot.palettes.length < 4) takePaletteFrom(shot, dice.frame, addPalette(shot, shot.palettes[0].id, 'lit'));
  },
};

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
  const recipe: Recipe = (shot) => EDITS[edit](shot, dice);
  return history.change(edit, recipe);
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
      const history = new History(smallShot().shot);
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
      for (const drawing of Object.values(shot.drawings)) for (const stroke of drawing.ink) stroke.swatch = [...ids][0];
      expect(readShotFile(writeShotFile(shot, new Map())).shot).toEqual(shot);
    }),
    { numRuns: 120 },
  );
});
