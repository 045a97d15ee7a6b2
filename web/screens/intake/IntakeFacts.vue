<script setup lang="ts">
/** The facts that the files show, by area; each is taken or left. */
import { computed } from 'vue';
import { AREAS } from '../../../core/catalogue/areas.ts';
import { findFactKey } from '../../../core/catalogue/factSheet.ts';
import type { FactProposal } from '../../../core/capture/proposeFacts.ts';
import { formatValue } from '../../../core/exchange/valueText.ts';

const props = defineProps<{ facts: readonly FactProposal[]; refused: ReadonlySet<string> }>();
defineEmits<{ toggle: [key: string] }>();

const groups = computed(() =>
  AREAS.map((area) => ({
    area,
    facts: props.facts.flatMap((proposal) => {
      const fact = findFactKey(proposal.key);
      return fact?.area === area.id ? [{ proposal, fact, text: formatValue(fact, proposal.value) }] : [];
    }),
  })).filter(({ facts }) => facts.length),
);
</script>

<template>
  <section aria-label="Facts found">
    <h2>Facts found</h2>
    <div class="table">
      <template v-for="{ area, facts: found } in groups" :key="area.id">
        <label
          v-for="{ proposal, fact, text } in found"
          :key="proposal.key"
          class="row"
          :class="{ left: refused.has(proposal.key) }"
        >
          <input
            type="checkbox"
            :checked="!refused.has(proposal.key)"
            @change="$emit('toggle', proposal.key)"
          />
          <span class="soft area">{{ area.label }}</span>
          <span>{{ fact.label }}</span>
          <span class="value" :title="text"
            ><strong>{{ text }}</strong
            ><span v-if="proposal.certainty !== 'sure'" class="soft small"> likely</span></span
          >
          <span class="soft small place" :title="proposal.place">{{ proposal.place }}</span>
        </label>
      </template>
    </div>
  </section>
</template>

<style scoped>
.table {
  margin-top: 4px;
}
.row {
  display: grid;
  grid-template-columns: 18px 100px 150px minmax(0, 1.4fr) minmax(0, 1fr);
  gap: 10px;
  align-items: baseline;
  padding: 4px 0;
  border-top: 1px solid rgb(var(--v-theme-line));
  cursor: pointer;
}
.row:hover {
  background: rgb(var(--v-theme-accent-soft));
}
.left .value {
  text-decoration: line-through;
  opacity: 0.6;
}
.value,
.place,
.area {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
input {
  accent-color: rgb(var(--v-theme-seen));
  align-self: center;
}
</style>
