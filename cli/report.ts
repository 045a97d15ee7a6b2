/** `report`: a dossier, a side by side, a family, an area, the answer to a purpose or what has changed, as a document. */
import { Option, type Command } from 'commander';
import { AREAS } from '../core/catalogue/areas.ts';
import { recordsOf, type Catalogue } from '../core/catalogue/catalogue.ts';
import { firstDayOf } from '../core/catalogue/days.ts';
import { keyOfName, sameName } from '../core/sameness/name.ts';
import { FILE_DRAWING, PAGE_DRAWING } from '../core/drawing/lineagePicture.ts';
import { chooseParts, EARLIER_NAMES, imprintOf } from '../core/telling/document.ts';
import { createReport, type ReportAsk } from '../core/exchange/report/createReport.ts';
import { fontFace } from '../core/exchange/fontFace.ts';
import { formatReportHtml } from '../core/exchange/report/reportHtml.ts';
import { formatReportMarkdown } from '../core/exchange/report/reportMarkdown.ts';
import { describeOutdated } from '../core/telling/lastWord.ts';
import { findSubject } from '../core/lineage/findSubject.ts';
import { lookUp } from '../core/lookUp.ts';
import { fontBytes } from './font.ts';
import { isDay } from './candidates.ts';
import { sideNamed } from './compare.ts';
import { dayAsked, editionNamed, readCatalogue, subjectNamed } from './dossier.ts';
import { atMostOne, InputError, UsageError } from './failures.ts';
import { writeOrPrint } from './output.ts';
import { purposeNamed } from './rank.ts';

interface Options {
  readonly as: 'html' | 'md';
  readonly parts?: string;
  readonly family?: boolean;
  readonly area?: string;
  readonly since?: string;
  readonly edition?: string;
  readonly on?: string;
  readonly out?: string;
}

export function registerReport(program: Command): void {
  program
    .command('report')
    .argument('<catalogue>', 'a catalogue file')
    .argument('[subjects...]', 'one for a dossier, two to four to compare, or the name of a purpose')
    .addOption(new Option('--as <format>', 'html or md').choices(['html', 'md']).default('html'))
    .option('--parts <list>', 'which parts, in which order, by commas; all without it')
    .option('--family', 'the family of the subject')
    .option('--area <area>', 'an area over the peer group that is named, or over all')
    .option('--since <date>', 'what has changed since a day')
    .option('--edition <name>', 'the edition that is meant')
    .option('--on <date>', 'the day that is asked about; today without it')
    .option('--out <file>', 'write it there instead of printing it')
    .description('Write a report of what a catalogue knows.')
    .action(async (path: string, subjects: readonly string[], options: Options) => {
      const day = dayAsked(options.on);
      const catalogue = await readCatalogue(path);
      const text = reportText(catalogue, askOf(catalogue, subjects, options), day, options);
      writeOrPrint(options.out, text);
    });
}

function reportText(catalogue: Catalogue, ask: ReportAsk, day: number, { as, parts }: Options): string {
  const whole = createReport(catalogue, ask, day, as === 'html' ? PAGE_DRAWING : FILE_DRAWING);
  const asked = parts
    ?.split(',')
    .map((part) => part.trim())
    .filter(Boolean);
  const document = chooseParts(whole, asked ?? whole.chosen);
  for (const each of whole.outdated) process.stderr.write(`${describeOutdated(each)}\n`);
  const known = new Set(whole.parts.flatMap(({ id, group }) => [id, group ?? id]));
  const missing = asked?.filter((part) => !known.has(part) && !lookUp(EARLIER_NAMES, part)) ?? [];
  if (missing.length > 0)
    throw new UsageError(`--parts: there is no “${missing[0]}” in it; there: ${[...known].join(', ')}`);
  const imprint = imprintOf(catalogue, new Date().toISOString().slice(0, 10));
  return as === 'html'
    ? formatReportHtml(catalogue, document, imprint, fontFace(fontBytes()))
    : formatReportMarkdown(catalogue, document, imprint);
}

function askOf(
  catalogue: Catalogue,
  subjects: readonly string[],
  { family, area, since, edition }: Options,
): ReportAsk {
  atMostOne({ family, area, since }, 'family', 'area', 'since');
  if (area !== undefined) {
    const known = AREAS.find(({ id, label }) => id === area || sameName(label, area));
    if (!known)
      throw new UsageError(`--area ${area}: expected one of ${AREAS.map(({ id }) => id).join(', ')}`);
    const [name] = subjects;
    return { kind: 'area', area: known.id, ...(name && { cohort: cohortNamed(catalogue, name) }) };
  }
  if (since !== undefined) {
    if (!isDay(since)) throw new UsageError(`--since ${since}: expected a date such as 2026-01-31`);
    const [name] = subjects;
    return {
      kind: 'since',
      since: firstDayOf(since),
      ...(name && { subject: subjectNamed(catalogue, name) }),
    };
  }
  if (subjects.length === 0 || subjects.length > 4)
    throw new UsageError(`give one to four subjects, came ${subjects.length}`);
  if (family) return { kind: 'family', subject: subjectNamed(catalogue, subjects[0]) };
  if (subjects.length > 1)
    return { kind: 'sides', sides: subjects.map((each) => sideNamed(catalogue, each)) };
  const [name] = subjects;
  if (!findSubject(catalogue, name).ok && isPurpose(catalogue, name))
    return { kind: 'purpose', purpose: purposeNamed(catalogue, name).id };
  const subject = subjectNamed(catalogue, name);
  return { kind: 'dossier', subject, ...(edition && { edition: editionNamed(catalogue, subject, edition) }) };
}

const isPurpose = (catalogue: Catalogue, text: string) =>
  [...recordsOf(catalogue, 'purpose')].some(
    ({ id, name }) => id === text || keyOfName(name).startsWith(keyOfName(text)),
  );

function cohortNamed(catalogue: Catalogue, text: string): string {
  const all = [...recordsOf(catalogue, 'cohort')];
  const found = all.find(({ id, name }) => id === text || sameName(name, text));
  const known = all.map(({ name }) => `“${name}”`).join(', ') || 'none';
  if (!found) throw new InputError(`there is no peer group “${text}”; there: ${known}`);
  return found.id;
}
