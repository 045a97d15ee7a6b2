/** Writing judgements: begun, written line by line, taken the place of by a newer opinion that keeps the old one. */
import { createAssessment, type Assessment } from '../../catalogue/assessment.ts';
import { recordOf, type Catalogue } from '../../catalogue/catalogue.ts';
import { diffOfRecords } from '../../catalogue/diff.ts';
import { createFreshId } from '../../catalogue/freshId.ts';
import { tokenOf, type RecordId } from '../../catalogue/recordId.ts';
import { createIssue, failure, success, type Result } from '../../issue.ts';
import { nameOf } from '../../lineage/names.ts';
import { createEdit, editOfRecords, editOfRemoval, type Edited } from '../labelledEdit.ts';
import type { Saying } from '../sides.ts';
import { LIST_SECTIONS, SINGLE_SECTIONS, type ListSection, type SingleSection } from './sections.ts';

const labelOf = (catalogue: Catalogue, { author, subject }: Assessment) =>
  ({ code: 'assessment.write', params: { author, of: nameOf(catalogue, subject) } }) as const;

/** Begins a judgement of a subject; gives its id. Issue `opinion.author`. */
export function beginAssessment(
  catalogue: Catalogue,
  subject: RecordId,
  { author, date }: Saying,
): Edited<RecordId> {
  if (!author.trim()) return failure(createIssue('error', 'opinion.author', ''));
  const id = freshIdOf(catalogue, subject, author);
  const record = createAssessment({ id, subject, author: author.trim(), date });
  return createEdit(catalogue, labelOf(catalogue, record), diffOfRecords(catalogue, [record]), id);
}

const freshIdOf = (catalogue: Catalogue, subject: RecordId, author: string) =>
  createFreshId('assessment', `${tokenOf(subject)}-${author}`, (each) =>
    catalogue.records.assessment.has(each),
  );

/** A judgement with one line of a list in place of another (`at`), or behind the last (-1); without text that line goes. */
export function withListLine(
  catalogue: Catalogue,
  before: Assessment,
  section: ListSection,
  at: number,
  text: string,
  today: string,
): Result<Assessment> {
  const entries: readonly unknown[] = before[section];
  if (!text.trim()) return success({ ...before, [section]: entries.filter((_, i) => i !== at) });
  const read = LIST_SECTIONS[section].parse(catalogue, text, today);
  if (!read.ok) return read;
  const next = at >= 0 && at < entries.length ? entries.with(at, read.value) : [...entries, read.value];
  return success({ ...before, [section]: next });
}

/** A judgement with one of the parts that stand once. */
export function withSingleLine(
  before: Assessment,
  section: SingleSection,
  text: string,
  today: string,
): Result<Assessment> {
  const read = SINGLE_SECTIONS[section].parse(text, today);
  if (!read.ok) return read;
  const { [section]: _before, ...rest } = before;
  return success({ ...rest, ...(read.value !== undefined && { [section]: read.value }) } as Assessment);
}

/** Writes a line of a list; see `withListLine`. */
export function writeListLine(
  catalogue: Catalogue,
  id: RecordId,
  section: ListSection,
  at: number,
  text: string,
  today: string,
): Edited {
  return corrected(catalogue, id, (before) => withListLine(catalogue, before, section, at, text, today));
}

/** Writes a part that stands once; without text it is taken back. */
export function writeSingleLine(
  catalogue: Catalogue,
  id: RecordId,
  section: SingleSection,
  text: string,
  today: string,
): Edited {
  return corrected(catalogue, id, (before) => withSingleLine(before, section, text, today));
}

function corrected(
  catalogue: Catalogue,
  id: RecordId,
  change: (before: Assessment) => Result<Assessment>,
): Edited {
  const before = recordOf(catalogue, 'assessment', id);
  if (!before) return failure(createIssue('error', 'diff.stale', id));
  const after = change(before);
  return after.ok ? editOfRecords(catalogue, labelOf(catalogue, before), [after.value]) : after;
}

/** Takes up a judgement anew: a copy of today that takes the place of the old one, which stays. Gives its id. */
export function judgeAgain(catalogue: Catalogue, id: RecordId, { author, date }: Saying): Edited<RecordId> {
  const before = recordOf(catalogue, 'assessment', id);
  if (!before) return failure(createIssue('error', 'diff.stale', id));
  const by = author.trim() || before.author;
  const fresh = freshIdOf(catalogue, before.subject, by);
  const { followUp: _followUp, source: _source, ...kept } = before;
  const record: Assessment = { ...kept, id: fresh, entered: 0, author: by, date, replaces: id, changed: '' };
  return createEdit(catalogue, labelOf(catalogue, record), diffOfRecords(catalogue, [record]), fresh);
}

/** Forgets a judgement. */
export function removeAssessment(catalogue: Catalogue, { id, author, subject }: Assessment): Edited {
  const label = { code: 'assessment.remove', params: { author, of: nameOf(catalogue, subject) } } as const;
  return editOfRemoval(catalogue, label, [id]);
}
