/** `support`: how long systems are supported, what of that their bases do not cover, and the days as a calendar. */
import type { Command } from 'commander';
import { ABOUT_ID } from '../core/catalogue/about.ts';
import { recordOf, type Catalogue } from '../core/catalogue/catalogue.ts';
import { formatWhen } from '../core/catalogue/formatWhen.ts';
import { formatSupportCalendar, formatSupportCsv, supportLine } from '../core/exchange/supportFile.ts';
import { dateOfEnd, supportRows, type SupportRow } from '../core/support/supportRows.ts';
import { SUPPORT_STATES, wordRuledEnds, wordSupport, wordSupported } from '../core/wording/supportText.ts';
import { dayAsked, readCatalogue, subjectsAsked } from './dossier.ts';
import { atMostOne } from './failures.ts';
import { tableLines, terminalOf, wrapped } from './terminal.ts';

interface Options {
  readonly on?: string;
  readonly json?: boolean;
  readonly csv?: boolean;
  readonly ics?: boolean;
}

export function registerSupport(program: Command): void {
  program
    .command('support')
    .argument('<catalogue>', 'a catalogue file')
    .argument('[subjects...]', 'ids or names; every project by its current release without any')
    .option('--on <date>', 'the day on which it should be supported; today without it')
    .option('--json', 'print JSON')
    .option('--csv', 'print a table for spreadsheets')
    .option('--ics', 'print a calendar (iCalendar)')
    .description('Tell how long systems are supported, and past what.')
    .action(async (path: string, subjects: readonly string[], options: Options) => {
      atMostOne({ ...options }, 'json', 'csv', 'ics');
      const on = dayAsked(options.on);
      const catalogue = await readCatalogue(path);
      // A day to come asks how long what is there today lasts.
      const today = dayAsked(undefined);
      const rows = subjectsAsked(catalogue, subjects).flatMap((id) =>
        supportRows(catalogue, id, Math.min(on, today), on),
      );
      process.stdout.write(print(catalogue, rows, { ...options, day: on, today }));
    });
}

function print(
  catalogue: Catalogue,
  rows: readonly SupportRow[],
  { json, csv, ics, day, today }: Options & { day: number; today: number },
): string {
  if (json) return `${JSON.stringify(rows.map(supportLine), null, 2)}\n`;
  if (csv) return formatSupportCsv(rows);
  const title = recordOf(catalogue, 'about', ABOUT_ID)?.title ?? 'Aspen Ridge';
  if (ics) return formatSupportCalendar(rows, `${title}: support`, today);
  const terminal = terminalOf(process.stdout, process.env);
  const lines =
    rows.length <= MOST_IN_WORDS
      ? rows.flatMap((row) => ['', ...wrapped(wordSupport(row), terminal.width)])
      : ['', ...tableLines(HEAD, rows.map(rowOf), terminal)];
  const lead = rows.length === 1 ? [] : wrapped(wordSupported(rows, day), terminal.width);
  return `${[...lead, ...lines].join('\n').trimStart()}\n`;
}

/** Fewer systems are told in sentences, more as a table. */
const MOST_IN_WORDS = 2;

const HEAD = ['System', 'Stated end', 'By its rule', 'End of the base', 'On that day'];

function rowOf(row: SupportRow): string[] {
  const { name, own, base, state } = row;
  return [
    name,
    own.end ? formatWhen(own.end) : '–',
    wordRuledEnds(row).join('; ') || '–',
    base?.ends === undefined ? '–' : formatWhen(dateOfEnd(base)),
    SUPPORT_STATES[state],
  ];
}
