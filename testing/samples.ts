/** Small package lists and catalogues for tests: seeded, so that a failure can be seen again. */
import {
  createPackageColumns,
  type PackageColumns,
  type PackageRow,
} from '../core/formats/packageColumns.ts';
import { createRandom, type Random } from '../sample/random.ts';

export type Row = Partial<PackageRow> & { readonly name: string; readonly version: string };

/** `count` packages with plausible deb versions; `from` keeps the names of two lists apart. */
export function randomRows(random: Random, count: number, from = 0): Row[] {
  return Array.from({ length: count }, (_, i) => ({
    name: `package-${from + i}`,
    version: `${random.below(9)}.${random.below(40)}-${1 + random.below(4)}`,
    architecture: 'amd64',
  }));
}

/** The next state of a suite: this share of the packages gets a new upstream version. */
export function moveOn(rows: readonly Row[], share: number, random: Random): Row[] {
  return rows.map((row) => (random.next() < share ? { ...row, version: `9${row.version}` } : row));
}

/** A part of the rows, drawn by chance. */
export function draw(rows: readonly Row[], share: number, random: Random): Row[] {
  return rows.filter(() => random.next() < share);
}

export const debColumns = (rows: readonly Row[]): PackageColumns => createPackageColumns('deb', rows);

/** A dpkg status file of installed packages. */
export function statusText(rows: readonly Row[]): string {
  return rows
    .map(
      ({ name, version, architecture = 'amd64', provides }) =>
        `Package: ${name}\nStatus: install ok installed\nArchitecture: ${architecture}\nVersion: ${version}\n${provides ? `Provides: ${provides}\n` : ''}Description: invented\n more of it\n`,
    )
    .join('\n');
}

/** A repository index. */
export function indexText(rows: readonly Row[]): string {
  return rows
    .map(
      ({ name, version, architecture = 'amd64' }) =>
        `Package: ${name}\nVersion: ${version}\nArchitecture: ${architecture}\nFilename: pool/${name}.deb\nSHA256: ${'0'.repeat(64)}\n`,
    )
    .join('\n');
}

export { createRandom };
