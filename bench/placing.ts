/**
 * Placing: the trial of simulated derivatives as a table, and the whole way from indexes to an answer against one
 * grep-dctrl pass over one of them, from text and from stored snapshots.
 */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseDebPackages } from '../core/formats/debPackages.ts';
import { packColumns } from '../core/packages/packSnapshot.ts';
import { createRandom } from '../sample/random.ts';
import { KINDS } from '../testing/derivatives.ts';
import { runPlacingTrial, type Tally } from '../testing/placingTrial.ts';
import { needs, type BenchResult } from './compare.ts';
import { partInItsOwnProcess } from './ownProcess.ts';
import type { PlacingPart } from './placingPart.ts';
import { largestIndex, plainBytes } from './readIndex.ts';

/** Systems of each kind in each field. */
const ROUNDS = 12;

export async function placingTrialBench(): Promise<BenchResult[]> {
  const { tally, naive, misses, fields } = runPlacingTrial(ROUNDS);
  const drawn = ROUNDS * KINDS.length * fields.length;
  console.log(`Placing ${drawn} simulated derivatives (${fields.join('; ')}):`);
  const line = (kind: string, of: Tally[keyof Tally], other: Tally[keyof Tally]) =>
    `  ${kind.padEnd(32)} right ${String(of.right).padStart(3)}  wrong ${String(of.wrong).padStart(3)}  abstained ${String(of.abstained).padStart(3)}   (counting equal versions: ${other.right}, ${other.wrong}, ${other.abstained})`;
  for (const kind of KINDS) console.log(line(kind, tally[kind], naive[kind]));
  for (const miss of misses) console.log(`  ${miss}`);
  return [];
}

/** The text of an index in which a share of the source packages has another upstream version. */
function movedText(text: string, share: number, seed: number): string {
  const random = createRandom(seed);
  return text.replace(/^Version: (.*)$/gm, (line, version: string) =>
    random.next() < share
      ? `Version: ${version.replace(/\d+(?=\D*(-[^-]*)?$)/, (digits) => String(Number(digits.slice(0, 9)) + 1))}`
      : line,
  );
}

const SUITES = ['own', 'sister', 'near', 'half', 'next'] as const;
const MOVED = [0, 0.04, 0.2, 0.5, 0.75] as const;

export async function placingSpeedBench(): Promise<BenchResult[]> {
  const index = largestIndex();
  if (!needs('grep-dctrl')) return [];
  if (!index) {
    console.log('SKIPPED: no package index at hand; run apt-get update, or name one with INDEX=/path');
    return [];
  }
  const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-bench-'));
  try {
    const bytes = await plainBytes(index);
    const text = new TextDecoder().decode(bytes);
    let packages = 0;
    let stored = 0;
    SUITES.forEach((name, i) => {
      const moved = MOVED[i] ? new TextEncoder().encode(movedText(text, MOVED[i], i)) : bytes;
      const list = parseDebPackages(moved, 'index', 'bench').packages;
      const packed = packColumns(list);
      writeFileSync(join(folder, name), moved);
      writeFileSync(join(folder, `${name}.packed`), packed);
      if (i === 0) [packages, stored] = [list.size, packed.length];
    });
    console.log(
      `Stored snapshot of ${packages} packages: ${(stored / 1e6).toFixed(2)} MB, ${((stored / packages) * 0.075).toFixed(2)} MB for 75,000`,
    );
    const what = `five indexes of ${packages} packages to a placed answer, against one grep-dctrl pass over one`;
    const [fromText, fromStore] = (['text', 'stored'] as const).map((mode) =>
      partInItsOwnProcess<PlacingPart>('placingPart.ts', mode, folder, ...SUITES),
    );
    return [
      { name: `From the text of ${what}`, ...fromText.times, limit: 4 },
      {
        name: 'Peak memory of that, in a process of its own, against 600 MiB',
        ours: fromText.peak,
        theirs: 600,
        ratio: fromText.peak / 600,
        limit: 1,
        unit: 'MiB',
      },
      { name: `From the stored snapshots of ${what}`, ...fromStore.times, limit: 0.4 },
    ];
  } finally {
    rmSync(folder, { recursive: true });
  }
}
