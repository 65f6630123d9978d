/** Three minutes at the demo walked by hand; what a control is, asked of it; numbers dragged and reckoned; the kit put in. */
import { expect, test } from 'vitest';
import type { Animator } from './hands.ts';
import { withAnimator } from './session.ts';

let animator: Animator;

withAnimator(async (opened) => {
  animator = opened;
});

const step = () =>
  animator.page.$eval('section[aria-label="Three minutes"] [aria-current="step"]', (each) => each.textContent);
const stepIs = (title: string) =>
  animator.page.waitForFunction(
    (wanted) =>
      document.querySelector('section[aria-label="Three minutes"] [aria-current="step"]')?.textContent === wanted,
    {},
    title,
  );
const said = (words: string) => animator.hand.text(words);

test('the minutes are offered once, on the shelf, and each step is done by doing it', async () => {
  await animator.hand.press('Begin', 'button');
  await animator.deskReady();
  expect(await step()).toBe('Draw');
  await animator.hand.press('Take me there', 'button');
  await animator.hand.settled();
  await animator.draw(animator.ring(900, 400, 80, 16));
  await stepIs('Flip');
  await animator.toCell('Keeper', 20);
  for (const key of ['KeyA', 'KeyS', 'KeyS', 'KeyA', 'KeyS'] as const) await animator.hand.key(key);
  await stepIs('Hold');
  await animator.toCell('Keeper', 20);
  await animator.hand.key('Equal');
  await stepIs('In-between');
  // The chart's keys take the tick more, draw it, and put it down.
  await animator.hand.press('Timing chart', 'tab');
  await animator.page.waitForSelector('svg[aria-label="Timing chart"]');
  await animator.hand.press('Next', 'button');
  await stepIs('Pour');
  await animator.hand.press('Take me there', 'button');
  await animator.page.waitForFunction(() => location.pathname.endsWith('/paint'));
  await animator.hand.settled();
  await animator.hand.press('Next', 'button');
  await stepIs('Deliver');
  await animator.hand.press('Leave (F10)', 'button');
  await animator.page.waitForFunction(() => !document.querySelector('section[aria-label="Three minutes"]'));
  await animator.toShelf();
  await animator.shelfReady();
  expect(await animator.page.$('section[aria-label="Three minutes"]')).toBeNull();
});

test('what is this? tells what a thing is instead of pressing it', async () => {
  await animator.hand.press('Open Lamp at the corner');
  await animator.deskReady();
  await animator.hand.key('ShiftLeft', 'F1');
  await said('Press whatever you want to know of.');
  await animator.hand.press('Knead', 'button');
  await said('Knead. Pushes, smooths or gathers lines as if they were soft. Key:');
  expect(
    await animator.page
      .$('nav[aria-label="Tools"] [aria-pressed="true"]')
      .then((each) => each?.evaluate((button) => button.textContent)),
  ).not.toBe('Knead');
  await animator.hand.key('ShiftLeft', 'F1');
  await animator.page.click('[data-testid="paper"]');
  await said('The paper: draw here with the tool in hand.');
  await animator.hand.key('ShiftLeft', 'F1');
  await animator.hand.key('Escape');
  await animator.hand.press('Knead', 'button');
  await animator.page.waitForFunction(() =>
    [...document.querySelectorAll('nav[aria-label="Tools"] [aria-pressed="true"]')].some(
      (each) => each.textContent === 'Knead',
    ),
  );
});

test('mouths, a model sheet, palettes and holds are put in by one press each, and taken back by one undo', async () => {
  await animator.toShelf();
  await animator.newShot({ title: 'Kit', width: 640, height: 360, length: 24 });
  await animator.hand.press('Parts', 'tab');
  await animator.hand.press('Mouths to begin with, from the front', 'button');
  await said('A chart of ten mouths is in Parts');
  await animator.page.waitForSelector('button[aria-label^="Put mouth A "]');
  await animator.undo();
  await animator.hand.press('Holds to begin with. Take: down, up, settle', 'button');
  await said('8 empty drawings are on');
  await animator.hand.press('A model sheet to begin with', 'button');
  await animator.page.waitForSelector('button[data-name="Model sheet"]');
  await animator.hand.press('Palettes to begin with: day, dusk, night', 'button');
  await said('Three palettes are in Paint');
  const shot = await animator.shot();
  expect(shot.palettes.map(({ name }) => name)).toEqual(['day', 'day', 'dusk', 'night']);
  expect(shot.model).not.toBeNull();
  expect(shot.charts).toEqual([]);
});

test('the track reading is written by sign, as spelled, as mouths and as words', async () => {
  await animator.toShelf();
  await animator.shelfReady();
  await animator.hand.press('Open Lamp at the corner');
  await animator.deskReady();
  await animator.view('sound');
  await animator.hand.press('Words and reading', 'tab');
  const written = () =>
    animator.page.$$eval('[role="list"][aria-label="Track reading"] [data-sound]', (all) =>
      all.map((each) => each.textContent),
    );
  const bySign = await written();
  await animator.hand.choose('Sounds are written', 'words');
  await animator.page.waitForFunction(() =>
    [...document.querySelectorAll('[data-sound]')].some((each) => each.textContent === 'Good'),
  );
  await animator.hand.choose('Sounds are written', 'mouths');
  await animator.hand.settled();
  expect(await written()).not.toEqual(bySign);
  await animator.hand.key('ControlLeft', 'AltLeft', 'ShiftLeft', 'KeyR');
  await said('as words');
  await animator.hand.choose('Sounds are written', 'signs');
  await animator.hand.settled();
  expect(await written()).toEqual(bySign);
});

test('a number is reckoned, stepped by the arrows and dragged', async () => {
  await animator.toShelf();
  await animator.hand.press('Open Kit');
  await animator.deskReady({ width: 640, height: 360 });
  await animator.hand.press('Timing', 'tab');
  const field = '[role="spinbutton"][aria-label="How much to repeat"]';
  await animator.page.waitForSelector(field);
  const value = () => animator.page.$eval(field, (each) => Number((each as HTMLInputElement).value));
  await animator.page.click(field, { count: 3 });
  await animator.page.keyboard.type('(3+1)*6');
  await animator.hand.key('Tab');
  expect(await value()).toBe(24);
  await animator.page.focus(field);
  await animator.hand.key('ArrowUp');
  expect(await value()).toBe(25);
  await animator.hand.key('Escape');
  expect(await value()).toBe(24);
  await animator.page.evaluate(() => (document.activeElement as HTMLElement).blur());
  const box = await animator.hand.box(field);
  await animator.drag({ x: box.x + 10, y: box.y + 10 }, { x: box.x + 40, y: box.y + 10 });
  expect(await value()).toBe(30);
});
