/** Views that fit an area, on a small chain. */
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, link, reading, release, source } from '../../../testing/catalogues.ts';
import type { FactValue } from '../../catalogue/factValue.ts';
import type { AnyRecord } from '../../catalogue/recordKinds.ts';
import { firstDayOf } from '../../catalogue/days.ts';
import { chainOf } from '../../lineage/chain.ts';
import { lineageGraph } from '../../lineage/lineageGraph.ts';
import { defaultsOf } from './defaults.ts';
import { kernelOf } from './kernel.ts';
import { modelOf } from '../../support/releaseModel.ts';
import { repositoriesOf } from './repositories.ts';
import { likenessCheck, likenessOf, themeParts } from './themes.ts';
import { misplacedActions, welcomeMatrix } from './welcome.ts';
import { layerTable } from '../layerTable.ts';

const TODAY = firstDayOf('2026-11-24');
const says = (layer: string, key: string, value: FactValue) => reading(`release:${layer}-1`, key, { value });
const list = (...names: string[]) => names.map((name) => ({ name }));
const family = catalogueOf(
  ...['a', 'b', 'x'].map(distribution),
  ...[release('a', '1'), release('b', '1'), release('x', '1')],
  link('release:b-1', 'release:a-1'),
  says('a', 'repositories.archives', list('base main', 'base extra')),
  says('a', 'repositories.holding', 10),
  says('b', 'repositories.archives', [
    { name: 'front', settings: { components: 'own', state: 'on', tier: 'first', holding: '2 days' } },
    { name: 'base main', settings: { state: 'off' } },
  ]),
  says('a', 'themes.icons', 'Plain'),
  says('a', 'themes.cursor', 'Plain'),
  says('a', 'themes.font', 'Heath Sans 11'),
  says('b', 'themes.icons', 'Tide'),
  says('b', 'themes.font', 'Heath Sans 10'),
  says('b', 'themes.boot', 'Own Boot'),
  says('b', 'themes.toolkits', 2),
  says('x', 'themes.icons', 'Tide'),
  says('a', 'welcome.guide', 'Door'),
  says('a', 'welcome.actions', list('updates', 'drivers')),
  says('x', 'welcome.guide', 'Start'),
  says('x', 'welcome.actions', list('drivers', 'look', 'updates')),
  says('x', 'welcome.opens', 'never'),
);
const table = (id: string) => layerTable(family, chainOf(family, `release:${id}-1`, TODAY));

/** What nothing is recorded of. */
const UNSAID = { components: '', state: 'on', owner: '', tier: '', suite: '', purpose: '' };

describe('repositories', () => {
  it('stand in their order, each with whose it is, its state and holding time; what is missing is named', () => {
    expect(repositoriesOf(table('b'))).toEqual({
      rows: [
        {
          ...UNSAID,
          place: 1,
          name: 'front',
          layer: 'release:b-1',
          whose: 'unknown',
          components: 'own',
          tier: 'first',
          holding: 2,
        },
        {
          ...UNSAID,
          place: 2,
          name: 'base main',
          layer: 'release:a-1',
          whose: 'base',
          state: 'off',
          holding: 10,
        },
      ],
      missing: ['base extra'],
    });
    expect(repositoriesOf(table('x'))).toEqual({ rows: [], missing: [] });
  });
});

describe('the time of testing', () => {
  it('of a layer is that of its main repository, not of its updates and security fixes', () => {
    const catalogue = catalogueOf(
      ...[distribution('a'), release('a', '1'), says('a', 'repositories.holding', 10)],
      says('a', 'repositories.archives', list('a.example brindle', 'a.example brindle-security')),
    );
    const { rows } = repositoriesOf(layerTable(catalogue, chainOf(catalogue, 'release:a-1', TODAY)));
    expect(rows.map(({ holding }) => holding)).toEqual([10, undefined]);
  });
});

describe('welcome tools', () => {
  const matrix = welcomeMatrix(family, lineageGraph(family, TODAY), 'distribution:b', TODAY);
  it('stand as a matrix: the one of the dossier first, though carried, what most offer on top', () => {
    expect(matrix.tools.map(({ id, name, opens }) => `${id} ${name} ${opens}`)).toEqual([
      'distribution:b Door ',
      'distribution:a Door ',
      'distribution:x Start never',
    ]);
    expect(matrix.actions).toEqual(['drivers', 'updates', 'look']);
    expect(matrix.tools[2].actions.get('updates')).toBe(3);
  });
  it('show steps that come before what they need', () => {
    expect(matrix.tools.map(misplacedActions)).toEqual([[], [], [['drivers', 'updates']]]);
  });
});

describe('theme parts', () => {
  it('come from below, from a stock name, from elsewhere, or are its own', () => {
    const parts = themeParts(table('b'), ['a', 'b', 'x'].map(table));
    expect(parts.map(({ fact, origin }) => [fact.key.slice(7), origin])).toEqual([
      ['icons', { kind: 'asIn', others: ['release:x-1'] }],
      ['cursor', { kind: 'carried', from: 'release:a-1' }],
      ['font', { kind: 'variant', of: 'Heath Sans 11' }],
      ['boot', { kind: 'unknown' }],
    ]);
  });
  it('are not borrowed from what rests on the layer, and are as stated where that was found', () => {
    const cursorOf = (parts: ReturnType<typeof themeParts>) =>
      parts.find(({ fact }) => fact.key === 'themes.cursor')!.origin;
    expect(cursorOf(themeParts(table('a'), ['b', 'x'].map(table)))).toEqual({ kind: 'unknown' });
    const catalogue = catalogueOf(
      ...[distribution('a'), release('a', '1'), says('a', 'themes.cursor', 'Dot')],
      says('a', 'themes.origins', [{ slot: 'Cursor', name: 'borrowed from Reed' }]),
    );
    const stated = layerTable(catalogue, chainOf(catalogue, 'release:a-1', TODAY));
    expect(cursorOf(themeParts(stated, []))).toEqual({ kind: 'stated', words: 'borrowed from Reed' });
  });
  it('of several toolkits were tested for likeness, or not', () => {
    expect(likenessOf(table('b'))).toBe('untested');
    expect(likenessOf(table('x'))).toBe('unknown');
  });
});

describe('the kernel', () => {
  const small = (...readings: AnyRecord[]) => {
    const catalogue = catalogueOf(
      ...[distribution('a'), distribution('b'), release('a', '1'), release('b', '1')],
      link('release:b-1', 'release:a-1'),
      ...readings,
    );
    return layerTable(catalogue, chainOf(catalogue, 'release:b-1', TODAY));
  };
  it('stands next to that of the base, by the order of its format, with the others and whose they are', () => {
    const view = kernelOf(
      small(
        reading('distribution:a', 'identity.packageFormat', { value: 'rpm' }),
        says('a', 'kernel.version', '6.10'),
        says('b', 'kernel.version', '6.9'),
        says('a', 'kernel.offered', list('long-term', 'hardened')),
        says('b', 'kernel.offered', [
          { name: 'hardened' },
          { name: 'low latency', settings: { version: '6.8' } },
        ]),
        says('b', 'kernel.changeable', true),
      ),
    );
    expect(view).toMatchObject({
      version: '6.9',
      base: '6.10',
      standing: 'older',
      missing: ['long-term'],
      changeable: true,
    });
    expect(view.offered).toEqual([
      { name: 'hardened', version: '', layer: 'release:a-1' },
      { name: 'low latency', version: '6.8', layer: 'release:b-1' },
    ]);
    expect(view.daysBehind).toBeUndefined();
  });
  it('of which nothing is known is unknown, not equal', () => {
    const view = kernelOf(small(says('a', 'kernel.version', '6.1')));
    expect(view.standing).toBe('same'); // carried: it is that of the base
    expect(kernelOf(small())).toMatchObject({ standing: 'unknown', offered: [], missing: [] });
    expect(kernelOf(small(says('a', 'kernel.version', 'x'), says('b', 'kernel.version', 'y'))).standing).toBe(
      'other',
    );
  });
});

describe('defaults', () => {
  const catalogue = catalogueOf(
    ...[distribution('a'), distribution('b'), release('a', '1'), release('b', '1')],
    link('release:b-1', 'release:a-1'),
    says('a', 'defaults.application.browser', 'Harbor'),
    says('a', 'defaults.application.mail', 'Corvid'),
    says('a', 'defaults.application.chat', 'Hearth'),
    says('b', 'defaults.application.browser', 'Fathom'),
    reading('release:b-1', 'defaults.application.chat', 'none'),
    says('b', 'defaults.leftEmpty', list('office')),
    says('b', 'defaults.desktop', 'Lagoon'),
    says('b', 'defaults.belongs', [
      { slot: 'browser', name: 'Lagoon' },
      { slot: 'mail', name: 'Porch' },
    ]),
    says('a', 'defaults.services', list('time', 'print')),
    says('b', 'defaults.services', list('time', 'restore')),
    says('b', 'defaults.addedByAnalyst', list('recorder')),
  );
  const view = defaultsOf(layerTable(catalogue, chainOf(catalogue, 'release:b-1', TODAY)));
  const role = (id: string) => view.roles.find(({ fact }) => fact.key === `defaults.application.${id}`);
  it('say of every role what fills it and whose choice that is', () => {
    expect(role('browser')).toMatchObject({
      application: 'Fathom',
      state: 'own',
      base: 'Harbor',
      belongs: 'Lagoon',
      foreign: false,
    });
    expect(role('mail')).toMatchObject({
      application: 'Corvid',
      state: 'carried',
      layer: 'release:a-1',
      base: '',
      foreign: true,
    });
    expect(role('chat')).toMatchObject({ application: '', state: 'empty', base: 'Hearth' });
    expect(role('office')).toMatchObject({ state: 'chosen' });
    expect(role('video')).toMatchObject({ state: 'unknown' });
    expect(Object.values(view.counts).reduce((a, b) => a + b)).toBe(view.roles.length);
  });
  it('tell services that are added or left out, and what the analyst put there', () => {
    expect(view.services!.map(({ kind, name }) => `${kind} ${name}`)).toEqual([
      'adds restore',
      'drops print',
    ]);
    expect(view.leftOut).toEqual(['recorder']);
    expect(defaultsOf(table('x')).services).toBeNull();
  });
});

describe('the release model', () => {
  const catalogue = catalogueOf(
    ...[distribution('a'), distribution('b'), source('seen', 'capture'), source('page', 'page')],
    ...[
      release('a', '1', '2020-01-01'),
      release('b', '1', '2020-06-01'),
      release('b', '2', '2021-06-01'),
      release('b', '3', '2021-12-01'),
    ],
    { ...release('b', '4', '2022-01-01'), stage: 'test' },
    link('release:b-3', 'release:a-1'),
    reading('release:a-1', 'model.supportEnd', { value: '2025' }),
    reading('release:b-3', 'model.delay', { value: 40 }, { source: 'source:seen' }),
    reading('release:b-3', 'model.delay', { value: 5 }, { source: 'source:page' }),
  );
  it('has intervals from final releases, windows of each layer, and every source’s delay', () => {
    const view = modelOf(catalogue, layerTable(catalogue, chainOf(catalogue, 'release:b-3', TODAY)));
    expect(view.releases).toEqual([...['2020-06-01', '2021-06-01', '2021-12-01'].map(firstDayOf)]);
    expect(view.interval).toBe(274); // the middle of 365 and 183
    expect(view.windows.map(({ layer, from, to }) => ({ layer, from, ...(to && { to }) }))).toEqual([
      { layer: 'release:a-1', from: firstDayOf('2020-01-01'), to: firstDayOf('2025-12-31') },
      { layer: 'release:b-3', from: firstDayOf('2021-12-01') },
    ]);
    expect(view.delays.map(({ days, evidence }) => `${days} ${evidence}`)).toEqual(['5 claimed', '40 seen']);
  });
  it('has no interval with fewer than three releases', () => {
    expect(
      modelOf(catalogue, layerTable(catalogue, chainOf(catalogue, 'release:a-1', TODAY))).interval,
    ).toBeUndefined();
  });
});

describe('likeness of toolkits', () => {
  it('is checked part by part; what is known of one only is neither same nor other', () => {
    const catalogue = catalogueOf(
      distribution('a'),
      release('a', '1'),
      says('a', 'themes.styles', [
        { slot: 'first', name: 'Tide', settings: { icons: 'Tide-Dark', font: 'Fen' } },
        { slot: 'second', name: 'Plain', settings: { icons: 'tide dark', cursor: 'Dot' } },
      ]),
    );
    const { toolkits, rows } = likenessCheck(layerTable(catalogue, chainOf(catalogue, 'release:a-1', TODAY)));
    expect(toolkits).toEqual(['first', 'second']);
    expect(rows.map(({ part, same }) => [part, same])).toEqual([
      ['widgets', false],
      ['icons', true],
      ['font', undefined],
      ['cursor', undefined],
    ]);
    expect(likenessCheck(table('x'))).toEqual({ toolkits: [], rows: [] });
  });
});
