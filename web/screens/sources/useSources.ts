/** The sources that an edit can cite, as editors offer them. */
import { computed } from 'vue';
import { recordsOf } from '../../../core/catalogue/catalogue.ts';
import { recordsBelongingTo } from '../../../core/catalogue/pointers.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { compareWhen } from '../../../core/catalogue/when.ts';
import { distributionOf } from '../../../core/lineage/releases.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';

/** The sources of a dossier. */
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

  return { sourcesFor };
}
