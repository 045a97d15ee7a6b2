/** A dossier as data with a stable shape: what it is of, on what it rests, every fact, the first page, the counts. */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { formatDay } from '../catalogue/days.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { openPointsOf } from '../open/openPoints.ts';
import { dossierStatements } from '../statements/dossierStatements.ts';
import { toldSources } from '../statements/told.ts';
import { shownReading, type Cell } from '../layers/cell.ts';
import { countsOf } from '../layers/counts.ts';
import { conditionsOfReading } from '../weighing/disagreement.ts';
import type { LayerRow, LayerTable } from '../layers/layerTable.ts';
import type { EditionBases } from '../lineage/bases.ts';
import type { Link } from '../catalogue/link.ts';
import { distributionOf } from '../lineage/releases.ts';
import { nameOf } from '../lineage/names.ts';
import { wordCell } from '../wording/sayingText.ts';
import { wordSettling } from '../wording/spoilText.ts';
import { wordStatement } from '../wording/statements/wordStatement.ts';

/** The dossier of the top layer of a table, as of a day (days since 1970-01-01). */
export function dossierReport(catalogue: Catalogue, table: LayerTable, day: number) {
  const top = table.layers[table.layers.length - 1];
  const release = recordOf(catalogue, 'release', top.id);
  const edition = recordOf(catalogue, 'edition', top.edition ?? top.id);
  const statements = dossierStatements(catalogue, table, day);
  const facts = table.rows.map((row) => factOf(catalogue, table, row));
  const cited = new Set([...facts, ...statements].flatMap(({ sources }) => sources));
  return {
    subject: {
      id: top.id,
      name: nameOf(catalogue, top.distribution),
      release: release?.version ?? null,
      edition: edition?.name ?? null,
    },
    on: formatDay(day),
    dependsOnEdition: top.dependsOnEdition?.map((each) => editionOf(catalogue, each)) ?? null,
    bases: top.bases.map((link) => baseOf(catalogue, link)),
    chain: table.layers.map(({ id }) => nameOf(catalogue, id)),
    facts,
    summary: statements.flatMap((statement) => {
      const text = wordStatement(statement);
      const { kind, part, sources } = statement;
      return text ? [{ kind, part, text, sources }] : [];
    }),
    counts: { ...countsOf(table.rows), openPoints: openPointsOf(catalogue, table).length },
    sources: Object.fromEntries([...cited].flatMap((id) => sourceOf(catalogue, id))),
  };
}

const baseOf = (catalogue: Catalogue, { base, relation }: Link) => ({
  name: nameOf(catalogue, distributionOf(catalogue, base)),
  release: recordOf(catalogue, 'release', base)?.version ?? null,
  relation,
});

const editionOf = (catalogue: Catalogue, { edition, links }: EditionBases) => ({
  edition: recordOf(catalogue, 'edition', edition)?.name ?? edition,
  bases: links.map((link) => baseOf(catalogue, link)),
});

function factOf(catalogue: Catalogue, { layers }: LayerTable, row: LayerRow) {
  const { fact } = row;
  const cell = row.cells[row.cells.length - 1];
  const reading = shownReading(cell);
  const value = cell.value ?? cell.spoiled?.value ?? null;
  return {
    key: fact.key,
    area: fact.area,
    label: fact.label,
    state: cell.state,
    value,
    said: reading?.said ?? null,
    interval: reading?.interval ?? null,
    marks: marksOf(cell),
    text: wordCell(fact, cell),
    setBy: cell.setBy >= 0 ? nameOf(catalogue, layers[cell.setBy].id) : null,
    comparison: cell.standing,
    sources: toldSources(row, cell),
    conditions: reading ? conditionsOfReading(catalogue, reading) : {},
    ...(cell.spoiled && {
      spoiledBy: cell.spoiled.spoiledBy,
      settledBy: wordSettling(cell.spoiled.spoiledBy),
    }),
  };
}

/** What is true of a value beside what it is. */
function marksOf(cell: Cell): string[] {
  const reading = shownReading(cell);
  return [
    ...(reading?.marks ?? []),
    ...(cell.spoiled ? ['spoiled'] : []),
    ...(reading?.acceptedBecause ? ['acceptedThoughSpoiled'] : []),
    ...(reading && reading.certainty !== 'sure' ? [reading.certainty] : []),
    ...(cell.notFoundOut ? ['notFoundOut'] : []),
    ...(cell.byEdition.length > 0 ? ['dependsOnEdition'] : []),
    ...(cell.disputed ? ['contradicted'] : []),
  ];
}

function sourceOf(catalogue: Catalogue, id: RecordId) {
  const source = recordOf(catalogue, 'source', id);
  if (!source) return [];
  const { title, sourceKind: kind, place, date = null, read = null, by } = source;
  return [[id, { title, kind, place, date, read, by }] as const];
}
