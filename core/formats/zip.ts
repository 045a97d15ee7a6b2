/**
 * Zip archives (APPNOTE 6.3) as a stream of their files, by a well-known package. At the end they are held against the
 * archive's directory: which files there are, their lengths and their sums, which the package does not check.
 */
import { Unzip, UnzipInflate, UnzipPassThrough, type UnzipFile } from 'fflate';
import { createCRC32 } from 'hash-wasm';
import { createLoss, type Issue } from '../issue.ts';
import { concatBytes, type Pieces } from './byteStream.ts';
import type { TarEntry } from './tar.ts';
import { readZipDirectory } from './zipDirectory.ts';

interface Found {
  readonly file: UnzipFile;
  readonly parts: Uint8Array[];
  length: number;
  done: boolean;
  error: string;
}

/** Bytes handed on at once: deflate makes at most a thousand of one (RFC 1951). */
const SLICE = 1 << 15;
/** The most that one file within may have, since it is held until it is whole. */
const FILE_LIMIT = 96 << 20;
/** What is kept of the end: the directory of some ten thousand files. */
const TAIL = 4 << 20;

/**
 * The files of an archive, in its order. A cut-off or damaged archive gives the whole files before the damage;
 * `onIssue` is then told `zip.damaged`. A file is held in memory until it is whole.
 */
export async function* readZip(
  pieces: Pieces,
  where: string,
  onIssue: (issue: Issue) => void,
): AsyncGenerator<TarEntry> {
  const sums = await createCRC32();
  const given = new Map<string, { length: number; sum: number }>();
  let count = 0;
  const found: Found[] = [];
  const unzip = new Unzip((file) => {
    const entry: Found = { file, parts: [], length: 0, done: false, error: '' };
    found.push(entry);
    file.ondata = (error, data, final) => {
      if (error) entry.error ||= error.message;
      else entry.parts.push(data);
      entry.length += data?.length ?? 0;
      if (entry.length > FILE_LIMIT) throw new Error(`${file.name} has more than ${FILE_LIMIT >> 20} MiB`);
      entry.done ||= final;
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  unzip.register(UnzipPassThrough);
  const ready = function* () {
    while (found[0]?.done && !found[0].error) {
      const { file, parts, length } = found.shift()!;
      count++;
      sums.init();
      for (const part of parts) sums.update(part);
      given.set(file.name, { length, sum: Number.parseInt(sums.digest('hex'), 16) });
      if (!file.name.endsWith('/')) yield entryOf(file.name, parts, length);
    }
  };
  let reason = '';
  let tail: Uint8Array = new Uint8Array(0);
  try {
    for await (const piece of pieces) {
      const bytes = piece.slice();
      tail = bytes.length >= TAIL ? bytes.slice(-TAIL) : concatBytes([tail, bytes]).slice(-TAIL);
      for (let at = 0; at < bytes.length; at += SLICE) {
        unzip.push(bytes.subarray(at, at + SLICE));
        yield* ready();
      }
    }
    unzip.push(new Uint8Array(0), true);
    yield* ready();
  } catch (error) {
    reason = error instanceof Error ? error.message : String(error);
  }
  reason ||= found[0]?.error || (found.length > 0 ? `it ends within ${found[0].file.name}` : '');
  reason ||= differenceOf(given, count, tail);
  if (reason) onIssue(createLoss('zip.damaged', where, { reason, files: given.size }));
}

/** What the directory at the end says otherwise; empty when all agrees. */
function differenceOf(
  given: ReadonlyMap<string, { length: number; sum: number }>,
  count: number,
  tail: Uint8Array,
): string {
  const directory = readZipDirectory(tail);
  if (!directory) return 'it ends before its directory, or that is damaged';
  for (const { name, length, sum } of directory) {
    const file = given.get(name);
    if (!file) return `${name} stands in its directory only`;
    if (file.length !== length || file.sum !== sum) return `${name} does not agree with its sum`;
  }
  return directory.length > 0 && count !== directory.length
    ? 'it holds files that its directory does not have'
    : '';
}

function entryOf(name: string, parts: readonly Uint8Array[], size: number): TarEntry {
  async function* pieces() {
    yield* parts;
  }
  return { path: name.replace(/^(\.?\/)+/, ''), size, pieces: pieces() };
}
