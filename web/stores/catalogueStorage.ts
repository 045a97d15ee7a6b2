/**
 * Keeps a catalogue in a key-value store so that a crash at any moment loses nothing that was saved:
 *
 *     journal/000042        one step of the history, written as it is done
 *     page/KIND/PAGE/GEN    the records of one page of one kind, written at a checkpoint
 *     head                  which pages are in force, the versions, the history; written last
 *     packages/ID           a packed package list
 *
 * Loading reads the head's pages and takes the journal's steps after it. A checkpoint writes the pages that are
 * no longer the same object as at the last one, then the head, then removes what the new head does not name.
 */
import { createCatalogue, type Catalogue } from '../../core/catalogue/catalogue.ts';
import { withRecords, applyDiff } from '../../core/catalogue/diff.ts';
import { EMPTY_HISTORY, stepHistory, type History, type HistoryStep } from '../../core/catalogue/history.ts';
import {
  checkVersions,
  isIssue,
  migrateDiff,
  migrateRecord,
  type Versions,
} from '../../core/catalogue/migrate.ts';
import {
  CURRENT_VERSIONS,
  KIND_NAMES,
  type AnyRecord,
  type KindName,
} from '../../core/catalogue/recordKinds.ts';
import type { RecordId } from '../../core/catalogue/recordKind.ts';
import { createIssue, type Issue } from '../../core/issue.ts';
import type { KeyValueStore } from './keyValueStore.ts';

interface Head {
  readonly versions: Versions;
  /** The first journal step that the pages do not contain. */
  readonly journal: number;
  /** Page keys by kind and page number. */
  readonly pages: Readonly<Record<string, string>>;
  readonly history: History;
}

export interface Loaded {
  readonly catalogue: Catalogue;
  readonly history: History;
  readonly issues: readonly Issue[];
}

/** A checkpoint is due after this many steps. */
export const STEPS_PER_CHECKPOINT = 50;

const journalKey = (number: number) => `journal/${String(number).padStart(9, '0')}`;

/** Saves and loads one catalogue. Calls are done one after another, in the order in which they came. */
export class CatalogueStorage {
  #saved: Catalogue = createCatalogue();
  #pages: Record<string, string> = {};
  #checkpoint = 0;
  #next = 0;
  #queue: Promise<unknown> = Promise.resolve();

  constructor(readonly store: KeyValueStore) {}

  /** The saved catalogue, or null when nothing was ever saved. Issue `schema.newer` refuses to load. */
  load(): Promise<Loaded | null> {
    return this.#enqueue(() => this.#load());
  }

  /** Saves one step; `after` is the state it leads to. Resolves when the step is safe. */
  saveStep(step: HistoryStep, after: { catalogue: Catalogue; history: History }): Promise<void> {
    return this.#enqueue(async () => {
      await this.store.set(journalKey(this.#next), step);
      this.#next++;
      if (this.#next - this.#checkpoint >= STEPS_PER_CHECKPOINT) await this.#writeCheckpoint(after);
    });
  }

  /** Replaces everything by another catalogue, such as an imported one. What was there stays until the new is whole. */
  replace(state: { catalogue: Catalogue; history: History }): Promise<void> {
    return this.#enqueue(() => this.#writeCheckpoint(state));
  }

  /** Saves packed package lists, all or none. */
  savePackages(lists: ReadonlyMap<RecordId, Uint8Array>): Promise<void> {
    const values = new Map([...lists].map(([id, packed]) => [`packages/${id}`, packed]));
    return this.#enqueue(() => this.store.setMany(values));
  }

  async loadPackages(id: RecordId): Promise<Uint8Array | null> {
    return (await this.store.get(`packages/${id}`)) as Uint8Array | null;
  }

  #enqueue<T>(work: () => Promise<T>): Promise<T> {
    const done = this.#queue.then(work);
    this.#queue = done.catch(() => undefined); // the caller gets the error; the next call still runs
    return done;
  }

  async #load(): Promise<Loaded | null> {
    const head = (await this.store.get('head')) as Head | null;
    if (!head) return null;
    const newer = checkVersions(head.versions, 'The saved catalogue');
    if (newer.length > 0) return { catalogue: createCatalogue(), history: EMPTY_HISTORY, issues: newer };
    const records: AnyRecord[] = [];
    let lost = 0;
    for (const key of Object.values(head.pages)) {
      const page = (await this.store.get(key)) as unknown[] | null;
      if (!page) lost++;
      for (const raw of page ?? []) {
        const record = migrateRecord(raw, head.versions, key);
        if (isIssue(record)) lost++;
        else records.push(record);
      }
    }
    const empty = createCatalogue();
    const base = withRecords(empty, records);
    this.#saved = base;
    this.#pages = { ...head.pages };
    this.#checkpoint = this.#next = head.journal;
    const replayed = await this.#replay(base, head);
    // What follows is written in the current versions, and a journal is read in those of its head.
    const isCurrent = KIND_NAMES.every((kind) => head.versions[kind] === CURRENT_VERSIONS[kind]);
    if (!isCurrent) await this.#writeCheckpoint(replayed);
    lost += replayed.lost;
    const issues =
      lost > 0 ? [createIssue('damage', 'storage.lost', 'saved catalogue', { count: lost })] : [];
    return { catalogue: replayed.catalogue, history: replayed.history, issues };
  }

  /** Takes the journal's steps after a head. Ends before a step that cannot be read: later ones rest on it. */
  async #replay(
    base: Catalogue,
    head: Head,
  ): Promise<{ catalogue: Catalogue; history: History; lost: number }> {
    let catalogue = base;
    let history = migrateHistory(head.history, head.versions);
    for (;;) {
      const saved = (await this.store.get(journalKey(this.#next))) as HistoryStep | null;
      if (!saved) return { catalogue, history, lost: 0 };
      const step = migrateStep(saved, head.versions);
      const taken = step && stepHistory(history, step);
      const after = taken && applyDiff(catalogue, taken.diff);
      if (!taken || !after?.ok) return { catalogue, history, lost: 1 };
      catalogue = after.value;
      history = taken.history;
      this.#next++;
    }
  }

  async #writeCheckpoint({ catalogue, history }: { catalogue: Catalogue; history: History }): Promise<void> {
    const pages = { ...this.#pages };
    for (const kind of KIND_NAMES) await this.#writePages(kind, catalogue, pages);
    const head: Head = { versions: CURRENT_VERSIONS, journal: this.#next, pages, history };
    await this.store.set('head', head);
    this.#saved = catalogue;
    this.#pages = pages;
    this.#checkpoint = this.#next;
    await this.#sweep(new Set(Object.values(pages)));
  }

  async #writePages(kind: KindName, catalogue: Catalogue, pages: Record<string, string>): Promise<void> {
    const now = catalogue.records[kind].pages;
    const before = this.#saved.records[kind].pages;
    for (let index = 0; index < now.length; index++) {
      if (now[index] === before[index]) continue;
      const slot = `${kind}/${index}`;
      if (now[index].size === 0) {
        delete pages[slot];
        continue;
      }
      const key = `page/${slot}/${this.#next}.${nextGeneration(pages[slot])}`;
      await this.store.set(key, [...now[index].values()]);
      pages[slot] = key;
    }
  }

  /** Removes pages and journal steps that the head in force does not need. */
  async #sweep(inForce: ReadonlySet<string>): Promise<void> {
    const first = journalKey(this.#checkpoint);
    for (const key of await this.store.keys()) {
      const unneeded = key.startsWith('page/')
        ? !inForce.has(key)
        : key.startsWith('journal/') && key < first;
      if (unneeded) await this.store.remove(key);
    }
  }
}

/** A saved step in the current versions, or null when a record of it cannot be read. */
function migrateStep(step: HistoryStep, versions: Versions): HistoryStep | null {
  if (step.type !== 'do') return step;
  const diff = migrateDiff(step.edit.diff, versions, 'journal');
  return isIssue(diff) ? null : { ...step, edit: { ...step.edit, diff } };
}

/** A saved history in the current versions; one that cannot be read is forgotten, what it led to is not. */
function migrateHistory(history: History, versions: Versions): History {
  const edits = history.edits.map((edit) => migrateStep({ type: 'do', edit }, versions));
  const whole = edits.flatMap((step) => (step?.type === 'do' ? [step.edit] : []));
  return whole.length === history.edits.length ? { ...history, edits: whole } : EMPTY_HISTORY;
}

/** A number that the page key in force does not have, so that a page is never overwritten in place. */
function nextGeneration(key: string | undefined): number {
  return key ? Number(key.slice(key.lastIndexOf('.') + 1)) + 1 : 0;
}
