/** `check`: whether a catalogue file is whole, with every problem. */
import type { Command } from 'commander';
import { checkCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { wordIssue } from '../core/wording/issueText.ts';
import { formatNumberOf } from '../core/wording/valueText.ts';
import { readText } from './dossier.ts';
import { TO_DECIDE } from './failures.ts';

export function registerCheck(program: Command): void {
  program
    .command('check')
    .argument('<catalogue>', 'a catalogue file')
    .option('--json', 'print JSON')
    .description('Say whether a catalogue is whole, with every problem. Ends with 3 when there is one.')
    .action((path: string, options: { readonly json?: boolean }) => {
      const issues = checkCatalogueFile(readText(path), path);
      const lines = issues.map((issue) => ({ ...issue, text: wordIssue(issue) }));
      process.stdout.write(
        options.json
          ? `${JSON.stringify({ whole: issues.length === 0, problems: lines }, null, 2)}\n`
          : issues.length === 0
            ? `${path}: whole.\n`
            : `${path}: ${formatNumberOf(issues.length, 'problem')}.\n${lines.map(({ where, text }) => `  ${where}: ${text}\n`).join('')}`,
      );
      if (issues.length > 0) process.exitCode = TO_DECIDE;
    });
}
