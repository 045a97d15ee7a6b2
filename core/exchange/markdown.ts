/** What documents in Markdown (CommonMark with tables) have in common: sources as numbered notes, and texts that show as they are. */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { Source } from '../catalogue/source.ts';
import { SOURCE_KINDS } from '../catalogue/sourceKinds.ts';
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
      ([id, number]) => `[^${number}]: ${escapeMarkdown(wordSource(recordOf(catalogue, 'source', id)))}`,
    );
  }
}

/** A source in one line: kind, title, place, dates. */
export function wordSource(source: Source | undefined): string {
  if (!source) return 'a source that is no longer recorded';
  const parts = [
    SOURCE_KINDS[source.sourceKind].label,
    source.title,
    source.place,
    source.date && formatWhen(source.date),
    source.read && source.read !== source.date && `read ${formatWhen(source.read)}`,
    source.by && `by ${source.by}`,
  ];
  return parts.filter(Boolean).join(', ');
}

/** Text that Markdown and a table cell show as it is. */
export function escapeMarkdown(text: string): string {
  return text.replace(/[\\`*_[\]<>|#]/g, '\\$&').replace(/\n/g, ' ');
}
