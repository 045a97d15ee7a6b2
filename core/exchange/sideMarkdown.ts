/** A side by side as Markdown (CommonMark with tables): the sentences, the outcome, then every point with its sources. */
import { formatDay } from '../catalogue/days.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import { POINT_AREAS, type Point } from '../judging/sides/point.ts';
import { wordsBeside, wordsOn } from '../judging/sides/words.ts';
import { isTold } from '../judging/sides/verdict.ts';
import {
  sideSentences,
  wordElements,
  wordOnPoint,
  wordOutcome,
  wordSetBy,
  wordSideValue,
  wordVerdict,
} from '../wording/sideText.ts';
import { listOf } from '../wording/valueText.ts';
import { escapeMarkdown, Footnotes } from './markdown.ts';
import type { SideDocument } from './sideReport.ts';

/** The document of a side by side. */
export function formatSideMarkdown(document: SideDocument): string {
  const { catalogue, compared, said, outcomes, day } = document;
  const { names, points } = compared;
  const notes = new Footnotes();
  const sentences = sideSentences(compared);
  const lines = [
    `# ${escapeMarkdown(listOf(names))}`,
    '',
    `As of ${formatWhen(formatDay(day))}. ${escapeMarkdown(sentences[0].text)}`,
    '',
  ];
  if (outcomes.length) {
    lines.push('## Outcome', '');
    for (const outcome of outcomes) lines.push(`- ${escapeMarkdown(wordOutcome(compared, outcome))}`);
    for (const bias of said.bias) lines.push(`- Disclosed: ${escapeMarkdown(bias)}`);
    lines.push('');
  }
  for (const { id, label } of POINT_AREAS) {
    const rows = points.filter((point) => point.area === id && isTold(point));
    if (rows.length === 0) continue;
    const sentence = sentences.find(({ area }) => area === id)!.text;
    lines.push(`## ${label}`, '', escapeMarkdown(sentence), '');
    lines.push(`| | ${names.map(escapeMarkdown).join(' | ')} | Verdict | Word |`);
    lines.push(`|---${'|---'.repeat(names.length + 2)}|`);
    for (const point of rows) lines.push(rowOf(document, point, notes));
    for (const word of said.words.filter(({ point }) => point === `area/${id}`))
      lines.push(
        `| ${escapeMarkdown(word.label)} | ${names.map(() => '').join(' | ')} | | ${escapeMarkdown(wordOnPoint(compared, word))} |`,
      );
    lines.push('');
  }
  const asides = wordsBeside(points, said.words);
  if (asides.length) {
    lines.push('## Further words', '');
    for (const { label, said: text, sources } of asides)
      lines.push(`- ${escapeMarkdown(`${label}: ${text}`)}${notes.citeAll(sources)}`);
    lines.push('');
  }
  return [...lines, '## Sources', '', ...notes.list(catalogue), ''].join('\n');
}

function rowOf({ compared, said }: SideDocument, point: Point, notes: Footnotes): string {
  const values = point.values.map((value) => {
    const by = wordSetBy(value);
    const cite = value.sources.length ? notes.citeAll(value.sources) : '';
    return `${escapeMarkdown(wordSideValue(point, value))}${by ? ` (${escapeMarkdown(by)})` : ''}${cite}`;
  });
  const elements = wordElements(compared, point);
  const verdict = `${wordVerdict(compared, point)}${elements ? `: ${elements}` : ''}`;
  const words = wordsOn(point, said.words).map((word) => wordOnPoint(compared, word));
  return `| ${escapeMarkdown(point.fact.label)} | ${values.join(' | ')} | ${escapeMarkdown(verdict)} | ${escapeMarkdown(words.join('; '))} |`;
}
