/** Files of this machine as the core takes them: a folder, an archive or a file, as streams. */
import { open, readdir, stat } from 'node:fs/promises';
import { join, relative } from 'node:path';
import type { InputFile } from '../core/capture/readFile.ts';

const PIECE = 1 << 20;

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

/** Reads through two buffers in turn: the next piece comes in while the one at hand is being worked on. */
async function* pieces(path: string): AsyncGenerator<Uint8Array> {
  const file = await open(path);
  const buffers = [new Uint8Array(PIECE), new Uint8Array(PIECE)];
  const read = (turn: number) => file.read(buffers[turn % 2], 0, PIECE, null);
  let coming: ReturnType<typeof read> | null = read(0);
  try {
    for (let turn = 0; coming; turn++) {
      const { bytesRead }: { bytesRead: number } = await coming;
      coming = bytesRead > 0 ? read(turn + 1) : null;
      if (bytesRead > 0) yield buffers[turn % 2].subarray(0, bytesRead);
    }
  } finally {
    await coming?.catch(() => undefined); // whoever stopped reading does not ask for the rest, nor for its errors
    await file.close();
  }
}
