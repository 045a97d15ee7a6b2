<script setup lang="ts">
/** A part of what is told, with its heading; while its text is edited, it can be rewritten, moved, left out and added to. */
import { computed, reactive, watch } from 'vue';
import type { RouteLocationRaw } from 'vue-router';
import type { Catalogue } from '../../core/catalogue/catalogue.ts';
import type { RecordId } from '../../core/catalogue/recordId.ts';
import type { StatementTarget } from '../../core/statements/statement.ts';
import type { ReportPart } from '../../core/telling/document.ts';
import SentenceEditor from './SentenceEditor.vue';
import ToldBlocks from './ToldBlocks.vue';
import { providePartEditing, type ReportEditing } from './reportEditing.ts';

const props = defineProps<{
  catalogue: Catalogue;
  part: ReportPart;
  numbers: ReadonlyMap<RecordId, number>;
  addressOf: (to: StatementTarget) => RouteLocationRaw;
  editing: ReportEditing;
}>();
const emit = defineEmits<{ source: [id: RecordId] }>();
const { editing } = props;
providePartEditing({
  get part() {
    return props.part.id;
  },
  editing,
});

const isOpen = (at: string) =>
  editing.open.value?.part === props.part.id && editing.open.value.at === at && editing.isOn.value;
const open = (at: string) => (editing.open.value = { part: props.part.id, at });
/** What the program calls the part. */
const programTitle = computed(() => {
  const { worded, title } = props.part;
  return worded?.does === 'rewrites' ? (editing.outdated.value.get(worded.id)?.now ?? worded.instead) : title;
});
const saveTitle = (text: string) => {
  const own = props.part.worded;
  return own?.does === 'adds'
    ? editing.write({ ...own, title: text }, own.id)
    : editing.rewrite({ part: props.part.id, at: '', text, instead: programTitle.value, sources: [] });
};
const draft = reactive({ title: '', text: '', at: 'below' });
watch(
  () => isOpen('new'),
  () => Object.assign(draft, { title: '', text: '', at: 'below' }),
);
</script>

<template>
  <section>
    <h2>
      <SentenceEditor
        v-if="isOpen('')"
        :text="part.title"
        :label="`Heading: ${part.title}`"
        :worded="part.worded"
        :now="programTitle"
        @save="saveTitle"
        @restore="editing.restore(part.worded!)"
        @close="editing.open.value = null"
      />
      <button v-else-if="editing.isOn.value" class="editable" @click="open('')">{{ part.title }}</button>
      <template v-else>{{ part.title }}</template>
      <slot name="head" />
      <span v-if="editing.isOn.value" class="tools small">
        <button class="accent-link" :aria-label="`Move up: ${part.title}`" @click="editing.move(part.id, -1)">
          Move up
        </button>
        <button
          class="accent-link"
          :aria-label="`Move down: ${part.title}`"
          @click="editing.move(part.id, 1)"
        >
          Move down
        </button>
        <button
          class="accent-link"
          :aria-label="`Leave out: ${part.title}`"
          @click="editing.leaveOut(part.id)"
        >
          Leave out
        </button>
        <button class="accent-link" :aria-label="`Add a paragraph: ${part.title}`" @click="open('new')">
          Add a paragraph
        </button>
      </span>
    </h2>
    <div v-if="isOpen('new')" class="new small">
      <input
        v-model="draft.title"
        class="field"
        aria-label="Heading"
        placeholder="Heading, if it is to be a part of its own"
      />
      <textarea
        v-model="draft.text"
        class="field"
        rows="3"
        aria-label="Paragraph"
        placeholder="Paragraph"
        @keydown.escape.stop="editing.open.value = null"
        @keydown.enter.ctrl.prevent="editing.write({ ...draft, part: part.id }, null)"
      />
      <span class="tools">
        <label
          ><input v-model="draft.at" type="radio" :name="`place-${part.id}`" value="above" /> above what “{{
            part.title
          }}” tells</label
        >
        <label
          ><input v-model="draft.at" type="radio" :name="`place-${part.id}`" value="below" /> below it</label
        >
        <button
          class="accent-link"
          :disabled="!draft.text.trim()"
          @click="editing.write({ ...draft, part: part.id }, null)"
        >
          Add paragraph
        </button>
        <button class="accent-link" @click="editing.open.value = null">Cancel</button>
      </span>
    </div>
    <ToldBlocks
      v-bind="{ catalogue, blocks: part.blocks, numbers, addressOf }"
      @source="emit('source', $event)"
    />
    <slot />
  </section>
</template>

<style scoped>
section {
  padding-top: 14px;
}
h2 {
  padding-bottom: 3px;
  border-bottom: 1px solid rgb(var(--v-theme-line));
  margin-bottom: 6px;
  break-after: avoid;
}
.tools {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  margin-left: 10px;
  font-weight: 400;
  letter-spacing: 0;
}
.new {
  display: grid;
  gap: 6px;
  margin: 6px 0;
}
.new .field {
  font: inherit;
  width: 100%;
}
.new .tools {
  margin-left: 0;
}
</style>
