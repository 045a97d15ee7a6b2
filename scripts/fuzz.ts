/**
 * npm run fuzz [COUNT [SEED]]: changes containers so often (10,000), and says which became less or other without a word; then catalogue
 * files and requests to the server, a fifth as often.
 */
import { spawnSync } from 'node:child_process';
import { createContainers } from '../testing/containers.ts';
import { fuzz } from '../testing/fuzzing.ts';

const [count = 10_000, seed = 1] = process.argv.slice(3).map(Number);
const { runs, told, faults, longest } = await fuzz(createContainers(), count, seed);
console.log(
  `${runs} changed inputs: ${told} said not to be whole, ${runs - told - faults.length} the same; the longest took ${longest.toFixed(0)} ms.`,
);
console.log(
  faults.length === 0 ? 'None threw, none was silently less or other.' : `${faults.length} FAULTS:`,
);
for (const fault of faults) console.log(`  ${fault}`);
process.exitCode = faults.length === 0 ? 0 : 1;

const tests = ['core/exchange/hostile.test.ts', 'server/hostileRequests.test.ts'];
const { status } = spawnSync('npx', ['vitest', 'run', '--testTimeout=1200000', ...tests], {
  stdio: 'inherit',
  env: { ...process.env, ASPEN_RIDGE_FUZZ: String(Math.ceil(count / 5)) },
});
if (status !== 0) process.exitCode = 1;
