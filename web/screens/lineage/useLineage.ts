/** The lineage graph of the open catalogue on the day shown, its filter, and what each plate shows. */
import { computed, onUnmounted, shallowRef, watch, type Ref } from 'vue';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import type { LineageView } from '../../../core/overview/lineageView.ts';
import { filterNodes, isFiltering, type MapFilter } from '../../../core/overview/mapFilter.ts';
import type { PlateFacts } from '../../../core/overview/plateFacts.ts';
import type { GraphLink, LineageGraph } from '../../../core/lineage/lineageGraph.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { shapeOf } from '../../../core/lineage/map/shapeOf.ts';

/** What of the lineage is shown. */
export interface LineageSelection {
  readonly unfolded: ReadonlySet<RecordId>;
  readonly filter: MapFilter;
  /** Lines of borrowed parts too. */
  readonly lateral: boolean;
}

/** Milliseconds of work at a time while all plates are computed. */
const SLICE = 12;

/** Graph, plates and events of the open catalogue as the address asks for them. */
export function useLineage(catalogue: Ref<Catalogue>, day: Ref<number>, view: Ref<LineageSelection>) {
  const kept = useCatalogueStore().mapView();
  const graph = computed(() => kept.graph(catalogue.value, day.value, view.value.unfolded));
  /** The kept view, once it knows of the catalogue as it is: the graph may be the same object after an edit. */
  function current(): LineageView {
    void [catalogue.value, graph.value];
    return kept;
  }
  const events = computed(() => current().events());
  const { facts, complete } = useAllFacts(kept, catalogue, day, graph);

  /** What one plate shows; computed when it is asked for. */
  function factsOf(id: RecordId): PlateFacts | undefined {
    return current().factsOf(id);
  }

  const filtered = computed(() =>
    isFiltering(view.value.filter) ? filterNodes(graph.value, facts.value, view.value.filter) : null,
  );
  const shape = computed(() => {
    const { lateral } = view.value;
    const link = ({ kind }: GraphLink) => lateral || kind !== 'lateral';
    const shown = filtered.value?.shown;
    return shapeOf(graph.value, { link, ...(shown && { node: (id: RecordId) => shown.has(id) }) });
  });
  const isContext = (id: RecordId) => filtered.value !== null && !filtered.value.matching.has(id);

  return { graph, events, facts, complete, factsOf, filtered, shape, isContext };
}

/** The facts of every plate, computed in slices between other work: filters and the outline need them all. */
function useAllFacts(
  kept: LineageView,
  catalogue: Ref<Catalogue>,
  day: Ref<number>,
  graph: Ref<LineageGraph>,
) {
  const facts = shallowRef<ReadonlyMap<RecordId, PlateFacts>>(new Map());
  const complete = shallowRef(false);
  let timer: ReturnType<typeof setTimeout> | undefined;
  watch(
    [catalogue, day, graph],
    () => {
      clearTimeout(timer);
      complete.value = false;
      const nodes = [...graph.value.nodes.values()];
      const found = new Map<RecordId, PlateFacts>();
      const work = () => {
        const until = performance.now() + SLICE;
        while (found.size < nodes.length && performance.now() < until) {
          const node = nodes[found.size];
          found.set(node.id, kept.factsOf(node.id)!);
        }
        if (found.size < nodes.length) timer = setTimeout(work);
        else {
          facts.value = found;
          complete.value = true;
        }
      };
      work();
    },
    { immediate: true },
  );
  onUnmounted(() => clearTimeout(timer));
  return { facts, complete };
}
