/** The command line: a thin shell over core/. Exit status 0 done, 1 an input was not read whole or not at all, 2 wrong use, 3 done but something is to be decided. */
import { Command, CommanderError } from 'commander';
import { version } from '../package.json';
import { InputError, UsageError } from './failures.ts';
import { lookUp } from '../core/lookUp.ts';

/** The verbs. Only the one that is asked for is loaded; all of them for help. */
const VERBS: Readonly<Record<string, () => Promise<(program: Command) => void>>> = {
  order: async () => (await import('./order.ts')).registerOrder,
  packages: async () => (await import('./packages.ts')).registerPackages,
  inspect: async () => (await import('./inspect.ts')).registerInspect,
  place: async () => (await import('./place.ts')).registerPlace,
  freshness: async () => (await import('./freshness.ts')).registerFreshness,
  dossier: async () => (await import('./dossier.ts')).registerDossier,
  compare: async () => (await import('./compare.ts')).registerCompare,
  open: async () => (await import('./open.ts')).registerOpen,
  rank: async () => (await import('./rank.ts')).registerRank,
  check: async () => (await import('./check.ts')).registerCheck,
  export: async () => (await import('./export.ts')).registerExport,
  notes: async () => (await import('./notes.ts')).registerNotes,
  merge: async () => (await import('./merge.ts')).registerMerge,
  report: async () => (await import('./report.ts')).registerReport,
  support: async () => (await import('./support.ts')).registerSupport,
  serve: async () => (await import('./serve.ts')).registerServe,
  capture: async () => (await import('./capture.ts')).registerCapture,
  'capture-script': async () => (await import('./captureScript.ts')).registerCaptureScript,
};

const program = new Command('aspen')
  .description('Finds out what a Linux distribution is built on and what it changed.')
  .version(version)
  .exitOverride()
  .configureHelp({ showGlobalOptions: true });

process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EPIPE') process.exit(0); // whoever reads has enough
  console.error(`aspen: the output could not be written: ${error.message}`);
  process.exit(1);
});

/** Does what is asked for. */
async function run(): Promise<void> {
  const asked = lookUp(VERBS, process.argv[2] ?? '');
  for (const load of asked ? [asked] : Object.values(VERBS)) (await load())(program);
  for (const command of program.commands) command.exitOverride();
  try {
    await program.parseAsync();
  } catch (error) {
    process.exitCode = report(error);
  }
}

function report(error: unknown): number {
  if (error instanceof CommanderError) return error.exitCode === 0 ? 0 : 2;
  if (error instanceof UsageError || error instanceof InputError) {
    console.error(`aspen: ${error.message}`);
    return error instanceof UsageError ? 2 : 1;
  }
  throw error;
}

void run();
