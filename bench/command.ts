/**
 * How fast the command is as a whole, from its start to its end: `aspen order` with nothing to do, against a bare Node that does nothing;
 * `aspen packages` of the largest index at hand, against grep-dctrl printing the same.
 */
import { spawnSync } from 'node:child_process';
import { compareInTurn, type BenchResult } from './compare.ts';
import { withPlainIndex } from './readIndex.ts';

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

export function packagesCommandBench(): Promise<BenchResult[]> {
  return withPlainIndex(async (plain) => {
    const measured = await compareInTurn(
      11,
      () => run(process.execPath, 'cli/aspen.mjs', 'packages', plain),
      () => run('grep-dctrl', '-n', '-s', 'Package,Version,Architecture', '', plain),
    );
    return [{ name: 'Packages of an index by the command, against grep-dctrl', ...measured, limit: 1.5 }];
  });
}
