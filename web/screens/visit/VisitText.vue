<script setup lang="ts">
/** A pasted text, sentence by sentence, each beside what it would record: to add, to correct in the field, or to leave out. By keyboard as at import. */
import { computed, nextTick, onMounted, ref, toRef } from 'vue';
import { formatNumberOf } from '../../../core/wording/valueText.ts';
import { useNoticeStore } from '../../stores/noticeStore.ts';
import { useVisitStore } from '../../stores/visitStore.ts';
import { useTextReading, type Sentence } from './useTextReading.ts';

const emit = defineEmits<{ done: [] }>();
const visit = useVisitStore();
const notices = useNoticeStore();
const { sentences, failed, leave } = useTextReading(toRef(visit, 'pasted'));
const list = ref<HTMLElement | null>(null);
const current = ref(0);

const clear = computed(() => sentences.value.filter(({ read }) => read?.outcome === 'recorded'));
const isReading = computed(() => !failed.value && sentences.value.some(({ read }) => !read));

/** Adds a sentence by one of its readings; none keeps it as a note. True where it was taken. */
function take(sentence: Sentence, reading: number | null): boolean {
  const shown = reading === null ? null : sentence.read?.told[reading];
  if (shown === undefined) return false;
  const done = visit.takeSentence(sentence.text, shown);
  if (!done) {
    notices.tell('That sentence reads differently now. Correct it in the field.');
    return false;
  }
  return notices.tellTrouble(done) && done.ok;
}
function takeOne(sentence: Sentence, reading: number | null): void {
  if (take(sentence, reading)) drop(sentence);
}
function drop(...gone: readonly Sentence[]): void {
  leave(...gone);
  current.value = Math.max(0, Math.min(current.value, sentences.value.length - 1));
  if (sentences.value.length === 0) close();
  else void nextTick(focus);
}
function takeClear(): void {
  const taken = clear.value.filter((sentence) => take(sentence, 0));
  notices.tell(`${formatNumberOf(taken.length, 'sentence')} recorded.`);
  if (taken.length > 0) drop(...taken);
}
function keepRest(): void {
  const kept = sentences.value.filter((sentence) => take(sentence, null));
  notices.tell(`${formatNumberOf(kept.length, 'sentence')} kept as notes to be sorted.`);
  if (kept.length > 0) drop(...kept);
}
function correct(sentence: Sentence): void {
  visit.text = sentence.text;
  leave(sentence);
  if (sentences.value.length === 0) visit.pasted = null;
  emit('done');
}
function close(): void {
  visit.pasted = null;
  emit('done');
}

const rows = () => [...(list.value?.querySelectorAll<HTMLElement>('li') ?? [])];
function focus(): void {
  rows()[current.value]?.focus();
}
onMounted(() => void nextTick(focus));
function onKey(event: KeyboardEvent): void {
  const sentence = sentences.value[current.value];
  if (!sentence || event.ctrlKey || event.altKey || event.metaKey) return;
  const digit = Number(event.key);
  if (event.key === 'ArrowDown') current.value = Math.min(current.value + 1, sentences.value.length - 1);
  else if (event.key === 'ArrowUp') current.value = Math.max(current.value - 1, 0);
  else if (event.key === 'a') takeOne(sentence, 0);
  else if (digit > 0 && digit <= (sentence.read?.told.length ?? 0)) takeOne(sentence, digit - 1);
  else if (event.key === 'n') takeOne(sentence, null);
  else if (event.key === 'c') correct(sentence);
  else if (event.key === 'x') drop(sentence);
  else return;
  // Letters and digits elsewhere lead to other screens.
  event.stopPropagation();
  event.preventDefault();
  if (event.key.startsWith('Arrow')) focus();
}
</script>

<template>
  <p v-if="failed" class="trouble small" role="alert">
    The text could not be read: {{ failed }}. It is still here; paste it again, or type its lines one by one.
  </p>
  <p class="small soft" role="status">
    {{ formatNumberOf(sentences.length, 'sentence') }}, {{ clear.length }} clear<template v-if="isReading"
      >, reading …</template
    >. <span class="mono">a</span> adds, a digit takes a reading, <span class="mono">c</span> corrects,
    <span class="mono">n</span> keeps as a note, <span class="mono">x</span> leaves out.
  </p>
  <ul ref="list" class="sentences" aria-label="Sentences of the text" @keydown="onKey">
    <li
      v-for="(sentence, i) in sentences"
      :key="sentence.text + i"
      :tabindex="i === current ? 0 : -1"
      :class="{ current: i === current }"
      :aria-label="sentence.text"
      @focus="current = i"
      @click="current = i"
    >
      <q>{{ sentence.text }}</q>
      <div>
        <p v-if="!sentence.read" class="soft small">Reading …</p>
        <p v-else-if="sentence.read.outcome === 'note'" class="soft small">Nothing was understood.</p>
        <ol v-else class="told">
          <li v-for="(told, n) in sentence.read.told" :key="told">
            <button type="button" :tabindex="-1" @click="takeOne(sentence, n)">
              <kbd>{{ sentence.read.told.length > 1 ? n + 1 : 'a' }}</kbd> {{ told }}
            </button>
          </li>
        </ol>
        <p v-if="i === current" class="small row-actions">
          <button type="button" @click="correct(sentence)"><kbd>c</kbd> Correct</button>
          <button type="button" @click="takeOne(sentence, null)"><kbd>n</kbd> Keep as a note</button>
          <button type="button" @click="drop(sentence)"><kbd>x</kbd> Leave out</button>
        </p>
      </div>
    </li>
  </ul>
  <div class="actions">
    <v-btn v-if="clear.length" color="primary" variant="flat" @click="takeClear">
      Add {{ formatNumberOf(clear.length, 'clear sentence') }}
    </v-btn>
    <v-btn v-if="sentences.length && !isReading" variant="outlined" @click="keepRest">
      Keep {{ formatNumberOf(sentences.length, 'sentence') }} as notes
    </v-btn>
    <v-btn variant="outlined" @click="close">Discard the text</v-btn>
  </div>
</template>

<style scoped>
.sentences {
  list-style: none;
  padding: 0;
  max-height: 420px;
  overflow: auto;
  margin: 6px 0;
  border-top: 1px solid rgb(var(--v-theme-line));
}
.sentences > li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 4px 16px;
  padding: 7px 6px;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
.sentences > li.current {
  background: rgb(var(--v-theme-background));
}
.sentences > li:focus-visible {
  outline: 2px solid rgb(var(--v-theme-accent));
  outline-offset: -2px;
}
q {
  quotes: none;
}
.told {
  list-style: none;
  padding: 0;
}
.told button,
.row-actions button {
  text-align: left;
}
.row-actions {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  padding-top: 4px;
  color: rgb(var(--v-theme-ink-soft));
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 6px 0 0;
}
@media (max-width: 700px) {
  .sentences > li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
