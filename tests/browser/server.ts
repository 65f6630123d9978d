/** Serves the built application to the browser tests, and builds the programs for those that run them. */
import { existsSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import type { TestProject } from 'vitest/node';
import { buildPrograms } from '../../scripts/prepare.mjs';
import { createApp } from '../../server/app.ts';
import { launch, SEEN_PROFILE } from './driver.ts';
import { Animator } from './hands.ts';

declare module 'vitest' {
  export interface ProvidedContext {
    address: string;
  }
}

const folder = (name: string) => fileURLToPath(new URL(`../../dist/${name}`, import.meta.url));

export default async function serve(project: TestProject) {
  if (!existsSync(folder('web/index.html')) || !existsSync(folder('demo/packs.json')))
    throw new Error('Build first: npm run build');
  process.env.VIGNETTE_PROGRAMS = buildPrograms();
  const server = createApp({ web: folder('web'), demo: folder('demo') }).listen(0, '127.0.0.1');
  await new Promise((ready) => server.once('listening', ready));
  const address = `http://localhost:${(server.address() as AddressInfo).port}/`;
  project.provide('address', address);
  // The first visit brings the demo shot by itself; that takes its time, so it is made once and every browser starts from there.
  const { browser, profile } = await launch();
  const animator = await Animator.open(browser, address);
  await animator.shelfReady();
  await animator.hand.wait(500);
  await browser.close();
  process.env[SEEN_PROFILE] = profile;
  return async () => {
    await new Promise((done) => server.close(done));
    rmSync(profile, { recursive: true, force: true });
  };
}
