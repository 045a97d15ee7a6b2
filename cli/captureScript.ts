/** `aspen capture-script`: prints the collector, to be run on the system that is to be captured. */
import type { Command } from 'commander';
import collector from '../collector/aspen-capture?raw';

export function registerCaptureScript(program: Command): void {
  program
    .command('capture-script')
    .description('print the collector: a shell script that writes a capture of the system it runs on')
    .action(() => void process.stdout.write(collector));
}
