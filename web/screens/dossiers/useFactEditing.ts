/** Edits of facts: one reading written, marked or taken back, each one undoable step. */
import { computed, ref } from 'vue';
import { recordOf, recordsOf, recordsPointingTo } from '../../../core/catalogue/catalogue.ts';
import { parseMeasure } from '../../../core/catalogue/measure.ts';
import { spoilsOf } from '../../../core/capture/conditions.ts';
import { parseFactValue, type FactKey } from '../../../core/catalogue/factSheet.ts';
import type { Reading } from '../../../core/catalogue/reading.ts';
import { createFreshId, tokenOf, type RecordId } from '../../../core/catalogue/recordKind.ts';
import type { AnyRecord } from '../../../core/catalogue/recordKinds.ts';
import type { Conditions, Source, SourceKind } from '../../../core/catalogue/source.ts';
import { compareWhen } from '../../../core/catalogue/when.ts';
import { failure, type Result } from '../../../core/issue.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { today } from '../../stores/clock.ts';

/** A source as the editor gives it: one that is there, a new one, or none. */
export type ChosenSource =
  | { readonly id: RecordId }
  | {
      readonly kind: SourceKind;
      readonly title: string;
      readonly place: string;
      readonly date: string;
      readonly by: string;
      readonly conditions: Conditions;
    }
  | null;

/** What the editor says of a fact. */
export type Saying = (
  { readonly state: 'set'; readonly text: string } | { readonly state: 'unchanged' | 'none' | 'doesNotApply' }
) & { readonly certainty?: Reading['certainty'] };

/** The source used last, offered again by the next edit. */
const lastSource = ref<RecordId | null>(null);

export function useFactEditing() {
  const store = useCatalogueStore();
  const sources = computed(() =>
    [...recordsOf(store.catalogue, 'source')].sort(
      (a, b) => compareWhen(b.date ?? '', a.date ?? '') || a.title.localeCompare(b.title),
    ),
  );

  const uniqueId = (kind: 'reading' | 'source', text: string): RecordId =>
    createFreshId(kind, text, (id) => store.catalogue.records[kind].has(id));

  /** Writes a reading. One from the same source on the same subject is corrected, else a new one is added. */
  function write(subject: RecordId, fact: FactKey, saying: Saying, chosen: ChosenSource): Result<unknown> {
    const value = saying.state === 'set' ? parseFactValue(fact, saying.text) : null;
    if (value && !value.ok) return failure(...value.issues);
    const records: AnyRecord[] = [];
    const source = sourceIdOf(chosen, records);
    const known = recordsPointingTo(store.catalogue, subject, 'reading').find(
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
      id: uniqueId('reading', `${tokenOf(subject)}-${fact.key}`),
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

  function sourceIdOf(chosen: ChosenSource, records: AnyRecord[]): RecordId | undefined {
    if (!chosen) return undefined;
    if ('id' in chosen) return chosen.id;
    const source: Source = {
      id: uniqueId('source', chosen.title),
      kind: 'source',
      sourceKind: chosen.kind,
      title: chosen.title,
      place: chosen.place,
      ...(chosen.date && { date: chosen.date }),
      read: today(),
      by: chosen.by,
      conditions: chosen.conditions,
      files: [],
      note: '',
    };
    records.push(source);
    return source.id;
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

  /** Takes readings back. */
  function remove(readings: readonly Reading[]): Result<unknown> {
    return store.edit(
      readings.length === 1 ? 'Delete a reading' : `Delete ${readings.length} readings`,
      [],
      readings.map(({ id }) => id),
    );
  }

  return { sources, lastSource, write, accept, remove };
}
