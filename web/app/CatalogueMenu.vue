<script setup lang="ts">
/** The open catalogue: its title, and what can be done with it as a whole. */
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useCatalogueStore } from '../stores/catalogueStore.ts';
import { today } from '../stores/clock.ts';
import { useNoticeStore } from '../stores/noticeStore.ts';
import AboutDialog from './AboutDialog.vue';
import { saveTextFile } from '../parts/saveTextFile.ts';

const store = useCatalogueStore();
const notices = useNoticeStore();
const router = useRouter();
const input = ref<HTMLInputElement | null>(null);
const aboutOpen = ref(false);
const title = computed(() => store.about?.title ?? 'Catalogue');

async function exportCatalogue(): Promise<void> {
  const name = `${title.value.toLowerCase().replace(/[^a-z0-9]+/g, '-')}-${today()}.json`;
  saveTextFile(name, 'application/json', await store.exportFile());
  notices.tell(`Exported as ${name}.`);
}

async function importCatalogue(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0];
  if (!file) return;
  const result = await store.importFile(await file.text(), file.name);
  (event.target as HTMLInputElement).value = '';
  if (!result.ok) notices.tellIssues(result.issues);
  else {
    notices.tell(`Imported ${file.name} as your own catalogue.`);
    await router.push('/lineage');
  }
}

async function openCatalogue(which: 'sample' | 'own'): Promise<void> {
  await store.open(which);
  await router.push('/lineage');
}

async function restoreSample(): Promise<void> {
  await store.restoreSample();
  notices.tell('The sample is as it was made. Your own catalogue was not touched.');
}
</script>

<template>
  <v-menu location="bottom start">
    <template #activator="{ props }">
      <button v-bind="props" class="catalogue" :title="title" aria-haspopup="menu">
        <span class="title">{{ title }}</span><span v-if="store.name === 'sample'" class="mark">sample</span>
        <span aria-hidden="true">▾</span>
      </button>
    </template>
    <v-list min-width="270">
      <v-list-item
        v-if="store.name === 'sample'"
        title="Open my own catalogue"
        @click="openCatalogue('own')"
      />
      <v-list-item v-else title="Open the sample" @click="openCatalogue('sample')" />
      <v-list-item
        v-if="store.name === 'sample'"
        title="Put the sample back as it was made"
        @click="restoreSample"
      />
      <v-list-item title="Title and question …" @click="aboutOpen = true" />
      <v-list-item title="Export this catalogue as a file" @click="exportCatalogue" />
      <v-list-item title="Import a file into my own catalogue …" @click="input?.click()" />
    </v-list>
  </v-menu>
  <input
    ref="input"
    class="visually-hidden"
    type="file"
    accept=".json,application/json"
    tabindex="-1"
    aria-label="Catalogue file to import"
    @change="importCatalogue"
  />
  <AboutDialog v-model="aboutOpen" />
</template>

<style scoped>
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
.mark {
  font-size: 11px;
  padding: 0 6px;
  border-radius: 8px;
  background: rgb(var(--v-theme-accent));
  color: #1c1503;
}
</style>
