/** The log of a visit: everything that cites its source, in the order of entering; and lines corrected, deleted, moved to another source. */
import type { Assessment } from '../../catalogue/assessment.ts';
import { applyDiff } from '../../catalogue/applyDiff.ts';
import { findRecord, recordOf, type Catalogue } from '../../catalogue/catalogue.ts';
import { diffCatalogues, diffOfRecords } from '../../catalogue/diff.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import type { AnyRecord } from '../../catalogue/recordKinds.ts';
import { recordsPointingTo } from '../../catalogue/pointers.ts';
import { diffOfRemoval } from '../../catalogue/removal.ts';
import { createIssue, failure, success } from '../../issue.ts';
import { nameOf } from '../../lineage/names.ts';
import { createEdit, type Edited } from '../labelledEdit.ts';
import { citingAnother, recordsCiting } from '../sources.ts';
import { formatLines, type FormattedLine, type LinePart } from './formatLine.ts';
import type { LineContext, VisitTurn, WrittenLine } from './lineDesk.ts';
import { writeLine } from './writeLine.ts';

/** One line of the log. */
export interface LogLine extends FormattedLine {
  /** What it is about. */
  readonly subject: RecordId;
  readonly kind: AnyRecord['kind'];
}

/** The lines of a visit in the order in which they were entered. */
export function visitLog(catalogue: Catalogue, source: RecordId): LogLine[] {
  return recordsCiting(catalogue, source).flatMap((record) =>
    formatLines(catalogue, record).map((line) => ({
      ...line,
      kind: record.kind,
      subject: subjectOf(record),
    })),
  );
}

function subjectOf(record: AnyRecord): RecordId {
  if ('subject' in record && record.subject) return record.subject;
  if (record.kind === 'link') return record.derivative;
  return 'distribution' in record ? record.distribution : record.id;
}

/** Without one point of a judgement, or without the record. */
function withoutLine(catalogue: Catalogue, { record: id, part }: Pick<FormattedLine, 'record' | 'part'>) {
  const record = findRecord(catalogue, id);
  if (!part || record?.kind !== 'assessment') return diffOfRemoval(catalogue, [id]);
  const left = withoutPart(record, part);
  return isEmpty(left) ? diffOfRemoval(catalogue, [id]) : diffOfRecords(catalogue, [left]);
}

function withoutPart(record: Assessment, { field, index }: LinePart): Assessment {
  if (field === 'bias') return { ...record, bias: '' };
  if (field === 'total' || field === 'followUp') {
    const { [field]: _gone, ...rest } = record;
    return rest;
  }
  return { ...record, [field]: (record[field] as readonly unknown[]).filter((_each, i) => i !== index) };
}

const isEmpty = ({
  strengths,
  weaknesses,
  neutral,
  suits,
  doesNotSuit,
  alternatives,
  onPoint,
  mustHaves,
  criteria,
  total,
  followUp,
  bias,
}: Assessment) =>
  [strengths, weaknesses, neutral, suits, doesNotSuit, alternatives, onPoint, mustHaves, criteria].every(
    (list) => list.length === 0,
  ) &&
  !total &&
  !followUp &&
  !bias;

/** Deletes a line. Issue `diff.stale` for one that is gone. */
export function removeLine(catalogue: Catalogue, line: Pick<LogLine, 'record' | 'part' | 'subject'>): Edited {
  if (!findRecord(catalogue, line.record)) return failure(createIssue('error', 'diff.stale', line.record));
  const label = { code: 'line.remove', params: { of: nameOf(catalogue, line.subject) } } as const;
  // A line whose only record goes is no line any more.
  const notes = recordsPointingTo(catalogue, line.record, 'note').filter(
    ({ records }) => records.length === 1 && !line.part,
  );
  const diff = withoutLine(catalogue, line);
  return createEdit(
    catalogue,
    label,
    notes.length === 0 ? diff : diffOfRemoval(catalogue, [line.record, ...notes.map(({ id }) => id)]),
    undefined,
  );
}

/**
 * Writes a line in place of another: the new record keeps the place in the log, and its id where it is of the same kind. Issues of
 * `writeLine`, and `diff.stale` for one that is gone.
 */
export function correctLine(
  context: LineContext,
  line: Pick<LogLine, 'record' | 'part'>,
  text: string,
): Edited<WrittenLine> {
  const before = context.catalogue;
  const old = findRecord(before, line.record);
  if (!old) return failure(createIssue('error', 'diff.stale', line.record));
  // What a distribution, release or edition is called is corrected in place: what hangs on it stays.
  const stays = old.kind === 'release' || old.kind === 'edition' || old.kind === 'distribution';
  const without = stays ? success(before) : applyDiff(before, withoutLine(before, line));
  if (!without.ok) return failure(...without.issues);
  const turn = { ...context.turn, ...whereOf(before, old) };
  const edited = writeLine({ ...context, turn, catalogue: without.value }, text);
  if (!edited.ok) return edited;
  const after = applyDiff(without.value, edited.value.diff);
  if (!after.ok) return failure(...after.issues);
  const diff = diffCatalogues(before, after.value);
  const [made] = edited.value.made.records;
  const record = diff.added[made] ?? diff.changed[made]?.[1];
  if (line.part || !record || stays) return success({ ...edited.value, diff });
  const isSame = record.kind === old.kind;
  const placed = { ...record, entered: old.entered, ...(isSame && { id: old.id }) } as AnyRecord;
  const put = [...Object.values(diff.added), ...Object.values(diff.changed).map(([, next]) => next)].filter(
    ({ id }) => id !== made && id !== old.id,
  );
  const gone = Object.keys(diff.removed).filter((id) => id !== placed.id);
  return success({
    ...edited.value,
    made: { ...edited.value.made, records: [placed.id] },
    diff: diffOfRecords(before, [...put, placed], gone),
  });
}

/** What a record is about: the release, and the edition that was looked at. */
function whereOf(catalogue: Catalogue, record: AnyRecord): Partial<VisitTurn> {
  const subject = subjectOf(record);
  const edition = recordOf(catalogue, 'edition', subject);
  if (edition) return { subject: edition.distribution, edition: edition.id };
  const seen = 'conditions' in record ? record.conditions?.edition : undefined;
  return { subject, edition: seen };
}

/** Says of lines that they are from another source: what its conditions spoil is told anew. */
export function moveLines(
  catalogue: Catalogue,
  ids: readonly RecordId[],
  from: RecordId,
  to: RecordId,
): Edited {
  const records = ids.flatMap((id) => findRecord(catalogue, id) ?? []);
  const moved = records.flatMap((record) => citingAnother(catalogue, record, from, to) ?? []);
  const label = { code: 'line.move', params: { count: moved.length, title: nameOf(catalogue, to) } } as const;
  return createEdit(catalogue, label, diffOfRecords(catalogue, moved), undefined);
}
