/** `compare`: two to four subjects of a catalogue side by side. */
import type { Command } from 'commander';
import type { Catalogue } from '../core/catalogue/catalogue.ts';
import { firstDayOf } from '../core/catalogue/days.ts';
import { MOST_SIDES, type Side } from '../core/catalogue/sideBySide.ts';
import { formatSideMarkdown } from '../core/exchange/sideMarkdown.ts';
import { formatSideCsv, sideReport, type SideDocument } from '../core/exchange/sideReport.ts';
import { compareSides } from '../core/judging/sides/compareSides.ts';
import { outcomesOf } from '../core/judging/sides/outcome.ts';
import { saidOfSides } from '../core/judging/sides/words.ts';
import { findSubject } from '../core/lineage/findSubject.ts';
import { wordIssue } from '../core/wording/issueText.ts';
import { isTold, sideSentences, wordOutcome, wordPoint } from '../core/wording/sideText.ts';
import { isDay } from './candidates.ts';
import { readCatalogue } from './dossier.ts';
import { InputError, UsageError } from './failures.ts';

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
    .description('Hold systems side by side, point by point.')
    .action((path: string, subjects: readonly string[], options: Options) => {
      if ([options.json, options.markdown, options.csv].filter(Boolean).length > 1)
        throw new UsageError('give one of --json, --markdown and --csv');
      if (options.on && !isDay(options.on))
        throw new UsageError(`--on ${options.on}: expected a date such as 2026-11-20`);
      if (subjects.length < 2 || subjects.length > MOST_SIDES)
        throw new UsageError(`give two to four subjects, came ${subjects.length}`);
      const catalogue = readCatalogue(path);
      const day = firstDayOf(options.on ?? new Date().toISOString().slice(0, 10));
      process.stdout.write(print(documentOf(catalogue, subjects, day), options));
    });
}

function documentOf(catalogue: Catalogue, subjects: readonly string[], day: number): SideDocument {
  const sides = subjects.map((subject) => sideNamed(catalogue, subject));
  const compared = compareSides(catalogue, sides, day);
  const said = saidOfSides(catalogue, compared);
  return { catalogue, compared, said, day, outcomes: outcomesOf(compared.points, said, sides.length) };
}

function sideNamed(catalogue: Catalogue, text: string): Side {
  const [, name, on] = /^(.+?)(?:@(.+))?$/s.exec(text)!;
  if (on && !isDay(on)) throw new UsageError(`${text}: expected a date such as 2026-11-20 behind the @`);
  const found = findSubject(catalogue, name);
  if (!found.ok) throw new InputError(found.issues.map((issue) => wordIssue(issue)).join('\n'));
  return { id: found.value, ...(on && { on }) };
}

function print(document: SideDocument, { json, markdown, csv }: Options): string {
  if (json) return `${JSON.stringify(sideReport(document), null, 2)}\n`;
  if (markdown) return formatSideMarkdown(document);
  if (csv) return formatSideCsv(document);
  const { compared, outcomes } = document;
  const lines = sideSentences(compared).flatMap(({ area, text, points }) => [
    text,
    ...(area === 'whole'
      ? ['']
      : points.map(
          (key) =>
            `  ${wordPoint(
              compared,
              compared.points.find((point) => point.key === key && isTold(point))!,
            )}`,
        )),
  ]);
  return `${[...lines, '', ...outcomes.map((outcome) => wordOutcome(compared, outcome))].join('\n').trimEnd()}\n`;
}
