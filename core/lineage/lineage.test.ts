import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, link, release } from '../../testing/catalogues.ts';
import { applyDiff, diffOfRecords } from '../catalogue/diff.ts';
import { firstDayOf } from '../catalogue/when.ts';
import { chainOf, currentRelease } from './chain.ts';
import { checkLink } from './checkLink.ts';
import { lineageGraph } from './lineageGraph.ts';
import { layoutMap, PLATE } from './mapLayout.ts';
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
    expect(names('distribution:d', firstDayOf('2026-03-01'))).toEqual(['c', 'd']);
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
      { code: 'link.cycle', params: { path: expect.stringContaining('distribution:b') as string } },
    ]);
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
            since: String(entry[2]),
            until: String(entry[3]),
          });
          const refused = checkLink(catalogue, candidate).length > 0;
          expect(refused).toBe(hasCircle([...held, entry]));
          if (refused) return;
          held.push(entry);
          catalogue = applyDiff(catalogue, diffOfRecords(catalogue, [candidate]));
        });
      }),
    );
  });
});

describe('the graph', () => {
  it("shows each distribution's current release on its base, and lateral lines apart", () => {
    const { nodes, links } = lineageGraph(family, TODAY);
    expect(nodes.get('distribution:c')).toMatchObject({
      bases: ['distribution:b'],
      root: 'distribution:a',
      generation: 2,
    });
    expect(nodes.get('distribution:d')).toMatchObject({ bases: [], generation: 0 });
    expect(
      links.map(({ kind, derivative, base }) => `${kind} ${derivative.slice(13)} ${base.slice(13)}`).sort(),
    ).toEqual(['lateral d a', 'lineal b a', 'lineal c b']);
  });
});

describe('the map', () => {
  /** A random forest of `count` distributions; each may have a second base as well. */
  const forest = fc
    .array(fc.tuple(fc.nat(), fc.option(fc.nat(), { freq: 4 }), fc.boolean()), {
      minLength: 1,
      maxLength: 60,
    })
    .map((entries) =>
      catalogueOf(
        ...entries.map((_, i) => distribution(`n${i}`)),
        ...entries.flatMap(([first, second, root], i) => {
          if (i === 0 || root) return [];
          const bases = [first % i, ...(second === null ? [] : [second % i])];
          return [...new Set(bases)].map((base, order) =>
            link(`distribution:n${i}`, `distribution:n${base}`, { order }),
          );
        }),
      ),
    );
  it('never lets plates overlap, and puts a derivative right of its first base', () => {
    fc.assert(
      fc.property(forest, (catalogue) => {
        const graph = lineageGraph(catalogue, TODAY);
        const { plates } = layoutMap(graph);
        const taken = new Set(plates.map(({ x, y }) => `${x} ${y}`));
        expect(taken.size).toBe(graph.nodes.size);
        const at = new Map(plates.map((plate) => [plate.id, plate]));
        for (const { x, y } of plates) {
          for (const other of plates)
            if (other.x === x && other.y > y)
              expect(other.y - y).toBeGreaterThanOrEqual(PLATE.height + PLATE.rowGap);
        }
        for (const node of graph.nodes.values())
          if (node.bases[0]) expect(at.get(node.bases[0])!.x).toBeLessThan(at.get(node.id)!.x);
      }),
    );
  });
  it('runs bands over several columns between the rows, not behind plates', () => {
    fc.assert(
      fc.property(forest, (catalogue) => {
        const { plates, bands } = layoutMap(lineageGraph(catalogue, TODAY));
        for (const { path } of bands) {
          const lane = /C[\d. -]+ (-?[\d.]+) H([\d.]+)/.exec(path);
          if (!lane) continue;
          const y = Number(lane[1]);
          for (const plate of plates) expect(y <= plate.y || y >= plate.y + PLATE.height).toBe(true);
        }
      }),
    );
  });
  it('gives an empty catalogue an empty map', () => {
    expect(layoutMap(lineageGraph(catalogueOf(), TODAY))).toMatchObject({ plates: [], bands: [] });
  });
});
