import { fileURLToPath } from 'node:url';
import { createApp } from './app.ts';

const folder = (name: string) => fileURLToPath(new URL(`../dist/${name}`, import.meta.url));
const wanted = Number(process.env.PORT ?? 0);

const server = createApp({ web: folder('web'), demo: folder('demo') }).listen(wanted, '127.0.0.1', () => {
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : wanted;
  console.log(`Vignette is at http://localhost:${port}/`);
});
server.on('error', (error: NodeJS.ErrnoException) => {
  console.error(error.code === 'EADDRINUSE' ? `Port ${wanted} is taken; give another one with PORT=…` : error.message);
  process.exit(1);
});
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => process.exit(0));
