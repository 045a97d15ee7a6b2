/** `notes`: lines of notes from standard input, each understood and recorded in a catalogue. */
import { readFileSync, writeFileSync } from 'node:fs';
import type { Command } from 'commander';
import { applyDiff } from '../core/catalogue/applyDiff.ts';
import { findRecord, type Catalogue } from '../core/catalogue/catalogue.ts';
import type { VisitTurn } from '../core/editing/lines/lineDesk.ts';
import { formatCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { readEntry, takeEntry, withChoice, type Entry } from '../core/understanding/entry.ts';
import { notedEntry } from '../core/understanding/notedLine.ts';
import { wordIssue } from '../core/wording/issueText.ts';
import { wordChoice } from '../core/wording/lineText.ts';
import { isDay } from './candidates.ts';
import { readWholeFile } from './dossier.ts';
import { InputError, UsageError } from './failures.ts';

interface Options {
  readonly source: string;
  readonly on?: string;
  readonly each?: boolean;
  readonly json?: boolean;
  readonly out?: string;
}

export function registerNotes(program: Command): void {
  program
    .command('notes')
    .argument('<catalogue>', 'a catalogue file')
    .argument('<subject>', 'what was looked at: a release, with its edition behind a comma')
    .requiredOption('--source <line>', 'how it was looked at, in words, or the id of a source')
    .option('--on <date>', 'the day of the notes; today without it')
    .option('--each', 'try every line by itself, and keep nothing')
    .option('--json', 'print JSON lines')
    .option('--out <file>', 'write the catalogue with what was recorded')
    .description('Read lines of notes from standard input and record what they say.')
    .action(async (path: string, subject: string, options: Options) => {
      if (options.each && options.out) throw new UsageError('--each keeps nothing: leave out --out');
      if (options.on && !isDay(options.on))
        throw new UsageError(`--on ${options.on}: expected a date such as 2026-11-20`);
      const { catalogue, packages } = await readWholeFile(path);
      const sitting = new Sitting(catalogue, options.on ?? new Date().toISOString().slice(0, 10));
      sitting.say(`about: ${subject}`);
      if (findRecord(sitting.catalogue, options.source)?.kind === 'source')
        sitting.turn = { ...sitting.turn, source: options.source };
      else sitting.say(`from: ${options.source}`);
      const lines = readFileSync(0, 'utf8')
        .split(/\r?\n/)
        .filter((line) => line.trim());
      for (const line of lines) process.stdout.write(`${sitting.note(line, options)}\n`);
      if (options.out)
        writeFileSync(
          options.out,
          formatCatalogueFile({ catalogue: sitting.catalogue, packages }, new Date().toISOString()),
        );
      // Lines that wait to be sorted.
      if (sitting.waiting > 0) process.exitCode = 3;
    });
}

/** A sitting: what it looks at, and the catalogue as its lines leave it. */
class Sitting {
  catalogue: Catalogue;
  turn: VisitTurn = { subject: null, source: null };
  waiting = 0;
  readonly #today: string;

  constructor(catalogue: Catalogue, today: string) {
    this.catalogue = catalogue;
    this.#today = today;
  }

  get #context() {
    return { catalogue: this.catalogue, turn: this.turn, today: this.#today, author: 'the analyst' };
  }

  /** What is looked at, or how: has to be understood. */
  say(line: string): void {
    const entry = readEntry(this.#context, line);
    this.#take(line, entry, entry.choices[0] ?? null);
  }

  /** One line of notes; gives what is printed of it. */
  note(line: string, { each, json }: Options): string {
    const context = this.#context;
    const entry = readEntry(context, line);
    const told = entry.choices.map((choice) => wordChoice(withChoice(context, choice), choice.edit).text);
    if (entry.outcome === 'ask' || entry.outcome === 'note') this.waiting += 1;
    if (!each)
      this.#take(
        line,
        entry,
        entry.outcome === 'recorded' || entry.outcome === 'turn' ? entry.choices[0] : null,
      );
    if (json)
      return JSON.stringify({
        ...notedEntry(context, line, entry),
        told: entry.outcome === 'recorded' ? told[0] : told,
      });
    const outcome = {
      recorded: '',
      turn: '',
      ask: 'To be sorted, one of: ',
      note: 'To be sorted.',
      refused: entry.issues.map((issue) => wordIssue(issue)).join(' '),
    }[entry.outcome];
    return `${line}\n  ${outcome}${entry.outcome === 'note' ? '' : told.join(' / ')}`;
  }

  #take(line: string, entry: Entry, choice: Entry['choices'][number] | null): void {
    const taken = takeEntry(this.#context, line, entry, choice);
    if (!taken.ok)
      throw new InputError(`${line}: ${taken.issues.map((issue) => wordIssue(issue)).join(' ')}`);
    const after = applyDiff(this.catalogue, taken.value.diff);
    if (!after.ok)
      throw new InputError(`${line}: ${after.issues.map((issue) => wordIssue(issue)).join(' ')}`);
    this.catalogue = after.value;
    this.turn = taken.value.made.turn;
  }
}
