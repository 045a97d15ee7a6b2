/**
 * The first page of a review, made of facts: what a release is, what it brings, what is missing, what is unsettled. Each
 * sentence says where it comes from, so that a reader can follow it.
 */
import { AREAS } from '../catalogue/areas.ts';
import { STRIP_AREAS } from '../catalogue/stripAreas.ts';
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { FactValue } from '../catalogue/factValue.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import { openPointsOf, type OpenPoint } from '../judging/openPoints.ts';
import { SUPPORT_END, supportOf } from '../judging/support.ts';
import { changesOf, type Change } from '../layers/changes.ts';
import { layerTable, type LayerRow, type LayerTable } from '../layers/layerTable.ts';
import { sourcesOf, type Cell } from '../layers/cell.ts';
import { chainOf } from '../lineage/chain.ts';
import { newestComparison } from '../lineage/lineageGraph.ts';
import { nameOf } from '../lineage/names.ts';
import { wordChain, wordComparison } from './dossierText.ts';
import { wordChange, wordNote, wordSettlement } from './changeText.ts';
import { formatNumberOf, formatValue } from './valueText.ts';
import { topOf } from './keyFigures.ts';

/** Where a sentence leads to: a fact of the layer table, a link on the map, or a part of the dossier. */
type SummaryTarget =
  | { readonly fact: string; readonly above?: number }
  | { readonly link: RecordId }
  | { readonly part: 'packages' | 'changes' | 'assessment' | 'evidence' };

/** One sentence with where it leads. */
export interface SummarySentence {
  readonly text: string;
  readonly to: SummaryTarget;
  /** The sources that it rests on. */
  readonly sources: readonly RecordId[];
  /** What it is about, where it begins a paragraph. */
  readonly lead?: string;
  /** True for one that only counts what is told elsewhere. */
  readonly counts?: boolean;
}

/** Sentences under one title. */
export interface SummarySection {
  readonly id: 'is' | 'brings' | 'lacks' | 'unsettled';
  readonly title: string;
  readonly sentences: readonly SummarySentence[];
}

/** Of an area this many changes are told in words, the rest are counted. */
const TOLD = 3;

/** The sections that have something to say, as of a day. */
export function summaryOf(catalogue: Catalogue, release: RecordId, day: number): SummarySection[] {
  const layers = chainOf(catalogue, release, day);
  const table = layerTable(catalogue, layers);
  const sections: SummarySection[] = [
    { id: 'is', title: 'What it is', sentences: whatItIs(catalogue, table, day) },
    { id: 'brings', title: 'What it brings', sentences: whatItBrings(table) },
    { id: 'lacks', title: 'What is missing', sentences: whatIsMissing(table) },
    { id: 'unsettled', title: 'What is unsettled', sentences: whatIsUnsettled(catalogue, table) },
  ];
  return sections.filter(({ sentences }) => sentences.length > 0);
}

const rowOf = ({ rows }: LayerTable, key: string) => rows.find(({ fact }) => fact.key === key);

const sourceOf = (cell: Cell | undefined): readonly RecordId[] => (cell ? sourcesOf(cell) : []);

/** The value of a fact in the top layer, in words, with the sources behind it; null where it is not known. */
export function told(table: LayerTable, key: string): { text: string; sources: readonly RecordId[] } | null {
  const row = rowOf(table, key);
  const cell = row && topOf(row);
  if (!cell || cell.value === undefined || cell.absent) return null;
  return { text: formatValue(row.fact, cell.value), sources: sourceOf(cell) };
}

function whatItIs(catalogue: Catalogue, table: LayerTable, day: number): SummarySentence[] {
  const { layers } = table;
  const sentences: SummarySentence[] = [];
  const say = (text: string, to: SummaryTarget, sources: readonly RecordId[] = []) =>
    sentences.push({ text, to, sources });
  const fact = (key: string) => told(table, key);

  const purpose = fact('identity.purpose');
  if (purpose) say(`In its own words: “${purpose.text}”`, { fact: 'identity.purpose' }, purpose.sources);
  const [maker, country, since, standing] = ['maker', 'country', 'since', 'standing'].map((key) =>
    fact(`identity.${key}`),
  );
  const run = [
    maker &&
      `Run by ${maker.text === 'company' ? 'a company' : maker.text === 'university' ? 'a university' : maker.text === 'government' ? 'a government body' : maker.text}`,
    country && `${maker ? 'in' : 'From'} ${country.text}`,
    since && `since ${since.text}`,
  ].filter(Boolean);
  if (run.length || standing)
    say(
      `${[run.join(' '), standing?.text].filter(Boolean).join(', ')}.`,
      { fact: maker ? 'identity.maker' : 'identity.standing' },
      [maker, country, since, standing].flatMap((each) => each?.sources ?? []),
    );
  const { link } = layers[layers.length - 1];
  if (link) say(wordChain(catalogue, layers), { link: link.id }, link.sources);
  else {
    const independent = told(table, 'lineage.independent');
    if (independent?.text === 'yes')
      say(
        'It is independent: a base was looked for and none found.',
        { fact: 'lineage.independent' },
        independent.sources,
      );
    else say('It is not known what it is built on.', { fact: 'lineage.independent' });
  }
  const comparison = link && newestComparison(catalogue, link, day);
  if (comparison)
    say(
      wordComparison(catalogue, comparison),
      { part: 'packages' },
      comparison.source ? [comparison.source] : [],
    );
  const [model, cadence] = [fact('model.kind'), fact('model.cadence')];
  if (model)
    say(`Its release model is ${model.text}${cadence ? `: ${cadence.text}` : ''}.`, { fact: 'model.kind' }, [
      ...model.sources,
      ...(cadence?.sources ?? []),
    ]);
  const support = supportSentence(catalogue, table);
  if (support) sentences.push(support);
  return sentences;
}

/** Supported until when, and by how many days longer than the base: those days nobody upstream stands behind. */
function supportSentence(catalogue: Catalogue, table: LayerTable): SummarySentence | null {
  const { own, base, gapDays: gap } = supportOf(catalogue, table);
  if (!own.end) return null;
  const to = { fact: SUPPORT_END };
  const end = `Supported until ${formatWhen(own.end)}`;
  if (gap === undefined || !base) return { text: `${end}.`, to, sources: sourceOf(own.cell) };
  const name = nameOf(catalogue, base.layer);
  const compared =
    gap > 0
      ? `${formatNumberOf(gap, 'day')} past the end of ${name} (${formatWhen(base.end)})`
      : gap < 0
        ? `${formatNumberOf(-gap, 'day')} before the end of ${name}`
        : `as long as ${name}`;
  return { text: `${end}, ${compared}.`, to, sources: [...sourceOf(own.cell), ...sourceOf(base.cell)] };
}

/** For each area of the strip in which something is changed, the most changed first, its weightiest changes. */
function whatItBrings(table: LayerTable): SummarySentence[] {
  const changes = changesOf(table);
  const weight = (list: readonly Change[]) => list.reduce((sum, { amount }) => sum + amount, 0);
  return STRIP_AREAS.map(({ id, label }) => ({
    label,
    own: changes.filter(({ fact }) => fact.area === id),
  }))
    .filter(({ own }) => own.length > 0)
    .sort((a, b) => weight(b.own) - weight(a.own))
    .flatMap(({ label, own }): SummarySentence[] => {
      const first = own.toSorted((a, b) => b.amount - a.amount).slice(0, TOLD);
      const more = own.length - first.length;
      const told = first.map((change, i): SummarySentence => ({
        ...(i === 0 && { lead: label }),
        text: [wordChange(change), ...reasonsOf(change)].join(' '),
        to: { fact: change.fact.key },
        sources: [
          ...new Set([
            ...sourceOf(topOf(rowOf(table, change.fact.key)!)),
            ...change.notes.flatMap(({ sources }) => sources),
          ]),
        ],
      }));
      if (more > 0)
        told.push({
          text: `And ${formatNumberOf(more, 'further fact')}.`,
          to: { part: 'changes' },
          sources: [],
          counts: true,
        });
      return told;
    });
}

/** Why a change was made and what follows from it, where that is known of the fact as a whole. */
function reasonsOf({ notes }: Change): string[] {
  const note = notes.find(({ element }) => element === '');
  return note ? wordNote({ ...note, weight: undefined }) : [];
}

/** What was looked for and is not there, first what the base has; then the areas of which nothing is known. */
function whatIsMissing(table: LayerTable): SummarySentence[] {
  const none = table.rows.filter((row) => topOf(row).state === 'none');
  const below = (row: LayerRow): FactValue | undefined => row.cells.at(-2)?.value;
  const sentences = none
    .sort((a, b) => Number(below(b) !== undefined) - Number(below(a) !== undefined))
    .map((row): SummarySentence => {
      const had = row.fact.inherited ? below(row) : undefined;
      const base = had === undefined ? '' : `, where the base has ${formatValue(row.fact, had)}`;
      return {
        text: `${row.fact.label}: none${base}.`,
        to: { fact: row.fact.key },
        sources: sourceOf(topOf(row)),
      };
    });
  return sentences;
}

function whatIsUnsettled(catalogue: Catalogue, table: LayerTable): SummarySentence[] {
  const sentences = openPointsOf(catalogue, table).map(wordOpenPoint);
  const unseen = AREAS.filter((area) => {
    const rows = table.rows.filter(({ fact }) => fact.area === area.id);
    return rows.every((row) => topOf(row).readings.length === 0);
  });
  if (unseen.length)
    sentences.push({
      text: `Nobody has looked at its ${listOf(unseen.map(({ label }) => label.toLowerCase()))}.`,
      to: { fact: table.rows.find(({ fact }) => fact.area === unseen[0].id)!.fact.key },
      sources: [],
    });
  return sentences;
}

function wordOpenPoint(point: OpenPoint): SummarySentence {
  switch (point.rule) {
    case 'contradiction':
    case 'spoiled': {
      const { row } = point;
      const cell = topOf(row);
      const spoils = cell.readings.flatMap(({ spoiledBy }) => spoiledBy).join(', ');
      return {
        text:
          point.rule === 'contradiction'
            ? `Sources disagree on “${row.fact.label}”: ${saidOf(row, cell)}.`
            : `“${row.fact.label}” is not known: what was seen is spoiled (${spoils}).`,
        to: { fact: row.fact.key },
        sources: cell.readings.flatMap(({ source }) => source ?? []),
      };
    }
    case 'notBorneOut': {
      const { settled } = point;
      const text = `“${settled.fact.label}”: ${wordSettlement(settled)}`;
      return { text, to: { fact: settled.fact.key }, sources: settled.record.sources };
    }
    case 'claim': {
      const { wording, verdict, reason, source } = point.claim;
      return {
        text: `The claim “${wording}” is ${verdict === 'partly' ? 'true in part' : 'refuted'}${reason ? `: ${reason.replace(/\.$/, '')}` : ''}.`,
        to: { part: 'assessment' },
        sources: source ? [source] : [],
      };
    }
    case 'question':
      return { text: `Open: ${point.question.text}`, to: { part: 'assessment' }, sources: [] };
  }
}

/** What the readings of a disputed fact say, the one in force first. */
function saidOf(row: LayerRow, cell: Cell): string {
  const texts = cell.readings
    .filter(({ spoiledBy }) => spoiledBy.length === 0)
    .sort((a, b) => Number(b.id === cell.inForce?.id) - Number(a.id === cell.inForce?.id))
    .map(({ state, value }) => (state === 'set' ? formatValue(row.fact, value!) : state));
  const [first, ...others] = [...new Set(texts)];
  return `${first} is in force, ${others.join(', ')} is said too`;
}

function listOf(words: readonly string[]): string {
  return words.length < 2
    ? words.join('')
    : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;
}
