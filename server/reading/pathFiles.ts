/** Files of this machine as the core takes them: a folder, an archive or a file, as streams. */
import { closeSync, existsSync, openSync, type Dirent } from 'node:fs';
import { open, readdir, stat } from 'node:fs/promises';
import { join, relative } from 'node:path';
import {
  captureContainer,
  captureFile,
  captureTree,
  type ImageCaptures,
} from '../../core/capture/image/imageCapture.ts';
import type { InputFile } from '../../core/capture/readFile.ts';
import type { ByteSource } from '../../core/images/byteSource.ts';
import { FileTree } from '../../core/images/fileSystem.ts';
import { FolderFiles, readAt } from './folderFiles.ts';

const PIECE = 1 << 21;

/** The files below a path: itself, or all regular files of a folder. Links to folders are not followed. */
export async function inputFiles(path: string): Promise<InputFile[]> {
  const found = await stat(path);
  if (!found.isDirectory()) return [inputFile(path, path, found.size)];
  const files: InputFile[] = [];
  for (const folders = [path]; folders.length > 0;) {
    const folder = folders.pop()!;
    let entries: Dirent[];
    try {
      entries = await readdir(folder, { withFileTypes: true });
    } catch (error) {
      if (folder === path) throw error;
      files.push(unreadable(relative(path, folder), error));
      continue;
    }
    for (const entry of entries) {
      const full = join(folder, entry.name);
      if (entry.isDirectory()) folders.push(full);
      if (!entry.isFile() && !entry.isSymbolicLink()) continue;
      const info = await stat(full).catch(() => null); // a link that leads nowhere is no file
      if (info?.isFile()) files.push(inputFile(full, relative(path, full), info.size));
    }
  }
  return files.sort((a, b) => (a.path < b.path ? -1 : 1));
}

/** A folder that may not be looked into stands for what is in it: reading it says why. */
function unreadable(path: string, error: unknown): InputFile {
  const fail = (): never => {
    throw error;
  };
  return { path, size: 0, open: fail };
}

function inputFile(full: string, path: string, size: number): InputFile {
  return { path, size, open: () => pieces(full), random: (use) => withRandom(full, size, use) };
}

/** Gives a file's bytes at random for as long as they are used. */
export async function withRandom<Result>(
  path: string,
  size: number,
  use: (bytes: ByteSource) => Promise<Result>,
): Promise<Result> {
  const file = openSync(path, 'r');
  try {
    return await use({ size, read: (at, length) => readAt(file, at, length, size) });
  } finally {
    closeSync(file);
  }
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

/** The systems in an image or a folder, as captures of them; null for a path that is neither. */
export async function systemsIn(path: string): Promise<ImageCaptures | null> {
  const found = await stat(path);
  if (!found.isDirectory()) return captureFile(inputFile(path, path, found.size));
  const captures = await captureTree(new FileTree(new FolderFiles(path), path));
  if (captures || !existsSync(join(path, 'oci-layout'))) return captures;
  const files = await inputFiles(path);
  async function* layout() {
    for (const file of files) yield { path: file.path, size: file.size, pieces: file.open() };
  }
  return captureContainer(layout, path);
}
