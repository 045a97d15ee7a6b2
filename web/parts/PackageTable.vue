<script setup lang="ts">
/** Every package of a system: class, rule and repository; filtered, sorted, followed down to its versions. */
import { computed, shallowRef, watch } from 'vue';
import { accountLabel, RULE_WORDS } from '../../core/wording/accountText.ts';
import { CLASS_LABELS, formatCount, formatNumberOf } from '../../core/wording/valueText.ts';
import { formatWhen } from '../../core/catalogue/formatWhen.ts';
import type { Accounts } from '../../core/packages/account.ts';
import { CLASS_RULES } from '../../core/packages/classify.ts';
import type { PackageClass } from '../../core/packages/packageClass.ts';
import type { PackageState } from '../../core/packages/packageHistory.ts';
import type { SystemPackage } from '../workers/packageMessages.ts';

const props = defineProps<{
  rows: readonly SystemPackage[];
  accounts: Accounts['accounts'];
  packages: Accounts['packages'];
  /** The versions of a package in every snapshot at hand. */
  history: (name: string) => Promise<readonly PackageState[]>;
}>();
/** Filters; the caller may keep them in the address. */
const text = defineModel<string>('text', { default: '' });
const chosenClass = defineModel<PackageClass | null>('chosenClass', { default: null });
const account = defineModel<number | null>('account', { default: null });
const open = defineModel<string | null>('open', { default: null });

interface Line {
  readonly id: number;
  readonly name: string;
  readonly version: string;
  readonly base: string;
  readonly class: string;
  readonly classId: PackageClass;
  readonly repository: string;
  readonly section: string;
}
const labels = Object.fromEntries(CLASS_LABELS.map(({ id, label }) => [id, label]));
const lines = computed(() =>
  props.rows.map(({ name, version, section }, id): Line => {
    const { rule, baseVersion, account: place } = props.packages[id];
    const classId = CLASS_RULES[rule];
    const repository = accountLabel(props.accounts[place]);
    return { id, name, version, base: baseVersion, class: labels[classId], classId, repository, section };
  }),
);
const shown = computed(() => {
  const wanted = text.value.trim().toLowerCase();
  return lines.value.filter(
    ({ id, name, version, classId }) =>
      (chosenClass.value === null || classId === chosenClass.value) &&
      (account.value === null || props.packages[id].account === account.value) &&
      (!wanted || name.includes(wanted) || version.includes(wanted)),
  );
});
const counts = computed(() => {
  const found = new Map<string, number>();
  for (const { classId } of lines.value) found.set(classId, (found.get(classId) ?? 0) + 1);
  return found;
});
const headers = [
  { key: 'name', title: 'Package' },
  { key: 'version', title: 'Version', width: '22%' },
  { key: 'base', title: 'In the base', width: '18%' },
  { key: 'class', title: 'Class', width: '86px' },
  { key: 'repository', title: 'Explained by', width: '22%' },
];

const states = shallowRef<readonly PackageState[] | null>(null);
const opened = computed(() => lines.value.find(({ name }) => name === open.value));
const openedPackage = computed(() => opened.value && props.packages[opened.value.id]);
watch(
  open,
  async (name) => {
    states.value = null;
    if (!name) return;
    // The worker is ended when the screen is left: nobody waits for its answer then.
    const found = await props.history(name).catch(() => []);
    if (open.value === name) states.value = found;
  },
  { immediate: true },
);
const toggle = (name: string) => (open.value = open.value === name ? null : name);
</script>

<template>
  <section class="packages" aria-label="Packages">
    <div class="filters">
      <input
        v-model="text"
        type="search"
        class="field"
        placeholder="Name or version"
        aria-label="Package name or version"
      />
      <button
        v-for="{ id, label, means } in CLASS_LABELS"
        :key="id"
        class="chip"
        :class="{ on: chosenClass === id }"
        :aria-pressed="chosenClass === id"
        :disabled="!counts.get(id)"
        :title="means"
        @click="chosenClass = chosenClass === id ? null : id"
      >
        {{ label }} {{ formatCount(counts.get(id) ?? 0) }}
      </button>
      <button v-if="account !== null" class="chip on" title="All repositories again" @click="account = null">
        {{ accountLabel(accounts[account]) }} ✕
      </button>
      <span class="spacer" />
      <span class="soft small" role="status">
        {{ formatNumberOf(shown.length, 'package')
        }}{{ shown.length < lines.length ? ` of ${formatCount(lines.length)}` : '' }}
      </span>
    </div>
    <v-data-table-virtual
      :items="[...shown]"
      :headers="headers"
      density="compact"
      height="var(--list-height)"
      fixed-header
      hover
      item-value="id"
      no-data-text="No package fits these filters."
    >
      <template #item="{ item }">
        <tr class="line" :class="{ chosen: item.name === open }" @click="toggle(item.name)">
          <td>
            <button class="name" :aria-expanded="item.name === open" @click.stop="toggle(item.name)">
              {{ item.name }}
            </button>
          </td>
          <td class="mono cut" :title="item.version">{{ item.version }}</td>
          <td class="mono cut soft" :title="item.base">
            {{ item.base === item.version ? '=' : item.base || '–' }}
          </td>
          <td>{{ item.class }}</td>
          <td class="soft cut" :title="item.repository">{{ item.repository }}</td>
        </tr>
      </template>
    </v-data-table-virtual>
    <div v-if="opened && openedPackage" class="one" role="region" :aria-label="`Versions of ${opened.name}`">
      <h3>
        {{ opened.name }} <span class="mono">{{ opened.version }}</span>
      </h3>
      <p class="small">
        {{ opened.class }}: {{ RULE_WORDS[openedPackage.rule] }}. Explained by {{ opened.repository }} ({{
          RULE_WORDS[openedPackage.by]
        }}){{ opened.section ? `; section ${opened.section}` : '' }}. Source {{ rows[opened.id].source }}
        {{ rows[opened.id].sourceVersion }}.
      </p>
      <p v-if="!states" class="small soft" role="status">Looking through the snapshots …</p>
      <p v-else-if="states.length === 0" class="small soft">No snapshot at hand has this name.</p>
      <table v-else class="plain-table">
        <caption class="visually-hidden">
          Versions in every snapshot
        </caption>
        <thead>
          <tr>
            <th>Since</th>
            <th>Repository</th>
            <th>Version</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(state, i) in states" :key="i" :class="{ equal: state.version === opened.version }">
            <td class="soft">{{ state.date ? formatWhen(state.date) : 'undated' }}</td>
            <td>{{ state.list }}</td>
            <td class="mono">
              {{ state.version }}{{ state.version === opened.version ? ' ← installed' : '' }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.filters {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
  margin-bottom: 6px;
}
.name {
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-weight: 500;
}
.line {
  cursor: pointer;
}
.chosen td {
  background: rgb(var(--v-theme-accent-soft));
}
.one {
  margin-top: 10px;
  padding: 10px 12px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 8px;
  max-height: 300px;
  overflow: auto;
}
h3 {
  font-size: 13.5px;
  font-weight: 700;
}
.equal td {
  font-weight: 600;
}
</style>
