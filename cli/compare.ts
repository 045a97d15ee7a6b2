/** `compare`: two to four subjects of a catalogue, point by point. */
import type { Command } from 'commander';
import type { Catalogue } from '../core/catalogue/catalogue.ts';
import { MOST_SIDES, type Side } from '../core/catalogue/sideBySide.ts';
import { formatReportMarkdown } from '../core/exchange/report/reportMarkdown.ts';
import { sideDocument } from '../core/exchange/report/sideDocument.ts';
import { formatSideCsv, sideReport, type SideDocument } from '../core/exchange/sideReport.ts';
import { compareSides } from '../core/comparing/compareSides.ts';
import { outcomesOf } from '../core/comparing/outcome.ts';
import { saidOfSides } from '../core/comparing/words.ts';
import { isDay } from './candidates.ts';
import { dayAsked, readCatalogue, subjectNamed } from './dossier.ts';
import { atMostOne, UsageError } from './failures.ts';
import { formatTerminal, terminalOf } from './terminal.ts';

interface Options {
  readonly on?: string;
  readonly json?: boolean;
  readonly markdown?: boolean;
  readonly csv?: boolean;
}

export function registerCompare(program: Command): void {
  program
    .command('compare')
    .argument('<catalogue>', 'a catalogue file')
    .argument('<subjects...>', 'two to four ids or names; NAME@DATE asks for one as of a day of its own')
    .option('--on <date>', 'the day that is asked about; today without it')
    .option('--json', 'print JSON')
    .option('--markdown', 'print Markdown')
    .option('--csv', 'print a table for spreadsheets')
    .description('Compare systems point by point.')
    .action(async (path: string, subjects: readonly string[], options: Options) => {
      atMostOne({ ...options }, 'json', 'markdown', 'csv');
      const day = dayAsked(options.on);
      if (subjects.length < 2 || subjects.length > MOST_SIDES)
        throw new UsageError(`give two to four subjects, came ${subjects.length}`);
      const catalogue = await readCatalogue(path);
      process.stdout.write(print(documentOf(catalogue, subjects, day), options));
    });
}

function documentOf(catalogue: Catalogue, subjects: readonly string[], day: number): SideDocument {
  const sides = subjects.map((subject) => sideNamed(catalogue, subject));
  const compared = compareSides(catalogue, sides, day);
  const said = saidOfSides(catalogue, compared);
  return { catalogue, compared, said, day, outcomes: outcomesOf(compared.points, said, sides.length) };
}

/** A side by name; `NAME@DATE` asks for one as of a day. */
export function sideNamed(catalogue: Catalogue, text: string): Side {
  const [, name, on] = /^(.+?)(?:@(.+))?$/s.exec(text)!;
  if (on && !isDay(on)) throw new UsageError(`${text}: expected a date such as 2026-11-20 behind the @`);
  return { id: subjectNamed(catalogue, name), ...(on && { on }) };
}

function print(document: SideDocument, { json, markdown, csv }: Options): string {
  if (json) return `${JSON.stringify(sideReport(document), null, 2)}\n`;
  if (markdown) return formatReportMarkdown(document.catalogue, sideDocument(document));
  if (csv) return formatSideCsv(document);
  const told = sideDocument(document);
  return formatTerminal(document.catalogue, told, told.parts, terminalOf(process.stdout, process.env));
}
