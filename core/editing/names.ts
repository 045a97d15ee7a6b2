/** What a project is called: its name, and the other names, misspellings and heard forms by which it is found. */
import { recordOf, recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { sameName } from '../sameness/name.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { createIssue, failure } from '../issue.ts';
import { editOfRecords, type Edited } from './labelledEdit.ts';

/**
 * Gives a distribution another name; the one that it had is one of its other names from then on. Issues `diff.stale`, `name.taken` by
 * another one.
 */
export function renameDistribution(catalogue: Catalogue, id: RecordId, text: string): Edited {
  const before = recordOf(catalogue, 'distribution', id);
  const name = text.trim();
  if (!before) return failure(createIssue('error', 'diff.stale', id));
  if (!name) return failure(createIssue('error', 'name.empty', before.name));
  const other = [...recordsOf(catalogue, 'distribution')].find(
    (each) => each.id !== id && sameName(each.name, name),
  );
  if (other) return failure(createIssue('error', 'name.taken', name, { id: other.id }));
  const aliases = [...new Set([...before.aliases.filter((each) => each !== name), before.name])].filter(
    (each) => each !== name,
  );
  const label = { code: 'distribution.rename', params: { before: before.name, name } } as const;
  return editOfRecords(catalogue, label, [{ ...before, name, aliases }]);
}

/** Writes the other names of a distribution, parted by semicolons or commas. Issue `diff.stale`. */
export function setAliases(catalogue: Catalogue, id: RecordId, text: string): Edited {
  const before = recordOf(catalogue, 'distribution', id);
  if (!before) return failure(createIssue('error', 'diff.stale', id));
  const names = text.split(/[;,\n]/).map((each) => each.trim());
  const aliases = [...new Set(names.filter((each) => each && each !== before.name))];
  const label = { code: 'distribution.names', params: { name: before.name } } as const;
  return editOfRecords(catalogue, label, [{ ...before, aliases }]);
}
