import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createPackageColumns } from '../formats/packageColumns.ts';
import { estimateDelay } from './delay.ts';
import { judgeDelay } from './judgeDelay.ts';
import { freshnessBySection, measureFreshness, quantile } from './freshness.ts';
import type { BaseChange, DatedState } from './baseStates.ts';
import type { ListPart } from './listParts.ts';
import { createInstalledSet } from './installedSet.ts';

type Versions = Readonly<Record<string, string>>;
const columns = (versions: Versions, section = 'utils') =>
  createPackageColumns(
    'deb',
    Object.entries(versions).map(([name, version]) => ({ name, version, section })),
  );
const system = (versions: Versions) => createInstalledSet(columns(versions));
const state = (day: number, versions: Versions, security: Versions | null = null): DatedState => ({
  day,
  date: String(day),
  lists: [
    { name: 'main', part: 'base', packages: columns(versions) },
    ...(security ? [{ name: 'fixes', part: 'security' as ListPart, packages: columns(security) }] : []),
  ],
});
const measured = (installed: Versions, states: readonly DatedState[], day: number) =>
  measureFreshness(system(installed), states, day)!;

describe('days behind', () => {
  const states = [
    state(100, { a: '1-1', b: '1-1', c: '1-1' }),
    state(110, { a: '2-1', b: '1-1', c: '1-1' }),
    state(120, { a: '3-1', b: '1-2', c: '1-1' }),
  ];
  it('run from the day on which the first newer version appeared', () => {
    const { packages, whole } = measured({ a: '1-1', b: '1-1', c: '1-1', x: '1' }, states, 125);
    expect(
      packages.map(({ standing, days, daysAtMost, versions }) => [standing, days, daysAtMost, versions]),
    ).toEqual([
      ['behind', 15, 24, 2],
      ['behind', 5, 14, 1],
      ['current', 0, 0, 0],
      ['own', 0, 0, 0],
    ]);
    expect(whole).toEqual({
      known: 3,
      current: 1,
      behind: 2,
      ahead: 0,
      median: 5,
      ninetieth: 15,
      worst: 15,
      worstIsOpen: false,
    });
  });
  it('are open where the first state had the newer version already', () => {
    const [a] = measured({ a: '0.5-1' }, states, 125).packages;
    expect([a.days, a.daysAtMost]).toEqual([25, Infinity]);
    expect(measured({ a: '0.5-1' }, states, 125).whole.worstIsOpen).toBe(true);
  });
  it('do not count what came after the day', () => {
    const { packages, states: used } = measured({ a: '1-1', b: '1-1' }, states, 112);
    expect(packages.map(({ standing, days }) => [standing, days])).toEqual([
      ['behind', 2],
      ['current', 0],
    ]);
    expect(used).toEqual([100, 110]);
    expect(measureFreshness(system({ a: '1' }), states, 99)).toBeNull();
  });
  it('take a rebuilt or patched version for the one that it was made from', () => {
    const { packages } = measured({ a: '3-1own1', b: '1-1own1', c: '2-1' }, states, 125);
    expect(packages.map(({ standing }) => standing)).toEqual(['current', 'behind', 'ahead']);
  });
  it('are counted for the security archive apart', () => {
    const fixed = [state(100, { a: '1-1' }, {}), state(110, { a: '1-1' }, { a: '1-1.1', b: '1-1.1' })];
    const { whole, security, securityPackages } = measured({ a: '1-1', b: '1-1.1' }, fixed, 130);
    expect(whole).toMatchObject({ current: 1, behind: 0 });
    expect(security).toMatchObject({ known: 2, behind: 1, worst: 20 });
    expect(securityPackages.map(({ name, standing }) => `${name} ${standing}`)).toEqual([
      'a behind',
      'b current',
    ]);
    expect(measured({ a: '1-1' }, states, 125).security).toBeNull();
  });
  it('add up by section', () => {
    const { packages } = measured({ a: '1-1', b: '1-1', c: '1-1' }, states, 125);
    const sections = freshnessBySection(
      packages.map((each, i) => ({ ...each, section: i ? 'net' : 'contrib/libs' })),
    );
    expect(sections.map(({ section, summary }) => [section, summary.known, summary.behind])).toEqual([
      ['net', 2, 1],
      ['libs', 1, 1],
    ]);
  });
  it('are none for a system equal to the newest state, whatever came before', () => {
    const versions = fc.dictionary(fc.constantFrom('a', 'b', 'c'), fc.constantFrom('1-1', '2-1', '3-1'));
    fc.assert(
      fc.property(fc.array(versions, { minLength: 1, maxLength: 5 }), (held) => {
        const all = held.map((each, i) => state(i, each));
        const { packages } = measured(held.at(-1)!, all, held.length);
        expect(
          packages.every(
            ({ standing, days }) => (standing === 'current' || standing === 'ahead') && days === 0,
          ),
        ).toBe(true);
      }),
    );
  });
});

describe('quantiles', () => {
  it('are values of the list', () => {
    expect([
      quantile([], 0.5),
      quantile([1, 2, 3, 4], 0.5),
      quantile([1, 2, 3, 4], 0.9),
      quantile([5], 0.9),
    ]).toEqual([0, 2, 4, 5]);
  });
});

describe('the delay', () => {
  /** Changes of every age from 1 to `ages`, each held back by a delay drawn in turn from `delays`. */
  const changes = (ages: number, delays: readonly number[], slack = 0): BaseChange[] =>
    Array.from({ length: ages * delays.length }, (_, i) => {
      const age = 1 + Math.floor(i / delays.length);
      return { age, slack, arrived: age >= delays[i % delays.length] };
    });
  it('is found from what has arrived and what has not', () => {
    const estimate = estimateDelay(changes(60, [14]))!;
    expect([estimate.median, estimate.ninetieth, estimate.changes]).toEqual([14, 14, 60]);
    const mixed = estimateDelay(changes(60, [10, 10, 10, 40]))!;
    expect([mixed.median, mixed.ninetieth]).toEqual([10, 40]);
    expect(estimateDelay([])).toBeNull();
    expect(estimateDelay(changes(20, [90]))!.median).toBeNull();
  });
  it('falls with age, whatever chance does, and keeps the number of changes', () => {
    const change = fc.record({ age: fc.nat(50), slack: fc.constant(0), arrived: fc.boolean() });
    fc.assert(
      fc.property(fc.array(change, { minLength: 1 }), (list) => {
        const { steps } = estimateDelay(list)!;
        steps.forEach((step, i) => expect(step.waiting).toBeLessThanOrEqual(steps[i - 1]?.waiting ?? 1));
        expect(steps.reduce((sum, step) => sum + step.changes, 0)).toBe(list.length);
        const waiting = steps.reduce((sum, step) => sum + step.waiting * step.changes, 0);
        expect(waiting).toBeCloseTo(list.filter(({ arrived }) => !arrived).length);
      }),
    );
  });
  it('is taken from closely dated changes alone, where there are enough', () => {
    const loose = changes(30, [1], 90);
    expect(estimateDelay([...changes(60, [14]), ...loose])).toMatchObject({ slack: 0, median: 14 });
    expect(estimateDelay(loose)).toMatchObject({ slack: 90 });
  });
  it('as stated is confirmed, partly true, refuted, or cannot be told', () => {
    const estimate = estimateDelay(changes(80, [12, 12, 12, 40]))!;
    const verdict = (least: number, most: number) => judgeDelay(estimate, { least, most }).verdict;
    expect([verdict(10, 14), verdict(35, 45), verdict(4, 6), verdict(50, 60)]).toEqual([
      'confirmed',
      'partly',
      'refuted',
      'refuted',
    ]);
    expect(verdict(100, 120)).toBe('unclear');
    expect(judgeDelay(estimateDelay(changes(9, [2]))!, { least: 1, most: 3 }).verdict).toBe('unclear');
    expect(judgeDelay(estimateDelay(changes(80, [12], 30))!, { least: 10, most: 14 }).verdict).toBe(
      'unclear',
    );
    const { within, shorter, longer } = judgeDelay(estimate, { least: 10, most: 14 });
    expect([within, shorter, longer].map((share) => Math.round(share * 100))).toEqual([75, 0, 25]);
  });
});
