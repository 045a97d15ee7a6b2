/** Reads a path into systems and indexes, for every command that takes one. */
import { assembleDrop, type ReadDrop } from '../core/capture/system.ts';
import { readFiles, type ReadOptions } from '../core/capture/readFiles.ts';
import { InputError } from './failures.ts';
import { inputFiles } from './readPath.ts';

/**
 * Everything read from a path. Throws InputError when the path itself cannot be read. What was not read whole ends the
 * command with 1 once it has printed what it has.
 */
export async function readDrop(path: string, options?: ReadOptions): Promise<ReadDrop> {
  const files = await inputFiles(path).catch((error: NodeJS.ErrnoException) => {
    throw new InputError(`${path}: ${error.code === 'ENOENT' ? 'no such file or folder' : error.message}`);
  });
  if (files.length === 0) throw new InputError(`${path}: the folder holds no files`);
  const drop = assembleDrop(await readFiles(files, options));
  const issues = [...drop.issues, ...drop.files.flatMap((file) => file.issues)];
  if (issues.some(({ loses }) => loses)) process.exitCode = 1;
  return drop;
}
