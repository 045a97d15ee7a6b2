/** Plates, filters, outline and time line: by example, and the law that what is kept equals what is computed anew. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, link, reading, release, source } from '../../testing/catalogues.ts';
import { randomLineage } from '../../testing/lineages.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import { firstDayOf, formatDay } from '../catalogue/days.ts';
import { lineageGraph } from '../lineage/lineageGraph.ts';
import { ancestorsOf } from '../lineage/relatives.ts';
import { filterChoices, filterNodes, isFiltering, type MapFilter } from './mapFilter.ts';
import { outlineRows, OUTLINE_SORTS, type OutlineSort } from './outline.ts';
import { plateFacts, type PlateFacts } from './plateFacts.ts';
import { timelineOf } from './timeline.ts';

const TODAY = firstDayOf('2026-11-24');
const comparison: AnyRecord = {
  ...{
    id: 'comparison:b',
    kind: 'comparison',
    entered: 0,
    derivative: 'release:b-1',
    base: 'release:a-7',
    date: '2026-01',
  },
  counts: { installed: 200, same: 150, rebuilt: 0, patched: 10, heldBack: 20, ahead: 10, own: 10 },
  ...{ against: [], losses: [], accounts: [] },
} as AnyRecord;
const family = catalogueOf(
  ...['a', 'b', 'c'].map(distribution),
  ...[release('a', '7', '2023-06'), release('b', '1', '2024-02'), release('b', '2', '2026-05')],
  source('notes', 'releaseNotes', '2024'),
  link('release:b-1', 'release:a-7'),
  link('release:b-2', 'release:a-7', { certainty: 'claimed' }),
  link('distribution:c', 'distribution:b', { sources: ['source:notes'], since: '2025', until: '2026-02' }),
  comparison,
  reading('distribution:b', 'identity.standings', {
    value: [
      { slot: '2024-02', name: 'maintained' },
      { slot: '2026-10', name: 'dormant' },
    ],
  }),
  reading('release:b-1', 'model.supportEnd', { value: '2025-02' }),
  reading('release:a-7', 'themes.icons', { value: 'Plain' }),
  reading('release:b-2', 'themes.icons', { value: 'Tide' }, { source: 'source:notes' }),
);
const factsOn = (day: string, id: string) => {
  const graph = lineageGraph(family, firstDayOf(day));
  return plateFacts(family, graph.nodes.get(id)!, firstDayOf(day));
};

describe('what a plate shows', () => {
  it('follows the release of the day: its measure, its evidence, its changes', () => {
    expect(factsOn('2025-01-01', 'distribution:b')).toMatchObject({
      ...{ version: '1', carried: 0.75, current: 0.9, evidence: 'measured' },
      ...{ supportEnd: '2025-02', changes: [] },
    });
    expect(factsOn('2026-06-01', 'distribution:b')).toMatchObject({
      ...{ version: '2', carried: undefined, evidence: 'claimed', supportEnd: '' },
      changes: [{ before: 'Plain', after: 'Tide', evidence: 'claimed' }],
    });
    expect(factsOn('2025-06-01', 'distribution:c').evidence).toBe('documented');
    expect(factsOn('2026-06-01', 'distribution:c')).toMatchObject({ link: undefined, evidence: undefined });
  });
});

const drawn = fc.tuple(fc.integer({ min: 1, max: 60 }), fc.nat(500)).map(([count, seed]) => {
  const catalogue = catalogueOf(...randomLineage(count, { seed, second: 0.3 }));
  const graph = lineageGraph(catalogue, TODAY);
  const facts = new Map<string, PlateFacts>();
  for (const node of graph.nodes.values()) facts.set(node.id, plateFacts(catalogue, node, TODAY));
  return { graph, facts };
});

describe('a filter', () => {
  it('shows as many as its choice promised, with what they rest on', () => {
    fc.assert(
      fc.property(
        drawn,
        fc.constantFrom('family', 'relation', 'cohort', 'evidence'),
        ({ graph, facts }, name) => {
          for (const [value, count] of filterChoices(graph, facts, name)) {
            const filter: MapFilter = { [name]: value };
            const { matching, shown } = filterNodes(graph, facts, filter);
            expect(isFiltering(filter)).toBe(true);
            expect(matching.size).toBe(count);
            for (const id of matching)
              for (const base of ancestorsOf(graph, id).keys()) expect(shown).toContain(base);
          }
        },
      ),
      { numRuns: 30 },
    );
  });
  it('that asks for nothing lets everything through', () => {
    fc.assert(
      fc.property(drawn, ({ graph, facts }) => {
        expect(isFiltering({})).toBe(false);
        expect(filterNodes(graph, facts, {}).matching.size).toBe(graph.nodes.size);
      }),
      { numRuns: 10 },
    );
  });
});

describe('the outline', () => {
  it('has every plate once, under its first base, in the order asked for', () => {
    const sorts = fc.constantFrom(...(Object.keys(OUTLINE_SORTS) as OutlineSort[]));
    fc.assert(
      fc.property(drawn, sorts, fc.boolean(), ({ graph, facts }, sort, descending) => {
        const rows = outlineRows(graph, facts, { sort, descending });
        expect(new Set(rows.map(({ id }) => id)).size).toBe(graph.nodes.size);
        const above: string[] = [];
        for (const { id, level, place, among } of rows) {
          above.length = level - 1;
          expect(graph.nodes.get(id)!.bases[0]).toBe(above.at(-1));
          expect(place).toBeLessThanOrEqual(among);
          above.push(id);
        }
        const roots = rows.filter(({ level }) => level === 1).map(({ id }) => graph.nodes.get(id)!.name);
        if (sort === 'name') {
          const sorted = roots.toSorted((a, b) => a.localeCompare(b, 'en'));
          expect(roots).toEqual(descending ? sorted.reverse() : sorted);
        }
      }),
      { numRuns: 40 },
    );
  });
  it('leaves out what stands below a shut one', () => {
    const graph = lineageGraph(family, firstDayOf('2025-06-01'));
    const shut = new Set(['distribution:b']);
    expect(outlineRows(graph, new Map(), { shut })).toMatchObject([
      { id: 'distribution:a', level: 1, children: 1, isOpen: true },
      { id: 'distribution:b', level: 2, children: 1, isOpen: false },
    ]);
  });
});

describe('the time line', () => {
  it('has standings, bases and releases with their support', () => {
    const line = timelineOf(family, 'distribution:b', TODAY);
    const day = (at: number) => (Number.isFinite(at) ? formatDay(at) : 'open');
    expect(line.standings.map(({ standing, from, to }) => `${standing} ${day(from)} ${day(to)}`)).toEqual([
      'maintained 2024-02-01 2026-09-30',
      'dormant 2026-10-01 open',
    ]);
    expect(
      line.bases.map(({ base, stretches }) => [
        base,
        stretches.map(({ from, to }) => `${day(from)} ${day(to)}`),
      ]),
    ).toEqual([['distribution:a', ['2024-02-01 2026-04-30', '2026-05-01 open']]]);
    expect(line.releases.map(({ release: { version }, to }) => `${version} ${day(to)}`)).toEqual([
      '1 2025-02-28',
      '2 2026-05-01',
    ]);
  });
});
