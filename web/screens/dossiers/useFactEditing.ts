/** Edits of facts: one reading written, marked or taken back, each one undoable step. */
import type { RecordedChange } from '../../../core/catalogue/change.ts';
import { recordOf, recordsBelongingTo } from '../../../core/catalogue/catalogue.ts';
import { parseMeasure } from '../../../core/catalogue/measure.ts';
import { spoilsOf } from '../../../core/capture/conditions.ts';
import { parseFactValue, type FactKey } from '../../../core/catalogue/factSheet.ts';
import type { Reading } from '../../../core/catalogue/reading.ts';
import { createFreshId, tokenOf, type RecordId } from '../../../core/catalogue/recordKind.ts';
import type { AnyRecord } from '../../../core/catalogue/recordKinds.ts';
import type { Conditions } from '../../../core/catalogue/source.ts';
import { failure, type Result } from '../../../core/issue.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { today } from '../../stores/clock.ts';
import { useSources, type ChosenSource } from './useSources.ts';

/** What the editor says of a fact. */
export type Saying = (
  { readonly state: 'set'; readonly text: string } | { readonly state: 'unchanged' | 'none' | 'doesNotApply' }
) & {
  readonly certainty?: Reading['certainty'];
  /** The reading that this one takes the place of. */
  readonly replaces?: RecordId;
};

export function useFactEditing() {
  const store = useCatalogueStore();
  const { lastSource, sourceIdOf } = useSources();

  /** Writes a reading. One from the same source on the same subject is corrected, else a new one is added. */
  function write(subject: RecordId, fact: FactKey, saying: Saying, chosen: ChosenSource): Result<unknown> {
    const value = saying.state === 'set' ? parseFactValue(fact, saying.text) : null;
    if (value && !value.ok) return failure(...value.issues);
    const records: AnyRecord[] = [];
    const source = sourceIdOf(chosen, records);
    const known = recordsBelongingTo(store.catalogue, subject, 'reading').find(
      (reading) => reading.subject === subject && reading.key === fact.key && reading.source === source,
    );
    const { value: _value, ...rest } = known ?? newReading(subject, fact, source);
    const conditions = chosen && 'conditions' in chosen ? chosen.conditions : conditionsOfSource(source);
    const measured =
      saying.state === 'set' && fact.unit ? parseMeasure(saying.text, fact.unit)?.arithmetic : '';
    records.push({
      ...rest,
      state: saying.state,
      certainty: saying.certainty ?? rest.certainty,
      spoiledBy: spoilsOf(fact.key, conditions),
      note: measured || rest.note,
      ...(saying.replaces && saying.replaces !== rest.id && { replaces: saying.replaces }),
      ...(value?.ok && { value: value.value }),
    });
    const result = store.edit(`${fact.label} of ${nameOf(store.catalogue, subject)}`, records);
    if (result.ok && source) lastSource.value = source;
    return result;
  }

  const conditionsOfSource = (source: RecordId | undefined): Conditions =>
    (source && recordOf(store.catalogue, 'source', source)?.conditions) || {};

  function newReading(subject: RecordId, fact: FactKey, source: RecordId | undefined): Reading {
    return {
      id: createFreshId('reading', `${tokenOf(subject)}-${fact.key}`, (id) =>
        store.catalogue.records.reading.has(id),
      ),
      kind: 'reading',
      subject,
      key: fact.key,
      state: 'unchanged',
      ...(source && { source }),
      date: today(),
      place: '',
      spoiledBy: [],
      certainty: 'sure',
      accepted: false,
      note: '',
    };
  }

  /** Makes a reading the accepted one, or lets the rules decide again. */
  function accept(reading: Reading, others: readonly Reading[]): Result<unknown> {
    const changed = others
      .filter((other) => other.id !== reading.id && other.accepted)
      .map((other) => ({ ...other, accepted: false }));
    return store.edit(reading.accepted ? 'Let the rules decide' : 'Accept a reading', [
      { ...reading, accepted: !reading.accepted },
      ...changed,
    ]);
  }

  /** Takes readings back, or changes that were recorded directly. */
  function remove(records: readonly (Reading | RecordedChange)[]): Result<unknown> {
    return store.edit(
      records.length === 1 ? `Delete a ${records[0].kind}` : `Delete ${records.length} readings`,
      [],
      records.map(({ id }) => id),
    );
  }

  return { lastSource, write, accept, remove };
}
