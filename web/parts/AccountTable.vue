<script setup lang="ts">
/** Which repository explains how many packages; a row chooses its packages. */
import { computed } from 'vue';
import { accountLabel, PART_WORDS } from '../../core/wording/accountText.ts';
import { formatCount, formatShare } from '../../core/wording/valueText.ts';
import type { Account } from '../../core/packages/account.ts';

const props = defineProps<{ accounts: readonly Account[] }>();
const chosen = defineModel<number | null>('chosen', { default: null });
const total = computed(() => props.accounts.reduce((sum, { packages }) => sum + packages, 0));
const most = computed(() => Math.max(1, ...props.accounts.map(({ packages }) => packages)));
const choose = (place: number) => (chosen.value = chosen.value === place ? null : place);
</script>

<template>
  <table class="plain-table">
    <caption class="visually-hidden">
      Packages by the repository that explains them
    </caption>
    <thead>
      <tr>
        <th>Explained by</th>
        <th>What it is</th>
        <th class="number">Packages</th>
        <th class="number">Share</th>
        <th class="bar-column"><span class="visually-hidden">Share</span></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(account, place) in accounts" :key="place" :class="{ chosen: chosen === place }">
        <td>
          <button
            class="link"
            :aria-pressed="chosen === place"
            title="Only its packages"
            @click="choose(place)"
          >
            {{ accountLabel(account) }}
          </button>
        </td>
        <td class="soft">{{ PART_WORDS[account.part] }}</td>
        <td class="number mono">{{ formatCount(account.packages) }}</td>
        <td class="number mono">{{ formatShare(account.packages, total) }}</td>
        <td>
          <span
            class="bar"
            :class="account.part"
            :style="{ width: `${Math.max(1, (account.packages / most) * 100)}%` }"
          />
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.bar-column {
  width: 30%;
}
.bar {
  display: block;
  height: 7px;
  border-radius: 4px;
  background: rgb(var(--v-theme-seen));
}
.bar.own {
  background: rgb(var(--v-theme-area-repositories));
}
.bar.second {
  background: rgb(var(--v-theme-area-themes));
}
.bar.unexplained {
  background: repeating-linear-gradient(45deg, rgb(var(--v-theme-ink-soft)) 0 2px, transparent 2px 5px);
}
.chosen td {
  background: rgb(var(--v-theme-accent-soft));
}
.link {
  text-align: left;
  text-decoration: underline;
  text-decoration-color: rgb(var(--v-theme-line));
  text-underline-offset: 3px;
}
</style>
