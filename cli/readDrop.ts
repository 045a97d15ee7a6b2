/** Reads a path into systems and indexes, for every command that takes one. */
import { stat } from 'node:fs/promises';
import { assembleDrop, type ReadDrop } from '../core/capture/system.ts';
import type { ReadFile } from '../core/capture/readFile.ts';
import { readCaptures, readFiles, type ReadOptions } from '../core/capture/readFiles.ts';
import { InputError } from './failures.ts';
import { inputFiles, systemsIn } from '../server/reading/pathFiles.ts';

/** The option of commands that are about one system. */
export const SYSTEM_OPTION = [
  '--system <name>',
  'which one, where an image holds several: its name, or where in the image it lies',
] as const;

/**
 * Everything read from a path. Throws InputError when the path itself cannot be read. What was not read whole ends the
 * command with 1 once it has printed what it has.
 */
export async function readDrop(path: string, options?: ReadOptions): Promise<ReadDrop> {
  const drop = assembleDrop(await readAll(path, options));
  const issues = [...drop.issues, ...drop.files.flatMap((file) => file.issues)];
  if (issues.some(({ loses }) => loses)) process.exitCode = 1;
  return drop;
}

async function readAll(path: string, options?: ReadOptions): Promise<ReadFile[]> {
  try {
    // The root of a system in a folder is taken as one; all else as files.
    const system = (await stat(path)).isDirectory() ? await systemsIn(path) : null;
    if (system) return await readCaptures(path, system, options);
    const files = await inputFiles(path);
    if (files.length === 0) throw new InputError(`${path}: the folder holds no files`);
    return await readFiles(files, options);
  } catch (error) {
    if (error instanceof InputError) throw error;
    throw unreadablePath(path, error as NodeJS.ErrnoException);
  }
}

/** What is said of a path that cannot be read at all. */
export const unreadablePath = (path: string, error: NodeJS.ErrnoException): InputError =>
  new InputError(`${path}: ${error.code === 'ENOENT' ? 'no such file or folder' : error.message}`);
