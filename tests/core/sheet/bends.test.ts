/** Bends: a grid over a layer, keyed at frames; what is bent stays lines and paint. */
import { Path2D } from '@napi-rs/canvas';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { warpPoint } from '../../../src/core/ink/warp.ts';
import {
  addDrawing,
  bendAlong,
  bendAt,
  dropGrid,
  dropPlace,
  goWith,
  layerOf,
  lieAt,
  removeLayer,
  setGrid,
  setPlace,
  spaceMoves,
} from '../../../src/core/sheet/index.ts';
import { type BendGrid, makeLayer, POINT_SIZE, type Shot } from '../../../src/core/shot/index.ts';
import { readShotFile, writeShotFile } from '../../../src/core/shotfile/index.ts';
import { frameOf, raster } from '../../canvas.ts';
import { delivered } from '../../delivery.ts';
import { smallShot, strokeThrough } from '../../make.ts';

const PIVOT = { x: 160, y: 90 };
const GRID: BendGrid = { x: 40, y: 40, width: 240, height: 100, across: 4, down: 2 };
const count = ({ across, down }: BendGrid) => 2 * (across + 1) * (down + 1);
const flat = (grid = GRID): number[] => Array.from({ length: count(grid) }, () => 0);
/** A bend that sinks the middle column by some pixels. */
const sunk = (by: number): number[] => flat().map((_, i) => (i % 2 === 1 && ((i - 1) / 2) % 5 === 2 ? by : 0));

/** One long level line through the middle of the grid, held ten frames. */
function levelLine(): { shot: Shot; id: string; drawing: string } {
  const { shot, swatch } = smallShot();
  for (const { id } of [...shot.layers]) removeLayer(shot, id);
  shot.length = 10;
  const layer = makeLayer('Plank', 'clean');
  shot.layers.push(layer);
  const drawing = addDrawing(shot, layer.id, 0, 10);
  drawing.ink.push(
    strokeThrough(
      [
        [40, 90],
        [280, 90],
      ],
      { swatch },
    ),
  ); // prettier-ignore
  return { shot, id: layer.id, drawing: drawing.id };
}

/** The rows of a column of pixels that are dark. */
function darkRows(shot: Shot, frame: number, x: number): number[] {
  const { data, width, height } = frameOf(shot, frame, 'delivery');
  return Array.from({ length: height }, (_, y) => y).filter((y) => data[4 * (y * width + x)] < 128);
}

describe('a bend', () => {
  test('is exact at its frames; between them every point goes on the move’s spacing', () => {
    const { shot, id } = levelLine();
    setGrid(shot, id, GRID);
    setPlace(shot, id, 0, { bend: flat() }, PIVOT);
    setPlace(shot, id, 8, { bend: sunk(40) }, PIVOT);
    const bentAt = (frame: number) => lieAt(layerOf(shot, id), layerOf(shot, id).moves!, frame).bend!;
    expect(bentAt(8)).toEqual(sunk(40));
    expect(bentAt(4)).toEqual(sunk(20));
    spaceMoves(shot, id, 0, 'slow-in');
    const share = bentAt(4).find((value) => value !== 0)! / 40;
    expect(share).toBeGreaterThan(0.5);
    for (const value of bentAt(4)) expect(value === 0 || Math.abs(value - 40 * share) < 1e-9).toBe(true);
  });
  test('carries a line as a line, with points enough to follow it', () => {
    const { shot, id, drawing } = levelLine();
    setGrid(shot, id, GRID);
    setPlace(shot, id, 0, { bend: sunk(40) }, PIVOT);
    const rows = darkRows(shot, 0, 160);
    expect(Math.abs(rows[Math.floor(rows.length / 2)] - 130)).toBeLessThanOrEqual(2);
    // As thick as it was drawn: it was not resampled as a picture.
    const plain = levelLine();
    expect(Math.abs(rows.length - darkRows(plain.shot, 0, 160).length)).toBeLessThanOrEqual(1);
    // The drawing itself is as it was.
    expect(shot.drawings[drawing].ink[0].points).toHaveLength(2 * POINT_SIZE);
  });
  test('in an SVG its line is a shape, where it is painted', async () => {
    const { shot, id } = levelLine();
    setGrid(shot, id, GRID);
    setPlace(shot, id, 0, { bend: sunk(40) }, PIVOT);
    const text = Buffer.from(await delivered(shot, 'svg', { what: 'frame', width: 320, height: 180 })).toString();
    expect(text).not.toContain('<image');
    const seen = raster(320, 180, (context) => {
      for (const [, d] of text.matchAll(/ d="([^"]+)"/g)) context.fill(new Path2D(d) as never);
    });
    expect(seen.at(160, 130)).toBe('#000000');
    expect(seen.at(160, 90)).toBe('clear');
  });
  test('given other cells it stays bent as it was where the new points lie', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -30, max: 30 }), { minLength: 30, maxLength: 30 }), (bend) => {
        const { shot, id } = levelLine();
        setGrid(shot, id, GRID);
        setPlace(shot, id, 0, { bend }, PIVOT);
        const before = bendAt(layerOf(shot, id), 0);
        setGrid(shot, id, { ...GRID, across: 8, down: 4 });
        const now = bendAt(layerOf(shot, id), 0);
        expect(layerOf(shot, id).moves!.places[0].bend).toHaveLength(2 * 9 * 5);
        if (!before || !now) return void expect(bend.every((value) => value === 0)).toBe(true);
        for (const [x, y] of [
          [40, 40],
          [100, 40],
          [160, 90],
          [130, 65],
          [280, 140],
        ]) {
          const [a, b] = [warpPoint(before, x, y), warpPoint(now, x, y)];
          expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeLessThan(1e-3);
        }
      }),
      { numRuns: 40 },
    );
  });
  test('along a curve its middle row lies on it, from end to end', () => {
    const curve = Array.from({ length: 31 }, (_, i) => ({
      x: 160 - 100 * Math.cos((Math.PI * i) / 30),
      y: 150 - 100 * Math.sin((Math.PI * i) / 30),
    }));
    const { shot, id } = levelLine();
    setGrid(shot, id, GRID);
    setPlace(shot, id, 0, { bend: bendAlong(GRID, curve) }, PIVOT);
    const grid = bendAt(layerOf(shot, id), 0)!;
    const close = (a: [number, number], x: number, y: number, by = 1) =>
      expect(Math.hypot(a[0] - x, a[1] - y)).toBeLessThan(by);
    close(warpPoint(grid, 40, 90), 60, 150);
    close(warpPoint(grid, 160, 90), 160, 50);
    close(warpPoint(grid, 280, 90), 260, 150);
    // What stood over the middle row stands across the curve: outside of the arc.
    close(warpPoint(grid, 160, 40), 160, 0, 3);
  });
  test('taken off, the layer lies as it was drawn; places that did nothing else go', () => {
    const { shot, id } = levelLine();
    const before = Buffer.from(frameOf(shot, 0, 'delivery').data);
    setGrid(shot, id, GRID);
    setPlace(shot, id, 0, { bend: sunk(40) }, PIVOT, true);
    expect(Buffer.from(frameOf(shot, 0, 'delivery').data).equals(before)).toBe(false);
    dropGrid(shot, id);
    expect(layerOf(shot, id)).toMatchObject({ grid: null, moves: null });
    expect(Buffer.from(frameOf(shot, 0, 'delivery').data).equals(before)).toBe(true);
  });
  test('that fits no grid makes a shot file that is refused with a sentence', () => {
    const { shot, id } = levelLine();
    setGrid(shot, id, GRID);
    setPlace(shot, id, 2, { bend: sunk(10) }, PIVOT);
    expect(readShotFile(writeShotFile(shot, new Map())).shot).toEqual(shot);
    layerOf(shot, id).grid = { ...GRID, across: 3 };
    expect(() => readShotFile(writeShotFile(shot, new Map()))).toThrow(/a bend on "Plank", frame 3, that fits no grid/);
  });
});

test('a locked layer keeps its places and its grid: it is said', () => {
  const { shot, id } = levelLine();
  setGrid(shot, id, GRID);
  setPlace(shot, id, 0, { x: 5 }, PIVOT);
  layerOf(shot, id).locked = true;
  const before = structuredClone(layerOf(shot, id));
  for (const edit of [
    () => setPlace(shot, id, 3, { x: 9 }, PIVOT),
    () => dropPlace(shot, id, 0),
    () => setGrid(shot, id, { ...GRID, across: 8 }),
    () => dropGrid(shot, id),
    () => goWith(shot, id, null),
  ])
    expect(edit).toThrow(/“Plank” is locked. Unlock it/);
  expect(layerOf(shot, id)).toEqual(before);
});

describe('places set apart', () => {
  test('a place that sets only the turn lets the way run through it', () => {
    const { shot, id } = levelLine();
    setPlace(shot, id, 0, { x: 0 }, PIVOT);
    setPlace(shot, id, 8, { x: 80 }, PIVOT);
    setPlace(shot, id, 2, { turn: 1 }, PIVOT, true);
    const lie = (frame: number) => lieAt(layerOf(shot, id), layerOf(shot, id).moves!, frame);
    expect(lie(2)).toMatchObject({ x: 20, turn: 1 });
    expect(lie(4).x).toBeCloseTo(40, 9);
    expect(lie(1).turn).toBeCloseTo(0.5, 9);
    expect(lie(5).turn).toBeCloseTo(0.5, 9);
  });
});
