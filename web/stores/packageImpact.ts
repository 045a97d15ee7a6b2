/** What would follow for the descendants of a base if one of its packages changed: asked of the package worker. */
import { onUnmounted, shallowRef, watch, type Ref } from 'vue';
import type { Catalogue } from '../../core/catalogue/catalogue.ts';
import { recordsBelongingTo } from '../../core/catalogue/pointers.ts';
import type { RecordId } from '../../core/catalogue/recordId.ts';
import { boundsOf, compareWhen } from '../../core/catalogue/when.ts';
import { impactOfPackage } from '../../core/layers/packageImpact.ts';
import type { PackageEvent } from '../../core/layers/packageEvent.ts';
import type { Impact } from '../../core/layers/impactClasses.ts';
import { distributionOf } from '../../core/lineage/releases.ts';
import type { LineageGraph } from '../../core/lineage/lineageGraph.ts';
import { projectsOn } from '../../core/lineage/relatives.ts';
import type { PackageStanding } from '../../core/packages/packageStanding.ts';
import { PackageClient } from '../workers/packageClient.ts';
import { candidateMessage, usePackageLists } from './packageLists.ts';

/** A question: a package of a layer (a release, or a distribution as a whole), and what happens to it. */
export interface PackageQuestion {
  readonly layer: RecordId;
  readonly name: string;
  readonly event: PackageEvent;
}

interface PackageImpacts {
  readonly impacts: readonly Impact[];
  /** How it stands in each descendant with a package list, by the id of its node. */
  readonly standings: ReadonlyMap<RecordId, PackageStanding>;
  /** What the base offers of it; empty where it has no such package. */
  readonly versions: readonly string[];
}

type PackageImpactState = 'none' | 'working' | 'done' | 'noList' | 'failed';

/** The answer to a question about a package of a base. */
export function usePackageImpact(
  catalogue: Ref<Catalogue>,
  graph: Ref<LineageGraph>,
  question: Ref<PackageQuestion | null>,
  day: Ref<number>,
) {
  const lists = usePackageLists();
  const client = new PackageClient();
  onUnmounted(() => client.stop());
  const state = shallowRef<PackageImpactState>('none');
  const answer = shallowRef<PackageImpacts | null>(null);

  async function ask({ layer, name, event }: PackageQuestion): Promise<PackageImpacts | null> {
    const base = lists.described.value.find(({ at }) => at === layer);
    if (!base) return null;
    const systems = [...projectsOn(graph.value, distributionOf(catalogue.value, layer)).keys()]
      .slice(1)
      .flatMap((id) => {
        const key = systemListOf(catalogue.value, graph.value.nodes.get(id)?.release ?? id, day.value);
        return key ? [{ id, key }] : [];
      });
    const message = candidateMessage(base);
    const states = message.states.filter(({ date }) => isBy(date, day.value));
    if (states.length === 0) return null;
    const packed = await lists.packedOf(
      [message],
      systems.map(({ key }) => key),
    );
    const { versions, systems: found } = await client.ask('standing', {
      packed,
      name,
      base: { ...message, states },
      systems,
    });
    const standings = new Map(found.map((each) => [each.id, each]));
    const seen = new Map(found.map(({ id, class: known }) => [id, known]));
    return {
      impacts: impactOfPackage(catalogue.value, graph.value, layer, event, seen, day.value),
      standings,
      versions,
    };
  }

  watch(
    [question, graph],
    async ([asked]) => {
      answer.value = null;
      state.value = asked ? 'working' : 'none';
      if (!asked) return;
      client.stop(); // of questions asked one after the other only the last is answered
      try {
        const found = await ask(asked);
        if (question.value !== asked) return;
        answer.value = found;
        state.value = found ? 'done' : 'noList';
      } catch {
        if (question.value === asked) state.value = 'failed';
      }
    },
    { immediate: true },
  );

  return { state, answer };
}

/** True for what is of a day, or of one before; what has no date counts. */
const isBy = (date: string | undefined, day: number) => (boundsOf(date ?? '')?.first ?? -Infinity) <= day;

/** The newest package list of a system of a release, as of a day. */
export function systemListOf(catalogue: Catalogue, release: RecordId, day = Infinity): RecordId | undefined {
  return recordsBelongingTo(catalogue, release, 'snapshot')
    .filter(({ role, date }) => role === 'system' && isBy(date, day))
    .sort((a, b) => compareWhen(b.date ?? '', a.date ?? ''))[0]?.id;
}
