/**
 * What is not known is never told as unchanged, what is spoiled changes nothing above it, a part of a list drops nothing: laws
 * over readings of every kind, and the examples of docs/numbers.md.
 */
import fc from 'fast-check';
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
import { withRecords } from '../catalogue/applyDiff.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { FACT_KEYS, findFactKey } from '../catalogue/factSheet.ts';
import type { Reading } from '../catalogue/reading.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import { chainOf } from '../lineage/chain.ts';
import { agrees } from '../sameness/agreement.ts';
import { changesOf } from './changes.ts';
import { countsOf } from './counts.ts';
import { layerTable } from './layerTable.ts';
import { isApart, stripOf } from './strip.ts';

const TODAY = firstDayOf('2026-11-24');
const CHAIN = [
  ...['a', 'b', 'c'].map(distribution),
  ...[release('a', '1', '2026-01-01'), release('b', '1', '2026-02-01'), release('c', '1', '2026-03-01')],
  ...[link('release:b-1', 'release:a-1'), link('release:c-1', 'release:b-1')],
  ...[source('seen', 'capture', '2026-10-01'), source('page', 'page', '2026-04-01')],
];
const tableOf = (records: readonly AnyRecord[], id = 'release:c-1', day = TODAY) => {
  const catalogue = catalogueOf(...CHAIN, ...records);
  return layerTable(catalogue, chainOf(catalogue, id, day));
};
const rowOf = (table: ReturnType<typeof tableOf>, key: string) =>
  table.rows.find(({ fact }) => fact.key === key)!;
const cellOf = (table: ReturnType<typeof tableOf>, key: string, index = -1) =>
  rowOf(table, key).cells.at(index)!;

const ICONS = 'themes.icons';
const KEYS = [
  ICONS,
  'kernel.version',
  'welcome.guide',
  'repositories.archives',
  'repositories.mirrors',
] as const;
const list = (...names: string[]) => names.map((name) => ({ name }));

/** Any reading of a layer, fit ones and spoiled ones. */
const saying = (layer: string, key: string) =>
  fc
    .record({
      says: fc.constantFrom('value', 'other', 'none', 'unchanged', 'notFoundOut'),
      marks: fc.subarray(['approximate', 'partial', 'takenOver', 'onPurpose'] as const),
      from: fc.constantFrom('source:seen', 'source:page', undefined),
      accepted: fc.boolean(),
    })
    .map(({ says, marks, from, accepted }): Reading => {
      const isList = findFactKey(key)!.type === 'list';
      const isNumber = findFactKey(key)!.type === 'number';
      const value = isList
        ? says === 'value'
          ? list('x', 'y')
          : list('y', 'z')
        : isNumber
          ? says === 'value'
            ? 3
            : 5
          : says;
      const kind = says === 'value' || says === 'other' ? { value } : (says as 'none');
      return { ...reading(`release:${layer}-1`, key, kind, from ? { source: from } : {}), marks, accepted };
    });
const sayings = fc
  .tuple(...['a', 'b', 'c'].flatMap((layer) => KEYS.map((key) => fc.option(saying(layer, key)))))
  .map((all) => all.flatMap((each) => each ?? []));

describe('a spoiled reading', () => {
  it('changes no descendant, whatever else is said', () => {
    fc.assert(
      fc.property(
        sayings,
        fc.constantFrom('a', 'b'),
        fc.constantFrom(...KEYS),
        saying('b', ICONS),
        (all, layer, key, more) => {
          const spoiled: Reading = {
            ...more,
            ...reading(`release:${layer}-1`, key, 'none', { source: 'source:seen' }),
            id: 'reading:spoiled',
            spoiledBy: ['live image'],
            accepted: false,
          };
          const [before, after] = [tableOf(all), tableOf([...all, spoiled])];
          expect(after.rows.map(({ cells }) => cells[2])).toEqual(before.rows.map(({ cells }) => cells[2]));
          expect(cellOf(after, key, layer === 'a' ? 0 : 1).handed).toEqual(
            cellOf(before, key, layer === 'a' ? 0 : 1).handed,
          );
        },
      ),
    );
  });
  it('is a state of its own with what was seen, and decides once it is accepted with a reason', () => {
    const seen = {
      ...reading('release:b-1', ICONS, 'none', { source: 'source:seen' }),
      spoiledBy: ['live image'],
    };
    const base = reading('release:a-1', ICONS, { value: 'Plain' });
    const table = tableOf([base, seen]);
    expect(cellOf(table, ICONS, 1)).toMatchObject({
      state: 'spoiled',
      absent: false,
      standing: 'not comparable',
      spoiled: { id: seen.id },
    });
    expect(cellOf(table, ICONS)).toMatchObject({ state: 'carried', value: 'Plain' });
    const accepted = { ...seen, accepted: true, acceptedBecause: 'Installed by hand later' };
    expect(cellOf(tableOf([base, accepted]), ICONS, 1)).toMatchObject({ state: 'none', standing: 'changed' });
    expect(cellOf(tableOf([base, accepted]), ICONS)).toMatchObject({ state: 'carried', absent: true });
  });
});

describe('what stands to the base', () => {
  it('is in exactly one of its ways for every fact that is said, and nothing changed or the same without a base’s value', () => {
    fc.assert(
      fc.property(sayings, (all) => {
        const table = tableOf(all);
        const { changed, same, baseUnknown, noBase, notComparable, notCheckedAgain } = countsOf(table.rows);
        const standing = table.rows.filter(({ cells }) => cells[2].standing !== null).length;
        expect(changed + same + baseUnknown + noBase + notComparable + notCheckedAgain).toBe(standing);
        expect(
          changesOf(table)
            .map(({ fact }) => fact.key)
            .sort(),
        ).toEqual(
          table.rows
            .filter(({ cells }) => cells[2].standing === 'changed')
            .map(({ fact }) => fact.key)
            .sort(),
        );
        for (const { cells } of table.rows) {
          const { value, absent } = cells[1].handed;
          const isKnown = value !== undefined || absent;
          if (!isKnown && cells[2].inForce?.state !== 'unchanged')
            expect(['same', 'changed']).not.toContain(cells[2].standing);
          if (cells[2].state === 'takenOver') expect(cells[2].standing).toBe('not checked again');
        }
      }),
    );
  });
  it('is "base unknown" under a base of which nothing is recorded, "no base" without one, and the strip says so', () => {
    const said = FACT_KEYS.filter(({ inherited, area }) => inherited && area === 'themes').slice(0, 9);
    const readings = said.map(({ key, type }) =>
      reading('release:c-1', key, {
        value: type === 'yesNo' ? true : type === 'list' ? list('x') : type === 'number' ? 2 : 'x',
      }),
    );
    const table = tableOf(readings);
    expect(countsOf(table.rows)).toMatchObject({ changed: 0, same: 0, baseUnknown: 9, recorded: 9 });
    const themes = stripOf(table).find(({ area }) => area === 'themes')!;
    expect(themes).toMatchObject({ level: 0, same: 0, apart: { baseUnknown: 9 } });
    expect(isApart(themes)).toBe(true);
    const root = reading('release:a-1', ICONS, { value: 'Plain' });
    expect(cellOf(tableOf([root], 'release:a-1'), ICONS).standing).toBe('base unknown');
    const independent = reading('distribution:a', 'lineage.independent', { value: true });
    expect(cellOf(tableOf([root, independent], 'release:a-1'), ICONS).standing).toBe('no base');
  });
  it('is not told of a version that a rolling base had at another time; of the same week it is', () => {
    const rolls = reading('distribution:b', 'model.kind', { value: 'rolling' });
    const theirs = reading('release:b-1', 'kernel.version', { value: '6.10.6' }, { date: '2026-08-02' });
    const own = (date: string) => reading('release:c-1', 'kernel.version', { value: '6.9.1' }, { date });
    expect(cellOf(tableOf([rolls, theirs, own('2026-10-20')]), 'kernel.version').standing).toBe(
      'not comparable',
    );
    expect(cellOf(tableOf([rolls, theirs, own('2026-08-09')]), 'kernel.version').standing).toBe('changed');
    expect(cellOf(tableOf([theirs, own('2026-10-20')]), 'kernel.version').standing).toBe('changed');
  });
  it('is a replacement, not a holding back, where a version is a build of its own', () => {
    const format = reading('distribution:a', 'identity.packageFormat', { value: 'deb' });
    const theirs = reading('release:b-1', 'kernel.version', { value: '6.16.1-1' });
    const kindOf = (version: string) =>
      changesOf(tableOf([format, theirs, reading('release:c-1', 'kernel.version', { value: version })]))[0]
        .elements[0].kind;
    expect(kindOf('6.15.4-2-own')).toBe('replaces');
    expect(kindOf('6.15.4-2')).toBe('holds back');
  });
});

describe('a list of which only some elements are known', () => {
  const ARCHIVES = 'repositories.archives';
  const partial = (names: string[]) => ({
    ...reading('release:c-1', ARCHIVES, { value: list(...names) }),
    marks: ['partial' as const],
  });
  it('adds to the base’s and never drops', () => {
    const name = fc.constantFrom('main', 'updates', 'security', 'own', 'front', 'people');
    const names = fc.uniqueArray(name, { minLength: 1 });
    fc.assert(
      fc.property(names, names, (base, own) => {
        const table = tableOf([reading('release:b-1', ARCHIVES, { value: list(...base) }), partial(own)]);
        const kinds = changesOf(table).flatMap(({ elements }) =>
          elements.map(({ kind, name: of }) => `${kind} ${of}`),
        );
        expect(kinds.sort()).toEqual(
          own
            .filter((each) => !base.includes(each))
            .map((each) => `adds ${each}`)
            .sort(),
        );
      }),
    );
  });
  it('as the base’s tells nothing of what it does not name', () => {
    const base = {
      ...reading('release:b-1', ARCHIVES, { value: list('main') }),
      marks: ['partial' as const],
    };
    const own = reading('release:c-1', ARCHIVES, { value: list('own', 'main') });
    expect(changesOf(tableOf([base, own]))).toEqual([]);
    expect(cellOf(tableOf([base, own]), ARCHIVES).standing).toBe('same');
    const without = reading('release:c-1', ARCHIVES, { value: list('own') });
    expect(changesOf(tableOf([base, without]))[0].elements.map(({ kind }) => kind)).toEqual(['drops']);
  });
});

describe('numbers said as a range', () => {
  it('agree when they overlap, in either order, and with themselves', () => {
    const said = fc.tuple(fc.integer({ min: 0, max: 20 }), fc.nat(10)).map(([least, more]) => ({
      ...{ absent: false, isPartial: false, value: least },
      interval: { least, most: least + more },
    }));
    fc.assert(
      fc.property(said, said, (a, b) => {
        expect(agrees(a, a)).toBe(true);
        expect(agrees(a, b)).toBe(agrees(b, a));
        expect(agrees(a, b)).toBe(a.interval.least <= b.interval.most && b.interval.least <= a.interval.most);
      }),
    );
  });
});

describe('the editions of a release', () => {
  const EDITIONS = ['edition:c-Main', 'edition:c-Heath'];
  const two = (...readings: AnyRecord[]) =>
    withRecords(catalogueOf(...CHAIN), [edition('c', 'Main'), edition('c', 'Heath'), ...readings]);
  const seenOf = (catalogue: ReturnType<typeof two>, of?: string) =>
    layerTable(catalogue, chainOf(catalogue, 'release:c-1', TODAY, of)).rows.flatMap(({ cells }) =>
      cells[2].readings.map(({ id }) => id),
    );
  it('part what is said: of one edition in its dossier alone, of all in each', () => {
    const some = fc.array(
      fc.record({
        key: fc.constantFrom(...KEYS),
        of: fc.constantFrom('condition', 'subject', 'all'),
        edition: fc.nat(1),
      }),
      { maxLength: 8 },
    );
    fc.assert(
      fc.property(some, (all) => {
        const readings = all.map(({ key, of, edition: n }, i) => ({
          ...reading(of === 'subject' ? EDITIONS[n] : 'release:c-1', key, 'none'),
          id: `reading:${i}`,
          ...(of === 'condition' && { conditions: { edition: EDITIONS[n] } }),
        }));
        const catalogue = two(...readings);
        const [main, heath] = EDITIONS.map((id) => new Set(seenOf(catalogue, id)));
        for (const [i, { of, edition: n }] of all.entries()) {
          const inEach = [main, heath].map((ids) => ids.has(`reading:${i}`));
          expect(inEach).toEqual(of === 'all' ? [true, true] : [n === 0, n === 1]);
        }
        expect(new Set(seenOf(catalogue))).toEqual(new Set([...main, ...heath]));
      }),
    );
  });
  it('have a value together only where each is known to have the same', () => {
    const of = (n: number, value: string) => ({
      ...reading('release:c-1', ICONS, { value }),
      id: `reading:${n}-${value}`,
      conditions: { edition: EDITIONS[n] },
    });
    const whole = (...readings: AnyRecord[]) => {
      const catalogue = two(...readings);
      return rowOf(layerTable(catalogue, chainOf(catalogue, 'release:c-1', TODAY)), ICONS).cells[2];
    };
    expect(whole(of(0, 'Tide'))).toMatchObject({ state: 'notLookedAt', standing: null });
    expect(whole(of(0, 'Tide')).byEdition).toHaveLength(2);
    expect(whole(of(0, 'Tide'), of(1, 'Tide'))).toMatchObject({ state: 'own', value: 'Tide', byEdition: [] });
    const differ = whole(of(0, 'Tide'), of(1, 'Reed'));
    expect(differ).not.toHaveProperty('value');
    expect(differ.disputed).toBe(false);
  });
});

describe('readings that disagree', () => {
  const icons = (value: string, id: string, more: Partial<Reading> = {}) => ({
    ...reading('release:c-1', ICONS, { value }),
    id: `reading:${id}`,
    ...more,
  });
  it('are explained first by what differs around them; what stays is a contradiction', () => {
    const live = icons('Plain', 'live', { conditions: { medium: 'live' } });
    const installed = icons('Tide', 'installed', { conditions: { medium: 'installed' } });
    const told = cellOf(tableOf([live, installed]), ICONS);
    expect(told).toMatchObject({ disputed: false, disagreements: [{ explainedBy: ['medium'] }] });
    expect(cellOf(tableOf([icons('Plain', 'x'), icons('Tide', 'y')]), ICONS)).toMatchObject({
      disputed: true,
    });
    const memory = (value: number, id: string, conditions: Reading['conditions'], date = '2026-10-01') => ({
      ...reading('release:c-1', 'footprint.memory', { value }),
      ...{ id: `reading:${id}`, conditions, date },
    });
    const machines = [
      memory(600, 'small', { machine: 'virtual', memoryMiB: 2048 }),
      memory(900, 'large', { machine: 'hardware', memoryMiB: 8192 }),
    ];
    expect(cellOf(tableOf(machines), 'footprint.memory')).toMatchObject({
      disputed: false,
      disagreements: [{ explainedBy: ['machine'] }],
    });
    const alike = [memory(600, 'one', { tool: 'viewer' }), memory(900, 'two', { tool: 'viewer' })];
    expect(cellOf(tableOf(alike), 'footprint.memory').disputed).toBe(true);
  });
  it('typed one after another tie in all but the order of entering: the later one is in force', () => {
    const typed = (value: string, entered: number) => icons(value, `typed-${entered}`, { entered });
    expect(cellOf(tableOf([typed('Old', 3), typed('New', 8)]), ICONS).value).toBe('New');
    expect(cellOf(tableOf([typed('New', 8), typed('Old', 3)]), ICONS).value).toBe('New');
  });
  it('of a day are those said by then; where nothing was, what was said later tells of it', () => {
    const early = icons('Early', 'early', { date: '2026-05-01' });
    const late = icons('Late', 'late', { date: '2026-05-20', source: 'source:seen' });
    const on = (day: string) => cellOf(tableOf([early, late], 'release:c-1', firstDayOf(day)), ICONS).value;
    expect([on('2026-05-10'), on('2026-06-01'), on('2026-04-01')]).toEqual(['Early', 'Late', 'Late']);
  });
});
