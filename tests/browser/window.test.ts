/** The window and its bars by hand: words at the foot, commands found, parts gone to by key, layers alone, the whole window, lamp, keys. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { describe, expect, test } from 'vitest';
import { writeShotFile } from '../../src/core/shotfile/index.ts';
import { smallShot } from '../make.ts';
import type { Animator } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
  await animator.newShot({ title: 'Window', width: 640, height: 360, length: 24 });
  await animator.hand.key('KeyW');
  await animator.toCell('Clean', 1);
  await animator.draw(animator.ring(320, 180, 60, 16));
});

/** Drawn on: the rough has a tint of its own. */
const dark = ([r, g, b]: number[]) => r + g + b < 700;
const said = () => animator.page.$eval('output[aria-label="Said"]', (line) => line.textContent);

describe('words', () => {
  test('stand at the foot of the window, never on the paper; an edit they speak of is taken back beside them', async () => {
    await animator.toCell('Clean', 1);
    await animator.hand.key('AltLeft', 'KeyM');
    await animator.hand.text('“Clean” is merged into “Rough”');
    const foot = await animator.hand.box('footer');
    const paper = await animator.hand.box('[data-testid="paper"]');
    expect(foot.y).toBeGreaterThanOrEqual(paper.y + paper.height);
    const before = await said();
    await animator.hand.press('What was said last', 'button');
    await animator.page.waitForFunction(
      (words) =>
        document.querySelector('[role="dialog"][aria-label="What was said last"]')?.textContent?.includes(words!),
      {},
      before,
    );
    await animator.hand.key('Escape');
    await animator.toCell('Rough', 1);
    await animator.undo();
    await animator.toCell('Clean', 1);
    await animator.hand.key('AltLeft', 'KeyM');
    await animator.hand.press('Take it back', 'button');
    await animator.page.waitForSelector('button[data-layer]:nth-of-type(2)');
    expect((await animator.shot()).layers.map(({ name }) => name)).toContain('Clean');
  });
});

describe('commands', () => {
  test('are found by what they do, run by Enter, and stand first the next time', async () => {
    await animator.hand.key('Control', 'KeyK');
    await animator.page.waitForSelector('input[aria-label="Part of a command\'s name"]');
    await animator.page.keyboard.type('shows the paper mirrored');
    await animator.hand.text('Shows the paper mirrored, to see faults; drawings stay as they are.');
    await animator.hand.key('Enter');
    await animator.page.waitForFunction(() => !document.querySelector('[role="dialog"]'));
    await animator.hand.key('Control', 'KeyK');
    await animator.hand.text('Run lately');
    const first = await animator.page.$eval('[cmdk-item]', (item) => item.textContent);
    expect(first).toContain('Mirrored view on / off');
    await animator.hand.key('Enter');
  });
  test('all stand in the menu, under what they concern', async () => {
    await animator.hand.press('Menu', 'button');
    await animator.hand.press('Ghosts', 'menuitem');
    await animator.page.waitForFunction(() =>
      [...document.querySelectorAll('[role="menuitem"]')].some((item) =>
        item.textContent?.includes('Pin this drawing'),
      ),
    );
    await animator.hand.key('Escape');
    await animator.hand.key('Escape');
  });
  test('F6 goes from one part of the window to the next, and Enter presses what is there', async () => {
    const places: string[] = [];
    for (let k = 0; k < 12; k++) {
      await animator.hand.key('F6');
      places.push(
        await animator.page.evaluate(() => {
          const region = document.activeElement?.closest('header, nav, footer, section[aria-label], main > *');
          return `${region?.localName} ${region?.getAttribute('aria-label') ?? ''}`;
        }),
      );
    }
    expect(new Set(places).size).toBeGreaterThanOrEqual(4);
    expect(places).toContain('nav Tools');
    expect(places).toContain('section Sheet');
    while (!(await animator.page.evaluate(() => !!document.activeElement?.closest('nav[aria-label="Tools"]'))))
      await animator.hand.key('F6');
    await animator.hand.key('Tab');
    await animator.hand.key('Tab');
    await animator.hand.key('Enter');
    await animator.page.waitForFunction(
      () => document.querySelector('nav[aria-label="Tools"] [aria-pressed="true"]')?.textContent === 'Brush',
    );
    await animator.page.mouse.click(700, 60);
    await animator.hand.key('KeyW');
  });
});

describe('by keyboard alone', () => {
  test('a layer is taken up, moved and let go', async () => {
    const order = async () => (await animator.shot()).layers.map(({ name }) => name);
    const before = await order();
    await animator.hand.press('Layers', 'tab');
    await animator.page.focus('button[aria-label="Move Clean"]');
    await animator.hand.key('Tab');
    await animator.page.focus('button[aria-label="Move Clean"]');
    await animator.hand.key('Space');
    await animator.hand.wait(200);
    await animator.hand.key('ArrowDown');
    await animator.hand.wait(300);
    await animator.hand.key('Space');
    await animator.hand.wait(300);
    expect(await order()).toEqual([...before].reverse());
    await animator.undo();
  });
});

describe('a layer alone', () => {
  test('is all that is seen and played; it is said for as long as it lasts, and undone by the same key', async () => {
    await animator.toCell('Rough', 1);
    await animator.draw(animator.ring(100, 180, 40, 16));
    await animator.toCell('Clean', 1);
    expect(await animator.sees(60, 180, dark)).toBe(true);
    await animator.hand.key('AltLeft', 'Digit9');
    await animator.hand.text('Only Clean shown; deliveries have all layers');
    await animator.hand.wait(500);
    expect(await animator.sees(60, 180, dark)).toBe(false);
    expect(await animator.sees(260, 180, dark)).toBe(true);
    // Nothing of the shot has changed by it.
    expect((await animator.shot()).layers.every(({ visible }) => visible)).toBe(true);
    await animator.toCell('Rough', 1);
    await animator.hand.key('AltLeft', 'Digit0');
    await animator.hand.wait(500);
    expect(await animator.sees(60, 180, dark)).toBe(true);
    await animator.hand.press('All again', 'button');
    await animator.page.waitForFunction(() => !document.body.innerText.includes('deliveries have all layers'));
    await animator.toCell('Clean', 1);
  });
});

describe('the arrangement', () => {
  test('one key gives the paper the whole window; the sheet slides in at the edge', async () => {
    const before = await animator.hand.box('[data-testid="paper"]');
    await animator.hand.key('Slash');
    await animator.hand.wait(400);
    const whole = await animator.hand.box('[data-testid="paper"]');
    expect(whole.width).toBeGreaterThan(before.width + 300);
    expect(whole.height).toBeGreaterThan(before.height + 150);
    const sheetLeft = () =>
      animator.page.$eval('section[aria-label="Sheet"]', (sheet) => sheet.getBoundingClientRect().left);
    expect(await sheetLeft()).toBeGreaterThanOrEqual(whole.x + whole.width - 1);
    await animator.page.mouse.move(600, 300);
    await animator.page.mouse.move(whole.x + whole.width - 3, 300, { steps: 6 });
    await animator.page.waitForFunction(
      (edge) => document.querySelector('section[aria-label="Sheet"]')!.getBoundingClientRect().left < edge - 300,
      {},
      whole.x + whole.width,
    );
    await animator.page.mouse.move(400, 300);
    await animator.hand.key('Slash');
    await animator.page.waitForSelector('header');
  });
  test('for the left hand the sheet stands left and the tools right; it is remembered', async () => {
    await animator.hand.key('Control', 'Alt', 'KeyR');
    const places = () =>
      animator.page.evaluate(() =>
        ['nav[aria-label="Tools"]', 'section[aria-label="Sheet"]', '[data-testid="paper"]'].map(
          (part) => document.querySelector(part)!.getBoundingClientRect().left,
        ),
      );
    await animator.page.waitForFunction(
      () => document.querySelector('nav[aria-label="Tools"]')!.getBoundingClientRect().left > 500,
    );
    await animator.kept();
    await animator.page.reload();
    await animator.deskReady({ width: 640, height: 360 });
    const [tools, sheet, paper] = await places();
    expect(sheet).toBeLessThan(paper);
    expect(paper).toBeLessThan(tools);
    await animator.hand.key('Control', 'Alt', 'KeyR');
    await animator.page.waitForFunction(
      () => document.querySelector('nav[aria-label="Tools"]')!.getBoundingClientRect().left < 50,
    );
  });
  test('by lamp the desk is dark and its words are read; the paper stays as it is', async () => {
    const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
    await animator.hand.key('Control', 'Alt', 'KeyL');
    await animator.hand.key('Control', 'Alt', 'KeyL');
    await animator.page.waitForSelector('html[data-looks="lamp"]');
    await animator.hand.wait(600);
    expect(await animator.sees(20, 20, ([r, g, b]) => r + g + b > 700)).toBe(true);
    const ground = await animator.page.$eval('header', (bar) => getComputedStyle(bar).backgroundColor);
    expect(ground).toBe('rgb(42, 42, 40)');
    await animator.page.evaluate(axe);
    const contrast = await animator.page.evaluate(async () => {
      const { axe: run } = window as unknown as {
        axe: { run(options: object): Promise<{ violations: { nodes: { html: string; failureSummary: string }[] }[] }> };
      };
      const { violations } = await run.run({ runOnly: ['color-contrast'] });
      return violations.flatMap(({ nodes }) =>
        nodes.map((node) => `${node.html.slice(0, 120)} ${node.failureSummary}`),
      );
    });
    expect(contrast).toEqual([]);
    await animator.hand.key('Control', 'Alt', 'KeyL');
    await animator.page.waitForSelector('html[data-looks="day"]');
  });
});

describe('keys', () => {
  test('a key that is another command’s is said; sets and the first keys come back by a press', async () => {
    await animator.hand.key('Shift', 'Slash');
    await animator.page.waitForSelector('input[placeholder="look for a command"]');
    await animator.page.type('input[placeholder="look for a command"]', 'mirrored');
    await animator.hand.press('Key of Mirrored view on / off: R', 'button');
    await animator.hand.key('KeyQ');
    await animator.hand.text('Q was the key of “Pencil”, which has none now.');
    await animator.hand.press('Left hand draws', 'button');
    await animator.hand.press('Key of Mirrored view on / off: U', 'button');
    // Tab is never a command's: it goes on to the next button.
    await animator.hand.key('Tab');
    await animator.hand.press('Right hand draws', 'button');
    await animator.page.waitForSelector('[aria-label="Key of Mirrored view on / off: R"]');
    const { name, bytes } = await animator.handedOut(() => animator.hand.press('To a file', 'button'));
    expect(name).toBe('keys.json');
    expect(JSON.parse(new TextDecoder().decode(bytes))).toEqual({ format: 'vignette-keys', version: 1, keys: {} });
    await animator.hand.key('Escape');
  });
});

describe('the shelf', () => {
  test('a shot plays while the pen rests on it, and stands still again when the pen leaves', async () => {
    await animator.hand.key('Shift', 'Escape');
    const card = 'a[aria-label="Open Lamp at the corner"]';
    await animator.page.waitForSelector(`${card} img`);
    const picture = () => animator.page.$eval(`${card} img`, (image) => (image as HTMLImageElement).src);
    const still = await picture();
    await animator.page.hover(card);
    await animator.page.waitForFunction(
      (selector, before) => (document.querySelector(selector) as HTMLImageElement).src !== before,
      {},
      `${card} img`,
      still,
    );
    const first = await picture();
    await animator.page.waitForFunction(
      (selector, before) => (document.querySelector(selector) as HTMLImageElement).src !== before,
      {},
      `${card} img`,
      first,
    );
    await animator.page.mouse.move(2, 2);
    await animator.page.waitForFunction(
      (selector, before) => (document.querySelector(selector) as HTMLImageElement).src === before,
      {},
      `${card} img`,
      still,
    );
  });
  test('a file of an earlier form says so', async () => {
    const parts = unzipSync(writeShotFile(smallShot().shot, new Map()));
    parts['vignette.json'] = strToU8('{"format":"vignette-shot","version":8}');
    await animator.chooseFiles('shot-file', [{ name: 'older.vignette', bytes: zipSync(parts) }]);
    await animator.hand.text('Its file is in an earlier form');
  });
  test('is looked through, sorted, kept in folders; several shots are taken at once', async () => {
    await animator.page.waitForSelector('input[aria-label="Look for a shot"]');
    const titles = () =>
      animator.page.$$eval('input[aria-label^="Name of"]', (all) =>
        all.map((each) => (each as HTMLInputElement).value),
      );
    await animator.page.type('input[aria-label="Look for a shot"]', 'wind');
    await animator.page.waitForFunction(() => document.querySelectorAll('input[aria-label^="Name of"]').length === 1);
    expect(await titles()).toEqual(['Window']);
    await animator.page.click('[role="checkbox"][aria-label="Choose Window"]');
    await animator.hand.press('Duplicate', 'button');
    await animator.hand.text('1 shot duplicated.');
    expect(await titles()).toEqual(['Window, copy', 'Window']);
    await animator.hand.choose('Order of the shelf', 'name');
    await animator.page.waitForFunction(
      () => (document.querySelector('input[aria-label^="Name of"]') as HTMLInputElement).value === 'Window',
    );
    await animator.page.click('[role="checkbox"][aria-label="Choose Window"]');
    await animator.page.click('[role="checkbox"][aria-label="Choose Window, copy"]');
    await animator.hand.text('2 shots chosen');
    await animator.page.type('input[aria-label="Folder of the chosen shots"]', 'night');
    await animator.hand.key('Enter');
    await animator.page.waitForSelector('section[aria-label="night"]');
    await animator.page.$eval('input[aria-label="Look for a shot"]', (field) => (field as HTMLInputElement).select());
    await animator.page.type('input[aria-label="Look for a shot"]', 'night');
    await animator.page.waitForFunction(() => document.querySelectorAll('input[aria-label^="Name of"]').length === 2);
  });
  test('help tells the work in its order, with the keys as they are, and leads there', async () => {
    await animator.hand.press('Help', 'link');
    await animator.hand.text('Draw and flip');
    await animator.page.type('input[aria-label="Look for what you want to do"]', 'see faults');
    await animator.page.waitForFunction(() =>
      document
        .querySelector('ul[aria-label="Commands that were found"]')
        ?.textContent?.includes('Mirrored view on / off'),
    );
    await animator.page.$eval('input[aria-label="Look for what you want to do"]', (field) =>
      (field as HTMLInputElement).select(),
    );
    await animator.hand.key('Delete');
    await animator.page.click('#check a');
    await animator.page.waitForSelector('[role="radiogroup"][aria-label="Check"]');
  });
});
