import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { SaxesParser } from 'saxes';
import { describe, expect, it } from 'vitest';
import { builtSample } from '../../../testing/builtSample.ts';
import { catalogueOf, distribution, link, reading, release, source } from '../../../testing/catalogues.ts';
import { createAbout, ABOUT_ID } from '../../catalogue/about.ts';
import { recordsOf, type Catalogue } from '../../catalogue/catalogue.ts';
import { firstDayOf } from '../../catalogue/days.ts';
import { FILE_DRAWING, PAGE_DRAWING } from '../../drawing/lineagePicture.ts';
import { parseCatalogueFile } from '../catalogueFile.ts';
import { dossierPage } from '../../telling/dossierPage.ts';
import { planDossier } from '../../telling/dossierPlan.ts';
import { layerTable } from '../../layers/layerTable.ts';
import { chainOfSubject } from '../../lineage/chain.ts';
import { createReport, REPORT_KINDS, type ReportAsk } from './createReport.ts';
import { chooseParts, imprintOf, type ReportDocument } from '../../telling/document.ts';
import { formatReportHtml, reportFileName } from './reportHtml.ts';
import { formatReportMarkdown } from './reportMarkdown.ts';

const sample = (() => {
  const read = parseCatalogueFile(readFileSync(`${builtSample()}catalogue.json`, 'utf8'), 'sample');
  if (!read.ok) throw new Error('the sample cannot be read');
  return read.value.catalogue;
})();
const DAY = firstDayOf('2026-11-24');
const make = (ask: ReportAsk, catalogue: Catalogue = sample) =>
  createReport(catalogue, ask, DAY, PAGE_DRAWING);
const html = (document: ReportDocument, catalogue: Catalogue = sample) =>
  formatReportHtml(catalogue, document, imprintOf(catalogue, '2026-11-29'));

const [purpose] = recordsOf(sample, 'purpose');
const ASKS: Readonly<Record<keyof typeof REPORT_KINDS, ReportAsk>> = {
  dossier: { kind: 'dossier', subject: 'release:tidewater-7.1' },
  sides: { kind: 'sides', sides: [{ id: 'release:tidewater-7.1' }, { id: 'distribution:varnley' }] },
  family: { kind: 'family', subject: 'distribution:larkspur' },
  area: { kind: 'area', area: 'welcome' },
  purpose: { kind: 'purpose', purpose: purpose.id },
  since: { kind: 'since', since: firstDayOf('2026-01-01') },
};

const textsOf = (document: ReportDocument) =>
  document.parts.flatMap(({ blocks }) =>
    blocks.flatMap((block) => {
      if (block.type === 'paragraph') return block.sentences.map(({ text }) => text);
      if (block.type === 'list') return block.items.map(({ text }) => text);
      return block.type === 'table' ? block.rows.flat().map(({ text }) => text) : [];
    }),
  );

const KNOWN_TAGS = new Set(
  'html head meta title style body div header h1 h2 h3 p nav ol li a main section ul sup span table caption thead tr td th tbody figure figcaption svg g path rect text defs pattern footer'.split(
    ' ',
  ),
);

/** The elements and attributes of a page, read by a strict parser of XML: but for the doctype and `meta` a report is well-formed. */
function readPage(page: string): { tags: Set<string>; attributes: Set<string> } {
  const tags = new Set<string>();
  const attributes = new Set<string>();
  const parser = new SaxesParser();
  parser.on('opentag', (tag) => {
    tags.add(tag.name);
    for (const name of Object.keys(tag.attributes)) attributes.add(name);
  });
  parser.on('error', (error) => {
    throw error;
  });
  parser.write(page.replace('<!doctype html>', '').replace(/<meta ([^>]*)>/g, '<meta $1/>')).close();
  return { tags, attributes };
}

describe.each(Object.entries(ASKS))('a report of %s', (_kind, ask) => {
  const document = make(ask);
  const page = html(document);

  it('holds sentences, without a script or anything from outside', () => {
    expect(document.parts.length).toBeGreaterThan(1);
    expect(textsOf(document).filter(Boolean).length).toBeGreaterThan(10);
    expect(page).not.toMatch(
      /<script|javascript:|<link|<iframe|\son\w+=|url\((?!#)|@import|undefined|\[object/i,
    );
    expect([...page.matchAll(/(?:src|href)="([^"]*)"/g)].every(([, to]) => /^(#|https?:)/.test(to))).toBe(
      true,
    );
  });

  it('has one first heading, landmarks, and tables with headers and captions', () => {
    expect(page.match(/<h1>/g)).toHaveLength(1);
    for (const mark of ['<html lang="en">', '<header>', '<main>', '<footer aria-labelledby="sources">'])
      expect(page).toContain(mark);
    for (const tag of readPage(page).tags) expect(KNOWN_TAGS).toContain(tag);
    const tables = page.match(/<table>/g)?.length ?? 0;
    expect(page.match(/<caption[^<]/g)?.length ?? 0).toBe(tables);
    for (const figure of page.matchAll(/<figure>.*?<\/figure>/gs))
      expect(figure[0]).toMatch(/<title>[^<]+<\/title>/);
  });

  it('leads every mark and line of contents to a place that is there, once', () => {
    const ids = [...page.matchAll(/\sid="([^"]+)"/g)].map(([, id]) => id);
    expect(new Set(ids).size).toBe(ids.length);
    for (const [, target] of page.matchAll(/href="#([^"]+)"/g)) expect(ids).toContain(target);
    const cited = new Set([...page.matchAll(/href="#source-(\d+)"/g)].map(([, number]) => number));
    expect(new Set(ids.flatMap((id) => /^source-(\d+)$/.exec(id)?.[1] ?? []))).toEqual(cited);
  });

  it('says the same in Markdown, with the same sources', () => {
    const markdown = formatReportMarkdown(sample, document, imprintOf(sample, '2026-11-29'));
    expect(markdown).toContain('From the catalogue “Highmoor reading rooms”');
    const notes = new Set([...markdown.matchAll(/^\[\^(\d+)\]:/gm)].map(([, number]) => number));
    expect(notes).toEqual(new Set([...page.matchAll(/href="#source-(\d+)"/g)].map(([, number]) => number)));
    for (const { title } of document.parts) expect(markdown).toContain(`## ${title}`);
  });
});

describe('a report of a dossier', () => {
  const document = make(ASKS.dossier);
  const table = layerTable(sample, chainOfSubject(sample, 'release:tidewater-7.1', DAY));

  it('begins with the same page as the screen, and counts no open point twice', () => {
    const page = dossierPage(planDossier(sample, table, DAY));
    expect(document.parts.slice(0, page.length).map(({ id }) => id)).toEqual(page.map(({ id }) => id));
    const texts = textsOf(document).filter((text) => text.split(' ').length > 8);
    expect(new Set(texts).size).toBe(texts.length);
  });

  it('has the map, the strip and the windows of support as pictures with words', () => {
    const blocks = [...document.cover!, ...document.parts.flatMap((part) => part.blocks)];
    const pictures = blocks.filter(({ type }) => type === 'picture');
    expect(pictures).toHaveLength(4);
    for (const picture of pictures) {
      if (picture.type !== 'picture') continue;
      expect(picture.svg).toMatch(/^<svg .*<\/svg>$/s);
      expect(picture.svg).toContain('var(--');
      expect(picture.text.length).toBeGreaterThan(30);
    }
    const alone = createReport(sample, ASKS.dossier, DAY, FILE_DRAWING);
    expect(formatReportMarkdown(sample, alone)).toContain('](data:image/svg+xml;base64,');
    expect(JSON.stringify(alone)).not.toContain('var(--');
  });

  it('says once, at the source, under which conditions something was seen', () => {
    const page = html(document);
    const conditions =
      'Installed system in a virtual machine with 4 GiB and 2 cores; package index 1 day old.';
    expect(page.split(conditions).length - 1).toBeGreaterThan(0);
    expect(page.slice(0, page.indexOf('id="sources"'))).not.toContain('virtual machine with 4 GiB');
  });

  it('holds the parts that are chosen, in their order, by name or group', () => {
    const chosen = chooseParts(document, ['support', 'nothing of that name', 'about', 'support']);
    expect(chosen.parts.map(({ id }) => id)).toEqual(['support', 'about']);
    const areas = chooseParts(document, ['areas', 'first']).parts;
    expect(areas.length).toBeGreaterThan(8);
    expect(areas[0].id).toMatch(/^area-/);
    // Names of version 1.0 lead on.
    expect(chooseParts(document, ['what', 'unsettled']).parts.map(({ id }) => id)).toEqual(['about', 'open']);
    expect(
      chooseParts(
        document,
        document.parts.map(({ id }) => id),
      ),
    ).toEqual(document);
  });

  it('has a file name of its subject and day', () => {
    expect(reportFileName(document)).toBe('tidewater-7.1-2026-11-24');
    expect(reportFileName({ ...document, title: '///' })).toBe('report-2026-11-24');
  });
});

it('what stands in the records is shown as it is, whatever signs it holds', () => {
  const sign = fc.constantFrom(
    '<script>x</script>',
    '"><img src=x onerror=y>',
    "'&amp;|`*_[a](b)",
    '</style>',
    '\\"}',
    '\u0000',
  );
  fc.assert(
    fc.property(sign, sign, (name, title) => {
      const catalogue = catalogueOf(
        createAbout({ id: ABOUT_ID, title, author: name }),
        { ...distribution('a'), name: `A ${name}` } as never,
        release('a', '1', '2026-01-01'),
        distribution('b'),
        release('b', '1', '2025-01-01'),
        link('release:a-1', 'release:b-1', { sources: ['source:s'] }),
        { ...source('s', 'page', '2026-01-02'), title, place: `https://x.example/${title}` },
        reading('release:a-1', 'kernel.version', { value: name }, { source: 'source:s', note: title }),
      );
      const page = html(make({ kind: 'dossier', subject: 'release:a-1' }, catalogue), catalogue);
      const { tags, attributes } = readPage(page);
      for (const tag of tags) expect(KNOWN_TAGS).toContain(tag);
      for (const attribute of attributes) expect(attribute).not.toMatch(/^on|^srcdoc$|^formaction$/);
    }),
  );
});
