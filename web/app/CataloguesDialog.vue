<script setup lang="ts">
/** The catalogues of this browser: how large, saved when; begun, opened, deleted, brought back; where copies go. */
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { formatWhen } from '../../core/catalogue/formatWhen.ts';
import { formatCount } from '../../core/wording/valueText.ts';
import type { Result } from '../../core/issue.ts';
import type { ShelfEntry } from '../../workspace/shelf.ts';
import { useBackupStore } from '../stores/backupStore.ts';
import { useCatalogueStore } from '../stores/catalogueStore.ts';
import { useNoticeStore } from '../stores/noticeStore.ts';

const open = defineModel<boolean>({ required: true });
const store = useCatalogueStore();
const backups = useBackupStore();
const notices = useNoticeStore();
const router = useRouter();
const present = computed(() => store.shelf.filter(({ deletedAt }) => !deletedAt));
const deleted = computed(() => store.shelf.filter(({ deletedAt }) => deletedAt));
const fresh = ref('');

const room = ref('');
watch(open, async (isOpen) => {
  if (!isOpen) return;
  void store.refreshShelf();
  const { usage = 0, quota = 0 } = (await navigator.storage?.estimate?.()) ?? {};
  room.value = `${megabytes(usage)} of ${megabytes(quota)} used`;
});
const megabytes = (bytes: number) => {
  if (bytes < 100_000) return `${Math.ceil(bytes / 1000)} kB`;
  const amount = bytes / 1_000_000;
  return `${amount < 100 ? amount.toFixed(1) : formatCount(Math.round(amount))} MB`;
};
const savedOn = ({ savedAt }: ShelfEntry) =>
  savedAt
    ? `${formatWhen(savedAt.slice(0, 10))}, ${new Date(savedAt).toTimeString().slice(0, 5)}`
    : 'not yet';

async function then(work: Promise<Result<unknown>>): Promise<void> {
  if (!notices.tellTrouble(await work)) return;
  open.value = false;
  await router.push('/lineage');
}
async function remove({ id, title }: ShelfEntry): Promise<void> {
  if (notices.tellTrouble(await store.remove(id)))
    notices.tell(`Deleted “${title}”. It can be brought back here for 30 days.`);
}
</script>

<template>
  <v-dialog v-model="open" max-width="760" aria-label="Catalogues of this browser">
    <div class="sheet">
      <h2>Catalogues of this browser</h2>
      <table class="plain-table">
        <thead>
          <tr>
            <th>Title</th>
            <th class="number">Records</th>
            <th class="number">Size</th>
            <th>Saved</th>
            <th><span class="visually-hidden">What can be done</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="entry in present" :key="entry.id" :class="{ current: entry.id === store.id }">
            <td>
              <strong v-if="entry.id === store.id">{{ entry.title }}</strong>
              <button v-else class="open" @click="then(store.open(entry.id))">{{ entry.title }}</button>
              <span v-if="entry.isSample" class="soft"> (sample)</span>
            </td>
            <td class="number mono">{{ entry.records ? formatCount(entry.records) : '' }}</td>
            <td class="number mono">{{ entry.size ? megabytes(entry.size) : '' }}</td>
            <td class="soft">{{ savedOn(entry) }}</td>
            <td class="does">
              <button v-if="!entry.isSample" class="act" @click="remove(entry)">Delete</button>
            </td>
          </tr>
          <tr v-for="entry in deleted" :key="entry.id" class="deleted">
            <td>{{ entry.title }} <span class="soft">(deleted)</span></td>
            <td class="number mono">{{ entry.records ? formatCount(entry.records) : '' }}</td>
            <td />
            <td class="soft">{{ savedOn(entry) }}</td>
            <td class="does">
              <button class="act" @click="store.restore(entry.id)">Bring back</button>
              <button class="act" @click="store.purge(entry.id)">Remove for good</button>
            </td>
          </tr>
        </tbody>
      </table>
      <form class="new" @submit.prevent="then(store.create(fresh.trim() || 'My catalogue'))">
        <input
          v-model="fresh"
          class="field"
          placeholder="My catalogue"
          aria-label="Title of a new catalogue"
        />
        <v-btn type="submit">Begin a new catalogue</v-btn>
      </form>
      <p class="soft small">
        {{ room }}.
        <template v-if="store.isPersistent">The browser has promised to keep it.</template>
        <template v-else>The browser may clear it when the disk is full: keep copies.</template>
        They belong to the address <span class="mono">{{ origin }}</span>; under another one, or after
        clearing the data of this site, they are not here.
      </p>
      <p v-if="!store.isSample" class="copies small">
        <template v-if="backups.folderName">
          A dated copy of “{{ store.about?.title }}” goes into the folder
          <strong>{{ backups.folderName }}</strong> on each day with edits<template v-if="backups.lastCopy"
            >, last on {{ formatWhen(backups.lastCopy) }}</template
          >.
        </template>
        <v-btn v-if="backups.canUseFolder" @click="backups.chooseFolder()">
          {{ backups.folderName ? 'Another folder …' : 'Put dated copies into a folder …' }}
        </v-btn>
        <span v-if="backups.problem" class="trouble">{{ backups.problem }}</span>
      </p>
    </div>
  </v-dialog>
</template>

<script lang="ts">
const origin = window.location.origin;
</script>

<style scoped>
.sheet {
  display: grid;
  gap: 14px;
  padding: 18px;
  border-radius: 10px;
  background: rgb(var(--v-theme-surface));
}
.open,
.act {
  font-weight: 600;
  text-decoration: underline;
  text-underline-offset: 2px;
}
.act {
  font-weight: 500;
  margin-left: 12px;
  color: rgb(var(--v-theme-ink-soft));
}
.plain-table td + td,
.plain-table th + th {
  padding-left: 18px;
}
.does {
  text-align: right;
  white-space: nowrap;
}
.deleted td {
  color: rgb(var(--v-theme-ink-soft));
}
.new,
.copies {
  display: flex;
  gap: 8px;
  align-items: center;
}
.new .field {
  width: 260px;
}
</style>
