<script setup lang="ts">
/** What both changed, side by side with who, when and where: decided one by one, or all that is left by a rule. */
import { computed } from 'vue';
import { formatNumberOf } from '../../../core/wording/valueText.ts';
import type { Choice } from '../../../core/merging/conflict.ts';
import type { ConflictRow } from '../../../workspace/mergeWork.ts';
import { useMergeStore } from '../../stores/mergeStore.ts';

const props = defineProps<{ conflicts: readonly ConflictRow[] }>();
const merge = useMergeStore();
/** So many are drawn; those decided first make room. */
const MOST = 200;
const shown = computed(() => props.conflicts.slice(0, MOST));
const isDated = computed(() => merge.undecided.some(({ newer }) => newer));
const CHOICES: readonly (readonly [Choice, string])[] = [
  ['mine', 'mine'],
  ['theirs', 'theirs'],
  ['both', 'both'],
];
function toggle(key: string, choice: Choice): void {
  if (merge.choices.get(key) === choice) merge.choices.delete(key);
  else merge.choices.set(key, choice);
}
</script>

<template>
  <div>
    <div class="head">
      <h2>{{ merge.view?.isThreeWay ? 'Both changed' : 'Not alike' }}</h2>
      <template v-if="merge.undecided.length">
        <span class="small soft">Decide the {{ merge.undecided.length }} left:</span>
        <button class="chip" @click="merge.decideAll('mine')">all mine</button>
        <button class="chip" @click="merge.decideAll('theirs')">all theirs</button>
        <button v-if="isDated" class="chip" @click="merge.decideAll('newer')">the newer, by date</button>
      </template>
    </div>
    <table class="plain-table">
      <thead>
        <tr>
          <th class="what">What</th>
          <th>Mine</th>
          <th>Theirs</th>
          <th>Was</th>
          <th class="take">Take</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="each in shown" :key="each.key" :class="{ open: !merge.choices.has(each.key) }">
          <td>
            <strong>{{ each.what }}</strong>
            <span v-if="each.field" class="soft">, {{ each.field }}</span>
            <p v-if="each.rule || each.rests" class="small soft">
              {{ each.rule
              }}<template v-if="each.rests"
                >With it {{ each.rests === 1 ? 'goes' : 'go' }}
                {{ formatNumberOf(each.rests, 'record') }} that rest on it.</template
              >
            </p>
          </td>
          <td :class="{ chosen: ['mine', 'both'].includes(merge.choices.get(each.key) ?? '') }">
            {{ each.mine }}
            <p v-if="each.mineFrom" class="small soft">{{ each.mineFrom }}</p>
          </td>
          <td :class="{ chosen: ['theirs', 'both'].includes(merge.choices.get(each.key) ?? '') }">
            {{ each.theirs }}
            <p v-if="each.theirsFrom" class="small soft">{{ each.theirsFrom }}</p>
          </td>
          <td class="soft">{{ each.base }}</td>
          <td>
            <span class="choices" role="group" :aria-label="`Take, of ${each.what}`">
              <template v-for="[choice, label] in CHOICES" :key="choice">
                <button
                  v-if="choice !== 'both' || each.canBoth"
                  class="chip"
                  :class="{ on: merge.choices.get(each.key) === choice }"
                  :aria-pressed="merge.choices.get(each.key) === choice"
                  @click="toggle(each.key, choice)"
                >
                  {{ label }}
                </button>
              </template>
            </span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="conflicts.length > MOST" class="small soft">
      And {{ conflicts.length - MOST }} more: decide those by a rule above.
    </p>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  gap: 8px;
  align-items: baseline;
  margin-bottom: 4px;
}
.plain-table {
  table-layout: fixed;
}
.plain-table td {
  vertical-align: top;
  overflow-wrap: anywhere;
}
.what {
  width: 30%;
}
.take {
  width: 176px;
}
.choices {
  display: flex;
  gap: 6px;
}
.chosen {
  background: rgb(var(--v-theme-accent-soft));
}
.open td:first-child {
  border-left: 3px solid rgb(var(--v-theme-accent));
  padding-left: 8px;
}
tr:not(.open) td:first-child {
  border-left: 3px solid transparent;
  padding-left: 8px;
}
</style>
