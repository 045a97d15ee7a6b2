/** What every reader of package lists gives: the packages, where they stand, and what could not be read. */
import { createLoss, type Issue } from '../issue.ts';
import { PackageColumnsBuilder, type PackageColumns, type PackageRow } from './packageColumns.ts';
import { COLUMN_NAMES } from './columnNames.ts';
import type { Family } from './family.ts';

/** What a list is: a repository's index, or the database of an installed system. */
export type ListRole = 'index' | 'status';

/** The packages of one index or database, and what was damaged in it. */
export interface PackageList {
  readonly role: ListRole;
  readonly packages: PackageColumns;
  readonly issues: readonly Issue[];
}

/** How many broken places are listed one by one; beyond that they are only counted. */
const LISTED_ISSUES = 20;

/**
 * Collects packages given as texts, for readers of formats that are parsed anyway. `source` and `sourceVersion`
 * are left out where they equal name and version. A package without name or version is damage.
 */
export class PackageListBuilder {
  private readonly columns: PackageColumnsBuilder;
  private readonly encoder = new TextEncoder();
  private readonly issues: Issue[] = [];
  private broken = 0;
  private isCut = false;

  constructor(
    family: Family,
    readonly where: string,
  ) {
    this.columns = new PackageColumnsBuilder(family);
  }

  /** True when packages were refused for want of room. */
  get isFull(): boolean {
    return this.isCut;
  }

  get size(): number {
    return this.columns.size;
  }

  /** Adds a package; `place` (a line number or a name) tells where it stands when it is refused. */
  add(row: Partial<Record<(typeof COLUMN_NAMES)[number], string>>, place: string | number): void {
    if (!row.name || !row.version) {
      this.report(createLoss('packages.broken', this.where, { place }));
      return;
    }
    if (this.columns.isFull) {
      if (!this.isCut) this.report(createLoss('packages.tooMany', this.where, { count: this.size }));
      this.isCut = true;
      return;
    }
    const plain: Partial<PackageRow> = {
      ...row,
      source: row.source === row.name ? '' : row.source,
      sourceVersion: row.sourceVersion === row.version ? '' : row.sourceVersion,
    };
    COLUMN_NAMES.forEach((name, number) => {
      const bytes = this.encoder.encode(plain[name] ?? '');
      this.columns.put(number, bytes, 0, bytes.length);
    });
    this.columns.endRow();
  }

  /** Notes a damage; after the first twenty they are only counted. */
  report(issue: Issue): void {
    if (this.broken++ < LISTED_ISSUES) this.issues.push(issue);
  }

  finish(role: ListRole): PackageList {
    const more = this.broken - LISTED_ISSUES;
    const issues =
      more > 0
        ? [...this.issues, createLoss('packages.moreBroken', this.where, { count: more })]
        : this.issues;
    return { role, packages: this.columns.finish(), issues };
  }
}
