/** What documents in Markdown (CommonMark with tables) have in common: sources as numbered notes, and texts that show as they are. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { describeSource } from '../telling/sourceNotes.ts';
import { SourceNumbers } from './sourceNumbers.ts';

/** Sources as numbered notes. */
export class Footnotes {
  readonly #numbers = new SourceNumbers();

  /** The mark of a source, or of none. */
  cite(id: RecordId | undefined): string {
    if (!id) return ' (no source)';
    return `[^${this.#numbers.of(id)}]`;
  }

  /** The marks of some sources. */
  citeAll(ids: readonly RecordId[]): string {
    return ids.length ? ids.map((id) => this.cite(id)).join('') : this.cite(undefined);
  }

  /** Every source that was cited, a line each. */
  list(catalogue: Catalogue): string[] {
    return this.#numbers.all.map(
      ([id, number]) => `[^${number}]: ${escapeMarkdown(describeSource(catalogue, id))}`,
    );
  }
}

/** Text that Markdown and a table cell show as it is. */
export function escapeMarkdown(text: string): string {
  return text.replace(/[\\`*_[\]<>|#]/g, '\\$&').replace(/\n/g, ' ');
}
