import { type Canvas, createCanvas } from '@napi-rs/canvas';
import { describe, expect, test } from 'vitest';
import { LiveLine } from '../../src/app/desk/live-line.ts';
import { plainBrush, SHIPPED_BRUSHES } from '../../src/core/ink/index.ts';
import type { PaintContext } from '../../src/core/picture/index.ts';
import { type Matrix, scaling } from '../../src/core/plane/index.ts';
import { type Brush, POINT_SIZE } from '../../src/core/shot/index.ts';
import { nodePainter, raster } from '../canvas.ts';
import { strokeThrough } from '../make.ts';

const SIDE = 300;
const PEN: Brush = plainBrush('pen', 14, 0.6);

/** A line that crosses itself several times, as hatching does. */
const scribble = strokeThrough(
  Array.from({ length: 160 }, (_, i): [number, number] => [
    150 + 110 * Math.sin(i * 0.31) * Math.cos(i * 0.02),
    150 + 110 * Math.sin(i * 0.23 + 1),
  ]),
).points;

/** Alpha of the live canvas after the line came in bit by bit. */
function drawnLive(view: Matrix, brush: Brush, step: number): { alpha: Uint8Array; line: LiveLine; canvas: Canvas } {
  const canvas = createCanvas(SIDE, SIDE);
  const line = new LiveLine(canvas as unknown as HTMLCanvasElement, nodePainter());
  const count = scribble.length / POINT_SIZE;
  for (let n = 1; n <= count; n += step)
    line.show(scribble.subarray(0, n * POINT_SIZE), { brush, colour: '#000000', seed: 5 }, view);
  line.show(scribble, { brush, colour: '#000000', seed: 5 }, view);
  return { alpha: alphaOf(canvas), line, canvas };
}

function alphaOf(canvas: Canvas): Uint8Array {
  const { data } = canvas.getContext('2d').getImageData(0, 0, SIDE, SIDE);
  return Uint8Array.from({ length: SIDE * SIDE }, (_, i) => data[4 * i + 3]);
}

/** Alpha of the same line painted in one go. */
function paintedWhole(view: Matrix, brush: Brush): Uint8Array {
  const { data } = raster(SIDE, SIDE, (context: PaintContext) => {
    context.setTransform(...view);
    // Its end is not tapered before the pen lifts.
    const shown = { ...brush, taper: { ...brush.taper, end: 0 } };
    const stroke = { ...strokeThrough([[0, 0]]), points: scribble, brush: shown, seed: 5 };
    nodePainter().paintInk(context, [stroke], new Map([['ink', '#000000']]));
  });
  return Uint8Array.from({ length: SIDE * SIDE }, (_, i) => data[4 * i + 3]);
}

/** How many pixels differ plainly. */
function differences(a: Uint8Array, b: Uint8Array): number {
  let count = 0;
  for (let i = 0; i < a.length; i++) if (Math.abs(a[i] - b[i]) > 60) count++;
  return count;
}

describe('the line under the pen', () => {
  for (const [name, view] of [
    ['as it is', scaling(1)],
    ['zoomed in', [1.7, 0, 0, 1.7, -100, -90] as Matrix],
    ['turned and mirrored', [-0.7, 0.5, 0.5, 0.7, 180, -20] as Matrix],
  ] as const) {
    test(`drawn bit by bit is the line painted in one go: ${name}`, () => {
      for (const step of [1, 3, 17])
        expect(differences(drawnLive(view, PEN, step).alpha, paintedWhole(view, PEN))).toBeLessThan(12);
    });
  }
  for (const { name, brush } of SHIPPED_BRUSHES) {
    test(`drawn bit by bit is the line painted in one go: ${name}`, () => {
      expect(differences(drawnLive(scaling(1), brush, 3).alpha, paintedWhole(scaling(1), brush))).toBeLessThan(12);
    });
  }
  test('a see-through line does not darken where it crosses itself', () => {
    const light: Brush = { ...PEN, opacity: 0.5 };
    expect(Math.max(...drawnLive(scaling(1), light, 3).alpha)).toBeLessThanOrEqual(130);
  });
  test('is gone without a trace when it is taken away', () => {
    const { line, canvas } = drawnLive(scaling(1), PEN, 5);
    line.clear();
    expect(Math.max(...alphaOf(canvas))).toBe(0);
  });
});
