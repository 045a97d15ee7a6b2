/**
 * Placing: the trial of simulated derivatives as a table, and the whole way from indexes to an answer against one
 * grep-dctrl pass over one of them, from text and from stored snapshots.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseDebPackages } from '../core/formats/debPackages.ts';
import { createPackageColumns, packageRow, type PackageColumns } from '../core/formats/packageColumns.ts';
import { findBase } from '../core/packages/findBase.ts';
import { createInstalledSet } from '../core/packages/installedSet.ts';
import { createCandidate } from '../core/packages/candidate.ts';
import { packColumns, unpackColumns } from '../core/packages/packSnapshot.ts';
import { createRandom } from '../sample/random.ts';
import { KINDS } from '../testing/derivatives.ts';
import { runPlacingTrial, type Tally } from '../testing/placingTrial.ts';
import { compareInTurn, needs, type BenchResult } from './compare.ts';
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

export async function placingSpeedBench(): Promise<BenchResult[]> {
  const index = largestIndex();
  if (!needs('grep-dctrl')) return [];
  if (!index) {
    console.log('SKIPPED: no package index at hand; run apt-get update, or name one with INDEX=/path');
    return [];
  }
  const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-bench-'));
  try {
    const plain = join(folder, 'Packages');
    const bytes = await plainBytes(index);
    writeFileSync(plain, bytes);
    const text = new TextDecoder().decode(bytes);
    const encoder = new TextEncoder();
    const texts = [
      bytes,
      ...[0.04, 0.2, 0.5, 0.75].map((share, i) => encoder.encode(movedText(text, share, i))),
    ];
    const names = ['own', 'sister', 'near', 'half', 'next'];
    const lists = texts.map((each) => parseDebPackages(each, 'index', 'bench').packages);
    const system = createInstalledSet(drawSystem(lists[0]));
    const packed = lists.map(packColumns);
    const place = (all: readonly PackageColumns[]) => {
      const { answer } = findBase(
        system,
        all.map((list, i) => createCandidate(names[i], [list])),
      );
      if (answer.base !== 'own') throw new Error(`bench: expected the base "own", came ${answer.base}`);
    };
    const grep = () =>
      void execFileSync('grep-dctrl', ['-n', '-s', 'Package,Version', '', plain], { maxBuffer: 1 << 29 });
    const fromText = await compareInTurn(
      5,
      () => place(texts.map((each) => parseDebPackages(each, 'index', 'bench').packages)),
      grep,
    );
    const fromStore = await compareInTurn(
      9,
      () =>
        place(
          packed.map((each) => {
            const list = unpackColumns(each, 'bench');
            if (!list.ok) throw new Error('bench: a packed list could not be read');
            return list.value;
          }),
        ),
      grep,
    );
    const peak = Math.round(process.resourceUsage().maxRSS / 1024);
    const stored = packed[0].length;
    console.log(
      `Stored snapshot of ${lists[0].size} packages: ${(stored / 1e6).toFixed(2)} MB, ${((stored / lists[0].size) * 0.075).toFixed(2)} MB for 75,000; peak memory so far ${peak} MiB`,
    );
    const what = `five indexes of ${lists[0].size} packages to a placed answer (${system.packages.length} installed), against one grep-dctrl pass over one`;
    return [
      { name: `From the text of ${what}`, ...fromText, limit: 4 },
      { name: `From the stored snapshots of ${what}`, ...fromStore, limit: 0.4 },
    ];
  } finally {
    rmSync(folder, { recursive: true });
  }
}

function drawSystem(list: PackageColumns): PackageColumns {
  const random = createRandom(17);
  const rows = Array.from({ length: 2500 }, () => packageRow(list, random.below(list.size)));
  return createPackageColumns('deb', new Map(rows.map((row) => [row.name, row])).values());
}
