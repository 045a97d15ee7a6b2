import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, link, reading, release, source } from '../../testing/catalogues.ts';
import type { Element } from '../catalogue/factValue.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { chainOf } from '../lineage/chain.ts';
import { changesOf } from './changes.ts';
import { levelOf, stripOf } from './strip.ts';
import { diffValues } from './compareValues.ts';
import { layerTable } from './layerTable.ts';
import { valueInForce } from '../weighing/valueInForce.ts';

const TODAY = firstDayOf('2026-11-24');
const SOURCES = [
  source('capture', 'capture', '2026-11-01'),
  source('page', 'page', '2026-03-03'),
  source('later', 'page', '2026-11-20'),
];
const three = (...readings: AnyRecord[]) => {
  const catalogue = catalogueOf(
    ...['a', 'b', 'c'].map(distribution),
    ...[release('a', '1'), release('b', '1'), release('c', '1', '2026-03-01')],
    ...[link('release:b-1', 'release:a-1'), link('release:c-1', 'release:b-1'), ...SOURCES, ...readings],
  );
  return { catalogue, table: layerTable(catalogue, chainOf(catalogue, 'release:c-1', TODAY)) };
};
const says = (layer: string, key: string, value: Parameters<typeof reading>[2], sourceId = 'capture') =>
  reading(`release:${layer}-1`, key, value, { source: `source:${sourceId}` });
const cells = (table: ReturnType<typeof three>['table'], key: string) =>
  table.rows.find(({ fact }) => fact.key === key)!.cells;

describe('the value in force', () => {
  const pick = (...readings: AnyRecord[]) => {
    const { catalogue, table } = three(...readings);
    return { catalogue, found: cells(table, 'themes.icons')[2] };
  };
  it('was seen in a capture rather than read on a page', () => {
    const { found } = pick(
      says('c', 'themes.icons', { value: 'A' }, 'page'),
      says('c', 'themes.icons', { value: 'B' }),
    );
    expect(found).toMatchObject({ value: 'B', evidence: 'seen', disputed: true });
  });
  it('is the nearest in time to the release among equals', () => {
    const { found } = pick(
      says('c', 'themes.icons', { value: 'A' }, 'later'),
      says('c', 'themes.icons', { value: 'B' }, 'page'),
    );
    expect(found).toMatchObject({ value: 'B', evidence: 'claimed', disputed: true });
  });
  it('is the one the analyst accepted, and then nothing is disputed', () => {
    const accepted = { ...says('c', 'themes.icons', { value: 'A' }, 'later'), accepted: true };
    expect(pick(accepted, says('c', 'themes.icons', { value: 'B' })).found).toMatchObject({
      value: 'A',
      disputed: false,
    });
  });
  it('is never a spoiled one: the fact stays unknown', () => {
    const spoiled = { ...says('c', 'themes.icons', 'none'), spoiledBy: ['live image'] };
    const { found } = pick(spoiled);
    expect(found).toMatchObject({
      state: 'spoiled',
      standing: 'not comparable',
      spoiled: { id: spoiled.id },
    });
    expect(found.inForce).toBeUndefined();
  });
  it('is not one that another replaces, and then nothing is disputed', () => {
    const old = says('c', 'themes.icons', { value: 'A' });
    const now = { ...says('c', 'themes.icons', { value: 'B' }, 'page'), replaces: old.id };
    expect(pick(old, now).found).toMatchObject({ value: 'B', disputed: false });
    // Readings that replace each other leave the rules to decide.
    expect(pick({ ...old, replaces: now.id }, now).found).toMatchObject({ value: 'A', disputed: true });
  });
  it('is null without readings', () =>
    expect(valueInForce(three().catalogue, [], { fact: findFactKey('themes.icons')! })).toBeNull());
});

describe('the layer table', () => {
  it('carries values up, and keeps "unchanged" apart from "not looked at"', () => {
    const { table } = three(
      says('a', 'kernel.version', { value: '6.1' }),
      says('b', 'kernel.version', { value: '6.8' }),
      says('c', 'kernel.version', 'unchanged'),
      says('a', 'themes.icons', { value: 'Plain' }),
      says('b', 'themes.icons', { value: 'Plain' }),
      says('b', 'welcome.guide', { value: 'Door' }),
    );
    expect(cells(table, 'kernel.version')).toMatchObject([
      { state: 'own', setBy: 0 },
      { state: 'own', value: '6.8', setBy: 1 },
      { state: 'unchanged', value: '6.8', setBy: 1 },
    ]);
    expect(cells(table, 'themes.icons')).toMatchObject([
      { state: 'own' },
      { state: 'unchanged', setBy: 0 },
      { state: 'carried', value: 'Plain', setBy: 0 },
    ]);
    expect(cells(table, 'welcome.guide').map(({ state }) => state)).toEqual([
      'notLookedAt',
      'own',
      'carried',
    ]);
    expect(cells(table, 'defaults.init').map(({ state }) => state)).toEqual([
      'notLookedAt',
      'notLookedAt',
      'notLookedAt',
    ]);
  });
  it('does not hand down what is a layer’s own, such as its purpose', () => {
    const { table } = three(reading('distribution:a', 'identity.purpose', { value: 'For all' }));
    expect(cells(table, 'identity.purpose').map(({ state }) => state)).toEqual([
      'own',
      'notLookedAt',
      'notLookedAt',
    ]);
  });
  it('shows the value below again when a layer’s reading is erased', () => {
    const own = says('c', 'kernel.version', { value: '6.9' });
    const base = says('a', 'kernel.version', { value: '6.1' });
    expect(cells(three(base, own).table, 'kernel.version')[2]).toMatchObject({ state: 'own', value: '6.9' });
    expect(cells(three(base).table, 'kernel.version')[2]).toMatchObject({ state: 'carried', value: '6.1' });
  });
});

describe('changes', () => {
  it('are facts that a layer sets and that differ; unknown is neither equal nor different', () => {
    const { table } = three(
      says('a', 'kernel.version', { value: '6.1' }),
      says('c', 'kernel.version', { value: '6.9' }),
      says('c', 'themes.icons', { value: 'Tide' }),
      says('a', 'welcome.guide', 'none'),
      says('c', 'welcome.guide', { value: 'Start' }),
      says('a', 'defaults.application.office', { value: 'Ledger' }),
      says('c', 'defaults.application.office', 'none'),
      says('b', 'defaults.application.mail', 'unchanged'),
      says('c', 'defaults.application.mail', { value: 'Corvid' }),
    );
    expect(
      changesOf(table).map(({ fact, elements }) => `${fact.key} ${elements.map(({ kind }) => kind)}`),
    ).toEqual(['kernel.version replaces', 'welcome.guide adds', 'defaults.application.office drops']);
    expect(changesOf(table, 0)).toEqual([]);
  });
  it('of lists are told element by element', () => {
    const before: Element[] = [
      { name: 'base' },
      { name: 'store', settings: { state: 'on', tier: '1' } },
      { slot: 'mail', name: 'P' },
      { name: 'gone' },
    ];
    const after: Element[] = [
      { name: 'front' },
      { name: 'base' },
      { name: 'store', settings: { state: 'off', tier: '1' } },
      { slot: 'mail', name: 'Q' },
    ];
    expect(diffValues(before, after)).toEqual([
      { kind: 'adds', name: 'front', after: 'front' },
      { kind: 'retunes', name: 'store', before: 'store (on)', after: 'store (off)' },
      { kind: 'replaces', name: 'Q', before: 'P', after: 'Q' },
      { kind: 'drops', name: 'gone', before: 'gone' },
    ]);
  });
  it('are none between equal lists, and turn round with the sides', () => {
    const list = fc
      .uniqueArray(fc.constantFrom('a', 'b', 'c', 'd', 'e'), { minLength: 1 })
      .map((names) => names.map((name): Element => ({ name })));
    fc.assert(
      fc.property(list, list, (a, b) => {
        expect(diffValues(a, [...a].reverse())).toEqual([]);
        const kinds = (changed: ReturnType<typeof diffValues>, kind: string) =>
          changed.filter((entry) => entry.kind === kind).length;
        expect(kinds(diffValues(a, b), 'adds')).toBe(kinds(diffValues(b, a), 'drops'));
      }),
    );
  });
  it('fill the strip by thirds, and tell what nobody looked at', () => {
    expect([0, 1, 2, 3, 4, 40].map(levelOf)).toEqual([0, 1, 2, 2, 3, 3]);
    const list = (names: string[]) => ({ value: names.map((name) => ({ name })) });
    const { table } = three(
      says('a', 'kernel.offered', list(['1'])),
      says('c', 'kernel.offered', list(['1', '2', '3', '4', '5'])),
      says('a', 'themes.icons', { value: 'P' }),
    );
    expect(
      stripOf(table).map(({ area, changed, looked, level }) => `${area} ${changed} ${looked} ${level}`),
    ).toEqual([
      ...[
        'repositories 0 0 0',
        'kernel 4 1 3',
        'themes 0 0 0',
        'welcome 0 0 0',
        'defaults 0 0 0',
        'model 0 0 0',
      ],
    ]);
  });
  it('are as the table says from scratch, for any readings', () => {
    const value = fc.constantFrom('x', 'y', 'none', 'unchanged', null);
    fc.assert(
      fc.property(value, value, value, (a, b, c) => {
        const key = 'themes.icons';
        const layers = [
          ['a', a],
          ['b', b],
          ['c', c],
        ] as const;
        const readings = layers.flatMap(([layer, text]) =>
          text === null
            ? []
            : [says(layer, key, text === 'none' || text === 'unchanged' ? text : { value: text })],
        );
        const { table } = three(...readings);
        // By hand: what is known below c, as a value, "none", or unknown.
        const below = [a, b].reduce<string | null>(
          (known, text) => (text === null || text === 'unchanged' ? known : text),
          null,
        );
        const changes = below !== null && c !== null && c !== 'unchanged' && c !== below;
        expect(changesOf(table).some(({ fact }) => fact.key === key)).toBe(changes);
        expect(findFactKey(key)).toBeDefined();
      }),
    );
  });
});
