/** Zip archives (APPNOTE 6.3) as a stream of their files, by a well-known package. */
import { Unzip, UnzipInflate, UnzipPassThrough, type UnzipFile } from 'fflate';
import { createIssue, type Issue } from '../issue.ts';
import { concatBytes, type Pieces } from './byteStream.ts';
import type { TarEntry } from './tar.ts';

interface Found {
  readonly file: UnzipFile;
  readonly parts: Uint8Array[];
  done: boolean;
  error: string;
}

/**
 * The files of an archive, in its order. A cut-off or damaged archive gives the whole files before the damage;
 * `onIssue` is then told `zip.damaged`. A file is held in memory until it is whole.
 */
export async function* readZip(
  pieces: Pieces,
  where: string,
  onIssue: (issue: Issue) => void,
): AsyncGenerator<TarEntry> {
  const found: Found[] = [];
  const unzip = new Unzip((file) => {
    const entry: Found = { file, parts: [], done: false, error: '' };
    found.push(entry);
    file.ondata = (error, data, final) => {
      if (error) entry.error ||= error.message;
      else entry.parts.push(data);
      entry.done ||= final;
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  unzip.register(UnzipPassThrough);
  const ready = function* () {
    while (found[0]?.done && !found[0].error) {
      const { file, parts } = found.shift()!;
      if (!file.name.endsWith('/')) yield entryOf(file.name, parts);
    }
  };
  let reason = '';
  let tail: Uint8Array = new Uint8Array(0);
  try {
    for await (const piece of pieces) {
      tail = concatBytes([tail, piece]).slice(-END_BYTES);
      unzip.push(piece.slice());
      yield* ready();
    }
    unzip.push(new Uint8Array(0), true);
    yield* ready();
  } catch (error) {
    reason = error instanceof Error ? error.message : String(error);
  }
  reason ||= found[0]?.error || (found.length > 0 ? 'it ends within a file' : '');
  if (!hasDirectoryEnd(tail)) reason ||= 'it ends before its directory';
  if (reason) onIssue(createIssue('damage', 'zip.damaged', where, { reason }));
}

/** The end of central directory record with the longest comment that may follow it (4.3.16). */
const END_BYTES = 22 + 65_535;

function hasDirectoryEnd(tail: Uint8Array): boolean {
  for (let i = tail.length - 22; i >= 0; i--)
    if (tail[i] === 0x50 && tail[i + 1] === 0x4b && tail[i + 2] === 5 && tail[i + 3] === 6) return true;
  return false;
}

function entryOf(name: string, parts: readonly Uint8Array[]): TarEntry {
  async function* pieces() {
    yield* parts;
  }
  return {
    path: name.replace(/^(\.?\/)+/, ''),
    size: parts.reduce((sum, part) => sum + part.length, 0),
    pieces: pieces(),
  };
}
