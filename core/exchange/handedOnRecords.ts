/** The records of a file that is whole, handed on as text while it is read: none of them is held. */
import { recordAsItStands, type Versions } from '../catalogue/migrate.ts';
import { referenceTableOf } from '../catalogue/kindOf.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { visitMentions } from '../catalogue/references.ts';

/** How many records are handed on at once. */
const PART = 5000;

/** Takes records one by one, as long as each can be used as it stands. */
export class HandedOnRecords {
  readonly #ids = new Set<RecordId>();
  /** What was named before it came. */
  readonly #named = new Set<RecordId>();
  #part: string[] = [];

  constructor(
    private readonly versions: Versions,
    private readonly onText: (records: string) => void,
  ) {}

  get size(): number {
    return this.#ids.size;
  }

  readonly #name = (id: RecordId): void => {
    if (!this.#ids.has(id)) this.#named.add(id);
  };

  /** Takes a record and the text it was read from; false for one that is older, not valid, or stands twice. */
  add(raw: unknown, json: string): boolean {
    const record = recordAsItStands(raw, this.versions);
    if (!record || this.#ids.has(record.id)) return false;
    this.#ids.add(record.id);
    visitMentions(record, referenceTableOf(record), this.#name);
    if (this.#part.push(json) === PART) this.#handOn();
    return true;
  }

  /** Hands on what is left; false when a record names one that is not there. */
  end(): boolean {
    for (const id of this.#named) if (!this.#ids.has(id)) return false;
    this.#handOn();
    return true;
  }

  #handOn(): void {
    this.onText(`[${this.#part.join(',')}]`);
    this.#part = [];
  }
}
