<script setup lang="ts">
/** What a merge that was taken did: what came, and how each conflict was decided. */
import type { TakenMerge } from '../../stores/mergeStore.ts';

defineProps<{ taken: TakenMerge }>();
defineEmits<{ done: [] }>();
</script>

<template>
  <div>
    <h1>“{{ taken.title }}” is merged</h1>
    <p>{{ taken.view.sentences.slice(1).join(' ') }}</p>
    <table v-if="taken.view.conflicts.length" class="plain-table">
      <thead>
        <tr>
          <th>{{ taken.view.isThreeWay ? 'Both had changed' : 'Not alike' }}</th>
          <th>Mine</th>
          <th>Theirs</th>
          <th>Taken</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="each in taken.view.conflicts" :key="each.key">
          <td>
            {{ each.what }}<span v-if="each.field" class="soft">, {{ each.field }}</span>
          </td>
          <td>{{ each.mine }}</td>
          <td>{{ each.theirs }}</td>
          <td>{{ taken.choices.get(each.key) }}</td>
        </tr>
      </tbody>
    </table>
    <p class="small soft">
      It is one step: undo takes it back. The next file from there is compared with what both have now.
    </p>
    <p><v-btn @click="$emit('done')">Merge another file</v-btn></p>
  </div>
</template>

<style scoped>
div > * + * {
  margin-top: 8px;
}
</style>
