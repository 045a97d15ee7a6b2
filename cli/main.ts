/** The command line: a thin shell over core/. Exit status 0 done, 1 input could not be read, 2 wrong use. */
import { readFile } from 'node:fs/promises';
import { Command, CommanderError } from 'commander';
import { registerCaptureScript } from './captureScript.ts';
import { registerFreshness } from './freshness.ts';
import { registerInspect } from './inspect.ts';
import { registerOrder } from './order.ts';
import { registerPackages } from './packages.ts';
import { registerPlace } from './place.ts';
import { InputError, UsageError } from './failures.ts';

const { version } = JSON.parse(await readFile(new URL('../package.json', import.meta.url), 'utf8')) as {
  version: string;
};

const program = new Command('aspen')
  .description('Finds out what a Linux distribution is built on and what it changed.')
  .version(version)
  .exitOverride()
  .configureHelp({ showGlobalOptions: true });

for (const register of [
  registerOrder,
  registerPackages,
  registerInspect,
  registerPlace,
  registerFreshness,
  registerCaptureScript,
])
  register(program);
for (const command of program.commands) command.exitOverride();

process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EPIPE') process.exit(0); // whoever reads has enough
  throw error;
});

try {
  await program.parseAsync();
} catch (error) {
  process.exitCode = report(error);
}

function report(error: unknown): number {
  if (error instanceof CommanderError) return error.exitCode === 0 ? 0 : 2;
  if (error instanceof UsageError || error instanceof InputError) {
    console.error(`aspen: ${error.message}`);
    return error instanceof UsageError ? 2 : 1;
  }
  throw error;
}
