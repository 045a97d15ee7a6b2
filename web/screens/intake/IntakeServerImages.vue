<script setup lang="ts">
/** Images that lie on the server's side: one is read there, so that nothing of its gigabytes has to be sent. */
import { computed, onMounted, onUnmounted, ref } from 'vue';
import type { ServerImage } from '../../../core/exchange/imageMessages.ts';
import { foldText } from '../../../core/catalogue/foldText.ts';
import { formatWhen } from '../../../core/catalogue/formatWhen.ts';
import { formatBytes, formatNumberOf } from '../../../core/wording/valueText.ts';
import { wordIssue } from '../../../core/wording/issueText.ts';
import { useServerImages } from './useServerImages.ts';

const emit = defineEmits<{ read: [file: File] }>();
const { known, reading, issues, loadImages, readOnServer, cancel } = useServerImages();
onMounted(loadImages);
onUnmounted(cancel);

const sought = ref('');
const shown = computed(() =>
  (known.value?.images ?? []).filter(({ path }) => foldText(path).includes(foldText(sought.value))),
);
/** Many are sought by name. */
const FEW = 8;

async function read(image: ServerImage): Promise<void> {
  const file = await readOnServer(image);
  if (file) emit('read', file);
}
</script>

<template>
  <section class="images" aria-label="Images on the server">
    <p v-if="!known" class="soft">Asking the server …</p>
    <p v-else-if="known.folders.length === 0" class="soft">
      The server may read no folder. Name one in <span class="mono">aspen-ridge.json</span>, such as
      <span class="mono">{ "imageFolders": ["/srv/images"] }</span>, and start it again.
    </p>
    <template v-else>
      <p v-if="known.images.length === 0" class="soft">No image lies in {{ known.folders.join(', ') }}.</p>
      <input
        v-if="known.images.length > FEW"
        v-model="sought"
        class="field"
        type="search"
        aria-label="Find an image"
        :placeholder="`Find one of ${formatNumberOf(known.images.length, 'image')}`"
      />
      <ul v-if="shown.length" class="list">
        <li v-for="image in shown" :key="image.path">
          <button type="button" class="accent-link mono" :disabled="reading !== ''" @click="read(image)">
            {{ image.path }}
          </button>
          <span class="soft small">{{ formatBytes(image.size) }}, {{ formatWhen(image.changed) }}</span>
        </li>
      </ul>
      <p v-else-if="sought" class="soft">None of these names holds “{{ sought }}”.</p>
      <p v-if="known.hasMore" class="soft small">There are more than are listed. Allow a smaller folder.</p>
      <div v-if="reading" class="reading" role="status" aria-live="polite">
        <span class="soft">Reading {{ reading }} …</span>
        <v-progress-linear indeterminate aria-label="Reading" />
        <v-btn @click="cancel">Cancel</v-btn>
      </div>
    </template>
    <p v-for="issue in issues" :key="issue.code" class="remark is-trouble" role="alert">
      {{ wordIssue(issue) }}
    </p>
  </section>
</template>

<style scoped>
.images {
  display: grid;
  gap: 10px;
  padding: 14px;
  text-align: left;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 10px;
  background: rgb(var(--v-theme-surface));
}
.list {
  display: grid;
  gap: 4px;
  margin: 0;
  padding: 0;
  overflow-y: auto;
  max-height: 260px;
  list-style: none;
}
.list li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: baseline;
  justify-content: space-between;
}
.list button {
  overflow-wrap: anywhere;
  text-align: left;
}
.reading {
  display: grid;
  gap: 6px;
  justify-items: start;
}
</style>
