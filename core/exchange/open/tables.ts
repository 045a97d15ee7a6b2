/** Every table that is shown. Dates are as they are recorded (ISO 8601, EDTF). */
import { labelOfArea } from '../../catalogue/areas.ts';
import { recordsOf, type Catalogue } from '../../catalogue/catalogue.ts';
import { STRIP_AREAS } from '../../catalogue/stripAreas.ts';
import { LineageView } from '../../overview/lineageView.ts';
import { allPointsOf } from '../../open/openPoints.ts';
import { toldSources } from '../../statements/told.ts';
import { chainOfProject, chainOfSubject } from '../../lineage/chain.ts';
import { layerTable, type LayerTable } from '../../layers/layerTable.ts';
import { nameOf, nameOfLayer } from '../../lineage/names.ts';
import { labelOfPoint, OPEN_WORDS, wordPointReason } from '../../wording/openText.ts';
import { wordCell } from '../../wording/sayingText.ts';
import { joinedNames, type OpenTable } from './openTable.ts';
import { RECORD_TABLES } from './recordTables.ts';

/** A table, made for a catalogue as of a day (days since 1970-01-01). */
type Maker = (catalogue: Catalogue, day: number) => OpenTable;

const MAKERS = {
  dossiers: dossiersTable,
  facts: factsTable,
  ...RECORD_TABLES,
  open: openTable,
} as const satisfies Readonly<Record<string, Maker>>;

/** The name of a table. */
export type TableName = keyof typeof MAKERS;

/** Every table by name, with what it holds. */
export const OPEN_TABLES: Readonly<Record<TableName, string>> = {
  dossiers: 'Dossiers: what each rests on and changes',
  facts: 'Facts in force, with the layer that set each',
  releases: 'Releases',
  editions: 'Editions',
  links: 'Lineage links',
  readings: 'Readings with their sources',
  sources: 'Sources',
  changes: 'Recorded changes',
  claims: 'Claims and verdicts',
  faults: 'Faults',
  plans: 'Plans',
  events: 'Events',
  questions: 'Questions',
  judgements: 'Assessments',
  comparisons: 'Packages held against bases',
  lists: 'Package lists',
  open: 'Open points',
};

/** A table of the catalogue as of a day. */
export function openTableOf(catalogue: Catalogue, name: TableName, day: number): OpenTable {
  return (MAKERS[name] as Maker)(catalogue, day);
}

function dossiersTable(catalogue: Catalogue, day: number): OpenTable {
  const view = new LineageView();
  const ids = [...view.graph(catalogue, day).nodes.keys()].sort();
  return {
    head: [
      ...[
        'id',
        'distribution',
        'release',
        'relation',
        'base',
        'model',
        'package format',
        'standing',
        'maker',
        'country',
      ],
      ...[
        'unmodified share',
        'evidence',
        ...STRIP_AREAS.map(({ label }) => `changed: ${label}`),
        'open points',
      ],
    ],
    rows: ids.map((id) => {
      const facts = view.factsOf(id)!;
      const { link } = facts;
      return [
        ...[id, facts.name, facts.version, link?.relation, link && nameOf(catalogue, link.base), facts.model],
        ...[facts.format, facts.standing, facts.maker, facts.country, facts.carried, facts.evidence],
        ...facts.strip.map(({ looked, changed }) => (looked === 0 ? undefined : changed)),
        facts.openPoints,
      ];
    }),
  };
}

/** The current release of every project on the day. */
function currentTables(catalogue: Catalogue, day: number): LayerTable[] {
  const ids = [...recordsOf(catalogue, 'distribution')].map(({ id }) => id).sort();
  return ids.map((id) => layerTable(catalogue, chainOfSubject(catalogue, id, day)));
}

/** The same, of each edition where that is how facts are known. */
function tablesByEdition(catalogue: Catalogue, day: number): LayerTable[] {
  return currentTables(catalogue, day).flatMap((whole) => {
    const id = whole.layers[whole.layers.length - 1].distribution;
    const cells = whole.rows.flatMap(({ cells }) => cells.at(-1)!.byEdition);
    const editions = [...new Set(cells.map(({ edition }) => edition))].sort();
    return editions.length > 0
      ? editions.map((edition) => layerTable(catalogue, chainOfProject(catalogue, id, day, edition)))
      : [whole];
  });
}

function factsTable(catalogue: Catalogue, day: number): OpenTable {
  const rows = tablesByEdition(catalogue, day).flatMap((table) => {
    const top = table.layers[table.layers.length - 1];
    return table.rows.flatMap((row) => {
      const cell = row.cells[row.cells.length - 1];
      if (cell.state === 'notLookedAt' && cell.byEdition.length === 0) return [];
      return [
        [
          ...[top.id, nameOfLayer(catalogue, top), labelOfArea(row.fact.area), row.fact.key, row.fact.label],
          ...[cell.state, wordCell(row.fact, cell), cell.standing ?? undefined],
          cell.setBy >= 0 ? nameOf(catalogue, table.layers[cell.setBy].id) : undefined,
          joinedNames(catalogue, toldSources(row, cell)),
        ],
      ];
    });
  });
  const head = [
    'subject',
    'subject name',
    'area',
    'key',
    'fact',
    'state',
    'value',
    'next to the base',
    'set by',
    'sources',
  ];
  return { head, rows };
}

function openTable(catalogue: Catalogue, day: number): OpenTable {
  const rows = currentTables(catalogue, day).flatMap((table) =>
    allPointsOf(catalogue, table).map((point) => [
      ...[point.subject, nameOf(catalogue, point.subject), OPEN_WORDS[point.rule].title, labelOfPoint(point)],
      ...[wordPointReason(catalogue, point), OPEN_WORDS[point.rule].settledBy, point.state],
      point.state === 'open' ? undefined : point.settlement?.until,
    ]),
  );
  return {
    head: ['subject', 'subject name', 'rule', 'about', 'reason', 'settled by', 'state', 'until'],
    rows,
  };
}
