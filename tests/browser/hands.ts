/** What the tests do with the application, in a person's steps. */

import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createCanvas, loadImage } from '@napi-rs/canvas';
import type { Browser } from 'puppeteer-core';
import { FITTED, settled, viewMatrix } from '../../src/app/desk/view.ts';
import { mapPoint } from '../../src/core/plane/index.ts';
import type { Drawing, Layer, Shot } from '../../src/core/shot/index.ts';
import { readShotFile } from '../../src/core/shotfile/index.ts';
import { Hand, LONGEST_MS, type PenPoint } from './driver.ts';

export interface Wishes {
  title?: string;
  width?: number;
  height?: number;
  fps?: number;
  length?: number;
}

/** How wide those columns of the sheet are that stand still, window pixels. */
const STILL_COLUMNS = 144;

/** An open application with a folder for what it hands out. */
export class Animator {
  readonly hand: Hand;
  private readonly downloads: string;
  private paper = { width: 1920, height: 1080 };

  private constructor(hand: Hand, downloads: string) {
    this.hand = hand;
    this.downloads = downloads;
  }

  static async open(browser: Browser, address: string, width?: number, height?: number): Promise<Animator> {
    const hand = await Hand.open(browser, address, width, height);
    const downloads = mkdtempSync(join(tmpdir(), 'vignette-out-'));
    await hand.cdp.send('Browser.setDownloadBehavior', { behavior: 'allow', downloadPath: downloads });
    return new Animator(hand, downloads);
  }

  get page() {
    return this.hand.page;
  }

  /** Waits until the demo has come to the shelf, so that it does not turn up in the middle of a test. */
  async shelfReady(): Promise<void> {
    await this.page.waitForSelector('a[aria-label="Open Lamp at the corner"] img');
  }

  private async fill(label: string, value: string | number): Promise<void> {
    const field = await this.page.waitForSelector(
      `aria/${label}[role="${typeof value === 'number' ? 'spinbutton' : 'textbox'}"]`,
    );
    await field!.click({ count: 3 });
    await field!.type(String(value));
  }

  /** Makes a shot through the form and lands on its desk. */
  async newShot(wishes: Wishes): Promise<void> {
    await this.hand.press('New shot', 'button');
    if (wishes.title) await this.fill('Name', wishes.title);
    if (wishes.width) await this.fill('Width, pixels', wishes.width);
    if (wishes.height) await this.fill('Height, pixels', wishes.height);
    if (wishes.fps) await this.fill('Rate, frames a second', wishes.fps);
    if (wishes.length) await this.fill('Length, frames', wishes.length);
    await this.hand.press('Make the shot');
    await this.deskReady({ width: wishes.width ?? 1920, height: wishes.height ?? 1080 });
  }

  async deskReady(paper = this.paper): Promise<void> {
    this.paper = paper;
    await this.page.waitForSelector('[data-testid="sheet-rows"]').catch(async (error) => {
      const seen = await this.page.evaluate(() => `${location.href}: ${document.body.innerText.slice(0, 300)}`);
      throw new Error(`The desk did not open; there is ${seen} (${this.hand.errors.join('; ')})`, { cause: error });
    });
    await this.page.waitForSelector('[data-testid="paper"]');
    await this.hand.settled();
    await this.hand.settled();
  }

  async view(name: 'desk' | 'reference' | 'sound' | 'paint' | 'checks' | 'export'): Promise<void> {
    const link = `nav[aria-label="Views"] a[href$="/${name}"]`;
    await (await this.page.waitForSelector(link))!.click();
    // The address changes before the window does: the view before still stands there until its link is no longer the current one.
    await this.page.waitForFunction(
      (chosen) => document.querySelector(`${chosen}[aria-current="page"]`) && document.querySelector('main > *'),
      {},
      link,
    );
    await this.hand.settled();
    await this.hand.settled();
  }

  /** Leaves the shot by the name at the top left; it may be asked about. */
  async toShelf(): Promise<void> {
    await (await this.page.waitForSelector('header a[href="/"]'))!.click();
  }

  /** Paper points -> points of the window, for a fitted view. */
  async onPaper(points: (PenPoint & { x: number; y: number })[]): Promise<PenPoint[]> {
    const stage = await this.hand.box('[data-testid="paper"]');
    const matrix = viewMatrix(settled(FITTED, this.paper, stage), stage, 1);
    return points.map((point) => {
      const [x, y] = mapPoint(matrix, point.x, point.y);
      return { ...point, x: stage.x + x, y: stage.y + y };
    });
  }

  /** Draws a line through paper points. */
  async draw(points: PenPoint[]): Promise<void> {
    await this.hand.pen(await this.onPaper(points));
    await this.hand.settled();
  }

  /** A closed ring on the paper, pressure swelling and easing. */
  ring(cx: number, cy: number, radius: number, count = 40): PenPoint[] {
    return Array.from({ length: count + 3 }, (_, i) => ({
      x: cx + radius * Math.cos((2 * Math.PI * i) / count),
      y: cy + radius * Math.sin((2 * Math.PI * i) / count),
      pressure: 0.5 + 0.4 * Math.sin((2 * Math.PI * i) / count),
      tiltX: 30,
      tiltY: -10,
    }));
  }

  /** Middle of a cell of the sheet in the window; `within` 0..1 down the row. Frames are 1-based here. */
  async cell(layer: string, frame: number, within = 0.5): Promise<{ x: number; y: number }> {
    const head = await this.page.waitForSelector(`[data-testid="sheet"] button[data-name="${layer}"]`);
    // A column out of sight is scrolled to first, as a hand would; one in sight stays where it is.
    await this.page.$eval(
      '[data-testid="sheet"]',
      (sheet, name, still) => {
        const column = sheet.querySelector(`button[data-name="${name}"]`)!.getBoundingClientRect();
        const seen = sheet.getBoundingClientRect();
        // Frames, track, sound and notes stand still at the left.
        sheet.scrollLeft += Math.max(0, column.right + 20 - seen.right) - Math.max(0, seen.left + still - column.left);
      },
      layer,
      STILL_COLUMNS,
    );
    const column = (await head!.boundingBox())!;
    const rows = await this.hand.box('[data-testid="sheet-rows"]');
    const scrolled = await this.page.$eval('[data-testid="sheet"]', (element) => element.scrollTop);
    return { x: column.x + column.width / 2, y: rows.y + (frame - 1 + within) * 18 - scrolled };
  }

  /** Goes to a cell by pressing on it. */
  async toCell(layer: string, frame: number): Promise<void> {
    // A row out of sight (after playing, say) is scrolled to first, as a hand would.
    await this.page.$eval(
      '[data-testid="sheet"]',
      (sheet, top) => {
        const room = sheet.clientHeight - 60;
        if (top < sheet.scrollTop || top > sheet.scrollTop + room) sheet.scrollTop = Math.max(0, top - room / 2);
      },
      (frame - 1) * 18,
    );
    const { x, y } = await this.cell(layer, frame, 0.4);
    await this.page.mouse.click(x, y);
    await this.hand.settled();
  }

  async drag(from: { x: number; y: number }, to: { x: number; y: number }): Promise<void> {
    await this.page.mouse.move(from.x, from.y);
    await this.page.mouse.down();
    for (let i = 1; i <= 6; i++)
      await this.page.mouse.move(from.x + ((to.x - from.x) * i) / 6, from.y + ((to.y - from.y) * i) / 6);
    await this.page.mouse.up();
    await this.hand.settled();
  }

  async chooseFiles(input: string, files: { name: string; bytes: Uint8Array }[]): Promise<void> {
    const folder = mkdtempSync(join(tmpdir(), 'vignette-in-'));
    const paths = files.map(({ name, bytes }) => {
      const path = join(folder, name);
      writeFileSync(path, bytes);
      return path;
    });
    const element = await this.page.waitForSelector(`input[name="${input}"]`);
    await (element as unknown as { uploadFile(...paths: string[]): Promise<void> }).uploadFile(...paths);
  }

  frame(): Promise<number> {
    return this.page.$eval('output[aria-label="Frame"]', (element) => Number(element.textContent!.split('/')[0]));
  }

  /** Goes to a frame (from 1) by the keys that step frames; for views without the sheet. */
  async toFrame(frame: number): Promise<void> {
    for (let i = 0; i < 400; i++) {
      const now = await this.frame();
      if (now === frame) break;
      await this.hand.key(now < frame ? 'ArrowDown' : 'ArrowUp');
    }
    await this.hand.settled();
  }

  async kept(): Promise<void> {
    await this.page.waitForFunction(() =>
      /^Kept/.test(document.querySelector('[data-testid="kept"]')?.textContent ?? ''),
    );
  }

  /** What an action hands out as a file. */
  async handedOut(
    action: () => Promise<unknown>,
    timeout = 2 * LONGEST_MS,
  ): Promise<{ name: string; bytes: Uint8Array }> {
    // Another window of the same browser may have had its files come to its own folder.
    await this.hand.cdp.send('Browser.setDownloadBehavior', { behavior: 'allow', downloadPath: this.downloads });
    // A second file of the same name would take the first one's place unseen.
    for (const name of readdirSync(this.downloads)) rmSync(join(this.downloads, name));
    await action();
    const end = Date.now() + timeout;
    let size = 0;
    while (Date.now() < end) {
      // While it comes it has another name, or grows.
      const name = readdirSync(this.downloads).find((each) => !/^\.|\.(crdownload|tmp)$/.test(each));
      const bytes = name ? readFileSync(join(this.downloads, name)) : null;
      if (name && bytes && bytes.length > 0 && bytes.length === size) return { name, bytes: new Uint8Array(bytes) };
      size = bytes?.length ?? 0;
      await this.hand.wait(30);
    }
    throw new Error('Nothing was handed out.');
  }

  /** The shot's file, as it stands. */
  async saved(): Promise<Uint8Array> {
    const { bytes } = await this.handedOut(async () => {
      await this.hand.press('More for this shot');
      await this.hand.press('Save the shot file', 'menuitem');
    });
    return bytes;
  }

  /** The shot as it stands, through its own file. */
  async shot(): Promise<Shot> {
    return readShotFile(await this.saved()).shot;
  }

  /** The sheet of a layer in short: "1x2 2x2 -x3" is drawing 1 for two frames, drawing 2 for two, three empty. */
  async sheetOf(layer: string): Promise<string> {
    const shot = await this.shot();
    return layerNamed(shot, layer)
      .exposures.map(
        ({ cell, frames }) => `${cell?.kind === 'drawing' ? shot.drawings[cell.drawing].number : '-'}x${frames}`,
      )
      .join(' ');
  }

  async undo(times = 1): Promise<void> {
    for (let i = 0; i < times; i++) await this.hand.key('Control', 'KeyZ');
    await this.hand.settled();
  }

  /** Lets go of what is chosen, then chooses frames of a layer by keys. */
  async choose(layer: string, from: number, to: number): Promise<void> {
    await this.hand.key('Escape');
    await this.toCell(layer, from);
    for (let i = from; i < to; i++) await this.hand.key('Shift', 'ArrowDown');
  }

  /** Writes a number into a field and leaves it. */
  async setNumber(label: string, value: number): Promise<void> {
    const field = await this.page.waitForSelector(`input[aria-label="${label}"]`);
    await field!.click({ count: 3 });
    await field!.type(String(value));
    await this.page.evaluate(() => (document.activeElement as HTMLElement).blur());
  }

  /** The window's colours within a few pixels of a paper point, as [r, g, b] each. */
  async coloursAround(x: number, y: number, reach = 8): Promise<[number, number, number][]> {
    const [at] = await this.onPaper([{ x, y }]);
    const side = 2 * reach + 1;
    const clip = { x: Math.round(at.x) - reach, y: Math.round(at.y) - reach, width: side, height: side };
    const image = await loadImage(Buffer.from(await this.page.screenshot({ clip })));
    const context = createCanvas(side, side).getContext('2d');
    context.drawImage(image, 0, 0);
    const { data } = context.getImageData(0, 0, side, side);
    return Array.from({ length: side * side }, (_, i) => [data[4 * i], data[4 * i + 1], data[4 * i + 2]]);
  }

  /** Whether a colour of this kind comes to be seen near a paper point, within a few seconds. */
  sees(
    x: number,
    y: number,
    kind: (colour: [number, number, number]) => boolean,
    milliseconds?: number,
  ): Promise<boolean> {
    return this.within(async () => (await this.coloursAround(x, y)).some(kind), milliseconds);
  }

  /** Whether no such colour is seen there any more, within a few seconds. */
  seesNo(x: number, y: number, kind: (colour: [number, number, number]) => boolean): Promise<boolean> {
    return this.within(async () => !(await this.coloursAround(x, y)).some(kind));
  }

  /** Asks until the answer is yes; a busy machine paints late, but it paints. */
  private async within(ask: () => Promise<boolean>, milliseconds = 6000): Promise<boolean> {
    const end = Date.now() + milliseconds;
    while (Date.now() < end) {
      if (await ask()) return true;
      await this.hand.wait(120);
    }
    return false;
  }
}

export const layerNamed = (shot: Shot, name: string): Layer => shot.layers.find((layer) => layer.name === name)!;

export function drawingsOf(shot: Shot, layer: string): Drawing[] {
  const { id } = layerNamed(shot, layer);
  return Object.values(shot.drawings)
    .filter((drawing) => drawing.layerId === id)
    .sort((a, b) => a.number - b.number);
}
