import { loadImage } from '@napi-rs/canvas';
import fc from 'fast-check';
import { unzipSync } from 'fflate';
import { describe, expect, test } from 'vitest';
import {
  centisecondDelays,
  deliveryName,
  deliveryView,
  filmPalette,
  frameByFrame,
  gifFrames,
  type Pixels,
  throughPalette,
} from '../../../src/core/export/index.ts';
import { addDrawing } from '../../../src/core/sheet/index.ts';
import type { Shot } from '../../../src/core/shot/index.ts';
import { makeArea, makeSwatch } from '../../../src/core/shot/index.ts';
import { readWav } from '../../../src/core/sound/index.ts';
import { type Chosen, delivered, jobOf } from '../../delivery.ts';
import { picturesOf } from '../../gif.ts';
import { circle, smallShot } from '../../make.ts';

/** Three drawings: held four, two and six frames. */
function threeDrawings(): Shot {
  const { shot, layerId, swatch } = smallShot();
  addDrawing(shot, layerId, 4, 2).ink.push(circle(100, 60, 40, { swatch }));
  addDrawing(shot, layerId, 6, 6).ink.push(circle(220, 120, 30, { swatch }));
  return shot;
}

/** A tenth of a second of a tone. */
const tone = { channels: [Float32Array.from({ length: 800 }, (_, i) => Math.sin(i / 9))], rate: 8000 };

/** The pictures of a GIF as its palette shows them, painted anew. */
async function wantedPictures(shot: Shot, chosen: Chosen): Promise<Pixels[]> {
  const { film, tools } = jobOf(shot, 'gif', chosen);
  const palette = await filmPalette(film, tools);
  const all = chosen.joinHolds === false ? frameByFrame(film) : film;
  return Promise.all(all.pictures.map(async (picture) => throughPalette(await tools.paint(film, picture), palette)));
}

const runs = (shot: Shot) => jobOf(shot, 'gif').film.pictures.map(({ frame, frames }) => ({ frame, frames }));

describe('GIF time', () => {
  test('24 frames a second cannot be said in one delay, so delays differ and add up', () => {
    const delays = centisecondDelays(Array(24).fill(1), 24);
    expect(new Set(delays)).toEqual(new Set([4, 5]));
    expect(delays.reduce((a, b) => a + b)).toBe(100);
  });
  test('any rate and any holds keep the true length to half a centisecond', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 1, maxLength: 60 }),
        fc.integer({ min: 1, max: 60 }),
        (runs, fps) => {
          const total = centisecondDelays(runs, fps).reduce((a, b) => a + b);
          const frames = runs.reduce((a, b) => a + b);
          expect(Math.abs(total - (frames * 100) / fps)).toBeLessThanOrEqual(0.5);
        },
      ),
    );
  });
});

describe('runs of pictures', () => {
  test('a held drawing is one picture', () => {
    expect(runs(threeDrawings())).toEqual([
      { frame: 0, frames: 4 },
      { frame: 4, frames: 2 },
      { frame: 6, frames: 6 },
    ]);
  });
  test('a change of palette is a change of picture', () => {
    const shot = threeDrawings();
    shot.palettes.push({ ...shot.palettes[0], id: 'lit' });
    shot.paletteCues.push({ frame: 8, palette: 'lit' });
    expect(runs(shot).map(({ frames }) => frames)).toEqual([4, 2, 2, 4]);
  });
});

describe('how long a GIF shows its pictures', () => {
  test('at sixty a second none stands shorter than viewers can play; the length stays', () => {
    const frames = gifFrames(Array(60).fill(1), 60);
    for (const { delay } of frames) expect(delay).toBeGreaterThanOrEqual(2);
    expect(frames.reduce((sum, { delay }) => sum + delay, 0)).toBe(100);
    expect(frames.length).toBeGreaterThan(35);
    expect(frames.map(({ run }) => run)).toEqual([...frames.map(({ run }) => run)].sort((a, b) => a - b));
  });
  test('a hold longer than its field can say is written several times', () => {
    const frames = gifFrames([20_000, 1], 12);
    expect(frames.every(({ delay }) => delay <= 65_535 && delay >= 2)).toBe(true);
    expect(frames.reduce((sum, { delay }) => sum + delay, 0)).toBe(Math.round((20_001 * 100) / 12));
    expect(frames.filter(({ run }) => run === 0)).toHaveLength(3);
  });
  test('any rate, any holds: the true length, every delay one that can be written and played', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 20_000 }), { minLength: 1, maxLength: 30 }),
        fc.integer({ min: 1, max: 60 }),
        (runs, fps) => {
          const frames = gifFrames(runs, fps);
          for (const { delay } of frames) {
            expect(delay).toBeGreaterThanOrEqual(2);
            expect(delay).toBeLessThanOrEqual(65_535);
          }
          const total = frames.reduce((sum, { delay }) => sum + delay, 0);
          const wanted = (runs.reduce((a, b) => a + b) * 100) / fps;
          expect(Math.abs(total - Math.max(2, wanted))).toBeLessThanOrEqual(1);
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe('a delivered GIF, read by another decoder', () => {
  for (const joinHolds of [true, false]) {
    test(`${joinHolds ? 'held pictures written once' : 'every frame written'}: the frames and the length are those of the shot`, async () => {
      const shot = threeDrawings();
      const frames = picturesOf(await delivered(shot, 'gif', { joinHolds }));
      expect(frames).toHaveLength(joinHolds ? 3 : 12);
      expect(frames.reduce((sum, frame) => sum + frame.delay, 0)).toBe(500);
      const all = await wantedPictures(shot, { joinHolds });
      for (const [i, frame] of frames.entries()) {
        const wanted = all[i];
        if (i === 0) expect(frame.dims).toMatchObject({ width: 160, height: 90, top: 0, left: 0 });
        expect(Buffer.from(frame.data.buffer).equals(Buffer.from(wanted.data.buffer))).toBe(true);
      }
    });
    test(`${joinHolds ? 'joined' : 'single'}: on each picture the line is where it was drawn, and paper is everywhere else`, async () => {
      const shot = threeDrawings();
      const frames = picturesOf(await delivered(shot, 'gif', { joinHolds }));
      // Circles as they were drawn, in delivered pixels: half the paper's.
      const circles = [
        [80, 45, 25],
        [50, 30, 20],
        [110, 60, 15],
      ];
      for (const [i, { data: patch }] of frames.entries()) {
        const k = joinHolds ? i : [0, 0, 0, 0, 1, 1, 2, 2, 2, 2, 2, 2][i];
        const [cx, cy, radius] = circles[k];
        for (let y = 0; y < 90; y++) {
          for (let x = 0; x < 160; x++) {
            const off = Math.abs(Math.hypot(x + 0.5 - cx, y + 0.5 - cy) - radius);
            const red = patch[4 * (y * 160 + x)];
            if (off < 0.6) expect(red, `line at ${x}, ${y} of picture ${i}`).toBeLessThan(110);
            if (off > 5) expect(red, `paper at ${x}, ${y} of picture ${i}`).toBeGreaterThan(240);
          }
        }
      }
    });
  }
  test('a transparent background stays clear', async () => {
    const shot = threeDrawings();
    shot.background.transparent = true;
    const [first] = picturesOf(await delivered(shot, 'gif'));
    expect(first.data[3]).toBe(0);
    const line = 4 * (20 * 160 + 80);
    expect(first.data[line + 3]).toBe(255);
  });
  test('of a picture after the first only the box of what changed is written; nothing changed, nothing written', async () => {
    const shot = threeDrawings();
    const pictures = picturesOf(await delivered(shot, 'gif', { joinHolds: false }));
    expect(pictures[1].dims).toMatchObject({ width: 1, height: 1 });
    // From the ring around (80, 45) to the one around (50, 30): no further than both reach.
    expect(pictures[4].dims.width).toBeLessThan(100);
    expect(pictures[4].dims.height).toBeLessThan(70);
  });
  test('a see-through delivery leaves nothing of one picture in the next', async () => {
    const shot = threeDrawings();
    shot.background.transparent = true;
    const wanted = await wantedPictures(shot, {});
    for (const [i, { data }] of picturesOf(await delivered(shot, 'gif')).entries()) {
      expect(Buffer.from(data.buffer).equals(Buffer.from(wanted[i].data.buffer))).toBe(true);
    }
  });
  test('the colours of the shot are exactly those of its swatches, on however few pictures they are', async () => {
    const { shot, layerId } = smallShot();
    shot.length = 40;
    // Many pictures full of greys and oranges, and one with a green disc.
    const [green, orange] = [makeSwatch('leaf', '#2e8b57'), makeSwatch('flame', '#e8762c')];
    shot.palettes[0].swatches.push(green, orange);
    for (let i = 0; i < 18; i++) {
      const grey = makeSwatch(`grey ${i}`, `#${(40 + 10 * i).toString(16).padStart(2, '0').repeat(3)}`);
      shot.palettes[0].swatches.push(grey);
      const disc = (x: number, swatch: string) =>
        makeArea(swatch, [
          Float32Array.from(
            { length: 80 },
            (_, k) => (k % 2 ? 80 : x) + 30 * (k % 2 ? Math.sin : Math.cos)(((k >> 1) * Math.PI) / 20),
          ),
        ]);
      addDrawing(shot, layerId, 4 + 2 * i, 2).paint.push(disc(60, grey.id), disc(200, i === 9 ? green.id : orange.id));
    }
    const pictures = picturesOf(await delivered(shot, 'gif'));
    const middle = 4 * (40 * 160 + 100);
    const seen = new Set(pictures.map(({ data }) => Buffer.from(data.slice(middle, middle + 3)).toString('hex')));
    expect(seen).toContain('2e8b57');
    expect(seen).toContain('e8762c');
  });
  test('the colours are near those drawn', async () => {
    const shot = threeDrawings();
    shot.background.colour = '#83a2c1';
    const [first] = picturesOf(await delivered(shot, 'gif'));
    for (const [i, value] of [0x83, 0xa2, 0xc1].entries())
      expect(Math.abs(first.data[i] - value)).toBeLessThanOrEqual(6);
  });
});

describe('a PNG sequence', () => {
  test('has a picture for every frame of the range, numbered as on the sheet', async () => {
    const shot = threeDrawings();
    const files = unzipSync(await delivered(shot, 'png', { span: 'frames', from: 3, to: 6 }));
    expect(Object.keys(files)).toEqual([4, 5, 6, 7].map((n) => `cap-falls-000${n}.png`));
    const image = await loadImage(Buffer.from(files['cap-falls-0005.png']));
    expect([image.width, image.height]).toEqual([160, 90]);
    expect(files['cap-falls-0004.png']).not.toEqual(files['cap-falls-0005.png']);
    expect(files['cap-falls-0005.png']).toEqual(files['cap-falls-0006.png']);
  });
  test('has the sound beside them when the shot has any, unless it is not wanted', async () => {
    const chosen: Chosen = { span: 'frames', from: 0, to: 1 };
    const files = unzipSync(await delivered(threeDrawings(), 'png', chosen, { sound: tone }));
    expect(Object.keys(files)).toContain('cap-falls.wav');
    expect(readWav(files['cap-falls.wav'], 'it').channels[0]).toHaveLength(800);
    const without = await delivered(threeDrawings(), 'png', { ...chosen, withSound: false }, { sound: tone });
    expect(Object.keys(unzipSync(without))).not.toContain('cap-falls.wav');
  });
});

describe('a WAV', () => {
  test('is the sound of the frames asked for and nothing else', async () => {
    const shot = threeDrawings();
    const { channels, rate } = readWav(await delivered(shot, 'wav', {}, { sound: tone }), 'it');
    expect(rate).toBe(8000);
    expect(channels[0][100]).toBeCloseTo(Math.sin(100 / 9), 3);
  });
});

test('progress goes from 0 to 1, and stopping ends the work', async () => {
  const shot = threeDrawings();
  const parts: number[] = [];
  await delivered(shot, 'gif', {}, { progress: (part) => parts.push(part) });
  expect(parts[0]).toBe(0);
  expect(parts.at(-1)).toBe(1);
  expect(parts).toEqual([...parts].sort((a, b) => a - b));
  await expect(
    delivered(
      shot,
      'gif',
      {},
      {
        progress(part) {
          if (part > 0.3) throw new Error('enough');
        },
      },
    ),
  ).rejects.toThrow('enough');
});

test('a size of another shape fits the paper inside, centred', () => {
  const { shot } = smallShot();
  expect(deliveryView(shot, 320, 320)).toEqual([1, 0, 0, 1, 0, 70]);
});

test('file names are plain', () => {
  expect(deliveryName('Lamp at the corner: É 2', 'gif')).toBe('lamp-at-the-corner-e-2.gif');
  expect(deliveryName('???', 'zip')).toBe('shot.zip');
});
