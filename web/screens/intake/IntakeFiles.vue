<script setup lang="ts">
/** Every file of the drop: what it was taken for, what was read from it, or why not. */
import { computed, ref, watch } from 'vue';
import { FORMAT_LABELS } from '../../../core/formats/recognise.ts';
import { formatNumberOf } from '../../../core/wording/valueText.ts';
import { wordIssue } from '../../../core/wording/issueText.ts';
import type { FileSummary } from '../../../workspace/intakeMessages.ts';

const props = defineProps<{ files: readonly FileSummary[] }>();
/** Few at first: a thousand rows at once would hold up the page. */
const FIRST = 40;
const MORE = 200;
const limit = ref(FIRST);
watch(
  () => props.files,
  () => (limit.value = FIRST),
);
/** Files with trouble first, then those that gave something, then the rest. */
const sorted = computed(() => {
  const rank = ({ issues, read }: FileSummary) =>
    issues.some(({ severity }) => severity !== 'note') ? 0 : read ? 1 : 2;
  return [...props.files].sort((a, b) => rank(a) - rank(b) || (a.path < b.path ? -1 : 1));
});
const troubled = computed(
  () => props.files.filter(({ issues }) => issues.some(({ severity }) => severity !== 'note')).length,
);
const given = computed(() => props.files.filter(({ read }) => read).length);
</script>

<template>
  <section aria-label="Files">
    <h2>
      {{ formatNumberOf(files.length, 'file') }}: {{ given }} read<span v-if="troubled" class="trouble"
        >, {{ troubled }} damaged</span
      >, {{ files.length - given }} left out
    </h2>
    <table>
      <caption class="visually-hidden">
        Files of the drop
      </caption>
      <thead>
        <tr>
          <th>File</th>
          <th>Taken for</th>
          <th>Read from it, or why not</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(file, index) in sorted.slice(0, limit)" :key="index">
          <td class="mono path" :title="file.path">{{ file.path }}</td>
          <td class="soft">
            {{ FORMAT_LABELS[file.format]
            }}<template v-if="file.containers.length"> in {{ file.containers.join(', ') }}</template>
          </td>
          <td>
            {{ file.read }}
            <div
              v-for="(issue, at) in file.issues.slice(0, 4)"
              :key="at"
              class="small"
              :class="issue.severity === 'note' ? 'soft' : 'trouble'"
            >
              {{ wordIssue(issue) }}
            </div>
            <div v-if="file.issues.length > 4" class="small trouble">
              and {{ file.issues.length - 4 }} more like these
            </div>
          </td>
        </tr>
      </tbody>
    </table>
    <button v-if="files.length > limit" class="more" @click="limit += MORE">
      Show {{ Math.min(MORE, files.length - limit) }} of
      {{ formatNumberOf(files.length - limit, 'more file') }}
    </button>
  </section>
</template>

<style scoped>
.more {
  margin-top: 6px;
  color: rgb(var(--v-theme-accent-ink));
}
table {
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
}
th,
td {
  text-align: left;
  vertical-align: top;
  padding: 4px 10px 4px 0;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
th {
  font-size: 12px;
  font-weight: 500;
  color: rgb(var(--v-theme-ink-soft));
}
th:first-child {
  width: 38%;
}
.path {
  overflow-wrap: anywhere;
}
</style>
