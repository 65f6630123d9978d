import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          include: ['tests/{core,store,server,app,trial,cli}/**/*.test.ts'],
          setupFiles: ['tests/setup.ts'],
          // Properties run thousands of cases; a busy machine takes its time.
          testTimeout: 60_000,
          // Files share nothing but the modules they load: loading those once a worker is most of the time.
          isolate: false,
          maxWorkers: 2,
        },
      },
      {
        test: {
          name: 'browser',
          // What looks at what is built: the application, the programs, the demo shot.
          include: ['tests/{browser,programs,demo}/**/*.test.ts'],
          globalSetup: ['tests/browser/server.ts'],
          // What hangs is found out all the same; a slow machine must not be taken for it.
          testTimeout: 150_000,
          hookTimeout: 240_000,
          // Much of a test is waiting: three browsers at a time keep two cores busy, each file with one of its own.
          maxWorkers: 3,
        },
      },
    ],
  },
});
