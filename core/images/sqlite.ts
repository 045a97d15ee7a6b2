/**
 * The rows of a table of an SQLite database, read at random (Database File Format, sqlite.org/fileformat2.html): a
 * database of packages has a hundred megabytes, and none of it is held. What its write-ahead log holds counts.
 */
import { cachedBy, latinText, viewOf, type ByteSource } from './byteSource.ts';
import { damaged } from './imageFault.ts';

const PART = 'the database';
const DEPTH = 32;
const VALUE_LIMIT = 64 << 20;

/** A value of a row: texts and blobs as bytes. */
export type SqliteValue = number | Uint8Array | null;

/** True for a head of at least 16 bytes that begins a database. */
export const isSqlite = (head: Uint8Array): boolean => latinText(head.subarray(0, 16)) === 'SQLite format 3';

/** The rows of a table, in the order of their numbers. Throws `ImageFault`. */
export function* sqliteRows(
  source: ByteSource,
  log: ByteSource | null,
  table: string,
): Generator<SqliteValue[]> {
  const head = viewOf(source.read(0, 100));
  const stated = head.getUint16(16);
  const size = stated === 1 ? 65536 : stated;
  if (size < 512 || (size & (size - 1)) !== 0) throw damaged(PART, 'its pages are none');
  const usable = size - head.getUint8(20);
  const newer = log ? pagesOfLog(log, size) : new Map<number, Uint8Array>();
  const page = cachedBy(256, (number: number) => newer.get(number) ?? source.read((number - 1) * size, size));
  const rows = (root: number) => rowsBelow(page, usable, root, 0, new Set());
  for (const [type, name, , root] of rows(1)) {
    if (textOf(type) !== 'table' || textOf(name) !== table || typeof root !== 'number') continue;
    yield* rows(root);
    return;
  }
  throw damaged(PART, `it has no table ${table}`);
}

const textOf = (value: SqliteValue): string =>
  value instanceof Uint8Array ? new TextDecoder().decode(value) : '';

type Pages = (number: number) => Uint8Array;

const INNER = 5;
const LEAF = 13;

function* rowsBelow(
  page: Pages,
  usable: number,
  number: number,
  depth: number,
  seen: Set<number>,
): Generator<SqliteValue[]> {
  if (depth > DEPTH || seen.has(number)) throw damaged(PART, 'its pages lead back to themselves');
  seen.add(number);
  const bytes = page(number);
  const view = viewOf(bytes);
  const at = number === 1 ? 100 : 0;
  const kind = bytes[at];
  if (kind !== INNER && kind !== LEAF) throw damaged(PART, `page ${number} is none of a table`);
  const cells = view.getUint16(at + 3);
  const first = at + (kind === INNER ? 12 : 8);
  if (first + cells * 2 > bytes.length) throw damaged(PART, `page ${number} states too many cells`);
  for (let i = 0; i < cells; i++) {
    const cell = view.getUint16(first + i * 2);
    if (kind === INNER) yield* rowsBelow(page, usable, view.getUint32(cell), depth + 1, seen);
    else yield recordOf(payloadOf(page, usable, bytes, cell));
  }
  if (kind === INNER) yield* rowsBelow(page, usable, view.getUint32(at + 8), depth + 1, seen);
}

/** A number of one to nine bytes, and where it ends. */
function varint(bytes: Uint8Array, at: number): [value: number, end: number] {
  let value = 0;
  for (let i = 0; i < 9; i++) {
    const byte = bytes[at + i];
    if (byte === undefined) throw damaged(PART, 'a number ends too early');
    if (i === 8) return [value * 256 + byte, at + 9];
    value = value * 128 + (byte & 127);
    if (byte < 128) return [value, at + i + 1];
  }
  return [value, at + 9];
}

/** The bytes of a cell of a leaf, with those that stand on pages of their own (1.6). */
function payloadOf(page: Pages, usable: number, bytes: Uint8Array, cell: number): Uint8Array {
  const [length, afterLength] = varint(bytes, cell);
  const [, start] = varint(bytes, afterLength);
  if (length > VALUE_LIMIT) throw damaged(PART, `a row states ${length} bytes`);
  const most = usable - 35;
  const least = Math.floor(((usable - 12) * 32) / 255) - 23;
  const kept = least + ((length - least) % (usable - 4));
  const local = length <= most ? length : kept <= most ? kept : least;
  if (start + local > bytes.length) throw damaged(PART, 'a row does not fit into its page');
  if (local === length) return bytes.subarray(start, start + length);
  const whole = new Uint8Array(length);
  whole.set(bytes.subarray(start, start + local));
  let next = viewOf(bytes).getUint32(start + local);
  for (let done = local; done < length;) {
    if (next === 0) throw damaged(PART, 'a row ends too early');
    const more = page(next);
    const part = more.subarray(4, Math.min(usable, 4 + length - done));
    whole.set(part, done);
    done += part.length;
    next = viewOf(more).getUint32(0);
  }
  return whole;
}

const NUMBER_BYTES = [0, 1, 2, 3, 4, 6, 8];

/** The values of a record (2.1). */
function recordOf(payload: Uint8Array): SqliteValue[] {
  const [headEnd, first] = varint(payload, 0);
  const values: SqliteValue[] = [];
  let at = headEnd;
  for (let place = first; place < headEnd;) {
    const [type, next] = varint(payload, place);
    place = next;
    if (type >= 12) {
      const length = Math.floor((type - 12) / 2);
      if (at + length > payload.length) throw damaged(PART, 'a value does not fit into its row');
      values.push(payload.subarray(at, at + length));
      at += length;
    } else if (type <= 6 && type > 0) {
      let value = (payload[at] << 24) >> 24;
      for (let i = 1; i < NUMBER_BYTES[type]; i++) value = value * 256 + payload[at + i];
      values.push(value);
      at += NUMBER_BYTES[type];
    } else {
      if (type === 7) at += 8;
      values.push(type === 8 ? 0 : type === 9 ? 1 : null);
    }
  }
  return values;
}

/** Pages that a write-ahead log holds since the last time it was written back: those of whole steps, the last of each (4.1). */
function pagesOfLog(log: ByteSource, size: number): Map<number, Uint8Array> {
  const pages = new Map<number, Uint8Array>();
  if (log.size < 32) return pages;
  const head = viewOf(log.read(0, 32));
  const magic = head.getUint32(0);
  if ((magic !== 0x377f0682 && magic !== 0x377f0683) || head.getUint32(8) !== size) return pages;
  let step = new Map<number, number>();
  const committed = new Map<number, number>();
  for (let at = 32; at + 24 + size <= log.size; at += 24 + size) {
    const frame = viewOf(log.read(at, 24));
    if (frame.getUint32(8) !== head.getUint32(16) || frame.getUint32(12) !== head.getUint32(20)) break;
    step.set(frame.getUint32(0), at + 24);
    if (frame.getUint32(4) === 0) continue;
    step.forEach((place, page) => committed.set(page, place));
    step = new Map();
  }
  committed.forEach((place, page) => pages.set(page, log.read(place, size)));
  return pages;
}
