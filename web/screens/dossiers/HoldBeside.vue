<script setup lang="ts">
/** Holds the dossier side by side: with its base, the release before, another one on the same base; or marks it for later. */
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { Side } from '../../../core/catalogue/sideBySide.ts';
import type { Layer } from '../../../core/lineage/chain.ts';
import { besidesOf } from '../../../core/lineage/besides.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { sidesInAddress, useSideStore } from '../../stores/sideStore.ts';
import { useMarking } from '../../stores/useMarking.ts';

const props = defineProps<{ catalogue: Catalogue; layers: readonly Layer[]; day: number }>();
const route = useRoute();
const store = useCatalogueStore();
const marks = useSideStore();
const side = computed((): Side => {
  const { id, edition } = props.layers[props.layers.length - 1];
  return { id, ...(edition && { edition }) };
});
useMarking(() => side.value);
const WORDS = {
  base: 'its base',
  'release before': 'the release before',
  rival: 'on the same base',
} as const;
const besides = computed(() =>
  besidesOf(props.catalogue, store.graphOf(props.catalogue, props.day), props.layers),
);
const to = (id: string) => ({
  name: 'sides',
  query: { of: sidesInAddress([side.value, { id }]), asof: route.query.asof },
});
</script>

<template>
  <v-menu>
    <template #activator="{ props: activator }">
      <v-btn
        v-bind="activator"
        size="small"
        title="Compare with its base, the release before, a rival; x adds it"
      >
        Compare ▾
      </v-btn>
    </template>
    <ul class="drop-list">
      <li v-for="each in besides" :key="each.id">
        <router-link :to="to(each.id)">
          {{ nameOf(catalogue, each.id) }} <span class="soft small">{{ WORDS[each.kind] }}</span>
        </router-link>
      </li>
      <li>
        <router-link :to="{ name: 'sides', query: { of: sidesInAddress([side]) } }"
          >Another one …</router-link
        >
      </li>
      <li>
        <button @click="marks.toggle(side)">
          {{ marks.isMarked(side) ? 'Take the mark off' : 'Mark it for later' }}
          <span class="soft small">x</span>
        </button>
      </li>
    </ul>
  </v-menu>
</template>
