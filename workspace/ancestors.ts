/**
 * States of catalogues that went out or came in, kept so that a later merge knows what both began with. They are a help, not
 * data: when they cannot be written or read, merging goes on without an ancestor.
 */
import { ABOUT_ID, createAbout, type About } from '../core/catalogue/about.ts';
import { withRecords } from '../core/catalogue/applyDiff.ts';
import { recordOf, type Catalogue } from '../core/catalogue/catalogue.ts';
import type { Diff } from '../core/catalogue/diff.ts';
import type { RecordId } from '../core/catalogue/recordId.ts';
import { joinShared } from '../core/merging/ancestor.ts';
import type { KeyValueStore } from './keyValueStore.ts';
import { packState, unpackState, type PackedState, type SharedState } from './packState.ts';

/** How many are kept, newest first. */
const KEPT = 12;

/** A merge that was decided: what it changes, and the state of theirs that both have now. */
export interface MergedCatalogue {
  readonly title: string;
  readonly diff: Diff;
  readonly counts: { readonly added: number; readonly changed: number; readonly removed: number };
  /** Lists that came or are others, by snapshot id. */
  readonly lists: ReadonlyMap<RecordId, Uint8Array>;
  readonly state: PackedState;
}

/** A state is kept under its day, checksum and catalogue, so that what is known is told without reading it. */
const keyOf = ({ day, checksum, catalogue }: SharedState) => `${day} ${checksum} ${catalogue}`;

function stateOfKey(key: string): SharedState {
  const [day, checksum, ...catalogue] = key.split(' ');
  return { day, checksum, catalogue: catalogue.join(' ') };
}

/** The states kept in one store, by their checksum. */
export class Ancestors {
  /** `pack` names and packs a state: off the main thread, where there is one. */
  constructor(
    private readonly store: KeyValueStore,
    private readonly pack: typeof packState = packState,
  ) {}

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
    const packed = await this.pack(catalogue, now);
    await this.keep(packed);
    return packed.state;
  }

  /** Keeps a state; true if it could be. */
  async keep({ state, bytes }: PackedState): Promise<boolean> {
    try {
      const key = keyOf(state);
      await this.store.set(key, bytes);
      const others = (await this.#keys()).filter((each) => each !== key);
      const isSame = (each: string) => stateOfKey(each).checksum === state.checksum;
      const surplus = others.filter((each) => !isSame(each)).slice(0, 1 - KEPT);
      for (const old of [...others.filter(isSame), ...surplus]) await this.store.remove(old);
      return true;
    } catch {
      return false; // no room: the next merge has no ancestor
    }
  }

  /** All that are kept, oldest first. */
  async known(): Promise<About['shared']> {
    return (await this.#keys().catch(() => [])).map(stateOfKey);
  }

  /** The text of the first of some states that is kept and whole, with its checksum. */
  async find(checksums: readonly string[]): Promise<{ checksum: string; text: string } | null> {
    const keys = await this.#keys().catch(() => []);
    for (const checksum of checksums) {
      const key = keys.find((each) => stateOfKey(each).checksum === checksum);
      if (key === undefined) continue;
      try {
        const kept = await this.store.get(key);
        if (kept instanceof Uint8Array) return { checksum, text: unpackState(kept) };
      } catch {
        // Damaged: an older one may do.
      }
    }
    return null;
  }

  /** Keys begin with the day: oldest first. */
  async #keys(): Promise<string[]> {
    return (await this.store.keys()).sort();
  }
}
