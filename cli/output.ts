/** Where a verb writes what it made. */
import { writeFileSync } from 'node:fs';
import { InputError } from './failures.ts';

/** Writes a file. */
export function writeOut(path: string, made: string | Uint8Array): void {
  try {
    writeFileSync(path, made);
  } catch (error) {
    throw new InputError(`${path}: could not be written (${(error as Error).message})`);
  }
}

/** Writes to the file that `--out` names, else to standard output. */
export function writeOrPrint(path: string | undefined, made: string | Uint8Array): void {
  if (path === undefined) process.stdout.write(made);
  else writeOut(path, made);
}
