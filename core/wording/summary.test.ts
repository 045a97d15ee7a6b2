/** The first page of a dossier, over every release of the sample: nothing is said that does not lead anywhere. */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { builtSample } from '../../testing/builtSample.ts';
import { STRIP_AREAS } from '../catalogue/stripAreas.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import { findRecord, recordsOf } from '../catalogue/catalogue.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { changesOf } from '../layers/changes.ts';
import { layerTable } from '../layers/layerTable.ts';
import { chainOf } from '../lineage/chain.ts';
import { parseCatalogueFile } from '../exchange/catalogueFile.ts';
import { summaryOf } from './summary.ts';
import { headFiguresOf } from './keyFigures.ts';

const TODAY = firstDayOf('2026-11-24');
const built = parseCatalogueFile(readFileSync(`${builtSample()}catalogue.json`, 'utf8'), 'catalogue.json');
if (!built.ok) throw new Error(JSON.stringify(built.issues.slice(0, 3)));
const { catalogue } = built.value;
const TOLD_AREAS = new Set<string>(STRIP_AREAS.map(({ id }) => id));
const releases = [...recordsOf(catalogue, 'release')];
const tableOf = (id: string) => layerTable(catalogue, chainOf(catalogue, id, TODAY));

describe('the summary', () => {
  it.each(releases.map(({ id }) => id))('of %s leads to facts, links and sources that are there', (id) => {
    const changed = changesOf(tableOf(id));
    const sections = summaryOf(catalogue, id, TODAY);
    const brings = sections.find((section) => section.id === 'brings')?.sentences ?? [];
    expect(brings.length > 0).toBe(changed.some(({ fact }) => TOLD_AREAS.has(fact.area)));
    for (const { text, to, sources } of sections.flatMap(({ sentences }) => sentences)) {
      expect(text).toMatch(/^[^a-z].*[.?!”)]$/s);
      expect(text).not.toMatch(/undefined|\[object|\.\.$/);
      if ('fact' in to) expect(findFactKey(to.fact), to.fact).toBeDefined();
      if ('link' in to) expect(findRecord(catalogue, to.link)).toBeDefined();
      for (const source of sources) expect(findRecord(catalogue, source), source).toBeDefined();
    }
  });
  it('tells why the weightiest changes were made, with the sources of both', () => {
    const sections = summaryOf(catalogue, 'release:tidewater-7.1', TODAY);
    const brings = sections.find(({ id }) => id === 'brings')!.sentences;
    const archives = brings.find(({ to }) => 'fact' in to && to.fact === 'repositories.archives')!;
    expect(archives.text).toContain('Why: Its own desktop and tools need a place in front');
    expect(archives.lead).toBe('Repositories');
    expect(archives.sources.length).toBeGreaterThan(1);
  });
  it('tells a recorded change that the base does not bear out', () => {
    const unsettled = summaryOf(catalogue, 'release:penhallow-5', TODAY).find(
      ({ id }) => id === 'unsettled',
    )!;
    expect(unsettled.sentences.map(({ text }) => text).join('\n')).toContain(
      'Recorded as “adds class roster',
    );
  });
  it('has the same figures in its head', () => {
    const table = tableOf('release:tidewater-7.1');
    const changed = headFiguresOf(catalogue, table, TODAY).find(({ label }) => label === 'changed')!;
    expect(changed.value).toBe(String(changesOf(table).length));
  });
});
