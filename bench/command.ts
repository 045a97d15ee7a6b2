/** How fast the command starts: `aspen order` with nothing to do, against a bare Node that does nothing. */
import { spawnSync } from 'node:child_process';
import { compareInTurn, type BenchResult } from './compare.ts';

export async function commandBench(): Promise<BenchResult[]> {
  const run = (...args: string[]) => void spawnSync(process.execPath, args, { input: '' });
  const measured = await compareInTurn(
    15,
    () => run('cli/aspen.mjs', 'order'),
    () => run('-e', '0'),
  );
  return [{ name: 'Start of the command, against a bare Node', ...measured, limit: 3 }];
}
