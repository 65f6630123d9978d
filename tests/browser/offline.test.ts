/** Without the server: once its parts are kept, the application opens, draws, times and delivers with the server stopped. */
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import type { Browser } from 'puppeteer-core';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { createApp } from '../../server/app.ts';
import { launch } from './driver.ts';
import { Animator } from './hands.ts';

const folder = (name: string) => fileURLToPath(new URL(`../../dist/${name}`, import.meta.url));
let server: Server;
let browser: Browser;
let animator: Animator;

beforeAll(async () => {
  server = createApp({ web: folder('web'), demo: folder('demo') }).listen(0, '127.0.0.1');
  await new Promise((ready) => server.once('listening', ready));
  ({ browser } = await launch());
  animator = await Animator.open(browser, `http://localhost:${(server.address() as AddressInfo).port}/`);
  await animator.shelfReady();
});
afterAll(async () => {
  await browser.close();
  server.close();
});

const stop = () =>
  new Promise<void>((stopped) => {
    server.close(() => stopped());
    server.closeAllConnections();
  });

test('it can be installed: it says its name, its pictures and what files it opens', async () => {
  const address = await animator.page.$eval('link[rel="manifest"]', (link) => (link as HTMLLinkElement).href);
  const manifest = await animator.page.evaluate(async (from) => (await fetch(from)).json(), address);
  expect(manifest).toMatchObject({ name: 'Vignette', display: 'standalone' });
  for (const { src, sizes } of manifest.icons) {
    const wide = await animator.page.evaluate(async (from) => {
      const picture = await createImageBitmap(await (await fetch(from)).blob());
      return picture.width;
    }, src);
    expect(`${wide}x${wide}`).toBe(sizes);
  }
  expect(manifest.file_handlers[0].accept['application/zip']).toEqual(['.vignette']);
});

test('with the server stopped it opens, plays, draws and delivers; every view is there', async () => {
  await animator.hand.text('Works without the server', 120_000);
  await stop();
  await animator.page.reload();
  await animator.page.waitForSelector('a[aria-label="Open Lamp at the corner"] img');
  await animator.hand.press('Open Lamp at the corner');
  await animator.deskReady();
  await animator.hand.key('KeyW');
  await animator.toCell('Keeper', 10);
  await animator.draw(animator.ring(300, 300, 60, 16));
  await animator.kept();
  for (const view of ['reference', 'sound', 'paint', 'checks', 'export'] as const) {
    await animator.view(view);
    await animator.hand.wait(400);
    expect(await animator.page.evaluate(() => document.body.innerText)).not.toMatch(
      /not there any more|failed to fetch|cannot be/i,
    );
  }
  await animator.hand.press('Sheet, CSV', 'radio');
  const { name } = await animator.handedOut(() => animator.hand.press('Write the table', 'button'));
  expect(name).toMatch(/\.csv$/);
  await animator.page.reload();
  await animator.page.waitForFunction(() => document.body.innerText.includes('Export'));
}, 240_000);
