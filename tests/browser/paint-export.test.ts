/** Pour, change a swatch, deliver a GIF and a PNG sequence; read them with other decoders. */

import { createCanvas, loadImage } from '@napi-rs/canvas';
import { unzipSync } from 'fflate';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, test } from 'vitest';
import { ringsArea } from '../../src/core/plane/index.ts';
import { picturesOf } from '../gif.ts';
import { type Animator, drawingsOf } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
  await animator.newShot({ title: 'Coat turns', width: 640, height: 360, length: 10 });
  await animator.hand.key('KeyW');
  await animator.draw(animator.ring(200, 180, 80));
  await animator.hand.key('KeyN');
  await animator.draw(animator.ring(320, 180, 80));
  await animator.hand.key('KeyN');
  await animator.draw(animator.ring(440, 180, 80));
  // A rough in the corner: a guide layer, never delivered.
  await animator.toCell('Rough', 1);
  await animator.draw(animator.ring(60, 60, 40));
  for (let i = 0; i < 8; i++) await animator.hand.key('Equal');
  await animator.toCell('Clean', 1);
});

async function pourAt(x: number, y: number): Promise<void> {
  const [at] = await animator.onPaper([{ x, y }]);
  await animator.hand.pen([at, at]);
  await animator.hand.wait(500);
}

describe('paint', () => {
  test('Pour fills the region under the pen, under the line to its middle', async () => {
    await animator.view('paint');
    await animator.hand.wait(500);
    await animator.page.evaluate(() =>
      [...document.querySelectorAll<HTMLInputElement>('input[aria-label^="Name of swatch coat"]')][0].dispatchEvent(
        new PointerEvent('pointerdown', { bubbles: true }),
      ),
    );
    await pourAt(200, 180);
    const poured = async () => drawingsOf(await animator.shot(), 'Clean')[0].paint.length;
    await expect.poll(poured, { timeout: 15_000 }).toBe(1);
    const shot = await animator.shot();
    const [drawing] = drawingsOf(shot, 'Clean');
    expect(shot.palettes[0].swatches.find(({ id }) => id === drawing.paint[0].swatch)?.name).toBe('coat');
    const size = ringsArea(drawing.paint[0].rings);
    expect(Math.abs(size - Math.PI * 80 ** 2)).toBeLessThan(0.04 * Math.PI * 80 ** 2);
  });

  test('a drawing copied and poured has the same swatch; one change of it shows in every drawing', async () => {
    await animator.hand.key('KeyS');
    await animator.hand.wait(600);
    await pourAt(320, 180);
    await animator.hand.press('Colour of coat');
    const field = await animator.page.waitForSelector('aria/Colour of coat as hexadecimal');
    await field!.click({ count: 3 });
    await field!.type('#2e8b57');
    await animator.page.keyboard.press('Escape');
    await animator.hand.wait(700);
    const green = ([r, g, b]: number[]) => r === 0x2e && g === 0x8b && b === 0x57;
    expect(await animator.sees(320, 180, green)).toBe(true);
    await animator.hand.key('KeyA');
    await animator.hand.wait(700);
    expect(await animator.sees(200, 180, green)).toBe(true);
  });

  test('poured again, the region has the new swatch and no second area; taken off, it has none', async () => {
    await animator.page.evaluate(() =>
      [...document.querySelectorAll<HTMLInputElement>('input[aria-label="Name of swatch scarf"]')][0].dispatchEvent(
        new PointerEvent('pointerdown', { bubbles: true }),
      ),
    );
    await pourAt(200, 180);
    expect(drawingsOf(await animator.shot(), 'Clean')[0].paint).toHaveLength(1);
    await animator.hand.press('take off', 'radio');
    await pourAt(200, 180);
    expect(drawingsOf(await animator.shot(), 'Clean')[0].paint).toHaveLength(0);
    await animator.hand.press('swatch', 'radio');
    await animator.hand.key('Control', 'KeyZ');
    await animator.hand.key('Control', 'KeyZ');
    await animator.hand.wait(200);
    expect(drawingsOf(await animator.shot(), 'Clean')[0].paint).toHaveLength(1);
  });

  test('a swatch in use is not removed, and it is said why', async () => {
    await animator.hand.press('Colour of coat');
    await animator.hand.press('Remove coat');
    await animator.hand.text('is used by 0 lines and 2 areas, so it stays');
  });
});

/** RGBA of the preview for the present frame. */
async function preview(frame: number): Promise<Uint8Array> {
  await animator.page.waitForFunction(
    (wanted) =>
      document.querySelector('[data-testid="delivered-frame"]')?.getAttribute('data-frame') === String(wanted),
    {},
    frame,
  );
  const base64 = await animator.page.$eval(
    '[data-testid="delivered-frame"]',
    (element) => (element as HTMLCanvasElement).toDataURL('image/png').split(',')[1],
  );
  return pixelsOf(Buffer.from(base64, 'base64'));
}

async function pixelsOf(png: Uint8Array): Promise<Uint8Array> {
  const image = await loadImage(Buffer.from(png));
  const context = createCanvas(image.width, image.height).getContext('2d');
  context.drawImage(image, 0, 0);
  return new Uint8Array(context.getImageData(0, 0, image.width, image.height).data);
}

/** Largest difference of any colour value between two pictures. */
function farthest(a: Uint8Array, b: Uint8Array): number {
  expect(a.length).toBe(b.length);
  let most = 0;
  for (let i = 0; i < a.length; i++) most = Math.max(most, Math.abs(a[i] - b[i]));
  return most;
}

describe('export', () => {
  const previews: Uint8Array[] = [];
  test('names what is left out, and the preview is without it', async () => {
    await animator.view('export');
    const left = await animator.page.waitForSelector('ul[aria-label="Layers left out"]');
    expect(await left!.evaluate((element) => (element as HTMLElement).innerText)).toMatch(/Rough\s+guide layer/);
    for (let i = 0; i < 9; i++) await animator.hand.key('ArrowUp');
    for (let frame = 0; frame < 10; frame++) {
      previews.push(await preview(frame));
      if (frame < 9) await animator.hand.key('ArrowDown');
    }
    // Where the rough ring passes (60 + 40, 60 at half size) is bare paper.
    const at = 4 * (30 * 320 + 50);
    expect([...previews[0].subarray(at, at + 3)].every((value) => value > 235)).toBe(true);
    expect(previews[0]).not.toEqual(previews[4]);
  });

  test('the GIF, read by another decoder, is the preview frame by frame, and as long as the shot', async () => {
    const { name, bytes } = await animator.handedOut(() => animator.hand.press('Write the GIF'));
    expect(name).toBe('coat-turns.gif');
    const frames = picturesOf(bytes);
    // Ten frames at 24: 416.67 ms, in whole centiseconds.
    expect(frames.reduce((sum, frame) => sum + frame.delay, 0)).toBe(420);
    let at = 0;
    for (const frame of frames) {
      const count = Math.max(1, Math.round((frame.delay * 24) / 1000));
      for (let i = 0; i < count; i++) expect(farthest(new Uint8Array(frame.data), previews[at + i])).toBe(0);
      at += count;
    }
    expect(at).toBe(10);
  });

  test('a PNG sequence has every frame of the range, in the size asked for, with alpha', async () => {
    await animator.hand.press('PNG sequence', 'radio');
    await (await animator.page.waitForSelector('aria/Transparent'))!.click();
    await animator.hand.press('100 %', 'button');
    const box = async (label: string, value: string) => {
      const field = await animator.page.waitForSelector(`aria/${label}[role="spinbutton"]`);
      await field!.click({ count: 3 });
      await field!.type(value);
      await animator.page.keyboard.press('Tab');
    };
    await box('To frame', '6');
    await box('From frame', '3');
    const { bytes } = await animator.handedOut(() => animator.hand.press('Write the pictures'));
    const files = unzipSync(bytes);
    expect(Object.keys(files)).toEqual([
      'coat-turns-0003.png',
      'coat-turns-0004.png',
      'coat-turns-0005.png',
      'coat-turns-0006.png',
    ]);
    const data = await pixelsOf(files['coat-turns-0003.png']);
    expect(data.length).toBe(640 * 360 * 4);
    expect(data[3]).toBe(0);
    const inside = 4 * (180 * 640 + 320);
    expect([...data.subarray(inside, inside + 4)]).toEqual([0x2e, 0x8b, 0x57, 255]);
  });

  test('a value that cannot be is said, and nothing can be written', async () => {
    const field = await animator.page.waitForSelector('aria/Width[role="spinbutton"]');
    await field!.click({ count: 3 });
    await field!.type('99999');
    await animator.hand.text('at most 8192');
    const disabled = await animator.page.$$eval(
      'button',
      (all) => all.find((each) => each.textContent?.includes('Write the pictures'))!.disabled,
    );
    expect(disabled).toBe(true);
    await animator.hand.press('50 %', 'button');
  });

  test('stopping writes nothing', async () => {
    await animator.hand.press('100 %', 'button');
    const field = await animator.page.waitForSelector('aria/Per cent[role="spinbutton"]');
    await field!.click({ count: 3 });
    await field!.type('1200');
    await animator.hand.press('Write the pictures');
    await animator.hand.press('Stop the delivery', 'button');
    await animator.hand.text('Stopped; nothing was written.');
  });

  test('the sheet is a PDF of its pages', async () => {
    await animator.hand.press('Sheet, PDF', 'radio');
    const { name, bytes } = await animator.handedOut(() => animator.hand.press('Write the sheet'));
    expect(name).toMatch(/\.pdf$/);
    const pdf = await getDocument({ data: bytes.slice() }).promise;
    expect(pdf.numPages).toBeGreaterThan(0);
    const { items } = await (await pdf.getPage(1)).getTextContent();
    expect(items.map((item) => ('str' in item ? item.str : '')).join(' ')).toContain('sheet 1 of');
  });
});
