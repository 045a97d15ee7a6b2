/**
 * Release calendars as tables: columns are mapped by hand (guessed at first), and every line is shown with what would come of it before
 * anything is taken. A date that is known is not changed; an end of support becomes a reading of the source that is cited.
 */
import { recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { diffOfRecords } from '../catalogue/diff.ts';
import { createIdSource } from '../catalogue/freshId.ts';
import { keyOfName } from '../sameness/name.ts';
import { parseWhen } from '../catalogue/parseWhen.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import { createReading, type Reading } from '../catalogue/reading.ts';
import { tokenOf, type RecordId } from '../catalogue/recordId.ts';
import { createRelease, type Release } from '../catalogue/release.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import { createIssue, type Issue } from '../issue.ts';
import { SUPPORT_END } from '../support/support.ts';
import { readCells, type PastedLine } from './pastedTable.ts';
import { citedSource, type NewSource } from './sources.ts';
import { createEdit, type Edited } from './labelledEdit.ts';

/** What a column of a calendar can hold. */
export const CALENDAR_COLUMNS = [
  { id: 'project', label: 'Project', head: /^(project|distribution|name|product)$/i },
  { id: 'version', label: 'Version', head: /^(version|release|cycle)$/i },
  { id: 'codeName', label: 'Code name', head: /^(code ?name|series)$/i },
  { id: 'released', label: 'Released', head: /^(released?|release ?date|date|since|from)$/i },
  {
    id: 'ends',
    label: 'Supported until',
    head: /^(eol|ends?|end of (life|support)|supported until|until)$/i,
  },
] as const;

/** A column of a calendar. */
export type CalendarColumn = (typeof CALENDAR_COLUMNS)[number]['id'];

/** A table as it was given: heads, and lines of cells. */
export interface CalendarTable {
  readonly heads: readonly string[];
  readonly lines: readonly PastedLine[];
  /** True where the table had more lines than are taken. */
  readonly isCut: boolean;
}

/** At most this many lines are taken. */
export const MOST_CALENDAR_LINES = 5000;

/** Reads a table (RFC 4180, with commas, semicolons or tabs); its first line holds the heads. Never throws. */
export function readCalendarTable(text: string): CalendarTable {
  const [heads, ...lines] = readCells(text, MOST_CALENDAR_LINES + 2);
  return {
    heads: heads?.cells ?? [],
    lines: lines.slice(0, MOST_CALENDAR_LINES),
    isCut: lines.length > MOST_CALENDAR_LINES,
  };
}

/** Which column of the table holds what; left out where none does. */
export type CalendarMapping = Partial<Record<CalendarColumn, number>>;

/** A first guess by the heads; each column of the table once. */
export function guessMapping({ heads }: CalendarTable): CalendarMapping {
  const mapping: CalendarMapping = {};
  for (const { id, head } of CALENDAR_COLUMNS) {
    const at = heads.findIndex((each, i) => head.test(each) && !Object.values(mapping).includes(i));
    if (at >= 0) mapping[id] = at;
  }
  return mapping;
}

/** What would come of one line. */
export interface CalendarLine {
  readonly where: string;
  readonly distribution?: RecordId;
  readonly version: string;
  /** `newRelease`, `date` and `codeName` (added to one that is there), `end`; none for a line that adds nothing. */
  readonly adds: readonly ('newRelease' | 'date' | 'codeName' | 'end')[];
  readonly issues: readonly Issue[];
}

/** What would come of a table. */
export interface CalendarProposal {
  readonly lines: readonly CalendarLine[];
  readonly releases: readonly Release[];
  /** An end of support by the id of its release (EDTF). */
  readonly ends: ReadonlyMap<RecordId, string>;
}

/** Reads the lines by a mapping. `distribution`: whom lines without a project are about. Issues are those of `paste.*` and `subject.unknown`. */
export function proposeCalendar(
  catalogue: Catalogue,
  table: CalendarTable,
  mapping: CalendarMapping,
  distribution: RecordId | null,
): CalendarProposal {
  const projects = new Map<string, RecordId>();
  for (const { id, name, aliases } of recordsOf(catalogue, 'distribution'))
    for (const called of [...aliases, name]) projects.set(keyOfName(called), id);
  const releases = new Map<RecordId, Release>();
  const ends = new Map<RecordId, string>();
  const freshId = createIdSource((id) => catalogue.records.release.has(id));
  const made = new Map<string, Release>();
  const lines = table.lines.map(({ where, cells }): CalendarLine => {
    const cell = (id: CalendarColumn) => (mapping[id] === undefined ? '' : (cells[mapping[id]] ?? ''));
    const [project, version] = [cell('project'), cell('version')];
    const of = project ? projects.get(keyOfName(project)) : (distribution ?? undefined);
    const [released, end] = [dateIn(cell('released')), dateIn(cell('ends'))];
    const issues: Issue[] = [];
    if (!of) issues.push(createIssue('damage', 'subject.unknown', project || where, { near: '' }));
    if (!version || version.length > 300) issues.push(createIssue('damage', 'paste.version', where));
    for (const [text, date] of [
      [cell('released'), released],
      [cell('ends'), end],
    ] as const)
      if (date === null) issues.push(createIssue('damage', 'paste.date', where, { text }));
    const line = { where, version, ...(of && { distribution: of }) };
    if (issues.length > 0 || !of) return { ...line, adds: [], issues };
    const key = `${of} ${version}`;
    const known =
      made.get(key) ?? recordsBelongingTo(catalogue, of, 'release').find((each) => each.version === version);
    const more = {
      ...(released && !known?.date && { date: released }),
      ...(cell('codeName') && !known?.codeName && { codeName: cell('codeName') }),
    };
    const release = known
      ? { ...known, ...more }
      : createRelease({
          id: freshId('release', `${tokenOf(of)}-${version}`),
          distribution: of,
          version,
          ...more,
        });
    const isNewEnd =
      end !== undefined &&
      end !== null &&
      !hasEnd(catalogue, release.id, end) &&
      ends.get(release.id) !== end;
    if (!known || Object.keys(more).length > 0) releases.set(release.id, release);
    if (isNewEnd) ends.set(release.id, end);
    made.set(key, release);
    const added = known ? (Object.keys(more) as ('date' | 'codeName')[]) : (['newRelease'] as const);
    return { ...line, adds: [...added, ...(isNewEnd ? (['end'] as const) : [])], issues };
  });
  return { lines, releases: [...releases.values()], ends };
}

/** Undefined where nothing is written (or a word for nothing), null where it is no date. */
function dateIn(text: string): string | null | undefined {
  if (!text || /^(-|–|none|no|tba|true|false|unknown)$/i.test(text)) return undefined;
  return parseWhen(text);
}

const hasEnd = (catalogue: Catalogue, id: RecordId, end: string) =>
  recordsBelongingTo(catalogue, id, 'reading').some(({ key, value }) => key === SUPPORT_END && value === end);

/** Takes what is proposed, as one step, citing a source. */
export function takeCalendar(
  catalogue: Catalogue,
  { releases, ends }: CalendarProposal,
  cited: NewSource,
  today: string,
): Edited {
  const source = citedSource(catalogue, cited, today);
  const freshId = createIdSource((id) => catalogue.records.reading.has(id));
  const readings = [...ends].map(([subject, value]): Reading =>
    createReading({
      id: freshId('reading', `${tokenOf(subject)}-supportEnd`),
      ...{ subject, key: SUPPORT_END, state: 'set', value, source: source.id },
    }),
  );
  const withSource = releases.map((release) =>
    source.id && !release.sources.includes(source.id)
      ? { ...release, sources: [...release.sources, source.id] }
      : release,
  );
  const records: AnyRecord[] = [...source.records, ...withSource, ...readings];
  const of = cited.title;
  const label = { code: 'calendar.take', params: { of, count: releases.length } } as const;
  return createEdit(catalogue, label, diffOfRecords(catalogue, records), undefined);
}
