/** A release that was seen at a mirror, taken by hand: what the release file names, and where and when it was seen. */
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import { createFreshId } from '../catalogue/freshId.ts';
import { tokenOf, type RecordId } from '../catalogue/recordId.ts';
import { createRelease, type Release } from '../catalogue/release.ts';
import type { When } from '../catalogue/when.ts';
import type { Looked } from '../overview/watching.ts';
import { addReleases } from './releases.ts';
import type { LabelledEdit } from './labelledEdit.ts';
import { success, type Result } from '../issue.ts';

/**
 * Adds the release that a release file names: by its version, else by its code name, else by its suite. It has no date: that of the
 * file is the day of the state, not of the release.
 */
export function addSeenRelease(
  catalogue: Catalogue,
  distribution: RecordId,
  { version, codename, suite }: Pick<Looked, 'version' | 'codename' | 'suite'>,
  at: { readonly repository: string; readonly day: When },
): Result<LabelledEdit<Release>> {
  const named = version || codename || suite;
  const isTaken = (id: RecordId) => findRecord(catalogue, id) !== undefined;
  const made = createRelease({
    id: createFreshId('release', `${tokenOf(distribution)}-${named}`, isTaken),
    ...{ distribution, version: named, codeName: version ? codename : '' },
    note: `Seen at ${at.repository} on ${at.day}.`,
  });
  const edit = addReleases(catalogue, [made]);
  return edit.ok ? success({ ...edit.value, made }) : edit;
}
