/** Files of this machine as the core takes them: a folder, an archive or a file, as streams. */
import { open, readdir, stat } from 'node:fs/promises';
import { join, relative } from 'node:path';
import type { InputFile } from '../core/capture/readFiles.ts';

const PIECE = 1 << 18;

/** The files below a path: itself, or all regular files of a folder. Links to folders are not followed. */
export async function inputFiles(path: string): Promise<InputFile[]> {
  const found = await stat(path);
  if (!found.isDirectory()) return [inputFile(path, path, found.size)];
  const files: InputFile[] = [];
  for (const entry of await readdir(path, { recursive: true, withFileTypes: true })) {
    if (!entry.isFile() && !entry.isSymbolicLink()) continue;
    const full = join(entry.parentPath, entry.name);
    const info = await stat(full).catch(() => null); // a link that leads nowhere is no file
    if (info?.isFile()) files.push(inputFile(full, relative(path, full), info.size));
  }
  return files.sort((a, b) => (a.path < b.path ? -1 : 1));
}

function inputFile(full: string, path: string, size: number): InputFile {
  return { path, size, open: () => pieces(full) };
}

/** Reads through one buffer: a piece is valid until the next one is asked for. */
async function* pieces(path: string): AsyncGenerator<Uint8Array> {
  const file = await open(path);
  try {
    const buffer = new Uint8Array(PIECE);
    for (;;) {
      const { bytesRead } = await file.read(buffer, 0, PIECE, null);
      if (bytesRead === 0) return;
      yield buffer.subarray(0, bytesRead);
    }
  } finally {
    await file.close();
  }
}
