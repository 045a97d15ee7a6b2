/** The sources that an edit can cite: those that are there, and a new one that comes with the edit. */
import { computed, ref } from 'vue';
import { recordsOf, recordsBelongingTo } from '../../../core/catalogue/catalogue.ts';
import { createFreshId, type RecordId } from '../../../core/catalogue/recordKind.ts';
import type { AnyRecord } from '../../../core/catalogue/recordKinds.ts';
import type { Conditions, Source, SourceKind } from '../../../core/catalogue/source.ts';
import { compareWhen } from '../../../core/catalogue/when.ts';
import { distributionOf } from '../../../core/lineage/chain.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { today } from '../../stores/clock.ts';

/** A source as an editor gives it: one that is there, a new one, or none. */
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

/** The source used last, offered again by the next edit. */
const lastSource = ref<RecordId | null>(null);

export function useSources() {
  const store = useCatalogueStore();
  const sources = computed(() =>
    [...recordsOf(store.catalogue, 'source')].sort(
      (a, b) => compareWhen(b.date ?? '', a.date ?? '') || a.title.localeCompare(b.title),
    ),
  );

  /** The sources that a dossier rests on already: those of its distribution, releases and editions, newest first. */
  function sourcesFor(subject: RecordId): RecordId[] {
    const distribution = distributionOf(store.catalogue, subject);
    const own = [
      distribution,
      ...recordsBelongingTo(store.catalogue, distribution, 'release').map(({ id }) => id),
      ...recordsBelongingTo(store.catalogue, distribution, 'edition').map(({ id }) => id),
    ];
    const cited = new Set(
      own.flatMap((id) =>
        recordsBelongingTo(store.catalogue, id, 'reading').flatMap((reading) =>
          reading.subject === id && reading.source ? [reading.source] : [],
        ),
      ),
    );
    return sources.value.flatMap(({ id }) => (cited.has(id) ? [id] : []));
  }

  /** The id of a chosen source; a new one is put among the records of the edit. */
  function sourceIdOf(chosen: ChosenSource, records: AnyRecord[]): RecordId | undefined {
    if (!chosen) return undefined;
    if ('id' in chosen) return chosen.id;
    const source: Source = {
      id: createFreshId('source', chosen.title, (id) => store.catalogue.records.source.has(id)),
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

  return { sources, lastSource, sourcesFor, sourceIdOf };
}
