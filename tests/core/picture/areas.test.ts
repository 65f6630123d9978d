/** Paint on a canvas: see-through swatches, hard and soft edges, trace lines. */
import { describe, expect, test } from 'vitest';
import { plainBrush } from '../../../src/core/ink/index.ts';
import { type Area, makeArea } from '../../../src/core/shot/index.ts';
import { nodePainter, raster } from '../../canvas.ts';
import { circle } from '../../make.ts';

const square = (x: number, y: number, side: number) =>
  Float32Array.from([x, y, x + side, y, x + side, y + side, x, y + side]);
const COLOURS = new Map([
  ['coat', '#ff0000'],
  ['shade', '#0000ff80'],
  ['light', '#00ff00'],
]);

function painted(areas: Area[], zoom = 1) {
  return raster(100 * zoom, 100 * zoom, (context) => {
    context.setTransform(zoom, 0, 0, zoom, 0, 0);
    nodePainter().paintAreas(context, areas, COLOURS);
  });
}

const alpha = (seen: ReturnType<typeof raster>, x: number, y: number) => seen.data[4 * (y * seen.width + x) + 3];

describe('see-through swatches', () => {
  test('let what is below through; neighbours that lie under one another are one shade', () => {
    const seen = painted([
      makeArea('coat', [square(0, 0, 100)]),
      makeArea('shade', [square(10, 10, 42)]),
      makeArea('shade', [square(50, 10, 40)]),
    ]);
    const shade = seen.at(30, 30);
    expect(shade).not.toBe('#ff0000');
    expect(shade).not.toBe('#0000ff');
    expect([seen.at(51, 30), seen.at(70, 30)]).toEqual([shade, shade]);
    expect(seen.at(95, 95)).toBe('#ff0000');
  });
  test('a line of such a swatch is fainter by as much', () => {
    const line = (swatch: string) =>
      raster(100, 100, (context) =>
        nodePainter().paintInk(context, [circle(50, 50, 30, { swatch, brush: plainBrush('pen', 8) })], COLOURS),
      );
    expect(alpha(line('coat'), 80, 50)).toBe(255);
    expect(Math.abs(alpha(line('shade'), 80, 50) - 128)).toBeLessThan(3);
  });
});

describe('edges', () => {
  const slanted = Float32Array.from([10, 10, 80, 23, 61, 90, 17, 71]);
  const kinds = (edge: 'smooth' | 'hard') => {
    const { data } = painted([makeArea('coat', [slanted], { edge })], 2);
    const all = new Set<number>();
    for (let i = 3; i < data.length; i += 4) all.add(data[i]);
    return all;
  };
  test('hard: every pixel is painted or not; smooth: those at the edge are shared', () => {
    expect([...kinds('hard')].sort()).toEqual([0, 255]);
    expect(kinds('smooth').size).toBeGreaterThan(10);
  });
  test('both cover as much', () => {
    const size = (edge: 'smooth' | 'hard') => painted([makeArea('coat', [slanted], { edge })], 2).covered();
    expect(Math.abs(size('hard') / size('smooth') - 1)).toBeLessThan(0.01);
  });
  test('soft paint runs out over its width and stays on the paint below', () => {
    const seen = painted([
      makeArea('coat', [square(10, 10, 60)]),
      makeArea('light', [square(40, 10, 60)], { soft: 16 }),
    ]);
    const green = (x: number) => seen.data[4 * (40 * 100 + x) + 1];
    expect(green(15)).toBeLessThan(10);
    expect(green(62)).toBeGreaterThan(215);
    for (let x = 26; x < 60; x++) expect(green(x)).toBeGreaterThanOrEqual(green(x - 1) - 1);
    expect(green(40)).toBeGreaterThan(60);
    expect(green(40)).toBeLessThan(200);
    for (let x = 72; x < 100; x++) expect(alpha(seen, x, 40)).toBe(0);
  });
});

test('trace lines are not painted, in no colour and with no tint', () => {
  const trace = circle(50, 50, 30, { swatch: 'coat', brush: plainBrush('trace', 6) });
  for (const tint of [undefined, '#123456'])
    expect(raster(100, 100, (context) => nodePainter().paintInk(context, [trace], COLOURS, tint)).covered()).toBe(0);
});
