/** Every open format by one name: what the screen saves is what the command line writes. */
import { ABOUT_ID } from '../../catalogue/about.ts';
import { recordOf, recordsOf, type Catalogue } from '../../catalogue/catalogue.ts';
import { formatDay } from '../../catalogue/days.ts';
import { formatWhen } from '../../catalogue/formatWhen.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import { FILE_DRAWING, formatLineagePicture } from '../../drawing/lineagePicture.ts';
import type { PackageColumns } from '../../formats/packageColumns.ts';
import { createIssue, failure, success, type Result } from '../../issue.ts';
import { LineageView } from '../../overview/lineageView.ts';
import { supportRows } from '../../support/supportRows.ts';
import { nameOf } from '../../lineage/names.ts';
import { distributionOf } from '../../lineage/releases.ts';
import { formatNumberOf } from '../../wording/valueText.ts';
import { formatCsv } from '../csv.ts';
import { formatDot, formatGraphMl } from '../graphFile.ts';
import { formatSupportCalendar } from '../supportFile.ts';
import { formatLinkedData } from './linkedData.ts';
import { formatCycloneDx, formatSpdx, type BillOf } from './packageBills.ts';
import { openTableOf, type TableName } from './tables.ts';

/** The formats, each with what it is, the ending of its files and their media type. */
export const EXPORT_FORMATS = {
  csv: { label: 'A table (CSV)', ending: 'csv', type: 'text/csv;charset=utf-8' },
  jsonld: { label: 'Linked data (JSON-LD)', ending: 'jsonld', type: 'application/ld+json' },
  graphml: { label: 'The lineage graph (GraphML)', ending: 'graphml', type: 'application/graphml+xml' },
  dot: { label: 'The lineage graph (DOT)', ending: 'dot', type: 'text/vnd.graphviz' },
  svg: { label: 'The map as a picture (SVG)', ending: 'svg', type: 'image/svg+xml' },
  ics: { label: 'Ends of support (iCalendar)', ending: 'ics', type: 'text/calendar;charset=utf-8' },
  cyclonedx: {
    label: 'A package list (CycloneDX)',
    ending: 'cdx.json',
    type: 'application/vnd.cyclonedx+json',
  },
  spdx: { label: 'A package list (SPDX)', ending: 'spdx.json', type: 'application/spdx+json' },
} as const;

/** The name of an open format. */
export type ExportFormat = keyof typeof EXPORT_FORMATS;

/** What is exported. */
export interface ExportAsk {
  readonly catalogue: Catalogue;
  readonly format: ExportFormat;
  /** Days since 1970-01-01. */
  readonly day: number;
  /** When it is made (ISO date and time), and by which version of the program. */
  readonly made: string;
  readonly program: string;
  /** For CSV. */
  readonly table?: TableName;
  /** For package lists: which, and what is in it. */
  readonly snapshot?: RecordId;
  readonly list?: PackageColumns | null;
}

/** A file that is ready to be saved. */
export interface ExportedFile {
  readonly name: string;
  readonly type: string;
  readonly text: string;
}

/** The file. Issues `export.noTable`, `export.noList` where what is to be exported is not said or not at hand. */
export function createExport(ask: ExportAsk): Result<ExportedFile> {
  const { format, day, table, snapshot } = ask;
  const { ending, type } = EXPORT_FORMATS[format];
  const text = textOf(ask);
  if (!text.ok) return text;
  const what =
    format === 'csv'
      ? table
      : format === 'cyclonedx' || format === 'spdx'
        ? snapshot?.split(':')[1]
        : 'lineage';
  const stem = format === 'ics' ? 'support' : format === 'jsonld' ? 'catalogue' : what;
  return success({ name: `${stem}-${formatDay(day)}.${ending}`, type, text: text.value });
}

function textOf(ask: ExportAsk): Result<string> {
  const { catalogue, day, made, table } = ask;
  switch (ask.format) {
    case 'csv':
      return table
        ? success(formatCsv(openTableOf(catalogue, table, day)))
        : failure(createIssue('error', 'export.noTable', 'csv'));
    case 'jsonld':
      return success(formatLinkedData(catalogue, made));
    case 'graphml':
      return success(formatGraphMl(graphOf(catalogue, day)));
    case 'dot':
      return success(formatDot(graphOf(catalogue, day)));
    case 'svg':
      return success(mapOf(catalogue, day));
    case 'ics': {
      const ids = [...recordsOf(catalogue, 'distribution')].map(({ id }) => id);
      const rows = ids.flatMap((id) => supportRows(catalogue, id, day));
      return success(formatSupportCalendar(rows, `Support: ${titleOf(catalogue)}`, day));
    }
    case 'cyclonedx':
    case 'spdx': {
      const of = billOf(ask);
      if (!of || !ask.list) return failure(createIssue('error', 'export.noList', ask.snapshot ?? 'list'));
      return success((ask.format === 'spdx' ? formatSpdx : formatCycloneDx)(ask.list, of));
    }
  }
}

const titleOf = (catalogue: Catalogue) => recordOf(catalogue, 'about', ABOUT_ID)?.title ?? 'Catalogue';

function graphOf(catalogue: Catalogue, day: number) {
  const view = new LineageView();
  const graph = view.graph(catalogue, day);
  return {
    graph,
    factsOf: (id: RecordId) => view.factsOf(id),
    title: titleOf(catalogue),
    date: formatDay(day),
  };
}

function mapOf(catalogue: Catalogue, day: number): string {
  const { title, ...lineage } = graphOf(catalogue, day);
  const count = formatNumberOf(lineage.graph.nodes.size, 'distribution');
  const subtitle = `As of ${formatWhen(formatDay(day))} · ${count}`;
  return formatLineagePicture(lineage, { title, subtitle, wholeUpTo: 150 }, FILE_DRAWING);
}

function billOf({ catalogue, snapshot: id, made, program }: ExportAsk): BillOf | null {
  const snapshot = id ? recordOf(catalogue, 'snapshot', id) : undefined;
  if (!snapshot) return null;
  const { of, name, date = '' } = snapshot;
  return {
    vendor: of ? nameOf(catalogue, distributionOf(catalogue, of)) : '',
    ...{ name, date, made, program },
    version: (of && recordOf(catalogue, 'release', of)?.version) ?? '',
  };
}
