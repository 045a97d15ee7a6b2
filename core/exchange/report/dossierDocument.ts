/** The report of a dossier: its first page, the map around it, support, every value by area, judgements, what is unsettled. */
import { AREAS } from '../../catalogue/areas.ts';
import type { Catalogue } from '../../catalogue/catalogue.ts';
import { formatDay } from '../../catalogue/days.ts';
import { formatWhen } from '../../catalogue/formatWhen.ts';
import { openPointsOf, type OpenPoint } from '../../open/openPoints.ts';
import { opinionsOf, standingOpinions } from '../../assessments/standing.ts';
import { dossierStatements } from '../../statements/dossierStatements.ts';
import { STATEMENT_PARTS, type Statement, type StatementPart } from '../../statements/statement.ts';
import type { Told } from '../../statements/told.ts';
import { supportRowOf } from '../../support/supportRows.ts';
import { isSaid, shownReading, sourcesOf, type Cell } from '../../layers/cell.ts';
import { conditionsOfReading } from '../../weighing/disagreement.ts';
import type { LayerRow, LayerTable } from '../../layers/layerTable.ts';
import { stripOf } from '../../layers/strip.ts';
import { nameOfLayer } from '../../lineage/names.ts';
import { ancestorsOf, derivativesOf } from '../../lineage/relatives.ts';
import { wordConditions } from '../../wording/conditionsText.ts';
import { OPEN_WORDS, wordPoint } from '../../wording/openText.ts';
import { wordTotal } from '../../wording/opinionText.ts';
import { STANDING_WORDS, STATE_WORDS, wordCell, wordElementWhole } from '../../wording/sayingText.ts';
import { wordSpoils } from '../../wording/spoilText.ts';
import { PART_TITLES, wordStatement } from '../../wording/statements/wordStatement.ts';
import { wordExpected, wordSupport } from '../../wording/supportText.ts';
import { subjectsOfLayer } from '../../lineage/chain.ts';
import {
  listBlock,
  partOf,
  type Block,
  type ReportDocument,
  type ReportPart,
  type Sentence,
} from './document.ts';
import type { Drawing, Lineage } from '../../drawing/lineagePicture.ts';
import { mapBlock, stripBlock, supportBlock } from './pictures.ts';

/** What a report may draw on beside the records; without it there are no pictures. */
export interface Illustration {
  readonly drawing: Drawing;
  readonly lineage: Lineage;
}

/** The report of the top layer of a table, as of a day (days since 1970-01-01). */
export function dossierDocument(
  catalogue: Catalogue,
  table: LayerTable,
  day: number,
  illustration?: Illustration,
): ReportDocument {
  const top = table.layers[table.layers.length - 1];
  const statements = dossierStatements(catalogue, table, day);
  return {
    title: nameOfLayer(catalogue, top),
    subtitle: `As of ${formatWhen(formatDay(day))}.`,
    asOf: formatDay(day),
    parts: [
      ...(illustration
        ? partOf('strip', 'At a glance', stripBlock(stripOf(table), illustration.drawing))
        : []),
      ...STATEMENT_PARTS.flatMap((part) => statementPart(statements, part)),
      ...(illustration ? mapPart(catalogue, table, day, illustration) : []),
      ...supportPart(catalogue, table, day, illustration),
      ...areaParts(catalogue, table),
      ...opinionPart(catalogue, table),
      ...partOf('open', 'To be settled', openBlocks(catalogue, openPointsOf(catalogue, table))),
    ],
  };
}

function statementPart(statements: readonly Statement[], part: StatementPart): ReportPart[] {
  const items = statements
    .filter((each) => each.part === part)
    .flatMap((statement): Sentence[] => {
      const text = wordStatement(statement);
      // What nobody has looked at, and questions of the analyst's own, have no source to name.
      const hasSource = statement.sources.length > 0 || !['unsettled', 'doubt'].includes(part);
      const remark = remarkOf(Object.values(statement.params.told));
      return text
        ? [{ text, ...(hasSource && { sources: statement.sources }), ...(remark && { remark }) }]
        : [];
    });
  return partOf(part, PART_TITLES[part], listBlock(items), 'first');
}

/** How sure the facts of a sentence are, and the conditions that all of them were seen under. */
function remarkOf(told: readonly Told[]): string {
  const readings = told.flatMap(({ reading }) => reading ?? []);
  const doubts = new Set(
    readings.flatMap(({ certainty }) => (certainty ? [CERTAINTY_WORDS[certainty]] : [])),
  );
  const conditions = new Set(readings.map((reading) => wordConditions(reading.conditions)));
  const [only] = conditions.size === 1 ? conditions : [];
  return [...doubts, only].filter(Boolean).join('; ');
}

const CERTAINTY_WORDS = { sure: '', likely: 'likely', unsure: 'not sure' } as const;

function mapPart(
  catalogue: Catalogue,
  table: LayerTable,
  day: number,
  { lineage, drawing }: Illustration,
): ReportPart[] {
  const { distribution } = table.layers[table.layers.length - 1];
  const shown = new Set([
    distribution,
    ...ancestorsOf(lineage.graph, distribution).keys(),
    ...(derivativesOf(lineage.graph).get(distribution) ?? []),
  ]);
  const title = `${nameOfLayer(catalogue, { id: distribution })} and what it rests on`;
  const blocks = mapBlock(lineage, shown, title, `As of ${formatWhen(formatDay(day))}`, drawing);
  return partOf('map', 'On the map', blocks);
}

function supportPart(
  catalogue: Catalogue,
  table: LayerTable,
  day: number,
  illustration?: Illustration,
): ReportPart[] {
  const row = supportRowOf(catalogue, table, day);
  if (row.state === 'unknown' && !row.next) return [];
  const sentences = [wordSupport(row), row.next ? `${wordExpected(row.next)}.` : ''].filter(Boolean);
  return partOf('support', 'Support', [
    ...(illustration ? supportBlock([row], day, illustration.drawing) : []),
    ...listBlock(sentences.map((text) => ({ text }))),
  ]);
}

function areaParts(catalogue: Catalogue, table: LayerTable): ReportPart[] {
  const names = table.layers.map((layer) => nameOfLayer(catalogue, layer));
  return AREAS.flatMap(({ id, label }) => {
    const rows = table.rows.filter(({ fact, cells }) => fact.area === id && cells.some(isTold));
    if (rows.length === 0) return [];
    const block: Block = {
      type: 'table',
      caption: `${label}: what each layer sets`,
      head: ['', ...names],
      rows: rows.map((row) => [
        { text: row.fact.label },
        ...row.cells.map((cell, i) => cellSentence(catalogue, row, cell, i === names.length - 1)),
      ]),
    };
    return partOf(`area-${id}`, label, [block], 'areas');
  });
}

const isTold = (cell: Cell): boolean =>
  cell.state !== 'notLookedAt' ||
  cell.byEdition.length > 0 ||
  shownReading(cell) !== undefined ||
  isSaid(cell);

/** How a fact stands to the base, and under which conditions it was seen, is told of the top layer: that is what the dossier is of. */
function cellSentence(catalogue: Catalogue, { fact }: LayerRow, cell: Cell, isTop: boolean): Sentence {
  if (cell.state === 'carried') return { text: 'carried' };
  if (!isTold(cell)) return { text: STATE_WORDS.notLookedAt };
  const { standing, spoiled } = cell;
  const reading = shownReading(cell);
  const isWhole = Array.isArray(cell.value) && !reading?.said;
  const text = isWhole
    ? `${cell.isPartial ? 'at least ' : ''}${(cell.value as readonly Parameters<typeof wordElementWhole>[0][]).map(wordElementWhole).join(', ')}`
    : wordCell(fact, cell);
  const remarks = [
    cell.state === 'unchanged' && reading?.state === 'set' && STATE_WORDS.unchanged,
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
  const around =
    isTop && reading
      ? [CERTAINTY_WORDS[reading.certainty], wordConditions(conditionsOfReading(catalogue, reading))].filter(
          Boolean,
        )
      : [];
  return {
    text: [text, ...remarks].join('; '),
    ...(cell.byEdition.length === 0 && { sources: sourcesOf(cell) }),
    ...(around.length > 0 && { remark: around.join('; ') }),
  };
}

function opinionPart(catalogue: Catalogue, table: LayerTable): ReportPart[] {
  const top = table.layers[table.layers.length - 1];
  const opinions = standingOpinions(opinionsOf(catalogue, subjectsOfLayer(top)));
  const blocks = opinions.flatMap((opinion): Block[] => {
    const { criteria, source, author, date, bias } = opinion;
    const sources = source ? { sources: [source] } : {};
    const head = `${author}${date ? `, ${formatWhen(date)}` : ''}: ${wordTotal(opinion) || 'no total'}.${bias ? ` Disclosed: ${bias}` : ''}`;
    if (criteria.length === 0) return [{ type: 'text', sentence: { text: head, ...sources } }];
    return [
      { type: 'text', sentence: { text: head, ...sources } },
      {
        type: 'table',
        caption: `Criteria of ${author}`,
        head: ['Criterion', 'Weight', 'Score of 10', 'Reason'],
        rows: criteria.map(({ name, weight, score, least, most, reason }) => [
          { text: name },
          { text: String(weight) },
          {
            text:
              least !== undefined || most !== undefined
                ? `${score} (${least ?? score} to ${most ?? score})`
                : String(score),
          },
          { text: reason },
        ]),
      },
    ];
  });
  return partOf('opinions', 'Judgements in full', blocks);
}

/** Open points with what would settle them. */
export function openBlocks(catalogue: Catalogue, points: readonly OpenPoint[]): Block[] {
  if (points.length === 0) return [];
  return [
    {
      type: 'table',
      caption: 'What is unsettled, and what would settle it',
      head: ['Point', 'What it is', 'Settled by'],
      rows: points.map((point) => [
        { text: OPEN_WORDS[point.rule].title },
        { text: wordPoint(catalogue, point) },
        { text: OPEN_WORDS[point.rule].settledBy },
      ]),
    },
  ];
}
