/** `dossier`: what a catalogue knows of one release of an edition, on a day. */
import { createReadStream, readFileSync } from 'node:fs';
import type { Command } from 'commander';
import { recordOf, recordsOf, type Catalogue } from '../core/catalogue/catalogue.ts';
import { firstDayOf, formatDay } from '../core/catalogue/days.ts';
import type { RecordId } from '../core/catalogue/recordId.ts';
import { readCatalogueStream, type CatalogueWithPackages } from '../core/exchange/catalogueFile.ts';
import { dossierDocument } from '../core/exchange/report/dossierDocument.ts';
import { formatReportMarkdown } from '../core/exchange/report/reportMarkdown.ts';
import { dossierReport } from '../core/exchange/dossierReport.ts';
import { findSubject } from '../core/lineage/findSubject.ts';
import { sameName } from '../core/sameness/name.ts';
import { layerTable, type LayerTable } from '../core/layers/layerTable.ts';
import { editionsOfRelease } from '../core/lineage/bases.ts';
import { chainOfSubject } from '../core/lineage/chain.ts';
import { distributionOf, editionsOf } from '../core/lineage/releases.ts';
import { wordIssue } from '../core/wording/issueText.ts';
import { dossierPage } from '../core/telling/dossierPage.ts';
import { chooseParts, type ReportDocument } from '../core/telling/document.ts';
import { dossierScope, withLastWord } from '../core/telling/lastWord.ts';
import { planDossier } from '../core/telling/dossierPlan.ts';
import { describeSubject } from '../core/telling/dossierReference.ts';
import { isDay } from './candidates.ts';
import { InputError, printIssues, UsageError } from './failures.ts';
import { formatTerminal, terminalOf } from './terminal.ts';

interface Options {
  readonly edition?: string;
  readonly on?: string;
  readonly json?: boolean;
  readonly markdown?: boolean;
}

export function registerDossier(program: Command): void {
  program
    .command('dossier')
    .argument('<catalogue>', 'a catalogue file')
    .argument('<subject>', 'an id, a name, "name version", or what a name sounds like')
    .option('--edition <name>', 'the edition that is meant')
    .option('--on <date>', 'the day that is asked about; today without it')
    .option('--json', 'print JSON')
    .option('--markdown', 'print the whole dossier as Markdown')
    .description('Tell what a catalogue knows of a release.')
    .action(async (path: string, subject: string, options: Options) => {
      if (options.json && options.markdown) throw new UsageError('give either --json or --markdown');
      const day = dayAsked(options.on);
      const catalogue = await readCatalogue(path);
      const table = tableOf(catalogue, subject, day, options.edition);
      process.stdout.write(
        options.json
          ? `${JSON.stringify(dossierReport(catalogue, table, day), null, 2)}\n`
          : options.markdown
            ? formatReportMarkdown(
                catalogue,
                worded(catalogue, table, dossierDocument(catalogue, table, day)),
              )
            : firstPage(catalogue, table, day),
      );
    });
}

/** The text of a file. */
export function readText(path: string): string {
  try {
    return readFileSync(path, 'utf8');
  } catch (error) {
    throw new InputError(`${path}: could not be read (${(error as Error).message})`);
  }
}

/** The catalogue in a file, with its package lists; what it lost is printed. */
export async function readWholeFile(path: string): Promise<CatalogueWithPackages> {
  const read = await readCatalogueStream(() => createReadStream(path, 'utf8'), path).catch((error: Error) => {
    throw new InputError(`${path}: could not be read (${error.message})`);
  });
  if (!read.ok)
    throw new InputError(read.issues.map((issue) => `${issue.where}: ${wordIssue(issue)}`).join('\n'));
  printIssues(read.issues);
  return read.value;
}

/** The catalogue in a file. */
export async function readCatalogue(path: string): Promise<Catalogue> {
  return (await readWholeFile(path)).catalogue;
}

/** The day that `--on` asks for, else today (days since 1970-01-01). */
export function dayAsked(on: string | undefined): number {
  if (on && !isDay(on)) throw new UsageError(`--on ${on}: expected a date such as 2026-11-20`);
  return firstDayOf(on ?? new Date().toISOString().slice(0, 10));
}

/** Who is meant by an id, a name, or what that sounds like. */
export function subjectNamed(catalogue: Catalogue, text: string): RecordId {
  const found = findSubject(catalogue, text);
  if (!found.ok) throw new InputError(found.issues.map((issue) => wordIssue(issue)).join('\n'));
  return found.value;
}

/** Who is meant by some texts; every project where none is given. */
export function subjectsAsked(catalogue: Catalogue, texts: readonly string[]): RecordId[] {
  return texts.length
    ? texts.map((text) => subjectNamed(catalogue, text))
    : [...recordsOf(catalogue, 'distribution')].map(({ id }) => id);
}

/** The layers of what is meant: of a project as a whole its release of the day, else the release itself. */
function tableOf(catalogue: Catalogue, subject: string, day: number, edition?: string): LayerTable {
  const id = subjectNamed(catalogue, subject);
  const named = edition === undefined ? undefined : editionNamed(catalogue, id, edition);
  return layerTable(catalogue, chainOfSubject(catalogue, id, day, named));
}

/** The edition of a subject by its name. */
export function editionNamed(catalogue: Catalogue, id: RecordId, name: string): RecordId {
  const release = recordOf(catalogue, 'release', id);
  const all = editionsOf(catalogue, distributionOf(catalogue, id)).filter(
    (each) => !release || editionsOfRelease(catalogue, release).includes(each.id),
  );
  const found = all.find((each) => sameName(each.name, name));
  const known = all.map((each) => each.name).join(', ') || 'none';
  if (!found) throw new InputError(`there is no edition “${name}” of that; its editions: ${known}`);
  return found.id;
}

/** The first page as it is read in a terminal. */
function firstPage(catalogue: Catalogue, table: LayerTable, day: number): string {
  const plan = planDossier(catalogue, table, day);
  const told = worded(catalogue, table, {
    title: plan.subject,
    subtitle: describeSubject(plan),
    asOf: formatDay(day),
    parts: dossierPage(plan),
  });
  return formatTerminal(catalogue, told, told.parts, terminalOf(process.stdout, process.env));
}

/** A document of a dossier in the analyst's words, with the parts that are told. */
function worded(catalogue: Catalogue, table: LayerTable, document: ReportDocument): ReportDocument {
  const told = withLastWord(catalogue, dossierScope(table), document);
  return chooseParts(told, told.chosen);
}
