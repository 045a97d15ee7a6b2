import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createRandom, debColumns, draw, moveOn, randomRows, type Row } from '../../testing/samples.ts';
import type { PackageColumns } from '../formats/packageColumns.ts';
import { classifyPackages } from './classify.ts';
import { PACKAGE_CLASSES } from './packageClass.ts';
import { countClasses, countSources } from './countClasses.ts';
import { findBase } from './findBase.ts';
import { OfferFinder } from './offers.ts';
import { createInstalledSet, type InstalledSet } from './installedSet.ts';
import { createCandidate } from './candidate.ts';

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
    ['1.0-1build1', ['1.0-1'], 'patched'], // one package alone shows no rule
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
  it('is rebuilt by an ending that another package shows to mean that', () => {
    const rows: Row[] = [
      { name: 'proof', version: '3-1+b2', sourceVersion: '3-1' },
      { name: 'a', version: '1.0-1+b2' },
      { name: 'b', version: '1.0-1+b1' },
      { name: 'c', version: '1.0-1+c1' },
    ];
    const set = system(rows);
    const offers = findOffers(set, [
      debColumns([
        { name: 'a', version: '1.0-1' },
        { name: 'b', version: '1.0-1+b3' },
        { name: 'c', version: '1.0-1' },
      ]),
    ]);
    expect(classifyPackages(set, offers).map(({ rule }) => rule)).toEqual([
      'unknownName',
      'rebuildEnding',
      'rebuildEnding',
      'continuedVersion',
    ]);
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
        const sources = countSources(set, classifyPackages(set, findOffers(set, [debColumns(offered)])));
        expect(PACKAGE_CLASSES.reduce((sum, name) => sum + sources[name], 0)).toBe(sources.installed);
        expect(sources.installed).toBe(new Set(installed.map(({ name }) => name)).size);
      }),
    );
  });
});

describe('source packages', () => {
  it('are in the class that most of their packages are in, a change before none', () => {
    const set = system([
      ...['a', 'b', 'c'].map((name): Row => ({ name, version: '1-1', source: 'one', sourceVersion: '1-1' })),
      ...['d', 'e'].map((name): Row => ({ name, version: '1-1', source: 'two', sourceVersion: '1-1' })),
    ]);
    const offered = debColumns([
      ...['a', 'b'].map((name) => ({ name, version: '1-1' })),
      { name: 'c', version: '2-1' },
      { name: 'd', version: '1-1' },
    ]);
    const counts = countSources(set, classifyPackages(set, findOffers(set, [offered])));
    expect(counts).toMatchObject({ installed: 2, same: 1, own: 1 });
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
    expect(answer).toMatchObject({
      base: 'older',
      others: ['younger'],
      reason: 'mixed',
      best: 'older',
      rival: 'younger',
    });
  });
  it('gives an independent system no base: neither with other versions, nor with other names', () => {
    const sameNames = randomRows(random, 1200);
    const otherNames = [...randomRows(random, 1200, 50_000), ...draw(older, 0.02, random)];
    for (const rows of [sameNames, otherNames])
      expect(findBase(system(rows), candidates).answer.base).toBeNull();
  });
  it('gives none when only the next release is at hand', () => {
    const { answer } = findBase(system(draw(older, 0.3, random)), [candidate('younger', younger)]);
    expect(answer).toMatchObject({ base: null, reason: 'otherState', best: 'younger' });
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
      { name: 'younger', part: 'base', packages: 900 },
      { name: 'fixes', part: 'second', packages: 300 },
    ]);
  });
  it('says why there is no answer', () => {
    expect(findBase(system([]), candidates).answer.reason).toBe('noPackages');
    expect(findBase(system(older), []).answer.reason).toBe('noCandidates');
    expect(findBase(system(older.slice(0, 3)), candidates).answer.reason).toBe('tooFew');
  });
  it('is given no base by equal versions alone, where the revisions agree no better than by chance', () => {
    // Both package the same upstream versions by themselves; most first revisions are the same, as ever.
    const revised = (rows: readonly Row[]) =>
      rows.map((row): Row => ({
        ...row,
        version: row.version.replace(/-\d+$/, `-${random.next() < 0.65 ? 1 : 2 + random.below(3)}`),
      }));
    const base = revised(older);
    const { answer, candidates: ranked } = findBase(system(revised(draw(older, 0.3, random))), [
      candidate('older', base),
    ]);
    expect(answer).toMatchObject({ base: null, reason: 'coincidence' });
    expect(ranked[0].carriedShare).toBeGreaterThan(0.4);
    expect(ranked[0].agreement.agreeing / ranked[0].agreement.compared).toBeLessThan(0.4);
  });
  it('takes the smaller of two candidates of which one includes the other, until the difference shows', () => {
    const addition = randomRows(random, 40, 70_000);
    const stack = { ...candidate('stack', addition, younger), includes: ['younger'] };
    const both = [stack, candidate('younger', younger)];
    expect(findBase(system(draw(younger, 0.3, random)), both).answer.base).toBe('younger');
    expect(findBase(system([...draw(younger, 0.3, random), ...addition]), both).answer).toMatchObject({
      base: 'stack',
      rival: 'younger',
    });
  });
  it("takes a system's own repositories for a base only when there is no other, and says so", () => {
    const made = younger.map((row) =>
      random.next() < 0.2 ? { ...row, version: `${row.version}der1` } : row,
    );
    const installed = system(draw(made, 0.3, random));
    const mine = { ...candidate('mine', made), own: true };
    const beside = findBase(installed, [mine, ...candidates]);
    expect(beside.answer).toMatchObject({ base: 'younger', reason: 'found' });
    expect(beside.accounts.map(({ name, part }) => [name, part])).toEqual([
      ['younger', 'base'],
      ['mine', 'own'],
    ]);
    expect(findBase(installed, [mine, candidates[0]]).answer).toMatchObject({
      base: null,
      reason: 'itself',
      best: 'mine',
    });
  });
  it('finds the state that was copied, and says between which days', () => {
    let rows = older;
    const states = ['2026-01-01', '2026-02-01', '2026-03-01', '2026-04-01'].map((date) => {
      rows = moveOn(rows, 0.05, random);
      return { date, lists: [{ name: date, part: 'base' as const, packages: debColumns(rows) }], rows };
    });
    const installed = system(draw(states[1].rows, 0.3, random));
    const {
      answer,
      candidates: [ranked],
    } = findBase(installed, [{ name: 'rolling', states }]);
    expect(answer).toMatchObject({ base: 'rolling', carriedShare: 1 });
    expect(ranked.date).toBe('2026-02-01');
    expect(answer.copied).toMatchObject({
      state: '2026-02-01',
      after: { date: '2026-01-01' },
      before: { date: '2026-03-01' },
    });
  });
  it('accounts for every package once, whatever the candidates', () => {
    const row = fc.record({
      name: fc.constantFrom('a', 'b', 'c', 'd', 'e'),
      version: fc.constantFrom('1-1', '2-1', '3-1'),
    });
    fc.assert(
      fc.property(fc.array(row), fc.array(fc.array(row), { maxLength: 4 }), (installed, lists) => {
        const { accounts, packages: each } = findBase(
          system(installed),
          lists.map((list, i) => candidate(`c${i}`, list)),
        );
        expect(accounts.reduce((sum, { packages }) => sum + packages, 0)).toBe(installed.length);
        accounts.forEach((account, place) => {
          const rows = each.flatMap(({ account: own }, at) => (own === place ? [at] : []));
          expect(rows).toHaveLength(account.packages);
          if (account.part === 'unexplained') expect(rows.every((at) => each[at].by === 'none')).toBe(true);
          // A list is only charged with versions that it has.
          const list = lists[Number(account.name.slice(1))];
          for (const at of rows)
            if (each[at].by === 'equalVersion') expect(list).toContainEqual(installed[at]);
        });
      }),
    );
  });
});
