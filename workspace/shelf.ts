/**
 * The catalogues of this browser, by name: which there are, how large, when they were saved last. An entry is an item of its
 * own; what an entry forgot is found again by what is remembered apart (lastSeen.ts).
 */
import type { KeyValueStore } from './keyValueStore.ts';
import { forgetSeen, recallSeen, seenIds } from './lastSeen.ts';
import type { NotePad } from './notePad.ts';

/** The id of the sample. */
export const SAMPLE_ID = 'sample';

/** Days after which a deleted catalogue is removed for good. */
const KEPT_DAYS = 30;

interface StoredEntry {
  readonly id: string;
  readonly title: string;
  readonly createdAt: string;
  /** Set while it is deleted, but can be brought back. */
  readonly deletedAt?: string;
}

/** A catalogue on the shelf. */
export interface ShelfEntry extends StoredEntry {
  readonly isSample: boolean;
  readonly records: number;
  /** UTF-16 units of its records' texts; package lists come to that. */
  readonly size: number;
  /** ISO date and time; empty when nothing is known of it. */
  readonly savedAt: string;
}

const keyOf = (id: string) => `catalogue/${id}`;

/** The list of catalogues in a store of its own. */
export class Shelf {
  constructor(
    private readonly store: KeyValueStore,
    private readonly notes: NotePad,
    private readonly now: () => string,
  ) {}

  /** All entries: the sample first, the others by title; deleted ones too. */
  async list(): Promise<ShelfEntry[]> {
    const stored = new Map<string, StoredEntry>();
    for (const key of await this.store.keys())
      if (key.startsWith('catalogue/')) {
        const entry = (await this.store.get(key)) as StoredEntry | null;
        if (entry?.id) stored.set(entry.id, entry);
      }
    for (const id of [SAMPLE_ID, ...seenIds(this.notes)])
      if (!stored.has(id)) stored.set(id, { id, title: '', createdAt: '' });
    return [...stored.values()]
      .map((entry) => this.#withSeen(entry))
      .sort((a, b) => Number(b.isSample) - Number(a.isSample) || a.title.localeCompare(b.title));
  }

  #withSeen(entry: StoredEntry): ShelfEntry {
    const seen = recallSeen(this.notes, entry.id);
    const isSample = entry.id === SAMPLE_ID;
    return {
      ...entry,
      title: seen?.title || entry.title || (isSample ? 'Sample' : 'Catalogue'),
      isSample,
      records: seen?.records ?? 0,
      size: seen?.size ?? 0,
      savedAt: seen?.savedAt ?? '',
    };
  }

  /** Puts a catalogue on the shelf, or says what it is called now. */
  async put(id: string, title: string): Promise<void> {
    const known = (await this.store.get(keyOf(id))) as StoredEntry | null;
    await this.store.set(keyOf(id), { id, title, createdAt: known?.createdAt ?? this.now() });
  }

  /** Deletes a catalogue so that it can be brought back for a while. */
  async remove(entry: ShelfEntry): Promise<void> {
    const { id, title, createdAt } = entry;
    await this.store.set(keyOf(id), { id, title, createdAt, deletedAt: this.now() });
  }

  /** Forgets a catalogue; the caller removes its store. */
  async forget(id: string): Promise<void> {
    await this.store.remove(keyOf(id));
    forgetSeen(this.notes, id);
  }

  /** Which catalogue a new window opens; null before one was chosen. */
  async lastOpened(): Promise<string | null> {
    return (await this.store.get('open')) as string | null;
  }

  async rememberOpened(id: string): Promise<void> {
    await this.store.set('open', id);
  }
}

/** True for a catalogue that was deleted so long ago that it is removed for good. */
export function isForgotten({ deletedAt }: StoredEntry, now: string): boolean {
  return deletedAt !== undefined && Date.parse(now) - Date.parse(deletedAt) > KEPT_DAYS * 86_400_000;
}

/** A title that no other has: with a number behind it where it must be. */
export function freshTitle(title: string, taken: readonly ShelfEntry[]): string {
  const titles = new Set(taken.filter((each) => !each.deletedAt).map((each) => each.title));
  let fresh = title;
  for (let n = 2; titles.has(fresh); n++) fresh = `${title} (${n})`;
  return fresh;
}
