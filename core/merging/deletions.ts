/**
 * What one of two deleted since their ancestor. It is gone, with what belonged to it, unless the other changed it or put
 * something new under it: then the topmost of what was deleted is in conflict, and comes or goes whole.
 */
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import { referencesOf } from '../catalogue/kindOf.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { saySame } from './identity.ts';
import type { Conflict } from './conflict.ts';
import type { Met } from './meeting.ts';
import type { Overlay } from './overlay.ts';
import type { Decide } from './mergeRecord.ts';
import { KIND_NAMES } from '../catalogue/recordKinds.ts';

type Side = 'mine' | 'theirs';

const ownersOf = (record: AnyRecord): RecordId[] =>
  referencesOf(record)
    .filter(({ role }) => role === 'owner')
    .map(({ id }) => id);

/** Finds and settles deletions; does nothing without an ancestor. */
export class Deletions {
  /** What each side deleted: the record as the ancestor had it. */
  readonly #gone: Readonly<Record<Side, ReadonlyMap<RecordId, AnyRecord>>>;
  /** Deleted by that side, and in conflict. */
  readonly #roots: Readonly<Record<Side, Set<RecordId>>> = { mine: new Set(), theirs: new Set() };

  constructor(
    private readonly mine: Catalogue,
    private readonly theirs: Met,
    base: Catalogue | null,
  ) {
    const gone = { mine: new Map<RecordId, AnyRecord>(), theirs: new Map<RecordId, AnyRecord>() };
    if (base)
      for (const kind of KIND_NAMES)
        for (const record of base.records[kind].values() as Iterable<AnyRecord>) {
          if (!mine.records[kind].has(record.id)) gone.mine.set(record.id, record);
          if (!theirs.has(record.id)) gone.theirs.set(record.id, record);
        }
    this.#gone = gone;
  }

  /** Puts into the heap what stays of what one side deleted, and gives the conflicts. */
  settle(heap: Overlay, decide: Decide): Conflict[] {
    if (this.#gone.mine.size + this.#gone.theirs.size === 0) return [];
    for (const [id, before] of this.#gone.mine) {
      const other = this.theirs.get(id);
      if (other && !saySame(other, before)) this.#addRoot('mine', before);
    }
    for (const [id, before] of this.#gone.theirs) {
      const own = findRecord(this.mine, id);
      if (own && !saySame(own, before)) this.#addRoot('theirs', before);
    }
    // What is new on one side may lie under what the other deleted; what comes back may lie under more of that.
    for (let isSettled = false; !isSettled;) {
      const trial = heap.copy();
      this.#putBack(trial, decide);
      isSettled = !this.#rootsUnder(trial);
    }
    this.#putBack(heap, decide);
    return [...this.#conflicts()];
  }

  /** The topmost of what that side deleted over a record: each of its owners that went, and theirs. */
  #addRoot(side: Side, record: AnyRecord): boolean {
    const above = ownersOf(record).filter((id) => this.#gone[side].has(id));
    if (above.length > 0)
      return above.map((id) => this.#addRoot(side, this.#gone[side].get(id)!)).some(Boolean);
    const isNew = !this.#roots[side].has(record.id);
    this.#roots[side].add(record.id);
    return isNew;
  }

  /** What mine deleted comes back where theirs was chosen; what theirs deleted stays unless theirs was chosen. */
  #putBack(heap: Overlay, decide: Decide): void {
    const chosen = (record: RecordId) => decide({ record, field: '' });
    const back = new Set([...this.#roots.mine].filter((id) => chosen(id) === 'theirs'));
    const stay = new Set([...this.#roots.theirs].filter((id) => chosen(id) !== 'theirs'));
    this.#under(back, this.#gone.mine, (id) => this.theirs.get(id)).forEach((each) => heap.set(each));
    this.#under(stay, this.#gone.theirs, (id) => findRecord(this.mine, id)).forEach((each) => heap.set(each));
  }

  /** The roots and all that was deleted with them, as the side that kept them has it. */
  #under(
    roots: ReadonlySet<RecordId>,
    gone: ReadonlyMap<RecordId, AnyRecord>,
    kept: (id: RecordId) => AnyRecord | undefined,
  ): AnyRecord[] {
    if (roots.size === 0) return [];
    const belongs = new Map<RecordId, boolean>();
    const isUnder = (id: RecordId): boolean => {
      const known = belongs.get(id);
      if (known !== undefined) return known;
      belongs.set(id, roots.has(id));
      const record = kept(id);
      const under =
        roots.has(id) ||
        (record !== undefined && ownersOf(record).some((each) => gone.has(each) && isUnder(each)));
      belongs.set(id, under);
      return under;
    };
    return [...gone.keys()].filter(isUnder).flatMap((id) => kept(id) ?? []);
  }

  /** Adds a root for each record whose owner a side deleted; false when there is none that is new. */
  #rootsUnder(heap: Overlay): boolean {
    let isNew = false;
    for (const record of heap.inDoubt())
      for (const owner of ownersOf(record)) {
        if (heap.has(owner)) continue;
        for (const side of ['mine', 'theirs'] as const) {
          const before = this.#gone[side].get(owner);
          if (before && this.#addRoot(side, before)) isNew = true;
        }
      }
    return isNew;
  }

  *#conflicts(): IterableIterator<Conflict> {
    for (const side of ['mine', 'theirs'] as const)
      for (const id of this.#roots[side]) {
        const before = this.#gone[side].get(id)!;
        const kept = side === 'mine' ? this.theirs.get(id) : findRecord(this.mine, id);
        const find = (each: RecordId) =>
          side === 'mine' ? this.theirs.get(each) : findRecord(this.mine, each);
        const rests = this.#under(new Set([id]), this.#gone[side], find).length - 1;
        yield {
          ...{ kind: before.kind, record: id, field: '', base: before, rests: Math.max(rests, 0) },
          mine: side === 'mine' ? null : (kept ?? null),
          theirs: side === 'theirs' ? null : (kept ?? null),
        };
      }
  }
}
