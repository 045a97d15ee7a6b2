<script setup lang="ts">
/** What comes of the words for each audience; what must be there; what is disclosed. */
import { computed, ref } from 'vue';
import type { SideBySide } from '../../../core/catalogue/sideBySide.ts';
import type { Compared } from '../../../core/comparing/compareSides.ts';
import type { Outcome } from '../../../core/comparing/outcome.ts';
import type { MustHave, SaidOfSides } from '../../../core/comparing/words.ts';
import { wordOutcome } from '../../../core/wording/sideText.ts';
import { listOf } from '../../../core/wording/valueText.ts';

const props = defineProps<{
  compared: Compared;
  outcomes: readonly Outcome[];
  said: SaidOfSides;
  kept?: SideBySide;
  canEdit: boolean;
}>();
const emit = defineEmits<{
  must: [before: string, mustHave: SideBySide['mustHaves'][number] | null];
}>();

const isAdding = ref(false);
const text = ref('');
const met = ref<SideBySide['mustHaves'][number]['met']>([]);
function begin(mustHave?: MustHave): void {
  isAdding.value = true;
  text.value = mustHave
    ? `${mustHave.text}${mustHave.for.length ? ` for ${mustHave.for.join(', ')}` : ''}`
    : '';
  met.value = mustHave ? [...mustHave.met] : props.compared.names.map(() => 'not known' as const);
}
function add(): void {
  const [, plain = '', whom = ''] = /^(.+?)(?: for (?:the )?(.+))?$/i.exec(text.value.trim()) ?? [];
  if (plain) emit('must', plain, { text: plain, for: whom.split(/,\s*/).filter(Boolean), met: met.value });
  isAdding.value = false;
}
const turn = (place: number) =>
  (met.value = met.value.with(
    place,
    { yes: 'no', no: 'not known', 'not known': 'yes' }[met.value[place]] as 'yes' | 'no' | 'not known',
  ));
const isKept = (each: MustHave) => props.kept?.mustHaves.some((own) => own.text === each.text) ?? false;
const lead = computed(() =>
  props.outcomes.map((outcome) => ({ outcome, text: wordOutcome(props.compared, outcome) })),
);
</script>

<template>
  <section class="outcome" aria-label="Outcome">
    <p v-for="{ outcome, text: words } in lead" :key="outcome.audience" class="sentence">{{ words }}</p>
    <p v-if="outcomes.length === 0" class="soft">
      Give a verdict on a point (Enter on its row), and what comes of all of them is calculated here, for each
      audience that is named.
    </p>
    <p class="musts small">
      <span class="soft">Must be there:</span>
      <button
        v-for="each in said.mustHaves"
        :key="each.text"
        class="chip"
        :disabled="!canEdit"
        @click="begin(each)"
      >
        {{ each.text }}<span v-if="each.for.length" class="soft"> for {{ listOf(each.for) }}</span> ({{
          compared.names.map((name, i) => `${name} ${each.met[i]}`).join(', ')
        }})
      </button>
      <span v-if="said.mustHaves.length === 0" class="soft">nothing yet</span>
      <button v-if="canEdit && !isAdding" class="accent-link" @click="begin()">Add one</button>
      <span v-if="isAdding" class="adding">
        <input
          v-model="text"
          class="field"
          aria-label="What must be there"
          placeholder="card reader by itself for counters"
          autofocus
          @keydown.enter="add"
          @keydown.esc.stop="isAdding = false"
        />
        <button v-for="(name, i) in compared.names" :key="i" class="chip" @click="turn(i)">
          {{ name }}: {{ met[i] }}
        </button>
        <v-btn size="small" @click="add">Keep it</v-btn>
        <v-btn
          v-if="isKept({ text: text.replace(/ for .*/, ''), for: [], met })"
          size="small"
          @click="
            emit('must', text.replace(/ for .*/, ''), null);
            isAdding = false;
          "
          >Take it out</v-btn
        >
      </span>
      <template v-if="said.bias.length">
        <span class="soft">Disclosed:</span>
        {{ said.bias.map((text) => text.replace(/\.$/, '')).join('; ') }}</template
      >
    </p>
  </section>
</template>

<style scoped>
.outcome {
  padding: 8px 20px 10px;
  background: rgb(var(--v-theme-surface));
  border-top: 1px solid rgb(var(--v-theme-line));
  max-height: 24vh;
  overflow: auto;
}
.sentence + .sentence {
  margin-top: 3px;
}
.musts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: center;
  margin-top: 5px;
}
/* Narrow: it stands below the points, as long as it is. */
@media (width <= 800px) {
  .outcome {
    max-height: none;
    padding: 8px 12px 16px;
  }
}
@media print {
  .outcome {
    max-height: none;
    padding: 8px 0;
    break-inside: avoid;
  }
  .musts button.accent-link,
  .adding {
    display: none;
  }
}
.adding {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.adding input {
  width: 260px;
}
.chip {
  white-space: normal;
  text-align: left;
}
</style>
