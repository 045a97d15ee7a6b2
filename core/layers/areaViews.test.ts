/** Views that fit an area, on a small chain. */
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, link, reading, release } from '../../testing/catalogues.ts';
import type { FactValue } from '../catalogue/factValue.ts';
import { firstDayOf } from '../catalogue/when.ts';
import { chainOf } from '../lineage/chain.ts';
import { lineageGraph } from '../lineage/lineageGraph.ts';
import { likenessOf, misplacedActions, repositoriesOf, themeParts, welcomeMatrix } from './areaViews.ts';
import { layerTable } from './layerTable.ts';

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
    { name: 'front', settings: { components: 'own', state: 'on' } },
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

describe('repositories', () => {
  it('stand in their order, each with whose it is, its state and holding time; what is missing is named', () => {
    expect(repositoriesOf(table('b'))).toEqual({
      rows: [
        { place: 1, name: 'front', layer: 'release:b-1', components: 'own', state: 'on' },
        { place: 2, name: 'base main', layer: 'release:a-1', components: '', state: 'off', holding: 10 },
      ],
      missing: ['base extra'],
    });
    expect(repositoriesOf(table('x'))).toEqual({ rows: [], missing: [] });
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
      ['boot', { kind: 'own' }],
    ]);
  });
  it('of several toolkits were tested for likeness, or not', () => {
    expect(likenessOf(table('b'))).toBe('untested');
    expect(likenessOf(table('x'))).toBe('unknown');
  });
});
