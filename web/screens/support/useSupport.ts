/** Whose support is shown: the candidates of a purpose, a company, a family, or systems by hand; as the address says. */
import { computed, type Ref } from 'vue';
import { recordOf, recordsOf, type Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { membersOf } from '../../../core/peers/cohort.ts';
import { companyOf } from '../../../core/peers/company.ts';
import { supportRows } from '../../../core/support/supportRows.ts';
import { familyOf } from '../../../core/lineage/relatives.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';

/** At most this many systems are drawn at once. */
export const MOST_ROWS = 120;

/** What can be chosen to be shown. */
export interface SupportOf {
  /** As it stands in the address. */
  readonly id: string;
  readonly label: string;
}

/** Everybody, by the word that stands in the address. */
export const EVERYBODY = 'all';

/** The systems that are meant, and their support as of a day, asked of another. */
export function useSupport(
  catalogue: Ref<Catalogue>,
  asked: Ref<{ readonly of: string; readonly day: number; readonly on: number }>,
) {
  const store = useCatalogueStore();
  const choices = computed<SupportOf[]>(() => [
    ...[...recordsOf(catalogue.value, 'purpose')].map(({ id, name }) => ({
      id,
      label: `Candidates: ${name}`,
    })),
    ...[...recordsOf(catalogue.value, 'cohort')].map(({ id, name }) => ({
      id,
      label: `Peer group: ${name}`,
    })),
    { id: EVERYBODY, label: 'Everybody' },
  ]);
  const chosen = computed(() => asked.value.of || choices.value[0].id);
  const ids = computed<readonly RecordId[]>(() => {
    const of = chosen.value;
    const purpose = recordOf(catalogue.value, 'purpose', of);
    if (purpose) return purpose.candidates;
    const cohort = recordOf(catalogue.value, 'cohort', of);
    if (cohort) {
      if (cohort.members.length) return cohort.members;
      return membersOf(companyOf(catalogue.value, asked.value.day), cohort).map(({ id }) => id);
    }
    const graph = store.graphOf(catalogue.value, asked.value.day);
    if (of.startsWith('family:')) return familyOf(graph, of.slice('family:'.length));
    if (of !== EVERYBODY) return of.split(';').filter((id) => /^(release|distribution|edition):/.test(id));
    return [...graph.nodes.values()].filter((node) => node.id === node.distribution).map(({ id }) => id);
  });
  const rows = computed(() =>
    ids.value
      .filter((id) => catalogue.value.records[id.split(':')[0] as 'release'].has(id))
      .slice(0, MOST_ROWS)
      .flatMap((id) => supportRows(catalogue.value, id, asked.value.day, asked.value.on)),
  );
  const label = computed(() => {
    const known = choices.value.find(({ id }) => id === chosen.value);
    if (known) return known.label;
    return chosen.value.startsWith('family:')
      ? `Family of ${nameOf(catalogue.value, chosen.value.slice('family:'.length))}`
      : `${ids.value.length} by hand`;
  });
  return { choices, chosen, ids, rows, label };
}
