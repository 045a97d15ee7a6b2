/** Editions by hand: added, pasted as a list, corrected cell by cell. */
import { findRecord, recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { createEdition, type Edition } from '../catalogue/edition.ts';
import { createFreshId } from '../catalogue/freshId.ts';
import { tokenOf, type RecordId } from '../catalogue/recordId.ts';
import { createIssue, failure } from '../issue.ts';
import { nameOf } from '../lineage/names.ts';
import { editionsOf } from '../lineage/releases.ts';
import { editOfRecords, type Edited } from './labelledEdit.ts';

/** Adds editions, or what a pasted list knows more of some that are there. */
export function addEditions(catalogue: Catalogue, editions: readonly Edition[]): Edited {
  const of = editions[0] ? nameOf(catalogue, editions[0].distribution) : '';
  return editOfRecords(catalogue, { code: 'edition.add', params: { count: editions.length, of } }, editions);
}

/** Adds one edition as a row of a table gives it. */
export function addEdition(
  catalogue: Catalogue,
  distribution: RecordId,
  { name, standing, note }: { readonly name: string; readonly standing: string; readonly note: string },
): Edited {
  const id = createFreshId('edition', `${tokenOf(distribution)}-${name}`, (each) =>
    Boolean(findRecord(catalogue, each)),
  );
  const choice = (standing || undefined) as Edition['standing'] | undefined;
  return addEditions(catalogue, [
    createEdition({ id, distribution, name: name.trim(), standing: choice, note }),
  ]);
}

/** Writes one cell of an edition as text. */
export function setEditionCell(
  catalogue: Catalogue,
  id: RecordId,
  column: 'name' | 'standing' | 'note',
  text: string,
): Edited {
  const edition = recordOf(catalogue, 'edition', id);
  if (!edition) return failure(createIssue('error', 'diff.stale', id));
  const isDoubled =
    column === 'name' &&
    editionsOf(catalogue, edition.distribution).some((each) => each.id !== id && each.name === text.trim());
  if (isDoubled)
    return failure(
      createIssue('error', 'edition.exists', text, { of: nameOf(catalogue, edition.distribution) }),
    );
  const label = {
    code: 'edition.correct',
    params: { name: edition.name, of: nameOf(catalogue, edition.distribution) },
  } as const;
  return editOfRecords(catalogue, label, [{ ...edition, [column]: text } as Edition]);
}
