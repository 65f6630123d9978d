/** The demo's checks by hand: the line in sync and out of it, the keeper's followed points, the two earlier versions beside the sheet. */
import { expect, test } from 'vitest';
import { type Animator, layerNamed } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
  await animator.shelfReady();
  await animator.hand.press('Open Lamp at the corner');
  await animator.deskReady();
});

const lookAt = async (check: string, layer: string) => {
  await animator.view('checks');
  const shot = await animator.shot();
  await animator.hand.choose('Layer that is looked over', layerNamed(shot, layer).id);
  await animator.hand.press(check, 'radio');
  await animator.hand.wait(900);
};

test('the line is in sync; with its mouths three frames late it is said where and by how much', async () => {
  await lookAt('Sync', 'Mouth');
  await animator.hand.text('Nothing found');
  await animator.view('desk');
  await animator.toCell('Mouth', 50);
  for (let k = 0; k < 3; k++) await animator.hand.key('AltLeft', 'Shift', 'ArrowDown');
  await lookAt('Sync', 'Mouth');
  await animator.hand.text('The line on frame 49 is heard 3 frames before the mouth opens.');
  await animator.hand.key('KeyJ');
  await animator.page.waitForFunction(() =>
    document.querySelector('output[aria-label="Frame"]')?.textContent?.startsWith('49 '),
  );
  await animator.undo(3);
  await animator.hand.text('Nothing found');
});

test('the pole travels on its arc, one kink is meant so, and all points are found', async () => {
  await lookAt('Arcs', 'Keeper');
  await animator.hand.text('Nothing found');
  await animator.hand.text('1 meant so');
  const said = await animator.page.evaluate(() => document.body.innerText);
  expect(said).not.toMatch(/Not found on|Unsure on/);
});

test('two versions came with the file: one stands beside the sheet, the other timing is played while held, and taken over', async () => {
  await animator.view('desk');
  await animator.toCell('Keeper', 10);
  const now = await animator.sheetOf('Keeper');
  await animator.hand.key('Control', 'AltLeft', 'KeyS');
  await animator.page.waitForSelector('ul[aria-label="Versions"] input');
  const names = await animator.page.$$eval('ul[aria-label="Versions"] input', (all) =>
    all.map((each) => (each as HTMLInputElement).value),
  );
  // A slow machine may have kept the day's version by now as well.
  expect(names.filter((name) => name === 'Slower raise' || name === 'Keys alone')).toEqual([
    'Slower raise',
    'Keys alone',
  ]);
  await animator.page.evaluate(() => {
    const row = [...document.querySelectorAll('ul[aria-label="Versions"] > li')].find(
      (each) => each.querySelector('input')?.value === 'Slower raise',
    );
    [...row!.querySelectorAll('button')].find((each) => each.textContent === 'Beside')!.click();
  });
  const head = 'button[aria-label="Timing of Keeper in Slower raise"]';
  await animator.page.waitForSelector(head);
  // While the key is held the version plays; let go, the present is there again and nothing plays.
  await animator.page.keyboard.down('Alt');
  await animator.page.keyboard.down('F3');
  await animator.hand.text('This is “Slower raise”');
  await animator.page.waitForSelector('output[aria-label="Playing"]');
  await animator.page.keyboard.up('F3');
  await animator.page.keyboard.up('Alt');
  await animator.page.waitForFunction(() => !document.body.innerText.includes('This is “Slower raise”'));
  expect(await animator.sheetOf('Keeper')).toBe(now);
  await animator.page.click(head);
  await animator.hand.press('Take the timing of “Slower raise” over for “Keeper”', 'menuitem');
  // The two are the same now: no column stands beside.
  await animator.page.waitForFunction((selector) => !document.querySelector(selector), {}, head);
  const taken = await animator.sheetOf('Keeper');
  expect(taken).not.toBe(now);
  expect(taken.startsWith('1x3 2x2 3x2 4x2 5x5')).toBe(true);
  await animator.undo();
  expect(await animator.sheetOf('Keeper')).toBe(now);
  await animator.page.waitForSelector(head);
  await animator.hand.key('Control', 'F3');
  await animator.page.waitForFunction((selector) => !document.querySelector(selector), {}, head);
});
