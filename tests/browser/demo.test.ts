/** The demo shot: it is there, it plays, its keys and commands are found. */
import { describe, expect, test } from 'vitest';
import type { Animator } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
  await animator.hand.press('Open Lamp at the corner');
  await animator.deskReady();
});

describe('its windows', () => {
  test('the keys can be looked up and changed', async () => {
    await animator.hand.key('Shift', 'Slash');
    await animator.hand.press('Key of Flip to the drawing after: S');
    await animator.hand.key('KeyJ');
    await animator.hand.wait(200);
    await animator.hand.press('Close', 'button');
    await animator.hand.wait(200);
    const before = await animator.frame();
    await animator.hand.key('KeyJ');
    expect(await animator.frame()).toBeGreaterThan(before);
  });
  test('a command is found by its name', async () => {
    await animator.hand.key('Control', 'KeyK');
    await animator.page.waitForFunction(() => document.activeElement?.getAttribute('role') === 'combobox');
    await animator.page.keyboard.type('first frame');
    await animator.page.waitForFunction(() =>
      document.querySelector('[role="option"][aria-selected="true"]')?.textContent?.includes('first frame'),
    );
    await animator.hand.key('Enter');
    await expect.poll(() => animator.frame(), { timeout: 10_000 }).toBe(1);
  });
});

describe('the demo shot', () => {
  test('is drawn, timed, voiced and painted', async () => {
    const shot = await animator.shot();
    expect(shot.title).toBe('Lamp at the corner');
    expect(shot.length).toBeGreaterThanOrEqual(48);
    expect(shot.layers.map(({ name }) => name)).toEqual([
      'Street',
      'Cart',
      'Block figures',
      'Rough',
      'Lamp light',
      'Sparks behind',
      'Keeper',
      'Mouth',
      'Pole flame',
      'Lamp flame',
      'Sparks',
    ]);
    expect(Object.values(shot.drawings).filter(({ paint }) => paint.length > 0).length).toBeGreaterThan(80);
    expect(shot.tracks.map(({ name }) => name)).toEqual(['Voice', 'Click', 'Flame', 'Hiss']);
    expect(shot.palettes.map(({ name }) => name)).toEqual(['dusk', 'lit']);
    expect(new Set(Object.values(shot.drawings).map(({ role }) => role))).toEqual(
      new Set(['key', 'breakdown', 'between']),
    );
  });
  test('the lamp lights: the palette changes on its frame', async () => {
    const dusk = await animator.coloursAround(1100, 60, 2);
    await animator.toCell('Keeper', 22);
    for (let i = 0; i < 14; i++) await animator.hand.key('ArrowDown');
    await animator.hand.wait(1500);
    expect(await animator.frame()).toBe(36);
    expect(await animator.coloursAround(1100, 60, 2)).not.toEqual(dusk);
  });
  test('two thousand frames scroll as forty do', async () => {
    await animator.hand.key('Control', 'Comma');
    const field = await animator.page.waitForSelector('aria/Length, frames[role="spinbutton"]');
    await field!.click({ count: 3 });
    await field!.type('2000');
    await animator.hand.press('Change', 'button');
    await animator.hand.wait(400);
    await animator.page.$eval('[data-testid="sheet"]', (element) => element.scrollTo(0, 1900 * 18));
    await animator.hand.wait(300);
    const rows = await animator.hand.box('[data-testid="sheet-rows"]');
    await animator.page.mouse.click(rows.x + 15, rows.y + 100);
    await animator.hand.wait(200);
    expect(await animator.frame()).toBeGreaterThan(1890);
    await animator.hand.key('Control', 'KeyZ');
    await animator.hand.wait(300);
    expect((await animator.shot()).length).toBe(120);
  });
});
