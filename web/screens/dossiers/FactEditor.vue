<script setup lang="ts">
/** Edits one fact where it stands: a value or a state, and the source it comes from. */
import { computed, ref } from 'vue';
import type { FactKey } from '../../../core/catalogue/factSheet.ts';
import { parseSaidNumber } from '../../../core/catalogue/saidNumber.ts';
import type { Reading } from '../../../core/catalogue/reading.ts';
import type { RecordId } from '../../../core/catalogue/recordId.ts';
import { wordSaidNumber } from '../../../core/wording/sayingText.ts';
import { wordIssue } from '../../../core/wording/issueText.ts';
import { isLikelyPartial } from '../../../core/editing/partialLists.ts';
import type { Handed } from '../../../core/layers/cell.ts';
import EditorPopup from '../../parts/EditorPopup.vue';
import SourceChoice from '../sources/SourceChoice.vue';
import { useFactEditing } from './useFactEditing.ts';
import { useDraftOf } from '../../stores/drafts.ts';

const props = defineProps<{
  fact: FactKey;
  subject: RecordId;
  /** The edition that was looked at, where one of the release is meant. */
  edition?: RecordId;
  subjectName: string;
  /** What the base hands up; undefined where there is none. */
  below?: Handed;
  text: string;
  /** The reading in force here, if there is one. */
  reading: Reading | undefined;
  anchor: HTMLElement;
}>();
const emit = defineEmits<{ close: [] }>();

const { write } = useFactEditing();
const text = ref(props.text);
/** The source as typed; null until something is. */
const sourceText = ref<string | null>(null);
/** Where in the source it stands, and what is remarked. */
const place = ref(props.reading?.place ?? '');
const remark = ref(props.reading?.note ?? '');
const sourceChoice = ref<InstanceType<typeof SourceChoice> | null>(null);
const certainty = ref<Reading['certainty']>('sure');
/** The reading in force was right then, and is no longer. */
const replaces = ref(false);
/** `12 % of 8 GiB = 983 MiB`, `kept as said: 25 to 30 minutes`, while it is typed. */
const understood = computed(() => {
  const number = props.fact.type === 'number' ? parseSaidNumber(props.fact, text.value) : null;
  return number ? wordSaidNumber(props.fact, number) : '';
});
/** An element with two of its settings, as an example. */
const settingsHint = computed(
  () =>
    `front {${(props.fact.settings ?? [])
      .slice(0, 2)
      .map((name) => `${name}=…`)
      .join(' | ')}}`,
);
/** Of a list: whether it is all of it. Until that is said, it follows what is typed. */
const saidPartial = ref<boolean | null>(
  props.reading?.state === 'set' ? props.reading.marks.includes('partial') : null,
);
const isPartial = computed({
  get: () => saidPartial.value ?? isLikelyPartial(props.fact, text.value, props.below),
  set: (value) => (saidPartial.value = value),
});
/** What is not there is so by choice. */
const onPurpose = ref(props.reading?.marks.includes('onPurpose') ?? false);
const { restored, drop, reset } = useDraftOf(
  `fact/${props.subject}/${props.edition ?? ''}/${props.fact.key}`,
  { text, sourceText, certainty, replaces, saidPartial, onPurpose, place, remark },
);
function marksFor(state: string): Reading['marks'] {
  if (state === 'set' && props.fact.type === 'list' && isPartial.value) return ['partial'];
  return state === 'none' && onPurpose.value ? ['onPurpose'] : [];
}
const trouble = ref('');

const choices = computed(() => (props.fact.type === 'yesNo' ? ['yes', 'no'] : props.fact.choices));
const placeholder = computed(() => {
  if (props.fact.type === 'list')
    return 'one after another, separated by semicolons; Shift+Enter for a new line';
  if (props.fact.unit === 'MiB') return 'about 1.2 GiB, 12 % of 8 GiB';
  if (props.fact.type === 'date') return '2029-06-01, 2029-06 or 2029';
  return props.fact.type === 'number'
    ? `25, about 25, 25 to 30${props.fact.unit ? ` ${props.fact.unit}` : ''}, few`
    : '';
});

function save(state: 'set' | 'unchanged' | 'none' | 'doesNotApply'): void {
  const source = sourceChoice.value!.chosenSource();
  if (typeof source === 'string') {
    trouble.value = source;
    return;
  }
  const result = write(
    { subject: props.subject, ...(props.edition && { edition: props.edition }) },
    props.fact,
    {
      ...(state === 'set' ? { state, text: text.value } : { state }),
      certainty: certainty.value,
      marks: marksFor(state),
      ...(remark.value.trim() !== (props.reading?.note ?? '') && { note: remark.value.trim() }),
      ...(replaces.value && { replaces: props.reading!.id }),
    },
    source,
    place.value.trim(),
  );
  if (result.ok) {
    drop();
    emit('close');
  } else trouble.value = result.issues.map(wordIssue).join(' ');
}
</script>

<template>
  <EditorPopup
    :label="`Edit ${fact.label} of ${subjectName}`"
    :anchor="anchor"
    :width="400"
    @save="save('set')"
    @close="emit('close')"
  >
    <div class="small soft">{{ fact.label }}, {{ subjectName }}</div>
    <p v-if="restored" class="small" role="status">
      What you had typed here before and not saved is back.
      <button type="button" class="accent-link" @click="reset">Throw it away</button>
    </p>
    <div>
      <select v-if="choices" v-model="text" class="field" aria-label="Value">
        <option value="" disabled>choose …</option>
        <option v-for="choice in choices" :key="choice">{{ choice }}</option>
      </select>
      <textarea
        v-else-if="fact.type === 'list'"
        v-model="text"
        class="field"
        :rows="Math.min(9, Math.max(4, text.split('\n').length + 1))"
        aria-label="Value"
        :placeholder="placeholder"
      />
      <input v-else v-model="text" class="field" aria-label="Value" :placeholder="placeholder" />
      <div v-if="understood" class="small soft" role="status">{{ understood }}</div>
    </div>
    <fieldset v-if="fact.type === 'list'" class="whole small">
      <legend class="visually-hidden">How much of the list this is</legend>
      <label><input v-model="isPartial" type="radio" :value="false" /> all of it</label>
      <label
        ><input v-model="isPartial" type="radio" :value="true" /> at least these: adds, drops nothing</label
      >
    </fieldset>
    <p v-if="fact.settings" class="small soft">
      More of one stands behind it: {{ settingsHint
      }}<template v-if="fact.settings.length > 2">; also {{ fact.settings.slice(2).join(', ') }}</template
      >.
    </p>
    <SourceChoice
      ref="sourceChoice"
      v-model="sourceText"
      :source="reading?.source ?? null"
      :subject="subject"
    />
    <div class="around">
      <label
        ><span class="small soft">Where in it</span
        ><input v-model="place" class="field" placeholder="page 12, 3:40" maxlength="2000"
      /></label>
      <label
        ><span class="small soft">How sure</span>
        <select v-model="certainty" class="field">
          <option v-for="each in ['sure', 'likely', 'unsure']" :key="each">{{ each }}</option>
        </select></label
      >
      <label class="wide"
        ><span class="small soft">Remark</span><input v-model="remark" class="field" maxlength="20000"
      /></label>
    </div>
    <label v-if="reading" class="small">
      <input v-model="replaces" type="checkbox" /> takes the place of what was found before, which was right
      then
    </label>
    <label class="small"
      ><input v-model="onPurpose" type="checkbox" /> if there is none: left out on purpose</label
    >
    <p v-if="trouble" class="trouble small" role="alert">{{ trouble }}</p>
    <div class="actions">
      <v-btn type="submit" variant="flat" color="primary">Save value</v-btn>
      <v-btn title="Looked at it: as in the base" @click="save('unchanged')">Unchanged</v-btn>
      <v-btn title="Looked for it: there is none" @click="save('none')">None</v-btn>
      <v-btn title="The question does not arise here" @click="save('doesNotApply')">Does not apply</v-btn>
    </div>
  </EditorPopup>
</template>

<style scoped>
.around {
  display: grid;
  grid-template-columns: 1fr 110px;
  gap: 6px 8px;
}
.around label {
  display: grid;
  gap: 2px;
}
.around .wide {
  grid-column: 1 / -1;
}
.whole {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  padding: 0;
  border: 0;
}
</style>
