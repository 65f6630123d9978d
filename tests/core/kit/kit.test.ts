/** What a shot can begin with: it fits any paper, can be painted, undone, kept in a file. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  HOLD_SHEETS,
  type HoldSheet,
  kitPalettes,
  mouthDots,
  putFigure,
  putHolds,
  putMouthChart,
  putPalettes,
} from '../../../src/core/kit/index.ts';
import { chartDrawing, putMouth } from '../../../src/core/mouths/index.ts';
import { addDrawing, layerOf, placedExposures, totalFrames } from '../../../src/core/sheet/index.ts';
import { MOUTHS, makeShot, type Shot } from '../../../src/core/shot/index.ts';
import { readShotFile, writeShotFile } from '../../../src/core/shotfile/index.ts';

const shotOf = (width = 1920, height = 1080): Shot => makeShot({ title: 'Kit', width, height, fps: 24, length: 24 });

describe('mouths to begin with', () => {
  const views = ['front', 'three-quarter'] as const;
  test('are ten for each view, drawn and painted, inside the paper of any size', () => {
    for (const [width, height] of [
      [1920, 1080],
      [640, 640],
      [4096, 1716],
    ])
      for (const view of views) {
        const shot = shotOf(width, height);
        const id = putMouthChart(shot, view);
        const chart = shot.charts.find((each) => each.id === id)!;
        for (const kind of MOUTHS) {
          const drawing = chartDrawing(shot, chart, kind)!;
          expect(drawing.ink.length, kind).toBeGreaterThan(0);
          for (const { points } of drawing.ink)
            for (let i = 0; i < points.length; i += 6) {
              expect(points[i]).toBeGreaterThan(0);
              expect(points[i]).toBeLessThan(width);
              expect(points[i + 1]).toBeGreaterThan(0);
              expect(points[i + 1]).toBeLessThan(height);
            }
        }
      }
  });
  test('a mouth for M, B and P is shut, an A open wider than an E; teeth lie between the lips', () => {
    for (const view of views) {
      const open = (kind: (typeof MOUTHS)[number]) => {
        const { upper, lower } = mouthDots(kind, view);
        return Math.max(...upper.map(([, y], i) => lower[i][1] - y));
      };
      expect(open('closed')).toBeLessThan(0.01);
      expect(open('wide-open')).toBeGreaterThan(1.5 * open('mid'));
      for (const kind of MOUTHS) {
        const { upper, lower, upperTeeth, lowerTeeth, tongue } = mouthDots(kind, view);
        for (const part of [upperTeeth, lowerTeeth, tongue])
          for (const [x, y] of part ?? []) {
            const at = upper.findIndex((dot) => Math.abs(dot[0] - x) < 1e-9);
            expect(y).toBeGreaterThanOrEqual(upper[at][1] - 0.06);
            expect(y).toBeLessThanOrEqual(lower[at][1] + 0.06);
          }
      }
    }
  });
  test('turned three-quarter the far side is shorter', () => {
    for (const kind of MOUTHS) {
      const { upper } = mouthDots(kind, 'three-quarter');
      expect(Math.abs(upper.at(-1)![0])).toBeLessThan(Math.abs(upper[0][0]));
    }
  });
  test('put on a frame a mouth comes out as large as a figure has it, and the swatches are there once', () => {
    const shot = shotOf();
    for (const view of views) putMouthChart(shot, view);
    const names = shot.palettes[0].swatches.map(({ name }) => name);
    expect(names.filter((name) => name === 'teeth')).toHaveLength(1);
    const [head, layer] = shot.layers;
    const skull = addDrawing(shot, head.id, 0, 4);
    shot.mouthGuide.head = head.id;
    shot.mouthGuide.places[skull.id] = { x: 900, y: 500, turn: 0, size: 1 };
    expect(putMouth(shot, layer.id, shot.charts[0], 'wide-open', 0, 4)).toBe(true);
    const cell = layerOf(shot, layer.id).exposures[0].cell!;
    const { ink } = shot.drawings[cell.kind === 'drawing' ? cell.drawing : ''];
    const xs = ink.flatMap(({ points }) => Array.from({ length: points.length / 6 }, (_, i) => points[6 * i]));
    const wide = Math.max(...xs) - Math.min(...xs);
    expect(wide).toBeGreaterThan(20);
    expect(wide).toBeLessThan(shot.height / 8);
  });
});

test('the figure is five heads tall, the model from then on, and never delivered', () => {
  const shot = shotOf();
  const layer = layerOf(shot, putFigure(shot));
  expect(layer.guide).toBe(true);
  const drawing = shot.drawings[shot.model!.kind === 'drawing' ? shot.model!.drawing : ''];
  const yOf = (name: string) => drawing.ink.find((line) => line.name === name)!.points[1];
  const head = yOf('height of 1 head') - yOf('height of 0 heads');
  expect(yOf('height of 5 heads') - yOf('height of 0 heads')).toBeCloseTo(5 * head, 3);
  for (const { points } of drawing.ink)
    for (let i = 1; i < points.length; i += 6) {
      expect(points[i]).toBeGreaterThan(yOf('height of 0 heads') - 2);
      expect(points[i]).toBeLessThan(yOf('height of 5 heads') + 2);
    }
});

test('three palettes of the same swatches; what the shot has of a name takes its colours', () => {
  const shot = shotOf();
  const before = shot.palettes[0].swatches.length;
  putPalettes(shot);
  expect(shot.palettes.map(({ name }) => name)).toEqual(['day', 'day', 'dusk', 'night']);
  const ids = shot.palettes.map(({ swatches }) => swatches.map(({ id }) => id).join());
  expect(new Set(ids).size).toBe(1);
  const shared = kitPalettes()[0].swatches.filter(({ name }) =>
    shotOf().palettes[0].swatches.some((each) => each.name === name),
  );
  expect(shot.palettes[0].swatches).toHaveLength(before + kitPalettes()[0].swatches.length - shared.length);
});

describe('holds to begin with', () => {
  test('stand on the sheet as they are named; what was there is not lost', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...(Object.keys(HOLD_SHEETS) as HoldSheet[])),
        fc.integer({ min: 0, max: 30 }),
        fc.constantFrom(...(Object.keys(HOLD_SHEETS) as HoldSheet[])),
        (first, frame, second) => {
          const shot = shotOf();
          const layer = shot.layers[1].id;
          putHolds(shot, first, layer, 0);
          const before = Object.keys(shot.drawings);
          putHolds(shot, second, layer, frame);
          const placed = placedExposures(layerOf(shot, layer).exposures);
          const made = placed.filter(
            ({ exposure: { cell } }) => cell?.kind === 'drawing' && !before.includes(cell.drawing),
          );
          const wanted = HOLD_SHEETS[second].holds;
          expect(made.map(({ exposure }) => exposure.frames).slice(0, -1)).toEqual(
            wanted.map(([, frames]) => frames).slice(0, -1),
          );
          expect(made[0].start).toBe(frame);
          const shown = new Set(placed.map(({ exposure: { cell } }) => (cell?.kind === 'drawing' ? cell.drawing : '')));
          for (const id of before) expect(shown.has(id)).toBe(true);
          expect(shot.length).toBeGreaterThanOrEqual(totalFrames(layerOf(shot, layer).exposures));
        },
      ),
    );
  });
});

test('a shot with all of it goes through the shot file', () => {
  const shot = shotOf();
  putMouthChart(shot, 'front');
  putMouthChart(shot, 'three-quarter');
  putFigure(shot);
  putPalettes(shot);
  putHolds(shot, 'walk', shot.layers[1].id, 0);
  const bytes = writeShotFile(shot, new Map());
  const { shot: read } = readShotFile(bytes);
  expect(read.charts.map(({ name }) => name)).toEqual(['Front', 'Three-quarter']);
  expect(Object.keys(read.drawings).sort()).toEqual(Object.keys(shot.drawings).sort());
});
