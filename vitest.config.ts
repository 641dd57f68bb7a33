import { availableParallelism } from 'node:os';
import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

/** A hang must not hold a run up for ever; on a busy machine anything sooner fails what is only slow. */
const LAST_RESORT_MS = 600_000;

/** A database that serves for seconds is not worth the machine code that is made for one that serves for days: a third of its time. */
const QUICK_WASM = ['--liftoff-only'];

/** Half of the cores, since the browser's lane runs beside this one; two at least, as each waits for disks and pages. */
const WORKERS = Math.max(2, Math.ceil(availableParallelism() / 2));

/** Tests of what goes through the database, whichever it is; the others are of the embedded one's folder, or of no database. */
const ON_BOTH = [
  'api',
  'backups',
  'buying',
  'carry',
  'catalog',
  'journalYears',
  'lateEntries',
  'live',
  'moving',
  'operations',
  'orders',
  'postgres',
  'queuesAndDevices',
  'sets',
  'sharing',
  'transfer',
  'upkeep',
  'use',
];

/** Tests that start the built server, again and again: they wait for one another less beside the browser's, so they are a lane of their own. */
const OF_BUILT = ['fullDisk', 'fuzz', 'kill', 'start'].map((name) => `server/test/${name}.test.mjs`);

/** The test of kills takes as long as several others: last, it would leave one worker with nothing to do. */
class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const usual = await super.sort(files);
    const isLong = ({ moduleId }: TestSpecification) => moduleId.endsWith('/kill.test.mjs');
    return [...usual.filter(isLong), ...usual.filter((file) => !isLong(file))];
  }
}

const limits = { testTimeout: LAST_RESORT_MS, hookTimeout: LAST_RESORT_MS };

export default defineConfig({
  test: {
    ...limits,
    fileParallelism: true,
    maxWorkers: WORKERS,
    sequence: { sequencer: LongestFirst },
    pool: 'forks',
    projects: [
      {
        extends: true,
        // Pure code keeps nothing between files, so that they may share what was loaded; not where the sources change between two runs.
        test: {
          name: 'core',
          isolate: process.env.IVRAK_ISOLATE === '1',
          include: ['core/src/**/*.test.ts', 'scripts/**/*.test.mjs'],
          globalSetup: './core/testing/saySeed.ts',
        },
      },
      {
        extends: true,
        test: {
          name: 'server',
          include: ['server/test/**/*.test.{ts,mjs}'],
          exclude: ['server/test/moving.test.ts', 'server/test/postgres.test.ts', ...OF_BUILT],
          globalSetup: './server/test/prepared.ts',
          execArgv: QUICK_WASM,
          isolate: process.env.IVRAK_ISOLATE === '1',
        },
      },
      {
        extends: true,
        // The same tests of the server once more, on a server of the database.
        test: {
          name: 'postgres',
          include: ON_BOTH.map((name) => `server/test/${name}.test.ts`),
          globalSetup: './server/test/preparedPostgres.ts',
          execArgv: QUICK_WASM,
          isolate: process.env.IVRAK_ISOLATE === '1',
        },
      },
      { extends: true, test: { name: 'built', include: OF_BUILT, globalSetup: './server/test/built.ts' } },
      {
        extends: true,
        test: {
          name: 'web',
          include: ['web/src/**/*.test.{ts,tsx}'],
          setupFiles: './web/testing/shipped.ts',
          isolate: process.env.IVRAK_ISOLATE === '1',
        },
      },
    ],
  },
});
