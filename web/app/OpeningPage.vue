<script setup lang="ts">
/** In place of every screen while there is no catalogue to show: it is opening, or was lost, or cannot be read. */
import { formatWhen } from '../../core/catalogue/formatWhen.ts';
import { wordIssue } from '../../core/wording/issueText.ts';
import { formatNumberOf } from '../../core/wording/valueText.ts';
import { useCatalogueStore } from '../stores/catalogueStore.ts';
import { useNoticeStore } from '../stores/noticeStore.ts';

const store = useCatalogueStore();
const notices = useNoticeStore();
const begin = async () => notices.tellTrouble(await store.beginEmpty());
const own = async () => notices.tellTrouble(await store.create('My catalogue'));
</script>

<template>
  <div v-if="store.phase === 'opening' || store.phase === 'absent'" class="empty" role="status">
    <template v-if="store.sampleWait === null">
      <h2>Opening the catalogue …</h2>
      <v-progress-linear indeterminate aria-label="Opening the catalogue" />
    </template>
    <template v-else>
      <h2>The sample is being made: {{ Math.round(store.sampleWait * 100) }} %</h2>
      <v-progress-linear :model-value="store.sampleWait * 100" aria-label="Made so far" />
      <p class="soft">
        A world of invented distributions to look around in. It is made once, in some seconds. You need not
        wait for it.
      </p>
      <v-btn @click="own">Start my own catalogue</v-btn>
    </template>
  </div>
  <div v-else-if="store.phase === 'lost' && store.seen" class="empty" role="alert">
    <h2>“{{ store.seen.title }}” is no longer stored in this browser</h2>
    <p>
      There was a catalogue of {{ formatNumberOf(store.seen.records, 'record') }} here, last saved on
      {{ formatWhen(store.seen.savedAt.slice(0, 10)) }} at
      {{ new Date(store.seen.savedAt).toTimeString().slice(0, 5) }}. The browser’s storage of it is empty: it
      was cleared, or the browser made room on a full disk.
    </p>
    <p>If you have a copy of it, read that from the menu at the top left: “Read a catalogue file …”.</p>
    <p class="ways">
      <v-btn variant="flat" color="primary" @click="begin">Begin it anew, empty</v-btn>
      <v-btn @click="store.open('sample')">Look at the sample</v-btn>
    </p>
  </div>
  <div v-else class="empty" role="alert">
    <h2>The catalogue could not be opened</h2>
    <p v-for="issue in store.issues" :key="issue.code + issue.where">{{ wordIssue(issue) }}</p>
    <p class="soft small">What is saved in this browser was left as it is.</p>
    <p class="ways">
      <v-btn @click="store.open(store.id, true)">Try again</v-btn>
      <v-btn v-if="!store.isSample" @click="store.open('sample', true)">Look at the sample</v-btn>
    </p>
  </div>
</template>

<style scoped>
.ways {
  display: flex;
  gap: 8px;
}
</style>
