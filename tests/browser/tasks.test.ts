/** Twelve tasks of docs/TASKS.md, each done by keyboard alone; the pointer is only used to read what came of it. */
import { describe, expect, test } from 'vitest';
import type { Animator } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;
type Key = Parameters<Animator['hand']['key']>[0];

withAnimator(async (opened) => {
  animator = opened;
});

const keys = async (...all: (Key | Key[])[]) => {
  for (const each of all) {
    await (Array.isArray(each) ? animator.hand.key(...each) : animator.hand.key(each));
    await animator.hand.settled();
  }
};

/** The name of what has the focus, as it is spoken. */
const focused = () =>
  animator.page.evaluate(() => {
    const at = document.activeElement === document.body ? null : document.activeElement;
    return at?.getAttribute('aria-label') ?? at?.closest('label')?.textContent ?? at?.textContent?.trim() ?? '';
  });

/** Goes on with Tab until what is named so has the focus. */
async function tabTo(name: string | RegExp, key: Key[] = ['Tab'], most = 140): Promise<void> {
  const seen: string[] = [];
  for (let i = 0; i < most; i++) {
    const now = await focused();
    if (typeof name === 'string' ? now === name : name.test(now)) return;
    seen.push(now.slice(0, 30));
    await animator.hand.key(...key);
  }
  throw new Error(`Tab does not come to ${name}: ${seen.slice(-40).join(' | ')}`);
}

const type = (text: string) => animator.page.keyboard.type(text);
const sheet = () => animator.sheetOf('Clean');

describe('twelve tasks by keyboard alone', () => {
  test('1: make a shot', async () => {
    await tabTo('New shot');
    await keys('Enter');
    await animator.page.waitForSelector('[role="dialog"] input');
    await keys(['Control', 'KeyA']);
    await type('By key');
    await keys('Enter');
    await animator.deskReady({ width: 1920, height: 1080 });
    expect((await animator.shot()).title).toBe('By key');
  });
  test('2: three drawings, the first and the last marked as keys', async () => {
    await keys('KeyW', 'KeyN', 'KeyK', 'KeyN', 'KeyN', 'KeyK', 'KeyA', 'KeyA');
    const shot = await animator.shot();
    const roles = Object.values(shot.drawings)
      .sort((a, b) => a.number - b.number)
      .map(({ role }) => role);
    expect(roles).toEqual(['key', 'between', 'key']);
    expect(await animator.frame()).toBe(1);
  });
  test('3: hold longer, and a hold typed', async () => {
    const before = await sheet();
    await keys('Equal');
    expect(await sheet()).not.toBe(before);
    await keys('Digit6', 'Enter');
    expect(await sheet()).toMatch(/^1x6 /);
  });
  test('4: choose frames and put them on twos', async () => {
    await keys('Home');
    for (let i = 0; i < 11; i++) await animator.hand.key('ShiftLeft', 'ArrowDown');
    await keys(['AltLeft', 'Digit2']);
    expect(await sheet()).toMatch(/^1x2 2x2 3x2/);
    await keys('Escape');
  });
  test('5: name a frame, write a note', async () => {
    await keys('Home', 'Backslash');
    await type('takes off');
    await keys('Enter', 'ArrowDown', 'KeyJ');
    await type('lower here');
    await keys('Enter', 'Escape');
    const { markers, notes } = await animator.shot();
    expect(markers).toMatchObject([{ frame: 0, name: 'takes off' }]);
    expect(notes).toMatchObject([{ frame: 1, text: 'lower here' }]);
  });
  test('6: add a layer, move it in the stack', async () => {
    await tabTo('Add a layer');
    await keys('Enter');
    await animator.page.waitForSelector('[role="menu"]');
    await keys('ArrowDown', 'ArrowDown', 'Enter');
    await animator.page.waitForFunction(() => document.querySelectorAll('[data-layer-row]').length === 3);
    const names = async () => (await animator.shot()).layers.map(({ name }) => name);
    expect(await names()).toEqual(['Rough', 'Clean', 'Effect']);
    await keys(['AltLeft', 'ArrowRight']);
    expect(await names()).toEqual(['Rough', 'Effect', 'Clean']);
    await keys(['AltLeft', 'ArrowLeft']);
  });
  test('7: find a command by what it does', async () => {
    await keys(['Control', 'KeyK']);
    await animator.page.waitForSelector('[role="dialog"] input');
    await type('first frame');
    await animator.page.waitForSelector('[cmdk-item]');
    await keys('Enter');
    await animator.page.waitForFunction(() => !document.querySelector('[role="dialog"]'));
    expect(await animator.frame()).toBe(1);
  });
  test('8: give a command another key', async () => {
    await keys(['ShiftLeft', 'Slash']);
    await animator.page.waitForSelector('[role="dialog"] input');
    await type('one frame on');
    await tabTo(/^Key of One frame on/);
    await keys('Enter', 'KeyF');
    await animator.page.waitForFunction(() => document.querySelector('[role="dialog"]')?.textContent?.includes('Pour'));
    await keys('Escape', 'Escape');
    await animator.page.waitForFunction(() => !document.querySelector('[role="dialog"]'));
    await keys('Home', 'KeyF');
    expect(await animator.frame()).toBe(2);
  });
  test('9: play a range in a loop', async () => {
    await keys('Home', 'BracketLeft');
    for (let i = 0; i < 5; i++) await animator.hand.key('ArrowDown');
    await keys('BracketRight', 'Space');
    await animator.page.waitForSelector('output[aria-label="Playing"]');
    await animator.hand.wait(900);
    await keys('Space');
    expect(await animator.frame()).toBeLessThanOrEqual(6);
  });
  test('10: a mouth chart, and mouths on frames', async () => {
    await keys(['ControlLeft', 'AltLeft', 'ShiftLeft', 'KeyM']);
    await animator.hand.text('A chart of ten mouths is in Parts');
    await keys('Home');
    await tabTo(/^Put mouth A on this frame/);
    await keys('Enter');
    const { layers } = await animator.shot();
    expect(layers.find(({ purpose }) => purpose === 'mouth')!.exposures[0].cell).not.toBeNull();
    // On a mouth layer digits are mouths.
    await keys('F6', 'Escape', 'ArrowDown', 'ArrowDown', 'Digit2');
    const shot = await animator.shot();
    const kinds = Object.values(shot.drawings).flatMap(({ mouth }) => mouth?.kind ?? []);
    expect(kinds).toContain('closed');
  });
  test('11: the next swatch, and another colour for one', async () => {
    await keys(['ShiftLeft', 'Digit4']);
    await animator.page.waitForFunction(() => location.pathname.endsWith('/paint'));
    await animator.hand.settled();
    await keys(['ShiftLeft', 'KeyX']);
    await tabTo('Colour of coat');
    await keys('Enter');
    await tabTo('Colour of coat as hexadecimal');
    await keys(['Control', 'KeyA']);
    await type('#2e8b57');
    await keys('Enter', 'Escape');
    const { palettes } = await animator.shot();
    expect(palettes[0].swatches.find(({ name }) => name === 'coat')!.colour).toBe('#2e8b57');
  });
  test('12: deliver a GIF', async () => {
    await keys(['ShiftLeft', 'Digit6']);
    await animator.page.waitForFunction(() => location.pathname.endsWith('/export'));
    await animator.hand.wait(500);
    await animator.page.waitForSelector('[role="radio"][value="gif"]');
    for (let i = 0; i < 60 && !(await animator.page.$('[role="radio"]:focus')); i++) await animator.hand.key('Tab');
    for (let i = 0; i < 14; i++) {
      if (await animator.page.$('[role="radio"][value="gif"][aria-checked="true"]')) break;
      // As long as a finger is on a key: the choice goes along while it is down.
      await animator.page.keyboard.press('ArrowRight', { delay: 60 });
    }
    await animator.page.waitForSelector('[role="radio"][value="gif"][aria-checked="true"]');
    await tabTo(/^Write the GIF/);
    const { bytes } = await animator.handedOut(() => keys('Enter'));
    expect([...bytes.slice(0, 3)].map((code) => String.fromCharCode(code)).join('')).toBe('GIF');
  });
});
