<script setup lang="ts">
/** Freshness: how far derivatives are behind their bases, and which packages. */
import { storeToRefs } from 'pinia';
import { computed, watch } from 'vue';
import { formatShare } from '../../../core/wording/valueText.ts';
import { freshnessSubjects, type FreshnessSubject } from '../../../core/lineage/freshnessSubjects.ts';
import { useQueryState } from '../../parts/queryState.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { currentDay } from '../../stores/clock.ts';
import { usePackageLists } from '../../stores/packageLists.ts';
import FreshnessDetail from './FreshnessDetail.vue';
import { useFreshness, type Measurement } from './useFreshness.ts';

const { catalogue } = storeToRefs(useCatalogueStore());
const { described } = usePackageLists();
const { query, go } = useQueryState();

const subjects = computed(() => freshnessSubjects(catalogue.value, described.value, currentDay()));
const { results, keyOf, measure, isWorking, done, stop, measureAll } = useFreshness(
  subjects,
  () => query.value.of,
);

interface Entry {
  readonly subject: FreshnessSubject;
  readonly result: Measurement | undefined;
  /** 0 to 1; null before it is measured. */
  readonly share: number | null;
}
const shareOf = (result: Measurement | undefined): number | null => {
  if (!result || !('measured' in result)) return null;
  const { known, current, ahead } = result.measured.newest.whole;
  return known ? (current + ahead) / known : null;
};
/** Least current first; those that are not measured yet come last. */
const entries = computed(() =>
  subjects.value
    .map((subject): Entry => {
      const result = results.value.get(keyOf(subject));
      return { subject, result, share: shareOf(result) };
    })
    .sort((a, b) => (a.share ?? 2) - (b.share ?? 2)),
);
const chosen = computed(
  () => subjects.value.find(({ key }) => key === query.value.of) ?? entries.value[0]?.subject,
);
const base = computed(
  () => chosen.value?.bases.find(({ at }) => at === query.value.against) ?? chosen.value?.bases[0],
);
const result = computed(() =>
  chosen.value && base.value ? results.value.get(keyOf(chosen.value, base.value)) : undefined,
);
watch(
  [chosen, base],
  () => {
    if (chosen.value && base.value) void measure(chosen.value, base.value);
  },
  { immediate: true },
);
const choose = (subject: FreshnessSubject) => go({ of: subject.key, against: undefined, package: undefined });

/** The arrows walk the list. */
function onKey(event: KeyboardEvent): void {
  const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (!step) return;
  event.preventDefault();
  const place = entries.value.findIndex(({ subject }) => subject === chosen.value);
  const next = entries.value[Math.min(Math.max(place + step, 0), entries.value.length - 1)];
  if (next) void choose(next.subject);
  const list = event.currentTarget as HTMLElement;
  requestAnimationFrame(() => list.querySelector<HTMLElement>('[aria-current]')?.focus());
}
</script>

<template>
  <div v-if="subjects.length === 0" class="empty">
    <h2>Nothing to measure yet</h2>
    <p class="soft">
      Freshness needs the packages of a derivative and dated package lists of its base. Read a capture, then
      bring the base's indexes, from a mirror or as files.
    </p>
    <v-btn variant="flat" color="primary" to="/intake">To the intake</v-btn>
  </div>
  <div v-else class="panes">
    <nav class="list" aria-label="Measured systems and repositories" @keydown="onKey">
      <div class="list-head">
        <h2>Current, next to the base</h2>
        <p v-if="isWorking" class="small soft" role="status">
          {{ done }} of {{ subjects.length }} measured
          <button class="link" @click="stop">Stop</button>
        </p>
        <button v-else-if="done < subjects.length" class="link small" @click="measureAll">
          Measure the rest
        </button>
      </div>
      <button
        v-for="{ subject, result: own, share } in entries"
        :key="subject.key"
        class="entry"
        :class="{ chosen: subject === chosen }"
        :aria-current="subject === chosen ? 'true' : undefined"
        @click="choose(subject)"
      >
        <span class="name">
          {{ subject.name }}
          <span class="soft small">{{ subject.kind === 'system' ? 'system' : 'repositories' }}</span>
        </span>
        <span class="mono share">{{
          share === null ? (own ? '–' : '…') : formatShare(Math.round(share * 10_000), 10_000)
        }}</span>
        <span class="track"><span :style="{ width: `${(share ?? 0) * 100}%` }" /></span>
      </button>
    </nav>
    <div class="work">
      <FreshnessDetail
        v-if="chosen && base"
        :key="`${chosen.key} ${base.at}`"
        :subject="chosen"
        :base="base"
        :result="result"
        @against="(at) => go({ against: at })"
      />
    </div>
  </div>
</template>

<style scoped>
.panes {
  display: grid;
  grid-template-columns: clamp(210px, 20vw, 280px) minmax(0, 1fr);
  height: 100%;
}
.list {
  border-right: 1px solid rgb(var(--v-theme-line));
  overflow: auto;
  min-height: 0;
}
.list-head {
  padding: 14px 14px 8px;
}
.entry {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 2px 8px;
  width: 100%;
  padding: 7px 14px;
  text-align: left;
  border-left: 3px solid transparent;
}
.entry:hover {
  background: rgb(var(--v-theme-rail));
}
.entry.chosen {
  background: rgb(var(--v-theme-accent-soft));
  border-left-color: rgb(var(--v-theme-accent));
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-weight: 500;
}
.track {
  grid-column: 1 / -1;
  height: 5px;
  border-radius: 3px;
  background: rgb(var(--v-theme-track));
  overflow: hidden;
}
.track span {
  display: block;
  height: 100%;
  background: rgb(var(--v-theme-seen));
}
.link {
  text-decoration: underline;
  color: rgb(var(--v-theme-accent-ink));
}
/* Narrow: the systems in a row above. */
@media (width <= 800px) {
  .panes {
    display: block;
    overflow-y: auto;
  }
  .list {
    display: flex;
    align-items: stretch;
    overflow: auto hidden;
    border-right: 0;
    border-bottom: 1px solid rgb(var(--v-theme-line));
  }
  .list > :deep(*) {
    flex: none;
    width: 168px;
  }
  .entry {
    border-left: 0;
    border-bottom: 3px solid transparent;
  }
}
</style>
