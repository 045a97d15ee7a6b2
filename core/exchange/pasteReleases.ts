/**
 * Releases pasted as a list or as columns of a spreadsheet: a version on each line, then its date, then its code name,
 * parted by tabs, semicolons or commas. Dates are to the day, month or year; `3 Mar 2026` is taken too.
 */
import { recordsPointingTo, type Catalogue } from '../catalogue/catalogue.ts';
import { createIdSource, tokenOf, type RecordId } from '../catalogue/recordKind.ts';
import type { Release } from '../catalogue/release.ts';
import { boundsOf } from '../catalogue/when.ts';
import { createIssue, type Issue } from '../issue.ts';

export interface PastedReleases {
  /** New ones, and known ones whose date or code name was not known. */
  readonly put: readonly Release[];
  /** Versions that are known and that the list adds nothing to. */
  readonly known: readonly string[];
  /** `paste.date`, `paste.version` and `paste.twice`, with the line; those lines are left out. */
  readonly issues: readonly Issue[];
}

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/** Reads a date as people write it into lists, as EDTF; null when it is none. */
export function readDate(text: string): string | null {
  const written = text.trim();
  const words = /^(?:(\d{1,2})\.? )?([A-Za-z]{3})[a-z]*\.? (\d{4})$/.exec(written);
  if (words) {
    const month = MONTHS.indexOf(words[2].toLowerCase()) + 1;
    if (month === 0) return null;
    const parts = [
      words[3],
      String(month).padStart(2, '0'),
      ...(words[1] ? [words[1].padStart(2, '0')] : []),
    ];
    return boundsOf(parts.join('-')) ? parts.join('-') : null;
  }
  return boundsOf(written) ? written : null;
}

/** What a pasted list adds to a distribution. A first line that heads columns is passed over. */
export function parsePastedReleases(
  catalogue: Catalogue,
  distribution: RecordId,
  text: string,
): PastedReleases {
  const present = new Map(
    recordsPointingTo(catalogue, distribution, 'release').map((release) => [release.version, release]),
  );
  const put: Release[] = [];
  const known: string[] = [];
  const issues: Issue[] = [];
  const seen = new Set<string>();
  const freshId = createIdSource((id) => catalogue.records.release.has(id));
  text.split(/\r?\n/).forEach((line, i) => {
    const cells = line.split(/\t|;|,/).map((cell) => cell.trim());
    const [version, written = '', codeName = ''] = cells;
    if (cells.every((cell) => cell === '') || (i === 0 && /^(version|release)$/i.test(version))) return;
    const where = `line ${i + 1}`;
    const date = written && readDate(written);
    if (!version || version.length > 300) issues.push(createIssue('damage', 'paste.version', where));
    else if (date === null) issues.push(createIssue('damage', 'paste.date', where, { text: written }));
    else if (seen.has(version)) issues.push(createIssue('damage', 'paste.twice', where, { text: version }));
    else {
      seen.add(version);
      const old = present.get(version);
      const more = { ...(date && !old?.date && { date }), ...(codeName && !old?.codeName && { codeName }) };
      if (old && Object.keys(more).length === 0) known.push(version);
      else if (old) put.push({ ...old, ...more });
      else {
        const id = freshId('release', `${tokenOf(distribution)}-${version}`);
        put.push({
          ...{ id, kind: 'release', distribution, editions: [], version, codeName: '', stage: 'final' },
          ...{ sources: [], note: '', ...more },
        } as Release);
      }
    }
  });
  return { put, known, issues };
}
