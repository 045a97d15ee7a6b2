/** Stored snapshots: loading one against parsing its index, and what a hundred days take against one. */
import { parseDebPackages } from '../core/formats/debPackages.ts';
import { createPackageColumns, packageRow, type PackageRow } from '../core/formats/packageColumns.ts';
import { packAfter } from '../core/packages/packSeries.ts';
import { packColumns, unpackColumns } from '../core/packages/packSnapshot.ts';
import { createRandom } from '../sample/random.ts';
import { compareInTurn, type BenchResult } from './compare.ts';
import { largestIndex, plainBytes } from './readIndex.ts';

const DAYS = 100;
/** Packages that change in a day; a large development archive changes half a percent to one. */
const DAILY = 0.008;

export async function snapshotBench(): Promise<BenchResult[]> {
  const index = largestIndex();
  if (!index) return [];
  const bytes = await plainBytes(index);
  const list = parseDebPackages(bytes, 'index', 'bench').packages;
  const packed = packColumns(list);
  const times = await compareInTurn(
    9,
    () => {
      const read = unpackColumns(packed, 'bench');
      if (!read.ok || read.value.table.texts().length === 0) throw new Error('bench: nothing was loaded');
    },
    () => void parseDebPackages(bytes, 'index', 'bench'),
  );
  const random = createRandom(8);
  let rows: PackageRow[] = Array.from({ length: list.size }, (_, i) => packageRow(list, i));
  const chain: Uint8Array[] = [];
  for (let day = 0; day < DAYS; day++) {
    chain.push(packAfter(createPackageColumns('deb', rows.map(plain)), chain, `snapshot:${day - 1}`));
    rows = rows.map((row) => (random.next() < DAILY ? { ...row, version: `${row.version}.${day}` } : row));
  }
  const total = chain.reduce((sum, { length }) => sum + length, 0);
  return [
    {
      name: `Loading a stored snapshot of ${list.size} packages, texts decoded, against parsing its index`,
      ...times,
      limit: 0.2,
    },
    {
      name: `Bytes of ${DAYS} daily snapshots (${DAILY * 100} % of the packages change a day) against one`,
      ours: total / 1e6,
      theirs: chain[0].length / 1e6,
      ratio: total / chain[0].length,
      limit: 5,
      unit: 'MB',
    },
  ];
}

/** Source and its version only where they differ, as readers leave them. */
const plain = (row: PackageRow): Partial<PackageRow> => ({
  ...row,
  source: row.source === row.name ? '' : row.source,
  sourceVersion: row.sourceVersion === row.version ? '' : row.sourceVersion,
});
