/** `aspen capture-script`: prints the collector, to be run on the system that is to be captured. */
import { readFile } from 'node:fs/promises';
import type { Command } from 'commander';

export function registerCaptureScript(program: Command): void {
  program
    .command('capture-script')
    .description('print the collector: a shell script that writes a capture of the system it runs on')
    .action(async () => {
      process.stdout.write(await readFile(new URL('../collector/aspen-capture', import.meta.url), 'utf8'));
    });
}
