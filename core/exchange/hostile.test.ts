import { readFileSync } from 'node:fs';
import Papa from 'papaparse';
import { SaxesParser } from 'saxes';
import { describe, expect, it } from 'vitest';
import { createRandom } from '../../sample/random.ts';
import { builtSample } from '../../testing/builtSample.ts';
import { valueOf } from '../../testing/catalogues.ts';
import { changedFile, MARKUP, RUNS, withMarkup } from '../../testing/hostileCatalogue.ts';
import { mutate } from '../../testing/mutation.ts';
import { recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { LineageView } from '../overview/lineageView.ts';
import { FILE_DRAWING } from '../drawing/lineagePicture.ts';
import { formatCatalogueFile, parseCatalogueFile, readCatalogueStream } from './catalogueFile.ts';
import { familyPart } from './familyPart.ts';
import { createExport, EXPORT_FORMATS, type ExportFormat } from './open/exportFile.ts';
import { OPEN_TABLES, type TableName } from './open/tables.ts';
import { createReport, type ReportAsk } from './report/createReport.ts';
import { formatReportHtml } from './report/reportHtml.ts';
import { formatReportMarkdown } from './report/reportMarkdown.ts';

const DAY = firstDayOf('2026-11-24');
const MADE = '2026-11-29T10:00:00Z';
const sample = valueOf(parseCatalogueFile(readFileSync(`${builtSample()}catalogue.json`, 'utf8'), 'sample'));
const small = { ...familyPart(sample, 'distribution:foxholt', DAY), packages: new Map() };
const text = formatCatalogueFile(small, '');
/** What the map and the list of dossiers ask of every catalogue. */
function show(catalogue: Catalogue): void {
  const view = new LineageView();
  for (const id of view.graph(catalogue, DAY).nodes.keys()) view.factsOf(id);
  view.events();
}

describe('a catalogue file of any content', () => {
  const RUNS_OF = Number(process.env.ASPEN_RIDGE_FUZZ ?? 250);

  it('is refused with a reason, or is a catalogue that can be shown and written', () => {
    const random = createRandom(11);
    let taken = 0;
    for (let run = 0; run < RUNS_OF; run++) {
      const changed = changedFile(text, random);
      const read = parseCatalogueFile(changed.text, 'f.json');
      if (!read.ok) {
        expect(read.issues.length, changed.how).toBeGreaterThan(0);
        continue;
      }
      taken++;
      const again = formatCatalogueFile(read.value, '');
      expect(formatCatalogueFile(valueOf(parseCatalogueFile(again, 'f.json')), ''), changed.how).toBe(again);
      expect(() => show(read.value.catalogue), changed.how).not.toThrow();
    }
    expect(taken).toBeGreaterThan(RUNS_OF / 20);
  });

  it('with changed bytes is read or refused, whole and as a stream alike', async () => {
    const random = createRandom(12);
    const bytes = new TextEncoder().encode(text);
    for (let run = 0; run < RUNS_OF / 2; run++) {
      const changed = new TextDecoder().decode(mutate(bytes, random).bytes);
      const whole = parseCatalogueFile(changed, 'f.json');
      const stream = await readCatalogueStream(async function* () {
        yield changed;
      }, 'f.json');
      expect(stream.ok || stream.issues.length > 0).toBe(true);
      if (whole.ok)
        expect(stream.ok && formatCatalogueFile(stream.value, '')).toBe(formatCatalogueFile(whole.value, ''));
    }
  });
});

describe('markup in every text', () => {
  const { catalogue, planted } = withMarkup(sample.catalogue);

  /** Names and attributes of the elements of a document; throws where it is not well formed. */
  function elementsOf(document: string): string[] {
    const found: string[] = [];
    const parser = new SaxesParser();
    parser.on('error', (error) => {
      throw error;
    });
    parser.on('opentag', ({ name, attributes }) =>
      found.push(name, ...Object.keys(attributes).map((key) => `@${key}`)),
    );
    parser.write(document).close();
    return found;
  }

  it('is where it was planted', () => {
    expect(planted).toBeGreaterThan(2000);
    expect(
      valueOf(parseCatalogueFile(formatCatalogueFile({ catalogue, packages: new Map() }, ''), 'f')).catalogue
        .records.reading.size,
    ).toBe(catalogue.records.reading.size);
  });

  it('stays text in every report', () => {
    const purpose = [...recordsOf(catalogue, 'purpose')][0].id;
    const asks: ReportAsk[] = [
      { kind: 'dossier', subject: 'release:tidewater-7.1' },
      { kind: 'sides', sides: [{ id: 'release:tidewater-7.1' }, { id: 'release:varnley-6' }] as never },
      { kind: 'family', subject: 'distribution:tidewater' },
      { kind: 'area', area: 'welcome' },
      { kind: 'purpose', purpose },
      { kind: 'since', since: DAY - 200 },
    ];
    for (const ask of asks) {
      const document = createReport(catalogue, ask, DAY, FILE_DRAWING);
      const imprint = { catalogue: MARKUP, author: MARKUP, made: MADE };
      const html = formatReportHtml(catalogue, document, imprint as never);
      expect(html, ask.kind).toContain('&lt;img src=x');
      expect(html, ask.kind).not.toMatch(RUNS);
      expect(html.match(/href="(?!#|https?:)[^"]*"/g) ?? [], ask.kind).toEqual([]);
      const markdown = formatReportMarkdown(catalogue, document, imprint as never);
      expect(markdown, ask.kind).not.toMatch(/(?<!\\)<img src=x|(?<!\\)<script>/);
    }
  });

  it('stays text in every open format, and a formula in none', () => {
    for (const format of Object.keys(EXPORT_FORMATS) as ExportFormat[]) {
      if (format === 'csv' || format === 'cyclonedx' || format === 'spdx') continue;
      const file = valueOf(createExport({ catalogue, format, day: DAY, made: MADE, program: '1' }));
      if (!/svg|graphml/.test(format)) continue;
      const elements = elementsOf(file.text);
      expect(elements).not.toContain('img');
      expect(elements.filter((name) => /^@on|^script$/.test(name))).toEqual([]);
    }
    for (const table of Object.keys(OPEN_TABLES) as TableName[]) {
      const file = valueOf(
        createExport({ catalogue, format: 'csv', table, day: DAY, made: MADE, program: '1' }),
      );
      const { data, errors } = Papa.parse<string[]>(file.text.trim());
      expect(errors).toEqual([]);
      for (const row of data) for (const cell of row) expect(cell).not.toMatch(/^[=+@]/);
    }
  });
});
