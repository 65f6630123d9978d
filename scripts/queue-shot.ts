/** The picture of the queue's page: shots of a series at work, one damaged, one stopped. */
import { copyFileSync, readFileSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Browser } from 'puppeteer-core';
import { createApp } from '../server/app.ts';
import { Animator } from '../tests/browser/hands.ts';
import { REDIS_SERVER, TestRedis } from '../tests/programs/redis.ts';
import { DEMO, fine, newFolder, start } from '../tests/programs/run.ts';
import { buildPrograms } from './prepare.mjs';

const dist = (name: string) => fileURLToPath(new URL(`../dist/${name}`, import.meta.url));
const SCENES = ['a-corner', 'b-lamp', 'c-ladder', 'd-flame', 'e-wall', 'f-cap', 'g-scarf', 'h-street', 'i-night'];

/** @param path of the picture */
export async function takeQueueShot(browser: Browser, path: string): Promise<void> {
  if (!REDIS_SERVER) {
    console.log('No Redis is here and none can be installed: the picture of the queue stays as it is.');
    return;
  }
  process.env.VIGNETTE_PROGRAMS = buildPrograms();
  const redis = await TestRedis.start();
  const env = { VIGNETTE_REDIS: redis.address };
  const folder = newFolder();
  const files = SCENES.map((name) => join(folder, `${name}.vignette`));
  for (const file of files) copyFileSync(DEMO, file);
  // Other bytes, so that no worker has it open already; in the queue it is whole.
  await fine('change', [files[1], '--fps', '25', '--in-place']);
  await fine('queue', ['add', ...files, '--as', 'mp4', '--size', '50%', '--call', 'file', '--parts', '3'], env);
  const whole = readFileSync(files[1]);
  writeFileSync(files[1], whole.subarray(0, whole.length >> 1));
  const { deliveries } = JSON.parse(await fine('queue', ['status', '--json'], env)) as {
    deliveries: { id: string; name: string }[];
  };
  await fine('queue', ['stop', deliveries.find(({ name }) => name.endsWith('e-wall.mp4'))!.id], env);
  const worker = start('worker', ['--folder', folder, '--cores', '1'], { env });
  await worker.said(/d-flame.mp4, part 2 of 3/);
  const settings = { redis: redis.address, folder, token: '', program: '', alone: true };
  const server = createApp({ web: dist('web'), demo: dist('demo') }, settings).listen(0, '127.0.0.1');
  await new Promise((ready) => server.once('listening', ready));
  const animator = await Animator.open(browser, `http://localhost:${(server.address() as AddressInfo).port}/queue`);
  await animator.hand.text('delivered/a-corner.mp4');
  await animator.hand.wait(1200);
  await animator.hand.shot(path);
  worker.child.kill('SIGKILL');
  await worker.ended;
  server.close();
  await redis.end();
}
