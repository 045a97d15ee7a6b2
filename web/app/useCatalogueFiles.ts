/** The open catalogue as a file. */
import { copyNameOf } from '../../workspace/backups.ts';
import { saveTextFile } from '../parts/saveTextFile.ts';
import { useCatalogueStore } from '../stores/catalogueStore.ts';
import { today } from '../stores/clock.ts';
import { useNoticeStore } from '../stores/noticeStore.ts';
import { useBackupStore } from '../stores/backupStore.ts';

/** Exporting the open catalogue. */
export function useCatalogueFiles() {
  const store = useCatalogueStore();
  const notices = useNoticeStore();
  const backups = useBackupStore();

  /** Saves the open catalogue as a file; lists that cannot be read are told, the file is made all the same. */
  async function exportCatalogue(more = ''): Promise<void> {
    const made = await store.exportFile();
    if (!made.ok) return notices.tellIssues(made.issues);
    const name = copyNameOf(store.about?.title ?? '', today(), more);
    saveTextFile(name, 'application/json', made.value);
    backups.noteExport();
    if (made.issues.length > 0) notices.tellIssues(made.issues);
    else notices.tell(`Exported as ${name}.`);
  }

  return { exportCatalogue };
}
