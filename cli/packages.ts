/** `packages`: prints every package of an index or package database. */
import type { Command } from 'commander';
import { packageRow } from '../core/formats/packageColumns.ts';
import { InputError, printIssues } from './failures.ts';
import { readDrop } from './readDrop.ts';

export function registerPackages(program: Command): void {
  program
    .command('packages')
    .argument('<file>', 'an index or package database, also compressed')
    .description('Print NAME<TAB>VERSION<TAB>ARCHITECTURE for every package.')
    .action(async (path: string) => {
      const drop = await readDrop(path);
      const lists = drop.files.flatMap(({ content }) =>
        content?.type === 'packages' ? [content.list.packages] : [],
      );
      printIssues(drop.files.flatMap(({ issues }) => issues));
      if (lists.length === 0) throw new InputError(`${path}: no package list that can be read`);
      for (const list of lists) {
        const lines: string[] = [];
        for (let i = 0; i < list.size; i++) {
          const { name, version, architecture } = packageRow(list, i);
          lines.push(`${name}\t${version}\t${architecture}\n`);
        }
        process.stdout.write(lines.join(''));
      }
    });
}
