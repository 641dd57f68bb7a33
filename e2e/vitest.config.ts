import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

/** A hang must not hold a run up for ever; on a busy machine anything sooner fails what is only slow. */
const LAST_RESORT_MS = 900_000;

/** Files by what they take, so that two workers end at about the same time. */
const LONGEST_FIRST = ['access', 'phone', 'thinking', 'making', 'journey', 'keeping', 'robust', 'using', 'carrying', 'beginning', 'buying'];

class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const rank = ({ moduleId }: TestSpecification) => LONGEST_FIRST.findIndex((name) => moduleId.endsWith(`/${name}.test.mjs`));
    return [...files].sort((a, b) => rank(a) - rank(b));
  }
}

/** What measures time runs by itself: `IVRAK_ALONE=1`. */
const isAlone = process.env.IVRAK_ALONE === '1';

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  test: {
    globalSetup: './demoData.mjs',
    include: [isAlone ? '*.alone.mjs' : '*.test.mjs'],
    testTimeout: LAST_RESORT_MS,
    hookTimeout: LAST_RESORT_MS,
    expect: { poll: { timeout: 120_000 } },
    // Each file has a server, a folder, a port and a browser of its own.
    maxWorkers: Math.max(2, Math.ceil(availableParallelism() / 2)),
    sequence: { sequencer: LongestFirst },
    pool: 'forks',
  },
});
