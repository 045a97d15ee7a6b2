/** Changes that are recorded: applied to a base, settled by it, weighed; and the law that ties them to comparing. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  catalogueOf,
  change,
  distribution,
  link,
  reading,
  release,
  source,
} from '../../testing/catalogues.ts';
import { RECORD_KINDS, type AnyRecord } from '../catalogue/recordKinds.ts';
import type { RecordedChange } from '../catalogue/change.ts';
import type { Element } from '../catalogue/factValue.ts';
import { keyOfValue } from '../sameness/value.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { compareAlpmVersions } from '../packages/alpmVersion.ts';
import { chainOf } from '../lineage/chain.ts';
import { lineageGraph } from '../lineage/lineageGraph.ts';
import { changesOf } from './changes.ts';
import { settledChanges } from './settledChanges.ts';
import { stripOf } from './strip.ts';
import { compareValues, diffValues } from './compareValues.ts';
import { impactOfFact } from './impact.ts';
import { layerTable } from './layerTable.ts';
import { beginRelease } from './nextRelease.ts';
import { applyChanges, settleChange } from './recordedChanges.ts';
import { uncheckedFacts } from './unchanged.ts';

const TODAY = firstDayOf('2026-11-24');
const ARCHIVES = 'repositories.archives';
const ICONS = 'themes.icons';
const list = (...names: string[]): Element[] => names.map((name) => ({ name }));
/** b 1 on a 1, with these records. */
const two = (...records: AnyRecord[]) =>
  catalogueOf(
    ...[distribution('a'), distribution('b'), release('a', '1', '2024'), release('b', '1', '2025')],
    ...[link('release:b-1', 'release:a-1'), source('seen', 'capture'), source('page', 'page'), ...records],
  );
const tableOf = (...records: AnyRecord[]) => {
  const catalogue = two(...records);
  return layerTable(catalogue, chainOf(catalogue, 'release:b-1', TODAY));
};
const cellOf = (table: ReturnType<typeof tableOf>, key: string) =>
  table.rows.find(({ fact }) => fact.key === key)!.cells.at(-1)!;
const onBase = (key: string, value: Parameters<typeof reading>[2]) => reading('release:a-1', key, value);

describe('a change recorded directly', () => {
  const replaced = change('release:b-1', ICONS, {
    does: 'replaces',
    after: 'Reed',
    sources: ['source:seen'],
  });
  const added = change('release:b-1', ARCHIVES, { does: 'adds', after: list('front', 'store'), weight: 3 });

  it('stands as it was recorded while the base’s value is not known, and counts', () => {
    const table = tableOf(replaced, added);
    expect(
      changesOf(table).map(({ fact, basis, evidence, amount }) => [fact.key, basis, evidence, amount]),
    ).toEqual([
      [ARCHIVES, 'recorded', 'none', 3],
      [ICONS, 'recorded', 'seen', 1],
    ]);
    expect(settledChanges(table).map(({ state }) => state)).toEqual(['open', 'open']);
    expect(
      stripOf(table)
        .map(({ changed, looked, level }) => [changed, looked, level])
        .slice(0, 3),
    ).toEqual([
      [2, 1, 2],
      [0, 0, 0],
      [1, 1, 1],
    ]);
    // A single value is known by it; of a list only parts are.
    expect(cellOf(table, ICONS)).toMatchObject({ state: 'own', value: 'Reed', evidence: 'seen' });
    expect(cellOf(table, ARCHIVES)).not.toHaveProperty('value');
    expect(cellOf(table, ARCHIVES).state).toBe('notLookedAt');
  });

  it('is settled when the base becomes known, and gives the value of the layer', () => {
    const table = tableOf(
      replaced,
      added,
      onBase(ICONS, { value: 'Plain' }),
      onBase(ARCHIVES, { value: list('main') }),
    );
    expect(settledChanges(table).map(({ state }) => state)).toEqual(['confirmed', 'confirmed']);
    expect(changesOf(table).map(({ basis, amount }) => [basis, amount])).toEqual([
      ['computed', 3],
      ['computed', 1],
    ]);
    expect(cellOf(table, ARCHIVES)).toMatchObject({
      state: 'own',
      value: list('main', 'front', 'store'),
      setBy: 1,
    });
    expect(uncheckedFacts(table)).toEqual([]);
  });

  it('is told apart where the base has it already, or the layer was seen to have something else', () => {
    const has = tableOf(added, onBase(ARCHIVES, { value: list('main', 'front') }));
    expect(settledChanges(has)).toMatchObject([
      {
        state: 'otherwise',
        found: [
          { kind: 'keeps', name: 'front' },
          { kind: 'adds', name: 'store' },
        ],
      },
    ]);
    const equal = tableOf(replaced, onBase(ICONS, { value: 'Reed' }));
    expect(settledChanges(equal)).toMatchObject([{ state: 'otherwise', found: [{ kind: 'keeps' }] }]);
    expect(changesOf(equal)).toEqual([]);
    expect(cellOf(equal, ICONS).state).toBe('unchanged');
    const seen = tableOf(
      replaced,
      onBase(ICONS, { value: 'Plain' }),
      reading('release:b-1', ICONS, { value: 'Other' }, { source: 'source:page' }),
    );
    expect(settledChanges(seen)[0].state).toBe('otherwise');
    expect(cellOf(seen, ICONS).value).toBe('Other');
  });

  it.each([
    ['drops', { does: 'drops', before: list('old') }, list('main')],
    ['replaces', { does: 'replaces', before: list('old'), after: list('new') }, list('main', 'new')],
    ['keeps', { does: 'keeps', before: list('old') }, list('main', 'old')],
  ] as const)('that %s is applied to the list of the base', (_, more, value) => {
    const record = change('release:b-1', ARCHIVES, {
      ...more,
      before: [...more.before],
    } as Partial<RecordedChange>);
    const table = tableOf(record, onBase(ARCHIVES, { value: list('main', 'old') }));
    expect(keyOfValue(cellOf(table, ARCHIVES).value!)).toBe(keyOfValue([...value]));
  });

  it('of a single value that is dropped leaves none, and one that is kept changes nothing', () => {
    expect(
      applyChanges({ value: 'Door', absent: false }, [
        change('release:b-1', 'welcome.guide', { does: 'drops' }),
      ]),
    ).toEqual({ absent: true });
    const kept = change('release:b-1', ICONS, { does: 'keeps' });
    expect(changesOf(tableOf(kept))).toEqual([]);
    expect(settledChanges(tableOf(kept, onBase(ICONS, { value: 'Plain' })))[0].state).toBe('confirmed');
  });

  it('stands in the way of an impact, or leaves it open where only parts of a list are told', () => {
    const classOf = (key: string, ...records: AnyRecord[]) => {
      const catalogue = two(...records);
      return impactOfFact(catalogue, lineageGraph(catalogue, TODAY), 'release:a-1', key, TODAY)[0].class;
    };
    expect(classOf(ICONS)).toBe('affected');
    expect(classOf(ICONS, replaced)).toBe('overridden');
    expect(classOf(ARCHIVES, added)).toBe('cannotTell');
  });

  it('needs what its kind names, and says nothing more', () => {
    const fits = (more: Partial<RecordedChange>) =>
      RECORD_KINDS.change.schema.safeParse(change('release:b-1', ICONS, more)).success;
    expect(fits({ does: 'adds', after: 'Reed' })).toBe(true);
    expect(fits({ does: 'adds' })).toBe(false);
    expect(fits({ does: 'drops', after: 'Reed' })).toBe(false);
    expect(fits({ after: 'Reed' })).toBe(false);
    expect(fits({ motive: 'Why not', weight: 2 })).toBe(true);
    expect(fits({ weight: 4 as never })).toBe(false);
  });

  it('goes on to the next release without its sources', () => {
    const catalogue = two(replaced);
    const made = beginRelease(catalogue, 'release:b-1', { version: '2', date: '' }, TODAY);
    expect(made.filter(({ kind }) => kind === 'change')).toMatchObject([
      { subject: 'release:b-2', does: 'replaces', after: 'Reed', sources: [] },
    ]);
  });
});

describe('weights', () => {
  it('take the place of counting, for the element or the whole fact that they are about', () => {
    const facts = [
      onBase(ARCHIVES, { value: list('main') }),
      reading('release:b-1', ARCHIVES, { value: list('main', 'x', 'y', 'z') }),
    ];
    const amount = (...notes: AnyRecord[]) => changesOf(tableOf(...facts, ...notes))[0].amount;
    const note = (element: string, weight?: 1 | 2 | 3) => ({
      ...change('release:b-1', ARCHIVES, { element, weight }),
      id: `change:n-${element || 'whole'}`,
    });
    expect(amount()).toBe(3);
    expect(amount(note('x'))).toBe(3);
    expect(amount(note('x', 3))).toBe(5);
    expect(amount(note('', 1))).toBe(1);
    expect(amount(note('gone', 3))).toBe(3);
  });
});

describe('holding back', () => {
  const version = findFactKey('kernel.version')!;
  it('is an older version of the same thing, by the order of the package format', () => {
    const comparing = { fact: version, order: compareAlpmVersions };
    expect(diffValues('6.10', '6.9', comparing)[0].kind).toBe('holds back');
    expect(diffValues('6.9', '6.10', comparing)[0].kind).toBe('replaces');
    expect(diffValues('6.10', '6.9', { fact: version })[0].kind).toBe('replaces');
    const kernel = (of: string): Element[] => [{ name: 'long-term', settings: { version: of } }];
    const offered = { fact: findFactKey('kernel.offered')!, order: compareAlpmVersions };
    expect(diffValues(kernel('6.10'), kernel('6.9'), offered)[0].kind).toBe('holds back');
  });
  it('is told with the format of the chain, and as a longer time of testing', () => {
    const table = tableOf(
      reading('distribution:a', 'identity.packageFormat', { value: 'deb' }),
      onBase('kernel.version', { value: '6.10' }),
      reading('release:b-1', 'kernel.version', { value: '6.9' }),
      onBase('repositories.holding', { value: 3 }),
      reading('release:b-1', 'repositories.holding', { value: 14 }),
    );
    expect(changesOf(table).map(({ elements }) => elements[0].kind)).toEqual(['holds back', 'holds back']);
  });
});

describe('comparing and applying', () => {
  const elements = fc
    .uniqueArray(fc.tuple(fc.constantFrom('a', 'b', 'c', 'd', 'e'), fc.constantFrom('1', '2')), {
      minLength: 1,
      selector: ([name]) => name,
    })
    .map((all) => all.map(([name, tier]): Element => ({ name, settings: { tier } })));

  it('changes that are recorded as they were computed lead to the same value, and are borne out by it', () => {
    fc.assert(
      fc.property(elements, elements, (before, after) => {
        const named = (all: readonly Element[], name: string) =>
          all.filter((element) => element.name === name);
        const records = diffValues(before, after).map(({ kind, name }, i): RecordedChange => ({
          ...change('release:b-1', ARCHIVES, { does: kind }),
          id: `change:${i}`,
          ...(kind === 'drops' ? { before: named(before, name) } : { after: named(after, name) }),
        }));
        const made = applyChanges({ value: before, absent: false }, records);
        if (records.length === 0) {
          expect(made).toBeNull();
          return;
        }
        expect(keyOfValue(made!.value ?? [])).toBe(keyOfValue(after));
        const computed = compareValues(before, made!.value);
        for (const record of records) expect(settleChange(record as never, computed).state).toBe('confirmed');
      }),
    );
  });
  it('sort every element of both sides into one class', () => {
    fc.assert(
      fc.property(elements, elements, (before, after) => {
        const names = compareValues(before, after).map(({ name }) => name);
        const all = new Set([...before, ...after].map(({ name }) => name));
        expect(names.sort()).toEqual([...all].sort());
      }),
    );
  });
});
