import { strToU8, zlibSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { catalogueOf, reading, source, valueOf } from '../testing/catalogues.ts';
import { sharedCatalogue } from '../testing/randomEdits.ts';
import { openMemory, switchedOffAt } from '../testing/storeFaults.ts';
import { applyDiff, withRecords } from '../core/catalogue/applyDiff.ts';
import { ABOUT_ID } from '../core/catalogue/about.ts';
import { findRecord, recordOf, type Catalogue } from '../core/catalogue/catalogue.ts';
import { formatCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { checksumOfCatalogue, sharedOf } from '../core/merging/ancestor.ts';
import { UNDECIDED } from '../core/merging/conflict.ts';
import { allRecords } from '../core/catalogue/allRecords.ts';
import { Ancestors } from './ancestors.ts';
import { createMemoryStore } from './keyValueStore.ts';
import { MergeWork } from './mergeWork.ts';

const NOW = '2026-11-29T10:00:00Z';
const fileOf = (catalogue: Catalogue) => formatCatalogueFile({ catalogue, packages: new Map() }, NOW);
const piecesIn = (text: string) =>
  async function* () {
    yield text;
  };
const changed = (value: string) =>
  withRecords(sharedCatalogue(), [
    reading(
      'release:aldbourne-2',
      'kernel.version',
      { value },
      { source: 'source:aldbourne-page', date: '2026-01-05' },
    ),
  ]);

describe('a catalogue that goes out and comes back', () => {
  it('is merged with what both began with, and from then on with what was merged', async () => {
    const mineHere = new Ancestors(createMemoryStore());
    const hers = new Ancestors(createMemoryStore());
    // It goes out, is opened by a colleague, changed by both, and comes back.
    const sent = await mineHere.goesOut(sharedCatalogue(), 'c-mine', NOW);
    const opened = withRecords(sent, []);
    await hers.comesIn(opened, NOW);
    const later = withRecords(opened, [source('new', 'page')]);
    const back = await hers.goesOut(later, 'c-hers', '2026-12-01T09:00:00Z');
    const mine = changed('6.9');
    const work = new MergeWork(allRecords(mine));
    const read = valueOf(await work.read(piecesIn(fileOf(back)), 'back.json', await mineHere.known()));
    expect(read).toMatchObject({ title: 'Both of us', itself: null });
    const ancestor = await mineHere.find(read.common);
    expect(ancestor?.checksum).toBe(await checksumOfCatalogue(sharedCatalogue()));
    expect(work.begin({ text: ancestor!.text })).toEqual([]);
    const view = work.merge(UNDECIDED);
    expect(view.isThreeWay).toBe(true);
    expect(view.kinds).toEqual([['source', 1]]);
    const merged = await work.finish(new Map(), '2026-12-02T09:00:00Z');
    const after = valueOf(applyDiff(mine, merged.diff));
    expect(findRecord(after, 'source:new')).toBeDefined();
    // Both know now what came: the next file of hers is compared with that.
    const sum = await checksumOfCatalogue(later);
    expect(sharedOf(after).at(-1)).toEqual({ catalogue: 'c1', day: '2026-12-02', checksum: sum });
    await mineHere.keep(merged.state);
    const next = await hers.goesOut(
      withRecords(later, [source('newer', 'page')]),
      'c-hers',
      '2026-12-03T09:00:00Z',
    );
    const again = new MergeWork(allRecords(after));
    const second = valueOf(
      await again.read(piecesIn(fileOf(next)), 'next.json', [
        ...(await mineHere.known()),
        ...sharedOf(after),
      ]),
    );
    expect((await mineHere.find(second.common))?.checksum).toBe(sum);
  });

  it('names its catalogue, and goes out though its state cannot be kept', async () => {
    const full = new Ancestors(switchedOffAt(openMemory().store, 0));
    const sent = await full.goesOut(sharedCatalogue(), 'c-mine', NOW);
    expect(recordOf(sent, 'about', ABOUT_ID)).toMatchObject({
      catalogue: 'c1',
      shared: [{ day: '2026-11-29' }],
    });
    expect(
      await full.keep({ state: { catalogue: '', day: '', checksum: 'x' }, bytes: new Uint8Array(1) }),
    ).toBe(false);
    expect(await full.find(['x'])).toBeNull();
  });

  it('keeps the newest states only', async () => {
    const kept = new Ancestors(createMemoryStore());
    for (let i = 10; i < 40; i++)
      await kept.keep({
        state: { catalogue: 'c', day: `2026-01-${i}`, checksum: `s${i}` },
        bytes: zlibSync(strToU8('x')),
      });
    const known = await kept.known();
    expect(known).toHaveLength(12);
    expect(known.at(-1)?.checksum).toBe('s39');
    expect(await kept.find(['s10', 's38'])).toEqual({ checksum: 's38', text: 'x' });
  });

  it('takes an older one where the newest is damaged', async () => {
    const store = createMemoryStore();
    const kept = new Ancestors(store);
    const older = await kept.comesIn(sharedCatalogue(), NOW);
    const newer = await kept.comesIn(changed('6.9'), '2026-12-01T10:00:00Z');
    const key = (await store.keys()).find((each) => each.includes(newer.checksum))!;
    for (const damaged of [new Uint8Array([1, 2, 3]), 'text', null]) {
      await store.set(key, damaged);
      expect((await kept.find([newer.checksum, older.checksum]))?.checksum).toBe(older.checksum);
    }
    expect(await kept.find([newer.checksum])).toBeNull();
  });
});

describe('what is shown of a merge', () => {
  it('has what both changed in words, with who, when and where', async () => {
    const work = new MergeWork(allRecords(changed('6.9')));
    await work.read(piecesIn(fileOf(changed('7.0'))), 'x.json', []);
    work.begin({ text: fileOf(sharedCatalogue()) });
    const [row] = work.merge(UNDECIDED).conflicts;
    expect(row).toMatchObject({
      what: 'Default kernel of aldbourne 2',
      field: 'value',
      mine: '6.9',
      theirs: '7.0',
      base: 'kernel.version of aldbourne',
      mineFrom: '5 January 2026, “aldbourne-page”',
      canBoth: true,
    });
  });
  it('of a file that is none is an issue, and of a damaged ancestor is no ancestor', async () => {
    const work = new MergeWork(allRecords(sharedCatalogue()));
    expect(await work.read(piecesIn('{}'), 'x.json', [])).toMatchObject({
      ok: false,
      issues: [{ code: 'export.notOurs' }],
    });
    await work.read(piecesIn(fileOf(changed('7.0'))), 'x.json', []);
    expect(work.begin({ text: '{' })).toMatchObject([{ code: 'export.notJson' }]);
    expect(work.merge(UNDECIDED).isThreeWay).toBe(false);
  });
  it('says what may be one', async () => {
    const work = new MergeWork(allRecords(sharedCatalogue()));
    const other = catalogueOf({
      ...findRecord(sharedCatalogue(), 'distribution:berrow')!,
      id: 'distribution:x',
      name: 'Berow',
    } as never);
    await work.read(piecesIn(fileOf(other)), 'x.json', []);
    work.begin(null);
    expect(work.merge(UNDECIDED).meetings).toMatchObject([
      { mine: 'berrow', theirs: 'Berow', why: 'sounds alike' },
    ]);
  });
});
