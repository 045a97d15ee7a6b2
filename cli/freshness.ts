/** `freshness`: how far a system is behind its base, from dated states of the base's indexes. */
import type { Command } from 'commander';
import { formatDay, firstDayOf } from '../core/catalogue/days.ts';
import { wordDelay, wordFreshness, wordStates } from '../core/wording/freshnessText.ts';
import { estimateDelay } from '../core/packages/delay.ts';
import { measureFreshness } from '../core/packages/freshness.ts';
import { createInstalledSet } from '../core/packages/installedSet.ts';
import { collect, isDay, readCandidates } from './candidates.ts';
import { InputError, UsageError } from './failures.ts';
import { systemOf } from './place.ts';
import { readDrop } from './readDrop.ts';

export function registerFreshness(program: Command): void {
  program
    .command('freshness')
    .argument('<path>', 'the system: a folder, archive or package database')
    .option(
      '--against <name@date=file[,file…]>',
      'a dated state of the base: its name, date and index files; repeatable',
      collect,
      [],
    )
    .option('--on <date>', 'the day of the system; that of the newest state without it')
    .option('--json', 'print JSON')
    .description('Measure how far a system is behind its base.')
    .action(async (path: string, options: { against: string[]; on?: string; json?: boolean }) => {
      if (options.against.length === 0)
        throw new UsageError('give at least one dated state of the base: --against NAME@DATE=FILE[,FILE…]');
      if (options.on && !isDay(options.on))
        throw new UsageError(`--on ${options.on}: expected a date such as 2026-11-20`);
      const bases = await readCandidates(options.against);
      if (bases.length !== 1 || bases[0].states.some(({ date }) => !date))
        throw new UsageError('give one base, each state with its date: --against NAME@DATE=FILE[,FILE…]');
      const [base] = bases;
      const system = systemOf(path, await readDrop(path));
      const states = base.states.map((state) => ({ ...state, day: firstDayOf(state.date) }));
      const day = options.on ? firstDayOf(options.on) : states.at(-1)!.day;
      const freshness = measureFreshness(createInstalledSet(system.packages!), states, day);
      if (!freshness) throw new InputError(`${base.name}: no state is as old as ${options.on}`);
      const delay = estimateDelay(freshness.changes);
      if (options.json) {
        const { whole, security, packages } = freshness;
        const report = { on: formatDay(day), whole, security, delay, packages };
        // JSON has no Infinity: days that are open at the end are null.
        process.stdout.write(`${JSON.stringify(report, null, 2)}\n`);
        return;
      }
      const sentences = [
        wordFreshness(base.name, freshness),
        wordStates(base.name, freshness.states, Infinity),
      ];
      process.stdout.write(`${[...sentences, ...(delay ? [wordDelay(delay)] : [])].join('\n')}\n`);
    });
}
