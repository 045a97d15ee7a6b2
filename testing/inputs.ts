/** Files made up for a test, as the program is given them. */
import { bytesSource } from '../core/images/byteSource.ts';
import { readFiles, type ReadOptions } from '../core/capture/readFiles.ts';
import type { InputFile } from '../core/capture/readFile.ts';
import { assembleDrop, type ReadDrop } from '../core/capture/system.ts';

/** A file in pieces of 64 KiB. */
export function fileOf(path: string, contents: string | Uint8Array): InputFile {
  const bytes = typeof contents === 'string' ? new TextEncoder().encode(contents) : contents;
  async function* open() {
    for (let at = 0; at < bytes.length; at += 65_536) yield bytes.subarray(at, at + 65_536);
  }
  return { path, size: bytes.length, open, random: (use) => use(bytesSource(bytes)) };
}

/** What a drop of files gives. */
export async function readDropOf(files: readonly InputFile[], options?: ReadOptions): Promise<ReadDrop> {
  return assembleDrop(await readFiles(files, options));
}
