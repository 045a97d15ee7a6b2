import { describe, expect, it } from 'vitest';
import {
  catalogueOf,
  distribution,
  edition,
  link,
  reading,
  release,
  source,
} from '../../testing/catalogues.ts';
import { edited, sharedCatalogue } from '../../testing/randomEdits.ts';
import { ABOUT_ID, createAbout } from '../catalogue/about.ts';
import { findRecord } from '../catalogue/catalogue.ts';
import { createClaim } from '../catalogue/claim.ts';
import { withRecords } from '../catalogue/applyDiff.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import { keyOfConflict, keyOfMeeting, UNDECIDED, type Choice, type Conflict } from './conflict.ts';
import { allRecords } from '../catalogue/allRecords.ts';
import { mergeCatalogues } from './mergeCatalogues.ts';
import { mergeLists } from './mergeLists.ts';
import { checksumOfCatalogue, commonStates, sharedOf } from './ancestor.ts';
import { markShared, stateOf } from './markShared.ts';
import { createSnapshot } from '../catalogue/snapshot.ts';
import { packageRow } from '../formats/packageColumns.ts';
import { PackedLists } from '../packages/packedLists.ts';
import { packAfter, referenceOf } from '../packages/packSeries.ts';
import { packColumns } from '../packages/packSnapshot.ts';
import { createRandom, debColumns, moveOn, randomRows } from '../../testing/samples.ts';

const decided = (conflicts: readonly Conflict[], choice: Choice) => ({
  ...UNDECIDED,
  conflicts: new Map(conflicts.map((each) => [keyOfConflict(each), choice])),
});

describe('equal things', () => {
  const mine = catalogueOf(
    distribution('tidewell'),
    release('tidewell', '7.1'),
    source('notes', 'releaseNotes', '2026-02-02'),
    reading('release:tidewell-7.1', 'kernel.version', { value: '6' }, { source: 'source:notes' }),
  );
  const foreign = (name: string, aliases: string[] = []) =>
    catalogueOf(
      { ...distribution('x1'), name, aliases } as AnyRecord,
      { ...release('x1', '7.1', '2026-02-01'), id: 'release:x9' },
      { ...source('s5', 'releaseNotes', '2026-02-02'), title: 'Notes' },
      reading('release:x9', 'kernel.version', { value: '6' }, { source: 'source:s5' }),
      reading('release:x9', 'defaults.init', { value: 'own' }, { source: 'source:s5' }),
    );

  it('meet under other ids, by name and by alias, and everything about them is renamed', () => {
    for (const theirs of [foreign('Tide-Well'), foreign('Old Name', ['tidewell'])]) {
      const merge = mergeCatalogues(mine, theirs);
      expect(merge.renamed.get('distribution:x1')).toBe('distribution:tidewell');
      expect(merge.renamed.get('release:x9')).toBe('release:tidewell-7.1');
      expect(merge.renamed.get('source:s5')).toBe('source:notes');
      const readings = [...merge.catalogue.records.reading.values()];
      expect(readings).toHaveLength(2);
      expect(new Set(readings.map(({ subject }) => subject))).toEqual(new Set(['release:tidewell-7.1']));
      expect(findRecord(merge.catalogue, 'release:tidewell-7.1')).toMatchObject({ date: '2026-02-01' });
    }
  });

  it('are asked about where a name only sounds the same, or an id has another name', () => {
    const merge = mergeCatalogues(mine, foreign('Tydewel'));
    expect(merge.meetings).toEqual([
      { kind: 'distribution', mine: 'distribution:tidewell', theirs: 'distribution:x1', why: 'sounds alike' },
    ]);
    expect(merge.catalogue.records.distribution.size).toBe(2);
    const meetings = new Map([[keyOfMeeting(merge.meetings[0]), 'same' as const]]);
    const same = mergeCatalogues(mine, foreign('Tydewel'), null, { ...UNDECIDED, meetings });
    expect(same.catalogue.records.distribution.size).toBe(1);
    expect(same.conflicts).toEqual([]);
    expect(findRecord(same.catalogue, 'distribution:tidewell')).toMatchObject({
      name: 'tidewell',
      aliases: ['Tydewel'],
    });
    const other = catalogueOf({ ...distribution('tidewell'), name: 'Quite Another' } as AnyRecord);
    const two = mergeCatalogues(mine, other);
    expect(two.meetings).toMatchObject([{ why: 'same id' }]);
    expect(two.catalogue.records.distribution.size).toBe(2);
  });

  it('keep the claims and verdicts of both', () => {
    const claim = createClaim({ id: 'claim:a', subject: 'distribution:tidewell', wording: 'Fast.' });
    const judged = createClaim({ ...claim, id: 'claim:b', verdict: 'refuted', reason: 'it is not' });
    const merge = mergeCatalogues(withRecords(mine, [claim]), withRecords(mine, [judged]));
    expect([...merge.catalogue.records.claim.values()]).toMatchObject([
      { id: 'claim:a', verdict: 'refuted' },
    ]);
  });

  it('accepted by each of us in another reading are a conflict', () => {
    const accept = (value: string, name: string) =>
      withRecords(mine, [
        reading(
          'release:tidewell-7.1',
          'themes.desktop',
          { value },
          { id: `reading:${name}`, accepted: true },
        ),
      ]);
    const merge = mergeCatalogues(accept('One', 'one'), accept('Two', 'two'), mine);
    expect(merge.conflicts).toMatchObject([
      { field: 'accepted', mine: 'reading:one', theirs: 'reading:two' },
    ]);
    const chosen = mergeCatalogues(
      accept('One', 'one'),
      accept('Two', 'two'),
      mine,
      decided(merge.conflicts, 'theirs'),
    );
    expect(findRecord(chosen.catalogue, 'reading:one')).toMatchObject({ accepted: false });
    expect(findRecord(chosen.catalogue, 'reading:two')).toMatchObject({ accepted: true });
  });
});

describe('links that cannot both hold', () => {
  const both = catalogueOf(distribution('a'), distribution('b'), distribution('c'), edition('a', 'main'));
  it('in a circle: mine stands, or makes way', () => {
    const mine = withRecords(both, [link('distribution:a', 'distribution:b')]);
    const theirs = withRecords(both, [link('distribution:b', 'distribution:a')]);
    const merge = mergeCatalogues(mine, theirs, both);
    expect(merge.undecided).toMatchObject([{ kind: 'link', rule: 'link.cycle' }]);
    expect([...merge.catalogue.records.link.values()]).toMatchObject([{ derivative: 'distribution:a' }]);
    const chosen = mergeCatalogues(mine, theirs, both, decided(merge.conflicts, 'theirs'));
    expect([...chosen.catalogue.records.link.values()]).toMatchObject([{ derivative: 'distribution:b' }]);
  });
  it('of one place: the other comes behind it', () => {
    const mine = withRecords(both, [link('distribution:a', 'distribution:b')]);
    const theirs = withRecords(both, [link('distribution:a', 'distribution:c')]);
    const merge = mergeCatalogues(mine, theirs, both);
    expect(merge.undecided).toMatchObject([{ rule: 'link.order' }]);
    const chosen = mergeCatalogues(mine, theirs, both, decided(merge.conflicts, 'theirs'));
    const orders = [...chosen.catalogue.records.link.values()].map(({ base, order }) => [base, order]);
    expect(new Map(orders as [string, number][])).toEqual(
      new Map([
        ['distribution:b', 1],
        ['distribution:c', 0],
      ]),
    );
  });
});

describe('the head of a catalogue', () => {
  it('stays mine, with names that both count as one', () => {
    const head = (title: string, names: string[][]) =>
      catalogueOf(createAbout({ id: ABOUT_ID, title, question: '', catalogue: title, sameNames: names }));
    const merge = mergeCatalogues(head('Mine', [['a', 'A']]), head('Theirs', [['b', 'B']]));
    expect(merge.conflicts).toEqual([]);
    expect(findRecord(merge.catalogue, ABOUT_ID)).toMatchObject({ title: 'Mine', catalogue: 'Mine' });
  });
});

describe('package lists', () => {
  const snapshot = (id: string, date: string, packages: number, name = 'main') =>
    createSnapshot({ id: `snapshot:${id}`, role: 'repository', name, family: 'deb', date, packages });
  const rows = randomRows(createRandom(5), 300);
  const moved = moveOn(rows, 0.05, createRandom(6));
  const series = (first: string, second: string) => {
    const whole = packColumns(debColumns(rows));
    const packages = new Map([[`snapshot:${first}`, whole]]);
    packages.set(`snapshot:${second}`, packAfter(debColumns(moved), [whole], `snapshot:${first}`));
    return packages;
  };
  const theirs = {
    catalogue: catalogueOf(snapshot('one', '2026-01-01', 300), snapshot('two', '2026-01-02', moved.length)),
    packages: series('one', 'two'),
  };
  const names = (lists: ReadonlyMap<string, Uint8Array>, id: string) => {
    const list = new PackedLists(lists).list(id)!;
    return Array.from({ length: list.size }, (_, i) => JSON.stringify(packageRow(list, i))).sort();
  };

  it('come along, and rest on the list under its id here', () => {
    const mine = {
      catalogue: catalogueOf(snapshot('one', '2025-05-05', 3, 'other')),
      packages: new Map([['snapshot:one', packColumns(debColumns(rows.slice(0, 3)))]]),
    };
    const merge = mergeCatalogues(mine.catalogue, theirs.catalogue);
    const lists = mergeLists(merge, mine, theirs);
    expect([...lists.keys()].sort()).toEqual(['snapshot:one', 'snapshot:one.2', 'snapshot:two']);
    expect(referenceOf(lists.get('snapshot:two')!)).toBe('snapshot:one.2');
    expect(names(lists, 'snapshot:two')).toEqual(names(theirs.packages, 'snapshot:two'));
    expect(names(lists, 'snapshot:one')).toHaveLength(3);
  });

  it('of which mine stands below theirs are packed whole', () => {
    const mine = {
      catalogue: catalogueOf(snapshot('mine', '2026-01-01', 300)),
      packages: new Map([['snapshot:mine', packColumns(debColumns([...rows].reverse()))]]),
    };
    const merge = mergeCatalogues(mine.catalogue, theirs.catalogue);
    expect(merge.renamed.get('snapshot:one')).toBe('snapshot:mine');
    const lists = mergeLists(merge, mine, theirs);
    expect(referenceOf(lists.get('snapshot:two')!)).toBeNull();
    expect(names(lists, 'snapshot:two')).toEqual(names(theirs.packages, 'snapshot:two'));
  });
});

describe('the ancestor', () => {
  it('is known by a checksum that order, numbers of entering and heads do not change', async () => {
    const one = sharedCatalogue();
    const all = [...allRecords(one)].reverse().map((record, i) => ({ ...record, entered: i }) as AnyRecord);
    const turned = all.map(
      (record) => Object.fromEntries(Object.entries(record).reverse()) as unknown as AnyRecord,
    );
    const sum = await checksumOfCatalogue(one);
    expect(await checksumOfCatalogue(catalogueOf(...turned))).toBe(sum);
    expect(await checksumOfCatalogue(edited(one, { does: 'write', at: 3, text: 'oak' }))).not.toBe(sum);
  });
  it('is the newest state that both know', async () => {
    const shared = (...sums: string[]) =>
      sums.map((checksum) => ({ catalogue: 'c', day: '2026-01-01', checksum }));
    const mine = { checksum: 'now', shared: shared('a', 'b', 'c') };
    expect(commonStates(mine, { checksum: 'x', shared: shared('a', 'b') })).toEqual(['b', 'a']);
    expect(commonStates(mine, { checksum: 'c', shared: [] })).toEqual(['c']);
    expect(commonStates(mine, { checksum: 'x', shared: shared('now') })).toEqual(['now']);
    expect(commonStates(mine, { checksum: 'x', shared: [] })).toEqual([]);
    const marked = markShared(
      sharedCatalogue(),
      sharedCatalogue(),
      await stateOf(sharedCatalogue(), '2026-11-29'),
    );
    const again = markShared(marked, sharedCatalogue(), await stateOf(sharedCatalogue(), '2026-11-30'));
    expect(sharedOf(again)).toEqual([
      { catalogue: 'c1', day: '2026-11-30', checksum: await checksumOfCatalogue(sharedCatalogue()) },
    ]);
  });
});
