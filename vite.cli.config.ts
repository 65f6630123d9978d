import { builtinModules } from 'node:module';
import { defineConfig } from 'vite';

const NODE = new Set(builtinModules);

/** The programs of the command line, built once, so that they and their painting threads start at once. */
export default defineConfig({
  publicDir: false,
  // Packages are built in: reading their many small files is most of a program's start. What is itself a program of the machine,
  // or starts threads or scripts of its own, is not.
  ssr: { noExternal: true, external: ['@napi-rs/canvas', 'piscina', 'bullmq', 'ioredis'] },
  build: {
    target: 'node20',
    outDir: 'dist/cli',
    minify: false,
    ssr: true,
    rolldownOptions: {
      input: {
        change: 'cli/change/main.ts',
        deliver: 'cli/deliver/main.ts',
        queue: 'cli/queue/main.ts',
        worker: 'cli/queue/worker.ts',
        'painting-thread': 'cli/painting/thread.ts',
      },
      external: (name) => name.startsWith('node:') || NODE.has(name),
      output: { format: 'es', entryFileNames: '[name].js', chunkFileNames: '[name]-[hash].js' },
    },
  },
});
