/** `packages`: prints every package of an index or package database. */
import type { Command } from 'commander';
import type { PackageColumns } from '../core/formats/packageColumns.ts';
import { manifestOf } from '../core/capture/systemFiles.ts';
import { InputError, printIssues } from './failures.ts';
import { readDrop, SYSTEM_OPTION } from './readDrop.ts';

const TAB = 9;
const NEWLINE = 10;
/** What is printed of a package. */
const PRINTED = ['name', 'version', 'architecture'] as const;

export function registerPackages(program: Command): void {
  program
    .command('packages')
    .argument('<file>', 'an index or package database, also compressed')
    .option(...SYSTEM_OPTION)
    .description('Print NAME<TAB>VERSION<TAB>ARCHITECTURE for every package.')
    .action(async (path: string, { system }: { system?: string }) => {
      const drop = await readDrop(path, { columns: PRINTED });
      const inImages = drop.systems.filter((each) => manifestOf(each).image);
      // Of several systems in an image only one can be meant; lists of other files are printed one after another.
      const isOneMeant = inImages.length > 1 || system !== undefined;
      const { files } = isOneMeant ? (await import('./place.ts')).systemOf(path, drop, system) : drop;
      const lists = files.flatMap(({ content }) =>
        content?.type === 'packages' ? [content.list.packages] : [],
      );
      const losses = drop.issues.filter(({ loses }) => loses);
      printIssues([...losses, ...drop.files.flatMap(({ issues }) => issues)]);
      if (lists.length === 0) throw new InputError(`${path}: no package list that can be read`);
      for (const list of lists) process.stdout.write(linesOf(list));
    });
}

/** Every package as a line of UTF-8. Copied from the list's own bytes: making texts of them would take longer than reading the list. */
function linesOf({ size, table: { bytes, ends }, columns }: PackageColumns): Uint8Array {
  const cells = PRINTED.map((name) => columns[name]);
  let length = size * cells.length;
  for (const cell of cells)
    for (let row = 0; row < size; row++) {
      const text = cell[row];
      length += ends[text] - (text ? ends[text - 1] : 0);
    }
  const lines = new Uint8Array(length);
  const last = cells.length - 1;
  let at = 0;
  for (let row = 0; row < size; row++)
    for (let column = 0; column <= last; column++) {
      const text = cells[column][row];
      at = copy(bytes, text ? ends[text - 1] : 0, ends[text], lines, at);
      lines[at++] = column < last ? TAB : NEWLINE;
    }
  return lines;
}

/** Copies some bytes to a place; gives the place behind them. Apart, since what is called often is compiled sooner than what runs long. */
function copy(bytes: Uint8Array, from: number, to: number, into: Uint8Array, at: number): number {
  for (let i = from; i < to; i++) into[at++] = bytes[i];
  return at;
}
