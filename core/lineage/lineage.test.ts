import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, link, release } from '../../testing/catalogues.ts';
import { withRecords } from '../catalogue/applyDiff.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { chainOf } from './chain.ts';
import { currentRelease } from './releases.ts';
import { checkLink } from './checkLink.ts';
import { UNKNOWN_LIFE, type Life } from './life.ts';
import { lineageGraph, type LineageGraph } from './lineageGraph.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import { nameOf } from './names.ts';

const TODAY = firstDayOf('2026-11-24');
const family = catalogueOf(
  ...['a', 'b', 'c', 'd'].map(distribution),
  ...[
    release('a', '7', '2025-06'),
    release('b', '31', '2025-11'),
    release('c', '1', '2024'),
    release('c', '2', '2026-03'),
    release('d', '1', '2027'),
  ],
  link('release:b-31', 'release:a-7', { relation: 'copies' }),
  link('release:c-1', 'distribution:b'),
  link('release:c-2', 'release:b-31'),
  link('distribution:d', 'distribution:c', { since: '2026', until: '2026-06' }),
  link('distribution:d', 'distribution:a', { relation: 'borrows', parts: ['installer'] }),
);

describe('the chain of layers', () => {
  const names = (id: string, day = TODAY) =>
    chainOf(family, id, day).map((layer) => nameOf(family, layer.id));
  it('leads from the root to the release, by its own links first', () => {
    expect(names('release:c-2')).toEqual(['a 7', 'b 31', 'c 2']);
    expect(names('release:c-1')).toEqual(['b', 'c 1']);
    expect(names('release:a-7')).toEqual(['a 7']);
  });
  it('knows only what was in force on the day', () => {
    expect(names('distribution:d')).toEqual(['d']);
    expect(names('distribution:d', firstDayOf('2026-03-01'))).toEqual(['a 7', 'b 31', 'c 2', 'd']);
  });
  it('with two bases puts the first directly below and the other beneath', () => {
    const two = catalogueOf(
      ...['x', 'y', 'z'].map(distribution),
      link('distribution:z', 'distribution:x', { order: 1 }),
      link('distribution:z', 'distribution:y', { order: 0 }),
    );
    expect(chainOf(two, 'distribution:z', TODAY).map(({ id }) => id)).toEqual([
      'distribution:x',
      'distribution:y',
      'distribution:z',
    ]);
  });
  it('takes the newest release that is not of the future for the current one', () => {
    expect(currentRelease(family, 'distribution:c', TODAY)!.version).toBe('2');
    expect(currentRelease(family, 'distribution:c', firstDayOf('2025-01-01'))!.version).toBe('1');
    expect(currentRelease(family, 'distribution:d', TODAY)).toBeUndefined();
  });
});

describe('a link is refused', () => {
  it('to itself, also between releases of one distribution', () => {
    expect(checkLink(family, link('distribution:a', 'distribution:a'))).toMatchObject([
      { code: 'link.self' },
    ]);
    expect(checkLink(family, link('release:c-2', 'release:c-1'))).toMatchObject([{ code: 'link.self' }]);
  });
  it('when it ends before it begins', () => {
    expect(
      checkLink(family, link('distribution:d', 'distribution:a', { since: '2026', until: '2025' })),
    ).toMatchObject([{ code: 'link.dates' }]);
  });
  it('when it closes a circle on some day, with the path', () => {
    expect(checkLink(family, link('distribution:a', 'distribution:c'))).toMatchObject([
      { code: 'link.cycle', params: { path: 'a > c > b > a' } },
    ]);
  });
  it('when two bases hold at once and it is not said which comes first', () => {
    const second = { id: 'link:second', since: '2026-02' };
    const rival = link('distribution:d', 'distribution:b', second);
    expect(checkLink(family, rival)).toMatchObject([
      { code: 'link.order', params: { base: 'c', other: 'link:distribution-d-on-distribution-c' } },
    ]);
    expect(checkLink(family, { ...rival, order: 1 })).toEqual([]);
    expect(checkLink(family, { ...rival, since: '2026-07' })).toEqual([]);
    expect(checkLink(family, { ...rival, since: '2026' })).toEqual([]); // within the year in which the other ended
    expect(checkLink(family, { ...rival, relation: 'borrows' })).toEqual([]);
  });
  it('but not when the two never hold on one day, nor when it is lateral', () => {
    expect(
      checkLink(
        family,
        link('distribution:c', 'distribution:d', { since: '2026-07', relation: 'installs from' }),
      ),
    ).toEqual([]);
    expect(checkLink(family, link('distribution:a', 'distribution:c', { relation: 'borrows' }))).toEqual([]);
  });
  it('exactly when the links would hold a circle: against a search over single days', () => {
    const ids = ['distribution:a', 'distribution:b', 'distribution:c', 'distribution:d'];
    const year = fc.integer({ min: 2020, max: 2024 });
    const some = fc.array(fc.tuple(fc.constantFrom(...ids), fc.constantFrom(...ids), year, year), {
      maxLength: 8,
    });
    fc.assert(
      fc.property(some, (tries) => {
        let catalogue = catalogueOf(...['a', 'b', 'c', 'd'].map(distribution));
        const held: (readonly [string, string, number, number])[] = [];
        const hasCircle = (links: typeof held) =>
          [2020, 2021, 2022, 2023, 2024].some((at) => {
            const now = links.filter(([, , from, to]) => from <= at && at <= to);
            const reaches = (id: string, goal: string, left: number): boolean =>
              left > 0 &&
              now.some(
                ([derivative, base]) => derivative === id && (base === goal || reaches(base, goal, left - 1)),
              );
            return ids.some((id) => reaches(id, id, 5));
          });
        tries.forEach(([derivative, base, x, y], i) => {
          const entry = [derivative, base, Math.min(x, y), Math.max(x, y)] as const;
          const candidate = link(derivative, base, {
            id: `link:${i}`,
            order: i,
            since: String(entry[2]),
            until: String(entry[3]),
          });
          const refused = checkLink(catalogue, candidate).length > 0;
          expect(refused).toBe(hasCircle([...held, entry]));
          if (refused) return;
          held.push(entry);
          catalogue = withRecords(catalogue, [candidate]);
        });
      }),
    );
  });
});

describe('the graph', () => {
  const shown = (graph: LineageGraph) =>
    graph.links
      .map(
        ({ kind, derivative, base, past }) =>
          `${kind}${past ? ' past' : ''} ${nameOf(family, derivative)} ${nameOf(family, base)}`,
      )
      .sort();
  it("shows each distribution's current release on its base, and lateral lines apart", () => {
    const graph = lineageGraph(family, TODAY);
    expect(graph.nodes.get('distribution:c')).toMatchObject({
      bases: ['distribution:b'],
      root: 'distribution:a',
      release: 'release:c-2',
      generation: 2,
      placing: 'placed',
    });
    expect(graph.nodes.get('distribution:d')).toMatchObject({
      bases: [],
      generation: 0,
      placing: 'unplaced',
    });
    expect(shown(graph)).toEqual(['lateral d a', 'lineal b a', 'lineal c b']);
  });
  it('leaves out what is not there yet, and keeps the last base of what is over', () => {
    const lives: Record<string, Partial<Life>> = {
      'distribution:b': { begins: firstDayOf('2025-01-01') },
      'distribution:d': { standing: 'ended' },
    };
    const lifeOf = (_: unknown, id: string) => ({ ...UNKNOWN_LIFE, ...lives[id] });
    expect(shown(lineageGraph(family, TODAY, { lifeOf }))).toContain('lineal past d c');
    const early = lineageGraph(family, firstDayOf('2024-06-01'), { lifeOf });
    expect([...early.nodes.keys()]).not.toContain('distribution:b');
    expect(early.nodes.get('distribution:c')!.bases).toEqual([]);
  });
  it('counts as independent only what was found to be so and rests on nothing', () => {
    const lifeOf = () => ({ ...UNKNOWN_LIFE, independent: true });
    const { nodes } = lineageGraph(family, TODAY, { lifeOf });
    expect(nodes.get('distribution:a')!.placing).toBe('independent');
    expect(nodes.get('distribution:b')!.placing).toBe('placed');
  });
  describe('with editions', () => {
    const edition = (name: string): AnyRecord => ({
      id: `edition:c-${name}`,
      kind: 'edition',
      entered: 0,
      distribution: 'distribution:c',
      name,
      standing: 'official',
      sources: [],
      note: '',
    });
    const two = withRecords(family, [
      edition('main'),
      edition('small'),
      { ...release('c', 'small 1', '2026-05'), id: 'release:c-small', editions: ['edition:c-small'] },
      link('edition:c-small', 'release:a-7', { order: 1 }),
    ]);
    it('folds them into their distribution: its own release speaks for the whole', () => {
      const { nodes, links } = lineageGraph(two, TODAY);
      expect(nodes.get('distribution:c')).toMatchObject({
        release: 'release:c-2',
        bases: ['distribution:b', 'distribution:a'],
        editions: 2,
      });
      expect(links.find(({ base, kind }) => base === 'distribution:a' && kind === 'lineal')).toBeDefined();
      expect(links.find(({ edition: of }) => of)).toMatchObject({ edition: 'edition:c-small' });
    });
    it('shows them apart on demand: on their own base, or on their distribution', () => {
      const { nodes, links } = lineageGraph(two, TODAY, { unfolded: new Set(['distribution:c']) });
      expect(nodes.get('distribution:c')!.bases).toEqual(['distribution:b']);
      expect(nodes.get('edition:c-small')).toMatchObject({
        bases: ['distribution:a'],
        release: 'release:c-small',
        distribution: 'distribution:c',
      });
      expect(nodes.get('edition:c-main')).toMatchObject({ bases: ['distribution:c'], generation: 3 });
      expect(links.filter(({ kind }) => kind === 'edition')).toHaveLength(2);
    });
  });
  it('goes through circles that past links make', () => {
    const circle = catalogueOf(
      ...['x', 'y'].map(distribution),
      link('distribution:x', 'distribution:y', { until: '2020' }),
      link('distribution:y', 'distribution:x', { since: '2022' }),
    );
    const lifeOf = (_: unknown, id: string) => ({
      ...UNKNOWN_LIFE,
      standing: id === 'distribution:x' ? 'ended' : '',
    });
    const { nodes, links } = lineageGraph(circle, TODAY, { lifeOf });
    expect(links).toHaveLength(2);
    expect(Math.max(...[...nodes.values()].map(({ generation }) => generation))).toBe(1);
  });
});
