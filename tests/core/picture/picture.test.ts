import { describe, expect, test } from 'vitest';
import { plainBrush, plainPencil } from '../../../src/core/ink/index.ts';
import { leftOut, seenBox, shownCells } from '../../../src/core/picture/index.ts';
import { after, inverse, type Matrix, mapPoint, scaleOf } from '../../../src/core/plane/index.ts';
import { makeLayer, newId, paletteAt } from '../../../src/core/shot/index.ts';
import { frameOf, nodePainter, raster } from '../../canvas.ts';
import { cellOf, circle, smallShot } from '../../make.ts';

function withLayers() {
  const small = smallShot();
  const { shot, drawing } = small;
  const guide = makeLayer('Rough', 'rough', { exposures: [{ id: newId(), cell: cellOf('r'), frames: 12 }] });
  const hidden = makeLayer('Old arm', 'clean', {
    visible: false,
    exposures: [{ id: newId(), cell: cellOf('h'), frames: 12 }],
  });
  shot.layers.push(guide, hidden);
  const swatch = drawing.ink[0].swatch;
  shot.drawings.r = { ...drawing, id: 'r', layerId: guide.id, ink: [circle(60, 60, 30, { swatch })] };
  shot.drawings.h = { ...drawing, id: 'h', layerId: hidden.id, ink: [circle(260, 60, 30, { swatch })] };
  return small;
}

describe('what a frame shows', () => {
  test('the paper shows guides, the delivery does not; hidden is hidden in both', () => {
    const { shot } = withLayers();
    const names = (looker: 'paper' | 'delivery') => shownCells(shot, 0, looker).map(({ layer }) => layer.name);
    expect(names('paper')).toEqual(['Keeper', 'Rough']);
    expect(names('delivery')).toEqual(['Keeper']);
  });
  test('what is left out is named with its reason', () => {
    const { shot } = withLayers();
    expect(leftOut(shot).map(({ layer, why }) => `${layer.name}: ${why}`)).toEqual([
      'Rough: guide layer',
      'Rough: guide layer',
      'Old arm: hidden',
    ]);
  });
  test('a guide leaves no pixel in a delivered frame', () => {
    const { shot } = withLayers();
    const background = shot.background.colour;
    expect(frameOf(shot, 0, 'paper').at(60, 30)).not.toBe(background);
    expect(frameOf(shot, 0, 'delivery').at(60, 30)).toBe(background);
    expect(frameOf(shot, 0, 'delivery').at(260, 30)).toBe(background);
  });
  test('a transparent background is clear, an opaque one is there', () => {
    const { shot } = smallShot();
    shot.background.transparent = true;
    expect(frameOf(shot, 0, 'delivery').at(2, 2)).toBe('clear');
    shot.background = { colour: '#336699', transparent: false };
    expect(frameOf(shot, 0, 'delivery').at(2, 2)).toBe('#336699');
  });
  test('a faded layer is faded as a whole: crossing lines do not darken each other', () => {
    const { shot, drawing, layerId, swatch } = smallShot();
    drawing.ink = [circle(160, 90, 50, { swatch }), circle(160, 90, 50, { swatch })];
    shot.layers.find((layer) => layer.id === layerId)!.opacity = 0.5;
    shot.background = { colour: '#ffffff', transparent: false };
    shot.palettes[0].swatches[0].colour = '#000000';
    const red = Number.parseInt(frameOf(shot, 0, 'delivery').at(160, 40).slice(1, 3), 16);
    expect(red).toBeGreaterThan(120);
    expect(red).toBeLessThan(135);
  });
  test('changing a swatch changes every drawing at once', () => {
    const { shot } = smallShot();
    shot.palettes[0].swatches[0].colour = '#00ff00';
    expect(frameOf(shot, 0, 'delivery').at(160, 40)).toBe('#00ff00');
  });
  test('a palette colours from its cue on', () => {
    const { shot } = smallShot();
    const lit = { ...shot.palettes[0], id: 'lit', name: 'lit' };
    shot.palettes.push(lit);
    shot.paletteCues.push({ frame: 6, palette: 'lit' });
    expect(paletteAt(shot, 5).id).toBe(shot.palettes[0].id);
    expect(paletteAt(shot, 6).name).toBe('lit');
    expect(paletteAt(shot, 11).name).toBe('lit');
  });
  test('pencil lets the paper’s tooth through and looks the same each time', () => {
    const line = circle(50, 50, 30, { brush: plainPencil(12, 0) });
    const paint = () =>
      raster(100, 100, (context) => nodePainter().paintInk(context, [line], new Map([['ink', '#000000']])));
    const first = paint();
    expect(Buffer.from(first.data).equals(Buffer.from(paint().data))).toBe(true);
    const pen = raster(100, 100, (context) =>
      nodePainter().paintInk(context, [{ ...line, brush: plainBrush('pen', 12) }], new Map([['ink', '#000000']])),
    );
    expect(first.covered()).toBeLessThan(0.92 * pen.covered());
  });
});

describe('plane maps', () => {
  const m: Matrix = [0.8, 0.6, -0.6, 0.8, 30, -12];
  test('a map and its inverse give the point back', () => {
    const [x, y] = mapPoint(inverse(m), ...mapPoint(m, 12, 34));
    expect(x).toBeCloseTo(12);
    expect(y).toBeCloseTo(34);
  });
  test('after does the first, then the second', () => {
    expect(mapPoint(after(m, [2, 0, 0, 2, 0, 0]), 1, 1)).toEqual(mapPoint(m, 1, 1).map((v) => v * 2));
  });
  test('a turn changes no length; a flattening map has no inverse', () => {
    expect(scaleOf(m)).toBeCloseTo(1);
    expect(() => inverse([1, 1, 1, 1, 0, 0])).toThrow(RangeError);
  });
  test('the box seen through a view is the part of the paper in the window', () => {
    expect(seenBox([2, 0, 0, 2, -100, -50], 400, 300)).toEqual({ minX: 50, minY: 25, maxX: 250, maxY: 175 });
  });
});
