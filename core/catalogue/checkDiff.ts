/**
 * What a diff must satisfy before it is applied: every record fits its schema, nothing points into the void.
 * Rules of the lineage graph itself (no cycle …) are asked for in lineage/.
 */
import { findRecord, recordsPointingTo, type Catalogue } from './catalogue.ts';
import type { Diff } from './diff.ts';
import { createIssue, type Issue } from '../issue.ts';
import { KIND_NAMES, RECORD_KINDS, referencesOf, type AnyRecord } from './recordKinds.ts';

/** The issues that forbid a diff; none means it may be applied. */
export function checkDiff(catalogue: Catalogue, diff: Diff): Issue[] {
  const issues: Issue[] = [];
  const records: AnyRecord[] = [
    ...Object.values(diff.added),
    ...Object.values(diff.changed).map(([, after]) => after),
  ];
  for (const record of records) {
    const checked = RECORD_KINDS[record.kind].schema.safeParse(record);
    if (!checked.success) {
      const first = checked.error.issues[0];
      issues.push(
        createIssue('error', 'record.invalid', record.id, {
          field: first.path.join('.'),
          reason: first.message,
        }),
      );
    }
    for (const target of referencesOf(record)) {
      const there = target in diff.added || (findRecord(catalogue, target) && !(target in diff.removed));
      if (!there) issues.push(createIssue('error', 'record.dangling', record.id, { target }));
    }
  }
  for (const id of Object.keys(diff.removed)) {
    for (const kind of KIND_NAMES) {
      for (const pointer of recordsPointingTo(catalogue, id, kind)) {
        if (!(pointer.id in diff.removed) && !(pointer.id in diff.changed)) {
          issues.push(createIssue('error', 'record.needed', id, { by: pointer.id }));
        }
      }
    }
  }
  return issues;
}
