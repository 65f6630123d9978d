/** Versions by hand: a timing kept, changed, both looked at in turn, the older taken back for one layer; kept through a reload. */
import { expect, test } from 'vitest';
import { type Animator, layerNamed } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
  await animator.newShot({ title: 'Two timings', width: 640, height: 360, length: 24 });
  await animator.hand.key('KeyW');
  await animator.toCell('Clean', 1);
  for (const x of [120, 320, 520]) {
    await animator.draw(animator.ring(x, 180, 50, 16));
    if (x < 520) await animator.hand.key('KeyN');
  }
});

const sheet = () => animator.sheetOf('Clean');

test('kept by one key, then timed otherwise; the two are looked at in turn, and nothing is changed in the older', async () => {
  const older = await sheet();
  expect(older).toBe('1x2 2x2 3x2');
  await animator.hand.key('Control', 'KeyS');
  await animator.hand.text('Kept as “');
  await animator.choose('Clean', 1, 6);
  await animator.hand.key('AltLeft', 'Digit4');
  expect(await sheet()).toBe('1x4 2x4 3x4');
  await animator.hand.key('Escape');
  await animator.hand.key('Shift', 'F3');
  await animator.hand.text('as it was kept');
  await animator.toFrame(4);
  // In the older timing the second drawing stands there.
  expect(await animator.sees(320, 130, ([r, g, b]) => r + g + b < 240)).toBe(true);
  await animator.draw(animator.ring(320, 180, 20, 12));
  await animator.hand.text('Go back to the present to change the shot');
  await animator.hand.key('Space');
  await animator.page.waitForSelector('output[aria-label="Playing"][data-dropped]');
  await animator.hand.key('Space');
  await animator.hand.key('Shift', 'F3');
  await animator.page.waitForFunction(() => !document.body.innerText.includes('as it was kept'));
  await animator.toFrame(4);
  expect(await animator.sees(120, 130, ([r, g, b]) => r + g + b < 240)).toBe(true);
  expect(await sheet()).toBe('1x4 2x4 3x4');
});

test('its timing is taken back for one layer; undo gives the newer again', async () => {
  await animator.draw(animator.ring(120, 300, 20, 12));
  const drawings = Object.keys((await animator.shot()).drawings).length;
  await animator.toCell('Clean', 1);
  await animator.hand.key('Control', 'AltLeft', 'KeyS');
  await animator.hand.press('Put back…', 'button');
  await animator.hand.press('The timing of “Clean”', 'menuitem');
  await animator.page.waitForFunction(() => !document.querySelector('[role="dialog"]'));
  expect(await sheet()).toBe('1x2 2x2 3x2');
  const shot = await animator.shot();
  // What was drawn since stays.
  expect(Object.keys(shot.drawings)).toHaveLength(drawings);
  expect(layerNamed(shot, 'Clean').exposures).toHaveLength(3);
  await animator.undo();
  expect(await sheet()).toBe('1x4 2x4 3x4');
});

test('named, kept through a reload, put back whole - the present is kept by itself then - and let go', async () => {
  await animator.kept();
  await animator.page.reload();
  await animator.deskReady({ width: 640, height: 360 });
  await animator.hand.key('Control', 'AltLeft', 'KeyS');
  const field = await animator.page.waitForSelector('input[aria-label^="Name of version"]');
  await field!.click({ count: 3 });
  await field!.type('on twos');
  await animator.hand.key('Enter');
  await animator.page.waitForSelector('input[aria-label="Name of version on twos"]');
  await animator.hand.press('Put back…', 'button');
  await animator.hand.press('All of it', 'menuitem');
  await animator.page.waitForFunction(() => !document.querySelector('[role="dialog"]'));
  expect(await sheet()).toBe('1x2 2x2 3x2');
  await animator.hand.key('Control', 'AltLeft', 'KeyS');
  await animator.page.waitForSelector('input[aria-label="Name of version before “on twos” was put back"]');
  const rows = () => animator.page.$$eval('ul[aria-label="Versions"] > li', (all) => all.length);
  expect(await rows()).toBe(2);
  await animator.hand.press('Put back…', 'button');
  await animator.hand.press('Let this version go', 'menuitem');
  await animator.page.waitForFunction(() => document.querySelectorAll('ul[aria-label="Versions"] > li').length === 1);
  await animator.hand.key('Escape');
  await animator.undo();
  expect(await sheet()).toBe('1x4 2x4 3x4');
});
