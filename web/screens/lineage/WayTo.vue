<script setup lang="ts">
/** How two distributions are related: their nearest shared base, and the way from the one to the other. */
import { computed, ref } from 'vue';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { wordWay } from '../../../core/wording/lineageText.ts';
import type { LineageGraph } from '../../../core/lineage/lineageGraph.ts';
import { siblingsOf } from '../../../core/lineage/relatives.ts';

const props = defineProps<{ graph: LineageGraph; from: RecordId }>();
const to = ref<RecordId>('');

const others = computed(() =>
  [...props.graph.nodes.values()]
    .filter(({ id }) => id !== props.from)
    .sort((a, b) => a.name.localeCompare(b.name, 'en')),
);
const siblings = computed(() =>
  siblingsOf(props.graph, props.from)
    .map((id) => props.graph.nodes.get(id)!.name)
    .sort(),
);
const answer = computed(() =>
  props.graph.nodes.has(to.value) ? wordWay(props.graph, props.from, to.value) : '',
);
</script>

<template>
  <div class="way">
    <p v-if="siblings.length" class="small soft cut" :title="siblings.join(', ')">
      Siblings on the same base: {{ siblings.join(', ') }}
    </p>
    <label class="small">
      <span class="soft">Related to</span>
      <select v-model="to" class="field" aria-label="Related to">
        <option value="">choose one …</option>
        <option v-for="node in others" :key="node.id" :value="node.id">{{ node.name }}</option>
      </select>
    </label>
    <p v-if="answer" class="small" role="status">{{ answer }}</p>
  </div>
</template>

<style scoped>
.way {
  margin: 4px 0 8px;
}
label {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 8px;
  align-items: center;
  margin: 4px 0;
}
</style>
