import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  test: {
    globalSetup: './demoData.mjs',
    include: ['*.test.mjs'],
    testTimeout: 300_000,
    hookTimeout: 120_000,
    expect: { poll: { timeout: 20_000 } },
    fileParallelism: false,
    pool: 'forks',
  },
});
