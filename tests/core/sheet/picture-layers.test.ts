/** Pictures that are part of the shot: where they lie, what stays when a newer file comes. */
import { zipSync } from 'fflate';
import { describe, expect, test } from 'vitest';
import { IDENTITY, mapPoint } from '../../../src/core/plane/index.ts';
import { addPictures, ownPlace, pictureOf, placeAt, replacePicture } from '../../../src/core/sheet/index.ts';
import { type Asset, newId, type Shot } from '../../../src/core/shot/index.ts';
import { readOpenRaster } from '../../../src/core/shotfile/index.ts';
import { delivered } from '../../delivery.ts';
import { smallShot } from '../../make.ts';

function asset(width: number, height: number): Asset {
  return {
    id: newId(),
    name: 'cart.png',
    type: 'image/png',
    kind: 'pictures',
    bytes: 1,
    seconds: 0,
    pictures: 1,
    width,
    height,
    lines: [],
  };
}

/** Where a picture's corner and the size of its pixels come to lie on the paper. */
function lies(shot: Shot, picture: Asset, place = IDENTITY) {
  const fitted = Math.min(shot.width / picture.width, shot.height / picture.height);
  const [left, top] = [(shot.width - picture.width * fitted) / 2, (shot.height - picture.height * fitted) / 2];
  const [x, y] = mapPoint(place, left, top);
  return { x, y, scale: fitted * place[0] };
}

function withCart(shot: Shot, picture: Asset, covers = false) {
  shot.assets[picture.id] = picture;
  const above = shot.layers.find(({ name }) => name === 'Keeper')!.id;
  const place = ownPlace(shot, picture);
  const [id] = addPictures(shot, [{ name: 'cart', asset: picture, place, opacity: 1, visible: true, covers }], above);
  return shot.layers.find((each) => each.id === id)!;
}

describe('a picture on a layer of its own', () => {
  test('smaller than the paper it has its own size in the middle; larger it is fitted in', () => {
    const { shot } = smallShot();
    expect(lies(shot, asset(100, 40), ownPlace(shot, asset(100, 40))!)).toEqual({ x: 110, y: 70, scale: 1 });
    expect(ownPlace(shot, asset(4000, 40))).toBeNull();
    expect(lies(shot, asset(64, 64), placeAt(shot, asset(64, 64), 12, 34, 0.5))).toMatchObject({ x: 12, scale: 0.5 });
  });
  test('comes above the layer in hand, one that covers the paper under all; both are delivered', async () => {
    const { shot } = smallShot();
    const cart = withCart(shot, asset(100, 40));
    const street = withCart(shot, asset(320, 180), true);
    expect(shot.layers.map(({ id }) => id).indexOf(street.id)).toBe(0);
    expect(shot.layers.at(-1)).toBe(cart);
    expect(cart).toMatchObject({ guide: false, purpose: 'background' });
    expect(cart.exposures[0].frames).toBe(shot.length);
    expect((await delivered(shot, 'sheet-csv')).length).toBeGreaterThan(20);
  });
  test('a newer file of another size keeps the middle, the size of its pixels, timing and fade', () => {
    const { shot } = smallShot();
    const cart = withCart(shot, asset(100, 40));
    cart.place = placeAt(shot, shot.assets[pictureOf(cart)!], 20, 30, 2);
    cart.opacity = 0.4;
    const ids = cart.exposures.map(({ id }) => id);
    const newer = asset(60, 60);
    shot.assets[newer.id] = newer;
    replacePicture(shot, cart.id, newer);
    expect(pictureOf(cart)).toBe(newer.id);
    expect(cart.exposures.map(({ id }) => id)).toEqual(ids);
    expect(cart.opacity).toBe(0.4);
    const now = lies(shot, newer, cart.place!);
    expect(now.scale).toBeCloseTo(2, 6);
    // The old middle: 20 + 100, 30 + 40.
    expect(now.x + 60).toBeCloseTo(120, 6);
    expect(now.y + 60).toBeCloseTo(70, 6);
  });
});

describe('OpenRaster', () => {
  const file = (stack: string, names: string[]) =>
    zipSync({
      mimetype: new TextEncoder().encode('image/openraster'),
      'stack.xml': new TextEncoder().encode(stack),
      ...Object.fromEntries(names.map((name) => [name, new Uint8Array([1, 2, 3])])),
    });
  test('its layers lie lowest first, groups within groups add their places and fades', () => {
    const { width, height, layers } = readOpenRaster(
      file(
        `<image w="200" h="100"><stack><layer name="sky &amp; sun" src="data/a.png" x="3" y="4"/>
         <stack x="10" y="20" opacity="0.5"><layer src='data/b.png' x="1" opacity="0.5" visibility="hidden"/></stack></stack></image>`,
        ['data/a.png', 'data/b.png'],
      ),
      'it.ora',
    );
    expect([width, height]).toEqual([200, 100]);
    expect(layers.map(({ name, x, y, opacity, visible }) => [name, x, y, opacity, visible])).toEqual([
      ['Layer 2', 11, 20, 0.25, false],
      ['sky & sun', 3, 4, 1, true],
    ]);
  });
  test('what we write is read again', async () => {
    const { shot } = smallShot();
    const read = readOpenRaster(await delivered(shot, 'ora'), 'it.ora');
    expect(read.layers.map(({ name }) => name)).toEqual(['Background', 'Keeper']);
  });
  test('without a stack, or with a layer whose picture is missing, it is refused in a sentence', () => {
    expect(() => readOpenRaster(zipSync({ a: new Uint8Array(1) }), 'it.ora')).toThrow(/no stack of layers/);
    expect(() =>
      readOpenRaster(file('<image w="1" h="1"><stack><layer name="x" src="y"/></stack></image>', []), 'it.ora'),
    ).toThrow(/names a layer “x”/);
  });
});
