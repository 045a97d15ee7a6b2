/** The unit tests of one folder, as mutants of it are run against them (scripts/mutants.mjs says which). */
import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: (process.env.MUTANTS_TESTS ?? '').split(',').filter(Boolean),
    testTimeout: 20_000,
    maxWorkers: 1,
  },
});
