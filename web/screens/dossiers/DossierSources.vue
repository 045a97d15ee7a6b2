<script setup lang="ts">
/** The sources that a dossier rests on, newest first, with how many readings each gave. */
import { computed } from 'vue';
import { recordOf, recordsPointingTo, type Catalogue } from '../../../core/catalogue/catalogue.ts';
import { SOURCE_KINDS } from '../../../core/catalogue/source.ts';
import { compareWhen, formatWhen } from '../../../core/catalogue/when.ts';
import { formatNumberOf } from '../../../core/exchange/valueText.ts';
import type { Layer } from '../../../core/lineage/chain.ts';

const props = defineProps<{ catalogue: Catalogue; layers: readonly Layer[] }>();
const sources = computed(() => {
  const top = props.layers.at(-1)!;
  const counts = new Map<string, number>();
  for (const subject of new Set([top.id, top.distribution])) {
    for (const reading of recordsPointingTo(props.catalogue, subject, 'reading')) {
      if (reading.subject === subject && reading.source)
        counts.set(reading.source, (counts.get(reading.source) ?? 0) + 1);
    }
  }
  for (const id of top.link?.sources ?? []) counts.set(id, counts.get(id) ?? 0);
  return [...counts]
    .flatMap(([id, readings]) => {
      const source = recordOf(props.catalogue, 'source', id);
      return source ? [{ source, readings }] : [];
    })
    .sort((a, b) => compareWhen(b.source.date ?? '', a.source.date ?? ''));
});
</script>

<template>
  <p v-if="sources.length === 0" class="empty soft">
    No source yet. Record a fact with its source, or read a capture.
  </p>
  <ul v-else class="rows">
    <li v-for="{ source, readings } in sources" :key="source.id">
      <div>
        <strong>{{ source.title }}</strong>
        <span class="soft small">{{ SOURCE_KINDS[source.sourceKind].label }}</span>
      </div>
      <div class="small soft">
        {{ source.date ? formatWhen(source.date) : 'undated'
        }}<template v-if="source.by">, by {{ source.by }}</template
        >, {{ readings ? formatNumberOf(readings, 'reading') : 'for the lineage' }}
        <template v-if="/^https?:/.test(source.place)">
          · <a :href="source.place" rel="noreferrer noopener" target="_blank">{{ source.place }}</a></template
        >
        <template v-if="source.files.length">
          · {{ formatNumberOf(source.files.length, 'file') }}:
          {{
            source.files
              .slice(0, 4)
              .map(({ path }) => path)
              .join(', ')
          }}{{ source.files.length > 4 ? ' …' : '' }}</template
        >
      </div>
    </li>
  </ul>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 8px 0;
  max-width: 860px;
}
li {
  padding: 8px 0;
}
a {
  color: rgb(var(--v-theme-accent-ink));
}
</style>
