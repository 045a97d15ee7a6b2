// npm run mutants [-- --sample] [FOLDER …]: faults are put into the code, one at a time, and the tests of its folder must notice.
// Prints a score for each folder, and which files let most through; --list prints every mutant that survived.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { ROOT } from './install.mjs';

/** What is mutated, and which tests look at it. The first ones are the sample that runs with all other tests. */
const FOLDERS = {
  'core/sameness': ['core/sameness'],
  'core/weighing': ['core/layers', 'core/statements'],
  'core/layers': ['core/layers', 'core/statements'],
  'core/lineage': ['core/lineage', 'core/layers'],
  'core/merging': ['core/merging'],
  'core/packages': ['core/packages'],
  'core/support': ['core/support'],
  'core/assessments': ['core/assessments'],
  'core/open': ['core/open', 'core/overview'],
  'core/statements': ['core/statements', 'core/wording/statements'],
  'core/comparing': ['core/comparing'],
  'core/peers': ['core/peers'],
  'core/claims': ['core/claims'],
  'core/purpose': ['core/purpose'],
  'core/overview': ['core/overview'],
  workspace: ['workspace'],
  server: ['server'],
};
const SAMPLE = ['core/sameness'];
/** A sample with a lower score than this fails. */
const LEAST = 80;

const args = process.argv.slice(2);
const isSample = args.includes('--sample');
const asked = args.filter((arg) => !arg.startsWith('--'));
const folders = isSample ? SAMPLE : asked.length > 0 ? asked : Object.keys(FOLDERS);
const results = `${ROOT}build/mutants`;
mkdirSync(results, { recursive: true });

/** Runs the mutants of a folder, or of one file, and reads what became of each. */
function run(place) {
  const folder = Object.keys(FOLDERS).find((each) => place === each || place.startsWith(`${each}/`));
  if (!folder)
    throw new Error(`${place}: expected one of ${Object.keys(FOLDERS).join(', ')}, or a file in one`);
  const report = `${results}/${place.replaceAll('/', '-')}.json`;
  const config = `${results}/stryker.config.json`;
  const files = place.endsWith('.ts') ? [place] : [`${place}/**/*.ts`];
  writeFileSync(
    config,
    JSON.stringify({
      testRunner: 'vitest',
      plugins: ['@stryker-mutator/vitest-runner'],
      vitest: { configFile: 'vitest.mutants.config.ts', related: false },
      mutate: [...files, `!${place}/**/*.test.ts`],
      // Texts are held by the tests of what is told; a message of our own bug by none.
      mutator: { excludedMutations: ['StringLiteral'] },
      coverageAnalysis: 'perTest',
      ignoreStatic: true,
      concurrency: 2,
      timeoutMS: 15_000,
      reporters: ['json'],
      jsonReporter: { fileName: report },
      tempDirName: `${results}/work`,
      allowConsoleColors: false,
      checkers: [],
      logLevel: 'error',
    }),
  );
  const tests = FOLDERS[folder].map((each) => `${each}/**/*.test.ts`).join(',');
  const done = spawnSync('npx', ['stryker', 'run', config], {
    cwd: ROOT,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, MUTANTS_TESTS: tests },
  });
  if (!existsSync(report)) throw new Error(`${place}: the mutants could not be run (${done.status})`);
  return JSON.parse(readFileSync(report, 'utf8')).files;
}

const NOTICED = new Set(['Killed', 'Timeout', 'RuntimeError']);
const MISSED = new Set(['Survived', 'NoCoverage']);
const shareOf = ({ noticed, missed }) => (noticed + missed ? (100 * noticed) / (noticed + missed) : 100);

let isShort = false;
for (const place of folders) {
  const whole = { noticed: 0, missed: 0 };
  const files = [];
  const survivors = [];
  for (const [file, { mutants }] of Object.entries(run(place))) {
    const own = { file, noticed: 0, missed: 0 };
    for (const { status, mutatorName, location, replacement } of mutants) {
      if (NOTICED.has(status)) own.noticed++;
      else if (MISSED.has(status)) {
        own.missed++;
        survivors.push(`${file}:${location.start.line} ${mutatorName}: ${(replacement ?? '').slice(0, 80)}`);
      }
    }
    whole.noticed += own.noticed;
    whole.missed += own.missed;
    files.push(own);
  }
  const score = shareOf(whole);
  console.log(`${place}: ${score.toFixed(1)} % of ${whole.noticed + whole.missed} mutants noticed`);
  const worst = files.filter(({ missed }) => missed > 0).sort((a, b) => b.missed - a.missed);
  for (const file of worst.slice(0, 5))
    console.log(`  ${file.file}: ${file.missed} of ${file.noticed + file.missed} not noticed`);
  if (args.includes('--list')) for (const line of survivors) console.log(`    ${line}`);
  if (isSample && score < LEAST) isShort = true;
}
rmSync(`${results}/work`, { recursive: true, force: true });
if (isShort) {
  console.error(
    `Fewer than ${LEAST} % of the sample's mutants were noticed: a test must look where one survived.`,
  );
  process.exit(1);
}
