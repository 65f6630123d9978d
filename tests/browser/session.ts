/** A browser for one test file. */
import type { Browser } from 'puppeteer-core';
import { afterAll, beforeAll, expect, inject } from 'vitest';
import { launch } from './driver.ts';
import { Animator } from './hands.ts';

/** Opens the shelf before the tests of a file and closes it after them; errors the page reported fail the file. */
export function withAnimator(prepare: (animator: Animator) => Promise<void>): void {
  let browser: Browser;
  let animator: Animator;
  beforeAll(async () => {
    ({ browser } = await launch());
    animator = await Animator.open(browser, inject('address'));
    await animator.shelfReady();
    await prepare(animator);
  });
  afterAll(async () => {
    await browser.close();
    expect(animator.hand.errors).toEqual([]);
  });
}
