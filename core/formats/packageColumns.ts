/**
 * A package list in columns: row i of each column belongs to package i and holds the number of a text in the
 * table. Every reader of package lists gives this, whatever the format.
 */
import { StringTableBuilder, type StringTable } from './stringTable.ts';
import type { Family } from './family.ts';
import { type ColumnName, COLUMN_NAMES } from './columnNames.ts';

/** A package list of `size` rows. `removed` marks rows whose package is no longer installed (dpkg: config-files). */
export interface PackageColumns {
  readonly family: Family;
  readonly size: number;
  readonly table: StringTable;
  readonly columns: Readonly<Record<ColumnName, Uint32Array>>;
  readonly removed: Uint8Array;
  /** Sketches of the names, where they were stored: most rows are passed over by them alone. */
  readonly nameSketches?: Uint32Array;
}

/** One package as texts; made on demand from a row. */
export interface PackageRow extends Readonly<Record<ColumnName, string>> {
  readonly removed: boolean;
}

const INITIAL_ROWS = 1 << 13;
/** Several times what the largest repository has. */
const MOST_ROWS = 500_000;

/** Collects rows. Put the cells of the current row, then `endRow`. */
export class PackageColumnsBuilder {
  private readonly strings = new StringTableBuilder();
  private capacity = INITIAL_ROWS;
  private rows = 0;
  private readonly columns = COLUMN_NAMES.map(() => new Uint32Array(INITIAL_ROWS));
  private removed = new Uint8Array(INITIAL_ROWS);

  constructor(readonly family: Family) {}

  get size(): number {
    return this.rows;
  }

  /** True when no further package fits. */
  get isFull(): boolean {
    return this.rows >= MOST_ROWS || this.strings.isFull;
  }

  /** Sets a cell of the current row to the text in `source` from `start` up to `end`. */
  put(column: number, source: Uint8Array, start: number, end: number): void {
    const cells = this.columns[column];
    const previous = this.rows > 0 ? cells[this.rows - 1] : 0; // neighbours often come from one source package
    const same = this.strings.equals(previous, source, start, end);
    cells[this.rows] = same ? previous : this.strings.add(source, start, end);
  }

  /** The same for a column in which hardly a text comes twice: it is not looked up. */
  putNew(column: number, source: Uint8Array, start: number, end: number): void {
    this.columns[column][this.rows] = this.strings.append(source, start, end);
  }

  /** True if rows with so many bytes of text can be appended, at least one byte each. */
  hasRoom(bytes: number): boolean {
    return this.rows + bytes <= MOST_ROWS && this.strings.hasRoom(bytes);
  }

  /** Adds rows whose texts stand end to end, of each row those of some columns; texts are not looked up. `ends`: where each ends. */
  appendRows(count: number, columns: readonly number[], texts: Uint8Array, ends: Uint32Array): void {
    while (this.rows + count >= this.capacity) this.grow();
    const first = this.strings.appendAll(texts, ends, count * columns.length);
    for (let number = 0; number < columns.length; number++) {
      const cells = this.columns[columns[number]];
      for (let row = 0; row < count; row++) cells[this.rows + row] = first + row * columns.length + number;
    }
    this.rows += count;
  }

  /** Completes the current row and begins an empty one. */
  endRow(removed = false): void {
    this.removed[this.rows] = removed ? 1 : 0;
    this.rows++;
    if (this.rows === this.capacity) this.grow();
  }

  /** Empties the current row. */
  dropRow(): void {
    for (const cells of this.columns) cells[this.rows] = 0;
  }

  finish(): PackageColumns {
    const columns = Object.fromEntries(
      COLUMN_NAMES.map((name, number) => [name, this.columns[number].slice(0, this.rows)]),
    );
    return {
      family: this.family,
      size: this.rows,
      table: this.strings.finish(),
      columns: columns as Record<ColumnName, Uint32Array>,
      removed: this.removed.slice(0, this.rows),
    };
  }

  private grow(): void {
    this.capacity *= 2;
    this.columns.forEach((cells, number) => {
      this.columns[number] = new Uint32Array(this.capacity);
      this.columns[number].set(cells);
    });
    const larger = new Uint8Array(this.capacity);
    larger.set(this.removed);
    this.removed = larger;
  }
}

/** Columns made from rows given as texts; for generators and tests. Missing cells are empty. */
export function createPackageColumns(family: Family, rows: Iterable<Partial<PackageRow>>): PackageColumns {
  const builder = new PackageColumnsBuilder(family);
  const encoder = new TextEncoder();
  for (const row of rows) {
    COLUMN_NAMES.forEach((name, number) => {
      const bytes = encoder.encode(row[name] ?? '');
      builder.put(number, bytes, 0, bytes.length);
    });
    builder.endRow(row.removed);
  }
  return builder.finish();
}

/** The package in row `index`, as texts; source and source version are filled in. */
export function packageRow(list: PackageColumns, index: number): PackageRow {
  const texts = list.table.texts();
  const row = Object.fromEntries(
    COLUMN_NAMES.map((name) => [name, texts[list.columns[name][index]]]),
  ) as Record<ColumnName, string>;
  return {
    ...row,
    source: row.source || row.name,
    sourceVersion: row.sourceVersion || row.version,
    removed: list.removed[index] === 1,
  };
}
