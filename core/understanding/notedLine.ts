/** A line of notes with what became of it: the records that it makes, or those that it may make, as the catalogue keeps them. */
import { applyDiff } from '../catalogue/applyDiff.ts';
import { findRecord, recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Conditions } from '../catalogue/conditions.ts';
import { nameOf } from '../lineage/names.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { LineContext, WrittenLine } from '../editing/lines/lineDesk.ts';
import type { LabelledEdit } from '../editing/labelledEdit.ts';
import type { Entry } from './entry.ts';

/** A record, with the names of what it points to and the conditions of its source. */
export type NotedRecord = (AnyRecord | { readonly kind: 'removal'; readonly of: string }) & {
  readonly subjectName?: string;
  readonly baseName?: string;
  readonly derivativeName?: string;
  readonly againstName?: string;
  readonly sourceConditions?: Conditions;
};

/** What became of a line. */
export interface NotedLine {
  readonly line: string;
  readonly outcome: 'recorded' | 'ask' | 'note';
  /** What is recorded; nothing where it is asked or kept. */
  readonly records: readonly NotedRecord[];
  /** Where it is asked: what each answer would record. */
  readonly choices: readonly (readonly NotedRecord[])[];
  /** What was there already, and is said again. */
  readonly restated: readonly NotedRecord[];
  /** Id → name, of what the records point to. */
  readonly names: Readonly<Record<RecordId, string>>;
}

/** What became of a line that was read. */
export function notedEntry(
  { catalogue }: Pick<LineContext, 'catalogue'>,
  line: string,
  { outcome, choices }: Entry,
): NotedLine {
  const names: Record<RecordId, string> = {};
  const described = choices.map(({ edit }) => recordsOfEdit(catalogue, edit, names));
  const isRecorded = outcome === 'recorded' || outcome === 'turn';
  return {
    line,
    outcome: isRecorded ? 'recorded' : outcome === 'ask' ? 'ask' : 'note',
    records: isRecorded ? described[0].records : [],
    choices: outcome === 'ask' ? described.map(({ records }) => records) : [],
    restated: isRecorded ? described[0].restated : [],
    names,
  };
}

function recordsOfEdit(
  before: Catalogue,
  { diff, made }: LabelledEdit<WrittenLine>,
  names: Record<RecordId, string>,
) {
  const applied = applyDiff(before, diff);
  const after = applied.ok ? applied.value : before;
  const place = (id: RecordId) =>
    made.records.includes(id) ? made.records.indexOf(id) : made.records.length;
  const touched = [...Object.values(diff.added), ...Object.values(diff.changed).map(([, next]) => next)].sort(
    (a, b) => place(a.id) - place(b.id),
  );
  for (const record of touched) nameAll(after, record, names);
  const removed = Object.values(diff.removed).map((record) => ({
    kind: 'removal' as const,
    of: 'key' in record ? (record.key as string) : record.kind,
  }));
  const again = made.records
    .filter((id) => !touched.some((record) => record.id === id))
    .flatMap((id) => findRecord(after, id) ?? []);
  for (const record of again) nameAll(after, record, names);
  return {
    records: [
      ...touched.filter(({ kind }) => kind !== 'about').map((record) => described(after, record)),
      ...removed,
    ],
    restated: again.map((record) => described(after, record)),
  };
}

function described(catalogue: Catalogue, record: AnyRecord): NotedRecord {
  const source =
    'source' in record && record.source ? recordOf(catalogue, 'source', record.source) : undefined;
  return {
    ...record,
    ...('subject' in record && record.subject && { subjectName: nameOf(catalogue, record.subject) }),
    ...(record.kind === 'link' && {
      baseName: nameOf(catalogue, record.base),
      derivativeName: nameOf(catalogue, record.derivative),
    }),
    ...(record.kind === 'change' && record.against && { againstName: nameOf(catalogue, record.against) }),
    ...(source && Object.keys(source.conditions).length > 0 && { sourceConditions: source.conditions }),
  } as NotedRecord;
}

/** The names of what a record points to. */
function nameAll(catalogue: Catalogue, value: unknown, names: Record<RecordId, string>): void {
  if (typeof value === 'string') {
    if (/^(distribution|edition|release|source):/.test(value) && findRecord(catalogue, value))
      names[value] = nameOf(catalogue, value);
  } else if (Array.isArray(value)) for (const each of value) nameAll(catalogue, each, names);
  else if (value && typeof value === 'object')
    for (const [key, each] of Object.entries(value)) if (key !== 'id') nameAll(catalogue, each, names);
}
