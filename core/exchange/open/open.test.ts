import { readFileSync } from 'node:fs';
import { Spec, Validation } from '@cyclonedx/cyclonedx-library';
import fc from 'fast-check';
import ICAL from 'ical.js';
import jsonld from 'jsonld';
import { Parser, Store } from 'n3';
import { PackageURL } from 'packageurl-js';
import Papa from 'papaparse';
import { SaxesParser } from 'saxes';
import { beforeAll, describe, expect, it } from 'vitest';
import { builtSample } from '../../../testing/builtSample.ts';
import { catalogueOf, distribution, reading, release, source, valueOf } from '../../../testing/catalogues.ts';
import { findRecord, recordsOf } from '../../catalogue/catalogue.ts';
import { firstDayOf } from '../../catalogue/days.ts';
import { createPackageColumns, packageRow, type PackageColumns } from '../../formats/packageColumns.ts';
import { parseSoftwareBill } from '../../formats/softwareBill.ts';
import { PackedLists } from '../../packages/packedLists.ts';
import { parseCatalogueFile } from '../catalogueFile.ts';
import { createExport, EXPORT_FORMATS, type ExportFormat } from './exportFile.ts';
import { formatLinkedData, idOf, TERMS } from './linkedData.ts';
import { formatCycloneDx, formatSpdx, packageUrlOf } from './packageBills.ts';
import { formatCsv } from '../csv.ts';
import { OPEN_TABLES, openTableOf, type TableName } from './tables.ts';
import { RELATIONS } from '../../catalogue/relations.ts';
import { totalOf } from '../../assessments/standing.ts';

const whole = valueOf(parseCatalogueFile(readFileSync(`${builtSample()}catalogue.json`, 'utf8'), 'sample'));
const { catalogue } = whole;
const DAY = firstDayOf('2026-11-24');
const MADE = '2026-11-29T10:00:00.123Z';
const of = {
  vendor: 'Tide Water',
  name: 'packages',
  version: '7.1',
  date: '2026-11-19',
  made: MADE,
  program: '1',
};
const PROV = 'http://www.w3.org/ns/prov#';

describe('linked data', () => {
  let store: Store;
  beforeAll(async () => {
    // An independent reader of JSON-LD makes quads of it, an independent store holds them. Nothing is fetched.
    const document = JSON.parse(formatLinkedData(catalogue, MADE)) as jsonld.JsonLdDocument;
    const documentLoader = () => Promise.reject(new Error('nothing may be fetched'));
    const quads = (await jsonld.toRDF(document, {
      format: 'application/n-quads',
      documentLoader,
    } as never)) as unknown as string;
    store = new Store(new Parser({ format: 'N-Quads' }).parse(quads));
  });
  const typed = (type: string) =>
    store
      .getSubjects('http://www.w3.org/1999/02/22-rdf-syntax-ns#type', type, null)
      .map(({ value }) => value);
  const objects = (subject: string, predicate: string) =>
    store.getObjects(subject, predicate, null).map(({ value }) => value);

  it('has as many links, readings, sources, claims and projects as the catalogue', () => {
    const { link, reading: readings, source: sources, claim, distribution: projects } = catalogue.records;
    const lateral = [...link.values()].filter(({ relation }) => RELATIONS[relation].kind === 'lateral');
    expect(lateral.length).toBeGreaterThan(0);
    expect(typed(`${PROV}Derivation`)).toHaveLength(link.size - lateral.length);
    expect(typed(`${PROV}Influence`)).toHaveLength(lateral.length);
    expect(typed(`${TERMS}Reading`)).toHaveLength(readings.size);
    expect(typed('https://schema.org/CreativeWork')).toHaveLength(sources.size);
    expect(typed('https://schema.org/Claim')).toHaveLength(claim.size);
    expect(typed('https://schema.org/OperatingSystem')).toHaveLength(projects.size);
  });
  it('answers what rests on what, by which relation, since when and by which source', () => {
    for (const link of recordsOf(catalogue, 'link')) {
      const id = idOf(link.id);
      expect(objects(id, `${PROV}entity`)).toEqual([idOf(link.base)]);
      const [plain, qualified] =
        RELATIONS[link.relation].kind === 'lateral'
          ? ['wasInfluencedBy', 'qualifiedInfluence']
          : ['wasDerivedFrom', 'qualifiedDerivation'];
      expect(objects(idOf(link.derivative), `${PROV}${plain}`)).toContain(idOf(link.base));
      expect(objects(idOf(link.derivative), `${PROV}${qualified}`)).toContain(id);
      expect(objects(id, `${TERMS}relation`)).toEqual([link.relation]);
      expect(objects(id, 'https://schema.org/startDate')).toEqual(link.since ? [link.since] : []);
      expect(new Set(objects(id, `${PROV}hadPrimarySource`))).toEqual(new Set(link.sources.map(idOf)));
    }
  });
  it('tells the elements of lists one by one, and what a judgement comes to', () => {
    const lists = [...recordsOf(catalogue, 'reading')].filter(({ value }) => Array.isArray(value));
    expect(lists.length).toBeGreaterThan(10);
    for (const { id } of lists) expect(objects(idOf(id), `${TERMS}element`)).toHaveLength(1);
    const judged = [...recordsOf(catalogue, 'assessment')].filter((each) => each.total ?? totalOf(each));
    expect(judged.length).toBeGreaterThan(0);
    for (const { id } of judged) expect(objects(idOf(id), 'https://schema.org/reviewRating')).toHaveLength(1);
  });
  it('answers what is said of whom, from where, and how sure', () => {
    for (const each of recordsOf(catalogue, 'reading')) {
      const id = idOf(each.id);
      expect(objects(id, 'https://schema.org/about')).toEqual([idOf(each.subject)]);
      expect(objects(id, 'https://schema.org/propertyID')).toEqual([each.key]);
      expect(objects(id, `${TERMS}certainty`)).toEqual([each.certainty]);
      expect(objects(id, `${PROV}wasDerivedFrom`)).toEqual(each.source ? [idOf(each.source)] : []);
      const value = objects(id, 'https://schema.org/value');
      if (each.value === undefined) expect(value).toEqual([]);
      else if (typeof each.value === 'object') expect(JSON.parse(value[0])).toEqual(each.value);
      else if (typeof each.value === 'number') expect(Number(value[0])).toBeCloseTo(each.value, 9);
      else expect(value).toEqual([String(each.value)]);
    }
  });
  it('points to nothing that is not in it', () => {
    const known = new Set(store.getSubjects(null, null, null).map(({ value }) => value));
    const pointed = store
      .getObjects(null, null, null)
      .flatMap((object) => (object.termType === 'NamedNode' ? [object.value] : []));
    expect(pointed.filter((value) => value.startsWith('urn:aspen-ridge:') && !known.has(value))).toEqual([]);
  });
  it('keeps any text as it is', async () => {
    const odd = '"\\\n\u2028<&\u{1f600}';
    const made = catalogueOf(
      { ...distribution('a'), name: odd } as never,
      release('a', '1'),
      source('s', 'page'),
      reading('release:a-1', 'kernel.version', { value: odd }, { source: 'source:s' }),
    );
    const quads = (await jsonld.toRDF(
      JSON.parse(formatLinkedData(made, MADE)) as never,
      { format: 'application/n-quads' } as never,
    )) as unknown as string;
    const held = new Store(new Parser({ format: 'N-Quads' }).parse(quads));
    expect(
      held.getObjects(idOf('distribution:a'), 'http://www.w3.org/2004/02/skos/core#prefLabel', null)[0].value,
    ).toBe(odd);
  });
});

const listOf = (family: 'deb' | 'rpm' | 'alpm'): PackageColumns => {
  const snapshot = [...recordsOf(catalogue, 'snapshot')].find(
    (each) => each.family === family && whole.packages.has(each.id),
  )!;
  return new PackedLists(whole.packages).list(snapshot.id)!;
};
const rowsOf = (list: PackageColumns) => Array.from({ length: list.size }, (_, i) => packageRow(list, i));
const told = (list: PackageColumns) =>
  rowsOf(list).map(({ name, version, architecture, source: src, sourceVersion }) =>
    [
      name,
      version.replace(/^0:/, ''),
      architecture,
      src === name ? '' : src,
      src === name ? '' : sourceVersion,
    ].join(' '),
  );

describe.each(['deb', 'rpm', 'alpm'] as const)('a bill of a list of %s', (family) => {
  const list = listOf(family);
  it('as CycloneDX fits the schema of the specification', async () => {
    const text = formatCycloneDx(list, of);
    expect(await new Validation.JsonStrictValidator(Spec.Version.v1dot6).validate(text)).toBeNull();
  });
  it('as SPDX has every required field, filled as the specification says', () => {
    const bill = JSON.parse(formatSpdx(list, of)) as Record<string, never>;
    checkSpdx(bill);
    expect((bill.packages as unknown[]).length).toBe(list.size + 1);
  });
  it('is read back as the same packages', () => {
    for (const text of [formatCycloneDx(list, of), formatSpdx(list, of)]) {
      const back = parseSoftwareBill(text, 'bill');
      expect(back.issues).toEqual([]);
      expect(back.packages.family).toBe(family);
      expect(told(back.packages).sort()).toEqual(told(list).sort());
    }
  });
  it('has package URLs that the reader of the specification takes', () => {
    for (const row of rowsOf(list).slice(0, 200)) {
      const url = PackageURL.fromString(packageUrlOf(family, of.vendor, row));
      expect([url.type, url.namespace, url.name]).toEqual([family, 'tidewater', row.name]);
    }
  });
});

it('bills keep any package', () => {
  const word = fc
    .string({ minLength: 1, maxLength: 12 })
    .filter((text) => text.trim() === text && !/[\u0000-\u001f/@?#]/.test(text));
  fc.assert(
    fc.property(
      fc.array(fc.record({ name: word, version: word.filter((text) => /^\d/.test(text)) }), { maxLength: 8 }),
      (rows) => {
        const list = createPackageColumns('deb', rows);
        const back = parseSoftwareBill(formatSpdx(list, of), 'bill');
        expect(back.packages.size).toBe(rows.length);
      },
    ),
    { numRuns: 30 },
  );
});

/** SPDX 2.3, clauses 6 to 11: what a document and its packages must have. */
function checkSpdx(bill: Readonly<Record<string, never>>): void {
  expect(bill.spdxVersion).toBe('SPDX-2.3');
  expect(bill.dataLicense).toBe('CC0-1.0');
  expect(bill.SPDXID).toBe('SPDXRef-DOCUMENT');
  expect(bill.name).toBeTruthy();
  expect(URL.canParse(bill.documentNamespace)).toBe(true);
  expect(bill.documentNamespace).not.toContain('#');
  const info = bill.creationInfo as { created: string; creators: string[] };
  expect(info.created).toMatch(/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\dZ$/);
  expect(info.creators.every((each) => /^(Tool|Person|Organization): \S/.test(each))).toBe(true);
  const packages = bill.packages as {
    SPDXID: string;
    name: string;
    downloadLocation: string;
    filesAnalyzed: boolean;
  }[];
  const ids = new Set(packages.map(({ SPDXID }) => SPDXID));
  expect(ids.size).toBe(packages.length);
  for (const each of packages) {
    expect(each.SPDXID).toMatch(/^SPDXRef-[A-Za-z0-9.-]+$/);
    expect(each.name).toBeTruthy();
    expect(each.downloadLocation).toBe('NOASSERTION');
    expect(each.filesAnalyzed).toBe(false);
  }
  for (const relation of bill.relationships as { spdxElementId: string; relatedSpdxElement: string }[])
    for (const end of [relation.spdxElementId, relation.relatedSpdxElement])
      expect(end === 'SPDXRef-DOCUMENT' || ids.has(end)).toBe(true);
}

describe('tables', () => {
  it.each(Object.keys(OPEN_TABLES) as TableName[])(
    '%s is read back by a reader of CSV, cell by cell',
    (name) => {
      const table = openTableOf(catalogue, name, DAY);
      const text = formatCsv(table);
      expect(text).toMatch(/\r\n$/);
      const { data, errors } = Papa.parse<string[]>(text.slice(0, -2), { delimiter: ',' });
      expect(errors).toEqual([]);
      expect(data[0]).toEqual(table.head);
      expect(data.length).toBe(table.rows.length + 1);
      table.rows.forEach((row, i) =>
        expect(data[i + 1]).toEqual(
          row
            .map((cell) => String(cell ?? ''))
            .map((cell) => (/^[=+\-@\t\r]/.test(cell) ? `'${cell}` : cell)),
        ),
      );
    },
  );
  it('make what a spreadsheet would take for a formula harmless', () => {
    const made = catalogueOf({ ...distribution('a'), name: '=1+1' } as never, {
      ...source('s', 'page'),
      title: '@sum(a1)',
      note: '-2+3',
    });
    expect(formatCsv(openTableOf(made, 'sources', DAY))).toContain("'@sum(a1)");
    expect(formatCsv(openTableOf(made, 'sources', DAY))).toContain("'-2+3");
    expect(formatCsv(openTableOf(made, 'dossiers', DAY))).toContain("'=1+1");
  });
  it('have a row for each record', () => {
    expect(openTableOf(catalogue, 'readings', DAY).rows.length).toBe(catalogue.records.reading.size);
    expect(openTableOf(catalogue, 'links', DAY).rows.length).toBe(catalogue.records.link.size);
    expect(openTableOf(catalogue, 'facts', DAY).rows.length).toBeGreaterThan(1000);
  });
});

describe('every open format', () => {
  const snapshot = [...whole.packages.keys()][0];
  const list = new PackedLists(whole.packages).list(snapshot);
  const make = (format: ExportFormat) =>
    valueOf(
      createExport({ catalogue, format, day: DAY, made: MADE, program: '1', table: 'links', snapshot, list }),
    );
  it.each(Object.keys(EXPORT_FORMATS) as ExportFormat[])('%s has a name, a type and contents', (format) => {
    const file = make(format);
    expect(file.name).toMatch(new RegExp(`^[\\w.-]+-2026-11-24\\.${EXPORT_FORMATS[format].ending}$`));
    expect(file.text.length).toBeGreaterThan(500);
  });
  it('pictures and graphs are well-formed', () => {
    for (const format of ['svg', 'graphml'] as const) {
      const parser = new SaxesParser();
      parser.on('error', (error) => {
        throw error;
      });
      parser.write(make(format).text).close();
    }
  });
  it('the calendar is read by another library', () => {
    const events = new ICAL.Component(ICAL.parse(make('ics').text) as never).getAllSubcomponents('vevent');
    expect(events.length).toBeGreaterThan(15);
  });
  it('says what is missing', () => {
    const ask = { catalogue, day: DAY, made: MADE, program: '1' };
    expect(createExport({ ...ask, format: 'csv' })).toMatchObject({
      ok: false,
      issues: [{ code: 'export.noTable' }],
    });
    expect(createExport({ ...ask, format: 'spdx', snapshot: 'snapshot:none' })).toMatchObject({
      ok: false,
      issues: [{ code: 'export.noList' }],
    });
    expect(findRecord(catalogue, snapshot)).toBeDefined();
  });
});
