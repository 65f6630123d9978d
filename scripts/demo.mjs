/** `npm run demo [-- PORT]`: from a fresh clone to the demo shot in the browser. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { build, buildPrograms, packages, root } from './prepare.mjs';

packages();
build();
const PORT = process.argv[2] ?? process.env.PORT ?? '0';
const server = spawn(join(root, 'node_modules', '.bin', 'tsx'), ['server/main.ts'], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, PORT, ...(process.env.VIGNETTE_REDIS ? { VIGNETTE_PROGRAMS: buildPrograms() } : {}) },
});
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => server.kill('SIGTERM'));
server.on('exit', (code) => process.exit(code ?? 0));
// The demo stops with whoever started it.
const parent = process.ppid;
setInterval(() => {
  if (process.ppid !== parent) server.kill('SIGTERM');
}, 1000).unref();
