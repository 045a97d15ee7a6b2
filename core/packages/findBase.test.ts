import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createRandom, debColumns, draw, moveOn, randomRows, type Row } from '../../testing/samples.ts';
import {
  createPackageColumns,
  packageRow,
  COLUMN_NAMES,
  type PackageRow,
} from '../formats/packageColumns.ts';
import type { PackageColumns } from '../formats/packageColumns.ts';
import { classifyPackages, countClasses, PACKAGE_CLASSES } from './classify.ts';
import { findBase } from './findBase.ts';
import { createCandidate, createInstalledSet, OfferFinder, type InstalledSet } from './offers.ts';
import { packColumns, unpackColumns } from './packSnapshot.ts';

const system = (rows: readonly Row[]) => createInstalledSet(debColumns(rows));
const candidate = (name: string, ...lists: (readonly Row[])[]) =>
  createCandidate(name, lists.map(debColumns));
const findOffers = (set: InstalledSet, lists: readonly PackageColumns[]) => new OfferFinder(set).find(lists);
const classOf = (installed: Partial<Row>, ...offered: Partial<Row>[]) => {
  const set = system([
    { name: 'a', version: '1', ...installed },
    { name: 'z', version: '1-1' },
  ]);
  const offers = findOffers(set, [
    debColumns([
      ...offered.map((row) => ({ name: 'a', version: '1', ...row })),
      { name: 'z', version: '1-1' },
    ]),
  ]);
  return classifyPackages(set, offers)[0].class;
};

describe('the class of a package', () => {
  it.each([
    ['1.0-1', ['1.0-1'], 'same'],
    ['1.0-1', ['2.0-1', '1.0-1'], 'same'],
    ['1.0-1+b2', ['1.0-1'], 'rebuilt'],
    ['1.0-1+b1', ['1.0-1+b3'], 'rebuilt'],
    ['1.0-1build1', ['1.0-1'], 'rebuilt'],
    ['1.0-1fen1', ['1.0-1'], 'patched'],
    ['1.0-0fen2', ['1.0-3'], 'patched'],
    ['1.0+fen1', ['1.0'], 'patched'],
    ['0.9-1', ['1.0-1'], 'heldBack'],
    ['1.0-1', ['1.0-2'], 'heldBack'],
    ['1.0-1+base1', ['1.0-1+base2'], 'heldBack'],
    ['1.1-1', ['1.0-1'], 'ahead'],
    ['1.0-2', ['1.0-1'], 'ahead'],
    ['1:1.0-1', ['2.0-1'], 'ahead'],
  ] as const)('%s next to %j is %s', (version, offered, expected) => {
    expect(classOf({ version }, ...offered.map((offer) => ({ version: offer })))).toBe(expected);
  });
  it('is its own when the base lacks the name, and rebuilt when only the source version agrees', () => {
    const set = system([{ name: 'b', version: '1' }]);
    expect(classifyPackages(set, findOffers(set, [debColumns([{ name: 'a', version: '1' }])]))[0].class).toBe(
      'own',
    );
    expect(
      classOf(
        { version: '7', source: 's', sourceVersion: '3-1' },
        { version: '6', source: 's', sourceVersion: '3-1' },
      ),
    ).toBe('rebuilt');
  });
  it('is one and only one: the counts add up', () => {
    const row = fc.record({
      name: fc.constantFrom('a', 'b', 'c', 'd'),
      version: fc.constantFrom('1-1', '1-1x1', '1-1+b1', '2-1', '0~1-1'),
    });
    fc.assert(
      fc.property(fc.array(row), fc.array(row), (installed, offered) => {
        const set = system(installed);
        const counts = countClasses(classifyPackages(set, findOffers(set, [debColumns(offered)])));
        expect(PACKAGE_CLASSES.reduce((sum, name) => sum + counts[name], 0)).toBe(counts.installed);
      }),
    );
  });
});

describe('finding the base', () => {
  const random = createRandom(77);
  const older = randomRows(random, 4000);
  const younger = moveOn(older, 0.75, random);
  const newest = moveOn(younger, 0.2, random);
  const candidates = [candidate('older', older), candidate('younger', younger), candidate('newest', newest)];
  const own = randomRows(random, 60, 90_000);

  it('names the suite a pure system comes from, for each of neighbouring suites', () => {
    for (const [name, rows] of [
      ['older', older],
      ['younger', younger],
      ['newest', newest],
    ] as const) {
      const { answer } = findBase(system(draw(rows, 0.3, random)), candidates);
      expect(answer, name).toMatchObject({ base: name, reason: 'found', carriedShare: 1 });
    }
  });
  it('names it when the younger sister is behind by a few points only', () => {
    const sister = moveOn(younger, 0.04, random);
    const installed = draw(younger, 0.3, random);
    const { answer } = findBase(system(installed), [
      candidate('sister', sister),
      candidate('younger', younger),
    ]);
    expect(answer).toMatchObject({ base: 'younger', rival: 'sister', telling: { rival: 0 } });
    expect(answer.telling.best).toBeLessThan(installed.length * 0.07);
  });
  it('names it when the base has moved on by a point release', () => {
    const today = moveOn(younger, 0.15, random);
    const { answer } = findBase(system([...draw(younger, 0.3, random), ...own]), [
      candidates[0],
      candidate('today', today),
    ]);
    expect(answer.base).toBe('today');
  });
  it('names it for a heavily patched derivative', () => {
    const patched = draw(younger, 0.3, random).map((row) =>
      random.next() < 0.5 ? { ...row, version: `${row.version}der1` } : row,
    );
    expect(findBase(system([...patched, ...own]), candidates).answer.base).toBe('younger');
  });
  it('calls a system put together from two suites mixed, though one leads by 30 points', () => {
    const mixed = [...draw(older.slice(0, 2600), 0.3, random), ...draw(younger.slice(2600), 0.3, random)];
    const { answer } = findBase(system(mixed), candidates);
    expect(answer).toMatchObject({ base: null, reason: 'mixed', best: 'older', rival: 'younger' });
  });
  it('gives an independent system no base: neither with other versions, nor with other names', () => {
    const sameNames = randomRows(random, 1200);
    const otherNames = [...randomRows(random, 1200, 50_000), ...draw(older, 0.02, random)];
    for (const rows of [sameNames, otherNames])
      expect(findBase(system(rows), candidates).answer.base).toBeNull();
  });
  it('gives none when only the next release is at hand', () => {
    const { answer } = findBase(system(draw(older, 0.3, random)), [candidate('younger', younger)]);
    expect(answer).toMatchObject({ base: null, reason: 'belowThreshold', best: 'younger' });
  });
  it('does not decide between two equal candidates, unless the configuration does', () => {
    const twins = [candidate('one', younger), candidate('two', younger)];
    const installed = system(draw(younger, 0.3, random));
    expect(findBase(installed, twins).answer).toMatchObject({ base: null, reason: 'tooClose', margin: 0 });
    expect(findBase(installed, twins, new Set(['two'])).answer.base).toBe('two');
  });
  it('takes a security archive for an addition, not for a rival, and accounts for its packages', () => {
    const fixed = younger.slice(0, 300).map((row) => ({ ...row, version: `${row.version}.1` }));
    const installed = [...fixed, ...younger.slice(300, 1200)];
    const { answer, accounts } = findBase(system(installed), [
      candidate('fixes', fixed),
      candidate('younger', younger),
    ]);
    expect(answer.base).toBe('younger');
    expect(accounts).toEqual([
      { name: 'younger', packages: 900 },
      { name: 'fixes', packages: 300 },
    ]);
  });
  it('says why there is no answer', () => {
    expect(findBase(system([]), candidates).answer.reason).toBe('noPackages');
    expect(findBase(system(older), []).answer.reason).toBe('noCandidates');
    expect(findBase(system(older.slice(0, 3)), candidates).answer.reason).toBe('tooFew');
  });
  it('accounts for every package once, whatever the candidates', () => {
    const row = fc.record({
      name: fc.constantFrom('a', 'b', 'c', 'd', 'e'),
      version: fc.constantFrom('1-1', '2-1', '3-1'),
    });
    fc.assert(
      fc.property(fc.array(row), fc.array(fc.array(row), { maxLength: 4 }), (installed, lists) => {
        const { accounts } = findBase(
          system(installed),
          lists.map((list, i) => candidate(`c${i}`, list)),
        );
        expect(accounts.reduce((sum, { packages }) => sum + packages, 0)).toBe(installed.length);
      }),
    );
  });
});

describe('packed columns', () => {
  const cell = fc.string({ maxLength: 8 });
  const row = fc.record({
    ...Object.fromEntries(COLUMN_NAMES.map((name) => [name, cell])),
    removed: fc.boolean(),
  } as Record<string, fc.Arbitrary<unknown>>);
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
  it('that are cut off or something else are refused', () => {
    const packed = packColumns(debColumns(randomRows(createRandom(1), 20)));
    for (const bytes of [packed.slice(0, -1), packed.slice(0, 10), new Uint8Array(50), new Uint8Array(0)]) {
      expect(unpackColumns(bytes, 'x')).toMatchObject({ ok: false, issues: [{ code: 'snapshot.damaged' }] });
    }
  });
});
