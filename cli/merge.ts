/** `merge`: two catalogues become one; what cannot be had from both is printed and decided by a preference, or left as mine. */
import type { Command } from 'commander';
import { ABOUT_ID } from '../core/catalogue/about.ts';
import { recordOf, type Catalogue } from '../core/catalogue/catalogue.ts';
import { createIssue } from '../core/issue.ts';
import { formatCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { checksumOfCatalogue, commonStates, isOfOneOrigin, sharedOf } from '../core/merging/ancestor.ts';
import { keyOfMeeting, UNDECIDED } from '../core/merging/conflict.ts';
import { mergeCatalogues, type Merge } from '../core/merging/mergeCatalogues.ts';
import { mergeLists } from '../core/merging/mergeLists.ts';
import { mergeReport } from '../core/merging/mergeReport.ts';
import { markShared, stateOf } from '../core/merging/markShared.ts';
import { wordConflict, wordMeeting, wordMerge } from '../core/wording/mergeText.ts';
import { readCatalogue, readWholeFile } from './dossier.ts';
import { printIssues, TO_DECIDE, UsageError } from './failures.ts';
import { writeOut } from './output.ts';

interface Options {
  readonly base?: string;
  readonly prefer?: string;
  readonly same?: readonly string[];
  readonly two?: readonly string[];
  readonly out?: string;
  readonly json?: boolean;
}

export function registerMerge(program: Command): void {
  program
    .command('merge')
    .argument('<mine>', 'a catalogue file')
    .argument('<theirs>', 'the catalogue file to import')
    .option('--base <file>', 'the catalogue that both began with')
    .option('--prefer <side>', 'mine or theirs: decides every conflict')
    .option('--same <pair...>', 'ids that are one thing, as THEIRS=MINE')
    .option('--two <pair...>', 'ids that are not, though they may seem so, as THEIRS=MINE')
    .option('--out <file>', 'write the merged catalogue there')
    .option('--json', 'print JSON')
    .description(
      'Merge two catalogues. Ends with 3 while something is undecided: conflicts, or what may be one thing.',
    )
    .action(mergeFiles);
}

async function mergeFiles(minePath: string, theirsPath: string, options: Options): Promise<void> {
  const { prefer, json, out } = options;
  if (prefer !== undefined && prefer !== 'mine' && prefer !== 'theirs')
    throw new UsageError(`--prefer ${prefer}: expected mine or theirs`);
  const mine = await readWholeFile(minePath);
  const theirs = await readWholeFile(theirsPath);
  const base = options.base
    ? await readCatalogue(options.base)
    : await ancestorOf(mine.catalogue, theirs.catalogue);
  if (options.base && base && !isOfOneOrigin(base, mine.catalogue, theirs.catalogue))
    printIssues([createIssue('note', 'merge.baseForeign', options.base)]);
  const meetings = new Map([...pairsOf(options.same, 'same'), ...pairsOf(options.two, 'two')]);
  const merge = mergeCatalogues(mine.catalogue, theirs.catalogue, base, { ...UNDECIDED, meetings, prefer });
  const unsure = merge.meetings.filter((meeting) => !meetings.has(keyOfMeeting(meeting)));
  const isDecided = merge.undecided.length === 0 && unsure.length === 0;
  const lists = mergeLists(merge, mine, theirs);
  if (out !== undefined) {
    const now = new Date().toISOString();
    const catalogue = isDecided
      ? markShared(merge.catalogue, theirs.catalogue, await stateOf(theirs.catalogue, now.slice(0, 10)))
      : merge.catalogue;
    writeOut(out, formatCatalogueFile({ catalogue, packages: lists }, now));
  }
  process.stdout.write(
    json
      ? `${JSON.stringify(mergeReport(merge, lists.size), null, 2)}\n`
      : inWords(merge, theirs.catalogue, lists.size),
  );
  if (!isDecided) process.exitCode = TO_DECIDE;
}

/** `THEIRS=MINE`: what was said of two that may be one. */
function pairsOf(pairs: readonly string[] = [], said: 'same' | 'two'): [string, 'same' | 'two'][] {
  return pairs.map((pair) => {
    const [theirs, mine, more] = pair.split('=');
    if (!theirs || !mine || more !== undefined)
      throw new UsageError(`--${said} ${pair}: expected two ids, as THEIRS=MINE`);
    return [keyOfMeeting({ theirs, mine }), said];
  });
}

/** One of the two, where the other comes from what it is now. */
async function ancestorOf(mine: Catalogue, theirs: Catalogue): Promise<Catalogue | null> {
  const [own, other] = await Promise.all([mine, theirs].map(checksumOfCatalogue));
  const common = commonStates(
    { checksum: own, shared: sharedOf(mine) },
    { checksum: other, shared: sharedOf(theirs) },
  );
  if (common.includes(other)) return theirs;
  return common.includes(own) ? mine : null;
}

function inWords(merge: Merge, theirs: Catalogue, lists: number): string {
  const title = recordOf(theirs, 'about', ABOUT_ID)?.title ?? '';
  const lines = [
    ...wordMerge(merge, title, lists),
    ...merge.undecided.map((conflict) => `  ${wordConflict(merge.catalogue, conflict)}`),
    ...merge.meetings.map((meeting) => `  ${wordMeeting(merge, theirs, meeting)}`),
  ];
  return `${lines.join('\n')}\n`;
}
