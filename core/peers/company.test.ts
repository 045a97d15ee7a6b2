/** In company: cohorts, spreads, distinctiveness, neighbours, spellings, the grid; numbers by hand, and the laws behind them. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  catalogueOf,
  distribution,
  link,
  reading,
  release,
  source,
  valueOf,
} from '../../testing/catalogues.ts';
import { ABOUT_ID, createAbout } from '../catalogue/about.ts';
import { applyDiff, withRecords } from '../catalogue/applyDiff.ts';
import { recordOf } from '../catalogue/catalogue.ts';
import { createClaim } from '../catalogue/claim.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { FACT_KEYS, findFactKey } from '../catalogue/factSheet.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import type { Reading } from '../catalogue/reading.ts';
import { countNamesAsOne, removeCohort, writeCohort } from '../editing/cohorts.ts';
import { chainOf } from '../lineage/chain.ts';
import { layerTable } from '../layers/layerTable.ts';
import { closenessOf, LEAST_COMPARABLE } from '../comparing/closeness.ts';
import { companyOf, type Company } from './company.ts';
import { choicesOfRule, membersOf } from './cohort.ts';
import { distinctnessOf } from './distinct.ts';
import { gridOf } from './grid.ts';
import { neighboursOf } from './neighbours.ts';
import { PROSE_KEYS } from './proseKeys.ts';
import { spellingsOf } from './spellings.ts';
import { distinctiveness, isRare, spreadOf, usualRange } from './spread.ts';

const TODAY = firstDayOf('2026-11-24');
const ALL = { rule: {}, members: [] };
const names = ['base', 'b1', 'b2', 'b3', 'b4', 'b5'];
const on = (name: string, key: string, says: Parameters<typeof reading>[2], more: Partial<Reading> = {}) =>
  reading(`release:${name}-1`, key, says, more);
/** Five on one base; released a month apart. */
const FRAME: readonly AnyRecord[] = [
  createAbout({ id: ABOUT_ID, title: 'Company' }),
  ...names.map(distribution),
  ...names.map((name, i) => release(name, '1', `2026-0${i + 1}-01`)),
  ...names.slice(1).map((name) => link(`release:${name}-1`, 'release:base-1')),
  source('seen', 'handsOn', '2026-08-01'),
];
const companyWith = (...records: AnyRecord[]): Company => companyOf(catalogueOf(...FRAME, ...records), TODAY);
const fact = (key: string) => findFactKey(key)!;
const FIVE = { rule: { base: 'distribution:base' }, members: [] };

describe('distinctiveness', () => {
  // −log2((1 + 0.5) ÷ (10 + 1)) = log2(7.33)
  it('is −log2((k + 0.5) ÷ (n + 1)) bits', () => {
    expect(distinctiveness(10, 1)).toBeCloseTo(2.874, 3);
    expect(distinctiveness(26, 1)).toBeCloseTo(4.17, 3);
    expect(distinctiveness(9, 9)).toBeCloseTo(0.074, 3);
  });
  it('falls as more have it, and grows with those who are known not to', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 3000 }), fc.integer({ min: 1, max: 3000 }), (a, b) => {
        const [k, n] = [Math.min(a, b), Math.max(a, b)];
        if (k > 1) expect(distinctiveness(n, k - 1)).toBeGreaterThan(distinctiveness(n, k));
        expect(distinctiveness(n + 1, k)).toBeGreaterThan(distinctiveness(n, k));
        expect(distinctiveness(n, k)).toBeGreaterThan(0);
      }),
    );
  });
  it('calls rare what no more than a tenth have, or one, of five or more', () => {
    expect([isRare(4, 1), isRare(5, 1), isRare(19, 2), isRare(20, 2), isRare(30, 3), isRare(30, 4)]).toEqual([
      false,
      true,
      false,
      true,
      true,
      false,
    ]);
  });
});

describe('the usual range', () => {
  // Of 1 2 3 4 10: places 1, 2 and 3 of 0 to 4. Of 10 20 30 40: places 0.75, 1.5 and 2.25.
  it('is the middle half, between two numbers in proportion', () => {
    expect(usualRange([1, 2, 3, 4, 10])).toEqual({ least: 2, middle: 3, most: 4, of: 5 });
    expect(usualRange([10, 20, 30, 40])).toEqual({ least: 17.5, middle: 25, most: 32.5, of: 4 });
    expect(usualRange([1, 2])).toBeUndefined();
  });
  it('holds at least half of the numbers, and the middle lies in it', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 50 }), { minLength: 3, maxLength: 40 }), (numbers) => {
        const sorted = numbers.toSorted((a, b) => a - b);
        const { least, middle, most } = usualRange(sorted)!;
        const within = sorted.filter((each) => each >= least && each <= most).length;
        expect(within).toBeGreaterThanOrEqual(sorted.length / 2 - 1);
        expect(least <= middle && middle <= most).toBe(true);
      }),
    );
  });
});

describe('a cohort', () => {
  const company = companyWith(
    on('b1', 'defaults.desktop', { value: 'Trellis' }),
    on('b2', 'defaults.desktop', { value: 'trellis' }),
    on('b1', 'identity.maker', { value: 'volunteers' }),
    on('b1', 'identity.purpose', { value: 'For people who want their second system' }),
  );
  const membersBy = (cohort: Parameters<typeof membersOf>[1]) =>
    membersOf(company, cohort).map(({ name }) => name);
  it('follows a rule, all parts of it, or is a list by hand', () => {
    expect(membersBy(ALL)).toEqual(['b1', 'b2', 'b3', 'b4', 'b5', 'base']);
    expect(membersBy(FIVE)).toEqual(['b1', 'b2', 'b3', 'b4', 'b5']);
    expect(membersBy({ rule: { family: 'distribution:base' }, members: [] })).toHaveLength(6);
    expect(membersBy({ rule: { desktop: 'Trellis' }, members: [] })).toEqual(['b1', 'b2']);
    expect(membersBy({ rule: { desktop: 'Trellis', maker: 'volunteers' }, members: [] })).toEqual(['b1']);
    expect(membersBy({ rule: { purpose: 'second system' }, members: [] })).toEqual(['b1']);
    expect(membersBy({ rule: {}, members: ['distribution:b4', 'distribution:gone'] })).toEqual(['b4']);
  });
  it('offers what its parts can be, with how many have it', () => {
    expect(choicesOfRule(company, 'desktop')).toEqual([{ value: 'Trellis', count: 2 }]);
    expect(choicesOfRule(company, 'base')).toEqual([{ value: 'distribution:base', count: 5 }]);
  });
  it('is as of its day: who is not there yet is none', () => {
    const early = companyOf(catalogueOf(...FRAME), firstDayOf('2026-03-15'));
    expect(membersOf(early, FIVE).map(({ name }) => name)).toEqual(['b1', 'b2']);
  });
  it('is kept by name, corrected under it, and forgotten; without a name it is refused', () => {
    const catalogue = catalogueOf(...FRAME);
    const write = (at: typeof catalogue, name: string, rule = {}) =>
      writeCohort(at, { name, rule, members: [] });
    expect(write(catalogue, ' ')).toMatchObject({ ok: false, issues: [{ code: 'cohort.unnamed' }] });
    const first = valueOf(write(catalogue, 'Mine', { base: 'distribution:base' }));
    const kept = valueOf(applyDiff(catalogue, first.diff));
    const second = valueOf(write(kept, 'Mine', { maker: 'company' }));
    expect(second.made).toBe(first.made);
    const changed = valueOf(applyDiff(kept, second.diff));
    const record = recordOf(changed, 'cohort', first.made)!;
    expect(record.rule).toEqual({ maker: 'company' });
    expect(valueOf(applyDiff(changed, valueOf(removeCohort(changed, record)).diff)).records.cohort.size).toBe(
      0,
    );
  });
});

describe('a spread', () => {
  const guide = 'welcome.guide';
  it('counts each value, those that carry it from the base too; who had it first; and what is not known', () => {
    const company = companyWith(
      on('base', guide, { value: 'Doorstep' }),
      on('b3', guide, { value: 'Own' }),
      on('b4', guide, 'none'),
      on('b5', guide, { value: 'Seen' }, { spoiledBy: ['live image'] }),
    );
    const spread = spreadOf(company, membersOf(company, ALL), fact(guide));
    expect(spread).toMatchObject({ known: 5, unknown: 1 });
    expect(spread.values.map(({ name, members, of }) => [name, members.length, of])).toEqual([
      ['Doorstep', 3, 5],
      ['Own', 1, 5],
      ['none', 1, 5],
    ]);
    expect(spread.values[0].first).toEqual({ id: 'distribution:base', day: firstDayOf('2026-01-01') });
    expect(spread.values[1].isRare).toBe(true);
  });
  it('of a list counts elements; of one that names some only, it is not known whether it has another', () => {
    const list = (text: string) => ({ value: text.split(' ').map((name) => ({ name })) });
    const company = companyWith(
      on('b1', 'welcome.actions', list('update mail')),
      on('b2', 'welcome.actions', list('update')),
      on('b3', 'welcome.actions', list('mail'), { marks: ['partial'] }),
    );
    const spread = spreadOf(company, membersOf(company, ALL), fact('welcome.actions'));
    expect(spread.values.map(({ name, members, of }) => [name, members.length, of])).toEqual([
      ['mail', 2, 3],
      ['update', 2, 2],
    ]);
    const grid = gridOf(catalogueOf(...FRAME), company, membersOf(company, FIVE), 'welcome');
    expect(grid.rows.find(({ element }) => element === 'update')!.cells.map(({ state }) => state)).toEqual([
      'has',
      'has',
      'not known',
      'not known',
      'not known',
    ]);
    expect(grid.rows.find(({ element }) => element === 'mail')!.cells[1].state).toBe('has not');
  });
  it('of measurements ranks those under equal conditions only, any of each; the rest stands apart', () => {
    const desk = { tool: 'task list', moment: 'idle', machine: 'virtual', memoryMiB: 4096 } as const;
    const memory = (name: string, value: number, conditions: Reading['conditions']) =>
      ({
        ...on(name, 'footprint.memory', { value }),
        conditions,
        id: `reading:${name}-${value}`,
      }) as AnyRecord;
    const company = companyWith(
      memory('b1', 700, desk),
      memory('b2', 900, { ...desk, tool: 'listing' }),
      memory('b2', 800, desk),
      memory('b3', 950, desk),
      memory('b4', 400, { ...desk, memoryMiB: 2048 }),
      memory('b5', 500, {}),
    );
    const spread = spreadOf(company, membersOf(company, FIVE), fact('footprint.memory'), 'distribution:b1');
    expect(spread.ranked.map(({ value }) => value)).toEqual([700, 800, 950]);
    expect(spread.usual).toMatchObject({
      least: 750,
      middle: 800,
      most: 875,
      of: 3,
      conditions: { tool: 'task list' },
    });
    expect(spread.apart.map(({ member, why }) => [member.slice(13), why.join()])).toEqual([
      ['b4', 'memoryMiB'],
      ['b5', 'tool,moment,machine,memoryMiB'],
    ]);
  });
});

describe('what sets one apart', () => {
  const records = [
    ...['b1', 'b2', 'b3', 'b4'].map((name) => on(name, 'welcome.guide', { value: 'Common' })),
    on('b5', 'welcome.guide', { value: 'Own' }),
    ...['b1', 'b2', 'b3'].map((name) => on(name, 'defaults.drivers', { value: `Drivers of ${name}` })),
    on('b5', 'defaults.drivers', 'none'),
    ...['b1', 'b2', 'b3', 'b4', 'b5'].map((name, i) =>
      on(name, 'welcome.settings', { value: i === 4 ? 90 : 10 + i }),
    ),
    on('b5', 'identity.purpose', { value: 'Something of its own' }),
  ];
  const company = companyWith(...records);
  const found = distinctnessOf(company, membersOf(company, FIVE), 'distribution:b5');
  it('is what few have, the rarest first, with n and k and who was first; never what all say in their own words', () => {
    expect(found.apart).toMatchObject([
      { key: 'welcome.guide', name: 'Own', k: 1, n: 5, isRare: true, first: { id: 'distribution:b5' } },
    ]);
    expect(found.apart[0].bits).toBeCloseTo(-Math.log2(1.5 / 6));
  });
  it('and what it lacks that most have, whichever theirs is; and numbers outside the usual', () => {
    expect(found.lacks).toMatchObject([{ key: 'defaults.drivers', name: '', k: 3, n: 4 }]);
    expect(found.outside).toMatchObject([
      { key: 'welcome.settings', value: 90, usual: { least: 11, most: 13 } },
    ]);
  });
  it('counts a list that is known in part for what it names alone', () => {
    const list = (text: string) => ({ value: text.split(' ').map((name) => ({ name })) });
    const others = ['b1', 'b2', 'b3'].map((name) => on(name, 'welcome.actions', list('update')));
    const part = on('b4', 'welcome.actions', list('update'), { marks: ['partial'] });
    const lists = companyWith(...others, part, on('b5', 'welcome.actions', list('update scanner')));
    const { apart } = distinctnessOf(lists, membersOf(lists, FIVE), 'distribution:b5');
    expect(apart.map(({ name, k, n }) => [name, k, n])).toEqual([['scanner', 1, 4]]);
  });
  it('counts the one that is asked about, also where it is no member', () => {
    const others = membersOf(company, {
      rule: {},
      members: ['b1', 'b2'].map((name) => `distribution:${name}`),
    });
    expect(distinctnessOf(company, others, 'distribution:b5').apart[0]).toMatchObject({ k: 1, n: 3 });
  });
  it('has only keys of the fact sheet among what is said in one’s own words', () => {
    const known = new Set(FACT_KEYS.map(({ key }) => key));
    expect(PROSE_KEYS.filter((key) => !known.has(key))).toEqual([]);
  });
});

describe('neighbours', () => {
  const KEYS = ['icons', 'widgets', 'cursor', 'font', 'shell', 'login'].map((name) => `themes.${name}`);
  const dress = (name: string, values: string) => [...values].map((value, i) => on(name, KEYS[i], { value }));
  const company = companyWith(
    ...dress('b1', 'aaaaaa'),
    ...dress('b2', 'aaaaab'),
    ...dress('b3', 'abbbbb'),
    ...dress('b4', 'aaaa'),
    on('b1', 'kernel.flavour', { value: 'x' }),
    on('b3', 'kernel.flavour', { value: 'x' }),
  );
  const b1 = company.members.get('distribution:b1')!;
  const near = (weights = {}) => neighboursOf(b1, company.members.values(), weights);
  it('are ranked by the share of what is the same of what is known of both; too little known says nothing', () => {
    expect(near().map(({ id, same, comparable }) => [id.slice(13), same, comparable])).toEqual([
      ['b2', 5, 6],
      ['b3', 2, 7],
    ]);
  });
  it('change with the weights of areas', () => {
    // b3: 1 of 6 themes, 1 of 1 kernel; with themes not counted it is all the same, and of b2 nothing is left.
    expect(near({ themes: 0 }).map(({ id, share }) => [id.slice(13), share])).toEqual([['b3', 1]]);
  });
  it('one is wholly like itself', () => {
    const twin = { ...b1, id: 'distribution:twin' };
    expect(neighboursOf(b1, [twin])[0]).toMatchObject({ share: 1, same: 7, comparable: 7 });
  });
});

describe('names that are spelt in several ways', () => {
  const spelt = (...names: readonly string[]) =>
    catalogueOf(...FRAME, ...names.map((value, i) => on(`b${i + 1}`, 'defaults.desktop', { value })));
  const valuesIn = (company: Company) =>
    spreadOf(company, membersOf(company, ALL), fact('defaults.desktop')).values.map(({ name, members }) => [
      name,
      members.length,
    ]);
  it('count as one where they are the same but for case, accents and signs', () => {
    const company = companyOf(spelt('low-porch', 'Low Porch', 'Low Porch'), TODAY);
    expect(valuesIn(company)).toEqual([['Low Porch', 3]]);
    expect(spellingsOf(company.members.values())).toEqual([]);
  });
  it('are proposed where they only sound alike, and count as one only when the analyst says so', () => {
    const catalogue = spelt('Low Porch', 'Low Porch', 'Lowe Porche');
    const before = companyOf(catalogue, TODAY);
    expect(spellingsOf(before.members.values())).toEqual([
      [
        { name: 'Low Porch', count: 2 },
        { name: 'Lowe Porche', count: 1 },
      ],
    ]);
    expect(valuesIn(before)).toEqual([
      ['Low Porch', 2],
      ['Lowe Porche', 1],
    ]);
    const one = valueOf(
      applyDiff(catalogue, valueOf(countNamesAsOne(catalogue, ['Low Porch', 'Lowe Porche'])).diff),
    );
    expect(valuesIn(companyOf(one, TODAY))).toEqual([['Low Porch', 3]]);
    expect(spellingsOf(companyOf(one, TODAY).members.values())).toEqual([]);
    const apart = valueOf(applyDiff(one, valueOf(countNamesAsOne(one, ['Low Porch'], true)).diff));
    expect(valuesIn(companyOf(apart, TODAY))).toHaveLength(2);
  });
  it('are never one where their numbers are others', () => {
    expect(valuesIn(companyOf(spelt('Porch 2.2', 'Porch 22'), TODAY))).toHaveLength(2);
  });
});

describe('the grid', () => {
  it('has the claims of its members beside it', () => {
    const claim = createClaim({
      id: 'claim:c',
      subject: 'release:b1-1',
      wording: 'Nine pages',
      key: 'welcome.actions',
    });
    const catalogue = withRecords(catalogueOf(...FRAME), [claim]);
    const company = companyOf(catalogue, TODAY);
    const claimsOf = (area: 'welcome' | 'kernel') =>
      gridOf(catalogue, company, membersOf(company, FIVE), area).claims;
    expect(claimsOf('welcome').map(({ member }) => member)).toEqual(['distribution:b1']);
    expect(claimsOf('kernel')).toEqual([]);
  });
});

describe('closeness', () => {
  // b1 says four facts that the base has: one changed, three the same; and of archives one of three elements is added.
  const records = [
    ...['icons', 'widgets', 'cursor', 'font'].flatMap((name, i) => [
      on('base', `themes.${name}`, { value: 'Plain' }),
      on('b1', `themes.${name}`, { value: i === 0 ? 'Reed' : 'Plain' }),
    ]),
    on('base', 'repositories.archives', { value: [{ name: 'main' }, { name: 'updates' }] }),
    on('b1', 'repositories.archives', { value: [{ name: 'main' }, { name: 'updates' }, { name: 'own' }] }),
    on('base', 'kernel.version', { value: '6.8' }),
    on('b2', 'welcome.guide', { value: 'Own' }),
  ];
  const closeness = (name: string, weights = {}) => {
    const catalogue = catalogueOf(...FRAME, ...records);
    return closenessOf(layerTable(catalogue, chainOf(catalogue, `release:${name}-1`, TODAY)), weights);
  };
  it('is 1 − changed ÷ comparable, by area and overall, with counts; what is only carried is not counted', () => {
    const { overall, areas } = closeness('b1');
    expect(areas).toEqual([
      { area: 'repositories', changed: 1, comparable: 3, facts: 1, known: 1, share: 1 - 1 / 3 },
      { area: 'themes', changed: 1, comparable: 4, facts: 4, known: 4, share: 0.75 },
    ]);
    expect(overall).toEqual({ changed: 2, comparable: 7, facts: 5, known: 6, share: 1 - 2 / 7 });
  });
  it('weighs areas as it is told', () => {
    expect(closeness('b1', { repositories: 0 }).overall.share).toBe(0.75);
    // (2 × 1 + 1) ÷ (2 × 3 + 4)
    expect(closeness('b1', { repositories: 2 }).overall.share).toBeCloseTo(0.7);
  });
  it('is never told where nothing can be compared', () => {
    expect(closeness('b2').overall).toMatchObject({ changed: 0, comparable: 0, share: null });
  });
  it('of one that says what its base has is 1, whatever that is', () => {
    const values = fc.array(
      fc.tuple(fc.constantFrom('icons', 'widgets', 'cursor', 'font'), fc.constantFrom('A', 'B')),
      { minLength: 1 },
    );
    fc.assert(
      fc.property(values, (said) => {
        const own = [...new Map(said)].flatMap(([name, value]) => [
          on('base', `themes.${name}`, { value }),
          on('b1', `themes.${name}`, { value }),
        ]);
        const catalogue = catalogueOf(...FRAME, ...own);
        const { overall } = closenessOf(layerTable(catalogue, chainOf(catalogue, 'release:b1-1', TODAY)));
        // Of one or two things that are the same nothing is said.
        expect(overall.share).toBe(overall.comparable < LEAST_COMPARABLE ? null : 1);
      }),
      { numRuns: 30 },
    );
  });
});
