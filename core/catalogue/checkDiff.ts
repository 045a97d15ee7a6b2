/**
 * What a diff must satisfy before it is applied: every record fits its schema, nothing points into the void.
 * Rules of the lineage graph itself (no cycle …) are asked for in lineage/.
 */
import { findRecord, type Catalogue } from './catalogue.ts';
import type { Diff } from './diff.ts';
import { createIssue, type Issue } from '../issue.ts';
import { RECORD_KINDS, type AnyRecord } from './recordKinds.ts';
import { referencesOf } from './kindOf.ts';

/** The issues that forbid a diff; none means it may be applied. */
export function checkDiff(catalogue: Catalogue, diff: Diff): Issue[] {
  const issues: Issue[] = [];
  for (const record of recordsAfter(diff)) {
    const checked = RECORD_KINDS[record.kind].schema.safeParse(record);
    if (checked.success) continue;
    const [first] = checked.error.issues;
    issues.push(
      createIssue('error', 'record.invalid', record.id, {
        field: first.path.join('.'),
        reason: first.message,
      }),
    );
  }
  return [...issues, ...danglingIssues(catalogue, diff)];
}

function danglingIssues(catalogue: Catalogue, diff: Diff): Issue[] {
  const issues: Issue[] = [];
  for (const record of recordsAfter(diff))
    for (const { id: target, field } of referencesOf(record)) {
      const there = target in diff.added || (findRecord(catalogue, target) && !(target in diff.removed));
      if (!there) issues.push(createIssue('error', 'record.dangling', record.id, { target, field }));
    }
  for (const id of Object.keys(diff.removed))
    for (const by of catalogue.pointers.all(id))
      if (!(by in diff.removed) && !(by in diff.changed))
        issues.push(createIssue('error', 'record.needed', id, { by }));
  return issues;
}

function recordsAfter(diff: Diff): AnyRecord[] {
  return [...Object.values(diff.added), ...Object.values(diff.changed).map(([, after]) => after)];
}
