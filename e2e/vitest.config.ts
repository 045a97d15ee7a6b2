import { defineConfig } from 'vitest/config';

/** What is waited for may take longer on a busy machine than the second that is usual. */
const patience = { testTimeout: 90_000, hookTimeout: 60_000, expect: { poll: { timeout: 10_000 } } };

/** Files that measure time, kill browsers or fill storage run alone; of the others two run beside each other. */
const ALONE = ['kills', 'sample', 'windows', 'offline', 'packages'].map((name) => `e2e/${name}.e2e.ts`);

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          ...patience,
          name: 'beside each other',
          include: ['e2e/**/*.e2e.ts'],
          exclude: ALONE,
          maxWorkers: 2,
          sequence: { groupOrder: 0 },
        },
      },
      {
        test: {
          ...patience,
          name: 'alone',
          include: ALONE,
          maxWorkers: 1,
          fileParallelism: false,
          sequence: { groupOrder: 1 },
        },
      },
    ],
  },
});
