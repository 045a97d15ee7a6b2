/**
 * How fast the command is as a whole, from its start to its end: `aspen order` with nothing to do, against a bare Node that does nothing;
 * `aspen packages` of the largest index at hand, against grep-dctrl printing the same.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { compareInTurn, needs, type BenchResult } from './compare.ts';
import { largestIndex, plainBytes } from './readIndex.ts';

const run = (program: string, ...args: string[]) =>
  void spawnSync(program, args, { input: '', maxBuffer: 1 << 29 });

export async function commandBench(): Promise<BenchResult[]> {
  const measured = await compareInTurn(
    15,
    () => run(process.execPath, 'cli/aspen.mjs', 'order'),
    () => run(process.execPath, '-e', '0'),
  );
  return [{ name: 'Start of the command, against a bare Node', ...measured, limit: 3 }];
}

export async function packagesCommandBench(): Promise<BenchResult[]> {
  const index = largestIndex();
  if (!needs('grep-dctrl') || !index) return [];
  const folder = mkdtempSync(join(tmpdir(), 'aspen-ridge-bench-'));
  try {
    const plain = join(folder, 'Packages');
    writeFileSync(plain, await plainBytes(index));
    const measured = await compareInTurn(
      11,
      () => run(process.execPath, 'cli/aspen.mjs', 'packages', plain),
      () => run('grep-dctrl', '-n', '-s', 'Package,Version,Architecture', '', plain),
    );
    return [{ name: 'Packages of an index by the command, against grep-dctrl', ...measured, limit: 1.5 }];
  } finally {
    rmSync(folder, { recursive: true });
  }
}
