/** What is asked of the map by its address: `impact=release:x~key`, `impact=release:x~package name`, `ends=distribution:x`. */
import { computed, type Ref } from 'vue';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import { findFactKey } from '../../../core/catalogue/factSheet.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { impactOfEnd, impactOfFact } from '../../../core/layers/impact.ts';
import { PACKAGE_EVENTS } from '../../../core/layers/packageEvent.ts';
import type { Impact } from '../../../core/layers/impactClasses.ts';
import { distributionOf } from '../../../core/lineage/releases.ts';
import type { LineageGraph } from '../../../core/lineage/lineageGraph.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import type { QueryChanges } from '../../parts/queryState.ts';
import { usePackageImpact, type PackageQuestion } from '../../stores/packageImpact.ts';

/** The question in words, whose it is, and what would follow for each descendant. */
interface AskedImpact {
  readonly question: string;
  readonly of: RecordId;
  readonly impacts: readonly Impact[];
  readonly ofPackage?: boolean;
}

/** The impact that the address asks for. */
export function useAskedImpact(
  query: Ref<QueryChanges>,
  catalogue: Ref<Catalogue>,
  graph: Ref<LineageGraph>,
  day: Ref<number>,
) {
  /** A package is looked up in the package lists: the answer comes later. */
  const question = computed((): PackageQuestion | null => {
    const [, layer = '', name = ''] =
      /^((?:distribution|edition|release):[^~]+)~package (.+)$/.exec(query.value.impact ?? '') ?? [];
    if (!layer || !graph.value.nodes.has(distributionOf(catalogue.value, layer))) return null;
    return {
      layer,
      name,
      event: PACKAGE_EVENTS.find((each) => each === query.value.happens) ?? PACKAGE_EVENTS[0],
    };
  });
  const { answer } = usePackageImpact(catalogue, graph, question, day);

  const asked = computed((): AskedImpact | null => {
    const { impact = '', ends = '' } = query.value;
    const name = (id: RecordId) => nameOf(catalogue.value, id);
    if (graph.value.nodes.has(ends))
      return { question: `If ${name(ends)} ended`, of: ends, impacts: impactOfEnd(graph.value, ends) };
    if (question.value) {
      const { layer, name: called, event } = question.value;
      const happens = event === 'changes' ? 'changed' : 'were dropped';
      return {
        question: `If the package ${called} of ${name(layer)} ${happens}`,
        of: distributionOf(catalogue.value, layer),
        impacts: answer.value?.impacts ?? [],
        ofPackage: true,
      };
    }
    const [layer, key = ''] = impact.split('~');
    const fact = findFactKey(key);
    if (!fact || !/^(distribution|edition|release):/.test(layer)) return null;
    const of = distributionOf(catalogue.value, layer);
    if (!graph.value.nodes.has(of)) return null;
    return {
      question: `If “${fact.label}” of ${name(layer)} changed`,
      of,
      impacts: impactOfFact(catalogue.value, graph.value, layer, key, day.value),
    };
  });
  /** How each plate is marked. */
  const marks = computed(
    () => new Map<RecordId, string>(asked.value?.impacts.map((each) => [each.id, each.class])),
  );
  return { asked, marks };
}
