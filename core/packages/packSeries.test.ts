import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createRandom, debColumns, moveOn, randomRows } from '../../testing/samples.ts';
import {
  createPackageColumns,
  packageRow,
  type PackageColumns,
  type PackageRow,
} from '../formats/packageColumns.ts';
import { COLUMN_NAMES } from '../formats/columnNames.ts';
import { PackedLists } from './packedLists.ts';
import { packAfter, packDelta, referenceOf, unpackSeries } from './packSeries.ts';
import { OfferFinder } from './offers.ts';
import { createInstalledSet } from './installedSet.ts';
import { packColumns, unpackColumns } from './packSnapshot.ts';

const cell = fc.string({ maxLength: 8 });
const row = fc.record({
  ...Object.fromEntries(COLUMN_NAMES.map((name) => [name, cell])),
  removed: fc.boolean(),
} as Record<string, fc.Arbitrary<unknown>>);
const rowsOf = (list: PackageColumns) => Array.from({ length: list.size }, (_, i) => packageRow(list, i));
const sorted = (list: PackageColumns) =>
  rowsOf(list)
    .map((each) => JSON.stringify(each))
    .sort();
const columns = (rows: readonly unknown[]) => createPackageColumns('rpm', rows as Partial<PackageRow>[]);

describe('packed columns', () => {
  it('are what was packed', () => {
    fc.assert(
      fc.property(fc.array(row), fc.nat(3), (rows, offset) => {
        const list = createPackageColumns('rpm', rows as Partial<PackageRow>[]);
        const packed = packColumns(list);
        const shifted = new Uint8Array(packed.length + offset);
        shifted.set(packed, offset);
        const back = unpackColumns(shifted.subarray(offset), 'x');
        if (!back.ok) throw new Error('not unpacked');
        expect(back.value.family).toBe('rpm');
        expect(back.value.size).toBe(rows.length);
        for (let i = 0; i < rows.length; i++) expect(packageRow(back.value, i)).toEqual(packageRow(list, i));
      }),
    );
  });
  it('of the first version, without sketches of the names, are read and offer the same', () => {
    const list = debColumns(randomRows(createRandom(3), 40));
    const packed = packColumns(list);
    const from = 20 + 4 * list.table.size + 32 * list.size; // the sketches stand behind the columns
    const first = Uint8Array.from([...packed.slice(0, from), ...packed.slice(from + 4 * list.size)]);
    first[4] = 1;
    const [old, now] = [first, packed].map((bytes) => unpackColumns(bytes, 'x'));
    if (!old.ok || !now.ok) throw new Error('not unpacked');
    expect(sorted(old.value)).toEqual(sorted(list));
    expect(now.value.nameSketches).toBeDefined();
    const finder = new OfferFinder(createInstalledSet(debColumns(randomRows(createRandom(4), 40))));
    expect(finder.find([now.value])).toEqual(finder.find([old.value]));
    const itself = new OfferFinder(createInstalledSet(list));
    expect(itself.find([now.value])).toEqual(itself.find([old.value]));
    expect(itself.find([now.value]).every((offers) => offers)).toBe(true);
  });
  it('that are cut off or something else are refused', () => {
    const packed = packColumns(debColumns(randomRows(createRandom(1), 20)));
    for (const bytes of [packed.slice(0, -1), packed.slice(0, 10), new Uint8Array(50), new Uint8Array(0)]) {
      expect(unpackColumns(bytes, 'x')).toMatchObject({ ok: false, issues: [{ code: 'snapshot.damaged' }] });
    }
  });
});

describe('a series', () => {
  /** States that share most rows with the one before. */
  const states = fc
    .array(fc.array(row, { maxLength: 12 }), { minLength: 1, maxLength: 6 })
    .map((parts) =>
      parts.map((part, i) => [
        ...(parts[i - 1]?.slice(2) ?? []),
        ...part,
        ...(parts[i - 1]?.slice(0, 1) ?? []),
      ]),
    );
  const packAll = (lists: readonly PackageColumns[]) => {
    const chain: Uint8Array[] = [packColumns(lists[0])];
    lists.slice(1).forEach((list, i) => {
      const series = unpackSeries(chain, 'x');
      if (!series.ok) throw new Error('not a series');
      chain.push(packDelta(list, series.value, `snapshot:${i}`));
    });
    return chain;
  };
  it('has in every state the packages that were packed', () => {
    fc.assert(
      fc.property(states, (parts) => {
        const lists = parts.map(columns);
        const series = unpackSeries(packAll(lists), 'x');
        if (!series.ok) throw new Error('not a series');
        lists.forEach((list, i) => expect(sorted(series.value.at(i))).toEqual(sorted(list)));
      }),
    );
  });
  it('names what it rests on, and is opened by that, in any order', () => {
    const lists = [[1], [1, 2], [2, 3]].map((numbers) =>
      columns(numbers.map((n) => ({ name: `p${n}`, version: '1' }))),
    );
    const chain = packAll(lists);
    expect(chain.map(referenceOf)).toEqual([null, 'snapshot:0', 'snapshot:1']);
    const packed = new Map([
      ['snapshot:2', chain[2]],
      ['snapshot:0', chain[0]],
      ['snapshot:1', chain[1]],
    ]);
    const opened = new PackedLists(packed);
    expect(['snapshot:0', 'snapshot:1', 'snapshot:2'].map((id) => opened.list(id)!.size)).toEqual([1, 2, 2]);
    const shared = [0, 1, 2].map((i) => opened.place(`snapshot:${i}`)!.series);
    expect(new Set(shared).size).toBe(1);
    const without = new PackedLists(
      new Map([
        ['snapshot:2', chain[2]],
        ['snapshot:0', chain[0]],
      ]),
    );
    expect([
      without.list('snapshot:2'),
      without.list('snapshot:0')?.size,
      without.list('snapshot:9'),
    ]).toEqual([null, 1, undefined].map((each) => each ?? null));
  });
  it('that is cut off, of another format, or does not fit is refused', () => {
    const chain = packAll([
      columns([{ name: 'a', version: '1' }]),
      columns([
        { name: 'b', version: '2' },
        { name: 'c', version: '2' },
      ]),
    ]);
    const broken = [
      [chain[0], chain[1].slice(0, -1)],
      [chain[0], chain[1].slice(0, 9)],
      [chain[1]],
      [packColumns(debColumns([{ name: 'a', version: '1' }])), chain[1]],
      [packColumns(columns([])), chain[1]],
    ];
    for (const each of broken)
      expect(unpackSeries(each, 'x')).toMatchObject({ ok: false, issues: [{ code: 'snapshot.damaged' }] });
  });
  it('of a hundred days takes less than five times the room of one, and each day is whole', () => {
    const random = createRandom(5);
    let rows = randomRows(random, 3000).map((each) => ({
      ...each,
      section: 'utils',
      maintainer: 'Packagers <p@x.example>',
    }));
    const days = Array.from({ length: 100 }, (_, day) => {
      if (day > 0) rows = moveOn(rows, 0.01, random) as typeof rows;
      return debColumns(rows);
    });
    const chain: Uint8Array[] = [];
    for (const list of days) chain.push(packAfter(list, chain, `snapshot:${chain.length - 1}`));
    const bytes = chain.reduce((sum, { length }) => sum + length, 0);
    expect(bytes / chain[0].length).toBeLessThan(5);
    const series = unpackSeries(chain, 'x');
    if (!series.ok) throw new Error('not a series');
    for (const day of [0, 42, 99])
      expect(sorted(series.value.at(day)).join() === sorted(days[day]).join()).toBe(true);
  }, 60_000);
  it('begins anew where hardly anything is equal', () => {
    const random = createRandom(6);
    const [one, two] = [debColumns(randomRows(random, 500)), debColumns(randomRows(random, 500, 9000))];
    expect(referenceOf(packAfter(two, [packColumns(one)], 'snapshot:0'))).toBeNull();
  });
});
