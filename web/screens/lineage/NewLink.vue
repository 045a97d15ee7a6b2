<script setup lang="ts">
/** A link being proposed between two plates, or a derivative being added to one: relation, date, and what it replaces. */
import { computed, nextTick, onMounted, ref } from 'vue';
import { RELATION_NAMES, RELATIONS, type Relation } from '../../../core/catalogue/relations.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { parseWhen } from '../../../core/catalogue/parseWhen.ts';
import { formatDay } from '../../../core/catalogue/days.ts';
import { wordRelation } from '../../../core/wording/lineageText.ts';
import { wordIssue } from '../../../core/wording/issueText.ts';
import type { Issue } from '../../../core/issue.ts';
import { distributionOf, editionsOf, releasesOf } from '../../../core/lineage/releases.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import type { Beside } from '../../../core/editing/proposedLink.ts';
import { useDraftOf } from '../../stores/drafts.ts';
import SourceChoice from '../sources/SourceChoice.vue';
import { today } from '../../stores/clock.ts';
import { useLinkEditing } from './useLinkEditing.ts';

const props = defineProps<{
  /** Null: a distribution without a base is added. */
  base: RecordId | null;
  /** Null: a distribution is to be added. */
  derivative: RecordId | null;
  day: number;
  isToday: boolean;
}>();
const emit = defineEmits<{ done: [at: RecordId]; cancel: [] }>();

const store = useCatalogueStore();
const editing = useLinkEditing();
const name = ref('');
const relation = ref<Relation>('installs from');
const since = ref(props.isToday ? '' : formatDay(props.day));
const certainty = ref<'sure' | 'likely' | 'claimed'>('likely');
const wording = ref('');
const sourceText = ref<string | null>(null);
const sourceChoice = ref<InstanceType<typeof SourceChoice> | null>(null);
const sourceTrouble = ref('');
/** The ends as they are meant: the project, one of its editions, one of its releases. */
const from = ref(props.derivative ?? '');
const onto = ref(props.base ?? '');
function levelsOf(id: RecordId | null): RecordId[] {
  if (!id) return [];
  const distribution = distributionOf(store.catalogue, id);
  return [
    distribution,
    ...editionsOf(store.catalogue, distribution).map((edition) => edition.id),
    ...releasesOf(store.catalogue, distribution).map((release) => release.id),
  ];
}
const issues = ref<readonly Issue[]>([]);
const first = ref<HTMLElement | null>(null);
const nameFor = (id: RecordId | null) => (id ? nameOf(store.catalogue, id) : '');

const isLineal = computed(() => RELATIONS[relation.value].kind === 'lineal');
const rivals = computed(() => (from.value && isLineal.value ? editing.rivalsOf(from.value, props.day) : []));
const isSameBase = computed(() =>
  rivals.value.every(
    (rival) =>
      distributionOf(store.catalogue, rival.base) === distributionOf(store.catalogue, props.base ?? ''),
  ),
);
const beside = ref<Beside>('instead');
const { drop } = useDraftOf(`link/${props.derivative ?? ''}/${props.base ?? ''}`, {
  ...{ name, relation, since, certainty, wording, sourceText, from, onto, beside },
});
const title = computed(() =>
  props.derivative
    ? `${nameFor(props.derivative)} and ${nameFor(props.base)}`
    : props.base
      ? `A derivative of ${nameFor(props.base)}`
      : 'A distribution',
);
const sentence = computed(
  () =>
    `${props.derivative ? nameFor(from.value) : name.value || '…'} ${wordRelation(relation.value)} ${nameFor(onto.value)}.`,
);
const sinceDate = computed(() => (since.value ? parseWhen(since.value, today()) : ''));
const dateProblem = computed(() => sinceDate.value === null);

function add(): void {
  if (dateProblem.value) return;
  const chosen = sourceChoice.value?.chosenSource() ?? null;
  sourceTrouble.value = typeof chosen === 'string' ? chosen : '';
  if (typeof chosen === 'string') return;
  const link = {
    relation: relation.value,
    since: sinceDate.value ?? '',
    certainty: certainty.value,
    ...(wording.value.trim() && { more: { wording: wording.value.trim() } }),
  };
  const done = props.derivative
    ? editing.addLink(
        {
          ...link,
          derivative: from.value,
          base: onto.value,
          beside: rivals.value.length ? beside.value : 'alone',
        },
        props.day,
        chosen,
      )
    : editing.addDistribution(name.value.trim(), props.base ? { ...link, base: props.base } : null);
  if (!done.ok) {
    issues.value = done.issues;
    return;
  }
  drop();
  emit('done', props.derivative ?? (done.value as { id: RecordId }).id);
}
onMounted(() => void nextTick(() => first.value?.focus()));
</script>

<template>
  <form class="detail" :aria-label="title" @submit.prevent="add" @keydown.esc.stop="emit('cancel')">
    <h1>{{ title }}</h1>
    <p v-if="base" class="soft">{{ sentence }}</p>
    <label v-if="!derivative">
      <span>Name</span>
      <input ref="first" v-model="name" class="field" required maxlength="300" />
    </label>
    <template v-if="base">
      <label>
        <span>Relation</span>
        <select
          :ref="(element) => derivative && (first = element as HTMLElement)"
          v-model="relation"
          class="field"
        >
          <option v-for="each in RELATION_NAMES" :key="each" :value="each">{{ each }}</option>
        </select>
      </label>
      <p class="small soft">{{ RELATIONS[relation].means }}</p>
      <label>
        <span>Since</span>
        <input
          v-model.trim="since"
          class="field"
          placeholder="4 Mar 2026, Mar 2026, about 2016"
          :aria-invalid="dateProblem"
        />
      </label>
      <label v-if="levelsOf(derivative).length > 1">
        <span>It is said of</span>
        <select v-model="from" class="field">
          <option v-for="each in levelsOf(derivative)" :key="each" :value="each">{{ nameFor(each) }}</option>
        </select>
      </label>
      <label v-if="derivative && levelsOf(base).length > 1">
        <span>On</span>
        <select v-model="onto" class="field">
          <option v-for="each in levelsOf(base)" :key="each" :value="each">{{ nameFor(each) }}</option>
        </select>
      </label>
      <p v-if="dateProblem" class="small trouble">
        Not a date. Write a day, a month or a year: 4 Mar 2026, Mar 2026, 2026, about 2016.
      </p>
      <label>
        <span>Certainty</span>
        <select v-model="certainty" class="field">
          <option>sure</option>
          <option>likely</option>
          <option value="claimed">only claimed</option>
        </select>
      </label>
      <template v-if="derivative">
        <label>
          <span>According to the project</span>
          <input v-model="wording" class="field" maxlength="2000" />
        </label>
        <SourceChoice ref="sourceChoice" v-model="sourceText" :source="null" :subject="from" />
        <p v-if="sourceTrouble" class="small trouble" role="alert">{{ sourceTrouble }}</p>
      </template>
      <fieldset v-if="rivals.length > 0">
        <legend>It rests on {{ rivals.map((rival) => nameFor(rival.base)).join(' and ') }} already</legend>
        <label><input v-model="beside" type="radio" value="instead" /> This replaces it: end that link</label>
        <template v-if="!isSameBase">
          <label
            ><input v-model="beside" type="radio" value="after" /> Both: {{ nameFor(rivals[0].base) }} comes
            first</label
          >
          <label
            ><input v-model="beside" type="radio" value="before" /> Both: {{ nameFor(base) }} comes
            first</label
          >
        </template>
      </fieldset>
    </template>
    <p v-for="issue in issues" :key="issue.code" class="remark is-trouble" role="alert">
      {{ wordIssue(issue) }}
    </p>
    <div class="actions">
      <v-btn
        type="submit"
        variant="flat"
        color="primary"
        :disabled="(!derivative && !name.trim()) || dateProblem"
      >
        {{ derivative ? 'Add the link' : `Add ${name.trim() || 'it'}` }}
      </v-btn>
      <v-btn @click="emit('cancel')">Cancel</v-btn>
    </div>
  </form>
</template>

<style scoped src="./linkForm.css"></style>
