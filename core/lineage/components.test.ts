import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, link } from '../../testing/catalogues.ts';
import { checkLinks, forbiddenLinks } from './checkLink.ts';
import { componentsOf } from './components.ts';

describe('components', () => {
  it('are the same for two exactly when each is reached from the other', () => {
    const steps = fc.array(fc.tuple(fc.nat(6), fc.nat(6)), { maxLength: 14 });
    fc.assert(
      fc.property(steps, (pairs) => {
        const next = new Map<number, number[]>([0, 1, 2, 3, 4, 5, 6].map((id) => [id, []]));
        for (const [from, to] of pairs) next.get(from)!.push(to);
        const reach = (from: number) => {
          const found = new Set([from]);
          for (const at of found) for (const to of next.get(at)!) found.add(to);
          return found;
        };
        const component = componentsOf(next);
        for (const a of next.keys())
          for (const b of next.keys())
            expect(component.get(a) === component.get(b)).toBe(reach(a).has(b) && reach(b).has(a));
      }),
    );
  });
});

describe('links of a whole catalogue', () => {
  const names = Array.from({ length: 3000 }, (_, i) => `d${i}`);
  const chain = names.slice(1).map((name, i) => link(`distribution:${name}`, `distribution:d${i}`));
  it('are checked in time that grows with their number, along a chain of thousands', () => {
    const ladder = catalogueOf(...names.map(distribution), ...chain);
    expect(checkLinks(ladder, chain)).toEqual([]);
    const closed = catalogueOf(
      ...names.map(distribution),
      ...chain,
      link('distribution:d0', 'distribution:d2999'),
    );
    expect(forbiddenLinks(closed)[0].code).toBe('link.cycle');
  });
  it('that close a circle, or lead to themselves, are found', () => {
    const codes = (...links: ReturnType<typeof link>[]) =>
      forbiddenLinks(catalogueOf(...['a', 'b', 'c'].map(distribution), ...links)).map(({ code }) => code);
    expect(codes(link('distribution:a', 'distribution:a'))).toEqual(['link.self']);
    expect(codes(link('distribution:a', 'distribution:b'), link('distribution:b', 'distribution:a'))).toEqual(
      ['link.cycle', 'link.cycle'],
    );
    expect(
      codes(
        link('distribution:a', 'distribution:b', { until: '2020' }),
        link('distribution:b', 'distribution:a', { since: '2022' }),
      ),
    ).toEqual([]);
  });
});
