/** `open`: what is open in a catalogue, or about one subject. */
import type { Command } from 'commander';
import type { Catalogue } from '../core/catalogue/catalogue.ts';
import type { RecordId } from '../core/catalogue/recordId.ts';
import { openLine } from '../core/exchange/openReport.ts';
import { allPointsOf, countByRule, type OpenPoint } from '../core/open/openPoints.ts';
import { layerTable } from '../core/layers/layerTable.ts';
import { chainOfSubject } from '../core/lineage/chain.ts';
import { nameOf } from '../core/lineage/names.ts';
import { OPEN_WORDS, wordCounts, wordPoint, wordSetAside } from '../core/wording/openText.ts';
import { dayAsked, readCatalogue, subjectsAsked } from './dossier.ts';

interface Options {
  readonly on?: string;
  readonly json?: boolean;
}

export function registerOpen(program: Command): void {
  program
    .command('open')
    .argument('<catalogue>', 'a catalogue file')
    .argument('[subject]', 'an id or a name; every project by its current release without it')
    .option('--on <date>', 'the day that is asked about; today without it')
    .option('--json', 'print JSON')
    .description('List open points, why each is open, and what would settle it.')
    .action(async (path: string, subject: string | undefined, options: Options) => {
      const day = dayAsked(options.on);
      const catalogue = await readCatalogue(path);
      const all = subjectsAsked(catalogue, subject ? [subject] : []).map((id) => ({
        id,
        points: pointsOf(catalogue, id, day),
      }));
      process.stdout.write(
        options.json
          ? `${JSON.stringify(
              all.flatMap(({ points }) => points.map((point) => openLine(catalogue, point))),
              null,
              2,
            )}\n`
          : all.map(({ id, points }) => print(catalogue, id, points)).join('\n'),
      );
    });
}

const pointsOf = (catalogue: Catalogue, id: RecordId, day: number) =>
  allPointsOf(catalogue, layerTable(catalogue, chainOfSubject(catalogue, id, day)));

function print(catalogue: Catalogue, id: RecordId, points: readonly OpenPoint[]): string {
  const open = points.filter(({ state }) => state === 'open');
  const aside = points.filter(({ state }) => state !== 'open');
  const lines = [
    `${nameOf(catalogue, id)}: ${open.length ? wordCounts(countByRule(open)) : 'nothing is open'}.`,
    ...open.map(
      (point) => `  ${wordPoint(catalogue, point)}. To settle it: ${OPEN_WORDS[point.rule].settledBy}.`,
    ),
    ...aside.map((point) => `  ${wordPoint(catalogue, point)}. ${wordSetAside(point)}.`),
  ];
  return `${lines.join('\n')}\n`;
}
