<script setup lang="ts">
/** While a report's text is edited: for which reports, what is left out, and which own words are out of date. */
import { describeOutdated } from '../../core/telling/lastWord.ts';
import type { ReportEditing } from './reportEditing.ts';

const props = defineProps<{
  editing: ReportEditing;
  /** `every dossier` */
  all: string;
}>();
const { isOn, forAll, leftOut, outdated, open } = props.editing;
</script>

<template>
  <div v-if="isOn" class="bar small" role="region" aria-label="Edit the text">
    <p>
      Click a sentence, a cell or a heading to rewrite it.
      <label
        ><input v-model="forAll" type="checkbox" /> Headings, new paragraphs and the order of parts apply to
        {{ all }}</label
      >
      <button class="accent-link" @click="isOn = false">Done</button>
    </p>
    <p v-if="leftOut.length">
      Left out:
      <button v-for="part in leftOut" :key="part.id" class="chip" @click="editing.putBack(part.id)">
        Add back “{{ part.title }}”
      </button>
    </p>
    <ul v-if="outdated.size">
      <li v-for="[id, each] in outdated" :key="id">
        {{ describeOutdated(each) }}
        <button
          v-if="each.now !== null"
          class="accent-link"
          @click="open = { part: each.editorial.part, at: each.editorial.at }"
        >
          Edit
        </button>
        <button class="accent-link" @click="editing.restore(each.editorial)">Delete my text</button>
      </li>
    </ul>
  </div>
  <p v-else-if="outdated.size" class="small out">
    {{ outdated.size === 1 ? 'A sentence of yours is' : `${outdated.size} sentences of yours are` }} out of
    date.
    <button class="accent-link" @click="isOn = true">Show</button>
  </p>
</template>

<style scoped>
.bar {
  margin-top: 10px;
  padding: 8px 12px;
  border-radius: 6px;
  background: rgb(var(--v-theme-accent-soft));
}
.bar p {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
}
ul {
  padding-left: 18px;
}
.out {
  margin-top: 8px;
}
</style>
