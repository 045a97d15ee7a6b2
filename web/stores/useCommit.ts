/** Takes an edit as a step of the catalogue; what is refused is told in the line at the bottom. */
import type { Edited } from '../../core/editing/labelledEdit.ts';
import { useCatalogueStore } from './catalogueStore.ts';
import { useNoticeStore } from './noticeStore.ts';

/** Gives what takes an edit: true where it was taken. */
export function useCommit(): (edited: Edited<unknown>) => boolean {
  const [store, notices] = [useCatalogueStore(), useNoticeStore()];
  return (edited) => notices.tellTrouble(store.commit(edited));
}
