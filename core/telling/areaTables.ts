/**
 * What else is known of a system, by area, with the base's value where one stands beside. What a change tells already is left
 * out; what is confirmed unchanged is one row an area.
 */
import { AREAS } from '../catalogue/areas.ts';
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { isSaid, shownReading, sourcesOf, type Cell } from '../layers/cell.ts';
import { belowOf } from '../layers/changes.ts';
import type { LayerRow } from '../layers/layerTable.ts';
import { wordCircumstances } from '../wording/disagreementText.ts';
import { wordCell, wordElementWhole } from '../wording/sayingText.ts';
import { wordSpoils } from '../wording/spoilText.ts';
import { figuresOf } from '../wording/statements/surroundingSentences.ts';
import { wordTold } from '../wording/statements/phrases.ts';
import { formatValue, listOf } from '../wording/valueText.ts';
import type { Told } from '../statements/told.ts';
import { baseSources } from './changeTable.ts';
import type { Block, Sentence } from './document.ts';
import { statementsOf, type DossierPlan } from './dossierPlan.ts';
import { choiceOf, nounOf, titleOf } from '../wording/factTitles.ts';
import { remarkOfCell } from './remarks.ts';

/** Areas of fewer facts stand together in one table. */
const OWN_TABLE_FROM = 3;

/** Facts that have sentences of their own: who makes it, for whom. */
const TOLD_IN_WORDS: ReadonlySet<string> = new Set([
  ...['purpose', 'audience', 'notFor', 'maker', 'country', 'since', 'standing', 'sponsor'].map(
    (name) => `identity.${name}`,
  ),
  ...['lineage.independent', 'lineage.wording', 'lineage.reason', 'model.supportEnd'],
]);

/** A table of facts that belong together. */
interface AreaTable {
  readonly id: string;
  readonly title: string;
  readonly blocks: Block[];
}

/** A table for each area of which there is much to tell, one for all others, one of what is confirmed unchanged. */
export function areaTables(plan: DossierPlan): AreaTable[] {
  const toldBefore = new Set([
    ...plan.changes.map(({ change }) => change.fact.key),
    ...statementsOf(plan.statements, 'guideOdd').flatMap(({ params }) => Object.keys(params.told)),
  ]);
  const rows = plan.table.rows.filter(
    (row) => !toldBefore.has(row.fact.key) && !TOLD_IN_WORDS.has(row.fact.key) && isTold(topOf(row)),
  );
  const others = rows.filter((row) => !isSame(row));
  const byArea = AREAS.map(({ id, label }) => ({
    id,
    label,
    own: others.filter(({ fact }) => fact.area === id),
  }));
  const large = byArea.filter(({ own }) => own.length >= OWN_TABLE_FROM);
  const small = byArea.filter(({ own }) => own.length < OWN_TABLE_FROM).flatMap(({ own }) => own);
  return [
    ...large.map(({ id, label, own }) => ({ id, title: label, blocks: tableOf(plan, own, label) })),
    ...(small.length > 0
      ? [{ id: 'other', title: 'Other facts', blocks: tableOf(plan, small, 'Other facts') }]
      : []),
    ...unchangedTable(plan, rows.filter(isSame)),
  ];
}

const isSame = (row: LayerRow) => topOf(row).standing === 'same' && !topOf(row).disputed;

const isTold = (cell: Cell): boolean =>
  cell.byEdition.length > 0 || shownReading(cell) !== undefined || isSaid(cell);

const topOf = ({ cells }: LayerRow): Cell => cells[cells.length - 1];

function tableOf(plan: DossierPlan, rows: readonly LayerRow[], caption: string): Block[] {
  const hasBase = rows.some((row) => baseText(row) !== '');
  return [
    {
      type: 'table',
      caption,
      head: ['', ...(hasBase ? [plan.base] : []), plan.subject],
      rows: rows.map((row) => [
        { text: titleOf(row.fact), to: { fact: row.fact.key } },
        ...(hasBase ? [baseSentence(row)] : []),
        cellSentence(plan, row),
      ]),
    },
  ];
}

function baseSentence(row: LayerRow): Sentence {
  const text = baseText(row);
  const sources = text ? baseSources(row) : [];
  return { text: text || '–', ...(sources.length > 0 && { sources }) };
}

function baseText(row: LayerRow): string {
  const below = belowOf(row);
  if (below.value !== undefined) return formatValue(row.fact, below.value);
  return below.absent ? 'none' : '';
}

/** What is confirmed unchanged, an area a row: `web browser (Fathomline) and terminal (Wickterm)`. */
function unchangedTable({ base }: DossierPlan, rows: readonly LayerRow[]): AreaTable[] {
  if (rows.length === 0) return [];
  const title = `Confirmed unchanged from ${base}`;
  const blocks: Block[] = [
    {
      type: 'table',
      caption: title,
      head: ['', 'Facts'],
      rows: AREAS.flatMap(({ id, label }) => {
        const own = rows.filter(({ fact }) => fact.area === id);
        if (own.length === 0) return [];
        const sources = [...new Set(own.flatMap((row) => sourcesOf(topOf(row))))];
        return [[{ text: label }, { text: listOf(own.map(unchangedText)), sources }]];
      }),
    },
  ];
  return [{ id: 'unchanged', title, blocks }];
}

function unchangedText(row: LayerRow): string {
  const cell = topOf(row);
  const value = wordCell(row.fact, cell) || 'none';
  return cell.value === true ? nounOf(row.fact) : `${nounOf(row.fact)} (${value})`;
}

function cellSentence({ catalogue, told }: DossierPlan, row: LayerRow): Sentence {
  const { fact } = row;
  const cell = topOf(row);
  const remark = remarkOfCell(catalogue, cell);
  const of = told.get(fact.key);
  const isMeasured = of !== undefined && fact.measured && of.isSaid && of.others.length > 0;
  return {
    text: isMeasured ? figuresOf(of).join('; ') : [textOf(catalogue, row), ...othersOf(of)].join('; '),
    sources: cell.byEdition.length > 0 ? editionSources(cell) : sourcesOf(cell),
    ...(remark && !isMeasured && { remark }),
    to: { fact: fact.key },
  };
}

const editionSources = ({ byEdition }: Cell) => [
  ...new Set(byEdition.flatMap(({ cell }) => sourcesOf(cell))),
];

function textOf(catalogue: Catalogue, row: LayerRow): string {
  const { fact } = row;
  const cell = topOf(row);
  if (cell.byEdition.length > 0)
    return cell.byEdition
      .map(({ edition, cell: each }) => {
        const name = recordOf(catalogue, 'edition', edition)?.name ?? edition;
        return `${name}: ${wordCell(fact, each) || 'not examined'}`;
      })
      .join('; ');
  const reading = shownReading(cell);
  const text =
    Array.isArray(cell.value) && !reading?.said
      ? `${cell.isPartial ? 'at least ' : ''}${cell.value.map(wordElementWhole).join(', ')}`
      : choiceOf(fact.key, wordCell(fact, cell)) || 'none';
  if (cell.spoiled) return `${cell.spoiled.state === 'none' ? 'nothing found' : text} (unreliable)`;
  return text;
}

/** What else was measured or said, with what explains that it is another value. */
function othersOf(told: Told | undefined): string[] {
  return (told?.others ?? []).map(({ reading, explainedBy }) => {
    const why = reading.spoiledBy.length ? wordSpoils(reading.spoiledBy) : wordCircumstances(explainedBy);
    return `${wordTold(told!.key, reading)}${why ? ` (${reading.spoiledBy.length ? 'unreliable, ' : ''}${why})` : ''}`;
  });
}
