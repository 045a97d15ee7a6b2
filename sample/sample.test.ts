import { describe, expect, it } from 'vitest';
import { recordsOf, recordsPointingTo } from '../core/catalogue/catalogue.ts';
import { firstDayOf } from '../core/catalogue/when.ts';
import { formatCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { chainOf } from '../core/lineage/chain.ts';
import { checkLink } from '../core/lineage/checkLink.ts';
import { findBase } from '../core/packages/findBase.ts';
import { createInstalledSet } from '../core/packages/offers.ts';
import { packColumns, unpackColumns } from '../core/packages/packSnapshot.ts';
import { placeSystem } from '../core/capture/placeSystem.ts';
import { readFiles } from '../core/capture/readFiles.ts';
import { assembleDrop } from '../core/capture/system.ts';
import { createSampleCapture } from './capture.ts';
import { createSample } from './createSample.ts';
import { READINGS, SOURCES } from './scenario/readings.ts';

const sample = createSample(20261124);
const TODAY = firstDayOf('2026-11-24');

describe('the sample', () => {
  it('is the same, byte for byte, for the same seed, and another for another', () => {
    const text = (seed: number) => formatCatalogueFile(createSample(seed), '');
    expect(text(7)).toBe(text(7));
    expect(text(7)).not.toBe(text(8));
  });
  it('has a chain four layers deep, and links that break no rule', () => {
    expect(
      chainOf(sample.catalogue, 'release:penhallow-5', TODAY).map(({ distribution }) =>
        distribution.slice(13),
      ),
    ).toEqual(['larkspur', 'fenwick', 'tidewater', 'penhallow']);
    for (const link of recordsOf(sample.catalogue, 'link'))
      expect(checkLink(sample.catalogue, link)).toEqual([]);
  });
  it('cites every source, and says nothing twice from one source', () => {
    const cited = new Set(Object.values(READINGS).flatMap((lines) => lines.map(([, , source]) => source)));
    for (const { sources } of recordsOf(sample.catalogue, 'link'))
      sources.forEach((id) => cited.add(id.slice(7)));
    expect(Object.keys(SOURCES).filter((key) => !cited.has(key))).toEqual([]);
    for (const [subject, lines] of Object.entries(READINGS)) {
      expect(new Set(lines.map(([key, , source]) => `${key} ${source}`)).size, subject).toBe(lines.length);
    }
  });
  it('measures what its packages say: a repository placed among the others finds its own base first', () => {
    const lists = [...sample.packages].map(([id, packed]) => {
      const list = unpackColumns(packed, id);
      if (!list.ok) throw new Error(id);
      return { name: id, lists: [list.value] };
    });
    const tidewater = lists.find(({ name }) => name.includes('tidewater'))!;
    const { answer } = findBase(
      createInstalledSet(tidewater.lists[0]),
      lists.filter((entry) => entry !== tidewater),
    );
    expect(answer.base).toBe('snapshot:fenwick-31-main');
    expect(packColumns(tidewater.lists[0]).length).toBe(sample.packages.get(tidewater.name)!.length);
    const [comparison] = recordsPointingTo(sample.catalogue, 'release:tidewater-7.1', 'comparison').filter(
      ({ derivative }) => derivative === 'release:tidewater-7.1',
    );
    expect(comparison.counts.installed).toBe(
      comparison.accounts.reduce((sum, { packages }) => sum + packages, 0),
    );
  });
  it('has a capture to try, which is placed where its sources point', async () => {
    const bytes = await createSampleCapture();
    const open = async function* () {
      yield bytes;
    };
    const { systems, files } = assembleDrop(
      await readFiles([{ path: 'marram.tar', size: bytes.length, open }]),
    );
    expect(files.flatMap(({ issues }) => issues)).toEqual([]);
    const candidates = [...recordsOf(sample.catalogue, 'snapshot')].map(({ id, name, origin }) => {
      const list = unpackColumns(sample.packages.get(id)!, id);
      return { name, suites: [name], hosts: [origin.split('/')[0]], lists: list.ok ? [list.value] : [] };
    });
    const placement = placeSystem(systems[0], candidates);
    expect(placement).toMatchObject({ answer: { base: 'saltmarsh' }, relation: 'installs from' });
    expect(placement.findings.map(({ code }) => code)).toEqual(['evidence.sourcesAgree']);
  });
});
