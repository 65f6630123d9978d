/** Short forms of the campaigns (`npm run trial`), and single accidents by hand: a palm, words typed while one goes on, keyboards. */
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Browser } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest';
import { run as disk } from '../../trial/disk.ts';
import { run as kill } from '../../trial/kill.ts';
import type { Outcome, Wishes } from '../../trial/report.ts';
import { run as tabs } from '../../trial/tabs.ts';
import { run as workers } from '../../trial/workers.ts';
import { picturesOf } from '../gif.ts';
import { launch } from './driver.ts';
import { Animator, drawingsOf } from './hands.ts';
import { paintedRing } from './painter.ts';

const VOICE = new Uint8Array(
  readFileSync(fileURLToPath(new URL('../../demo/data/there-you-are.wav', import.meta.url))),
);

let browser: Browser;
/** The window that all single accidents happen in, one shot after another. */
let opened: Animator | null = null;
beforeAll(async () => {
  ({ browser } = await launch());
});
afterAll(async () => {
  await browser.close();
  expect(opened?.hand.errors).toEqual([]);
});

async function start(title: string): Promise<Animator> {
  if (opened) await opened.toShelf();
  else opened = await Animator.open(browser, inject('address'));
  await opened.shelfReady();
  await opened.newShot({ title, width: 640, height: 360 });
  return opened;
}

describe('campaigns, short', () => {
  const SHORT: Record<string, [(wishes: Wishes, address?: string) => Promise<Outcome>, number]> = {
    kill: [kill, 2],
    tabs: [tabs, 1],
    disk: [disk, 1],
    workers: [workers, 2],
  };
  for (const [name, [run, count]] of Object.entries(SHORT)) {
    test(name, async () => {
      const { failures, summary } = await run({ count, seed: 20261127 }, inject('address'));
      expect(failures, summary).toEqual([]);
      // Longer than all that a campaign waits for one after another: what failed is told by the campaign itself.
    }, 400_000);
  }
});

describe('the pen’s line is safe', () => {
  test('a palm that comes to rest while the pen draws neither ends the line nor moves the paper', async () => {
    const animator = await start('Palm');
    const line = await animator.onPaper([
      { x: 100, y: 100 },
      { x: 300, y: 120 },
      { x: 500, y: 100 },
    ]);
    const { cdp } = animator.hand;
    const pen = (type: string, { x, y }: { x: number; y: number }) =>
      cdp.send('Input.dispatchMouseEvent', {
        type: type as 'mousePressed',
        x,
        y,
        button: 'left',
        buttons: type === 'mouseReleased' ? 0 : 1,
        clickCount: 1,
        pointerType: 'pen',
        force: 0.5,
      });
    const palm = [
      { x: line[2].x + 20, y: line[2].y + 120, id: 1 },
      { x: line[2].x + 70, y: line[2].y + 150, id: 2 },
    ];
    await pen('mousePressed', line[0]);
    await pen('mouseMoved', line[1]);
    await cdp.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: palm });
    await cdp.send('Input.dispatchTouchEvent', {
      type: 'touchMove',
      touchPoints: palm.map((point) => ({ ...point, y: point.y + 30 })),
    });
    await pen('mouseMoved', line[2]);
    await cdp.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
    await pen('mouseReleased', line[2]);
    await animator.hand.wait(100);
    const [drawing] = drawingsOf(await animator.shot(), 'Clean');
    expect(drawing.ink).toHaveLength(1);
    const { points } = drawing.ink[0];
    expect(points.at(-6)).toBeCloseTo(500, -1);
    // The paper lies where it lay: the same place is hit again.
    await animator.draw(animator.ring(300, 200, 20));
    const [again] = drawingsOf(await animator.shot(), 'Clean');
    expect(again.ink[1].points[0]).toBeCloseTo(320, -1);
  });
});

describe('typed text lands where it was begun', () => {
  test('a note begun on frame 1 is taken there, though one has gone on to frame 6', async () => {
    const animator = await start('Notes');
    await animator.toCell('Clean', 1);
    await animator.hand.key('KeyJ');
    await animator.page.keyboard.type('turns his head');
    // The hand goes elsewhere: what was written is taken where it was begun.
    await animator.toCell('Clean', 6);
    await animator.hand.wait(150);
    const { notes } = await animator.shot();
    expect(notes.map(({ frame, text }) => [frame, text])).toEqual([[0, 'turns his head']]);
  });

  test('a note begun while it plays is for the frame it was begun on; playing ends', async () => {
    const animator = await start('Notes while playing');
    await animator.hand.key('Space');
    await animator.page.waitForSelector('button[aria-label="Stop"]');
    await animator.hand.wait(700);
    await animator.hand.key('KeyJ');
    const begun = await animator.frame();
    await animator.page.keyboard.type('blink');
    await animator.hand.wait(500);
    await animator.hand.key('Enter');
    expect((await animator.shot()).notes.map(({ frame }) => frame + 1)).toEqual([begun]);
    expect(await animator.frame()).toBe(begun);
  });

  test('a word half chosen in an input method is not taken by its Enter', async () => {
    const animator = await start('Input method');
    await animator.hand.key('KeyJ');
    const { cdp } = animator.hand;
    await cdp.send('Input.imeSetComposition', { text: 'にほ', selectionStart: 2, selectionEnd: 2 });
    await cdp.send('Input.dispatchKeyEvent', {
      type: 'keyDown',
      key: 'Enter',
      code: 'Enter',
      windowsVirtualKeyCode: 229,
    });
    await animator.hand.wait(100);
    expect(await animator.page.$('input[aria-label="Note"]')).not.toBeNull();
    await cdp.send('Input.insertText', { text: '日本' });
    await animator.hand.key('Enter');
    await animator.hand.wait(100);
    expect((await animator.shot()).notes.map(({ text }) => text)).toEqual(['日本']);
  });

  test('a right press on a sound of the reading opens its menu and rubs nothing out', async () => {
    const animator = await start('Reading');
    await animator.view('sound');
    await animator.chooseFiles('sound-files', [{ name: 'line.wav', bytes: VOICE }]);
    await animator.page.waitForSelector('[data-clip]').catch(() => undefined);
    await animator.view('desk');
    await animator.hand.key('Control', 'KeyJ');
    await animator.page.keyboard.type('AA');
    await animator.hand.key('Enter');
    await animator.hand.key('Escape');
    await animator.view('sound');
    const box = await animator.hand.box('[data-sound="AA"]');
    await animator.page.mouse.click(box.x + box.width / 2, box.y + box.height / 2, { button: 'right' });
    await animator.hand.text('Rub it out');
    expect((await animator.shot()).reading).toHaveLength(1);
    await animator.page.mouse.click(box.x + box.width / 2, box.y + box.height / 2, { button: 'right' });
    await animator.hand.press('Rub it out', 'menuitem');
    await animator.hand.wait(100);
    expect((await animator.shot()).reading).toEqual([]);
  });
});

describe('keys', () => {
  /** A key of a keyboard of another country: its place, and what is written on it. */
  async function press(animator: Animator, code: string, key: string, modifiers = 0): Promise<void> {
    const { cdp } = animator.hand;
    const own = { code, key, modifiers, windowsVirtualKeyCode: key.toUpperCase().charCodeAt(0) };
    await cdp.send('Input.dispatchKeyEvent', { type: 'rawKeyDown', ...own });
    await cdp.send('Input.dispatchKeyEvent', { type: 'keyUp', ...own });
    await animator.hand.wait(120);
  }
  const CTRL = 2;
  const lines = async (animator: Animator) => drawingsOf(await animator.shot(), 'Clean')[0]?.ink.length ?? 0;

  test('Ctrl Z takes back on German, French and Russian keyboards; Ctrl Y does it again where it is written', async () => {
    const animator = await start('Keyboards');
    for (let i = 0; i < 3; i++) await animator.draw(animator.ring(120 + i * 160, 180, 40));
    const keyboards: [string, string, string][] = [
      ['German', 'KeyY', 'z'],
      ['French', 'KeyW', 'z'],
      ['Russian', 'KeyZ', 'я'],
    ];
    for (const [i, [country, code, key]] of keyboards.entries()) {
      await press(animator, code, key, CTRL);
      expect(await lines(animator), country).toBe(2 - i);
    }
    // On a German keyboard the place of the English Z is a Y: nothing is taken back by it.
    await animator.draw(animator.ring(300, 100, 30));
    const there = await lines(animator);
    await press(animator, 'KeyZ', 'y', CTRL);
    expect(await lines(animator)).toBe(there);
  });

  test('a button gone to by Tab is pressed by Enter and Space; after the pen has pressed one, Space plays', async () => {
    const animator = await start('Focus');
    const focusOn = async (label: string) => {
      for (let i = 0; i < 80; i++) {
        await animator.hand.key('Tab');
        if ((await animator.page.evaluate(() => document.activeElement?.getAttribute('aria-label'))) === label) return;
      }
      throw new Error(`${label} is not reached by Tab.`);
    };
    const looped = () => animator.page.$eval('button[aria-label="Loop"]', (each) => each.getAttribute('aria-pressed'));
    const before = await looped();
    await focusOn('Loop');
    await animator.hand.key('Space');
    expect(await looped()).not.toBe(before);
    await animator.hand.key('Enter');
    expect(await looped()).toBe(before);
    expect(await animator.page.$('button[aria-label="Stop"]')).toBeNull();
    await animator.hand.press('Loop', 'button');
    await animator.hand.key('Space');
    await animator.page.waitForSelector('button[aria-label="Stop"]');
    await animator.hand.key('Space');
    // A view is gone to by keyboard alone.
    for (let i = 0; i < 150; i++) {
      await animator.hand.key('Tab');
      if (await animator.page.evaluate(() => document.activeElement?.getAttribute('href')?.endsWith('/sound'))) break;
    }
    await animator.hand.key('Enter');
    await animator.page.waitForFunction(() => location.pathname.endsWith('/sound'));
  });
});

describe('work that takes its time', () => {
  test('paint carried through leaves what the hand paints meanwhile, and says which drawing that is', async () => {
    const animator = await start('Carried');
    const middle = await paintedRing(animator, 11);
    // The hand is at the last drawing, whose regions are read ahead, and pours while the others are computed.
    await animator.toFrame(23);
    await animator.hand.wait(600);
    const carrying = animator.hand.text('changed meanwhile');
    await animator.hand.key('Shift', 'KeyF');
    await animator.hand.pen([middle, middle]);
    await carrying;
    const drawings = drawingsOf(await animator.shot(), 'Clean');
    expect(drawings.at(-1)!.paint[0].sure).toBeNull();
    expect(drawings.slice(1, -1).every(({ paint }) => paint.length > 0 && paint[0].sure !== null)).toBe(true);
  });
});

describe('the record of a step is damaged', () => {
  test('undo says so, the shot is as it was, and drawing goes on', async () => {
    const animator = await start('Damaged record');
    for (let i = 0; i < 3; i++) await animator.draw(animator.ring(120 + i * 160, 180, 40));
    await animator.kept();
    // Long enough at rest for a snapshot to be written.
    await animator.hand.wait(5000);
    await animator.page.evaluate(
      () =>
        new Promise<void>((done) => {
          const open = indexedDB.open('vignette');
          open.onsuccess = () => {
            const journal = open.result.transaction('journal', 'readwrite').objectStore('journal');
            journal.openCursor().onsuccess = ({ target }) => {
              const cursor = (target as IDBRequest<IDBCursorWithValue | null>).result;
              if (!cursor) {
                open.result.close();
                done();
                return;
              }
              if (cursor.value.seq === 2) cursor.update({ ...cursor.value, inverse: 'lost' });
              cursor.continue();
            };
          };
        }),
    );
    await animator.page.reload();
    await animator.deskReady({ width: 640, height: 360 });
    const lines = async () => drawingsOf(await animator.shot(), 'Clean')[0].ink.length;
    expect(await lines()).toBe(3);
    await animator.undo();
    expect(await lines()).toBe(2);
    await animator.undo();
    await animator.hand.text('their record is damaged');
    expect(await lines()).toBe(2);
    await animator.draw(animator.ring(300, 100, 30));
    await animator.undo();
    expect(await lines()).toBe(2);
  });
});

describe('deliveries and devices', () => {
  test('a delivery goes on while one draws on, from view to view and on the shelf; closing the page asks', async () => {
    const animator = await start('Delivered');
    await animator.draw(animator.ring(320, 180, 90));
    await animator.view('export');
    // Every frame by itself, and large: that takes its time.
    await animator.page.$$eval('label', (all) =>
      (all.find((each) => each.textContent?.includes('Write a held picture once')) as HTMLElement).click(),
    );
    await animator.hand.press('100 %', 'button');
    const percent = await animator.page.waitForSelector('aria/Per cent[role="spinbutton"]');
    await percent!.click({ count: 3 });
    await percent!.type('500');
    const asks = () =>
      animator.page.evaluate(() => !window.dispatchEvent(new Event('beforeunload', { cancelable: true })));
    const file = await animator.handedOut(async () => {
      await animator.hand.press('Write the GIF');
      await animator.view('desk');
      await animator.page.waitForSelector('[data-testid="delivering"]');
      await animator.draw(animator.ring(200, 100, 30));
      expect(await asks()).toBe(true);
      await animator.toShelf();
      await animator.page.waitForSelector('[data-testid="shelf"] [data-testid="delivering"]');
    });
    expect(file.name).toBe('delivered.gif');
    expect(file.bytes.length).toBeGreaterThan(10_000);
    // What was drawn after the order is not in it: one ring, not two.
    const [first] = picturesOf(file.bytes);
    const { width } = first.dims;
    const dark = (x: number, y: number) => first.data[4 * (y * 5 * width + x * 5)] < 150;
    const crossed = (x: number, y: number, reach: number) =>
      Array.from({ length: 2 * reach }, (_, i) => dark(x - reach + i, y)).some(Boolean);
    expect(crossed(230, 180, 8)).toBe(true);
    expect(crossed(170, 100, 8)).toBe(false);
    expect(await asks()).toBe(false);
    await animator.hand.press('Open Delivered');
    await animator.deskReady({ width: 640, height: 360 });
    expect(drawingsOf(await animator.shot(), 'Clean')[0].ink).toHaveLength(2);
  });

  test('a camera that is left before it has opened is let go', async () => {
    const animator = await start('Camera');
    await animator.view('reference');
    const live = await animator.page.evaluate(async () => {
      const tracks: MediaStreamTrack[] = [];
      const canvas = document.createElement('canvas');
      canvas.getContext('2d')!.fillRect(0, 0, 9, 9);
      let open: (stream: MediaStream) => void = () => {};
      const slow = new Promise<MediaStream>((done) => {
        open = done;
      });
      navigator.mediaDevices.enumerateDevices = async () =>
        [{ kind: 'videoinput', deviceId: 'slow', label: 'Slow camera' }] as MediaDeviceInfo[];
      navigator.mediaDevices.getUserMedia = () => slow;
      (window as unknown as { openSlow(): void }).openSlow = () => {
        const stream = canvas.captureStream(1);
        tracks.push(...stream.getTracks());
        open(stream);
      };
      (window as unknown as { states(): string[] }).states = () => tracks.map(({ readyState }) => readyState);
      return tracks.length;
    });
    expect(live).toBe(0);
    await animator.hand.press('Record yourself', 'button');
    await animator.page.waitForSelector('section[aria-label="Record yourself"]');
    await animator.hand.wait(300);
    await animator.hand.press('Leave it', 'button');
    await animator.page.evaluate(() => (window as unknown as { openSlow(): void }).openSlow());
    await animator.hand.wait(200);
    const states = await animator.page.evaluate(() => (window as unknown as { states(): string[] }).states());
    expect(states).toEqual(['ended']);
  });
});
