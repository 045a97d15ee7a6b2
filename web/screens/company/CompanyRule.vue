<script setup lang="ts">
/** Who is meant: kept companies, the parts of a rule, members by hand; keeping it by name. */
import { computed, ref } from 'vue';
import type { Cohort, CohortRule } from '../../../core/catalogue/cohort.ts';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import { recordsOf } from '../../../core/catalogue/catalogue.ts';
import { RULE_PARTS } from '../../../core/peers/cohort.ts';
import { nameOf } from '../../../core/lineage/names.ts';
import type { CompanyAnswer } from '../../workers/companyMessages.ts';

const props = defineProps<{
  catalogue: Catalogue;
  rule: CohortRule;
  members: readonly string[];
  kept?: Cohort;
  choices?: CompanyAnswer['choices'];
  canEdit: boolean;
  /** Marked on the way: they can be a company by hand. */
  marked: readonly string[];
}>();
const emit = defineEmits<{
  rule: [part: keyof CohortRule, value: string | undefined];
  byHand: [members: readonly string[]];
  choose: [cohort: Cohort | null];
  keep: [name: string];
  remove: [];
}>();
const cohorts = computed(() =>
  [...recordsOf(props.catalogue, 'cohort')].sort((a, b) => a.name.localeCompare(b.name, 'en')),
);
const PARTS = Object.keys(RULE_PARTS) as (keyof CohortRule)[];
const isRecord = (part: keyof CohortRule) => part === 'base' || part === 'family';
const wordOf = (part: keyof CohortRule, value: string) =>
  isRecord(part) ? nameOf(props.catalogue, value) : value;
const isNaming = ref(false);
const name = ref('');
function keep(): void {
  if (!name.value.trim()) return;
  emit('keep', name.value);
  isNaming.value = false;
  name.value = '';
}
</script>

<template>
  <div class="rule no-print">
    <button
      class="chip"
      :class="{ on: !kept && !members.length && !PARTS.some((part) => rule[part]) }"
      @click="emit('choose', null)"
    >
      Everybody
    </button>
    <button
      v-for="each in cohorts"
      :key="each.id"
      class="chip"
      :class="{ on: kept?.id === each.id }"
      :aria-pressed="kept?.id === each.id"
      @click="emit('choose', each)"
    >
      {{ each.name }}
    </button>
    <span class="soft small">or</span>
    <template v-if="!members.length">
      <v-menu v-for="part in PARTS.filter((each) => each !== 'purpose')" :key="part">
        <template #activator="{ props: activator }">
          <button v-bind="activator" class="chip" :class="{ on: rule[part] }">
            {{ RULE_PARTS[part].label }}{{ rule[part] ? `: ${wordOf(part, rule[part])}` : '' }} ▾
          </button>
        </template>
        <ul class="drop-list">
          <li v-if="rule[part]"><button @click="emit('rule', part, undefined)">any</button></li>
          <li v-for="{ value, count } in choices?.[part] ?? []" :key="value">
            <button @click="emit('rule', part, value)">
              {{ wordOf(part, value) }} <span class="soft small">{{ count }}</span>
            </button>
          </li>
        </ul>
      </v-menu>
      <input
        class="field"
        aria-label="Words of the purpose"
        placeholder="purpose"
        :value="rule.purpose ?? ''"
        @change="emit('rule', 'purpose', ($event.target as HTMLInputElement).value || undefined)"
      />
    </template>
    <button v-else class="chip on" title="Back to a rule" @click="emit('byHand', [])">
      By hand: {{ members.length }} ×
    </button>
    <button
      v-if="marked.length > 1 && !members.length"
      class="accent-link small"
      @click="emit('byHand', marked)"
    >
      Those that are marked ({{ marked.length }})
    </button>
    <template v-if="canEdit">
      <v-btn v-if="!isNaming && !kept" size="small" @click="isNaming = true">Keep as …</v-btn>
      <template v-else-if="isNaming">
        <input
          v-model="name"
          class="field"
          aria-label="Name of the peer group"
          placeholder="a name for it"
          autofocus
          @keydown.enter="keep"
          @keydown.esc.stop="isNaming = false"
        />
        <v-btn size="small" @click="keep">Keep it</v-btn>
      </template>
      <v-btn v-else size="small" @click="emit('remove')">Delete it</v-btn>
    </template>
  </div>
</template>

<style scoped>
.rule {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.field {
  width: 110px;
}
</style>
