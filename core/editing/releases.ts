/** Releases by hand: begun from the one before, pasted as a list, corrected cell by cell. */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { diffOfRecords } from '../catalogue/diff.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { Release } from '../catalogue/release.ts';
import { createIssue, failure, success, type Result } from '../issue.ts';
import { beginRelease, type NextRelease } from '../layers/nextRelease.ts';
import { nameOf } from '../lineage/names.ts';
import { editionsOf, releasesOf } from '../lineage/releases.ts';
import { createEdit, editOfRecords, type Edited } from './labelledEdit.ts';
import { parseWhen } from '../catalogue/parseWhen.ts';

/** Begins a release from the one before it, as of a day; gives it. */
export function beginNextRelease(
  catalogue: Catalogue,
  from: RecordId,
  next: NextRelease,
  day: number,
): Edited<Release> {
  const before = recordOf(catalogue, 'release', from);
  if (before && isDoubled(catalogue, { ...before, id: '' }, next.version))
    return failure(
      createIssue('error', 'release.exists', next.version, { of: nameOf(catalogue, before.distribution) }),
    );
  const records = beginRelease(catalogue, from, next, day);
  const [release] = records;
  const label = {
    code: 'release.begin',
    params: { name: nameOf(catalogue, release.distribution), version: release.version },
  } as const;
  return createEdit(catalogue, label, diffOfRecords(catalogue, records), release);
}

/** Adds releases, or what a pasted list knows more of some that are there. */
export function addReleases(catalogue: Catalogue, releases: readonly Release[]): Edited {
  const of = releases[0] ? nameOf(catalogue, releases[0].distribution) : '';
  return editOfRecords(catalogue, { code: 'release.add', params: { count: releases.length, of } }, releases);
}

/** The columns in which a release is corrected by hand. */
export type ReleaseColumn = 'version' | 'date' | 'codeName' | 'stage' | 'editions';

/** Writes one cell of a release as text. Issues `paste.date`, `edition.unknown`, `record.invalid`. */
export function setReleaseCell(
  catalogue: Catalogue,
  id: RecordId,
  column: ReleaseColumn,
  text: string,
): Edited {
  const release = recordOf(catalogue, 'release', id);
  if (!release) return failure(createIssue('error', 'diff.stale', id));
  const next = withCell(catalogue, release, column, text);
  if (!next.ok) return next;
  const label = {
    code: 'release.correct',
    params: { name: nameOf(catalogue, release.distribution), version: next.value.version },
  } as const;
  return editOfRecords(catalogue, label, [next.value]);
}

function withCell(
  catalogue: Catalogue,
  release: Release,
  column: ReleaseColumn,
  text: string,
): Result<Release> {
  if (column === 'editions') {
    const named = editionsNamed(catalogue, release.distribution, text);
    return named.ok ? success({ ...release, editions: named.value }) : named;
  }
  if (column === 'version' && isDoubled(catalogue, release, text))
    return failure(
      createIssue('error', 'release.exists', text, { of: nameOf(catalogue, release.distribution) }),
    );
  if (column !== 'date') return success({ ...release, [column]: text } as Release);
  const { date: _date, ...rest } = release;
  const date = text && parseWhen(text);
  if (date === null) return failure(createIssue('error', 'paste.date', release.version, { text }));
  return success({ ...rest, ...(date && { date }) });
}

/** True where another release of the same project and editions has that version. */
function isDoubled(catalogue: Catalogue, { id, distribution, editions }: Release, version: string): boolean {
  return releasesOf(catalogue, distribution).some(
    (each) =>
      each.id !== id &&
      each.version === version.trim() &&
      (each.editions.length === 0 ||
        editions.length === 0 ||
        each.editions.some((edition) => editions.includes(edition))),
  );
}

/** Editions of a distribution by their names, separated by commas. Issue `edition.unknown` names those that are there. */
export function editionsNamed(
  catalogue: Catalogue,
  distribution: RecordId,
  text: string,
): Result<RecordId[]> {
  const editions = editionsOf(catalogue, distribution);
  const ids: RecordId[] = [];
  for (const name of text.split(',').flatMap((part) => part.trim() || [])) {
    const found = editions.find((edition) => edition.name === name);
    const names = editions.map((edition) => edition.name).join(', ');
    if (!found) return failure(createIssue('error', 'edition.unknown', name, { names }));
    ids.push(found.id);
  }
  return success(ids);
}
