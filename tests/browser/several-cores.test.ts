/** Carrying paint on a machine of several cores: lines are matched by several workers at once. */
import { expect, inject, test } from 'vitest';
import { launch } from './driver.ts';
import { Animator, drawingsOf } from './hands.ts';
import { paintedRing } from './painter.ts';

test('several workers match lines beside the one that carries paint, and are gone when it is done', async () => {
  const { browser } = await launch();
  const animator = await Animator.open(browser, inject('address'));
  await animator.page.evaluateOnNewDocument(() => {
    Object.defineProperty(navigator, 'hardwareConcurrency', { value: 4 });
    const alive = async () => {
      const { held = [] } = await navigator.locks.query();
      return held.filter(({ name }) => name?.startsWith('vignette-worker')).length;
    };
    // Each worker holds a lock as long as it lives.
    const seen = { now: 0, most: 0 };
    Object.assign(window, { workersSeen: seen });
    setInterval(async () => {
      seen.now = await alive();
      seen.most = Math.max(seen.most, seen.now);
    }, 15);
  });
  const workers = () =>
    animator.page.evaluate(() => (window as unknown as { workersSeen: { now: number; most: number } }).workersSeen);
  await animator.page.reload();
  await animator.shelfReady();
  await animator.newShot({ title: 'Several cores', width: 640, height: 360 });
  await paintedRing(animator, 7);
  const { most: before } = await workers();
  await animator.hand.key('Shift', 'KeyF');
  await animator.hand.text('7 drawings painted');
  const carried = drawingsOf(await animator.shot(), 'Clean');
  expect(carried.slice(1).every(({ paint }) => paint.length > 0 && paint[0].sure !== null)).toBe(true);
  // The worker that carries paint had not been started before, and stays; a core is left for the pen.
  expect((await workers()).most - before).toBe(4);
  await animator.page.waitForFunction(
    (left) => (window as unknown as { workersSeen: { now: number } }).workersSeen.now === left,
    {},
    before + 1,
  );
  expect(animator.hand.errors).toEqual([]);
  await browser.close();
});
