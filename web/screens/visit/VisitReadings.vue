<script setup lang="ts">
/** How a line is understood: the part that each word plays and the sentence that it will be told as; or the readings among which one is asked for. */
import { computed, ref } from 'vue';
import { withChoice, type Entry, type EntryChoice } from '../../../core/understanding/entry.ts';
import { PART_NAMES, stretchesOf } from '../../../core/understanding/markedLine.ts';
import { wordChoice } from '../../../core/wording/lineText.ts';
import { useVisitStore } from '../../stores/visitStore.ts';

const props = defineProps<{
  entry: Entry;
  text: string;
  /** The line was entered, and one of the readings is asked for. */
  isAsked: boolean;
}>();
const emit = defineEmits<{ take: [choice: EntryChoice | null]; leave: [] }>();
const visit = useVisitStore();
const list = ref<HTMLElement | null>(null);

/** What each reading would record, the likeliest first. */
const readings = computed(() =>
  props.entry.choices.map((choice) => ({
    choice,
    ...wordChoice(withChoice(visit.context(), choice), choice.edit),
    stretches: stretchesOf(props.text.trim(), choice.words),
  })),
);
const understood = computed(() =>
  props.entry.outcome === 'recorded' || props.entry.outcome === 'turn' ? readings.value[0] : undefined,
);

function onKey(event: KeyboardEvent): void {
  const digit = Number(event.key);
  const reading = digit > 0 ? readings.value[digit - 1] : undefined;
  if (reading) emit('take', reading.choice);
  else if (event.key === '0' || event.key === 'n') emit('take', null);
  else if (event.key === 'Escape') emit('leave');
  else return;
  // A digit elsewhere leads to another screen.
  event.stopPropagation();
  event.preventDefault();
}
defineExpose({ focus: () => list.value?.focus() });
</script>

<template>
  <template v-if="understood">
    <p v-if="understood.choice.words.length" class="marked" aria-hidden="true">
      <template v-for="(stretch, i) in understood.stretches" :key="i">
        <span v-if="stretch.part" class="stretch" :class="stretch.part"
          ><span class="words">{{ stretch.text.trim() }}</span
          ><span class="part">{{ PART_NAMES[stretch.part] }}</span></span
        ><span v-else class="soft">{{ stretch.text }}</span>
      </template>
    </p>
    <p v-if="understood.text" id="visit-understood" role="status">
      <span class="soft">Enter records: </span>{{ understood.text }}
      <span v-if="entry.outcome === 'recorded'" class="soft">↓ other readings</span>
      <span v-for="remark in understood.remarks" :key="remark" class="remark-word"> {{ remark }}</span>
    </p>
  </template>
  <div v-else-if="entry.outcome === 'ask'" id="visit-understood">
    <p :role="isAsked ? undefined : 'status'">
      {{ isAsked ? 'Which is meant? Press its number.' : 'Enter asks which of these is meant.' }}
    </p>
    <ol ref="list" class="asked" tabindex="-1" aria-label="Readings of the line" @keydown="onKey">
      <li v-for="({ choice, text }, i) in readings" :key="i">
        <button type="button" @click="emit('take', choice)">
          <kbd>{{ i + 1 }}</kbd> {{ text }}
        </button>
      </li>
      <li>
        <button type="button" class="soft" @click="emit('take', null)">
          <kbd>0</kbd> Keep as a note to be sorted
        </button>
      </li>
    </ol>
  </div>
  <p v-else-if="entry.outcome === 'note'" id="visit-understood" class="soft" role="status">
    Not understood so far. Enter keeps the line as a note to be sorted.
  </p>
</template>

<style scoped>
.marked {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 5px;
  padding-bottom: 3px;
  font-size: 14px;
}
.stretch {
  display: inline-flex;
  flex-direction: column;
  align-items: center;
}
.words {
  align-self: stretch;
  text-align: center;
  border-bottom: 2px solid rgb(var(--v-theme-line));
}
.stretch.value .words,
.stretch.state .words {
  border-bottom-color: rgb(var(--v-theme-accent));
}
.part {
  font-size: 11px;
  line-height: 1.35;
  color: rgb(var(--v-theme-ink-soft));
}
.asked {
  list-style: none;
  padding: 0;
}
.asked:focus-visible {
  outline: 2px solid rgb(var(--v-theme-accent));
  outline-offset: 3px;
}
.asked button {
  display: flex;
  gap: 8px;
  width: 100%;
  padding: 3px 6px;
  text-align: left;
}
.asked button:hover {
  background: rgb(var(--v-theme-accent-soft));
}
.asked kbd {
  min-width: 20px;
  height: 20px;
  text-align: center;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 4px;
}
.remark-word {
  color: rgb(var(--v-theme-accent-ink));
}
</style>
