/** Serves the built application to the browser tests. */
import { existsSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import type { TestProject } from 'vitest/node';
import { createApp } from '../../server/app.ts';

declare module 'vitest' {
  export interface ProvidedContext {
    address: string;
  }
}

const folder = (name: string) => fileURLToPath(new URL(`../../dist/${name}`, import.meta.url));

export default async function serve(project: TestProject) {
  if (!existsSync(folder('web/index.html')) || !existsSync(folder('demo/packs.json')))
    throw new Error('Build first: npm run build');
  const server = createApp({ web: folder('web'), demo: folder('demo') }).listen(0, '127.0.0.1');
  await new Promise((ready) => server.once('listening', ready));
  project.provide('address', `http://localhost:${(server.address() as AddressInfo).port}/`);
  return () => new Promise((done) => server.close(done));
}
