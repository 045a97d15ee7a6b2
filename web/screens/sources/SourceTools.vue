<script setup lang="ts">
/** What can be done to a source where it is seen: corrected in one line, made one with another, gone on with; and all else that cites it. */
import { computed, nextTick, ref, watch } from 'vue';
import { recordOf } from '../../../core/catalogue/catalogue.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { visitLog } from '../../../core/editing/lines/visitLog.ts';
import { formatSourceLine } from '../../../core/editing/sourceLine.ts';
import { correctSource, mergeSources, recordsCiting } from '../../../core/editing/sources.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import { wordIssue } from '../../../core/wording/issueText.ts';
import { formatNumberOf } from '../../../core/wording/valueText.ts';
import { useCatalogueStore } from '../../stores/catalogueStore.ts';
import { today } from '../../stores/clock.ts';
import { useDrafts } from '../../stores/drafts.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import SourceChoice from './SourceChoice.vue';

const props = defineProps<{ source: RecordId; subject: RecordId }>();
const emit = defineEmits<{ merged: [into: RecordId] }>();
const store = useCatalogueStore();
const notices = useNoticeStore();
const drafts = useDrafts();
const record = computed(() => recordOf(store.catalogue, 'source', props.source));
const place = computed(() => `source/${props.source}`);
const doing = ref<'correct' | 'merge' | null>(null);
const line = ref('');
const other = ref<string | null>('');
const trouble = ref('');
const field = ref<HTMLInputElement | null>(null);
const choice = ref<InstanceType<typeof SourceChoice> | null>(null);

watch(
  () => props.source,
  () => {
    trouble.value = '';
    const draft = drafts.read<string>(place.value);
    doing.value = draft ? 'correct' : null;
    line.value = draft ?? '';
  },
  { immediate: true },
);
watch(line, (text) => doing.value === 'correct' && drafts.write(place.value, text));

function begin(what: 'correct' | 'merge'): void {
  doing.value = doing.value === what ? null : what;
  trouble.value = '';
  if (doing.value === 'correct' && record.value) line.value = formatSourceLine(record.value);
  other.value = '';
  void nextTick(() => field.value?.focus());
}
function leave(): void {
  doing.value = null;
  drafts.drop(place.value);
}
function save(): void {
  const done = store.commit(correctSource(store.catalogue, props.source, line.value, today()));
  if (!done.ok) {
    trouble.value = done.issues.map(wordIssue).join(' ');
    return;
  }
  leave();
  notices.tell('Source corrected; what its conditions spoil is told anew.');
}
function merge(): void {
  const chosen = choice.value!.chosenSource();
  if (!chosen || typeof chosen === 'string' || !('id' in chosen)) {
    trouble.value = 'Choose the source that stays: one that is there already.';
    return;
  }
  const done = store.commit(mergeSources(store.catalogue, props.source, chosen.id));
  if (!notices.tellTrouble(done)) return;
  leave();
  emit('merged', chosen.id);
}
/** All that cites it, but for the readings that the table beside shows. */
const citing = computed(() => recordsCiting(store.catalogue, props.source));
const lines = computed(() =>
  visitLog(store.catalogue, props.source).filter(({ kind }) => kind !== 'reading'),
);
const elsewhere = computed(() => {
  const counts = new Map<string, number>();
  for (const each of citing.value)
    if (each.kind === 'reading') {
      const name = nameOf(store.catalogue, each.subject);
      counts.set(name, (counts.get(name) ?? 0) + 1);
    }
  return [...counts].map(([name, count]) => `${name} (${formatNumberOf(count, 'reading')})`);
});
</script>

<template>
  <div v-if="record" class="tools">
    <div class="actions">
      <button type="button" class="chip" :aria-expanded="doing === 'correct'" @click="begin('correct')">
        Correct it
      </button>
      <button type="button" class="chip" :aria-expanded="doing === 'merge'" @click="begin('merge')">
        It is the same as …
      </button>
      <router-link class="chip" :to="{ name: 'visit', query: { of: record.of ?? subject, source } }"
        >Go on writing from it</router-link
      >
    </div>
    <form v-if="doing === 'correct'" @submit.prevent="save" @keydown.esc.stop.prevent="doing = null">
      <label class="small soft" for="source-correct"
        >Kind, title, address, date, by whom, conditions: separated by commas</label
      >
      <input id="source-correct" ref="field" v-model="line" class="field" />
      <p v-if="trouble" class="small trouble" role="alert">{{ trouble }}</p>
      <div class="actions">
        <v-btn type="submit" size="small" color="primary" variant="flat">Save the source</v-btn>
        <v-btn size="small" @click="leave">Keep it as it was</v-btn>
      </div>
    </form>
    <form v-else-if="doing === 'merge'" @submit.prevent="merge" @keydown.esc.stop.prevent="doing = null">
      <SourceChoice
        ref="choice"
        v-model="other"
        :source="null"
        :subject="subject"
        none="The beginning of the title of the one that stays. What cites this one cites that one then."
      />
      <p v-if="trouble" class="small trouble" role="alert">{{ trouble }}</p>
      <v-btn type="submit" size="small" color="primary" variant="flat">Merge them</v-btn>
    </form>
    <p class="small soft">
      Cited {{ formatNumberOf(citing.length, 'time')
      }}{{ elsewhere.length ? `: ${elsewhere.join(', ')}` : '' }}.
    </p>
    <ul v-if="lines.length" class="small">
      <li v-for="(each, i) in lines" :key="i">
        <span class="soft">{{ each.name }}</span> {{ each.saying }}<span class="soft">{{ each.marks }}</span>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.tools {
  display: grid;
  gap: 6px;
  padding: 6px 0;
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.chip {
  background: rgb(var(--v-theme-surface));
  color: inherit;
  text-decoration: none;
}
form {
  display: grid;
  gap: 6px;
}
.field {
  width: 100%;
}
ul {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 2px;
}
</style>
