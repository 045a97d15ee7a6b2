/**
 * States of catalogues that went out or came in, kept so that a later merge knows what both began with. They are a help, not
 * data: when they cannot be written or read, merging goes on without an ancestor.
 */
import { strFromU8, strToU8, unzlibSync, zlibSync } from 'fflate';
import { ABOUT_ID, createAbout, type About } from '../core/catalogue/about.ts';
import { withRecords } from '../core/catalogue/applyDiff.ts';
import { recordOf, type Catalogue } from '../core/catalogue/catalogue.ts';
import type { Diff } from '../core/catalogue/diff.ts';
import type { RecordId } from '../core/catalogue/recordId.ts';
import { formatCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { checksumOfCatalogue, joinShared } from '../core/merging/ancestor.ts';
import type { KeyValueStore } from './keyValueStore.ts';

/** How many are kept, newest first. */
const KEPT = 12;

type SharedState = About['shared'][number];

/** A merge that was decided: what it changes, and the state of theirs that both have now. */
export interface MergedCatalogue {
  readonly title: string;
  readonly diff: Diff;
  readonly counts: { readonly added: number; readonly changed: number; readonly removed: number };
  /** Lists that came or are others, by snapshot id. */
  readonly lists: ReadonlyMap<RecordId, Uint8Array>;
  readonly state: SharedState & { readonly text: string };
}

interface KeptState {
  /** Which catalogue went out or came in, and when (ISO day). */
  readonly catalogue: string;
  readonly day: string;
  /** Its file without package lists, deflated (RFC 1950). */
  readonly text: Uint8Array;
}

const isKept = (value: unknown): value is KeptState =>
  typeof value === 'object' &&
  value !== null &&
  'text' in value &&
  value.text instanceof Uint8Array &&
  'day' in value;

/** The states kept in one store, by their checksum. */
export class Ancestors {
  constructor(private readonly store: KeyValueStore) {}

  /** What a catalogue is when it goes out: it names the states that are known here, and its own, which is kept. */
  async goesOut(catalogue: Catalogue, id: string, now: string): Promise<Catalogue> {
    const head = recordOf(catalogue, 'about', ABOUT_ID) ?? createAbout({ id: ABOUT_ID, title: 'Catalogue' });
    const named = withRecords(catalogue, [{ ...head, catalogue: head.catalogue || id }]);
    const here = await this.comesIn(named, now);
    const shared = joinShared(await this.known(), head.shared, [here]);
    return withRecords(named, [{ ...head, catalogue: here.catalogue, shared }]);
  }

  /** Keeps the state that a catalogue is in, and names it. */
  async comesIn(catalogue: Catalogue, now: string): Promise<SharedState> {
    const head = recordOf(catalogue, 'about', ABOUT_ID);
    const checksum = await checksumOfCatalogue(catalogue);
    const state = { catalogue: head?.catalogue ?? '', day: now.slice(0, 10), checksum };
    await this.keep(state, formatCatalogueFile({ catalogue, packages: new Map() }, now));
    return state;
  }

  /** Keeps a state; true if it could be. */
  async keep({ checksum, catalogue, day }: SharedState, text: string): Promise<boolean> {
    try {
      await this.store.set(checksum, { catalogue, day, text: zlibSync(strToU8(text)) } satisfies KeptState);
      const known = await this.#all();
      for (const { checksum: old } of known.slice(0, -KEPT))
        if (old !== checksum) await this.store.remove(old);
      return true;
    } catch {
      return false; // no room: the next merge has no ancestor
    }
  }

  /** All that are kept, oldest first. */
  async known(): Promise<About['shared']> {
    return this.#all().catch(() => []);
  }

  /** The text of the first of some states that is kept and whole, with its checksum. */
  async find(checksums: readonly string[]): Promise<{ checksum: string; text: string } | null> {
    for (const checksum of checksums) {
      try {
        const kept = await this.store.get(checksum);
        if (isKept(kept)) return { checksum, text: strFromU8(unzlibSync(kept.text)) };
      } catch {
        // Damaged: an older one may do.
      }
    }
    return null;
  }

  async #all(): Promise<About['shared']> {
    const all: About['shared'] = [];
    for (const checksum of await this.store.keys()) {
      const kept = await this.store.get(checksum);
      if (isKept(kept)) all.push({ checksum, catalogue: kept.catalogue, day: kept.day });
    }
    return all.sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
  }
}
