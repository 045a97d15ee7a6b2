/** How many points are open of every project, counted a few at a time, so that the page stays quick. */
import { onScopeDispose, shallowRef, watch, type Ref } from 'vue';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import type { OpenRule } from '../../../core/open/openRules.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';

/** The open points of one project, by its current release. */
export interface OpenOfProject {
  readonly id: RecordId;
  readonly layer: RecordId;
  readonly name: string;
  readonly version: string;
  readonly open: Partial<Record<OpenRule, number>>;
  readonly count: number;
}

/** At most so long at a time, in milliseconds. */
const SLICE = 12;

/** Counts as they come, the projects with most first once all are there; `left`: how many are still to be counted. */
export function useOpenCounts(catalogue: Ref<Catalogue>, day: Ref<number>) {
  const store = useCatalogueStore();
  const counts = shallowRef<readonly OpenOfProject[]>([]);
  const left = shallowRef(0);
  let timer: ReturnType<typeof setTimeout> | undefined;

  function count(): void {
    clearTimeout(timer);
    const graph = store.graphOf(catalogue.value, day.value);
    const ids = [...graph.nodes.values()].filter((node) => node.id === node.distribution).map(({ id }) => id);
    const found: OpenOfProject[] = [];
    const step = () => {
      const until = performance.now() + SLICE;
      while (found.length < ids.length && performance.now() < until) {
        const id = ids[found.length];
        const facts = store.factsOf(id);
        found.push({
          ...{ id, layer: facts?.layer ?? id, name: facts?.name ?? id, version: facts?.version ?? '' },
          ...{ open: facts?.open ?? {}, count: facts?.openPoints ?? 0 },
        });
      }
      left.value = ids.length - found.length;
      if (left.value > 0) timer = setTimeout(step);
      else counts.value = found.toSorted((a, b) => b.count - a.count || a.name.localeCompare(b.name, 'en'));
    };
    step();
  }
  watch([catalogue, day], count, { immediate: true });
  onScopeDispose(() => clearTimeout(timer));
  return { counts, left };
}
