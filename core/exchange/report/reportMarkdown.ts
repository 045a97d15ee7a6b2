/** A report as Markdown (CommonMark with tables): sources are numbered notes, pictures stand inside as data. */
import type { Catalogue } from '../../catalogue/catalogue.ts';
import { formatWhen } from '../../catalogue/formatWhen.ts';
import { textToBase64 } from '../base64.ts';
import { escapeMarkdown, Footnotes } from '../markdown.ts';
import {
  wholeTextOf,
  type Block,
  type Imprint,
  type ReportDocument,
  type Sentence,
} from '../../telling/document.ts';

/** The text of a report; the imprint stands below the title where one is given. */
export function formatReportMarkdown(
  catalogue: Catalogue,
  document: ReportDocument,
  imprint?: Imprint,
): string {
  const notes = new Footnotes();
  const { title, subtitle, parts } = document;
  const lines = [`# ${escapeMarkdown(title)}`, '', escapeMarkdown(subtitle), ''];
  if (imprint) lines.push(escapeMarkdown(wordImprint(imprint)), '');
  for (const block of document.cover ?? []) lines.push(...blockLines(block, notes), '');
  for (const part of parts) {
    lines.push(`## ${escapeMarkdown(part.title)}`, '');
    for (const block of part.blocks) lines.push(...blockLines(block, notes), '');
  }
  return [...lines, '## Sources', '', ...notes.list(catalogue), ''].join('\n');
}

/** `From the catalogue “Reading rooms” of M. Ardley, made on 29 Nov 2026.` */
export function wordImprint({ catalogue, author, made }: Imprint): string {
  const of = author ? ` of ${author}` : '';
  return `From the catalogue “${catalogue}”${of}, made on ${formatWhen(made)}.`;
}

function blockLines(block: Block, notes: Footnotes): string[] {
  switch (block.type) {
    case 'heading':
      return [`### ${escapeMarkdown(block.text)}`];
    case 'paragraph':
      return [block.sentences.map((each) => sentenceText(each, notes)).join(' ')];
    case 'list':
      return block.items.map((item) => `- ${sentenceText(item, notes)}`);
    case 'picture':
      return [`![${escapeMarkdown(block.text)}](data:image/svg+xml;base64,${textToBase64(block.svg)})`];
    case 'table':
      return [
        `| ${block.head.map(escapeMarkdown).join(' | ')} |`,
        `|${'---|'.repeat(block.head.length)}`,
        ...block.rows.map((row) => `| ${row.map((cell) => sentenceText(cell, notes)).join(' | ')} |`),
      ];
  }
}

function sentenceText(sentence: Sentence, notes: Footnotes): string {
  const { sources } = sentence;
  return `${escapeMarkdown(wholeTextOf(sentence))}${sources ? notes.citeAll(sources) : ''}`;
}
