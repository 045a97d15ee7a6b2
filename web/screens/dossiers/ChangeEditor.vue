<script setup lang="ts">
/**
 * Edits what is recorded of a change: why it was made, what follows, how much it weighs. Where the base's value is not
 * known, also what the change is.
 */
import { computed, ref } from 'vue';
import { CHANGE_KINDS, type ChangeKind, type RecordedChange } from '../../../core/catalogue/change.ts';
import { isDirect } from '../../../core/catalogue/directChange.ts';
import { VALUES_ASKED } from '../../../core/editing/changes.ts';
import { formatTypedValue, type FactKey } from '../../../core/catalogue/factSheet.ts';
import type { FactValue } from '../../../core/catalogue/factValue.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { WEIGHTS, wordElement } from '../../../core/wording/changeText.ts';
import { wordIssue } from '../../../core/wording/issueText.ts';
import type { ComparedElement } from '../../../core/layers/compareValues.ts';
import EditorPopup from '../../parts/EditorPopup.vue';
import SourceChoice from '../sources/SourceChoice.vue';
import { useDraftOf } from '../../stores/drafts.ts';
import { useChangeEditing } from './useChangeEditing.ts';

const props = defineProps<{
  fact: FactKey;
  subject: RecordId;
  subjectName: string;
  /** What was computed; null where the base's value, or this layer's own, is not known. */
  compared: readonly ComparedElement[] | null;
  /** Whether the base's value is known, though this layer's own is not. */
  baseKnown: boolean;
  /** What is there already and is edited. */
  record: RecordedChange | undefined;
  anchor: HTMLElement;
}>();
const emit = defineEmits<{ close: [] }>();

const { write } = useChangeEditing();
const typed = (value: FactValue | undefined) =>
  value === undefined ? '' : formatTypedValue(props.fact, value);
const isDirectly = computed(() => (props.record ? isDirect(props.record) : props.compared === null));
const does = ref<ChangeKind>(props.record?.does ?? (props.fact.type === 'list' ? 'adds' : 'replaces'));
const before = ref(typed(props.record?.before));
const after = ref(typed(props.record?.after));
const element = ref(props.record?.element ?? '');
const motive = ref(props.record?.motive ?? '');
const consequence = ref(props.record?.consequence ?? '');
const weight = ref<0 | 1 | 2 | 3>(props.record?.weight ?? 0);
const sourceText = ref<string | null>(null);
const { restored, drop, reset } = useDraftOf(
  `change/${props.subject}/${props.fact.key}/${props.record?.id ?? ''}`,
  { does, before, after, element, motive, consequence, weight, sourceText },
);
const sourceChoice = ref<InstanceType<typeof SourceChoice> | null>(null);
const trouble = ref('');

const WHAT_HAPPENS = {
  known: 'What is recorded here is applied to what the base has: the rest stays as it is there.',
  unknown:
    'What the base has is not known. Recorded here, the change stands until it is, and is then held against it.',
} as const;
const asked = computed(() => VALUES_ASKED[does.value]);
const changed = computed(() => (props.compared ?? []).filter(({ kind }) => kind !== 'keeps'));
const isList = computed(() => props.fact.type === 'list');

function save(): void {
  const source = sourceChoice.value!.chosenSource();
  if (typeof source === 'string') {
    trouble.value = source;
    return;
  }
  const result = write(
    props.subject,
    props.fact,
    {
      ...(isDirectly.value && { does: does.value }),
      before: before.value,
      after: after.value,
      element: element.value,
      motive: motive.value,
      consequence: consequence.value,
      ...(weight.value && { weight: weight.value }),
    },
    source,
    props.record,
  );
  if (result.ok) {
    drop();
    emit('close');
  } else trouble.value = result.issues.map(wordIssue).join(' ');
}
</script>

<template>
  <EditorPopup
    :label="`Change of ${fact.label} in ${subjectName}`"
    :anchor="anchor"
    :width="420"
    @save="save"
    @close="emit('close')"
  >
    <div class="small soft">{{ fact.label }}, {{ subjectName }}</div>
    <p v-if="restored" class="small" role="status">
      What you had typed here before and not saved is back.
      <button type="button" class="accent-link" @click="reset">Throw it away</button>
    </p>
    <template v-if="isDirectly">
      <p class="small soft">
        {{ WHAT_HAPPENS[baseKnown ? 'known' : 'unknown'] }}
      </p>
      <select v-model="does" class="field" aria-label="What it does">
        <option v-for="kind in CHANGE_KINDS" :key="kind">{{ kind }}</option>
      </select>
      <label v-if="asked.before && (isList || does === 'replaces')">
        <span class="small soft">{{ does === 'replaces' ? 'In place of (if known)' : 'What' }}</span>
        <textarea v-if="isList" v-model="before" class="field" rows="2" placeholder="one per line" />
        <input v-else v-model="before" class="field" />
      </label>
      <label v-if="asked.after">
        <span class="small soft">{{ does === 'adds' ? 'What' : 'Now' }}</span>
        <textarea v-if="isList" v-model="after" class="field" rows="2" placeholder="one per line" />
        <input v-else v-model="after" class="field" />
      </label>
    </template>
    <label v-else-if="isList && changed.length > 1">
      <span class="small soft">About</span>
      <select v-model="element" class="field">
        <option value="">all of it</option>
        <option v-for="each in changed" :key="`${each.kind} ${each.name}`" :value="each.name">
          {{ wordElement(each) }}
        </option>
      </select>
    </label>
    <label>
      <span class="small soft">Why it was made</span>
      <textarea v-model="motive" class="field" rows="2" />
    </label>
    <label>
      <span class="small soft">What follows from it</span>
      <textarea v-model="consequence" class="field" rows="2" />
    </label>
    <label>
      <span class="small soft">Weight</span>
      <select v-model.number="weight" class="field">
        <option :value="0">not weighed: counted</option>
        <option v-for="(word, i) in WEIGHTS" :key="word" :value="i + 1">{{ i + 1 }}, {{ word }}</option>
      </select>
    </label>
    <SourceChoice
      ref="sourceChoice"
      v-model="sourceText"
      :source="record?.sources[0] ?? null"
      :subject="subject"
    />
    <p v-if="trouble" class="trouble small" role="alert">{{ trouble }}</p>
    <div class="actions">
      <v-btn type="submit" variant="flat" color="primary">{{
        isDirectly ? 'Record this change' : 'Save what is known of it'
      }}</v-btn>
      <v-btn title="What is typed stays a draft" @click="emit('close')">Close</v-btn>
    </div>
  </EditorPopup>
</template>

<style scoped>
label {
  display: grid;
  gap: 2px;
}
</style>
