<script setup lang="ts">
/** The packages of the sides next to each other: who has which in which version, the class next to the trunk, with search. */
import { computed, onUnmounted, ref, shallowRef, watch } from 'vue';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import { foldText } from '../../../core/catalogue/foldText.ts';
import type { Compared } from '../../../core/comparing/compareSides.ts';
import { basesAtHand } from '../../../core/lineage/baseCandidates.ts';
import { distributionOf } from '../../../core/lineage/releases.ts';
import type { PackageLine, PackageVerdict } from '../../../core/packages/compareSystems.ts';
import { CLASS_LABELS, formatCount, listOf } from '../../../core/wording/valueText.ts';
import { useQueryState } from '../../parts/queryState.ts';
import { currentDay } from '../../stores/clock.ts';
import { systemListOf } from '../../stores/packageImpact.ts';
import { candidateMessage, usePackageLists } from '../../stores/packageLists.ts';
import { PackageClient } from '../../workers/packageClient.ts';

const props = defineProps<{ catalogue: Catalogue; compared: Compared }>();
const { query, go } = useQueryState();
const lists = usePackageLists();
const client = new PackageClient();
onUnmounted(() => client.stop());

/** The package list of each side; undefined where none is at hand. */
const systems = computed(() =>
  props.compared.tables.map(({ layers }) => systemListOf(props.catalogue, layers[layers.length - 1].id)),
);
const missing = computed(() => props.compared.names.filter((_, i) => !systems.value[i]));
/** The list of the shared base that is at hand. */
const base = computed(() => {
  const { trunk, tables } = props.compared;
  if (!trunk) return undefined;
  const top = tables[0].layers[tables[0].layers.length - 1];
  return basesAtHand(props.catalogue, top.id, lists.described.value, currentDay()).find(
    ({ at }) => distributionOf(props.catalogue, at) === trunk.distribution,
  );
});
const lines = shallowRef<readonly PackageLine[] | null>(null);
const state = ref<'working' | 'done' | 'failed'>('working');
watch(
  [() => systems.value.join(), () => base.value?.at],
  async ([asked]) => {
    lines.value = null;
    if (missing.value.length) return;
    state.value = 'working';
    try {
      const keys = systems.value as string[];
      const message = base.value && candidateMessage(base.value);
      const packed = await lists.packedOf(message ? [message] : [], keys);
      const answer = await client.ask('sides', { packed, systems: keys, ...(message && { base: message }) });
      if (asked !== systems.value.join()) return;
      lines.value = answer;
      state.value = answer ? 'done' : 'failed';
    } catch {
      if (asked === systems.value.join()) state.value = 'failed';
    }
  },
  { immediate: true },
);

const VERDICTS: readonly PackageVerdict[] = ['same', 'other version', 'not in all'];
const chosen = computed(() => VERDICTS.find((each) => each === query.value.packages));
const text = computed({
  get: () => query.value.find ?? '',
  set: (find) => void go({ find: find || undefined }),
});
const counts = computed(() =>
  VERDICTS.map((verdict) => (lines.value ?? []).filter((line) => line.verdict === verdict).length),
);
const shown = computed(() => {
  const words = foldText(text.value);
  return (lines.value ?? []).filter(
    (line) =>
      (!chosen.value || line.verdict === chosen.value) && (!words || foldText(line.name).includes(words)),
  );
});
/** So many rows at a time: a list of 3,000 is not drawn at once. */
const STEP = 200;
const limit = ref(STEP);
watch([chosen, text], () => (limit.value = STEP));
const labelOf = (line: PackageLine, place: number) => {
  const found = line.classes[place];
  return found && found !== 'same' ? (CLASS_LABELS.find(({ id }) => id === found)?.label ?? '') : '';
};
</script>

<template>
  <p v-if="missing.length" class="remark">
    No package list of {{ listOf(missing) }} is at hand: read a capture of it. What was counted of packages
    stands among the points.
  </p>
  <p v-else-if="state === 'working'" class="soft" role="status">Holding the packages next to each other …</p>
  <p v-else-if="state === 'failed'" class="remark is-trouble" role="alert">
    The lists are of different package formats, or one of them is damaged: they cannot be held next to each
    other.
  </p>
  <template v-else-if="lines">
    <p class="tools">
      <button
        v-for="(verdict, i) in VERDICTS"
        :key="verdict"
        class="chip"
        :class="{ on: chosen === verdict }"
        :aria-pressed="chosen === verdict"
        @click="go({ packages: chosen === verdict ? undefined : verdict })"
      >
        {{ verdict }} {{ formatCount(counts[i]) }}
      </button>
      <input v-model="text" class="field" aria-label="Find a package" placeholder="Find a package" />
    </p>
    <table class="plain-table" aria-label="Packages compared">
      <thead>
        <tr>
          <th>Package</th>
          <th v-if="base">{{ base.name }}</th>
          <th v-for="(name, i) in compared.names" :key="i">{{ name }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="line in shown.slice(0, limit)" :key="line.name">
          <td class="mono">{{ line.name }}</td>
          <td v-if="base" class="mono soft">{{ line.base || '–' }}</td>
          <td v-for="(version, i) in line.versions" :key="i">
            <span :class="version ? 'mono' : 'soft'">{{ version ?? 'not there' }}</span>
            <span class="small soft class"> {{ labelOf(line, i) }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="shown.length > limit" class="more">
      <button class="accent-link" @click="limit += STEP * 5">
        Show more of {{ formatCount(shown.length) }}
      </button>
    </p>
    <p v-if="shown.length === 0" class="soft">No package is left by these filters.</p>
  </template>
</template>

<style scoped>
.tools {
  display: flex;
  gap: 6px;
  margin: 10px 0;
}
.class {
  margin-left: 8px;
}
.more {
  padding: 10px 0;
}
</style>
