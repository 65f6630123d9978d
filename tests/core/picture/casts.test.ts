/** Shadows, light, softness, layers that mix or show only inside of another: measured on pixels. */
import { createCanvas } from '@napi-rs/canvas';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { groundMap } from '../../../src/core/picture/casts/ground-shadow.ts';
import { mirrorMap } from '../../../src/core/picture/casts/reflection.ts';
import { castMaker } from '../../../src/core/picture/index.ts';
import { mapPoint } from '../../../src/core/plane/index.ts';
import {
  addCast,
  addDrawing,
  dropAmount,
  dropCast,
  removeLayer,
  setAmount,
  setBlend,
  setOnly,
  setPlace,
} from '../../../src/core/sheet/index.ts';
import {
  CAST_KINDS,
  type CastKind,
  makeArea,
  makeLayer,
  makeSwatch,
  newId,
  type Shot,
} from '../../../src/core/shot/index.ts';
import { readShotFile, writeShotFile } from '../../../src/core/shotfile/index.ts';
import { frameOf, nodePainter, type Raster } from '../../canvas.ts';
import { smallShot, strokeThrough } from '../../make.ts';

const PIVOT = { x: 160, y: 90 };
const FULL = [{ frame: 0, amount: 1 }];

/** A painted square of 20 pixels, standing with its foot at `y`, on a layer of its own. */
function square(shot: Shot, name: string, x: number, y: number, colour: string, side = 20) {
  const layer = makeLayer(name, 'clean');
  shot.layers.push(layer);
  const swatch = makeSwatch(name, colour);
  shot.palettes[0].swatches.push(swatch);
  const drawing = addDrawing(shot, layer.id, 0, 10);
  const ring = Float32Array.of(x, y - side, x + side, y - side, x + side, y, x, y);
  drawing.paint.push(makeArea(swatch.id, [ring]));
  return { layer: shot.layers.at(-1)!, id: layer.id, swatch: swatch.id, drawing };
}

function empty(): Shot {
  const { shot } = smallShot();
  for (const { id } of [...shot.layers]) removeLayer(shot, id);
  shot.length = 10;
  shot.background = { colour: '#ffffff', transparent: false };
  return shot;
}

/** The box of pixels of which `kind` holds; null for none. */
function boxWhere({ width, height, data }: Raster, kind: (r: number, g: number, b: number) => boolean) {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -1, -1];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = 4 * (y * width + x);
      if (!kind(data[i], data[i + 1], data[i + 2])) continue;
      [minX, maxX, minY, maxY] = [Math.min(minX, x), Math.max(maxX, x), Math.min(minY, y), Math.max(maxY, y)];
    }
  return maxX < 0 ? null : { minX, minY, maxX, maxY };
}

const grey = (r: number, g: number, b: number) => r < 200 && Math.abs(r - g) < 12 && Math.abs(g - b) < 12;
const red = (r: number, g: number) => r > 150 && g < 60;

describe('where casts lie', () => {
  const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  test('a shadow on the ground keeps the level where it is and falls as long as it is told', () => {
    fc.assert(
      fc.property(number(0, 500), number(-3, 3), number(0.1, 3), number(-200, 200), (level, way, length, x) => {
        const map = groundMap(level, way, length);
        expect(mapPoint(map, x, level)[0]).toBeCloseTo(x, 6);
        expect(mapPoint(map, x, level)[1]).toBeCloseTo(level, 6);
        const [fx, fy] = mapPoint(map, x, level - 100);
        expect(fx - x).toBeCloseTo(100 * length * Math.cos(way), 6);
        // A light straight from the side still leaves a thin shadow.
        expect(Math.abs(fy - level)).toBeGreaterThanOrEqual(100 * length * Math.abs(Math.sin(way)) - 1e-6);
      }),
    );
  });
  test('a reflection of its full length is a mirror: twice is where it was', () => {
    fc.assert(
      fc.property(number(0, 500), number(-200, 200), number(-200, 200), (level, x, y) => {
        const map = mirrorMap(level, 1);
        const [mx, my] = mapPoint(map, ...mapPoint(map, x, y));
        expect(mx).toBeCloseTo(x, 6);
        expect(my).toBeCloseTo(y, 6);
        expect(mapPoint(map, x, level)[1]).toBeCloseTo(level, 6);
      }),
    );
  });
});

describe('a shadow on the ground', () => {
  test('stays under the figure on every frame of its move, at its foot', () => {
    const shot = empty();
    const { id } = square(shot, 'Figure', 40, 100, '#d02020');
    addCast(shot, id, 'ground shadow', { way: Math.PI / 2, length: 0.5, soft: 0, fade: 0, level: null });
    setPlace(shot, id, 0, { x: 0 }, PIVOT);
    setPlace(shot, id, 9, { x: 180, y: 30 }, PIVOT);
    for (const frame of [0, 4, 9]) {
      const picture = frameOf(shot, frame, 'delivery');
      const figure = boxWhere(picture, red)!;
      const shadow = boxWhere(picture, grey)!;
      expect(Math.abs(shadow.minX - figure.minX)).toBeLessThanOrEqual(1);
      expect(Math.abs(shadow.maxX - figure.maxX)).toBeLessThanOrEqual(1);
      expect(Math.abs(shadow.minY - figure.maxY)).toBeLessThanOrEqual(2);
      expect(shadow.maxY - shadow.minY).toBeGreaterThanOrEqual(8);
    }
  });
  test('lies on the ground line of the shot; a figure that leaves the ground leaves its shadow there', () => {
    const shot = empty();
    shot.guides.ground = 120;
    const { id } = square(shot, 'Figure', 40, 120, '#d02020');
    addCast(shot, id, 'ground shadow', { way: Math.PI / 2, length: 0.5, soft: 0, fade: 0 });
    setPlace(shot, id, 0, { y: 0 }, PIVOT);
    setPlace(shot, id, 9, { y: -40 }, PIVOT);
    const up = frameOf(shot, 9, 'delivery');
    expect(boxWhere(up, red)!.maxY).toBe(79);
    // Its foot is 40 over the ground and falls half as far beyond it.
    expect(boxWhere(up, grey)!.minY).toBeGreaterThanOrEqual(138);
    expect(boxWhere(frameOf(shot, 0, 'delivery'), grey)!.minY).toBeLessThanOrEqual(121);
  });
  test('of a picture with clear edges lies under what is seen of it', () => {
    const shot = empty();
    const layer = makeLayer('Cart', 'background');
    shot.layers.push(layer);
    layer.exposures = [{ id: newId(), cell: { kind: 'picture', asset: 'cart', index: 0 }, frames: 10 }];
    const context = createCanvas(320, 180).getContext('2d');
    context.fillStyle = '#d02020';
    context.fillRect(100, 60, 40, 40);
    addCast(shot, layer.id, 'ground shadow', { way: Math.PI / 2, length: 0.5, soft: 0, fade: 0, amounts: FULL });
    const picture = frameOf(
      shot,
      0,
      'delivery',
      1,
      nodePainter({ 'cart:0': { image: context.canvas, width: 320, height: 180 } }),
    );
    expect(picture.at(120, 99)).toBe('#d02020');
    expect(picture.at(120, 103)).toBe('#000000');
    expect(picture.at(120, 125)).toBe('#ffffff');
  });
  test('comes and goes by its amounts, evenly between two; the last amount stays', () => {
    const shot = empty();
    const { id } = square(shot, 'Figure', 40, 100, '#d02020');
    const cast = addCast(shot, id, 'ground shadow', { way: Math.PI / 2, length: 1, soft: 0, fade: 0 });
    setAmount(shot, id, cast, 0, 0);
    setAmount(shot, id, cast, 8, 1);
    const darkness = (frame: number) => 255 - frameOf(shot, frame, 'delivery').data[4 * (110 * shot.width + 50)];
    expect(darkness(0)).toBe(0);
    expect(darkness(8)).toBe(255);
    expect(darkness(4)).toBeGreaterThan(115);
    expect(darkness(4)).toBeLessThan(140);
    dropAmount(shot, id, cast, 8);
    dropAmount(shot, id, cast, 0);
    expect(shot.layers[0].casts[0].amounts).toHaveLength(1);
    dropCast(shot, id, cast);
    expect(boxWhere(frameOf(shot, 8, 'delivery'), grey)).toBeNull();
  });
  test('takes the colour of a swatch, and changes with it', () => {
    const shot = empty();
    const { id } = square(shot, 'Figure', 40, 100, '#d02020');
    const dusk = makeSwatch('dusk', '#2030a0');
    shot.palettes[0].swatches.push(dusk);
    addCast(shot, id, 'ground shadow', {
      way: Math.PI / 2,
      length: 1,
      soft: 0,
      fade: 0,
      swatch: dusk.id,
      amounts: FULL,
    });
    expect(frameOf(shot, 0, 'delivery').at(50, 110)).toBe('#2030a0');
    dusk.colour = '#103010';
    expect(frameOf(structuredClone(shot), 0, 'delivery').at(50, 110)).toBe('#103010');
  });
});

describe('the other casts', () => {
  const withCast = (kind: CastKind, over = {}) => {
    const shot = empty();
    const { id } = square(shot, 'Figure', 150, 100, '#d02020');
    addCast(shot, id, kind, { ...castMaker(kind).first, amounts: FULL, ...over });
    return { shot, id };
  };
  test('a reflection hangs from the level, head down', () => {
    const { shot } = withCast('reflection', { level: 110, length: 1, soft: 0, fade: 0, ripple: 0 });
    const picture = frameOf(shot, 0, 'delivery');
    // Ten over the level, ten under it: 120 to 140.
    expect(picture.at(160, 115)).toBe('#ffffff');
    expect(picture.at(160, 122)).toBe('#d02020');
    expect(picture.at(160, 138)).toBe('#d02020');
    expect(picture.at(160, 142)).toBe('#ffffff');
  });
  test('a shadow behind lies aside by its length, under the figure', () => {
    const { shot } = withCast('shadow behind', { way: 0, length: 12, soft: 0 });
    const picture = frameOf(shot, 0, 'delivery');
    expect(picture.at(160, 90)).toBe('#d02020');
    expect(picture.at(176, 90)).toBe('#000000');
    expect(picture.at(145, 90)).toBe('#ffffff');
  });
  test('a glow is light around it on all sides, and leaves it as it is', () => {
    const { shot } = withCast('glow', { soft: 20 });
    const picture = frameOf(shot, 0, 'delivery');
    expect(picture.at(160, 90)).toBe('#d02020');
    for (const [x, y] of [
      [146, 90],
      [174, 90],
      [160, 76],
      [160, 104],
    ])
      expect(picture.at(x, y)).not.toBe('#ffffff');
    expect(picture.at(20, 20)).toBe('#ffffff');
  });
  test('a blur covers as much as before, with a softer edge', () => {
    const { shot } = withCast('blur', { soft: 12 });
    shot.background = { colour: '#ffffff', transparent: true };
    const sharp = empty();
    square(sharp, 'Figure', 150, 100, '#d02020');
    sharp.background = shot.background;
    const [soft, hard] = [frameOf(shot, 0, 'delivery'), frameOf(sharp, 0, 'delivery')];
    expect(soft.covered() / hard.covered()).toBeGreaterThan(0.95);
    expect(soft.covered() / hard.covered()).toBeLessThan(1.05);
    expect(soft.at(147, 90)).not.toBe('clear');
  });
  test('a streak is as wide as the way of a frame, and nothing where nothing moves', () => {
    const { shot, id } = withCast('streak', { length: 1 });
    setPlace(shot, id, 0, { x: 0 }, PIVOT);
    setPlace(shot, id, 5, { x: 100 }, PIVOT);
    const any = (r: number, g: number) => r > 150 && g < 250;
    const moving = boxWhere(frameOf(shot, 3, 'delivery'), any)!;
    expect(moving.maxX - moving.minX).toBeGreaterThanOrEqual(37);
    expect(moving.maxX - moving.minX).toBeLessThanOrEqual(42);
    const still = boxWhere(frameOf(shot, 9, 'delivery'), any)!;
    expect(still.maxX - still.minX).toBe(19);
  });
  test('drawings that do not move as a whole streak by their lines: one that is the same line comes from where it was', () => {
    const shot = empty();
    const layer = makeLayer('Arm', 'clean');
    shot.layers.push(layer);
    const swatch = shot.palettes[0].swatches[0].id;
    for (const [frame, x] of [
      [0, 100],
      [5, 160],
    ])
      addDrawing(shot, layer.id, frame, 5).ink.push(
        strokeThrough(
          [
            [x, 60],
            [x, 120],
          ],
          { swatch, lineage: 'arm' },
        ),
      );
    addCast(shot, layer.id, 'streak', { length: 0.5, amounts: FULL });
    const dark = (r: number) => r < 250;
    const at = boxWhere(frameOf(shot, 5, 'delivery'), dark)!;
    // Half of the sixty pixels back, and the line's own width.
    expect(at.minX).toBeGreaterThan(122);
    expect(at.minX).toBeLessThan(132);
    expect(at.maxX).toBeGreaterThan(160);
    const held = boxWhere(frameOf(shot, 7, 'delivery'), dark)!;
    expect(held.maxX - held.minX).toBeLessThan(14);
  });
  test('of every kind one can be added; there is an end to how many', () => {
    const shot = empty();
    const { id } = square(shot, 'Figure', 150, 100, '#d02020');
    for (const kind of CAST_KINDS) addCast(shot, id, kind, castMaker(kind).first);
    expect(readShotFile(writeShotFile(shot, new Map())).shot.layers[0].casts).toEqual(shot.layers[0].casts);
    expect(() => {
      for (let k = 0; k < 99; k++) addCast(shot, id, 'glow', {});
    }).toThrow(/there can be no more/);
  });
});

describe('layers that mix', () => {
  test('multiplied, screened and overlaid as the standard says', () => {
    const shot = empty();
    square(shot, 'Below', 40, 100, '#8040c0');
    const { id } = square(shot, 'Above', 40, 100, '#4080ff');
    const channels = (a: number[], b: number[], mix: (x: number, y: number) => number) =>
      a.map((value, i) => Math.round(255 * mix(value / 255, b[i] / 255)));
    const [below, above] = [
      [0x80, 0x40, 0xc0],
      [0x40, 0x80, 0xff],
    ];
    const cases = {
      multiply: channels(below, above, (b, s) => b * s),
      screen: channels(below, above, (b, s) => b + s - b * s),
      overlay: channels(below, above, (b, s) => (b <= 0.5 ? 2 * b * s : 1 - 2 * (1 - b) * (1 - s))),
    };
    for (const [blend, wanted] of Object.entries(cases)) {
      setBlend(shot, id, blend as never);
      const picture = frameOf(shot, 0, 'delivery');
      const at = 4 * (90 * shot.width + 50);
      for (let k = 0; k < 3; k++) expect(Math.abs(picture.data[at + k] - wanted[k]), blend).toBeLessThanOrEqual(1);
    }
  });
  test('one shows only inside of another, or only outside, also when that one is hidden; never inside of itself', () => {
    const shot = empty();
    const mask = square(shot, 'Window', 40, 100, '#8040c0', 20);
    const { id } = square(shot, 'Light', 30, 110, '#e0d020', 40);
    mask.layer.visible = false;
    setOnly(shot, id, { layer: mask.id, outside: false });
    const inside = frameOf(shot, 0, 'delivery');
    expect(inside.at(50, 90)).toBe('#e0d020');
    expect(inside.at(35, 90)).toBe('#ffffff');
    setOnly(shot, id, { layer: mask.id, outside: true });
    const outside = frameOf(shot, 0, 'delivery');
    expect(outside.at(50, 90)).toBe('#ffffff');
    expect(outside.at(35, 90)).toBe('#e0d020');
    expect(() => setOnly(shot, id, { layer: id, outside: false })).toThrow(/inside of itself/);
    setOnly(shot, id, null);
    expect(frameOf(shot, 0, 'delivery').at(50, 90)).toBe('#e0d020');
  });
});
