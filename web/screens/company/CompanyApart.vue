<script setup lang="ts">
/** What sets one apart in the company, what it lacks that most have, which of its numbers are unusual. */
import { computed, ref } from 'vue';
import { labelOfArea } from '../../../core/catalogue/areas.ts';
import { findFactKey } from '../../../core/catalogue/factSheet.ts';
import type { Distinct, Distinctness } from '../../../core/peers/distinct.ts';
import { wordCounts, wordDistinct, wordUnusual } from '../../../core/wording/companyText.ts';

const props = defineProps<{
  distinctness: Distinctness;
  name: string;
  about: string;
  nameOf: (id: string) => string;
}>();
defineEmits<{ fact: [key: string] }>();
/** So many lines at first. */
const FIRST = 14;
const showsAll = ref(false);
const lists = computed(() => [
  {
    id: 'apart',
    title: `What sets ${props.name} apart`,
    none: 'Nothing that less than half of them have.',
    entries: props.distinctness.apart,
  },
  {
    id: 'lacks',
    title: 'What it lacks that most have',
    none: 'Nothing that most of them have.',
    entries: props.distinctness.lacks,
  },
]);
const shown = (entries: readonly Distinct[]) => (showsAll.value ? entries : entries.slice(0, FIRST));
const areaOf = (key: string) => labelOfArea(findFactKey(key)!.area);
/** Owner, where it is carried. */
const carriedFrom = ({ setBy }: Distinct) =>
  setBy && setBy !== props.about ? `from ${props.nameOf(setBy)}` : '';
</script>

<template>
  <div class="lists">
    <section v-for="list in lists" :key="list.id">
      <h2>{{ list.title }}</h2>
      <ol :aria-label="list.title">
        <li v-for="entry in shown(list.entries)" :key="entry.key + entry.name">
          <button class="plain" @click="$emit('fact', entry.key)">
            {{ wordDistinct(entry) }}
            <span v-if="entry.isRare && list.id === 'apart'" class="rare small">rare</span>
          </button>
          <span class="small soft">
            {{ areaOf(entry.key) }};
            {{ list.id === 'lacks' ? `${entry.k} of ${entry.n} have it` : wordCounts(entry, nameOf)
            }}{{ list.id === 'apart' && carriedFrom(entry) ? `; ${carriedFrom(entry)}` : '' }}
          </span>
        </li>
      </ol>
      <p v-if="list.entries.length === 0" class="soft">{{ list.none }}</p>
    </section>
    <section>
      <h2>Outside the usual range</h2>
      <ul>
        <li v-for="entry in distinctness.outside" :key="entry.key">
          <button class="plain" @click="$emit('fact', entry.key)">{{ wordUnusual(entry) }}</button>
        </li>
      </ul>
      <p v-if="distinctness.outside.length === 0" class="soft">
        No number of it is, as far as four or more are known.
      </p>
      <button
        v-if="lists.some(({ entries }) => entries.length > FIRST)"
        class="accent-link"
        @click="showsAll = !showsAll"
      >
        {{ showsAll ? 'Only the first' : `All ${lists[0].entries.length} and ${lists[1].entries.length}` }}
      </button>
    </section>
  </div>
</template>

<style scoped>
.lists {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: 8px 32px;
}
ol,
ul {
  padding: 0;
  list-style: none;
}
li {
  padding: 5px 0;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
li > span {
  display: block;
}
.plain {
  text-align: left;
}
.plain:hover {
  text-decoration: underline;
}
.rare {
  margin-left: 6px;
  padding: 0 6px;
  border: 1px solid rgb(var(--v-theme-accent));
  border-radius: 10px;
}
</style>
