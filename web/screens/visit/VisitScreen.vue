<script setup lang="ts">
/** A visit: what is looked at and how, one field for all that is said, the log, and the first page beside it. */
import { computed, onMounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { findRecord, recordOf, recordsOf } from '../../../core/catalogue/catalogue.ts';
import { formatConditions } from '../../../core/catalogue/saidConditions.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { SOURCE_KINDS } from '../../../core/catalogue/sourceKinds.ts';
import { nameOfLayer, nameOf } from '../../../core/lineage/names.ts';
import { formatNumberOf } from '../../../core/wording/valueText.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { useVisitStore } from '../../stores/visitStore.ts';
import VisitField from './VisitField.vue';
import VisitLog from './VisitLog.vue';
import VisitPage from './VisitPage.vue';
import VisitPaste from './VisitPaste.vue';
import VisitVocabulary from './VisitVocabulary.vue';

const store = useCatalogueStore();
const visit = useVisitStore();
const route = useRoute();
const router = useRouter();
const field = ref<InstanceType<typeof VisitField> | null>(null);
const log = ref<InstanceType<typeof VisitLog> | null>(null);
const work = ref<HTMLElement | null>(null);
/** What can be said stands beside the field, in place of the first page. */
const isVocabulary = ref(false);

/** The address says what is looked at: a link into the visit is followed, and going on is written back. */
onMounted(() => {
  const { of, edition, source } = route.query;
  const isThere = (id: unknown): id is string =>
    typeof id === 'string' &&
    /^(distribution|release|edition|source):/.test(id) &&
    findRecord(store.catalogue, id) !== undefined;
  if (isThere(of) && (of !== visit.turn.subject || (isThere(source) && source !== visit.turn.source)))
    visit.turn = {
      subject: of,
      source: isThere(source) ? source : null,
      ...(isThere(edition) && { edition }),
    };
});
watch(
  () => [visit.subject, visit.edition, visit.source] as const,
  ([of, edition, source]) =>
    void router.replace({
      query: { ...route.query, of: of ?? undefined, edition, source: source ?? undefined },
    }),
  { immediate: true },
);

const subjectName = computed(() =>
  visit.subject
    ? nameOfLayer(store.catalogue, { id: visit.subject, ...(visit.edition && { edition: visit.edition }) })
    : '',
);
const source = computed(() => (visit.source ? recordOf(store.catalogue, 'source', visit.source) : undefined));
const chips = computed(() => {
  if (!source.value) return [];
  return formatConditions(source.value.conditions)
    .split(', ')
    .filter(Boolean)
    .map((text) => ({
      text,
      spoils: /^(live|index never|index \d+ days|changed )/.test(text) && text !== 'index 0 days',
    }));
});
/** Visits that were begun, the latest first. */
const earlier = computed(() =>
  [...recordsOf(store.catalogue, 'source')]
    .filter(({ of, id }) => of && id !== visit.source)
    .sort((a, b) => b.entered - a.entered)
    .slice(0, 6),
);
function goOn(id: string): void {
  const { of, conditions } = recordOf(store.catalogue, 'source', id)!;
  visit.turn = { subject: of!, source: id, ...(conditions.edition && { edition: conditions.edition }) };
  field.value?.focus();
}
/** Begins a line, unless one is being written. */
function beginLine(text: string): void {
  if (!visit.text.trim()) visit.text = text;
  field.value?.focus();
}
function onRecorded(): void {
  // The newest line, and the field, stay in sight.
  requestAnimationFrame(() => work.value?.scrollTo({ top: work.value.scrollHeight }));
}
</script>

<template>
  <div class="screen" :class="{ 'has-detail': visit.subject }">
    <div ref="work" class="work visit">
      <header>
        <h1 v-if="visit.subject">
          Field notes: {{ subjectName }}
          <span v-if="source" class="soft when">
            {{ source.date ? formatWhen(visit.turn.day ?? source.date) : 'no date'
            }}<template v-if="source.by">, by {{ source.by }}</template>
          </span>
        </h1>
        <h1 v-else>Field notes</h1>
        <div v-if="source" class="chips" aria-label="Conditions">
          <span class="chip kind">{{ SOURCE_KINDS[source.sourceKind].label }}</span>
          <span v-for="{ text, spoils } in chips" :key="text" class="chip" :class="{ spoils }">{{
            text
          }}</span>
          <router-link
            v-if="visit.subject"
            class="chip link"
            :to="{
              name: 'dossier',
              params: { release: visit.subject },
              query: { tab: 'evidence', source: source.id },
            }"
            >Correct the source</router-link
          >
        </div>
        <p v-if="source" class="soft small">
          What is written below cites <strong>{{ source.title }}</strong>.
          <span class="mono">from …</span> goes on from another source, <span class="mono">about …</span> with
          another system, <span class="mono">day …</span> on another day.
        </p>
        <p v-else-if="visit.subject" class="soft">
          Say once how you look at it: live or installed, machine, memory, cores, age of the index, what you
          changed before; or the page you read. All that follows cites it.
        </p>
        <p v-else class="soft">
          Say what you look at and how; then type what you see, line by line. Each line becomes a record where
          it belongs: a fact, a fault, a claim, a question, a plan, a change with its reason, a verdict.
        </p>
      </header>
      <VisitLog ref="log" @field="field?.focus()" />
      <VisitPaste v-if="visit.pasted !== null" @done="field?.focus()" />
      <VisitField ref="field" @recorded="onRecorded" @log="log?.focusLast()" @paste="visit.pasted = $event" />
      <section
        v-if="!visit.text && (!visit.source || visit.log.length === 0) && earlier.length"
        class="earlier"
      >
        <h2>Go on with an earlier one</h2>
        <button v-for="each in earlier" :key="each.id" type="button" @click="goOn(each.id)">
          {{ nameOf(store.catalogue, each.of!) }}
          <span class="soft small">{{ each.title }}{{ each.date ? `, ${formatWhen(each.date)}` : '' }}</span>
        </button>
      </section>
      <p v-if="visit.subject && visit.log.length" class="soft small foot">
        {{ formatNumberOf(visit.log.length, 'line') }} from this source ·
        <router-link
          :to="{
            name: 'dossier',
            params: { release: visit.subject },
            query: { tab: 'summary', edition: visit.edition },
          }"
          >Open the dossier</router-link
        >
        · <button type="button" class="accent-link" @click="visit.begin">Start another session</button>
      </p>
    </div>
    <aside
      v-if="visit.subject"
      class="detail"
      :aria-label="isVocabulary ? 'What can be said' : 'The first page as it now reads'"
    >
      <p class="beside">
        <button type="button" :aria-pressed="!isVocabulary" @click="isVocabulary = false">First page</button>
        <button type="button" :aria-pressed="isVocabulary" @click="isVocabulary = true">
          What can be said
        </button>
      </p>
      <VisitVocabulary v-if="isVocabulary" @take="beginLine" />
      <VisitPage v-else :subject="visit.subject" :edition="visit.edition" @begin="beginLine" />
    </aside>
  </div>
</template>

<style scoped>
.visit {
  padding: 18px 20px 40px;
  display: flex;
  flex-direction: column;
  gap: 10px;
}
.visit > * {
  width: 100%;
  max-width: 860px;
}
.screen.has-detail {
  grid-template-columns: minmax(0, 1fr) clamp(300px, 31vw, 460px);
}
/* On a phone the page stands below what is written. */
@media (width < 760px) {
  .screen.has-detail {
    display: block;
    overflow: auto;
  }
  .screen.has-detail > .work,
  .screen.has-detail > .detail {
    overflow: visible;
    width: 100%;
    max-width: 100%;
  }
}
@media (width >= 1500px) {
  .screen.has-detail {
    grid-template-columns: minmax(0, 920px) minmax(0, 1fr);
  }
}
.beside {
  display: flex;
  gap: 14px;
  padding-bottom: 8px;
}
.beside button {
  padding: 2px 0;
  color: rgb(var(--v-theme-ink-soft));
}
.beside button[aria-pressed='true'] {
  color: inherit;
  font-weight: 600;
  border-bottom: 2px solid rgb(var(--v-theme-accent));
}
.when {
  font-size: 14px;
  font-weight: 400;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin: 8px 0 6px;
}
.chip {
  background: rgb(var(--v-theme-surface));
  color: inherit;
  text-decoration: none;
}
.chip.spoils {
  color: rgb(var(--v-theme-error));
}
.chip.kind {
  font-weight: 600;
}
.chip.link:hover {
  text-decoration: underline;
}
.earlier {
  padding-top: 14px;
}
.earlier button {
  display: block;
  padding: 5px 8px;
  text-align: left;
}
.earlier button:hover {
  background: rgb(var(--v-theme-accent-soft));
}
.foot a {
  color: rgb(var(--v-theme-accent-ink));
  text-decoration: underline;
  text-underline-offset: 2px;
}
</style>
