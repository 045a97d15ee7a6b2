/**
 * Package columns as one compact array of bytes, for storage beside the catalogue:
 *
 *     "ARPK" version:u8 family:u8 reserved:u16 rows:u32 texts:u32 textBytes:u32
 *     ends:u32[texts] columns:u32[8][rows] removed:u8[rows] textBytes
 *
 * Numbers are little-endian. Reading back shares the given memory; nothing is decoded until it is asked for.
 */
import { createIssue, failure, success, type Result } from '../issue.ts';
import { COLUMN_NAMES, FAMILIES, type ColumnName, type PackageColumns } from '../formats/packageColumns.ts';
import { StringTable } from '../formats/stringTable.ts';

const MAGIC = 0x4b505241; // "ARPK"
const VERSION = 1;
const HEADER = 20;

/** Packs columns into bytes. */
export function packColumns(list: PackageColumns): Uint8Array<ArrayBuffer> {
  const { table, size } = list;
  const length = HEADER + 4 * table.size + 4 * COLUMN_NAMES.length * size + size + table.bytes.length;
  const bytes = new Uint8Array(length);
  const view = new DataView(bytes.buffer);
  view.setUint32(0, MAGIC, true);
  view.setUint8(4, VERSION);
  view.setUint8(5, FAMILIES.indexOf(list.family));
  view.setUint32(8, size, true);
  view.setUint32(12, table.size, true);
  view.setUint32(16, table.bytes.length, true);
  let offset = HEADER;
  for (const column of [table.ends, ...COLUMN_NAMES.map((name) => list.columns[name])]) {
    new Uint32Array(bytes.buffer, offset, column.length).set(column);
    offset += column.byteLength;
  }
  bytes.set(list.removed, offset);
  bytes.set(table.bytes, offset + size);
  return bytes;
}

/** Reads packed columns. Issue `snapshot.damaged` when the bytes are no packed columns or are cut off. */
export function unpackColumns(bytes: Uint8Array, where: string): Result<PackageColumns> {
  const aligned = bytes.byteOffset % 4 === 0 ? bytes : bytes.slice();
  const damaged = failure(createIssue('error', 'snapshot.damaged', where));
  if (aligned.length < HEADER) return damaged;
  const view = new DataView(aligned.buffer, aligned.byteOffset, aligned.length);
  const rows = view.getUint32(8, true);
  const texts = view.getUint32(12, true);
  const textBytes = view.getUint32(16, true);
  const family = FAMILIES[view.getUint8(5)];
  const length = HEADER + 4 * texts + 4 * COLUMN_NAMES.length * rows + rows + textBytes;
  if (
    view.getUint32(0, true) !== MAGIC ||
    view.getUint8(4) !== VERSION ||
    !family ||
    aligned.length !== length
  )
    return damaged;

  let offset = aligned.byteOffset + HEADER;
  const next = (count: number) => {
    const column = new Uint32Array(aligned.buffer, offset, count);
    offset += column.byteLength;
    return column;
  };
  const ends = next(texts);
  const columns = Object.fromEntries(COLUMN_NAMES.map((name) => [name, next(rows)])) as Record<
    ColumnName,
    Uint32Array
  >;
  const removed = new Uint8Array(aligned.buffer, offset, rows);
  const table = new StringTable(new Uint8Array(aligned.buffer, offset + rows, textBytes), ends);
  return success({ family, size: rows, table, columns, removed });
}
