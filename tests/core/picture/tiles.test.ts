import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { nodeTools } from '../../../cli/lent/canvas.ts';
import { type PaintContext, Painter, seenBox, Tiles } from '../../../src/core/picture/index.ts';
import { type Matrix, scaling } from '../../../src/core/plane/index.ts';
import { colourMap, makeArea } from '../../../src/core/shot/index.ts';
import { raster } from '../../canvas.ts';
import { circle, smallShot } from '../../make.ts';

const WIDTH = 900;
const HEIGHT = 700;
const MB = 1024 ** 2;

function drawn(soft: number) {
  const { shot, drawing } = smallShot();
  const { swatch } = drawing.ink[0];
  const paint = [makeArea(swatch, [Float32Array.of(40, 40, 220, 50, 200, 210, 50, 190)], { soft })];
  const ink = [circle(90, 90, 40, { swatch }), circle(170, 130, 55, { swatch })];
  return { drawing: { ...drawing, ink, paint }, colours: colourMap(shot.palettes[0]) };
}

function studio(soft = 0) {
  const tools = nodeTools(() => null);
  const painter = new Painter(tools);
  const tiles = new Tiles(tools, 64 * MB);
  const { drawing, colours } = drawn(soft);
  const counted = { paintings: 0 };
  const paint = (target: PaintContext, view: Matrix) => {
    counted.paintings++;
    painter.paintDrawing(target, drawing, colours, seenBox(view, target.canvas.width, target.canvas.height));
  };
  const byTiles = (view: Matrix, alpha = 1) =>
    raster(WIDTH, HEIGHT, (context) => tiles.put(context, 'drawing', painter.inked(drawing), view, alpha, paint));
  const straight = (view: Matrix) =>
    raster(WIDTH, HEIGHT, (context) => {
      context.setTransform(...view);
      painter.paintDrawing(context, drawing, colours);
    });
  return { tiles, byTiles, straight, counted };
}

/** Shares of pixels within a box that look different: by more than an edge's rounding, and by much. */
function differing(a: { data: Uint8ClampedArray }, b: { data: Uint8ClampedArray }, margin = 0) {
  let [some, much] = [0, 0];
  for (let y = margin; y < HEIGHT - margin; y++) {
    for (let x = margin; x < WIDTH - margin; x++) {
      let most = 0;
      const i = 4 * (y * WIDTH + x);
      // As it is seen: the colour of a pixel that is nearly clear is rounded far off.
      const seen = (data: Uint8ClampedArray, k: number) => (k === 3 ? data[i + 3] : (data[i + k] * data[i + 3]) / 255);
      for (let k = 0; k < 4; k++) most = Math.max(most, Math.abs(seen(a.data, k) - seen(b.data, k)));
      if (most > 4) some++;
      if (most > 40) much++;
    }
  }
  const all = (WIDTH - 2 * margin) * (HEIGHT - 2 * margin);
  return { some: some / all, much: much / all };
}

const views = fc
  .record({
    scale: fc.double({ min: 0.3, max: 6, noNaN: true }),
    turn: fc.double({ min: -3, max: 3, noNaN: true }),
    x: fc.integer({ min: -900, max: 900 }),
    y: fc.integer({ min: -900, max: 900 }),
  })
  .map(({ scale, turn, x, y }): Matrix => {
    const [c, s] = [Math.cos(turn) * scale, Math.sin(turn) * scale];
    return [c, s, -s, c, x + 0.4, y + 0.7];
  });

describe('tiles', () => {
  test('show the drawing as it is painted straight, through any view', () => {
    const { byTiles, straight } = studio();
    fc.assert(
      fc.property(views, (view) => {
        const { some, much } = differing(byTiles(view), straight(view));
        // The edges of lines are rounded anew on every canvas: a few of their pixels come out otherwise.
        expect(some).toBeLessThan(0.004);
        expect(much).toBeLessThan(0.0005);
      }),
      { numRuns: 40 },
    );
  });
  test('have no seams in paint that runs out softly', () => {
    const { byTiles, straight } = studio(20);
    const view: Matrix = [3.5, 0, 0, 3.5, -120, -60];
    // Straight, what lies outside the canvas is not there to run into it: its own edge is left out.
    expect(differing(byTiles(view), straight(view), 100).some).toBeLessThan(0.0005);
  });
  test('are painted once, put elsewhere when the paper is moved, and only where there is ink', () => {
    const { byTiles, counted, tiles } = studio();
    const at = (x: number): Matrix => [2, 0, 0, 2, x, 10.25];
    byTiles(at(0));
    const { paintings } = counted;
    expect(paintings).toBeGreaterThan(0);
    byTiles(at(17));
    byTiles(at(17), 0.4);
    expect(counted.paintings).toBe(paintings);
    const { bytes } = tiles;
    expect(bytes).toBeLessThanOrEqual(paintings * MB);
    byTiles([2, 0, 0, 2, 5000, 10.25]);
    expect(tiles.bytes).toBe(bytes);
  });
  test('fade a drawing as a whole', () => {
    const { byTiles } = studio();
    const [full, half] = [byTiles(scaling(3)), byTiles(scaling(3), 0.5)];
    for (let i = 3; i < full.data.length; i += 4)
      if (full.data[i] === 255) expect(Math.abs(half.data[i] - 128)).toBeLessThanOrEqual(1);
  });
});
