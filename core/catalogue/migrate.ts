/**
 * Brings saved records to the current versions of their kinds. Saved data carries the version of every kind;
 * data from a newer program is refused whole, so that nothing it says is lost by being rewritten.
 */
import { fitsAsIs } from '../fitsAsIs.ts';
import { lookUp } from '../lookUp.ts';
import type { Diff } from './diff.ts';
import { createIssue, type Issue } from '../issue.ts';
import { RECORD_KINDS, type AnyRecord } from './recordKinds.ts';
import type { Migration, RecordKind } from './recordKind.ts';
import type { z } from '../schemaChecks.ts';

/** The versions that saved data was written in, by kind. A kind not named had no records. */
export type Versions = Readonly<Partial<Record<string, number>>>;

type AnyKind = RecordKind<string, z.ZodType>;

/** Issues that forbid reading data of these versions: `schema.newer`, `schema.unknownKind`. */
export function checkVersions(
  versions: Versions,
  where: string,
  kinds: Record<string, AnyKind> = RECORD_KINDS as never,
): Issue[] {
  const issues: Issue[] = [];
  for (const [name, version] of Object.entries(versions)) {
    const kind = kinds[name];
    if (!kind) issues.push(createIssue('error', 'schema.unknownKind', where, { kind: name }));
    else if (version! > kind.version) {
      issues.push(
        createIssue('error', 'schema.newer', where, { kind: name, version: version!, known: kind.version }),
      );
    }
  }
  return issues;
}

/**
 * One record brought from the version it was saved in to the current one, validated. Gives the record, or the
 * issue `record.invalid`, whose `where` is the record's id or position.
 */
export function migrateRecord(
  raw: unknown,
  versions: Versions,
  where: string,
  kinds: Record<string, AnyKind> = RECORD_KINDS as never,
): AnyRecord | Issue {
  const asItStands = recordAsItStands(raw, versions, kinds);
  if (asItStands) return asItStands;
  const data = asObject(raw);
  const name = String(data?.kind ?? '');
  const kind = lookUp(kinds, name);
  if (!data || !kind) return createIssue('error', 'record.unknownKind', where, { kind: name });
  const label = typeof data.id === 'string' ? data.id : where;
  const checked = kind.schema.safeParse(
    migrationsOf(kind, versions).reduce((value, step) => step(value), data),
  );
  if (checked.success) return checked.data as AnyRecord;
  const first = checked.error.issues[0];
  return createIssue('error', 'record.invalid', label, {
    field: first.path.join('.'),
    reason: first.message,
  });
}

/** The very value where it is a record of the current version and nothing is to be done to it; undefined is not sure. */
export function recordAsItStands(
  raw: unknown,
  versions: Versions,
  kinds: Record<string, AnyKind> = RECORD_KINDS as never,
): AnyRecord | undefined {
  const kind = lookUp(kinds, String(asObject(raw)?.kind));
  const isSure = kind && migrationsOf(kind, versions).length === 0 && fitsAsIs(kind.schema, raw);
  return isSure ? (raw as AnyRecord) : undefined;
}

const asObject = (raw: unknown): Record<string, unknown> | null =>
  typeof raw === 'object' ? (raw as Record<string, unknown> | null) : null;

const migrationsOf = (kind: AnyKind, versions: Versions): readonly Migration[] =>
  kind.migrations.slice((versions[kind.name] ?? kind.version) - 1);

/** A saved diff with its records brought to the current versions, or the first issue among them. */
export function migrateDiff(diff: Diff, versions: Versions, where: string): Diff | Issue {
  let broken: Issue | undefined;
  const migrate = (raw: AnyRecord): AnyRecord => {
    const record = migrateRecord(raw, versions, where);
    if (!isIssue(record)) return record;
    broken ??= record;
    return raw;
  };
  const all = (part: Readonly<Record<string, AnyRecord>>) =>
    Object.fromEntries(Object.entries(part).map(([id, record]) => [id, migrate(record)]));
  const changed = Object.entries(diff.changed).map(
    ([id, [before, after]]) => [id, [migrate(before), migrate(after)] as const] as const,
  );
  const migrated = {
    added: all(diff.added),
    changed: Object.fromEntries(changed),
    removed: all(diff.removed),
  };
  return broken ?? migrated;
}

/** True if a value is an issue rather than a record or a diff. */
export function isIssue(value: AnyRecord | Diff | Issue): value is Issue {
  return 'severity' in value;
}
