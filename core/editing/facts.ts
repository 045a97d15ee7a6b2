/** What is said of a fact: one reading written, accepted or taken back. */
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import type { RecordedChange } from '../catalogue/change.ts';
import { diffOfRecords } from '../catalogue/diff.ts';
import { parseFactValue, type FactKey } from '../catalogue/factSheet.ts';
import type { FactValue } from '../catalogue/factValue.ts';
import { parseSaidNumber, type SaidNumber } from '../catalogue/saidNumber.ts';
import type { Conditions } from '../catalogue/conditions.ts';
import { equalRecords } from '../catalogue/equalRecords.ts';
import { createReading, type Reading } from '../catalogue/reading.ts';
import { createFreshId } from '../catalogue/freshId.ts';
import { tokenOf, type RecordId } from '../catalogue/recordId.ts';
import type { When } from '../catalogue/when.ts';
import { spoilsOf } from '../capture/conditions.ts';
import { createIssue, failure, success, type Result } from '../issue.ts';
import { nameOf } from '../lineage/names.ts';
import { createEdit, editOfRecords, editOfRemoval, type Edited } from './labelledEdit.ts';
import { citedSource, type ChosenSource } from './sources.ts';

/** What an editor says of a fact: as typed, or the value itself. Of what was only said in words both are left out. */
export type Saying = (
  | { readonly state: 'set'; readonly text?: string; readonly value?: FactValue }
  | { readonly state: 'unchanged' | 'none' | 'doesNotApply' | 'notFoundOut' }
) &
  Partial<
    Pick<Reading, 'said' | 'interval' | 'unit' | 'marks' | 'tried' | 'cause' | 'note' | 'certainty'>
  > & {
    /** The reading that this one takes the place of. */
    readonly replaces?: RecordId;
  };

interface FactWriting {
  readonly subject: RecordId;
  readonly fact: FactKey;
  readonly saying: Saying;
  readonly chosen: ChosenSource;
  /** When a new source was read. A reading has its source's date, unless it was made on a day of its own. */
  readonly today: When;
  readonly date?: When;
  /** The edition that was looked at, where a release has several. */
  readonly edition?: RecordId;
  /** What was around this reading alone, beside the conditions of its source; left out, a reading under any is corrected. */
  readonly conditions?: Conditions;
  /** Where in the source: a page, a line, a minute. */
  readonly place?: string;
}

/**
 * Writes a reading; gives the id of the source it cites. One from the same source on the same subject is corrected, else a
 * new one is added. Issue `value.invalid` when the text does not fit the fact.
 */
export function writeFact(
  catalogue: Catalogue,
  { subject, fact, saying, chosen, today, date, edition, conditions: around, place }: FactWriting,
): Edited<RecordId | undefined> {
  const typed = readTyped(fact, saying);
  if (!typed.ok) return typed;
  const { id: source, conditions, isPartial, records } = citedSource(catalogue, chosen, today);
  const known = readingSaid(catalogue, { subject, fact, source, edition, conditions: around });
  const {
    value: _value,
    said: _said,
    interval: _interval,
    unit: _unit,
    tried: _tried,
    ...rest
  } = known ??
  createReading({
    id: createFreshId('reading', `${tokenOf(subject)}-${fact.key}`, (id) =>
      Boolean(findRecord(catalogue, id)),
    ),
    subject,
    key: fact.key,
    state: 'unchanged',
    source,
    date,
    ...((edition || Object.keys(around ?? {}).length > 0) && {
      conditions: { ...around, ...(edition && { edition }) },
    }),
  });
  const { value, arithmetic, ...words } = typed.value;
  const { said = words.said, interval = words.interval, unit = words.unit, tried, cause, replaces } = saying;
  const kept = rest.marks.filter((mark) => mark !== 'takenOver' && mark !== 'approximate');
  // What is written is checked: it is no longer what was taken over from the release before.
  const written: Reading = {
    ...rest,
    state: saying.state,
    marks: [...new Set([...(saying.marks ?? kept), ...words.marks])],
    certainty: saying.certainty ?? rest.certainty,
    spoiledBy: spoilsOf(fact.key, { ...conditions, ...rest.conditions }, isPartial, saying.state === 'none'),
    note: saying.note ?? (arithmetic || rest.note),
    ...(date && { date }),
    ...(place !== undefined && { place }),
    ...(replaces && replaces !== rest.id && { replaces }),
    ...(value !== undefined && { value }),
    ...(said && { said }),
    ...(interval && { interval }),
    ...(unit && { unit }),
    ...(tried && { tried }),
    ...(cause && { cause }),
  };
  const label = { code: 'fact.write', params: { fact: fact.label, of: nameOf(catalogue, subject) } } as const;
  return createEdit(catalogue, label, diffOfRecords(catalogue, [...records, written]), source);
}

/** What was said of a fact from a source, under the conditions that are given: what writing it again corrects. */
export function readingSaid(
  catalogue: Catalogue,
  {
    subject,
    fact,
    source,
    edition,
    conditions,
  }: Pick<FactWriting, 'subject' | 'fact' | 'edition' | 'conditions'> & {
    readonly source: RecordId | undefined;
  },
): Reading | undefined {
  return recordsBelongingTo(catalogue, subject, 'reading').find(
    (reading) =>
      reading.subject === subject &&
      reading.key === fact.key &&
      reading.source === source &&
      isUnder(reading.conditions, edition, conditions),
  );
}

/** True for what was seen under the same conditions of its own: another measurement of the same visit is another reading. */
function isUnder(
  { edition: of, ...known }: Conditions = {},
  edition: RecordId | undefined,
  around: Conditions | undefined,
): boolean {
  return (of ?? edition) === edition && (!around || equalRecords(known, around));
}

/** What was typed: the value, and for a number how it was said. Issue `value.invalid`. */
export function readTyped(
  fact: FactKey,
  saying: Saying,
): Result<{ readonly value?: FactValue } & Omit<SaidNumber, 'value'>> {
  const plain = { marks: [], arithmetic: '' };
  if (saying.state === 'set' && saying.value !== undefined) return success({ ...plain, value: saying.value });
  const text = saying.state === 'set' ? (saying.text ?? '').trim() : '';
  if (saying.state !== 'set' || (!text && saying.said)) return success(plain);
  const number = fact.type === 'number' ? parseSaidNumber(fact, text) : null;
  if (number) return success(number);
  const value = parseFactValue(fact, text);
  return value.ok ? success({ ...plain, value: value.value }) : value;
}

/**
 * Makes a reading the accepted one of those that disagree, or lets the rules decide again. A spoiled one is accepted with a
 * reason only: issue `reading.needsReason`.
 */
export function acceptReading(
  catalogue: Catalogue,
  reading: Reading,
  others: readonly Reading[],
  because = '',
): Edited {
  if (!reading.accepted && reading.spoiledBy.length > 0 && !because.trim())
    return failure(createIssue('error', 'reading.needsReason', nameOf(catalogue, reading.subject)));
  const freed = others
    .filter((other) => other.id !== reading.id && other.accepted)
    .map(({ acceptedBecause: _because, ...other }) => ({ ...other, accepted: false }));
  const label = { code: reading.accepted ? 'fact.free' : 'fact.accept', params: {} } as const;
  const { acceptedBecause: _because, ...rest } = reading;
  const accepted = {
    ...rest,
    accepted: !reading.accepted,
    ...(because.trim() && { acceptedBecause: because.trim() }),
  };
  return editOfRecords(catalogue, label, [accepted, ...freed]);
}

/** Takes readings back, or changes that were recorded directly. */
export function removeSaid(catalogue: Catalogue, records: readonly (Reading | RecordedChange)[]): Edited {
  const label = {
    code: 'fact.remove',
    params: { count: records.length, kind: records[0]?.kind ?? 'reading' },
  } as const;
  return editOfRemoval(
    catalogue,
    label,
    records.map(({ id }) => id),
  );
}
