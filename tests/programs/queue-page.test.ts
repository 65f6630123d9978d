/** The page of the queue, by hand: what lies in it, stopping, trying again, the token of a server on a network. */
import { readFileSync, writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { createApp } from '../../server/app.ts';
import { launch } from '../browser/driver.ts';
import { Animator } from '../browser/hands.ts';
import { REDIS_SERVER, TestRedis } from './redis.ts';
import { fine, newFolder, run } from './run.ts';
import { shotFile } from './shots.ts';

const dist = (name: string) => fileURLToPath(new URL(`../../dist/${name}`, import.meta.url));

describe.skipIf(!REDIS_SERVER)('the page of the queue', () => {
  const folder = newFolder();
  let redis: TestRedis;
  let env: Record<string, string>;
  let animator: Animator;
  let close: () => Promise<unknown>;
  const servers: Server[] = [];
  const serve = async (token: string): Promise<string> => {
    const settings = { redis: redis.address, folder, token, program: '', alone: token === '' };
    const server = createApp({ web: dist('web'), demo: dist('demo') }, settings).listen(0, '127.0.0.1');
    servers.push(server);
    await new Promise((ready) => server.once('listening', ready));
    return `http://localhost:${(server.address() as AddressInfo).port}/`;
  };

  beforeAll(async () => {
    redis = await TestRedis.start();
    env = { VIGNETTE_REDIS: redis.address };
    for (const [k, name] of ['coat', 'lamp', 'wall'].entries())
      writeFileSync(join(folder, `${name}.vignette`), shotFile(`The ${name}`, k + 1));
    const files = ['coat', 'lamp', 'wall'].map((name) => join(folder, `${name}.vignette`));
    await fine('queue', ['add', ...files, '--as', 'gif', '--call', 'file'], env);
    const address = await serve('');
    const { browser } = await launch();
    close = () => browser.close();
    animator = await Animator.open(browser, address);
    await animator.shelfReady();
  });
  afterAll(async () => {
    await close();
    for (const server of servers) server.close();
    await redis.end();
    expect(animator.hand.errors.filter((error) => !/401/.test(error))).toEqual([]);
  });

  const row = (name: string) =>
    animator.page.$$eval(
      '[aria-label="Deliveries in the queue"] li',
      (all, wanted) => all.find((each) => each.textContent?.includes(wanted))?.textContent ?? '',
      name,
    );

  const listed = (count: number) =>
    animator.page.waitForFunction(
      (wanted) => document.querySelectorAll('[aria-label="Deliveries in the queue"] li').length === wanted,
      {},
      count,
    );

  test('is found from the shelf, and lists what waits', async () => {
    await animator.hand.press('Queue', 'link');
    await animator.hand.text('delivered/coat.gif');
    expect(await row('lamp.gif')).toMatch(/The lamp · lamp.vignette · GIF.*waits/);
    await animator.hand.text('No worker is there.');
  });
  test('what is stopped is said, and what workers write comes to its end', async () => {
    await animator.hand.press('Stop delivered/wall.gif', 'button');
    await animator.page.waitForSelector('aria/Try delivered/wall.gif again[role="button"]');
    const whole = readFileSync(join(folder, 'lamp.vignette'));
    writeFileSync(join(folder, 'lamp.vignette'), whole.subarray(0, 900));
    await fine('worker', ['--folder', folder, '--cores', '1', '--until-empty'], env);
    await animator.hand.text('Its part: lamp.vignette: This shot file is cut short');
    expect(await row('coat.gif')).toMatch(/\d+ KB, \d+ seconds? ago/);
    await animator.hand.press('Failed 2', 'radio');
    await listed(2);
    writeFileSync(join(folder, 'lamp.vignette'), whole);
  });
  test('what failed or was stopped is tried again by a press', async () => {
    await animator.hand.press('Try delivered/lamp.gif again', 'button');
    // What waits again leaves the list of what failed, and the other moves up to where it was.
    await listed(1);
    await animator.hand.press('Try delivered/wall.gif again', 'button');
    await animator.hand.text('None of these.');
    await fine('worker', ['--folder', folder, '--cores', '1', '--until-empty'], env);
    await animator.hand.press('Done 3', 'radio');
    expect(await row('wall.gif')).toMatch(/KB/);
    const { deliveries } = JSON.parse((await run('queue', ['status', '--json'], env)).stdout);
    expect(deliveries.map(({ state }: { state: string }) => state)).toEqual(['done', 'done', 'done']);
  });
  test('a server on a network asks for its token', async () => {
    await animator.page.goto(`${await serve('lamp-oil')}queue`);
    await animator.hand.text('This queue opens with a token');
    await animator.page.type('input[aria-label="Token"]', 'water');
    await animator.hand.press('Open', 'button');
    await animator.hand.text('This is not the token of the server.');
    await animator.page.click('input[aria-label="Token"]', { count: 3 });
    await animator.page.type('input[aria-label="Token"]', 'lamp-oil');
    await animator.hand.press('Open', 'button');
    await animator.hand.text('delivered/coat.gif');
  });
  test('a server without a queue says so', async () => {
    const server = createApp({ web: dist('web'), demo: dist('demo') }).listen(0, '127.0.0.1');
    servers.push(server);
    await new Promise((ready) => server.once('listening', ready));
    await animator.page.goto(`http://localhost:${(server.address() as AddressInfo).port}/queue`);
    await animator.hand.text('There is no queue');
  });
});
