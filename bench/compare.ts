/** Measuring in turn: two pieces of work, one after the other, again and again. */
import { execFileSync, spawnSync } from 'node:child_process';

/** One measured comparison; `limit` is what was promised, if anything was. */
export interface BenchResult {
  readonly name: string;
  readonly ours: number;
  readonly theirs: number;
  readonly ratio: number;
  readonly limit?: number;
  /** What `ours` and `theirs` are in; milliseconds when absent. */
  readonly unit?: string;
}

/** Median of a list of numbers. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)];
}

/** Runs both in turn, after one turn that does not count; times in milliseconds. */
export async function compareInTurn(
  rounds: number,
  ours: () => Promise<void> | void,
  theirs: () => Promise<void> | void,
) {
  const time = async (work: () => Promise<void> | void) => {
    const start = performance.now();
    await work();
    return performance.now() - start;
  };
  await time(ours);
  await time(theirs);
  const pairs: { ours: number; theirs: number }[] = [];
  for (let i = 0; i < rounds; i++) pairs.push({ ours: await time(ours), theirs: await time(theirs) });
  return {
    ours: median(pairs.map((pair) => pair.ours)),
    theirs: median(pairs.map((pair) => pair.theirs)),
    ratio: median(pairs.map((pair) => pair.ours / pair.theirs)),
  };
}

/** One pass of grep-dctrl over an index, printing names and versions: what reading and placing are measured against. */
export function passOfGrepDctrl(index: string): void {
  execFileSync('grep-dctrl', ['-n', '-s', 'Package,Version', '', index], { maxBuffer: 1 << 29 });
}

/** True if a command is there; says so when it is not. */
export function needs(command: string): boolean {
  const there = spawnSync('sh', ['-c', `command -v ${command}`]).status === 0;
  if (!there) console.log(`SKIPPED: ${command} is not installed.`);
  return there;
}
