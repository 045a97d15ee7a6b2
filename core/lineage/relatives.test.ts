/** Questions to the graph: by example on a small family, and by law on random lineages. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, link } from '../../testing/catalogues.ts';
import { randomLineage } from '../../testing/lineages.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { describeHold } from '../wording/lineageText.ts';
import { lineageGraph } from './lineageGraph.ts';
import { ancestorsOf, builtOn, descendantsOf, familyOf, siblingsOf } from './relatives.ts';
import { outcomesWithout } from './withoutBase.ts';
import { nearestSharedBase, pathBetween } from './paths.ts';

const TODAY = firstDayOf('2026-11-24');
const on = (derivative: string, base: string, order = 0) =>
  link(`distribution:${derivative}`, `distribution:${base}`, { order });
/** a ← b ← c, d; c ← e; x ← y; e rests on y as well. */
const graph = lineageGraph(
  catalogueOf(
    ...['a', 'b', 'c', 'd', 'e', 'x', 'y'].map(distribution),
    ...[on('b', 'a'), on('c', 'b'), on('d', 'b'), on('e', 'c'), on('e', 'y', 1), on('y', 'x')],
  ),
  TODAY,
);
const id = (name: string) => `distribution:${name}`;
const names = (ids: Iterable<string>) => [...ids].map((each) => each.slice(13)).join(' ');

describe('relatives', () => {
  it('are those beneath and those that rest on one, nearest first', () => {
    expect([...ancestorsOf(graph, id('e'))].map(([each, steps]) => `${each.slice(13)}${steps}`)).toEqual([
      ...['e0', 'c1', 'y1', 'b2', 'x2', 'a3'],
    ]);
    expect(names(descendantsOf(graph, id('b')).keys())).toBe('b c d e');
  });
  it('are those built on one, directly with the line, and through them', () => {
    const listed = builtOn(graph, id('b')).map(({ node, steps, by }) => [
      node.name,
      steps,
      by && describeHold(by),
    ]);
    expect(listed).toEqual([
      ['c', 1, 'installs from it, not measured'],
      ['d', 1, 'installs from it, not measured'],
      ['e', 2, undefined],
    ]);
    expect(builtOn(graph, id('e'))).toEqual([]);
    expect(builtOn(graph, id('y')).map(({ node }) => node.name)).toEqual(['e']);
  });
  it('are a family by first bases, and siblings by any shared base', () => {
    expect(names(familyOf(graph, id('d')).sort())).toBe('a b c d e');
    expect(names(familyOf(graph, id('x')).sort())).toBe('x y');
    expect(names(siblingsOf(graph, id('c')))).toBe('d');
    expect(siblingsOf(graph, id('a'))).toEqual([]);
  });
  it('share the nearest base', () => {
    expect(nearestSharedBase(graph, id('e'), id('d'))).toBe(id('b'));
    expect(nearestSharedBase(graph, id('e'), id('y'))).toBe(id('y'));
    expect(nearestSharedBase(graph, id('d'), id('x'))).toBeNull();
  });
  it('are joined by the shortest way, down and up', () => {
    const way = (a: string, b: string) =>
      pathBetween(graph, id(a), id(b))?.map((step) => `${step.id.slice(13)} ${step.by}`) ?? null;
    expect(way('d', 'y')).toEqual(['d start', 'b base', 'c derivative', 'e derivative', 'y base']);
    expect(way('a', 'a')).toEqual(['a start']);
    expect(pathBetween(graph, id('a'), 'distribution:absent')).toBeNull();
  });
  it('are stranded when their last base ends, and stand when another stays', () => {
    expect(outcomesWithout(graph, id('b'))).toEqual([
      { id: id('c'), state: 'stranded', keeps: [], editions: [], path: [id('b'), id('c')] },
      { id: id('d'), state: 'stranded', keeps: [], editions: [], path: [id('b'), id('d')] },
      { id: id('e'), state: 'standing', keeps: [id('y')], editions: [], path: [id('b'), id('c'), id('e')] },
    ]);
  });
});

describe('in any lineage', () => {
  const lineages = fc
    .tuple(fc.integer({ min: 2, max: 40 }), fc.nat(1000), fc.nat(), fc.nat())
    .map(([count, seed, a, b]) => {
      const drawn = lineageGraph(catalogueOf(...randomLineage(count, { seed, second: 0.4 })), TODAY);
      const ids = [...drawn.nodes.keys()];
      return { drawn, a: ids[a % ids.length], b: ids[b % ids.length] };
    });
  it('one is beneath another exactly when the other rests on it, with as many steps', () => {
    fc.assert(
      fc.property(lineages, ({ drawn, a, b }) => {
        expect(descendantsOf(drawn, a).get(b)).toBe(ancestorsOf(drawn, b).get(a));
        expect(
          builtOn(drawn, a)
            .map(({ node }) => node.id)
            .toSorted(),
        ).toEqual([...descendantsOf(drawn, a).keys()].filter((each) => each !== a).toSorted());
      }),
    );
  });
  it('a generation is one more than the deepest base, and families part the whole', () => {
    fc.assert(
      fc.property(lineages, ({ drawn }) => {
        for (const { bases, generation, root, id: own } of drawn.nodes.values()) {
          const deepest = Math.max(-1, ...bases.map((base) => drawn.nodes.get(base)!.generation));
          expect(generation).toBe(deepest + 1);
          expect(drawn.nodes.get(root)!.root).toBe(root);
          expect(familyOf(drawn, own)).toContain(own);
        }
      }),
    );
  });
  it('the shared base is beneath both, the same from both sides, and lies on a way between them', () => {
    fc.assert(
      fc.property(lineages, ({ drawn, a, b }) => {
        const shared = nearestSharedBase(drawn, a, b);
        const steps = (base: string) => ancestorsOf(drawn, a).get(base)! + ancestorsOf(drawn, b).get(base)!;
        const other = nearestSharedBase(drawn, b, a);
        expect(shared === null).toBe(other === null);
        if (!shared) return;
        expect(steps(shared)).toBe(steps(other!));
        expect(pathBetween(drawn, a, b)!.length).toBeLessThanOrEqual(steps(shared) + 1);
      }),
    );
  });
  it('a way is made of links, and is as long one way as the other', () => {
    fc.assert(
      fc.property(lineages, ({ drawn, a, b }) => {
        const way = pathBetween(drawn, a, b);
        expect(way?.length).toBe(pathBetween(drawn, b, a)?.length);
        way?.slice(1).forEach((step, i) => {
          const [from, to] = step.by === 'base' ? [way[i].id, step.id] : [step.id, way[i].id];
          expect(drawn.nodes.get(from)!.bases).toContain(to);
        });
      }),
    );
  });
  it('who is left without a base is as if the base were taken out', () => {
    fc.assert(
      fc.property(lineages, ({ drawn, a }) => {
        const outcomes = outcomesWithout(drawn, a);
        expect(outcomes.map((each) => each.id).sort()).toEqual(
          [...descendantsOf(drawn, a).keys()].filter((each) => each !== a).sort(),
        );
        // Without it, and then without whoever has lost all bases, again and again.
        const gone = new Set([a]);
        for (let more = true; more;) {
          more = false;
          for (const { id: each, bases } of drawn.nodes.values())
            if (!gone.has(each) && bases.length > 0 && bases.every((base) => gone.has(base))) {
              gone.add(each);
              more = true;
            }
        }
        for (const { id: each, state, keeps, path } of outcomes) {
          expect(state).toBe(gone.has(each) ? 'stranded' : 'standing');
          expect(keeps).toEqual(drawn.nodes.get(each)!.bases.filter((base) => !gone.has(base)));
          expect([path[0], path.at(-1)]).toEqual([a, each]);
        }
      }),
    );
  });
});
