import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['e2e/**/*.e2e.ts'],
    testTimeout: 90_000,
    hookTimeout: 60_000,
    // What is waited for may take longer on a busy machine than the second that is usual.
    expect: { poll: { timeout: 10_000 } },
    maxWorkers: 1,
    fileParallelism: false,
  },
});
