/** Releases pasted as a list or as columns of a spreadsheet: version, date, code name, stage. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import { createIdSource } from '../catalogue/freshId.ts';
import { tokenOf, type RecordId } from '../catalogue/recordId.ts';
import { createRelease, STAGES, type Release } from '../catalogue/release.ts';
import { createIssue, type Issue } from '../issue.ts';
import { parseWhen } from '../catalogue/parseWhen.ts';
import { readPastedTable, type PastedColumn } from './pastedTable.ts';

/** What a pasted list adds: new records, and known ones that it completes. */
export interface Pasted<T> {
  readonly put: readonly T[];
  /** Names of those that are known and that the list adds nothing to. */
  readonly known: readonly string[];
  /** What is wrong with a line, which is left out: codes beginning with `paste.`. */
  readonly issues: readonly Issue[];
}

const RELEASE_COLUMNS: readonly PastedColumn[] = [
  { id: 'version', head: /^(version|release)$/i },
  { id: 'date', head: /^(date|released|day)$/i },
  { id: 'codeName', head: /^(code ?name|name)$/i },
  { id: 'stage', head: /^(stage|state)$/i },
];

/** What a pasted list adds to a distribution; a date or code name that is known is not changed. */
export function parsePastedReleases(
  catalogue: Catalogue,
  distribution: RecordId,
  text: string,
): Pasted<Release> {
  const present = new Map(
    recordsBelongingTo(catalogue, distribution, 'release').map((release) => [release.version, release]),
  );
  const put: Release[] = [];
  const known: string[] = [];
  const seen = new Set<string>();
  const { rows, unknown } = readPastedTable(text, RELEASE_COLUMNS);
  const issues: Issue[] = issuesOfHeads(unknown);
  const freshId = createIdSource((id) => catalogue.records.release.has(id));
  for (const { where, cells } of rows) {
    const { version, date: written, codeName } = cells;
    const date = written && parseWhen(written);
    const stage = cells.stage && STAGES.find((each) => each === cells.stage.toLowerCase());
    if (!version || version.length > 300) issues.push(createIssue('damage', 'paste.version', where));
    else if (date === null) issues.push(createIssue('damage', 'paste.date', where, { text: written }));
    else if (stage === undefined)
      issues.push(createIssue('damage', 'paste.choice', where, choiceOf('stage', cells.stage, STAGES)));
    else if (seen.has(version)) issues.push(createIssue('damage', 'paste.twice', where, { text: version }));
    else {
      seen.add(version);
      const old = present.get(version);
      const more = { ...(date && !old?.date && { date }), ...(codeName && !old?.codeName && { codeName }) };
      if (old && Object.keys(more).length === 0) known.push(version);
      else if (old) put.push({ ...old, ...more });
      else {
        const id = freshId('release', `${tokenOf(distribution)}-${version}`);
        put.push(createRelease({ id, distribution, version, stage: stage || undefined, ...more }));
      }
    }
  }
  return { put, known, issues };
}

/** Heads that are no column here are told, and passed over. */
export function issuesOfHeads(unknown: readonly string[]): Issue[] {
  return unknown.map((text) => createIssue('note', 'paste.head', 'line 1', { text }));
}

/** What a choice was, and what it can be. */
export function choiceOf(column: string, text: string, choices: readonly string[]) {
  return { column, text, choices: choices.join(', ') };
}
