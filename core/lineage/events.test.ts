/** The history as events: by example, and the law that events lead from any day to any later one. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, link, reading, release } from '../../testing/catalogues.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { lifeOf } from './lives.ts';
import { eventsOf, lineageEvents } from './events.ts';
import { changesBetween } from './changesBetween.ts';
import { UNKNOWN_LIFE } from './life.ts';
import { standpointOf } from './standpoint.ts';

const standings = (...parts: [string, string][]) =>
  reading('distribution:d', 'identity.standings', {
    value: parts.map(([slot, name]) => ({ slot, name })),
  });
const family = catalogueOf(
  ...['a', 'b', 'd'].map(distribution),
  ...[release('a', '7', '2023-06'), release('a', '8', '2025-06'), release('d', '1', '2022-02')],
  ...[release('d', '2', '2024-03-04'), release('d', '3', '2025-08')],
  link('release:d-1', 'distribution:b', { relation: 'installs from' }),
  link('release:d-2', 'release:a-7', { relation: 'installs from' }),
  link('release:d-3', 'release:a-8', { relation: 'flavour of' }),
  standings(['2021', 'announced'], ['2022-02', 'maintained'], ['2026-05-01', 'ended']),
);
const told = (id: string) =>
  eventsOf(family, id, lifeOf(family, id)).map(
    ({ when, kind, standing, after }) => `${when} ${kind} ${standing} ${after.join(' ')}`,
  );

describe('the events of a distribution', () => {
  it('tell how it appeared, moved, was adopted and ended, with the dates as they are recorded', () => {
    expect(told('distribution:d')).toEqual([
      '2021 appears announced ',
      '2022-02 standing maintained distribution:b',
      '2022-02 gains maintained distribution:b',
      '2024-03-04 moves maintained release:a-7',
      '2025-08 adopted maintained release:a-8',
      '2026-05-01 ends ended release:a-8',
    ]);
    expect(told('distribution:a')).toEqual(['2023-06 appears  ']);
    // A base that is known by its use alone is there from its first use on.
    expect(told('distribution:b')).toEqual(['2022-02 appears  ']);
  });
  it('tell that it follows its base to another release', () => {
    const follows = catalogueOf(
      ...['a', 'd'].map(distribution),
      ...[release('a', '7'), release('a', '8'), release('d', '1', '2020'), release('d', '2', '2021')],
      link('release:d-1', 'release:a-7'),
      link('release:d-2', 'release:a-8'),
    );
    expect(eventsOf(follows, 'distribution:d', lifeOf(follows, 'distribution:d'))).toMatchObject([
      { kind: 'appears', after: ['release:a-7'] },
      { kind: 'follows', when: '2021', before: ['release:a-7'], after: ['release:a-8'] },
    ]);
  });
});

describe('the events of a catalogue', () => {
  const date = fc.integer({ min: 2018, max: 2026 }).map(String);
  const catalogues = fc
    .array(fc.tuple(fc.nat(4), fc.nat(4), date, fc.option(date), fc.boolean()), { maxLength: 12 })
    .map((entries) =>
      catalogueOf(
        ...['0', '1', '2', '3', '4'].map(distribution),
        ...entries.flatMap(([derivative, base, since, until, ofRelease], i) => {
          if (base >= derivative) return [];
          const own = release(String(derivative), String(i), since);
          return [
            ...(ofRelease ? [own] : []),
            link(ofRelease ? own.id : `distribution:${derivative}`, `distribution:${base}`, {
              id: `link:${i}`,
              order: i,
              since,
              ...(until && until >= since && { until }),
            }),
          ];
        }),
      ),
    );
  it('lead from where everything stands on one day to where it stands on a later one', () => {
    fc.assert(
      fc.property(catalogues, date, date, (catalogue, x, y) => {
        const [from, to] = [x, y].map((year) => firstDayOf(`${year}-06-15`)).sort((a, b) => a - b);
        const lives = (_: unknown, id: string) => lifeOf(catalogue, id);
        const events = lineageEvents(catalogue, lives).filter(({ day }) => from < day && day <= to);
        const changed = new Set(changesBetween(catalogue, from, to, lives).map((each) => each.distribution));
        for (const { id } of catalogue.records.distribution.values()) {
          const life = lifeOf(catalogue, id);
          const basesOn = (day: number) =>
            standpointOf(catalogue, id, day, life).footings.map(({ link: each }) => each.base);
          const own = events.filter(({ distribution: of }) => of === id);
          if (own.length > 0) expect(own.at(-1)!.after).toEqual(basesOn(to));
          else expect(changed.has(id)).toBe(false);
        }
      }),
    );
  });
  it('are none between a day and itself', () => {
    fc.assert(
      fc.property(catalogues, date, (catalogue, year) => {
        expect(changesBetween(catalogue, firstDayOf(year), firstDayOf(year), () => UNKNOWN_LIFE)).toEqual([]);
      }),
    );
  });
});
