/**
 * A package list in columns: row i of each column belongs to package i and holds the number of a text in the
 * table. Every reader of package lists gives this, whatever the format.
 */
import { StringTableBuilder, type StringTable } from './stringTable.ts';

/** The package formats whose version orders the program knows. */
export const FAMILIES = ['deb', 'rpm', 'alpm'] as const;
export type Family = (typeof FAMILIES)[number];

/** The columns. `source` and `sourceVersion` are 0 where they equal name and version. */
export const COLUMN_NAMES = [
  'name',
  'version',
  'architecture',
  'source',
  'sourceVersion',
  'section',
  'maintainer',
  'provides',
] as const;
export type ColumnName = (typeof COLUMN_NAMES)[number];

/** A package list of `size` rows. `removed` marks rows whose package is no longer installed (dpkg: config-files). */
export interface PackageColumns {
  readonly family: Family;
  readonly size: number;
  readonly table: StringTable;
  readonly columns: Readonly<Record<ColumnName, Uint32Array>>;
  readonly removed: Uint8Array;
}

/** One package as texts; made on demand from a row. */
export interface PackageRow extends Readonly<Record<ColumnName, string>> {
  readonly removed: boolean;
}

const INITIAL_ROWS = 1 << 13;

/** Collects rows. Set the cells of the current row, then `endRow`. */
export class PackageColumnsBuilder {
  readonly strings = new StringTableBuilder();
  #capacity = INITIAL_ROWS;
  #size = 0;
  #columns = Object.fromEntries(COLUMN_NAMES.map((name) => [name, new Uint32Array(INITIAL_ROWS)])) as Record<
    ColumnName,
    Uint32Array
  >;
  #removed = new Uint8Array(INITIAL_ROWS);

  constructor(readonly family: Family) {}

  get size(): number {
    return this.#size;
  }

  /** Sets a cell of the current row to a text's number. */
  set(column: ColumnName, text: number): void {
    this.#columns[column][this.#size] = text;
  }

  /** The text's number that the row before has in a column; 0 in the first row. */
  previous(column: ColumnName): number {
    return this.#size > 0 ? this.#columns[column][this.#size - 1] : 0;
  }

  /** Completes the current row and begins an empty one. */
  endRow(removed = false): void {
    this.#removed[this.#size] = removed ? 1 : 0;
    this.#size++;
    if (this.#size === this.#capacity) this.#grow();
  }

  /** Empties the current row. */
  dropRow(): void {
    for (const name of COLUMN_NAMES) this.#columns[name][this.#size] = 0;
  }

  finish(): PackageColumns {
    const columns = Object.fromEntries(
      COLUMN_NAMES.map((name) => [name, this.#columns[name].slice(0, this.#size)]),
    );
    return {
      family: this.family,
      size: this.#size,
      table: this.strings.finish(),
      columns: columns as Record<ColumnName, Uint32Array>,
      removed: this.#removed.slice(0, this.#size),
    };
  }

  #grow(): void {
    this.#capacity *= 2;
    for (const name of COLUMN_NAMES) {
      const larger = new Uint32Array(this.#capacity);
      larger.set(this.#columns[name]);
      this.#columns[name] = larger;
    }
    const larger = new Uint8Array(this.#capacity);
    larger.set(this.#removed);
    this.#removed = larger;
  }
}

/** Columns made from rows given as texts; for generators and tests. Missing cells are empty. */
export function createPackageColumns(family: Family, rows: Iterable<Partial<PackageRow>>): PackageColumns {
  const builder = new PackageColumnsBuilder(family);
  for (const row of rows) {
    for (const name of COLUMN_NAMES) builder.set(name, builder.strings.addText(row[name] ?? ''));
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
