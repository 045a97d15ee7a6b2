/** Measuring in a process of its own: what was done before, such as unpacking, leaves nothing to be cleaned up meanwhile. */
import { execFileSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';

/** What a script beside this one prints last, as JSON, when it is run with arguments. */
export function partInItsOwnProcess<T>(name: string, ...given: readonly string[]): T {
  const script = fileURLToPath(new URL('../scripts/run.mjs', import.meta.url));
  const part = fileURLToPath(new URL(name, import.meta.url));
  const output = execFileSync(process.execPath, [script, part, ...given], { encoding: 'utf8' });
  return JSON.parse(output.trim().split('\n').at(-1)!) as T;
}
