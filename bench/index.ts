/**
 * npm run bench: our speed as ratios against another tool, measured in turn in the same run. Ratios hold where
 * absolute times do not: each is the median of pairs.
 */
import { readIndexBench } from './readIndex.ts';
import { orderBench } from './versionOrder.ts';

for (const bench of [readIndexBench, orderBench]) {
  for (const { name, ours, theirs, ratio, limit } of await bench()) {
    const promise = limit === undefined ? '' : ` (at most ${limit}: ${ratio <= limit ? 'kept' : 'NOT kept'})`;
    console.log(
      `${name}: ratio ${ratio.toFixed(2)}${promise}; ours ${ours.toFixed(0)} ms, theirs ${theirs.toFixed(0)} ms`,
    );
  }
}
