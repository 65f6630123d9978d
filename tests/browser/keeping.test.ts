/** Nothing is lost: a killed browser, two tabs, a full disk. */
import type { Browser } from 'puppeteer-core';
import { afterEach, expect, inject, test } from 'vitest';
import { launch } from './driver.ts';
import { Animator, drawingsOf } from './hands.ts';

let browsers: Browser[] = [];
afterEach(async () => {
  await Promise.all(browsers.map((each) => each.close().catch(() => undefined)));
  browsers = [];
});

async function start(profile?: string): Promise<{ animator: Animator; profile: string; browser: Browser }> {
  const launched = await launch(profile);
  browsers.push(launched.browser);
  return { ...launched, animator: await Animator.open(launched.browser, inject('address')) };
}

test('a killed browser loses at most the line under the pen', async () => {
  const { animator, profile, browser } = await start();
  await animator.shelfReady();
  await animator.newShot({ title: 'Killed', width: 640, height: 360 });
  for (let i = 0; i < 6; i++) await animator.draw(animator.ring(100 + i * 70, 180, 30));
  const address = animator.page.url();
  await animator.kept();
  browser.process()!.kill('SIGKILL');
  await animator.hand.wait(500);

  const again = await start(profile);
  await again.animator.page.goto(address);
  await again.animator.deskReady({ width: 640, height: 360 });
  expect(drawingsOf(await again.animator.shot(), 'Clean')[0].ink).toHaveLength(6);
  await again.animator.hand.key('Control', 'KeyZ');
  await again.animator.hand.wait(200);
  expect(drawingsOf(await again.animator.shot(), 'Clean')[0].ink).toHaveLength(5);
});

test('the same shot in two tabs: the second looks, or takes over when asked', async () => {
  const { animator, browser } = await start();
  await animator.shelfReady();
  await animator.newShot({ title: 'Two tabs', width: 640, height: 360 });
  await animator.draw(animator.ring(200, 180, 60));
  await animator.kept();
  const second = await Animator.open(browser, animator.page.url());
  await second.deskReady({ width: 640, height: 360 });
  await second.hand.text('open in another tab');
  await second.draw(second.ring(400, 180, 60));
  await second.hand.text('nothing is changed here');
  expect(drawingsOf(await second.shot(), 'Clean')[0].ink).toHaveLength(1);

  await second.hand.press('Take it over here');
  await second.hand.wait(1500);
  await second.deskReady({ width: 640, height: 360 });
  await second.draw(second.ring(400, 180, 60));
  await second.kept();
  expect(drawingsOf(await second.shot(), 'Clean')[0].ink).toHaveLength(2);

  await animator.page.bringToFront();
  await animator.hand.text('Another tab has taken this shot over');
  await animator.draw(animator.ring(300, 100, 20));
  await second.page.bringToFront();
  await second.page.reload();
  await second.deskReady({ width: 640, height: 360 });
  expect(drawingsOf(await second.shot(), 'Clean')[0].ink).toHaveLength(2);
});

test('when storage is full it is said at once, drawing goes on, the shot file can be saved, and room heals it', async () => {
  const first = await start();
  await first.animator.shelfReady();
  await first.animator.newShot({ title: 'Full', width: 640, height: 360 });
  await first.animator.draw(first.animator.ring(200, 180, 60));
  await first.animator.kept();
  const address = first.animator.page.url();
  await first.animator.hand.wait(400);
  await first.browser.close();

  // The browser remembers for a while how much room there was, so the disk is full from its next start on.
  const { browser } = await launch(first.profile);
  browsers.push(browser);
  const animator = await Animator.open(browser, 'about:blank');
  const { origin } = new URL(address);
  await animator.hand.cdp.send('Storage.overrideQuotaForOrigin', { origin, quotaSize: 1 });
  await animator.page.goto(address);
  await animator.deskReady({ width: 640, height: 360 });
  await animator.draw(animator.ring(300, 180, 60));
  await animator.hand.text('storage is full');
  await animator.draw(animator.ring(400, 180, 60));
  expect(drawingsOf(await animator.shot(), 'Clean')[0].ink).toHaveLength(3);
  await animator.hand.cdp.send('Storage.overrideQuotaForOrigin', { origin });
  await animator.kept();
  await animator.page.reload();
  await animator.deskReady({ width: 640, height: 360 });
  expect(drawingsOf(await animator.shot(), 'Clean')[0].ink).toHaveLength(3);
});
