/**
 * npm run bench: our speed as ratios against another tool, measured in turn in the same run. Ratios hold where
 * absolute times do not: each is the median of pairs.
 */
import { commandBench, packagesCommandBench } from './command.ts';
import { comparingBench } from './comparing.ts';
import { editsBench } from './edits.ts';
import { imagesBench } from './images.ts';
import { layoutBench } from './layout.ts';
import { mergingBench } from './merging.ts';
import { namesBench } from './names.ts';
import { openCatalogueBench } from './openCatalogue.ts';
import { panZoomBench } from './panZoom.ts';
import { placingSpeedBench, placingTrialBench } from './placing.ts';
import { readIndexBench, readInWorkerBench } from './readIndex.ts';
import { snapshotBench } from './snapshots.ts';
import { orderBench } from './versionOrder.ts';
import { build } from '../scripts/build.mjs';

const BENCHES = [
  readIndexBench,
  readInWorkerBench,
  orderBench,
  snapshotBench,
  placingSpeedBench,
  placingTrialBench,
  layoutBench,
  panZoomBench,
  editsBench,
  comparingBench,
  mergingBench,
  openCatalogueBench,
  commandBench,
  packagesCommandBench,
  namesBench,
  imagesBench,
];

await build(); // the browser benches open the built interface with the sample

for (const bench of BENCHES) {
  for (const { name, ours, theirs, ratio, limit, unit = 'ms' } of await bench()) {
    const promise = limit === undefined ? '' : ` (at most ${limit}: ${ratio <= limit ? 'kept' : 'NOT kept'})`;
    console.log(
      `${name}: ratio ${ratio.toFixed(2)}${promise}; ours ${ours.toFixed(0)} ${unit}, theirs ${theirs.toFixed(0)} ${unit}`,
    );
  }
}
