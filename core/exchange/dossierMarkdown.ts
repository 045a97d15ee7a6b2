/** A dossier as Markdown (CommonMark with tables), every value with the source it rests on. */
import { AREAS } from '../catalogue/areas.ts';
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { Source } from '../catalogue/source.ts';
import { SOURCE_KINDS } from '../catalogue/sourceKinds.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import { chainOf } from '../lineage/chain.ts';
import { newestComparison } from '../lineage/lineageGraph.ts';
import { nameOf } from '../lineage/names.ts';
import { changesOf } from '../layers/changes.ts';
import { layerTable, type LayerTable } from '../layers/layerTable.ts';
import { sourcesOf, type Cell } from '../layers/cell.ts';
import { wordChain, wordComparison } from '../wording/dossierText.ts';
import { wordChange, wordNote } from '../wording/changeText.ts';
import { formatValue } from '../wording/valueText.ts';

/** Numbers sources in the order in which they are cited. */
class Footnotes {
  readonly #numbers = new Map<RecordId, number>();

  cite(id: RecordId | undefined): string {
    if (!id) return ' (no source)';
    if (!this.#numbers.has(id)) this.#numbers.set(id, this.#numbers.size + 1);
    return `[^${this.#numbers.get(id)}]`;
  }

  citeAll(ids: readonly RecordId[]): string {
    return ids.length ? ids.map((id) => this.cite(id)).join('') : this.cite(undefined);
  }

  list(catalogue: Catalogue): string[] {
    return [...this.#numbers].map(
      ([id, number]) => `[^${number}]: ${wordSource(recordOf(catalogue, 'source', id))}`,
    );
  }
}

/** The dossier of a release as of a day (days since 1970-01-01). */
export function formatDossierMarkdown(catalogue: Catalogue, release: RecordId, day: number): string {
  const layers = chainOf(catalogue, release, day);
  const table = layerTable(catalogue, layers);
  const notes = new Footnotes();
  const link = layers[layers.length - 1].link;
  const comparison = link && newestComparison(catalogue, link);
  const changes = changesOf(table);
  const lines = [
    `# ${escape(nameOf(catalogue, release))}`,
    '',
    escape(wordChain(catalogue, layers)) + (link ? notes.citeAll(link.sources) : ''),
    '',
  ];
  if (comparison)
    lines.push(escape(wordComparison(catalogue, comparison)) + notes.cite(comparison.source), '');
  lines.push('## What it changes', '');
  if (changes.length === 0) lines.push('No change is recorded.', '');
  else {
    const own = (key: string) => sourcesOf(table.rows.find(({ fact }) => fact.key === key)!.cells.at(-1)!);
    lines.push(
      ...changes.map((change) => {
        const more = change.notes.flatMap((note) => wordNote(note).map((text) => `  ${escape(text)}`));
        return [`- ${escape(wordChange(change))}${notes.citeAll(own(change.fact.key))}`, ...more].join('\n');
      }),
      '',
    );
  }
  lines.push(...areaTables(catalogue, table, notes), '## Sources', '', ...notes.list(catalogue), '');
  return lines.join('\n');
}

function areaTables(catalogue: Catalogue, table: LayerTable, notes: Footnotes): string[] {
  const names = table.layers.map(({ id }) => escape(nameOf(catalogue, id)));
  return AREAS.flatMap(({ id, label }) => {
    const rows = table.rows.filter(
      ({ fact, cells }) => fact.area === id && cells.some(({ state }) => state !== 'notLookedAt'),
    );
    if (rows.length === 0) return [];
    return [
      `## ${label}`,
      '',
      `| | ${names.join(' | ')} |`,
      `|---${'|---'.repeat(names.length)}|`,
      ...rows.map(
        (row) =>
          `| ${row.fact.label} | ${row.cells.map((cell) => cellText(row.fact, cell, notes)).join(' | ')} |`,
      ),
      '',
    ];
  });
}

function cellText(fact: Parameters<typeof formatValue>[0], cell: Cell, notes: Footnotes): string {
  const cite = () => notes.citeAll(sourcesOf(cell));
  switch (cell.state) {
    case 'own':
      return escape(formatValue(fact, cell.value!)) + cite();
    case 'carried':
      return 'carried';
    case 'unchanged':
      return `unchanged${cite()}`;
    case 'none':
      return `none${cite()}`;
    case 'doesNotApply':
      return `does not apply${cite()}`;
    case 'notLookedAt':
      return 'not looked at';
  }
}

/** A source in one line: kind, title, place, dates. */
function wordSource(source: Source | undefined): string {
  if (!source) return 'a source that is no longer recorded';
  const parts = [
    SOURCE_KINDS[source.sourceKind].label,
    source.title,
    source.place,
    source.date && formatWhen(source.date),
    source.read && source.read !== source.date && `read ${formatWhen(source.read)}`,
    source.by && `by ${source.by}`,
  ];
  return escape(parts.filter(Boolean).join(', '));
}

/** Text that Markdown and a table cell show as it is. */
function escape(text: string): string {
  return text.replace(/[\\`*_[\]<>|#]/g, '\\$&').replace(/\n/g, ' ');
}
