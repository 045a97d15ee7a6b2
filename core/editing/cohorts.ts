/** Keeping companies by name, and saying which names count as one. */
import { ABOUT_ID } from '../catalogue/about.ts';
import { recordOf, recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { createCohort, type Cohort } from '../catalogue/cohort.ts';
import { diffOfRecords } from '../catalogue/diff.ts';
import { createFreshId } from '../catalogue/freshId.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { createIssue, failure } from '../issue.ts';
import { createEdit, editOfRecords, editOfRemoval, type Edited } from './labelledEdit.ts';

/** Keeps a cohort under its name; one of that name that is there becomes this one. Gives its id. */
export function writeCohort(
  catalogue: Catalogue,
  { name, rule, members, asOf }: Pick<Cohort, 'name' | 'rule' | 'members'> & { readonly asOf?: string },
): Edited<RecordId> {
  const called = name.trim();
  if (!called) return failure(createIssue('error', 'cohort.unnamed', ''));
  const before = [...recordsOf(catalogue, 'cohort')].find((each) => each.name === called);
  const id = before?.id ?? createFreshId('cohort', called, (each) => catalogue.records.cohort.has(each));
  const record = createCohort({ id, name: called, rule, members: [...members], asOf });
  const entered = before ? { entered: before.entered } : {};
  const label = { code: 'cohort.write', params: { name: called } } as const;
  return createEdit(catalogue, label, diffOfRecords(catalogue, [{ ...record, ...entered }]), id);
}

/** Forgets a cohort. */
export function removeCohort(catalogue: Catalogue, { id, name }: Cohort): Edited {
  return editOfRemoval(catalogue, { code: 'record.remove', params: { name } }, [id]);
}

/** Counts names as one from now on, shown as the first of them; or (`apart`) as several again. */
export function countNamesAsOne(catalogue: Catalogue, names: readonly string[], apart = false): Edited {
  const about = recordOf(catalogue, 'about', ABOUT_ID);
  if (!about) return failure(createIssue('error', 'diff.stale', ABOUT_ID));
  const others = about.sameNames.filter((group) => !group.some((name) => names.includes(name)));
  const joined = about.sameNames.filter((group) => group.some((name) => names.includes(name))).flat();
  const group = [...new Set([...names, ...joined])];
  const sameNames = apart ? others : [...others, group];
  const label = { code: 'names.same', params: { name: names[0] } } as const;
  return editOfRecords(catalogue, label, [{ ...about, sameNames }]);
}
