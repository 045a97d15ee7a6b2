/**
 * Snapshots of one repository that share what is equal. The oldest is packed whole (packSnapshot.ts), each later
 * one as its difference from the one before:
 *
 *     "ARPD" version:u8 family:u8 idBytes:u16 removed:u32 added:u32 texts:u32 textBytes:u32
 *     removed:u32[removed] ends:u32[texts] columns:u32[8][added] removedFlags:u8[added] id:u8[idBytes] textBytes
 *
 * `id` names the snapshot before. `removed` are places of its rows; the rows left and the added ones, in this order,
 * are the rows of this one. Texts are numbered on from those of the snapshots before. Numbers are little-endian.
 */
import { createIssue, failure, success, type Result } from '../issue.ts';
import type { PackageColumns } from '../formats/packageColumns.ts';
import { COLUMN_NAMES, type ColumnName } from '../formats/columnNames.ts';
import { FAMILIES, type Family } from '../formats/family.ts';
import { StringTable } from '../formats/stringTable.ts';
import { packColumns, unpackColumns } from './packSnapshot.ts';

const MAGIC = 0x44505241; // "ARPD"
const VERSION = 1;
const HEADER = 24;

/** The id of the snapshot that packed bytes rest on, or null when they stand alone. */
export function referenceOf(packed: Uint8Array): string | null {
  if (packed.length < HEADER) return null;
  const view = new DataView(packed.buffer, packed.byteOffset, packed.length);
  if (view.getUint32(0, true) !== MAGIC) return null;
  const texts = view.getUint32(20, true);
  const length = view.getUint16(6, true);
  const end = packed.length - texts;
  return new TextDecoder().decode(packed.subarray(Math.max(end - length, 0), end));
}

/** The same list resting on a snapshot under another id; packed bytes that stand alone are given back as they are. */
export function withReference(packed: Uint8Array, id: string): Uint8Array {
  const before = referenceOf(packed);
  if (before === null || before === id) return packed;
  const view = new DataView(packed.buffer, packed.byteOffset, packed.length);
  const end = packed.length - view.getUint32(20, true);
  const begin = end - view.getUint16(6, true);
  const name = new TextEncoder().encode(id);
  const renamed = new Uint8Array(packed.length - (end - begin) + name.length);
  renamed.set(packed.subarray(0, begin));
  renamed.set(name, begin);
  renamed.set(packed.subarray(end), begin + name.length);
  new DataView(renamed.buffer).setUint16(6, name.length, true);
  return renamed;
}

/** Several states of one repository, oldest first, over one table of texts. A state is made when it is asked for. */
export class PackageSeries {
  constructor(
    readonly family: Family,
    readonly size: number,
    readonly table: StringTable,
    /** Every different row, with the states from `first` up to, not including, `end` that have it. */
    private readonly rows: {
      readonly columns: Readonly<Record<ColumnName, Uint32Array>>;
      readonly removed: Uint8Array;
      readonly first: Uint16Array;
      readonly end: Uint16Array;
    },
  ) {}

  /** The package list of a state. */
  at(state: number): PackageColumns {
    const { columns, removed, first, end } = this.rows;
    const places: number[] = [];
    for (let row = 0; row < first.length; row++)
      if (first[row] <= state && state < end[row]) places.push(row);
    const pick = (column: Uint32Array) => {
      const picked = new Uint32Array(places.length);
      for (let i = 0; i < places.length; i++) picked[i] = column[places[i]];
      return picked;
    };
    return {
      family: this.family,
      size: places.length,
      table: this.table,
      columns: Object.fromEntries(COLUMN_NAMES.map((name) => [name, pick(columns[name])])) as Record<
        ColumnName,
        Uint32Array
      >,
      removed: Uint8Array.from(places, (place) => removed[place]),
    };
  }
}

/** The texts of a series, so that a further list can say which it has already. */
interface KnownTexts {
  readonly size: number;
  readonly numbers: Map<string, number>;
  /** A table may hold a text twice: the number under which it counts. */
  readonly numberOf: Uint32Array;
}

/**
 * Packs a list as its difference from the last state of a series. `id` is the snapshot id of that state. Worth it
 * only when much is equal: the result may be larger than the list packed whole.
 */
export function packDelta(list: PackageColumns, series: PackageSeries, id: string): Uint8Array<ArrayBuffer> {
  const before = series.at(series.size - 1);
  const known = knownTexts(series.table);
  const fresh: string[] = [];
  const numbers = numbersIn(list.table, known, fresh);
  const open = new Map<string, number[]>();
  for (let row = 0; row < before.size; row++) {
    const key = keyOf(before, row, (text) => known.numberOf[text]);
    const places = open.get(key);
    if (places) places.push(row);
    else open.set(key, [row]);
  }
  const added: number[] = [];
  for (let row = 0; row < list.size; row++) {
    const places = open.get(keyOf(list, row, (text) => numbers(text)));
    if (places?.length) places.pop();
    else added.push(row);
  }
  const removed = [...open.values()].flat().sort((a, b) => a - b);
  return write(list, { removed, added, numbers, fresh, id });
}

/** A list packed as its difference costs less than whole only below this part of its size. */
const WORTH = 0.7;
/** A series longer than this begins anew: what is read first must be read for the last. */
const LONGEST = 400;

/**
 * Packs a list to be kept after those of `chain` (oldest first, the last with this id): as its difference from the
 * last where that is smaller, else whole.
 */
export function packAfter(
  list: PackageColumns,
  chain: readonly Uint8Array[],
  id: string,
): Uint8Array<ArrayBuffer> {
  const whole = packColumns(list);
  const series = chain.length > 0 && chain.length < LONGEST ? unpackSeries(chain, id) : null;
  if (!series?.ok || series.value.family !== list.family) return whole;
  const delta = packDelta(list, series.value, id);
  return delta.length < WORTH * whole.length ? delta : whole;
}

function knownTexts(table: StringTable): KnownTexts {
  const numbers = new Map<string, number>();
  const numberOf = new Uint32Array(table.size);
  table.texts().forEach((text, number) => {
    const known = numbers.get(text) ?? number;
    if (known === number) numbers.set(text, number);
    numberOf[number] = known;
  });
  return { size: table.size, numbers, numberOf };
}

/** Numbers of a list's texts in the table of the series; texts that it lacks are collected in `fresh`. */
function numbersIn(table: StringTable, known: KnownTexts, fresh: string[]): (text: number) => number {
  const texts = table.texts();
  const memo = new Int32Array(table.size).fill(-1);
  return (text) => {
    if (memo[text] < 0) {
      let number = known.numbers.get(texts[text]);
      if (number === undefined) {
        number = known.size + fresh.push(texts[text]) - 1;
        known.numbers.set(texts[text], number);
      }
      memo[text] = number;
    }
    return memo[text];
  };
}

/** A row's texts as one key, by the numbers under which they count. */
function keyOf(list: PackageColumns, row: number, number: (text: number) => number): string {
  let key = list.removed[row] ? 'r' : '';
  for (const name of COLUMN_NAMES) key += `,${number(list.columns[name][row])}`;
  return key;
}

interface Difference {
  readonly removed: readonly number[];
  readonly added: readonly number[];
  readonly numbers: (text: number) => number;
  readonly fresh: readonly string[];
  readonly id: string;
}

function write(
  list: PackageColumns,
  { removed, added, numbers, fresh, id }: Difference,
): Uint8Array<ArrayBuffer> {
  const encoder = new TextEncoder();
  const texts = fresh.map((text) => encoder.encode(text));
  const textBytes = texts.reduce((sum, { length }) => sum + length, 0);
  const idBytes = encoder.encode(id);
  const numbersLength = removed.length + texts.length + COLUMN_NAMES.length * added.length;
  const bytes = new Uint8Array(HEADER + 4 * numbersLength + added.length + idBytes.length + textBytes);
  const view = new DataView(bytes.buffer);
  view.setUint32(0, MAGIC, true);
  view.setUint8(4, VERSION);
  view.setUint8(5, FAMILIES.indexOf(list.family));
  view.setUint16(6, idBytes.length, true);
  [removed.length, added.length, texts.length, textBytes].forEach((value, i) =>
    view.setUint32(8 + 4 * i, value, true),
  );
  const cells = new Uint32Array(bytes.buffer, HEADER, numbersLength);
  let at = 0;
  for (const place of removed) cells[at++] = place;
  let end = 0;
  for (const { length } of texts) cells[at++] = end += length;
  for (const name of COLUMN_NAMES) for (const row of added) cells[at++] = numbers(list.columns[name][row]);
  let offset = HEADER + 4 * numbersLength;
  for (const row of added) bytes[offset++] = list.removed[row];
  bytes.set(idBytes, offset);
  offset += idBytes.length;
  for (const text of texts) {
    bytes.set(text, offset);
    offset += text.length;
  }
  return bytes;
}

interface Delta {
  readonly removed: Uint32Array;
  readonly ends: Uint32Array;
  readonly columns: Readonly<Record<ColumnName, Uint32Array>>;
  readonly flags: Uint8Array;
  readonly text: Uint8Array;
}

function readDelta(packed: Uint8Array, family: Family): Delta | null {
  if (packed.length < HEADER) return null;
  const bytes = packed.byteOffset % 4 === 0 ? packed : packed.slice();
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  const [removed, added, texts, textBytes] = [8, 12, 16, 20].map((offset) => view.getUint32(offset, true));
  const idBytes = view.getUint16(6, true);
  const expected = HEADER + 4 * (removed + texts + COLUMN_NAMES.length * added) + added + idBytes + textBytes;
  if (
    view.getUint32(0, true) !== MAGIC ||
    view.getUint8(4) !== VERSION ||
    FAMILIES[view.getUint8(5)] !== family ||
    bytes.length !== expected
  )
    return null;
  let offset = bytes.byteOffset + HEADER;
  const next = (count: number) => {
    const cells = new Uint32Array(bytes.buffer, offset, count);
    offset += cells.byteLength;
    return cells;
  };
  return {
    removed: next(removed),
    ends: next(texts),
    columns: Object.fromEntries(COLUMN_NAMES.map((name) => [name, next(added)])) as Record<
      ColumnName,
      Uint32Array
    >,
    flags: new Uint8Array(bytes.buffer, offset, added),
    text: new Uint8Array(bytes.buffer, offset + added + idBytes, textBytes),
  };
}

/**
 * Reads a series: a list packed whole, then the differences that rest on it, each on the one before. Issue
 * `snapshot.damaged` when one of them is cut off, of another format, or does not fit the one before.
 */
export function unpackSeries(chain: readonly Uint8Array[], where: string): Result<PackageSeries> {
  const whole = unpackColumns(chain[0], where);
  if (!whole.ok) return whole;
  const { family, table } = whole.value;
  const deltas = chain.slice(1).map((packed) => readDelta(packed, family));
  if (!deltas.every((delta) => delta !== null) || !fit(whole.value, deltas))
    return failure(createIssue('error', 'snapshot.damaged', where));
  const rows = whole.value.size + deltas.reduce((sum, { flags }) => sum + flags.length, 0);
  const first = new Uint16Array(rows);
  const end = new Uint16Array(rows).fill(chain.length);
  const removed = new Uint8Array(rows);
  removed.set(whole.value.removed);
  let live: number[] = Array.from({ length: whole.value.size }, (_, row) => row);
  let from = whole.value.size;
  deltas.forEach((delta, i) => {
    const gone = new Set(delta.removed);
    for (const place of delta.removed) end[live[place]] = i + 1;
    live = live.filter((_, place) => !gone.has(place));
    removed.set(delta.flags, from);
    for (let row = from; row < from + delta.flags.length; row++) {
      first[row] = i + 1;
      live.push(row);
    }
    from += delta.flags.length;
  });
  const columns = Object.fromEntries(
    COLUMN_NAMES.map((name) => [
      name,
      join(rows, [whole.value.columns[name], ...deltas.map((delta) => delta.columns[name])]),
    ]),
  ) as Record<ColumnName, Uint32Array>;
  return success(
    new PackageSeries(family, chain.length, joinTexts(table, deltas), { columns, removed, first, end }),
  );
}

/** True if every place and every text number that the differences name is there. */
function fit(whole: PackageColumns, deltas: readonly Delta[]): boolean {
  let size = whole.size;
  let texts = whole.table.size;
  return deltas.every(({ removed, ends, columns, flags, text }) => {
    const placesFit = removed.every((place, i) => place < size && (i === 0 || place > removed[i - 1]));
    size += flags.length - removed.length;
    texts += ends.length;
    const textsFit =
      (ends.at(-1) ?? 0) === text.length && ends.every((each, i) => each >= (ends[i - 1] ?? 0));
    return (
      placesFit && textsFit && COLUMN_NAMES.every((name) => columns[name].every((number) => number < texts))
    );
  });
}

function join(length: number, parts: readonly Uint32Array[]): Uint32Array {
  const joined = new Uint32Array(length);
  let at = 0;
  for (const part of parts) {
    joined.set(part, at);
    at += part.length;
  }
  return joined;
}

function joinTexts(table: StringTable, deltas: readonly Delta[]): StringTable {
  const bytes = new Uint8Array(table.bytes.length + deltas.reduce((sum, { text }) => sum + text.length, 0));
  bytes.set(table.bytes);
  const ends = [table.ends];
  let offset = table.bytes.length;
  for (const { text, ends: own } of deltas) {
    bytes.set(text, offset);
    ends.push(own.map((end) => end + offset));
    offset += text.length;
  }
  return new StringTable(
    bytes,
    join(
      ends.reduce((sum, { length }) => sum + length, 0),
      ends,
    ),
  );
}
