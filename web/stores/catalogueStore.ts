/**
 * The open catalogue: its records, its history, and how far it is saved. Every edit goes through `edit`, so that
 * undo, saving and history rest on one mechanism. Two catalogues exist side by side: the sample and one's own.
 */
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { ABOUT_ID } from '../../core/catalogue/about.ts';
import { createCatalogue, recordOf, type Catalogue } from '../../core/catalogue/catalogue.ts';
import { checkDiff } from '../../core/catalogue/checkDiff.ts';
import { withRecords, applyDiff, diffOfRecords, isEmptyDiff, type Diff } from '../../core/catalogue/diff.ts';
import {
  editToRedo,
  editToUndo,
  EMPTY_HISTORY,
  stepHistory,
  type History,
  type HistoryStep,
} from '../../core/catalogue/history.ts';
import type { AnyRecord } from '../../core/catalogue/recordKinds.ts';
import type { RecordId } from '../../core/catalogue/recordKind.ts';
import {
  formatCatalogueFile,
  parseCatalogueFile,
  type CatalogueWithPackages,
} from '../../core/exchange/catalogueFile.ts';
import { createIssue, failure, success, type Issue, type Result } from '../../core/issue.ts';
import { checkLink } from '../../core/lineage/checkLink.ts';
import { referenceOf } from '../../core/packages/packSeries.ts';
import { CatalogueStorage } from './catalogueStorage.ts';
import { createBrowserStore } from './keyValueStore.ts';

/** Which catalogue is open. */
export type CatalogueName = 'sample' | 'own';

export type SavingState = 'saved' | 'saving' | 'failed';

const OPEN_KEY = 'open';

export const useCatalogueStore = defineStore('catalogue', () => {
  const settings = createBrowserStore('settings');
  const storages = {
    sample: new CatalogueStorage(createBrowserStore('sample')),
    own: new CatalogueStorage(createBrowserStore('own')),
  };

  const name = ref<CatalogueName>('sample');
  const catalogue = shallowRef<Catalogue>(createCatalogue());
  const history = shallowRef<History>(EMPTY_HISTORY);
  const packages = new Map<RecordId, Uint8Array>();
  const phase = ref<'loading' | 'ready' | 'refused'>('loading');
  const issues = shallowRef<readonly Issue[]>([]);
  const saving = ref<SavingState>('saved');
  const savedAt = ref<Date | null>(null);
  let pending = 0;
  let unsavedEdits = 0;

  const about = computed(() => recordOf(catalogue.value, 'about', ABOUT_ID));
  const undoLabel = computed(() => editToUndo(history.value)?.label);
  const redoLabel = computed(() => editToRedo(history.value)?.label);

  const storage = () => storages[name.value];

  /** Opens what was open last; at the first start, the sample. */
  async function start(): Promise<void> {
    await holdWindow(() =>
      show(createCatalogue(), EMPTY_HISTORY, [createIssue('error', 'storage.otherWindow', 'storage')]),
    );
    try {
      await open((await settings.get(OPEN_KEY)) === 'own' ? 'own' : 'sample');
    } catch (error) {
      refuse(error);
    }
  }

  /** Opens one of the catalogues. The sample is fetched when it was never opened; one's own begins empty. */
  async function open(which: CatalogueName): Promise<void> {
    phase.value = 'loading';
    name.value = which;
    packages.clear();
    try {
      await settings.set(OPEN_KEY, which);
      const loaded = await storages[which].load();
      if (name.value !== which) return; // another one was opened meanwhile
      if (loaded) show(loaded.catalogue, loaded.history, loaded.issues);
      else if (which === 'sample') await restoreSample();
      else await replace({ catalogue: ownBeginning(), packages: new Map() });
    } catch (error) {
      if (name.value === which) refuse(error);
    }
  }

  /** The storage does not answer: nothing is shown that would seem to be saved. */
  function refuse(error: unknown): void {
    show(createCatalogue(), EMPTY_HISTORY, [
      createIssue('error', 'storage.unreadable', 'storage', { reason: reasonOf(error) }),
    ]);
  }

  function show(next: Catalogue, past: History, found: readonly Issue[] = []): void {
    catalogue.value = next;
    history.value = past;
    issues.value = found;
    phase.value = found.some(({ severity }) => severity === 'error') ? 'refused' : 'ready';
  }

  /** Puts the sample as it was made in place of the open one. One's own catalogue is not touched. */
  async function restoreSample(): Promise<void> {
    const response = await fetch('/sample/catalogue.json');
    const text = response.ok ? await response.text() : '';
    if (name.value !== 'sample') return;
    const parsed = response.ok
      ? parseCatalogueFile(text, 'sample')
      : failure(createIssue('error', 'sample.absent', 'sample'));
    if (parsed.ok) await replace(parsed.value);
    else show(createCatalogue(), EMPTY_HISTORY, parsed.issues);
  }

  /** Puts another catalogue in place of the open one, with a new history. */
  async function replace(next: CatalogueWithPackages): Promise<void> {
    const target = storage(); // what is opened while this is being saved does not change where it is saved
    show(next.catalogue, EMPTY_HISTORY);
    packages.clear();
    for (const [id, packed] of next.packages) packages.set(id, packed);
    const saved = target.savePackages(next.packages);
    await track(Promise.all([saved, target.replace({ catalogue: next.catalogue, history: EMPTY_HISTORY })]));
  }

  /** Makes an edit. Refused with the issues when a record is not valid or a link breaks a rule. */
  function edit(label: string, put: readonly AnyRecord[], remove: readonly RecordId[] = []): Result<Diff> {
    return editByDiff(label, diffOfRecords(catalogue.value, put, remove));
  }

  function editByDiff(label: string, diff: Diff): Result<Diff> {
    if (phase.value !== 'ready') return failure(...issues.value);
    if (isEmptyDiff(diff)) return success(diff);
    const refused = [...checkDiff(catalogue.value, diff), ...linkIssues(diff)];
    if (refused.length > 0) return failure(...refused);
    take({ type: 'do', edit: { label, at: new Date().toISOString(), diff } });
    return success(diff);
  }

  /** Links are checked in the state that they lead to: their releases may come with the same edit. */
  function linkIssues(diff: Diff): Issue[] {
    const changed = [...Object.values(diff.added), ...Object.values(diff.changed).map(([, after]) => after)];
    const links = changed.filter((record) => record.kind === 'link');
    if (links.length === 0) return [];
    const after = applyDiff(catalogue.value, diff);
    return after.ok ? links.flatMap((link) => checkLink(after.value, link)) : [...after.issues];
  }

  function take(step: HistoryStep): void {
    const taken = stepHistory(history.value, step);
    if (!taken) return;
    const after = applyDiff(catalogue.value, taken.diff);
    if (!after.ok) return void (issues.value = after.issues);
    catalogue.value = after.value;
    history.value = taken.history;
    unsavedEdits++;
    void track(storage().saveStep(step, { catalogue: catalogue.value, history: history.value })).finally(
      () => unsavedEdits--,
    );
  }

  // A page that is closed before an edit is on disk would lose it: the browser asks first.
  window.addEventListener('beforeunload', (event) => {
    if (unsavedEdits > 0) event.preventDefault();
  });

  const undo = () => take({ type: 'undo' });
  const redo = () => take({ type: 'redo' });

  async function track(work: Promise<unknown>): Promise<void> {
    pending++;
    saving.value = 'saving';
    try {
      await work;
      savedAt.value = new Date();
      if (--pending === 0 && saving.value === 'saving') saving.value = 'saved';
    } catch (error) {
      pending--;
      saving.value = 'failed';
      issues.value = [storageIssue(error)];
    }
  }

  /** Keeps a packed package list beside the catalogue. */
  async function savePackages(id: RecordId, packed: Uint8Array): Promise<void> {
    packages.set(id, packed);
    await track(storage().savePackages(new Map([[id, packed]])));
  }

  /** The packed package list of a snapshot, or null when it is not at hand. */
  async function loadPackages(id: RecordId): Promise<Uint8Array | null> {
    const known = packages.get(id) ?? (await storage().loadPackages(id));
    if (known) packages.set(id, known);
    return known;
  }

  /** Packed package lists with all that they rest on, by snapshot id; those that are not at hand are left out. */
  async function loadChains(ids: Iterable<RecordId>): Promise<Map<RecordId, Uint8Array>> {
    const found = new Map<RecordId, Uint8Array>();
    for (const id of ids) {
      for (let at: string | null = id; at !== null && !found.has(at);) {
        const packed = await loadPackages(at);
        if (!packed) break;
        found.set(at, packed);
        at = referenceOf(packed);
      }
    }
    return found;
  }

  /** The catalogue with its package lists, and those that they rest on, as the text of one file. */
  async function exportFile(): Promise<string> {
    const ids = [...catalogue.value.records.snapshot.values()].map((snapshot) => snapshot.id);
    const lists = await loadChains(ids);
    return formatCatalogueFile({ catalogue: catalogue.value, packages: lists }, new Date().toISOString());
  }

  /** Reads a catalogue file into one's own catalogue. Nothing changes when the file is refused. */
  async function importFile(text: string, where: string): Promise<Result<null>> {
    const parsed = parseCatalogueFile(text, where);
    if (!parsed.ok) return parsed;
    if (name.value !== 'own') await open('own');
    await replace(parsed.value);
    return success(null, parsed.issues);
  }

  return {
    name,
    catalogue,
    history,
    phase,
    issues,
    saving,
    savedAt,
    about,
    undoLabel,
    redoLabel,
    start,
    open,
    restoreSample,
    replace,
    edit,
    editByDiff,
    undo,
    redo,
    savePackages,
    loadPackages,
    loadChains,
    exportFile,
    importFile,
  };
});

/** Milliseconds after which it is told that another window has the storage. */
const PATIENCE = 2000;

/**
 * Claims the storage for this window, for as long as it is open: two windows that write one journal would undo
 * each other's work. While another window has it that is told; this one goes on when the other lets go.
 */
function holdWindow(onWait: () => void): Promise<void> {
  return new Promise((resolve) => {
    const forever = new Promise<void>(() => undefined);
    const timer = setTimeout(onWait, PATIENCE);
    void navigator.locks.request('aspen-ridge', () => {
      clearTimeout(timer);
      resolve();
      return forever;
    });
  });
}

function ownBeginning(): Catalogue {
  const empty = createCatalogue();
  return withRecords(empty, [
    { id: ABOUT_ID, kind: 'about', title: 'My catalogue', question: '', sample: false },
  ]);
}

function storageIssue(error: unknown): Issue {
  return createIssue('error', 'storage.failed', 'storage', { reason: reasonOf(error) });
}

function reasonOf(error: unknown): string {
  return error instanceof Error ? error.message : String(error);
}
