<script setup lang="ts">
/** One system: what its support rests on, the days by which somebody has to move, who is left when a base ends, what comes next. */
import { computed, ref } from 'vue';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { recordOf, type Catalogue } from '../../../core/catalogue/catalogue.ts';
import {
  chooseRelease,
  leftWhenEnds,
  supportRows,
  type SupportRow,
  type Wish,
} from '../../../core/support/supportRows.ts';
import { releasesOf } from '../../../core/lineage/releases.ts';
import {
  wordChoice,
  wordExpected,
  wordLeft,
  wordSpread,
  wordSupport,
} from '../../../core/wording/supportText.ts';

const props = defineProps<{
  catalogue: Catalogue;
  row: SupportRow;
  /** Everybody, for who is left when a base ends. */
  others: readonly SupportRow[];
  day: number;
  on: number;
}>();
const source = computed(() => {
  const id = props.row.own.cell?.inForce?.source;
  return id ? recordOf(props.catalogue, 'source', id)?.title : undefined;
});
const left = computed(() => (props.row.moves.length ? leftWhenEnds(props.others, props.row.subject) : []));
const onBases = computed(() =>
  props.row.bases
    .filter(({ ends }) => ends !== undefined)
    .map((base) => ({ base, count: leftWhenEnds(props.others, base.layer).length })),
);
const wish = ref<Wish>('long');
const choice = computed(() => {
  const rows = releasesOf(props.catalogue, props.row.distribution)
    .slice(0, 12)
    .flatMap(({ id }) => supportRows(props.catalogue, id, props.day, props.on))
    .filter(({ state }) => state !== 'notYet');
  return rows.length > 1 ? wordChoice(chooseRelease(rows, props.on, wish.value), props.on, wish.value) : '';
});
</script>

<template>
  <section class="card" :aria-label="`Support of ${row.name}`">
    <h2>
      <router-link
        class="plain-link"
        :to="{
          name: 'dossier',
          params: { release: row.subject },
          query: row.edition ? { edition: row.edition } : {},
        }"
        >{{ row.name }}</router-link
      >
    </h2>
    <p>
      {{ wordSupport(row) }}
      <span v-if="source" class="small soft">Stated by “{{ source }}”.</span>
    </p>
    <div class="columns">
      <div>
        <h3>By when one has to move</h3>
        <ol v-if="row.moves.length" class="small">
          <li v-for="{ layer, name, end } in row.moves" :key="layer">
            {{ formatWhen(end) }}: {{ name }} ends
          </li>
        </ol>
        <p v-else class="small soft">No end is known in its chain.</p>
      </div>
      <div>
        <h3>When it ends</h3>
        <ul v-if="left.length" class="small">
          <li v-for="each in left" :key="each.row.subject + (each.row.edition ?? '')">
            {{ wordLeft(each) }}
          </li>
        </ul>
        <p v-else class="small soft">Nobody that is shown here rests on it.</p>
        <p v-for="{ base, count } in onBases" :key="base.layer" class="small soft">
          {{ count }} of those shown {{ count === 1 ? 'rests' : 'rest' }} on {{ base.name }}.
        </p>
      </div>
      <div>
        <h3>What comes next</h3>
        <p class="small">
          {{ row.next ? `${wordExpected(row.next)}.` : 'Its releases are too few to tell.' }}
          <span v-if="row.came" class="soft">{{ wordSpread(row.came) }}.</span>
        </p>
        <p v-if="row.refreshed" class="small">Images refreshed: {{ row.refreshed }}.</p>
        <template v-if="choice">
          <h3>
            Which release to take
            <button
              class="chip"
              :class="{ on: wish === 'long' }"
              :aria-pressed="wish === 'long'"
              @click="wish = 'long'"
            >
              longest
            </button>
            <button
              class="chip"
              :class="{ on: wish === 'new' }"
              :aria-pressed="wish === 'new'"
              @click="wish = 'new'"
            >
              newest
            </button>
          </h3>
          <p class="small">{{ choice }}</p>
        </template>
      </div>
    </div>
  </section>
</template>

<style scoped>
.card {
  break-inside: avoid;
  margin-top: 16px;
  padding: 12px 16px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 8px;
}
h2 {
  font-size: 15px;
}
h3 {
  margin-top: 6px;
  font-size: 12px;
  color: rgb(var(--v-theme-ink-soft));
}
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: 4px 24px;
}
ol,
ul {
  padding-left: 0;
  list-style: none;
}
</style>
