/** A dossier as Markdown (CommonMark with tables): the first page, then every value, each with the source it rests on. */
import { AREAS } from '../catalogue/areas.ts';
import type { Catalogue } from '../catalogue/catalogue.ts';
import { formatDay } from '../catalogue/days.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import { nameOfLayer } from '../lineage/names.ts';
import { dossierStatements } from '../judging/statements/dossierStatements.ts';
import { STATEMENT_PARTS } from '../judging/statements/statement.ts';
import type { LayerRow, LayerTable } from '../layers/layerTable.ts';
import { isSaid, shownReading, sourcesOf, type Cell } from '../layers/cell.ts';
import { STANDING_WORDS, STATE_WORDS, wordCell, wordElementWhole } from '../wording/sayingText.ts';
import { wordSpoils } from '../wording/spoilText.ts';
import { escapeMarkdown, Footnotes } from './markdown.ts';
import { PART_TITLES, wordStatement } from '../wording/statements/wordStatement.ts';

/** The dossier of the top layer of a table, as of a day (days since 1970-01-01). */
export function formatTableMarkdown(catalogue: Catalogue, table: LayerTable, day: number): string {
  const notes = new Footnotes();
  const top = table.layers[table.layers.length - 1];
  const statements = dossierStatements(catalogue, table, day);
  const lines = [
    `# ${escapeMarkdown(nameOfLayer(catalogue, top))}`,
    '',
    `As of ${formatWhen(formatDay(day))}.`,
    '',
  ];
  for (const part of STATEMENT_PARTS) {
    const told = statements.filter((each) => each.part === part);
    if (told.length === 0) continue;
    lines.push(`## ${PART_TITLES[part]}`, '');
    for (const statement of told) {
      const text = wordStatement(statement);
      // What nobody has looked at, and questions of the analyst's own, have no source to name.
      const hasSource = statement.sources.length > 0 || !['unsettled', 'doubt'].includes(part);
      if (text) lines.push(`- ${escapeMarkdown(text)}${hasSource ? notes.citeAll(statement.sources) : ''}`);
    }
    lines.push('');
  }
  lines.push(...areaTables(catalogue, table, notes), '## Sources', '', ...notes.list(catalogue), '');
  return lines.join('\n');
}

function areaTables(catalogue: Catalogue, table: LayerTable, notes: Footnotes): string[] {
  const names = table.layers.map((layer) => escapeMarkdown(nameOfLayer(catalogue, layer)));
  return AREAS.flatMap(({ id, label }) => {
    const rows = table.rows.filter(({ fact, cells }) => fact.area === id && cells.some(isTold));
    if (rows.length === 0) return [];
    return [
      `## ${label}`,
      '',
      `| | ${names.join(' | ')} |`,
      `|---${'|---'.repeat(names.length)}|`,
      ...rows.map(
        (row) =>
          `| ${row.fact.label} | ${row.cells.map((cell, i) => cellText(row, cell, i === names.length - 1, notes)).join(' | ')} |`,
      ),
      '',
    ];
  });
}

const isTold = (cell: Cell): boolean =>
  cell.state !== 'notLookedAt' ||
  cell.byEdition.length > 0 ||
  shownReading(cell) !== undefined ||
  isSaid(cell);

/** How a fact stands to the base is told of the top layer: that is what the dossier is of. */
function cellText({ fact }: LayerRow, cell: Cell, isTop: boolean, notes: Footnotes): string {
  if (cell.state === 'carried') return 'carried';
  if (!isTold(cell)) return STATE_WORDS.notLookedAt;
  const { standing, spoiled } = cell;
  const isWhole = Array.isArray(cell.value) && !shownReading(cell)?.said;
  const text = isWhole
    ? `${cell.isPartial ? 'at least ' : ''}${(cell.value as readonly Parameters<typeof wordElementWhole>[0][]).map(wordElementWhole).join(', ')}`
    : wordCell(fact, cell);
  const remarks = [
    cell.state === 'unchanged' && shownReading(cell)?.state === 'set' && STATE_WORDS.unchanged,
    spoiled && `${STATE_WORDS.spoiled} ${wordSpoils(spoiled.spoiledBy)}`,
    cell.inForce?.acceptedBecause && `accepted though spoiled: ${cell.inForce.acceptedBecause}`,
    isTop &&
      standing &&
      standing !== 'same' &&
      standing !== 'changed' &&
      !spoiled &&
      STANDING_WORDS[standing],
    cell.disputed && 'sources contradict each other',
  ].filter(Boolean);
  const cite = cell.byEdition.length > 0 ? '' : notes.citeAll(sourcesOf(cell));
  return `${escapeMarkdown([text, ...remarks].join('; '))}${cite}`;
}
