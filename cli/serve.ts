/** `serve`: the application in a browser, as `npm start` starts it. */
import { InvalidArgumentError, type Command } from 'commander';
import { pathToFileURL } from 'node:url';

/** Registers the verb. The server is no part of the command: it is started from its own files. */
export function registerServe(program: Command): void {
  program
    .command('serve')
    .option(
      '--port <number>',
      'the port on 127.0.0.1; the stand-in mirror of the sample takes the next one',
      portOf,
    )
    .description('Start the application for a browser on this machine.')
    .action(async ({ port }: { readonly port?: number }) => {
      if (port !== undefined) process.env.PORT = String(port);
      process.env.ASPEN_RIDGE_STARTED_AS = 'aspen serve';
      await import(/* @vite-ignore */ pathToFileURL(`${process.env.ASPEN_RIDGE_ROOT}scripts/start.mjs`).href);
    });
}

function portOf(text: string): number {
  const port = Number(text);
  if (/^\d+$/.test(text) && port <= 65_535) return port;
  throw new InvalidArgumentError('expected a number from 0 to 65535');
}
