/** The columns of a package list. */

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

/** A column of a package list. */
export type ColumnName = (typeof COLUMN_NAMES)[number];

/** The number of each column, as `put` takes it. */
export const COLUMN_NUMBERS = Object.fromEntries(
  COLUMN_NAMES.map((name, number) => [name, number]),
) as Readonly<Record<ColumnName, number>>;
