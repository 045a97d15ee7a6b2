<script setup lang="ts">
/** The head of a dossier: its path, name and releases, what it is for, how it stands, the strip and the key figures. */
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { recordOf, type Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { Release } from '../../../core/catalogue/release.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { wordChain } from '../../../core/wording/dossierText.ts';
import { wordCell } from '../../../core/wording/sayingText.ts';
import { headFiguresOf } from '../../../core/wording/keyFigures.ts';
import { stripOf } from '../../../core/layers/strip.ts';
import type { LayerTable } from '../../../core/layers/layerTable.ts';
import { releasesOf } from '../../../core/lineage/releases.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import DossierNames from './DossierNames.vue';
import HoldBeside from './HoldBeside.vue';
import ChangeStrip from '../../parts/ChangeStrip.vue';

const props = defineProps<{
  catalogue: Catalogue;
  release: RecordId;
  table: LayerTable;
  day: number;
  /** The editions of the release. */
  editions: readonly RecordId[];
  /** True where purpose and figures are left out: what is below needs the room. */
  brief: boolean;
}>();
defineEmits<{
  beginRelease: [];
  /** One of them, or undefined for what holds of all. */
  chooseEdition: [edition: RecordId | undefined];
}>();

const route = useRoute();
const top = computed(() => props.table.layers[props.table.layers.length - 1]);
const releases = computed(() => releasesOf(props.catalogue, top.value.distribution));
/** Of which edition alone a release is, where that is so and its version does not say it. */
function editionsNote({ editions, version }: Release): string {
  const names = editions.flatMap((each) => recordOf(props.catalogue, 'edition', each)?.name ?? []);
  return names.length === 1 && !version.includes(names[0]) ? names[0] : '';
}
const release = computed(() => recordOf(props.catalogue, 'release', props.release));
const strip = computed(() => stripOf(props.table));
const textOf = (key: string) => {
  const row = props.table.rows.find(({ fact }) => fact.key === key);
  const cell = row?.cells.at(-1);
  return row && cell?.value !== undefined ? wordCell(row.fact, cell) : '';
};
const purpose = computed(() => textOf('identity.purpose'));
const standing = computed(() => textOf('identity.standing'));
const independent = computed(() => textOf('lineage.independent') === 'yes');
const figures = computed(() => headFiguresOf(props.catalogue, props.table, props.day));
</script>

<template>
  <div class="head">
    <div class="crumbs">
      <template v-for="layer in table.layers.slice(0, -1)" :key="layer.id">
        <router-link
          :to="{ name: 'dossier', params: { release: layer.id }, query: { asof: route.query.asof } }"
          >{{ nameOf(catalogue, layer.id) }}</router-link
        >
        ›
      </template>
      <router-link v-if="table.layers.length === 1" to="/dossiers">All dossiers</router-link>
      <span class="spacer" />
      <v-btn size="small" :to="{ name: 'visit', query: { of: props.release, edition: top.edition } }"
        >Take notes</v-btn
      >
      <HoldBeside :catalogue="catalogue" :layers="table.layers" :day="day" />
      <v-btn size="small" :to="{ name: 'lineage', query: { at: top.distribution, asof: route.query.asof } }"
        >Show on the map</v-btn
      >
      <v-btn
        size="small"
        :to="{
          name: 'handover',
          query: { view: 'report', of: props.release, edition: top.edition, asof: route.query.asof },
        }"
        >Report …</v-btn
      >
    </div>
    <div class="title">
      <DossierNames :key="top.distribution" :distribution="top.distribution" />
      <span v-if="releases.length" class="soft">release</span>
      <router-link
        v-for="entry in releases"
        :key="entry.id"
        class="release"
        :class="{ current: entry.id === props.release }"
        :to="{ name: 'dossier', params: { release: entry.id }, query: route.query }"
        :title="editionsNote(entry)"
        >{{ entry.version
        }}<span v-if="editionsNote(entry)" class="of"> {{ editionsNote(entry) }}</span></router-link
      >
      <button
        v-if="release"
        class="release begin"
        title="Begin a release from this one"
        aria-label="Begin a release from this one"
        @click="$emit('beginRelease')"
      >
        +
      </button>
      <template v-if="editions.length > 1">
        <span class="soft">edition</span>
        <button
          v-for="each in [undefined, ...editions]"
          :key="each ?? ''"
          class="release"
          :class="{ current: top.edition === each }"
          :aria-pressed="top.edition === each"
          @click="$emit('chooseEdition', each)"
        >
          {{ each ? recordOf(catalogue, 'edition', each)?.name : 'all' }}
        </button>
      </template>
      <span class="soft">{{ release?.date ? formatWhen(release.date) : '' }}</span>
    </div>
    <p v-if="purpose && !brief" class="purpose cut" :title="purpose">“{{ purpose }}”</p>
    <div class="chain">
      <span>{{ wordChain(catalogue, table.layers, independent) }}</span>
      <ChangeStrip v-if="top.link" :bars="strip" class="strip" />
    </div>
    <ul v-if="!brief" class="figures small" aria-label="Key figures">
      <li v-if="standing">{{ standing }}</li>
      <li v-for="figure in figures" :key="figure.label" :class="{ trouble: figure.trouble }">
        <strong>{{ figure.value }}</strong> {{ figure.label }}
      </li>
    </ul>
  </div>
</template>

<style scoped>
.head {
  padding: 12px 20px 0;
}
.crumbs {
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  gap: 6px;
}
.title {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 10px;
}
.release {
  padding: 2px 11px;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 14px;
  background: rgb(var(--v-theme-surface));
  color: inherit;
  font-size: 12.5px;
  text-decoration: none;
}
.of {
  margin-left: 4px;
  opacity: 0.75;
}
.release.current {
  background: rgb(var(--v-theme-frame));
  color: rgb(var(--v-theme-on-frame));
}
.purpose {
  margin-top: 3px;
}
.chain {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 18px;
  margin-top: 2px;
  color: rgb(var(--v-theme-ink-soft));
}
.strip {
  width: 190px;
}
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
  padding: 0;
  margin-top: 2px;
  list-style: none;
  color: rgb(var(--v-theme-ink-soft));
}
.figures strong {
  color: rgb(var(--v-theme-ink));
}
.figures .trouble {
  color: rgb(var(--v-theme-error));
}
</style>
