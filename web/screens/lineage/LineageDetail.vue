<script setup lang="ts">
/** The selected distribution beside the map: what it rests on, how closely, and what it changes. */
import { computed } from 'vue';
import { labelOfArea, STRIP_AREAS } from '../../../core/catalogue/areas.ts';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import { wordChain, wordChange, wordComparison } from '../../../core/exchange/dossierText.ts';
import { formatNumberOf, formatShare } from '../../../core/exchange/valueText.ts';
import { newestComparison } from '../../../core/lineage/lineageGraph.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { colourOfArea } from '../../app/theme.ts';
import PackageBar from '../../parts/PackageBar.vue';
import type { PlateFacts } from './useLineage.ts';

const props = defineProps<{ facts: PlateFacts; catalogue: Catalogue }>();
defineEmits<{ close: []; remove: [] }>();

const link = computed(() => props.facts.layers.at(-1)?.link);
const comparison = computed(() => link.value && newestComparison(props.catalogue, link.value));
const bases = computed(() => props.facts.layers.slice(0, -1));
const backed = computed(() => ({
  seen: props.facts.changes.filter(({ evidence }) => evidence === 'seen').length,
  claimed: props.facts.changes.filter(({ evidence }) => evidence === 'claimed').length,
}));
const areas = computed(() =>
  STRIP_AREAS.map(({ id }) => ({
    id,
    label: labelOfArea(id),
    changes: props.facts.changes.filter(({ fact }) => fact.area === id),
    looked: props.facts.strip.find((bar) => bar.area === id)!.looked,
  })),
);
</script>

<template>
  <aside class="detail" aria-label="Selected distribution">
    <div class="crumbs">
      <template v-for="layer in bases" :key="layer.id">
        <router-link :to="{ query: { ...$route.query, at: layer.distribution } }">{{
          nameOf(catalogue, layer.id)
        }}</router-link>
        ›
      </template>
      <button class="close" aria-label="Close the detail pane" title="Close (Esc)" @click="$emit('close')">
        ×
      </button>
    </div>
    <h1>{{ facts.name }} {{ facts.version }}</h1>
    <p v-if="facts.purpose" class="soft purpose">{{ facts.purpose }}</p>
    <p class="chain">{{ wordChain(catalogue, facts.layers) }}</p>
    <p v-if="link?.wording" class="soft small">In its own words: “{{ link.wording }}”</p>

    <template v-if="link">
      <div class="figures">
        <div v-if="comparison">
          <div class="figure">{{ formatShare(comparison.counts.same, comparison.counts.installed) }}</div>
          <div class="small soft">
            packages carried unchanged from {{ nameOf(catalogue, comparison.base) }}
          </div>
        </div>
        <div v-else>
          <div class="figure soft">–</div>
          <div class="small soft">
            carried share not measured: <router-link to="/intake">read a capture</router-link>
          </div>
        </div>
        <div>
          <div class="figure">{{ facts.changes.length }}</div>
          <div class="small soft">
            {{ facts.changes.length === 1 ? 'fact' : 'facts' }} changed: {{ backed.seen }} seen,
            {{ backed.claimed }} only claimed
          </div>
        </div>
      </div>
      <PackageBar v-if="comparison" :counts="comparison.counts" />
      <p v-if="comparison" class="visually-hidden">{{ wordComparison(catalogue, comparison) }}</p>

      <h2 class="what">What it changes</h2>
      <ul class="rows">
        <li v-for="area in areas" :key="area.id">
          <i :style="{ background: colourOfArea(area.id) }" aria-hidden="true" />
          <div>
            <div class="area">
              <span>{{ area.label }}</span><span class="soft small">{{ area.changes.length || '' }}</span>
            </div>
            <div v-for="change in area.changes" :key="change.fact.key" class="small">
              {{ wordChange(change) }}
            </div>
            <div v-if="area.changes.length === 0" class="small soft">
              {{
                area.looked ? `nothing changed in ${formatNumberOf(area.looked, 'fact')}` : 'not looked at'
              }}
            </div>
          </div>
        </li>
      </ul>
    </template>
    <p v-else-if="!facts.independent" class="remark is-trouble">
      Unplaced: it is not known what it is built on. <router-link to="/intake">Read a capture</router-link> to
      find out.
    </p>

    <div class="actions">
      <v-btn
        variant="flat"
        color="primary"
        :to="{ name: 'dossier', params: { release: facts.layer }, query: { asof: $route.query.asof } }"
        >Open the dossier</v-btn
      >
      <v-btn title="With its releases, links and readings; undo brings them back" @click="$emit('remove')"
        >Delete</v-btn
      >
    </div>
  </aside>
</template>

<style scoped>
.crumbs {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  min-height: 20px;
}
.close {
  margin-left: auto;
  font-size: 18px;
  line-height: 1;
  padding: 0 6px;
}
.purpose {
  margin: 4px 0 6px;
}
.chain {
  margin-bottom: 6px;
}
.figures {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
  margin: 10px 0;
}
.what {
  margin-top: 16px;
  padding-bottom: 4px;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
ul {
  list-style: none;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 10px 1fr;
  gap: 10px;
  padding: 6px 0;
}
i {
  width: 10px;
  height: 10px;
  border-radius: 3px;
  margin-top: 5px;
}
.area {
  display: flex;
  justify-content: space-between;
  font-weight: 600;
}
.actions {
  display: flex;
  gap: 8px;
  margin-top: 12px;
}
</style>
