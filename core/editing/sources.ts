/** What an edit cites: a source that is there, or a new one that comes with the edit; and putting another in its place. */
import { withRecords } from '../catalogue/applyDiff.ts';
import { findRecord, recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Reading } from '../catalogue/reading.ts';
import { createFreshId } from '../catalogue/freshId.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { createSource, type Source } from '../catalogue/source.ts';
import type { SourceKind } from '../catalogue/sourceKinds.ts';
import type { Conditions } from '../catalogue/conditions.ts';
import type { When } from '../catalogue/when.ts';
import { recordsPointingTo } from '../catalogue/pointers.ts';
import { KIND_NAMES, type AnyRecord } from '../catalogue/recordKinds.ts';
import { createIssue, failure } from '../issue.ts';
import { spoilsOf } from '../capture/conditions.ts';
import { nameOf } from '../lineage/names.ts';
import { parseSourceLine } from './sourceLine.ts';
import { createEdit, type Edited } from './labelledEdit.ts';
import { diffOfRecords } from '../catalogue/diff.ts';

/** A source that comes with an edit, as an editor gives it. */
export interface NewSource {
  readonly kind: SourceKind;
  readonly title: string;
  readonly place: string;
  /** EDTF, or empty. */
  readonly date: string;
  readonly by: string;
  readonly conditions: Conditions;
  /** When it was read, where that was another day than today. */
  readonly read?: string;
  readonly note?: string;
  /** What is looked at. */
  readonly of?: RecordId;
}

/** A source as an editor gives it: one that is there, a new one, or none. */
export type ChosenSource = { readonly id: RecordId } | NewSource | null;

/** What an edit cites, resolved: the id, the conditions, and the record that has to come with the edit. */
interface Cited {
  readonly id: RecordId | undefined;
  readonly conditions: Conditions;
  /** True for a source that was not read whole. */
  readonly isPartial: boolean;
  readonly records: readonly Source[];
}

/** Resolves a chosen source; `today` is when a new one was read. */
export function citedSource(catalogue: Catalogue, chosen: ChosenSource, today: When): Cited {
  if (!chosen) return { id: undefined, conditions: {}, isPartial: false, records: [] };
  if ('id' in chosen) {
    const { conditions = {}, losses = [] } = recordOf(catalogue, 'source', chosen.id) ?? {};
    return { id: chosen.id, conditions, isPartial: losses.length > 0, records: [] };
  }
  const made = createSource({
    id: createFreshId('source', chosen.title, (id) => Boolean(findRecord(catalogue, id))),
    sourceKind: chosen.kind,
    title: chosen.title,
    place: chosen.place,
    date: chosen.date || undefined,
    read: chosen.read || today,
    note: chosen.note,
    of: chosen.of,
    by: chosen.by,
    conditions: chosen.conditions,
  });
  return { id: made.id, conditions: made.conditions, isPartial: false, records: [made] };
}

/** Readings as they are from another source: what its conditions spoil is told anew. */
export function exchangedReadings(
  catalogue: Catalogue,
  readings: readonly Reading[],
  source: RecordId,
): Reading[] {
  const { conditions, isPartial } = citedSource(catalogue, { id: source }, '');
  return readings.map((reading) => ({
    ...reading,
    spoiledBy: spoilsOf(
      reading.key,
      { ...conditions, ...reading.conditions },
      isPartial,
      reading.state === 'none',
    ),
    source,
  }));
}

/** Says of readings that they are from another source, or from none. */
export function exchangeSource(
  catalogue: Catalogue,
  readings: readonly Reading[],
  chosen: ChosenSource,
  today: When,
): Edited<RecordId | undefined> {
  const { id, records } = citedSource(catalogue, chosen, today);
  const moved = id
    ? exchangedReadings(withRecords(catalogue, records), readings, id)
    : readings.map(({ source: _source, ...rest }) => ({
        ...rest,
        spoiledBy: spoilsOf(rest.key, rest.conditions ?? {}, false, rest.state === 'none'),
      }));
  const title = id ? (records[0]?.title ?? nameOf(catalogue, id)) : '';
  const label = { code: 'source.exchange', params: { count: readings.length, title } } as const;
  return createEdit(catalogue, label, diffOfRecords(catalogue, [...records, ...moved]), id);
}

/** All that cites a source, in the order of entering. */
export function recordsCiting(catalogue: Catalogue, source: RecordId): AnyRecord[] {
  return KIND_NAMES.flatMap((kind) => recordsPointingTo(catalogue, source, kind) as AnyRecord[]).sort(
    (a, b) => a.entered - b.entered || (a.id < b.id ? -1 : 1),
  );
}

/** A record that cites another source in place of one; null for a kind that cites none. */
export function citingAnother(
  catalogue: Catalogue,
  record: AnyRecord,
  from: RecordId,
  to: RecordId,
): AnyRecord | null {
  if (record.kind === 'reading') return exchangedReadings(catalogue, [record], to)[0];
  if ('sources' in record) {
    const sources = [...new Set(record.sources.map((each) => (each === from ? to : each)))];
    return { ...record, sources } as AnyRecord;
  }
  return 'source' in record ? ({ ...record, source: to } as AnyRecord) : null;
}

/**
 * Corrects a source from a line (sourceLine.ts): what it is about, its files and losses stay. What its conditions spoil is told anew for
 * all readings that cite it. Issues `diff.stale`, and those of the line.
 */
export function correctSource(catalogue: Catalogue, id: RecordId, line: string, today: When): Edited {
  const before = recordOf(catalogue, 'source', id);
  if (!before) return failure(createIssue('error', 'diff.stale', id));
  // What is seen keeps its day where the line names none.
  const day = before.date && /^\d{4}-\d\d-\d\d$/.test(before.date) ? before.date : today;
  const parsed = parseSourceLine(line, day, before.of ? nameOf(catalogue, before.of) : '');
  if (!parsed.ok) return parsed;
  const { kind, title, place, date, read, by, note, conditions } = parsed.value;
  const { date: _date, read: _read, ...rest } = before;
  const edition = before.conditions.edition;
  const corrected = {
    ...{ ...rest, sourceKind: kind, title, place, by, note: note ?? '' },
    conditions: { ...conditions, ...(edition && { edition }) },
    ...(date && { date }),
    ...((read ?? before.read) && { read: read ?? before.read }),
  };
  const after = withRecords(catalogue, [corrected]);
  const readings = recordsPointingTo(catalogue, id, 'reading');
  const label = { code: 'source.correct', params: { title } } as const;
  return createEdit(
    catalogue,
    label,
    diffOfRecords(catalogue, [corrected, ...exchangedReadings(after, readings, id)]),
    undefined,
  );
}

/** Makes two sources one: all that cites the first cites the second, which stays. Issue `diff.stale`. */
export function mergeSources(catalogue: Catalogue, from: RecordId, into: RecordId): Edited {
  if (from === into || !recordOf(catalogue, 'source', from) || !recordOf(catalogue, 'source', into))
    return failure(createIssue('error', 'diff.stale', from));
  const moved = recordsCiting(catalogue, from).flatMap(
    (record) => citingAnother(catalogue, record, from, into) ?? [],
  );
  const label = {
    code: 'source.merge',
    params: { count: moved.length, title: nameOf(catalogue, into) },
  } as const;
  return createEdit(catalogue, label, diffOfRecords(catalogue, moved, [from]), undefined);
}
