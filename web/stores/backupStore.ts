/**
 * Copies of one's catalogue outside the browser's storage: dated files in a folder, where the browser can write to one (File
 * System Access), else a reminder to export.
 */
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import { copyNameOf, dayIn, isBackupDue, type Backups } from '../../workspace/backups.ts';
import { createBrowserStore } from './browserStore.ts';
import { useCatalogueStore } from './catalogueStore.ts';
import { today } from './clock.ts';

interface FolderWindow {
  showDirectoryPicker?: (options: { id: string; mode: 'readwrite' }) => Promise<FileSystemDirectoryHandle>;
}
interface Permitted {
  queryPermission?: (options: { mode: 'readwrite' }) => Promise<PermissionState>;
  requestPermission?: (options: { mode: 'readwrite' }) => Promise<PermissionState>;
}

const NOTHING_COPIED: Backups = { lastExport: '', lastBackup: '', editsSince: 0 };

/** Where copies go, and whether one is due. */
export const useBackupStore = defineStore('backup', () => {
  const store = useCatalogueStore();
  const settings = createBrowserStore('backups');
  const folder = shallowRef<FileSystemDirectoryHandle | null>(null);
  const known = ref<Backups>(NOTHING_COPIED);
  const problem = ref('');
  const canUseFolder = 'showDirectoryPicker' in window;
  const keyOf = () => `of/${store.id}`;

  async function load(): Promise<void> {
    known.value = NOTHING_COPIED;
    try {
      folder.value = (await settings.get('folder')) as FileSystemDirectoryHandle | null;
      known.value = ((await settings.get(keyOf())) as Backups | null) ?? NOTHING_COPIED;
    } catch {
      // Storage that does not answer is told by the catalogue itself; here it only means that nothing is known.
    }
  }
  const save = (change: Partial<Backups>) => {
    known.value = { ...known.value, ...change };
    settings.set(keyOf(), { ...known.value }).catch(() => undefined); // a reminder more is no loss
  };

  watch(() => store.id, load, { immediate: true });
  watch(
    () => store.saving.at,
    (at) => {
      if (!at || store.isSample) return;
      save({ editsSince: known.value.editsSince + 1 });
      if (folder.value && known.value.lastBackup !== today()) void backUp();
    },
  );

  /** Asks for the folder that dated copies are put into. */
  async function chooseFolder(handle?: FileSystemDirectoryHandle): Promise<void> {
    try {
      const chosen =
        handle ??
        (await (window as FolderWindow).showDirectoryPicker!({ id: 'aspen-ridge', mode: 'readwrite' }));
      folder.value = chosen;
      await settings.set('folder', chosen);
      await backUp();
    } catch (error) {
      if (error instanceof DOMException && error.name === 'AbortError') return;
      problem.value = error instanceof Error ? error.message : String(error);
    }
  }

  /** Writes today's copy into the folder. */
  async function backUp(asks = false): Promise<void> {
    const target = folder.value;
    if (!target || store.isSample) return;
    try {
      const { queryPermission, requestPermission } = target as Permitted;
      let permission = (await queryPermission?.call(target, { mode: 'readwrite' })) ?? 'granted';
      if (permission !== 'granted' && asks)
        permission = (await requestPermission?.call(target, { mode: 'readwrite' })) ?? permission;
      if (permission !== 'granted') throw new Error('the folder wants to be allowed again');
      const made = await store.exportFile();
      if (!made.ok) return;
      const name = copyNameOf(store.about?.title ?? '', today());
      const file = await target.getFileHandle(name, { create: true });
      const writing = await file.createWritable();
      await writing.write(made.value);
      await writing.close();
      problem.value = '';
      save({ lastBackup: today(), editsSince: 0 });
    } catch (error) {
      problem.value = error instanceof Error ? error.message : String(error);
    }
  }

  return {
    folderName: computed(() => folder.value?.name ?? ''),
    lastCopy: computed(() => [known.value.lastExport, known.value.lastBackup].sort()[1]),
    isDue: computed(() => isBackupDue(known.value, dayIn(today()))),
    problem,
    canUseFolder,
    chooseFolder,
    backUp,
    noteExport: () => save({ lastExport: today(), editsSince: 0 }),
  };
});
