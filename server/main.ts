import { resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { programVersion } from '../cli/lent/program.ts';
import { redisAddress, withoutSecret } from '../cli/queue/redis.ts';
import { createApp } from './app.ts';

const folder = (name: string) => fileURLToPath(new URL(`../dist/${name}`, import.meta.url));
const wanted = Number(process.env.PORT ?? 0);
/** This machine alone, unless it is said otherwise. */
const host = process.env.HOST ?? '127.0.0.1';
const alone = ['127.0.0.1', 'localhost', '::1'].includes(host);

function queueSettings() {
  try {
    const { VIGNETTE_FOLDER, VIGNETTE_TOKEN = '', INIT_CWD = process.cwd() } = process.env;
    return {
      redis: redisAddress(undefined),
      folder: VIGNETTE_FOLDER ? resolve(INIT_CWD, VIGNETTE_FOLDER) : null,
      token: VIGNETTE_TOKEN,
      program: process.env.VIGNETTE_PROGRAMS ? programVersion() : '',
      alone,
    };
  } catch (error) {
    console.error((error as Error).message);
    process.exit(1);
  }
}

const queue = queueSettings();
const server = createApp({ web: folder('web'), demo: folder('demo') }, queue).listen(wanted, host, () => {
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : wanted;
  const at = `http://${alone ? 'localhost' : host}:${port}/`;
  console.log(`Vignette is at ${at}`);
  if (queue.redis) console.log(`Its queue, on ${withoutSecret(queue.redis)}, is at ${at}queue`);
});
server.on('error', (error: NodeJS.ErrnoException) => {
  console.error(error.code === 'EADDRINUSE' ? `Port ${wanted} is taken; give another one with PORT=…` : error.message);
  process.exit(1);
});
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => process.exit(0));
