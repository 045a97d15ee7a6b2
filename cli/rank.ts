/** `rank`: the candidates for a purpose in order, with the range of each rank. */
import type { Command } from 'commander';
import { recordsOf, type Catalogue } from '../core/catalogue/catalogue.ts';
import { keyOfName } from '../core/sameness/name.ts';
import type { Purpose } from '../core/catalogue/purpose.ts';
import { rankLines } from '../core/exchange/rankReport.ts';
import { formatRankCsv } from '../core/exchange/tableFiles.ts';
import { rankCandidates } from '../core/purpose/ranking.ts';
import { wordRank, wordRanking, wordScore } from '../core/wording/purposeText.ts';
import { dayAsked, readCatalogue } from './dossier.ts';
import { atMostOne, InputError } from './failures.ts';
import { tableLines, terminalOf, wrapped } from './terminal.ts';

interface Options {
  readonly on?: string;
  readonly json?: boolean;
  readonly csv?: boolean;
}

export function registerRank(program: Command): void {
  program
    .command('rank')
    .argument('<catalogue>', 'a catalogue file')
    .argument('<purpose>', 'the name of a purpose, its beginning, or its id')
    .option('--on <date>', 'the day that is asked about; today without it')
    .option('--json', 'print JSON')
    .option('--csv', 'print a table for spreadsheets')
    .description('Rank the candidates for a purpose.')
    .action(async (path: string, name: string, options: Options) => {
      atMostOne({ ...options }, 'json', 'csv');
      const day = dayAsked(options.on);
      const catalogue = await readCatalogue(path);
      const ranking = rankCandidates(catalogue, purposeNamed(catalogue, name), day);
      if (options.csv) {
        process.stdout.write(formatRankCsv(catalogue, ranking));
        return;
      }
      if (options.json) {
        process.stdout.write(`${JSON.stringify(rankLines(catalogue, ranking), null, 2)}\n`);
        return;
      }
      const terminal = terminalOf(process.stdout, process.env);
      const rows = ranking.candidates.map((each) => [
        each.name,
        each.isOut ? 'out' : wordRank(each),
        wordScore(each),
      ]);
      const lines = [
        ...wrapped(wordRanking(ranking).join(' '), terminal.width),
        '',
        ...tableLines(['Candidate', 'Rank', 'Score of 10'], rows, terminal),
      ];
      process.stdout.write(`${lines.join('\n')}\n`);
    });
}

/** The purpose that is meant by a name, its beginning, or an id. */
export function purposeNamed(catalogue: Catalogue, text: string): Purpose {
  const all = [...recordsOf(catalogue, 'purpose')];
  const folded = keyOfName(text);
  const exact = all.filter(({ id, name }) => id === text || keyOfName(name) === folded);
  const found = exact.length ? exact : all.filter(({ name }) => keyOfName(name).startsWith(folded));
  if (found.length === 1) return found[0];
  const known = all.map(({ name }) => `“${name}”`).join(', ') || 'none';
  throw new InputError(
    found.length > 1
      ? `“${text}” is the beginning of several purposes: ${known}`
      : `there is no purpose “${text}”; there: ${known}`,
  );
}
