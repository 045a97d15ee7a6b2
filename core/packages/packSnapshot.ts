/**
 * Package columns as one compact array of bytes, for storage beside the catalogue:
 *
 *     "ARPK" version:u8 family:u8 reserved:u16 rows:u32 texts:u32 textBytes:u32
 *     ends:u32[texts] columns:u32[8][rows] nameSketches:u32[rows] removed:u8[rows] textBytes
 *
 * Version 1 has no sketches of the names (stringTable.ts).
 * Numbers are little-endian. Reading back shares the given memory; nothing is decoded until it is asked for.
 */
import { createIssue, failure, success, type Result } from '../issue.ts';
import type { PackageColumns } from '../formats/packageColumns.ts';
import { COLUMN_NAMES, type ColumnName } from '../formats/columnNames.ts';
import { FAMILIES } from '../formats/family.ts';
import { StringTable } from '../formats/stringTable.ts';

const MAGIC = 0x4b505241; // "ARPK"
const VERSION = 2;
const HEADER = 20;

/** Packs columns into bytes. */
export function packColumns(list: PackageColumns): Uint8Array<ArrayBuffer> {
  const { table, size } = list;
  const length = lengthOf(VERSION, size, table.size, table.bytes.length);
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
  const sketches = new Uint32Array(bytes.buffer, offset, size);
  for (let row = 0; row < size; row++) sketches[row] = table.sketch(list.columns.name[row]);
  offset += sketches.byteLength;
  bytes.set(list.removed, offset);
  bytes.set(table.bytes, offset + size);
  return bytes;
}

function lengthOf(version: number, rows: number, texts: number, textBytes: number): number {
  const perRow = 4 * COLUMN_NAMES.length + 1 + (version > 1 ? 4 : 0);
  return HEADER + 4 * texts + perRow * rows + textBytes;
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
  const version = view.getUint8(4);
  const isKnown = view.getUint32(0, true) === MAGIC && version >= 1 && version <= VERSION && family;
  if (!isKnown || aligned.length !== lengthOf(version, rows, texts, textBytes)) return damaged;

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
  const nameSketches = version > 1 ? next(rows) : undefined;
  const removed = new Uint8Array(aligned.buffer, offset, rows);
  const table = new StringTable(new Uint8Array(aligned.buffer, offset + rows, textBytes), ends);
  return success({ family, size: rows, table, columns, removed, ...(nameSketches && { nameSketches }) });
}
