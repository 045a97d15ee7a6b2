/** The workspace for the screens: binds it to reactive state and adds nothing to it. */
import { defineStore } from 'pinia';
import { computed, shallowRef } from 'vue';
import { ABOUT_ID } from '../../core/catalogue/about.ts';
import { recordOf, type Catalogue } from '../../core/catalogue/catalogue.ts';
import { editToRedo, editToUndo } from '../../core/catalogue/history.ts';
import type { RecordId } from '../../core/catalogue/recordId.ts';
import { joinShared, sharedOf } from '../../core/merging/ancestor.ts';
import { wordEdit } from '../../core/wording/editText.ts';
import type { SessionPhase } from '../../workspace/session.ts';
import { SAMPLE_ID } from '../../workspace/shelf.ts';
import { Workspace, type WorkspaceState } from '../../workspace/workspace.ts';
import { createBrowserHost } from './browserHost.ts';

/** The workspace as reactive state. */
export const useCatalogueStore = defineStore('catalogue', () => {
  const sampleWait = shallowRef<number | null>(null);
  const host = createBrowserHost((share) => (sampleWait.value = share));
  const workspace = new Workspace(host, (next) => {
    markOpening(state.value.session.phase, next.session.phase);
    state.value = next;
  });
  const state = shallowRef<WorkspaceState>(workspace.state);
  const session = computed(() => state.value.session);
  const catalogue = computed(() => session.value.catalogue);
  const history = computed(() => session.value.history);
  const labelOf = (edit: ReturnType<typeof editToUndo>) => edit && wordEdit(edit.label);
  const canEdit = computed(() => session.value.phase === 'ready' && session.value.role === 'writer');

  // A page that is closed before an edit is on disk would lose it: the browser asks first.
  window.addEventListener('beforeunload', (event) => {
    if (session.value.saving.unsaved > 0) event.preventDefault();
  });

  return {
    catalogue,
    history,
    id: computed(() => state.value.id),
    isSample: computed(() => state.value.id === SAMPLE_ID),
    /** How far the server is with making the sample, 0 to 1, while it is waited for. */
    sampleWait,
    shelf: computed(() => state.value.shelf),
    isPersistent: computed(() => state.value.isPersistent),
    phase: computed(() => session.value.phase),
    role: computed(() => session.value.role),
    issues: computed(() => session.value.issues),
    saving: computed(() => session.value.saving),
    seen: computed(() => session.value.seen),
    canEdit,
    about: computed(() => recordOf(catalogue.value, 'about', ABOUT_ID)),
    undoLabel: computed(() => (canEdit.value ? labelOf(editToUndo(history.value)) : undefined)),
    redoLabel: computed(() => (canEdit.value ? labelOf(editToRedo(history.value)) : undefined)),
    lastCited: computed(() => (catalogue.value ? workspace.lastCited : null)),
    /** The map's view of the lineage; it outlives the screen: going back to it costs nothing. */
    mapView: () => workspace.views.map,
    /** The lineage as of a day, editions folded; `factsOf` are the facts of its plates. */
    graphOf: (of: Catalogue, day: number) => workspace.views.graph(of, day),
    factsOf: (id: RecordId) => workspace.views.lineage.factsOf(id),
    tableOf: (of: Catalogue, subject: RecordId, day: number, edition?: RecordId) =>
      workspace.views.table(of, subject, day, edition),
    start: (): Promise<void> => {
      performance.mark('catalogue opening');
      return workspace.start();
    },
    open: (id: string, force?: boolean) => workspace.open(id, force),
    create: (title: string) => workspace.create(title),
    duplicate: () => workspace.duplicate(),
    remove: (id: string) => workspace.remove(id),
    restore: (id: string) => workspace.restore(id),
    purge: (id: string) => workspace.purge(id),
    refreshShelf: () => workspace.refreshShelf(),
    openBeside: workspace.openBeside.bind(workspace),
    replaceBy: workspace.replaceBy.bind(workspace),
    restoreSample: () => workspace.restoreSample(),
    beginEmpty: () => workspace.beginEmpty(),
    exportFile: () => workspace.exportFile(),
    /** The states of this and other catalogues that are known, for finding what two began with. */
    sharedStates: async () => joinShared(await workspace.ancestors.known(), sharedOf(workspace.catalogue)),
    findState: async (checksums: readonly string[]) =>
      (await workspace.ancestors.find(checksums))?.text ?? null,
    allLists: () => workspace.allLists(),
    takeMerge: workspace.takeMerge.bind(workspace),
    commit: workspace.commit.bind(workspace),
    rememberCited: workspace.rememberCited.bind(workspace),
    undo: () => workspace.session.undo(),
    redo: () => workspace.session.redo(),
    saveNow: () => workspace.session.saveNow(),
    goOn: () => workspace.session.goOn(),
    takeOver: (force?: boolean) => workspace.session.takeOver(force),
    followAgain: () => workspace.session.followAgain(),
    loadChains: workspace.loadChains.bind(workspace),
  };
});

/** Marks in the browser's own time line how long a catalogue takes to open; `npm run bench` reads them. */
function markOpening(before: SessionPhase, now: SessionPhase): void {
  if (before !== 'opening' && now === 'opening') performance.mark('catalogue opening');
  if (before === 'opening' && now === 'ready') performance.mark('catalogue opened');
}
