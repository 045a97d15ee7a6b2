/** The report of a side by side: what they share, the outcome, every point by area with the word on it. */
import { formatDay } from '../../catalogue/days.ts';
import { formatWhen } from '../../catalogue/formatWhen.ts';
import { POINT_AREAS, type Point } from '../../comparing/point.ts';
import { isTold } from '../../comparing/verdict.ts';
import { wordsBeside, wordsOn } from '../../comparing/words.ts';
import { ancestorsOf } from '../../lineage/relatives.ts';
import { distributionOf } from '../../lineage/releases.ts';
import {
  sideSentences,
  wordElements,
  wordOnPoint,
  wordOutcome,
  wordSetBy,
  wordSideValue,
  wordVerdict,
} from '../../wording/sideText.ts';
import { listOf } from '../../wording/valueText.ts';
import type { SideDocument } from '../sideReport.ts';
import type { Illustration } from './dossierDocument.ts';
import { listBlock, partOf, type Block, type ReportDocument, type Sentence } from '../../telling/document.ts';
import { mapBlock } from './pictures.ts';

/** The report of a side by side. */
export function sideDocument(document: SideDocument, illustration?: Illustration): ReportDocument {
  const { catalogue, compared, said, outcomes, day } = document;
  const { names, points, sides } = compared;
  const sentences = sideSentences(compared);
  const asides = wordsBeside(points, said.words);
  const asOf = `As of ${formatWhen(formatDay(day))}`;
  const shown = new Set(
    sides.flatMap(({ id }) => {
      const own = distributionOf(catalogue, id);
      return [own, ...(illustration ? ancestorsOf(illustration.lineage.graph, own).keys() : [])];
    }),
  );
  return {
    title: listOf(names),
    subtitle: `${asOf}. ${sentences[0].text}`,
    asOf: formatDay(day),
    parts: [
      ...partOf('outcome', 'Outcome', [
        ...listBlock([
          ...outcomes.map((outcome) => ({ text: wordOutcome(compared, outcome) })),
          ...said.bias.map((bias) => ({ text: `Disclosed: ${bias}` })),
        ]),
      ]),
      ...(illustration
        ? partOf(
            'map',
            'On the map',
            mapBlock(illustration.lineage, shown, listOf(names), asOf, illustration.drawing),
          )
        : []),
      ...POINT_AREAS.flatMap(({ id, label }) => {
        const rows = points.filter((point) => point.area === id && isTold(point));
        if (rows.length === 0) return [];
        const sentence = sentences.find(({ area }) => area === id)!.text;
        const onArea = said.words.filter(({ point }) => point === `area/${id}`);
        const lines = [
          ...rows.map((point) => rowOf(document, point)),
          ...onArea.map((word) => [
            { text: word.label },
            ...names.map(() => ({ text: '' })),
            { text: '' },
            { text: wordOnPoint(compared, word) },
          ]),
        ];
        // Where nobody said a word, there is no column for it.
        const columns = lines.some((line) => line.at(-1)!.text) ? names.length + 3 : names.length + 2;
        const table: Block = {
          type: 'table',
          caption: `${label}, side by side`,
          head: ['', ...names, 'Verdict', 'Word'].slice(0, columns),
          rows: lines.map((line) => line.slice(0, columns)),
        };
        return partOf(
          `area-${id}`,
          label,
          [{ type: 'paragraph', sentences: [{ text: sentence }] }, table],
          'areas',
        );
      }),
      ...partOf(
        'words',
        'Further words',
        listBlock(asides.map(({ label, said: text, sources }) => ({ text: `${label}: ${text}`, sources }))),
      ),
    ],
  };
}

function rowOf({ compared, said }: SideDocument, point: Point): Sentence[] {
  const values = point.values.map((value): Sentence => {
    const by = wordSetBy(value);
    return {
      text: `${wordSideValue(point, value)}${by ? ` (${by})` : ''}`,
      ...(value.sources.length > 0 && { sources: value.sources }),
    };
  });
  const elements = wordElements(compared, point);
  const verdict = `${wordVerdict(compared, point)}${elements ? `: ${elements}` : ''}`;
  const words = wordsOn(point, said.words).map((word) => wordOnPoint(compared, word));
  return [{ text: point.fact.label }, ...values, { text: verdict }, { text: words.join('; ') }];
}
