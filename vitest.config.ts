import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: [
      'core/**/*.test.ts',
      'workspace/**/*.test.ts',
      'server/**/*.test.ts',
      'cli/**/*.test.ts',
      'collector/**/*.test.ts',
      'sample/**/*.test.ts',
      'scripts/**/*.test.ts',
      'web/**/*.test.ts',
    ],
    testTimeout: 60_000,
    maxWorkers: 2,
  },
});
