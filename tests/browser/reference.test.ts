/** Clips brought in: said first, thinned in every way, cut, and shown frame by frame as they are. */
import { createCanvas, loadImage } from '@napi-rs/canvas';
import { unzipSync } from 'fflate';
import { expect, test } from 'vitest';
import { readShotFile } from '../../src/core/shotfile/index.ts';
import { colourGif } from './files.ts';
import { type Animator, layerNamed } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;
/** A WebM recorded by the browser, each picture carrying its number in bars. */
let webm: Uint8Array;
const PICTURES = 36;
const BITS = 6;

withAnimator(async (opened) => {
  animator = opened;
  await animator.newShot({ title: 'Broom', width: 640, height: 360, length: 24 });
  webm = Uint8Array.from(
    await animator.page.evaluate(
      async (count, bits) => {
        const canvas = Object.assign(document.createElement('canvas'), { width: 320, height: 180 });
        const context = canvas.getContext('2d')!;
        const stream = canvas.captureStream(0);
        const recorder = new MediaRecorder(stream, { mimeType: 'video/webm;codecs=vp9', videoBitsPerSecond: 4e6 });
        const parts: Blob[] = [];
        recorder.ondataavailable = ({ data }) => parts.push(data);
        const ended = new Promise((done) => {
          recorder.onstop = done;
        });
        const put = (number: number) => {
          context.fillStyle = '#888';
          context.fillRect(0, 0, 320, 180);
          for (let bit = 0; bit < bits; bit++) {
            context.fillStyle = (number >> bit) & 1 ? '#fff' : '#000';
            context.fillRect(10 + bit * 50, 20, 44, 140);
          }
          (stream.getVideoTracks()[0] as CanvasCaptureMediaStreamTrack).requestFrame();
        };
        recorder.start();
        for (let i = 0; i < count; i++) {
          put(i);
          await new Promise((next) => setTimeout(next, 45));
        }
        await new Promise((next) => setTimeout(next, 150));
        recorder.stop();
        await ended;
        return [...new Uint8Array(await new Blob(parts).arrayBuffer())];
      },
      PICTURES,
      BITS,
    ),
  );
  await animator.view('reference');
});

const choose = (name: string, bytes: Uint8Array) => animator.chooseFiles('reference-files', [{ name, bytes }]);
const bring = async (title: string) => {
  await animator.hand.press('Bring in', 'button');
  await animator.page.waitForSelector(`[data-testid="sheet"] button[data-name="${title}"]`);
  return layerNamed(await animator.shot(), title);
};
const leave = () => animator.hand.press('Leave it', 'button');

/** Presses a button in the row of the layer "picked". */
const inRow = (name: string) =>
  animator.page.$$eval(
    'ul li',
    (all, wanted) => {
      const row = all.find((each) => each.textContent!.startsWith('picked'))!;
      [...row.querySelectorAll('button')].find((button) => button.textContent === wanted)!.click();
    },
    name,
  );

/** The number a picture's bars carry. */
async function numberOf(bytes: Uint8Array): Promise<number> {
  const image = await loadImage(Buffer.from(bytes));
  const context = createCanvas(image.width, image.height).getContext('2d');
  context.drawImage(image, 0, 0);
  let number = 0;
  for (let bit = 0; bit < BITS; bit++)
    if (context.getImageData(10 + bit * 50 + 22, 90, 1, 1).data[0] > 128) number |= 1 << bit;
  return number;
}

test('a video says its size, length and rate first; every picture comes in true and in order', async () => {
  await choose('raise.webm', webm);
  await animator.hand.text('320 x 180');
  await animator.hand.press('Each for', 'radio');
  await animator.setNumber('Frames each picture is held', 1);
  await animator.hand.press('Bring in', 'button');
  await animator.page.waitForSelector('[data-testid="sheet"] button[data-name="raise"]');
  const { bytes } = await animator.handedOut(async () => {
    await animator.hand.press('More for this shot');
    await animator.hand.press('Save the shot file', 'menuitem');
  });
  const { shot, media } = readShotFile(bytes);
  const layer = layerNamed(shot, 'raise');
  const [{ cell }] = layer.exposures;
  const asset = cell?.kind === 'picture' ? shot.assets[cell.asset] : undefined;
  expect(asset).toMatchObject({ type: 'application/zip', width: 320, height: 180 });
  const pictures = unzipSync(media.get(asset!.id)!);
  const numbers: number[] = [];
  for (const name of Object.keys(pictures).sort()) numbers.push(await numberOf(pictures[name]));
  // The recorder may leave a picture out or hold the first; none may come twice or out of order.
  const distinct = [...new Set(numbers)];
  expect(distinct.length).toBeGreaterThan(PICTURES * 0.8);
  expect(distinct).toEqual([...distinct].sort((a, b) => a - b));
  expect(layer.exposures).toHaveLength(asset!.pictures);
});

test('as it runs a video keeps its duration; every third has fewer drawings and the same duration', async () => {
  const seconds = async () =>
    Number(
      /· ([\d.]+) s ·/.exec(await animator.page.$eval('[aria-label="What comes in"]', (each) => each.textContent!))![1],
    );
  await choose('slow.webm', webm);
  await animator.page.waitForSelector('[data-testid="strip"]');
  const wanted = Math.round((await seconds()) * 24);
  await animator.hand.press('Every n-th', 'radio');
  await animator.setNumber('Every n-th picture', 3);
  const thin = await bring('slow');
  const frames = thin.exposures.reduce((sum, each) => sum + each.frames, 0);
  expect(Math.abs(frames - wanted)).toBeLessThanOrEqual(2);
  expect(thin.exposures.length).toBeLessThan(PICTURES / 2.5);
});

test('pictures are picked by eye in the strip, a range at once, each held three', async () => {
  await choose('picked.gif', colourGif(Array(12).fill(80)));
  await animator.page.waitForSelector('[data-testid="strip"]');
  await animator.hand.press('Picked by eye', 'radio');
  const strip = await animator.hand.box('[data-testid="strip"]');
  for (const i of [1, 4, 4, 6]) await animator.page.mouse.click(strip.x + 96 * i + 48, strip.y + 20);
  await animator.page.keyboard.down('Shift');
  await animator.page.mouse.click(strip.x + 96 * 8 + 48, strip.y + 20);
  await animator.page.keyboard.up('Shift');
  await animator.hand.press('Each for', 'radio');
  await animator.setNumber('Frames each picture is held', 3);
  await animator.hand.text('4 of 12 pictures, 12 frames, each held 3');
  const layer = await bring('picked');
  expect(layer.exposures.map(({ cell, frames }) => [cell?.kind === 'picture' && cell.index, frames])).toEqual([
    [1, 3],
    [6, 3],
    [7, 3],
    [8, 3],
  ]);
});

test('a cut, a crop and a smaller size come in so', async () => {
  await choose('cropped.gif', colourGif(Array(10).fill(100)));
  await animator.page.waitForSelector('[data-testid="strip"]');
  await animator.setNumber('Last picture', 6);
  await animator.setNumber('First picture', 3);
  await animator.setNumber('Cut off, left, per cent', 25);
  await animator.setNumber('Cut off, right, per cent', 25);
  await animator.setNumber('Size, per cent', 50);
  await animator.hand.text('4 of 10 pictures');
  await bring('cropped');
  const shot = await animator.shot();
  const asset = Object.values(shot.assets).find(({ name }) => name === 'cropped.zip')!;
  expect(asset.pictures).toBe(4);
  const whole = Object.values(shot.assets).find(({ name }) => name === 'picked.gif')!;
  expect(asset.width).toBe(Math.round(whole.width / 4));
  expect(asset.height).toBe(Math.round(whole.height / 2));
});

test('a long clip says what it would take and is looked through a stretch at a time', async () => {
  await choose('long.gif', colourGif(Array(800).fill(40), 16, 9));
  await animator.hand.text('Choose the stretch you need');
  await animator.hand.text('of memory');
  await animator.setNumber('From second', 10);
  await animator.setNumber('Seconds looked through', 2);
  await animator.hand.press('Look through', 'button');
  await animator.hand.text('48 of 50 pictures, 48 frames');
  await animator.hand.text('in memory');
  await leave();
});

test('what is missing between numbered pictures is named', async () => {
  await animator.chooseFiles(
    'reference-files',
    [3, 4, 7].map((number) => ({ name: `arm ${number}.gif`, bytes: colourGif([100], 64, 36) })),
  );
  await animator.hand.text('Missing between them: arm 5 to arm 6');
  await animator.hand.text('3 of 3 pictures, 6 frames, each held 2');
  await leave();
});

test('broken, empty, silent-picture and unreadable files change nothing and say why', async () => {
  const before = (await animator.shot()).layers.length;
  await choose('broken.webm', webm.slice(0, 400));
  await animator.hand.text('“broken.webm”');
  const wav = new Uint8Array(44 + 8000);
  const text = (at: number, letters: string) => wav.set(new TextEncoder().encode(letters), at);
  const view = new DataView(wav.buffer);
  for (const [at, letters] of [
    [0, 'RIFF'],
    [8, 'WAVE'],
    [12, 'fmt '],
    [36, 'data'],
  ] as const)
    text(at, letters);
  view.setUint32(4, 36 + 8000, true);
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, 8000, true);
  view.setUint32(28, 8000, true);
  view.setUint16(32, 1, true);
  view.setUint16(34, 8, true);
  view.setUint32(40, 8000, true);
  await choose('sound.mp4', wav);
  await animator.hand.text('holds sound but no pictures');
  await choose('nothing.mp4', new Uint8Array(0));
  await animator.hand.text('“nothing.mp4” is empty');
  await choose('letter.gif', new TextEncoder().encode('Dear keeper'));
  await animator.hand.text('is not a GIF, PNG, WebP, JPEG or AVIF picture');
  await animator.chooseFiles('reference-files', [
    { name: 'a 1.gif', bytes: colourGif([100]) },
    { name: 'a 2.png', bytes: new TextEncoder().encode('no') },
  ]);
  await animator.hand.text('“a 2.png” is no picture');
  expect((await animator.shot()).layers).toHaveLength(before);
});

test('a take is recorded from the simulated camera after a count-in, with its sound', async () => {
  await animator.hand.press('Record yourself', 'button');
  await animator.hand.choose('Camera', 'simulated');
  await animator.hand.wait(400);
  await animator.hand.press('Record', 'button');
  await animator.hand.text('recording 0 s');
  await animator.hand.text('recording 2 s');
  await animator.hand.press('Stop', 'button');
  await animator.page.waitForSelector('[data-testid="strip"]');
  // Only some pictures are where the movement turns; all are taken.
  await animator.hand.press('Find the turns', 'button');
  expect(
    await animator.page.$eval('[aria-label="Pictures kept"] [aria-checked="true"]', (each) => each.textContent),
  ).toBe('Picked by eye');
  await animator.hand.press('All', 'radio');
  const layer = await bring('take 1');
  expect(layer.exposures.length).toBeGreaterThan(8);
  const frames = layer.exposures.reduce((sum, each) => sum + each.frames, 0);
  expect(frames).toBeGreaterThan(36);
  await animator.hand.wait(600);
  const { tracks } = await animator.shot();
  expect(tracks.at(-1)).toMatchObject({ name: 'take 1' });
  // Two seconds; a machine with too much to do lets the simulated microphone run dry for a part of them.
  expect(tracks.at(-1)!.clips[0].out).toBeGreaterThan(0.5);
});

test('a clip is shown grey, mirrored and placed by its box; each is one undo', async () => {
  const cropped = async () => layerNamed(await animator.shot(), 'picked');
  const row = async (name: string, role: string) => {
    const handles = await animator.page.$$(`section, ul li`);
    for (const handle of handles) {
      if (!(await handle.evaluate((each) => each.textContent!.startsWith('picked')))) continue;
      const button = await handle.waitForSelector(`aria/${name}[role="${role}"]`);
      await button!.click();
      return;
    }
  };
  await row('Grey', 'checkbox');
  expect((await cropped()).grey).toBe(true);
  await row('Mirror', 'button');
  expect((await cropped()).place![0]).toBe(-1);
  await row('Place', 'button');
  const box = await animator.hand.box('[data-handle="move"]');
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 + 30 };
  await animator.drag(middle, { x: middle.x + 40, y: middle.y });
  const moved = (await cropped()).place!;
  expect(moved[4]).toBeGreaterThan(640 + 10);
  await row('Place', 'button');
  await animator.undo(3);
  expect(await cropped()).toMatchObject({ grey: false, place: null });
});

test('the tray lies beside the paper: stepped, locked to the shot, drawn over, measured in heads', async () => {
  await animator.view('desk');
  await animator.hand.key('Alt', 'Shift', 'KeyE');
  const picked = layerNamed(await animator.shot(), 'picked');
  await animator.hand.choose('Reference shown', picked.id);
  await animator.hand.text('1 of 4');
  await animator.hand.press('One picture on', 'button');
  await animator.hand.text('2 of 4');
  await animator.hand.press('Draws', 'radio');
  const box = await animator.hand.box('[data-testid="tray-picture"]');
  const at = (x: number, y: number) => ({ x: box.x + box.width * x, y: box.y + box.height * y });
  await animator.drag(at(0.2, 0.2), at(0.8, 0.6));
  const lines = async () => Object.values((await animator.shot()).assets).flatMap((asset) => asset.lines);
  const [line] = await lines();
  expect(line.picture).toBe(6);
  expect(line.points[0]).toBeCloseTo(0.2, 1);
  expect(line.points.at(-1)).toBeCloseTo(0.6, 1);
  await animator.undo();
  expect(await lines()).toHaveLength(0);
  await animator.hand.press('Measures', 'radio');
  await animator.drag(at(0.5, 0.1), at(0.5, 0.3));
  await animator.drag(at(0.5, 0.1), at(0.5, 0.9));
  await animator.hand.text('4.0 heads high');
  await animator.hand.press('Locked to the shot’s frame', 'checkbox');
  await animator.toCell('picked', 5);
  await animator.hand.text('frame 5');
  await animator.hand.press('Close Reference', 'button');
});

test('all pictures of a layer stand side by side with their frames', async () => {
  await animator.view('reference');
  await inRow('Contact');
  await animator.page.waitForSelector('[aria-label="Contact sheet of picked"]');
  expect(await animator.page.$$eval('[aria-label="Contact sheet of picked"] li', (all) => all.length)).toBe(4);
  await animator.hand.text('frame 4–6 · held 3');
  await animator.hand.press('Close', 'button');
});

test('a clip is traced over on threes, then its timing played on', async () => {
  await inRow('Trace-over layer');
  await animator.hand.wait(500);
  const traced = layerNamed(await animator.shot(), 'picked, traced');
  expect(traced.exposures.map(({ frames }) => frames)).toEqual([3, 3, 3, 3]);
  await animator.toCell('picked, traced', 4);
  await animator.hand.key('KeyQ');
  await animator.draw(animator.ring(320, 180, 80));
  const shot = await animator.shot();
  const second = layerNamed(shot, 'picked, traced').exposures[1].cell;
  expect(second?.kind === 'drawing' && shot.drawings[second.drawing].ink).toHaveLength(1);
});

test('the shot file can leave the reference out, and says how much that saves', async () => {
  const { bytes } = await animator.handedOut(async () => {
    await animator.hand.press('More for this shot');
    const item = await animator.page.waitForSelector(
      'xpath///*[@role="menuitem"][contains(., "without the reference")]',
    );
    expect(await item!.evaluate((each) => each.textContent)).toMatch(/\(\d.* less\)/);
    await item!.click();
  });
  const { shot } = readShotFile(bytes);
  expect(Object.values(shot.assets).every(({ kind }) => kind === 'sound')).toBe(true);
  expect(layerNamed(shot, 'picked').exposures.map(({ cell, frames }) => [cell, frames])).toEqual(
    Array(4).fill([null, 3]),
  );
  expect((await animator.shot()).layers.length).toBe(shot.layers.length);
});
