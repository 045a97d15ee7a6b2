/** Edits of what is recorded on changes: a note on a computed one, or a change where the base's value is not known. */
import type { ChangeKind, RecordedChange } from '../../../core/catalogue/change.ts';
import { parseFactValue, type FactKey } from '../../../core/catalogue/factSheet.ts';
import { createFreshId, tokenOf, type RecordId } from '../../../core/catalogue/recordKind.ts';
import type { AnyRecord } from '../../../core/catalogue/recordKinds.ts';
import { createIssue, failure, success, type Result } from '../../../core/issue.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { today } from '../../stores/clock.ts';
import { useSources, type ChosenSource } from './useSources.ts';

/** What the editor says of a change. */
export interface ChangeSaying {
  /** Only for a change that is recorded directly. */
  readonly does?: ChangeKind;
  readonly before: string;
  readonly after: string;
  readonly element: string;
  readonly motive: string;
  readonly consequence: string;
  readonly weight?: 1 | 2 | 3;
}

/** Which of the two values a kind of change asks for. */
export const VALUES_ASKED: Readonly<Record<ChangeKind, { before: boolean; after: boolean }>> = {
  adds: { before: false, after: true },
  drops: { before: true, after: false },
  replaces: { before: true, after: true },
  retunes: { before: false, after: true },
  'holds back': { before: false, after: true },
  keeps: { before: true, after: false },
};

export function useChangeEditing() {
  const store = useCatalogueStore();
  const { lastSource, sourceIdOf } = useSources();

  /** Writes a change, in place of the record that is given. */
  function write(
    subject: RecordId,
    fact: FactKey,
    saying: ChangeSaying,
    chosen: ChosenSource,
    known?: RecordedChange,
  ): Result<unknown> {
    const values = valuesOf(fact, saying);
    if (!values.ok) return values;
    const records: AnyRecord[] = [];
    const source = sourceIdOf(chosen, records);
    const { does, element, motive, consequence, weight } = saying;
    records.push({
      id:
        known?.id ??
        createFreshId('change', `${tokenOf(subject)}-${fact.key}`, (id) =>
          store.catalogue.records.change.has(id),
        ),
      kind: 'change',
      subject,
      key: fact.key,
      element: does ? '' : element,
      ...(does && { does, ...values.value }),
      motive: motive.trim(),
      consequence: consequence.trim(),
      ...(weight && { weight }),
      sources: source ? [source] : [],
      date: today(),
      by: known?.by ?? '',
    });
    const result = store.edit(`Change of ${fact.label} of ${nameOf(store.catalogue, subject)}`, records);
    if (result.ok && source) lastSource.value = source;
    return result;
  }

  function valuesOf(fact: FactKey, saying: ChangeSaying): Result<Pick<RecordedChange, 'before' | 'after'>> {
    if (!saying.does) return success({});
    const asked = VALUES_ASKED[saying.does];
    const found: Pick<RecordedChange, 'before' | 'after'> = {};
    for (const side of ['before', 'after'] as const) {
      const text = saying[side].trim();
      // What a single value was may not be known; elements of a list must be named.
      if (
        !asked[side] ||
        (!text && side === 'before' && (fact.type !== 'list' || saying.does === 'replaces'))
      )
        continue;
      if (!text) return failure(createIssue('error', 'change.value', fact.label, { does: saying.does }));
      const value = parseFactValue(fact, text);
      if (!value.ok) return failure(...value.issues);
      found[side] = value.value;
    }
    return success(found);
  }

  /** Gives a change another weight, or none. */
  function weigh(record: RecordedChange, weight: 1 | 2 | 3 | undefined): Result<unknown> {
    const { weight: _weight, ...rest } = record;
    return store.edit('Weight of a change', [{ ...rest, ...(weight && { weight }) }]);
  }

  function remove(record: RecordedChange): Result<unknown> {
    return store.edit('Delete what is recorded of a change', [], [record.id]);
  }

  return { write, weigh, remove };
}
