/** Finding a package name in several large lists, as one types, against a text search over the same names. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseDebPackages } from '../core/formats/debPackages.ts';
import { PackageNames } from '../core/packages/packageNames.ts';
import { compareInTurn, type BenchResult } from './compare.ts';
import { largestIndex, plainBytes } from './readIndex.ts';

const LISTS = 5;
/** What is typed, letter by letter. */
const TYPED = ['li', 'lib', 'libx', 'libxm', 'libxml', 'python3-d', 'zz'];

export async function namesBench(): Promise<BenchResult[]> {
  const index = largestIndex();
  if (!index) return [];
  const list = parseDebPackages(await plainBytes(index), 'index', 'bench').packages;
  const lists = Array.from({ length: LISTS }, (_, i) => ({ key: String(i), packages: list }));
  const began = performance.now();
  const names = new PackageNames(lists);
  const opening = performance.now() - began;
  const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-names-'));
  const file = join(folder, 'names');
  const texts = list.table.texts();
  const all = Array.from(list.columns.name, (text) => texts[text]).slice(0, list.size);
  writeFileSync(file, lists.flatMap(() => all).join('\n'));
  try {
    const times = await compareInTurn(
      9,
      () => TYPED.forEach((text) => names.find(text)),
      () => TYPED.forEach((text) => spawnSync('grep', ['-F', text, file], { maxBuffer: 1 << 28 })),
    );
    return [
      {
        name: `Finding ${TYPED.length} beginnings among ${LISTS} lists of ${list.size} packages (opened once in ${opening.toFixed(0)} ms), against grep -F`,
        ...times,
      },
    ];
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
