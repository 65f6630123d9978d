/** What a browser delivers and what the command line delivers of the same shot is the same. */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createCanvas, loadImage } from '@napi-rs/canvas';
import { strFromU8, unzipSync } from 'fflate';
import { describe, expect, test } from 'vitest';
import { readWav, resample } from '../../src/core/sound/index.ts';
import { lagOf, picturesIn } from '../browser/ffmpeg.ts';
import type { Animator } from '../browser/hands.ts';
import { withAnimator } from '../browser/session.ts';
import { fine, newFolder } from './run.ts';

let animator: Animator;
const folder = newFolder();
const file = join(folder, 'lamp.vignette');

/** Keeps what is asked for in Export under a name, by hand. */
async function keep(name: string): Promise<void> {
  const field = 'input[aria-label="Name of the delivery"]';
  // By focus, not by a click: what the format asks comes a moment later and moves the field.
  await (await animator.page.waitForSelector(field))!.evaluate((input) => (input as HTMLInputElement).select());
  await animator.page.keyboard.type(name);
  await animator.page.waitForFunction(
    (selector, wanted) => document.querySelector<HTMLInputElement>(selector)?.value === wanted,
    {},
    field,
    name,
  );
  await animator.hand.press('Keep this one', 'button');
  await animator.page.waitForSelector(`[role="checkbox"][aria-label="Write “${name}”"]`);
}

async function frames(from: number, to: number): Promise<void> {
  await animator.hand.press('Which', 'combobox');
  await animator.hand.press('From one frame to another', 'option');
  for (const [label, value] of [
    ['From frame', from],
    ['To frame', to],
  ] as const) {
    const field = await animator.page.waitForSelector(`aria/${label}[role="spinbutton"]`);
    await field!.click({ count: 3 });
    await field!.type(String(value));
    await animator.page.keyboard.press('Tab');
  }
}

/** What the browser hands out, by the name it is kept under. */
const browser = new Map<string, Uint8Array>();

withAnimator(async (opened) => {
  animator = opened;
  await animator.hand.press('Open Lamp at the corner');
  await animator.deskReady({ width: 1920, height: 1080 });
  await animator.view('export');
  const write = async (name: string, format: string, thing: string) => {
    await animator.hand.press(format, 'radio');
    await keep(name);
    const { bytes } = await animator.handedOut(() => animator.hand.press(`Write the ${thing}`, 'button'));
    browser.set(name, bytes);
  };
  await animator.hand.press('100 %', 'button');
  // The lamp is lit, its light grows, the keeper turns: textured lines, shadow, glow, a picture that is moved.
  await frames(33, 40);
  await write('large', 'PNG sequence', 'pictures');
  await animator.hand.press('50 %', 'button');
  await write('shapes', 'SVG', 'SVG');
  await write('game', 'Sprites', 'sprites');
  await write('layers', 'OpenRaster', 'OpenRaster picture');
  await write('table', 'Sheet, CSV', 'table');
  await write('timing', 'Sheet, JSON', 'timing');
  await write('timeline', 'Timeline, OTIO', 'timeline');
  await write('reading', 'Track reading, VTT', 'track reading');
  await write('sound', 'WAV', 'sound');
  await animator.hand.press('MP4', 'radio');
  await animator.hand.press('25 %', 'button');
  await write('movie', 'MP4', 'movie');
  await write('web', 'WebM', 'movie');
  await write('loop', 'GIF', 'GIF');
  await write('moving', 'Animated PNG', 'animated PNG');
  await write('sheet of all', 'Contact sheet', 'contact sheet');
  await write('pages', 'Drawings, PDF', 'pages');
  await write('paper', 'Sheet, PDF', 'sheet');
  writeFileSync(file, await animator.saved());
});

/** What the command line writes of the deliveries that were named in the browser, by their names: all by one call. */
const commandLine = new Map<string, Uint8Array>();

async function delivered(name: string): Promise<Uint8Array> {
  if (commandLine.size === 0) {
    const names = [...browser.keys()];
    const words = names.flatMap((each) => ['--named', each]);
    const said = await fine('deliver', [file, ...words, '--out', folder, '--quiet']);
    const written = [...said.matchAll(/^(.*), [\d.]+ (?:bytes|[KMG]B)/gm)].map(([, path]) => path);
    for (const [k, path] of written.entries()) commandLine.set(names[k], new Uint8Array(readFileSync(path)));
  }
  return commandLine.get(name)!;
}

async function pixelsOf(png: Uint8Array): Promise<Uint8ClampedArray> {
  const image = await loadImage(Buffer.from(png));
  const context = createCanvas(image.width, image.height).getContext('2d');
  context.drawImage(image, 0, 0);
  return context.getImageData(0, 0, image.width, image.height).data;
}

/** Share of pixels that are more than two levels of 255 apart. */
function apart(a: Uint8ClampedArray, b: Uint8ClampedArray): number {
  expect(a.length).toBe(b.length);
  let count = 0;
  const far = (i: number) => Math.abs(a[i] - b[i]) > 2;
  for (let p = 0; p < a.length; p += 4) if (far(p) || far(p + 1) || far(p + 2) || far(p + 3)) count++;
  return count / (a.length / 4);
}

/** The share in the worst of all pictures. */
async function mostApart(mine: Record<string, Uint8Array>, theirs: Record<string, Uint8Array>): Promise<number> {
  const names = Object.keys(theirs).filter((name) => name.endsWith('.png'));
  expect(names.length).toBeGreaterThan(0);
  let most = 0;
  for (const name of names) most = Math.max(most, apart(await pixelsOf(mine[name]), await pixelsOf(theirs[name])));
  return most;
}

describe('a delivery named in the browser and written on the command line', () => {
  test('its frames at full size are the same picture: within 2 levels of 255 on 99.9 % of their pixels', async () => {
    const [mine, theirs] = [unzipSync(await delivered('large')), unzipSync(browser.get('large')!)];
    expect(Object.keys(mine)).toEqual(Object.keys(theirs));
    expect(await mostApart(mine, theirs)).toBeLessThan(0.001);
  });
  test.each(['table', 'timing', 'timeline', 'reading'])('%s is the same text', async (name) => {
    expect(strFromU8(await delivered(name))).toBe(strFromU8(browser.get(name)!));
  });
  test('its shapes are the same shapes; what comes as a picture ends where next to nothing is left of its light', async () => {
    const IMAGE = /<image x="(\d+)" y="(\d+)" width="(\d+)" height="(\d+)"[^>]*>/g;
    const texts = [await delivered('shapes'), browser.get('shapes')!].map((bytes) => strFromU8(bytes));
    const [mine, theirs] = texts.map((text) => text.replace(IMAGE, '<image>'));
    expect(mine).toBe(theirs);
    const [myBoxes, theirBoxes] = texts.map((text) =>
      [...text.matchAll(IMAGE)].flatMap((box) => box.slice(1).map(Number)),
    );
    expect(myBoxes.length).toBe(theirBoxes.length);
    for (const [i, value] of myBoxes.entries()) expect(Math.abs(value - theirBoxes[i])).toBeLessThanOrEqual(96);
  });
  test('its sprites lie on the same sheets, told of in the same JSON', async () => {
    const [mine, theirs] = [unzipSync(await delivered('game')), unzipSync(browser.get('game')!)];
    const json = Object.keys(theirs).find((name) => name.endsWith('.json'))!;
    expect(JSON.parse(strFromU8(mine[json]))).toEqual(JSON.parse(strFromU8(theirs[json])));
    expect(await mostApart(mine, theirs)).toBeLessThan(0.001);
  });
  test.each([
    ['movie', 'mp4', 6],
    ['web', 'webm', 6],
    ['loop', 'gif', 2],
    ['moving', 'png', 1],
  ])('%s shows the same pictures, as many and as long', async (name, extension, levels) => {
    const reader = extension === 'png' ? ['-f', 'apng'] : [];
    const size = 4 * 480 * 270;
    const [mine, theirs] = [await delivered(name), browser.get(name)!].map((bytes) =>
      picturesIn(bytes, extension, size, reader),
    );
    expect(mine.length).toBe(theirs.length);
    for (const [k, picture] of mine.entries()) {
      let sum = 0;
      for (let i = 0; i < size; i++) if (i % 4 < 3) sum += Math.abs(picture[i] - theirs[k][i]);
      // Encoders differ; of what is encoded without loss only the hair between two canvases is left.
      expect(sum / ((size * 3) / 4), `picture ${k}`).toBeLessThan(levels);
    }
  });
  test('its sound is the same, to the sample', async () => {
    const [mine, theirs] = [readWav(await delivered('sound'), 'mine'), readWav(browser.get('sound')!, 'theirs')];
    // A browser mixes at the rate of its loudspeakers.
    const theirSound = resample(theirs.channels[0], theirs.rate, mine.rate);
    expect(Math.abs(mine.channels[0].length - theirSound.length)).toBeLessThanOrEqual(2);
    expect(Math.abs(lagOf(mine.channels[0], theirSound, 200))).toBeLessThanOrEqual(1);
  });
  test('its contact sheet is laid out the same; the letters on it are in the fonts of the machine', async () => {
    const both = [await delivered('sheet of all'), browser.get('sheet of all')!];
    const [mine, theirs] = await Promise.all(both.map(pixelsOf));
    expect(mine.length).toBe(theirs.length);
    let sum = 0;
    for (let i = 0; i < mine.length; i++) sum += Math.abs(mine[i] - theirs[i]);
    expect(sum / mine.length).toBeLessThan(2);
  });
  test.each(['pages', 'paper'])('%s have as many pages of the same size', async (name) => {
    const pages = (bytes: Uint8Array) =>
      Buffer.from(bytes)
        .toString('latin1')
        .match(/\/MediaBox ?\[[^\]]*\]/g);
    expect(pages(await delivered(name))).toEqual(pages(browser.get(name)!));
  });
  test('its layers are the same stack', async () => {
    const [mine, theirs] = [unzipSync(await delivered('layers')), unzipSync(browser.get('layers')!)];
    expect(strFromU8(mine['stack.xml'])).toBe(strFromU8(theirs['stack.xml']));
  });
});
