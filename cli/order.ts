/** `order`: compares pairs of versions given on standard input. */
import { createInterface } from 'node:readline';
import type { Command } from 'commander';
import { FAMILIES, type Family } from '../core/formats/family.ts';
import { VERSION_ORDERS } from '../core/packages/versionOrder.ts';
import { InputError } from './failures.ts';

export function registerOrder(program: Command): void {
  program
    .command('order')
    .description(
      `Read lines FAMILY<TAB>A<TAB>B (${FAMILIES.join(', ')}) on standard input; print -1, 0 or 1 for each.`,
    )
    .action(async () => {
      let number = 0;
      const out: string[] = [];
      for await (const line of createInterface({ input: process.stdin, crlfDelay: Infinity })) {
        number++;
        if (!line) continue;
        const [family, a, b, ...more] = line.split('\t');
        if (b === undefined || more.length > 0 || !FAMILIES.includes(family as Family)) {
          process.stdout.write(out.join(''));
          throw new InputError(
            `standard input, line ${number}: expected FAMILY<TAB>A<TAB>B with FAMILY one of ${FAMILIES.join(', ')}`,
          );
        }
        out.push(`${VERSION_ORDERS[family as Family](a, b)}\n`);
        if (out.length === 10_000) process.stdout.write(out.splice(0).join(''));
      }
      process.stdout.write(out.join(''));
    });
}
