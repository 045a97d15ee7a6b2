/** The lineage graph, its layout and each distribution's change strip, bound to the open catalogue and date. */
import { computed, type Ref } from 'vue';
import { recordOf, type Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { FactValue } from '../../../core/catalogue/factValue.ts';
import { factKeysOf, findFactKey } from '../../../core/catalogue/factSheet.ts';
import { STRIP_AREAS } from '../../../core/catalogue/areas.ts';
import type { RecordId } from '../../../core/catalogue/recordKind.ts';
import { changesOf, stripOf, type Change, type StripBar } from '../../../core/layers/changes.ts';
import { layerTable } from '../../../core/layers/layerTable.ts';
import { chainOf, currentRelease, type Layer } from '../../../core/lineage/chain.ts';
import { lineageGraph } from '../../../core/lineage/lineageGraph.ts';
import { layoutMap } from '../../../core/lineage/mapLayout.ts';

/** What a plate shows and the detail pane explains. */
export interface PlateFacts {
  readonly id: RecordId;
  readonly name: string;
  /** The release that is current on the date, or the distribution itself where none is recorded. */
  readonly layer: RecordId;
  readonly version: string;
  readonly layers: readonly Layer[];
  readonly strip: readonly StripBar[];
  readonly changes: readonly Change[];
  readonly purpose: string;
  readonly model: string;
  readonly format: string;
  readonly standing: string;
  readonly independent: boolean;
}

const STRIP_KEYS = STRIP_AREAS.flatMap(({ id }) => factKeysOf(id));
const HEAD_KEYS = [
  'identity.purpose',
  'identity.packageFormat',
  'identity.standing',
  'lineage.independent',
].map((key) => findFactKey(key)!);

export function useLineage(catalogue: Ref<Catalogue>, day: Ref<number>) {
  const graph = computed(() => lineageGraph(catalogue.value, day.value));
  const layout = computed(() => layoutMap(graph.value));
  const plates = computed(
    () =>
      new Map([...graph.value.nodes.keys()].map((id) => [id, plateFacts(catalogue.value, id, day.value)])),
  );
  return { graph, layout, plates };
}

/** Everything a plate needs to know of one distribution on one day. */
export function plateFacts(catalogue: Catalogue, id: RecordId, day: number): PlateFacts {
  const release = currentRelease(catalogue, id, day);
  const layer = release?.id ?? id;
  const layers = chainOf(catalogue, layer, day);
  const table = layerTable(catalogue, layers, [...STRIP_KEYS, ...HEAD_KEYS]);
  const valueOf = (key: string): FactValue | undefined =>
    table.rows.find(({ fact }) => fact.key === key)?.cells.at(-1)?.value;
  const textOf = (key: string) => String(valueOf(key) ?? '');
  return {
    id,
    name: recordOf(catalogue, 'distribution', id)?.name ?? id,
    layer,
    version: release?.version ?? '',
    layers,
    strip: stripOf(table),
    changes: changesOf(table),
    purpose: textOf('identity.purpose'),
    model: textOf('model.kind'),
    format: textOf('identity.packageFormat'),
    standing: textOf('identity.standing'),
    independent: valueOf('lineage.independent') === true,
  };
}
