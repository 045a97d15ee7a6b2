// npm test: type check, lint, published schemas, unit tests and browser tests. Ends non-zero on any failure.
import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { build } from './build.mjs';
import { ROOT } from './install.mjs';
import { ensureTools } from './tools.mjs';

ensureTools();
await build();
rmSync(`${ROOT}build/results`, { recursive: true, force: true });
mkdirSync(`${ROOT}build/results`, { recursive: true });

const totals = { passed: 0, failed: 0, skipped: 0 };

/** Runs a step; a step that is a check counts as one test. */
function check(title, command, args) {
  console.log(`\n== ${title}`);
  const ok = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit' }).status === 0;
  totals[ok ? 'passed' : 'failed']++;
}

/** Runs tests and adds up their counts. A run without any test is a failure. */
function tests(title, config, name) {
  console.log(`\n== ${title}`);
  const output = `build/results/${name}.json`;
  const run = spawnSync(
    'npx',
    [
      'vitest',
      'run',
      '--config',
      config,
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${output}`,
    ],
    { cwd: ROOT, stdio: 'inherit' },
  );
  try {
    const result = JSON.parse(readFileSync(ROOT + output, 'utf8'));
    totals.passed += result.numPassedTests;
    totals.failed += result.numFailedTests;
    totals.skipped += result.numPendingTests + result.numTodoTests;
    if (run.status !== 0 && result.numFailedTests === 0) totals.failed++;
    if (result.numTotalTests === 0) totals.failed++;
  } catch (error) {
    console.error(`No result of "${title}": ${error.message}`);
    totals.failed++;
  }
}

check('Type check', 'npx', ['vue-tsc', '--noEmit']);
check('Lint', 'npm', ['run', '--silent', 'lint']);
check('Published schemas', 'node', ['scripts/run.mjs', 'scripts/schema.ts', '--check']);
tests('Unit tests', 'vitest.config.ts', 'unit');
tests('Browser tests', 'e2e/vitest.config.ts', 'browser');

console.log(`\n${totals.passed} passed, ${totals.failed} failed, ${totals.skipped} skipped`);
process.exit(totals.failed > 0 ? 1 : 0);
