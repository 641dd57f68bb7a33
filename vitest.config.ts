import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['core/src/**/*.test.ts', 'server/test/**/*.test.ts', 'web/src/**/*.test.{ts,tsx}'],
    testTimeout: 60_000,
    hookTimeout: 60_000,
    fileParallelism: true,
    // Left alone it would use one core less than there are, which on two is one.
    maxWorkers: 2,
    pool: 'forks',
  },
});
