/** `export`: a catalogue, or a part of it, in an open format. */
import { Option, type Command } from 'commander';
import { version } from '../package.json';
import { recordOf, recordsOf, type Catalogue } from '../core/catalogue/catalogue.ts';
import type { RecordId } from '../core/catalogue/recordId.ts';
import { formatCatalogueFile, type CatalogueWithPackages } from '../core/exchange/catalogueFile.ts';
import { createExport, EXPORT_FORMATS, type ExportFormat } from '../core/exchange/open/exportFile.ts';
import { familyPart } from '../core/exchange/familyPart.ts';
import { OPEN_TABLES, type TableName } from '../core/exchange/open/tables.ts';
import { findSubject } from '../core/lineage/findSubject.ts';
import { PackedLists } from '../core/packages/packedLists.ts';
import { wordIssue } from '../core/wording/issueText.ts';
import { dayAsked, readWholeFile, subjectNamed } from './dossier.ts';
import { InputError, UsageError } from './failures.ts';
import { writeOrPrint } from './output.ts';

interface Options {
  readonly as: ExportFormat | 'catalogue' | 'png';
  readonly table?: string;
  readonly list?: string;
  readonly family?: string;
  readonly on?: string;
  readonly out?: string;
}

export function registerExport(program: Command): void {
  program
    .command('export')
    .argument('<catalogue>', 'a catalogue file')
    .addOption(
      new Option('--as <format>', 'the open format')
        .choices([...Object.keys(EXPORT_FORMATS), 'png', 'catalogue'])
        .makeOptionMandatory(),
    )
    .option('--table <name>', `for csv: ${Object.keys(OPEN_TABLES).join(', ')}`)
    .option(
      '--list <name>',
      'for cyclonedx and spdx: the id or name of a package list, or whose system it is',
    )
    .option('--family <name>', 'for catalogue: only the family of this subject, as a catalogue by itself')
    .option('--on <date>', 'the day that is asked about; today without it')
    .option('--out <file>', 'write it there instead of printing it')
    .description('Write a catalogue, or a part of it, in an open format.')
    .action(async (path: string, options: Options) => {
      const day = dayAsked(options.on);
      const whole = await readWholeFile(path);
      const text = textOf(whole, { ...options, as: options.as === 'png' ? 'svg' : options.as }, day);
      const file = options.as === 'png' ? await (await import('./rasterise.ts')).rasterise(text) : text;
      writeOrPrint(options.out, file);
    });
}

function textOf(
  whole: CatalogueWithPackages,
  { as, table, list, family }: Omit<Options, 'as'> & { readonly as: ExportFormat | 'catalogue' },
  day: number,
): string {
  const made = new Date().toISOString();
  const { catalogue } = whole;
  if (family !== undefined && as !== 'catalogue')
    throw new UsageError('--family is for --as catalogue; a report of a family is made by aspen report');
  if (as === 'catalogue')
    return formatCatalogueFile(
      family === undefined ? whole : familyPart(whole, subjectNamed(catalogue, family), day),
      made,
    );
  if (table !== undefined && !Object.hasOwn(OPEN_TABLES, table))
    throw new UsageError(`--table ${table}: expected one of ${Object.keys(OPEN_TABLES).join(', ')}`);
  if (as === 'csv' && table === undefined)
    throw new UsageError(`--as csv needs --table: ${Object.keys(OPEN_TABLES).join(', ')}`);
  const isBill = as === 'cyclonedx' || as === 'spdx';
  if (isBill && list === undefined)
    throw new UsageError(`--as ${as} needs --list, the name of a package list`);
  const snapshot = isBill ? listNamed(catalogue, list!) : undefined;
  const file = createExport({
    ...{ catalogue, format: as, day, made, program: version },
    ...(table && { table: table as TableName }),
    ...(snapshot && { snapshot, list: new PackedLists(whole.packages).list(snapshot) }),
  });
  if (!file.ok) throw new InputError(file.issues.map((issue) => wordIssue(issue)).join('\n'));
  return file.value.text;
}

/** A list by its id or name, or the newest one of whoever is named: the system's before a repository's. */
function listNamed(catalogue: Catalogue, text: string): RecordId {
  if (recordOf(catalogue, 'snapshot', text)) return text;
  const all = [...recordsOf(catalogue, 'snapshot')];
  const subject = findSubject(catalogue, text);
  const found = all.filter(({ name, of }) => name === text || (subject.ok && of === subject.value));
  const [newest] = found.toSorted(
    (a, b) => Number(b.role === 'system') - Number(a.role === 'system') || (a.date! < b.date! ? 1 : -1),
  );
  if (newest) return newest.id;
  const some = all.slice(0, 6).map(({ id }) => id);
  throw new InputError(
    `there is no package list “${text}”; there are ${all.length}: ${some.join(', ')}${all.length > 6 ? ' …' : ''}`,
  );
}
