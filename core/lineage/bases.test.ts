/** Which links count for what, on which day: the rules by example, and the laws that what came later cannot change what was. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, edition, link, release } from '../../testing/catalogues.ts';
import { withRecords } from '../catalogue/applyDiff.ts';
import { firstDayOf } from '../catalogue/days.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import { lifeOf } from './lives.ts';
import { filterChoices } from '../overview/mapFilter.ts';
import { plateFacts } from '../overview/plateFacts.ts';
import { basesOf } from './bases.ts';
import { chainOf, chainOfName, chainOfProject } from './chain.ts';
import { lineageGraph } from './lineageGraph.ts';
import { nameOf } from './names.ts';
import { standpointOf } from './standpoint.ts';
import { outcomesWithout } from './withoutBase.ts';

const TODAY = firstDayOf('2026-11-24');
/** Halvane: release 13 on Orrinsk 23; 14 in two editions, Core on Orrinsk 24, Reef on Larn 9; Core moves to Larn in 2027. */
const halvane = catalogueOf(
  ...['orrinsk', 'larn', 'halvane', 'dune'].map(distribution),
  ...[
    release('orrinsk', '23', '2024-05-01'),
    release('orrinsk', '24', '2026-05-01'),
    release('larn', '9', '2025-06-01'),
  ],
  ...[edition('halvane', 'Core'), edition('halvane', 'Reef')],
  release('halvane', '13', '2024-09-01'),
  { ...release('halvane', '14', '2026-09-01'), editions: ['edition:halvane-Core', 'edition:halvane-Reef'] },
  link('release:halvane-13', 'release:orrinsk-23'),
  link('edition:halvane-Core', 'release:orrinsk-24', { since: '2026-09-01' }),
  link('edition:halvane-Reef', 'release:larn-9', { since: '2026-09-01' }),
  link('distribution:dune', 'distribution:halvane', { since: '2025' }),
);
const names = (layers: ReturnType<typeof chainOf>) => layers.map(({ id }) => nameOf(halvane, id));

describe('what a release of an edition rests on', () => {
  it('are its own links, else those of the edition, else those of the distribution', () => {
    expect(names(chainOf(halvane, 'release:halvane-13', TODAY))).toEqual(['orrinsk 23', 'halvane 13']);
    const of = (name: string) => chainOf(halvane, 'release:halvane-14', TODAY, `edition:halvane-${name}`);
    expect(names(of('Core'))).toEqual(['orrinsk 24', 'halvane 14']);
    expect(names(of('Reef'))).toEqual(['larn 9', 'halvane 14']);
  });
  it('depends on the edition where they differ: then the chain is the release alone', () => {
    const layers = chainOf(halvane, 'release:halvane-14', TODAY);
    expect(names(layers)).toEqual(['halvane 14']);
    expect(
      layers[0].dependsOnEdition?.map(({ edition: of, links }) => [of, links.map(({ base }) => base)]),
    ).toEqual([
      ['edition:halvane-Core', ['release:orrinsk-24']],
      ['edition:halvane-Reef', ['release:larn-9']],
    ]);
    expect(basesOf(halvane, 'release:halvane-14', TODAY).links).toEqual([]);
  });
  it('is asked for by the bare name on a day: one base before, by edition since', () => {
    const on = (day: string) => chainOfName(halvane, 'distribution:halvane', firstDayOf(day));
    expect(names(on('2025-01-01'))).toEqual(['orrinsk 23', 'halvane 13']);
    expect(on('2026-10-01')[0]).toMatchObject({ id: 'release:halvane-14' });
    expect(on('2026-10-01')[0].dependsOnEdition).toHaveLength(2);
  });
  it('is what it was on its day, also of a base; the project as a whole moves on', () => {
    const moved = withRecords(halvane, [
      link('distribution:larn', 'distribution:orrinsk', { id: 'link:larn-moves', since: '2027-01-01' }),
      link('distribution:dune', 'distribution:larn', {
        id: 'link:dune-moves',
        since: '2027-01-01',
        order: 1,
      }),
      release('dune', '1', '2026-01-01'),
    ]);
    const later = firstDayOf('2028-01-01');
    const ids = (layers: ReturnType<typeof chainOf>) => layers.map(({ id }) => id);
    expect(ids(chainOf(moved, 'release:halvane-14', later, 'edition:halvane-Reef'))).toEqual([
      'release:larn-9',
      'release:halvane-14',
    ]);
    const asBefore = ['release:orrinsk-23', 'release:halvane-13', 'release:dune-1'];
    expect(ids(chainOf(moved, 'release:dune-1', later))).toEqual(asBefore);
    expect(ids(chainOfProject(moved, 'distribution:dune', later))).toEqual(asBefore);
    expect(ids(chainOfName(moved, 'distribution:dune', later))).toEqual(asBefore);
  });
  it('counts links of a dated release whatever their dates, and a link that ends later', () => {
    const odd = catalogueOf(
      ...['a', 'b'].map(distribution),
      release('b', '1', '2020-05-05'),
      release('b', '2', '2019-05-05'),
      link('release:b-1', 'distribution:a', { since: '2021' }),
      link('distribution:b', 'distribution:a', { since: '2018', until: '2019-12' }),
    );
    expect(chainOf(odd, 'release:b-1', TODAY)).toHaveLength(2);
    expect(chainOf(odd, 'release:b-2', TODAY)).toHaveLength(2);
  });
  it('never changes by a move that comes after its release', () => {
    const year = fc.integer({ min: 2010, max: 2024 });
    fc.assert(
      fc.property(
        year,
        fc.array(year, { maxLength: 4 }),
        fc.integer({ min: 1, max: 5 }),
        fc.boolean(),
        (published, moves, after, onEdition) => {
          const at = onEdition ? 'edition:b-Main' : 'distribution:b';
          const sorted = [...new Set(moves)].sort();
          const links = sorted.map((from, i) =>
            link(at, `distribution:a${i % 2}`, {
              id: `link:${i}`,
              since: `${from}-02-01`,
              ...(i + 1 < sorted.length && { until: `${sorted[i + 1]}-01-31` }),
            }),
          );
          const before = catalogueOf(
            ...['a0', 'a1', 'new', 'b'].map(distribution),
            edition('b', 'Main'),
            release('b', '1', `${published}-06-01`),
            ...links,
          );
          const since = `${published + after}-01-01`;
          const open = links.at(-1);
          const ended: AnyRecord[] =
            open && Number(open.since!.slice(0, 4)) < published + after
              ? [{ ...open, until: `${published + after - 1}-12-31` }]
              : [];
          const now = withRecords(before, [
            ...ended,
            link(at, 'distribution:new', { id: 'link:later', since, order: 9 }),
          ]);
          const chain = (catalogue: typeof before) =>
            chainOf(catalogue, 'release:b-1', TODAY).map(({ id }) => id);
          expect(chain(now)).toEqual(chain(before));
        },
      ),
    );
  });
});

describe('projects of several editions', () => {
  const graphOf = (catalogue: typeof halvane, unfolded: readonly string[] = []) =>
    lineageGraph(catalogue, TODAY, { lifeOf, unfolded: new Set(unfolded) });
  it('are counted once, whether their editions are shown apart or not', () => {
    for (const unfolded of [[], ['distribution:halvane']]) {
      const outcomes = outcomesWithout(graphOf(halvane, unfolded), 'distribution:orrinsk');
      expect(outcomes.map(({ id, state, editions }) => [id, state, editions])).toEqual([
        ['distribution:halvane', 'standing', ['edition:halvane-Core']],
        ['distribution:dune', 'standing', []],
      ]);
    }
  });
  it('are in the company of each of their bases, whichever edition came out last', () => {
    const companies = (last: string) => {
      const catalogue = withRecords(halvane, [
        { ...release('halvane', '15', '2026-10-01'), editions: [`edition:halvane-${last}`] },
      ]);
      const graph = graphOf(catalogue, ['distribution:halvane']);
      const facts = new Map([...graph.nodes].map(([id, node]) => [id, plateFacts(catalogue, node, TODAY)]));
      const { footings } = standpointOf(
        catalogue,
        'distribution:halvane',
        TODAY,
        lifeOf(catalogue, 'distribution:halvane'),
      );
      return {
        cohorts: [...filterChoices(graph, facts, 'cohort')]
          .filter(([name]) => name.startsWith('base'))
          .sort(),
        families: [...graph.nodes.values()].map(({ root }) => root),
        bases: footings.map(({ base }) => base),
      };
    };
    expect(companies('Core')).toEqual(companies('Reef'));
    // Also where each edition has releases of its own, with links of their own.
    const roots = (last: 'Core' | 'Reef') => {
      const [core, reef] = last === 'Core' ? ['2026-08-02', '2026-08-01'] : ['2026-08-01', '2026-08-02'];
      const catalogue = catalogueOf(
        ...['a', 'b', 'p'].map(distribution),
        ...[edition('p', 'Core'), edition('p', 'Reef')],
        { ...release('p', '1', core), editions: ['edition:p-Core'] },
        { ...release('p', '2', reef), editions: ['edition:p-Reef'] },
        ...[link('release:p-1', 'distribution:b'), link('release:p-2', 'distribution:a')],
      );
      return graphOf(catalogue).nodes.get('distribution:p')!.root;
    };
    expect(roots('Core')).toBe(roots('Reef'));
    expect(companies('Core').cohorts).toContainEqual(['base~distribution:larn', 1]);
    expect(companies('Core').cohorts).toContainEqual(['base~distribution:orrinsk', 1]);
  });
});
