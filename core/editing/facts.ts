/** What is said of a fact: one reading written, accepted or taken back. */
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import type { RecordedChange } from '../catalogue/change.ts';
import { diffOfRecords } from '../catalogue/diff.ts';
import { parseFactValue, type FactKey } from '../catalogue/factSheet.ts';
import { parseMeasure } from '../catalogue/measure.ts';
import { createReading, type Reading } from '../catalogue/reading.ts';
import { createFreshId } from '../catalogue/freshId.ts';
import { tokenOf, type RecordId } from '../catalogue/recordId.ts';
import type { When } from '../catalogue/when.ts';
import { spoilsOf } from '../capture/conditions.ts';
import { failure } from '../issue.ts';
import { nameOf } from '../lineage/names.ts';
import { createEdit, editOfRecords, editOfRemoval, type Edited } from './labelledEdit.ts';
import { citedSource, type ChosenSource } from './sources.ts';

/** What an editor says of a fact. */
export type Saying = (
  { readonly state: 'set'; readonly text: string } | { readonly state: 'unchanged' | 'none' | 'doesNotApply' }
) & {
  readonly certainty?: Reading['certainty'];
  /** The reading that this one takes the place of. */
  readonly replaces?: RecordId;
};

interface FactWriting {
  readonly subject: RecordId;
  readonly fact: FactKey;
  readonly saying: Saying;
  readonly chosen: ChosenSource;
  readonly today: When;
}

/**
 * Writes a reading; gives the id of the source it cites. One from the same source on the same subject is corrected, else a
 * new one is added. Issue `value.invalid` when the text does not fit the fact.
 */
export function writeFact(
  catalogue: Catalogue,
  { subject, fact, saying, chosen, today }: FactWriting,
): Edited<RecordId | undefined> {
  const value = saying.state === 'set' ? parseFactValue(fact, saying.text) : null;
  if (value && !value.ok) return failure(...value.issues);
  const { id: source, conditions, isPartial, records } = citedSource(catalogue, chosen, today);
  const known = recordsBelongingTo(catalogue, subject, 'reading').find(
    (reading) => reading.subject === subject && reading.key === fact.key && reading.source === source,
  );
  const { value: _value, ...rest } =
    known ??
    createReading({
      id: createFreshId('reading', `${tokenOf(subject)}-${fact.key}`, (id) =>
        Boolean(findRecord(catalogue, id)),
      ),
      subject,
      key: fact.key,
      state: 'unchanged',
      source,
      date: today,
    });
  const measured =
    saying.state === 'set' && fact.unit ? parseMeasure(saying.text, fact.unit)?.arithmetic : '';
  const written: Reading = {
    ...rest,
    state: saying.state,
    certainty: saying.certainty ?? rest.certainty,
    spoiledBy: spoilsOf(fact.key, conditions, isPartial),
    note: measured || rest.note,
    ...(saying.replaces && saying.replaces !== rest.id && { replaces: saying.replaces }),
    ...(value?.ok && { value: value.value }),
  };
  const label = { code: 'fact.write', params: { fact: fact.label, of: nameOf(catalogue, subject) } } as const;
  return createEdit(catalogue, label, diffOfRecords(catalogue, [...records, written]), source);
}

/** Makes a reading the accepted one of those that disagree, or lets the rules decide again. */
export function acceptReading(catalogue: Catalogue, reading: Reading, others: readonly Reading[]): Edited {
  const freed = others
    .filter((other) => other.id !== reading.id && other.accepted)
    .map((other) => ({ ...other, accepted: false }));
  const label = { code: reading.accepted ? 'fact.free' : 'fact.accept', params: {} } as const;
  return editOfRecords(catalogue, label, [{ ...reading, accepted: !reading.accepted }, ...freed]);
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
