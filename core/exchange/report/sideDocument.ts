/** The report of a comparison: the outcome, what sets the systems apart most, then every other point by area. */
import { formatDay } from '../../catalogue/days.ts';
import { formatWhen } from '../../catalogue/formatWhen.ts';
import { POINT_AREAS, type Point } from '../../comparing/point.ts';
import { isTold } from '../../comparing/verdict.ts';
import { wordsBeside, wordsOn } from '../../comparing/words.ts';
import { ancestorsOf } from '../../lineage/relatives.ts';
import { distributionOf } from '../../lineage/releases.ts';
import { usualWeightOf } from '../../telling/importance.ts';
import {
  listBlock,
  paragraphBlock,
  partOf,
  type Block,
  type ReportDocument,
  type Sentence,
} from '../../telling/document.ts';
import { nounOf, titleOf } from '../../wording/factTitles.ts';
import {
  sideSentences,
  wordElements,
  wordOnPoint,
  wordOutcome,
  wordSideValue,
  wordVerdict,
} from '../../wording/sideText.ts';
import { asClause, sentence } from '../../wording/statements/phrases.ts';
import { listOf } from '../../wording/valueText.ts';
import type { SideDocument } from '../sideReport.ts';
import type { Illustration } from './dossierDocument.ts';
import { mapBlock } from './pictures.ts';

/** A list of more letters is counted: what differs in it stands beside. */
const MOST_LISTED = 80;

/** So many differences stand on the first page. */
const FIRST_POINTS = 12;

/** The report of a comparison. */
export function sideDocument(document: SideDocument, illustration?: Illustration): ReportDocument {
  const { catalogue, compared, said, day } = document;
  const { names, points, sides } = compared;
  const asides = wordsBeside(points, said.words);
  const asOf = formatWhen(formatDay(day));
  const shown = new Set(
    sides.flatMap(({ id }) => {
      const own = distributionOf(catalogue, id);
      return [own, ...(illustration ? ancestorsOf(illustration.lineage.graph, own).keys() : [])];
    }),
  );
  const told = points.filter(isTold);
  const first = decisive(document, told).slice(0, FIRST_POINTS);
  return {
    title: listOf(names),
    subtitle: `A comparison as known on ${asOf}.`,
    asOf: formatDay(day),
    parts: [
      ...partOf('outcome', 'In short', paragraphBlock(outcomeSentences(document))),
      ...partOf('decides', 'What sets them apart', tableOf(document, first, 'What sets them apart')),
      ...(illustration
        ? partOf(
            'map',
            'Lineage',
            mapBlock(illustration.lineage, shown, listOf(names), `As of ${asOf}`, illustration.drawing),
          )
        : []),
      ...POINT_AREAS.flatMap(({ id, label }) => {
        const rows = told.filter((point) => point.area === id && !first.includes(point));
        const same = rows.filter(({ verdict }) => verdict.kind === 'same');
        const others = rows.filter(({ verdict }) => verdict.kind !== 'same');
        const onArea = said.words.filter(({ point }) => point === `area/${id}`);
        return partOf(
          `area-${id}`,
          label,
          [
            ...tableOf(document, others, label),
            ...paragraphBlock([
              ...sameSentence(same),
              ...onArea.map((word) => ({
                text: sentence(wordOnPoint(compared, word)),
                sources: word.sources,
              })),
            ]),
          ],
          'areas',
        );
      }),
      ...partOf(
        'words',
        'Further verdicts',
        listBlock(
          asides.map(({ label, said: text, sources }) => ({ text: sentence(`${label}: ${text}`), sources })),
        ),
      ),
    ],
  };
}

/** The whole in two sentences, what comes of the verdicts, who has what interest. */
function outcomeSentences({ compared, outcomes, said }: SideDocument): Sentence[] {
  const [whole] = sideSentences(compared);
  const verdicts = outcomes.map((outcome) => wordOutcome(compared, outcome));
  return [
    { text: whole.text },
    ...(verdicts.length > 0 ? verdicts : ['No verdict on this comparison is recorded.']).map((text) => ({
      text,
    })),
    ...(verdicts.length > 0 ? said.bias : []).map((bias) => ({
      text: sentence(`disclosure: ${asClause(bias)}`),
    })),
  ];
}

/** Points that differ, those with a verdict first, then by what readers ask for first. */
function decisive({ said }: SideDocument, told: readonly Point[]): Point[] {
  const weight = (point: Point) =>
    (wordsOn(point, said.words).length > 0 ? 10 : 0) + usualWeightOf(point.fact.key, point.area);
  return told.filter(({ verdict }) => verdict.kind === 'different').toSorted((a, b) => weight(b) - weight(a));
}

/** `Both have the same web browser (Fathomline) and terminal (Wickterm).` */
function sameSentence(same: readonly Point[]): Sentence[] {
  if (same.length === 0) return [];
  const each = same.map((point) => `${nounOf(point.fact)} (${wordSideValue(point, point.values[0])})`);
  const sources = [...new Set(same.flatMap(({ values }) => values.flatMap((value) => value.sources)))];
  return [{ text: sentence(`the same: ${listOf(each)}`), sources }];
}

/** Points as a table; a column of verdicts only where somebody gave one. */
function tableOf(document: SideDocument, points: readonly Point[], caption: string): Block[] {
  if (points.length === 0) return [];
  const { names } = document.compared;
  const lines = points.map((point) => rowOf(document, point));
  const columns = names.length + 1 + (lines.some((line) => line.at(-1)!.text) ? 1 : 0);
  return [
    {
      type: 'table',
      caption,
      head: ['', ...names, 'Verdict'].slice(0, columns),
      rows: lines.map((line) => line.slice(0, columns)),
    },
  ];
}

function rowOf({ compared, said }: SideDocument, point: Point): Sentence[] {
  const values = point.values.map((value): Sentence => {
    const text = wordSideValue(point, value);
    return {
      text:
        text === 'not examined'
          ? '–'
          : Array.isArray(value.value) && text.length > MOST_LISTED
            ? `${value.value.length} in all`
            : text,
      ...(value.sources.length > 0 && { sources: value.sources }),
    };
  });
  const elements = Array.isArray(point.values[0].value) ? wordElements(compared, point) : '';
  const barred = point.verdict.kind === 'not comparable' ? wordVerdict(compared, point) : '';
  const words = wordsOn(point, said.words).map((word) => wordOnPoint(compared, word));
  return [
    { text: titleOf(point.fact) },
    ...values,
    { text: [...words, barred, words.length === 0 ? elements : ''].filter(Boolean).join('; ') },
  ];
}
