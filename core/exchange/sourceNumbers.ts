/** Numbers sources in the order in which a document cites them. */
import type { RecordId } from '../catalogue/recordId.ts';

/** The numbers of one document, from 1. */
export class SourceNumbers {
  readonly #numbers = new Map<RecordId, number>();

  /** The number of a source: the next one at its first mention. */
  of(id: RecordId): number {
    let number = this.#numbers.get(id);
    if (number === undefined) this.#numbers.set(id, (number = this.#numbers.size + 1));
    return number;
  }

  /** Every source that was cited with its number, in order. */
  get all(): readonly (readonly [id: RecordId, number: number])[] {
    return [...this.#numbers];
  }
}
