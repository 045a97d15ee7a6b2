/** npm run fuzz [COUNT [SEED]]: changes containers so often (10,000), and says which became less or other without a word. */
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
