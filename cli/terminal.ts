/**
 * A document as it is read in a terminal: titles in bold and sources in a pale colour where the terminal has colours, lines no
 * wider than the window, tables with aligned columns.
 */
import type { Catalogue } from '../core/catalogue/catalogue.ts';
import { SourceNumbers } from '../core/exchange/sourceNumbers.ts';
import { wholeTextOf, type Block, type ReportPart, type Sentence } from '../core/telling/document.ts';
import { describeSource } from '../core/telling/sourceNotes.ts';

/** How wide the lines may be, and whether colours are understood. */
export interface Terminal {
  readonly width: number;
  readonly hasColours: boolean;
}

/** The terminal that is printed to: 80 columns where it is a file or a pipe. */
export function terminalOf(stream: NodeJS.WriteStream, environment: NodeJS.ProcessEnv): Terminal {
  const width = Math.min(Math.max(stream.columns ?? 80, 40), 120);
  return { width, hasColours: stream.isTTY === true && !environment.NO_COLOR && environment.TERM !== 'dumb' };
}

/** Some parts with the sources they cite. */
export function formatTerminal(
  catalogue: Catalogue,
  head: { readonly title: string; readonly subtitle: string },
  parts: readonly ReportPart[],
  terminal: Terminal,
): string {
  const numbers = new SourceNumbers();
  const bold = (text: string) => (terminal.hasColours ? `\u001b[1m${text}\u001b[22m` : text);
  const body = parts.flatMap(({ title, blocks }) => [
    '',
    bold(title),
    ...blocks.flatMap((block, i) => [
      ...(i > 0 && block.type === 'paragraph' ? [''] : []),
      ...blockLines(block, numbers, terminal),
    ]),
  ]);
  const sources = numbers.all.flatMap(([id, number]) =>
    wrapped(`[${number}] ${describeSource(catalogue, id)}`, terminal.width, '    '),
  );
  const lines = [
    bold(head.title),
    ...wrapped(head.subtitle, terminal.width),
    ...body,
    ...(sources.length > 0 ? ['', bold('Sources'), ...sources] : []),
  ];
  return `${lines.join('\n')}\n`;
}

function blockLines(block: Block, numbers: SourceNumbers, terminal: Terminal): string[] {
  const textOf = (sentence: Sentence) => sentenceText(sentence, numbers);
  switch (block.type) {
    case 'heading':
      return ['', block.text];
    case 'paragraph':
      return wrapped(block.sentences.map(textOf).join(' '), terminal.width);
    case 'list':
      return block.items.flatMap((item) => wrapped(`- ${textOf(item)}`, terminal.width, '  '));
    case 'table':
      return tableLines(
        block.head,
        block.rows.map((row) => row.map(textOf)),
        terminal,
      );
    case 'picture':
      return [];
  }
}

function sentenceText(sentence: Sentence, numbers: SourceNumbers): string {
  const marks = (sentence.sources ?? []).map((id) => `[${numbers.of(id)}]`).join('');
  return `${wholeTextOf(sentence)}${marks ? ` ${marks}` : ''}`;
}

/** A text in lines of at most so many columns; a word that is longer is broken. */
export function wrapped(text: string, width: number, indent = ''): string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(/\s+/).flatMap((each) => broken(each, width))) {
    if (line !== '' && widthOf(`${line} ${word}`) > width) {
      lines.push(line);
      line = `${indent}${word}`;
    } else line = line === '' ? word : `${line} ${word}`;
  }
  return [...lines, line];
}

/** A word that is too long in pieces, broken behind a slash where there is one. */
function broken(word: string, width: number): string[] {
  if (widthOf(word) <= width) return [word];
  const at = word.lastIndexOf('/', width - 1) + 1 || width;
  const letters = word.slice(0, at);
  return [letters, ...broken(word.slice(at), width)];
}

const widthOf = (text: string): number => [...text].length;

/** Space between two columns. */
const GAP = 2;

/** No column is narrower. */
const NARROWEST = 8;

/** A table in aligned columns: those that need less get what they need, the others share what is left. */
export function tableLines(
  head: readonly string[],
  rows: readonly (readonly string[])[],
  { width, hasColours }: Terminal,
): string[] {
  const needs = head.map((title, i) => Math.max(...[title, ...rows.map((row) => row[i] ?? '')].map(widthOf)));
  const widths = shareOut(needs, width - GAP * (head.length - 1));
  const lineOf = (cells: readonly string[]) => {
    const columns = cells.map((cell, i) => wrapped(cell, widths[i]));
    const height = Math.max(...columns.map(({ length }) => length));
    return Array.from({ length: height }, (_, row) =>
      columns
        .map((column, i) => (column[row] ?? '').padEnd(widths[i]))
        .join(' '.repeat(GAP))
        .trimEnd(),
    );
  };
  const dim = (text: string) => (hasColours ? `\u001b[2m${text}\u001b[22m` : text);
  return [
    ...lineOf(head).map(dim),
    dim(widths.map((each) => '-'.repeat(each)).join(' '.repeat(GAP))),
    ...rows.flatMap(lineOf),
  ];
}

/** Widths of columns that need so much each, of so much in all: what is short is not broken, the rest shares by its need. */
function shareOut(needs: readonly number[], all: number): number[] {
  const widths = needs.map(() => 0);
  let open = needs.map((_, i) => i);
  let left = all;
  for (;;) {
    const share = Math.floor(left / Math.max(1, open.length));
    const small = open.filter((i) => needs[i] <= share);
    if (small.length === 0 || open.length === 0) {
      const need = open.reduce((sum, i) => sum + Math.sqrt(needs[i]), 0);
      for (const i of open) widths[i] = Math.max(NARROWEST, Math.floor((left * Math.sqrt(needs[i])) / need));
      return widths;
    }
    for (const i of small) {
      widths[i] = needs[i];
      left -= needs[i];
    }
    open = open.filter((i) => !small.includes(i));
  }
}
