<script setup lang="ts">
/** The open catalogue: its title, what can be done with it as a whole, and the others of this browser. */
import { computed, ref, shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import type { CatalogueWithPackages } from '../../core/exchange/catalogueFile.ts';
import { wordIssue } from '../../core/wording/issueText.ts';
import { formatNumberOf } from '../../core/wording/valueText.ts';
import type { Result } from '../../core/issue.ts';
import { useCatalogueStore } from '../stores/catalogueStore.ts';
import { useNoticeStore } from '../stores/noticeStore.ts';
import MenuItem from '../parts/MenuItem.vue';
import MenuList from '../parts/MenuList.vue';
import { readCatalogueFile } from '../workers/catalogueClient.ts';
import AboutDialog from './AboutDialog.vue';
import CataloguesDialog from './CataloguesDialog.vue';
import ImportDialog from './ImportDialog.vue';
import { useCatalogueFiles } from './useCatalogueFiles.ts';

const store = useCatalogueStore();
const notices = useNoticeStore();
const router = useRouter();
const { exportCatalogue } = useCatalogueFiles();
const input = ref<HTMLInputElement | null>(null);
const aboutOpen = ref(false);
const shelfOpen = ref(false);
const read = shallowRef<CatalogueWithPackages | null>(null);
const reading = shallowRef<{ name: string; share: number; stop: () => void } | null>(null);
const readFrom = shallowRef<File | null>(null);
const title = computed(
  () => store.about?.title || store.shelf.find(({ id }) => id === store.id)?.title || 'Catalogue',
);
const others = computed(() => store.shelf.filter(({ id, deletedAt }) => id !== store.id && !deletedAt));

async function chosen(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  if (!file) return;
  field.value = '';
  notices.close();
  const stop = new AbortController();
  // A small file is there before anybody could read that it is being read.
  const shown = setTimeout(() => {
    reading.value = { name: file.name, share: 0, stop: () => stop.abort() };
  }, 300);
  const found = await readCatalogueFile(
    file,
    (share) => (reading.value = reading.value && { ...reading.value, share }),
    stop.signal,
  );
  clearTimeout(shown);
  reading.value = null;
  // Who stopped it knows: that is no trouble.
  if (!found.ok && stop.signal.aborted) return notices.tell(wordIssue(found.issues[0]));
  if (!found.ok) return notices.tellIssues(found.issues);
  if (found.issues.length > 0) notices.tellIssues(found.issues);
  readFrom.value = file;
  read.value = found.value;
}

/** Goes to the map of what was opened, or tells why it was not. */
async function then(work: Promise<Result<unknown>>): Promise<boolean> {
  const done = notices.tellTrouble(await work);
  if (done) await router.push('/lineage');
  return done;
}
async function restoreSample(): Promise<void> {
  if (await then(store.restoreSample()))
    notices.tell('The sample is as it was made. Undo brings back what was changed in it.');
}
</script>

<template>
  <v-menu location="bottom start" @update:model-value="(open) => open && store.refreshShelf()">
    <template #activator="{ props }">
      <button v-bind="props" class="catalogue" :title="title" aria-haspopup="menu">
        <span class="title">{{ title }}</span><span v-if="store.isSample" class="mark">sample</span>
        <span aria-hidden="true">▾</span>
      </button>
    </template>
    <MenuList min-width="290" aria-label="This catalogue, and others">
      <MenuItem title="Title, question and author …" :disabled="!store.canEdit" @click="aboutOpen = true" />
      <MenuItem v-if="store.isSample" title="Put the sample back as it was made" @click="restoreSample" />
      <MenuItem title="Export this catalogue as a file" @click="exportCatalogue()" />
      <MenuItem title="Read a catalogue file …" @click="input?.click()" />
      <MenuItem
        title="Merge another catalogue into it …"
        @click="router.push({ name: 'handover', query: { view: 'merge' } })"
      />
      <MenuItem title="Copy this catalogue" @click="then(store.duplicate())" />
      <v-divider role="separator" class="line" />
      <MenuItem
        v-for="entry in others.slice(0, 6)"
        :key="entry.id"
        :title="`Open “${entry.title}”`"
        @click="then(store.open(entry.id))"
      >
        <template #append>
          <span v-if="entry.records" class="count">{{ formatNumberOf(entry.records, 'record') }}</span>
        </template>
      </MenuItem>
      <MenuItem title="Begin a new catalogue" @click="then(store.create('My catalogue'))" />
      <MenuItem title="All catalogues of this browser …" @click="shelfOpen = true" />
    </MenuList>
  </v-menu>
  <input
    ref="input"
    class="visually-hidden"
    type="file"
    accept=".json,application/json"
    tabindex="-1"
    aria-label="Catalogue file to read"
    @change="chosen"
  />
  <AboutDialog v-model="aboutOpen" />
  <CataloguesDialog v-model="shelfOpen" />
  <v-dialog :model-value="reading !== null" max-width="420" persistent aria-label="Reading a catalogue file">
    <div v-if="reading" class="reading">
      <p role="status">Reading {{ reading.name }}: {{ Math.round(reading.share * 100) }} %</p>
      <progress :value="reading.share" max="1" aria-label="Read so far"></progress>
      <div><v-btn autofocus @click="reading.stop">Stop reading</v-btn></div>
    </div>
  </v-dialog>
  <ImportDialog v-model="read" v-model:file="readFrom" />
</template>

<style scoped>
.reading {
  display: grid;
  gap: 12px;
  padding: 18px;
  border-radius: 10px;
  background: rgb(var(--v-theme-surface));
}
.reading progress {
  width: 100%;
  accent-color: rgb(var(--v-theme-primary));
}
.catalogue {
  display: flex;
  align-items: center;
  gap: 6px;
  min-width: 0;
  padding: 4px 8px;
  border-radius: 6px;
  font-size: 13.5px;
  color: rgba(var(--v-theme-on-frame), 0.82);
}
.catalogue:hover {
  background: rgb(var(--v-theme-frame-field));
}
.title {
  max-width: 190px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.line {
  margin: 4px 0;
}
.count {
  font-size: 12px;
  color: rgb(var(--v-theme-ink-soft));
  margin-left: 16px;
}
.mark {
  font-size: 11px;
  padding: 0 6px;
  border-radius: 8px;
  background: rgb(var(--v-theme-accent));
  color: #1c1503;
}
</style>
