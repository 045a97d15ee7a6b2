<script setup lang="ts">
/** The head of a column: its name, and what else it may stand for: an edition, another day, one capture alone; or nothing. */
import { computed } from 'vue';
import { recordOf, type Catalogue } from '../../../core/catalogue/catalogue.ts';
import { recordsBelongingTo } from '../../../core/catalogue/pointers.ts';
import type { Side } from '../../../core/catalogue/sideBySide.ts';
import { SOURCE_KINDS } from '../../../core/catalogue/sourceKinds.ts';
import type { Layer } from '../../../core/lineage/chain.ts';
import { editionsOfRelease } from '../../../core/lineage/bases.ts';
import { nameOf } from '../../../core/lineage/names.ts';

const props = defineProps<{ catalogue: Catalogue; side: Side; name: string; top: Layer; canGo: boolean }>();
const emit = defineEmits<{ change: [side: Side]; remove: []; front: [] }>();

const release = computed(() => recordOf(props.catalogue, 'release', props.top.id));
const editions = computed(() => (release.value ? editionsOfRelease(props.catalogue, release.value) : []));
/** What was seen of it, each by itself. */
const sources = computed(() => {
  const ids = new Set(
    [props.top.id, props.top.edition ?? props.top.id, props.top.distribution].flatMap((subject) =>
      recordsBelongingTo(props.catalogue, subject, 'reading').flatMap(({ source }) => source ?? []),
    ),
  );
  return [...ids]
    .flatMap((id) => recordOf(props.catalogue, 'source', id) ?? [])
    .filter(({ sourceKind }) => SOURCE_KINDS[sourceKind].seen)
    .slice(0, 12);
});
function change(more: Partial<Side>): void {
  const { id, edition, on, source } = { ...props.side, ...more };
  emit('change', { id, ...(edition && { edition }), ...(on && { on }), ...(source && { source }) });
}
</script>

<template>
  <v-menu :close-on-content-click="false">
    <template #activator="{ props: activator }">
      <button
        v-bind="activator"
        class="name"
        :title="`${name}: editions, another day, one capture, take out`"
      >
        {{ name }} <span class="soft">▾</span>
      </button>
    </template>
    <div class="panel small">
      <router-link class="accent-link" :to="{ name: 'dossier', params: { release: top.id } }"
        >Open the dossier</router-link
      >
      <p v-if="editions.length > 1">
        Edition
        <button
          v-for="each in [undefined, ...editions]"
          :key="each ?? ''"
          class="chip"
          :class="{ on: side.edition === each }"
          @click="change({ edition: each })"
        >
          {{ each ? recordOf(catalogue, 'edition', each)?.name : 'all' }}
        </button>
      </p>
      <label>
        As of a day of its own
        <input
          type="date"
          class="field"
          :value="side.on ?? ''"
          @change="change({ on: ($event.target as HTMLInputElement).value || undefined })"
        />
      </label>
      <div v-if="sources.length">
        As one source alone saw it
        <button
          v-for="each in sources"
          :key="each.id"
          class="chip"
          :class="{ on: side.source === each.id }"
          @click="change({ source: side.source === each.id ? undefined : each.id })"
        >
          {{ nameOf(catalogue, each.id) }}
        </button>
      </div>
      <p>
        <button v-if="canGo" class="accent-link" @click="emit('front')">To the front</button>
        <button class="accent-link" @click="emit('remove')">Take it out</button>
      </p>
    </div>
  </v-menu>
</template>

<style scoped>
.name {
  font-weight: 700;
  text-align: inherit;
  padding: 0;
}
.panel {
  display: grid;
  gap: 8px;
  max-width: 380px;
  padding: 12px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 8px;
}
.panel .chip {
  margin: 2px 3px 0 0;
}
.panel .accent-link + .accent-link {
  margin-left: 12px;
}
</style>
