import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

/** Files of a minute and more are begun first, or the last of them runs on alone. */
const LONG = [
  'deliveries',
  'reliability',
  'deliver',
  'queue',
  'sizes',
  'everywhere',
  'rough-hands',
  'keeping',
  'offline',
];

class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const place = ({ moduleId }: TestSpecification) => {
      const at = LONG.findIndex((name) => moduleId.endsWith(`/${name}.test.ts`));
      return at < 0 ? LONG.length : at;
    };
    return (await super.sort(files)).sort((p, q) => place(p) - place(q));
  }
}

export default defineConfig({
  test: {
    sequence: { sequencer: LongestFirst },
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
          isolate: false,
        },
      },
    ],
  },
});
