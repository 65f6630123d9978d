/** Sprites: packed without overlaps, put together again they are the pictures, and the same shot gives the same bytes. */
import { createCanvas, loadImage } from '@napi-rs/canvas';
import fc from 'fast-check';
import { strFromU8, unzipSync } from 'fflate';
import { describe, expect, test } from 'vitest';
import { packClose, packGrid } from '../../../src/core/export/sprites/pack.ts';
import { addDrawing, exposeAgain } from '../../../src/core/sheet/index.ts';
import { newId, type Shot } from '../../../src/core/shot/index.ts';
import { type Chosen, delivered, jobOf } from '../../delivery.ts';
import { circle, smallShot } from '../../make.ts';

interface SpriteJson {
  fps: number;
  sheets: { file: string; width: number; height: number }[];
  pictures: {
    name: string;
    sheet: number;
    x: number;
    y: number;
    width: number;
    height: number;
    offset: { x: number; y: number };
    size: { width: number; height: number };
    origin: { x: number; y: number };
  }[];
  clips: { name: string; seconds: number; frames: { picture: string; frames: number }[] }[];
}

/** Drawings 1, 2 and 1 again, with two named frames. */
function cycle(): Shot {
  const { shot, layerId, drawing, swatch } = smallShot();
  addDrawing(shot, layerId, 4, 2).ink.push(circle(100, 60, 40, { swatch }));
  exposeAgain(shot, layerId, 6, drawing.id, 6);
  shot.markers.push({ id: newId(), frame: 0, name: 'Raise' }, { id: newId(), frame: 6, name: 'Look' });
  return shot;
}

async function opened(shot: Shot, chosen: Chosen) {
  const files = unzipSync(await delivered(shot, 'sprites', { ground: 'clear', ...chosen }));
  const name = Object.keys(files).find((each) => each.endsWith('.json'))!;
  const json = JSON.parse(strFromU8(files[name])) as SpriteJson;
  const sheets = await Promise.all(json.sheets.map(({ file }) => loadImage(Buffer.from(files[file]))));
  return { json, sheets, files };
}

describe('laying out', () => {
  const sizes = fc.array(
    fc.record({ width: fc.integer({ min: 1, max: 90 }), height: fc.integer({ min: 1, max: 90 }) }),
    {
      minLength: 1,
      maxLength: 40,
    },
  );
  for (const pack of [packClose, packGrid])
    test(`${pack.name}: nothing overlaps, nothing hangs over its sheet, sides are powers of two where asked`, () => {
      fc.assert(
        fc.property(sizes, fc.integer({ min: 0, max: 6 }), fc.boolean(), (all, padding, power) => {
          const { places, sheets } = pack(all, { most: 256, padding, power });
          for (const { width, height } of sheets) {
            expect(Math.max(width, height)).toBeLessThanOrEqual(256);
            if (power) for (const side of [width, height]) expect(Math.log2(side) % 1).toBe(0);
          }
          all.forEach((size, i) => {
            const at = places[i];
            expect(at.x + size.width).toBeLessThanOrEqual(sheets[at.sheet].width);
            expect(at.y + size.height).toBeLessThanOrEqual(sheets[at.sheet].height);
            for (let k = 0; k < i; k++) {
              const other = places[k];
              if (other.sheet !== at.sheet) continue;
              const apart =
                at.x >= other.x + all[k].width + padding ||
                other.x >= at.x + size.width + padding ||
                at.y >= other.y + all[k].height + padding ||
                other.y >= at.y + size.height + padding;
              expect(apart).toBe(true);
            }
          });
        }),
        { numRuns: 60 },
      );
    });
  test('a picture larger than a sheet is refused with what to do', () => {
    expect(() => packClose([{ width: 300, height: 10 }], { most: 256, padding: 0, power: false })).toThrow(
      /Make the pictures smaller/,
    );
  });
});

describe('sprites of a shot', () => {
  test('each different picture is there once, clips play them by name', async () => {
    const { json } = await opened(cycle(), {});
    expect(json.pictures.map(({ name }) => name)).toEqual(
      ['keeper-1', 'keeper-2'].map((name) => expect.stringContaining(name.slice(-1))),
    );
    expect(json.clips.map(({ name }) => name)).toEqual(['raise', 'look']);
    expect(json.clips[0].frames.map(({ frames }) => frames)).toEqual([4, 2]);
    expect(json.clips[1].frames).toEqual([{ picture: json.pictures[0].name, frames: 6 }]);
    expect(json.clips[1].seconds).toBe(6 / json.fps);
  });
  const ways: Chosen[] = [
    {},
    { pack: 'grid', trim: false },
    { what: 'frames', extrude: 0 },
    { what: 'layers', padding: 7 },
  ];
  for (const chosen of ways)
    test(`put together again they are the pictures: ${JSON.stringify(chosen)}`, async () => {
      const shot = cycle();
      const { json, sheets } = await opened(shot, chosen);
      const { film, tools } = jobOf(shot, 'sprites', { ground: 'clear' });
      for (const { name, sheet, x, y, width, height, offset, size } of json.pictures) {
        const context = createCanvas(size.width, size.height).getContext('2d');
        context.drawImage(sheets[sheet], x, y, width, height, offset.x, offset.y, width, height);
        const frame = json.clips
          .flatMap((clip) => {
            let at = clip.name.endsWith('look') ? 6 : 0;
            return clip.frames.map((each) => {
              const own = { picture: each.picture, at };
              at += each.frames;
              return own;
            });
          })
          .find(({ picture }) => picture === name)!.at;
        const wanted = await tools.paint(film, { part: 0, frame, frames: 1 });
        const { data } = context.getImageData(0, 0, size.width, size.height);
        expect(Buffer.from(data).equals(Buffer.from(wanted.data))).toBe(true);
      }
    });
  test('the origin stays put: in every picture it is the same place of the paper', async () => {
    const { json } = await opened(cycle(), { origin: 'set', originX: 200, originY: 150 });
    for (const { offset, origin } of json.pictures)
      expect([offset.x + origin.x, offset.y + origin.y]).toEqual([100, 75]);
  });
  test('the edge of a picture is repeated around it', async () => {
    const shot = cycle();
    const { json, sheets } = await opened(shot, { ground: 'colour', colour: '#336699', extrude: 2 });
    const [{ sheet, x, y }] = json.pictures;
    const context = createCanvas(sheets[sheet].width, sheets[sheet].height).getContext('2d');
    context.drawImage(sheets[sheet], 0, 0);
    expect([...context.getImageData(x - 2, y - 2, 1, 1).data]).toEqual([0x33, 0x66, 0x99, 255]);
  });
  test('several sizes lie side by side, each with its own list', async () => {
    const files = unzipSync(await delivered(cycle(), 'sprites', { sizes: '100 50 25' }));
    expect(Object.keys(files).sort()).toEqual(
      ['100', '25', '50'].flatMap((size) => [`cap-falls-${size}.json`, `cap-falls-${size}.png`]),
    );
  });
  test('the same shot gives the same bytes', async () => {
    const shot = cycle();
    const [a, b] = [await delivered(shot, 'sprites'), await delivered(shot, 'sprites')];
    expect(Buffer.from(a).equals(Buffer.from(b))).toBe(true);
  });
});
