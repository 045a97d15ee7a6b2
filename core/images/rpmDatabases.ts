/** The headers in an rpm database: of SQLite, and of ndb (rpm, lib/backend/ndb/rpmpkg.c). The older hash is named only. */
import { viewOf, type ByteSource } from './byteSource.ts';
import type { FileTree } from './fileSystem.ts';
import { cutAt, damaged, notRead } from './imageFault.ts';
import { isSqlite, sqliteRows } from './sqlite.ts';

/** Where rpm keeps its database, newer places first. */
const PLACES = ['usr/lib/sysimage/rpm', 'var/lib/rpm', 'usr/share/rpm'];

/** A database that was found: its place, and the headers of what is installed. */
export interface RpmDatabase {
  readonly path: string;
  readonly headers: Generator<Uint8Array>;
}

/** The database of a tree; null without one. Throws `ImageFault` for one that is not read, also while headers are asked for. */
export function openRpmDatabase(tree: FileTree): RpmDatabase | null {
  for (const place of PLACES) {
    const open = (name: string): ByteSource | null => {
      const node = tree.find(`${place}/${name}`);
      return node?.kind === 'file' ? tree.fileSystem.open(node) : null;
    };
    const sqlite = open('rpmdb.sqlite');
    if (sqlite && sqlite.size > 0) {
      if (!isSqlite(sqlite.read(0, 16))) throw damaged(`${place}/rpmdb.sqlite`, 'it is no database');
      return { path: `${place}/rpmdb.sqlite`, headers: sqliteHeaders(sqlite, open('rpmdb.sqlite-wal')) };
    }
    const ndb = open('Packages.db');
    if (ndb && ndb.size > 0) return { path: `${place}/Packages.db`, headers: ndbHeaders(ndb) };
    if (open('Packages'))
      throw notRead(
        `${place}/Packages, a database of the older form (hash)`,
        'run “rpm --rebuilddb” in the system, or the collector',
      );
  }
  return null;
}

function* sqliteHeaders(source: ByteSource, log: ByteSource | null): Generator<Uint8Array> {
  for (const [, header] of sqliteRows(source, log, 'Packages'))
    if (header instanceof Uint8Array) yield header;
}

const PAGE = 4096;
const SLOT = 16;
const BLOCK = 16;
const HEAD_MAGIC = 0x506d7052; // "RpmP"
const SLOT_MAGIC = 0x746f6c53; // "Slot"
const BLOB_MAGIC = 0x53626c42; // "BlbS"
const END_MAGIC = 0x45626c42; // "BlbE"
const BLOB_HEAD = 16;
const BLOB_END = 12;

function* ndbHeaders(source: ByteSource): Generator<Uint8Array> {
  const part = 'Packages.db';
  const head = viewOf(source.read(0, 32));
  if (head.getUint32(0, true) !== HEAD_MAGIC) throw damaged(part, 'it is no database');
  const slots = viewOf(source.read(0, head.getUint32(12, true) * PAGE));
  const found: { number: number; at: number; length: number }[] = [];
  // Two places at the beginning are those of the head.
  for (let at = 2 * SLOT; at + SLOT <= slots.byteLength; at += SLOT) {
    if (slots.getUint32(at, true) !== SLOT_MAGIC) throw damaged(part, 'its list of packages is damaged');
    const number = slots.getUint32(at + 4, true);
    const place = slots.getUint32(at + 8, true) * BLOCK;
    if (number !== 0 && place !== 0)
      found.push({ number, at: place, length: slots.getUint32(at + 12, true) * BLOCK });
  }
  found.sort((a, b) => a.number - b.number);
  const blobs = found.map(({ number, at, length }) => {
    if (at + length > source.size) throw cutAt(part, at + length, source.size);
    const view = viewOf(source.read(at, length));
    const size = view.getUint32(12, true);
    const end = length - BLOB_END;
    const fits =
      size <= end - BLOB_HEAD &&
      view.getUint32(end + 4, true) === size &&
      view.getUint32(end + 8, true) === END_MAGIC;
    if (view.getUint32(0, true) !== BLOB_MAGIC || view.getUint32(4, true) !== number || !fits)
      throw damaged(part, `package ${number} is damaged`);
    const agrees = adler32(source.read(at, end)) === view.getUint32(end, true);
    return { number, at: at + BLOB_HEAD, size, agrees };
  });
  // Where no sum agrees, they are not what is summed here, and say nothing.
  const areSummed = blobs.some(({ agrees }) => agrees);
  for (const { number, at, size, agrees } of blobs) {
    if (areSummed && !agrees) throw damaged(part, `package ${number} does not agree with its sum`);
    yield source.read(at, size);
  }
}

/** The sum of zlib (RFC 1950, 8.2). */
function adler32(bytes: Uint8Array): number {
  let low = 1;
  let high = 0;
  for (let at = 0; at < bytes.length;) {
    const end = Math.min(at + 3800, bytes.length);
    for (; at < end; at++) {
      low += bytes[at];
      high += low;
    }
    low %= 65521;
    high %= 65521;
  }
  return high * 65536 + low;
}
