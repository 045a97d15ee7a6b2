/** A catalogue with what is to change in it: only that is held, so that a merge of very many records stays quick. */
import { findRecord, recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { referencesOf, referenceTableOf } from '../catalogue/kindOf.ts';
import type { AnyRecord, KindName, RecordTypes } from '../catalogue/recordKinds.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { visitMentions, withoutMentions } from '../catalogue/references.ts';

/** Records of a catalogue, some put in place of others or added, some taken out. */
export class Overlay {
  readonly #put: Map<RecordId, AnyRecord>;
  readonly #removed: Set<RecordId>;

  constructor(
    private readonly under: Catalogue,
    put: ReadonlyMap<RecordId, AnyRecord> = new Map(),
    removed: ReadonlySet<RecordId> = new Set(),
  ) {
    this.#put = new Map(put);
    this.#removed = new Set(removed);
  }

  get put(): ReadonlyMap<RecordId, AnyRecord> {
    return this.#put;
  }
  get removed(): ReadonlySet<RecordId> {
    return this.#removed;
  }

  copy(): Overlay {
    return new Overlay(this.under, this.#put, this.#removed);
  }

  get(id: RecordId): AnyRecord | undefined {
    return this.#put.get(id) ?? (this.#removed.has(id) ? undefined : findRecord(this.under, id));
  }
  has(id: RecordId): boolean {
    return this.get(id) !== undefined;
  }

  set(record: AnyRecord): void {
    this.#removed.delete(record.id);
    if (findRecord(this.under, record.id) === record) this.#put.delete(record.id);
    else this.#put.set(record.id, record);
  }
  delete(id: RecordId): void {
    this.#put.delete(id);
    if (findRecord(this.under, id)) this.#removed.add(id);
  }

  /** All records of a kind, in no particular order. */
  *of<K extends KindName>(kind: K): IterableIterator<RecordTypes[K]> {
    for (const record of recordsOf(this.under, kind))
      if (!this.#removed.has(record.id) && !this.#put.has(record.id)) yield record;
    for (const record of this.#put.values()) if (record.kind === kind) yield record as RecordTypes[K];
  }

  /** Records that may name what is not there: those that were put, and those that named what was taken out. */
  *inDoubt(): IterableIterator<AnyRecord> {
    yield* this.#put.values();
    for (const id of this.#removed)
      for (const pointer of this.under.pointers.all(id)) {
        const record = this.#put.has(pointer) ? undefined : this.get(pointer);
        if (record) yield record;
      }
  }

  /**
   * Takes out what cannot be without what is missing, and mentions of what is missing; gives the ids of the records that only
   * lost a mention. Afterwards nothing points into the void.
   */
  mend(): RecordId[] {
    const pointers = new Map<RecordId, RecordId[]>();
    for (const record of this.#put.values())
      visitMentions(record, referenceTableOf(record), (id) => {
        const known = pointers.get(id);
        if (known) known.push(record.id);
        else pointers.set(id, [record.id]);
      });
    const freed = new Set<RecordId>();
    const queue = [...this.inDoubt()].map(({ id }) => id);
    for (let id = queue.pop(); id !== undefined; id = queue.pop()) {
      const record = this.get(id);
      if (!record || referencesOf(record).every((mention) => this.has(mention.id))) continue;
      const left = withoutMentions(record, referenceTableOf(record), (each) => !this.has(each));
      if (left) {
        this.set(left);
        freed.add(id);
        continue;
      }
      this.delete(id);
      freed.delete(id);
      queue.push(...(pointers.get(id) ?? []), ...this.under.pointers.all(id));
    }
    return [...freed];
  }
}
