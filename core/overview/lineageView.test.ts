/** The law of the kept view: after any edits it shows what a new one would, and keeps what they did not touch. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  catalogueOf,
  change,
  distribution,
  edition,
  link,
  reading,
  release,
  source,
} from '../../testing/catalogues.ts';
import { largestCatalogue } from '../../testing/largestCatalogue.ts';
import type { Catalogue } from '../catalogue/catalogue.ts';
import { changedIds } from '../catalogue/changedIds.ts';
import { withRecords } from '../catalogue/applyDiff.ts';
import type { Reading } from '../catalogue/reading.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { lineageEvents } from '../lineage/events.ts';
import { lifeOf } from '../lineage/lives.ts';
import { LineageView, SharedLives } from './lineageView.ts';

const TODAY = firstDayOf('2026-11-24');
const family = catalogueOf(
  ...['a', 'b', 'c', 'x'].map(distribution),
  ...[release('a', '7', '2020'), release('b', '1', '2021'), release('c', '1', '2022')],
  ...[source('page', 'page'), source('seen', 'capture')],
  link('release:b-1', 'release:a-7'),
  link('release:c-1', 'release:b-1'),
  reading('release:a-7', 'themes.icons', { value: 'Plain' }, { source: 'source:page' }),
);
/** All that a view shows, and all that is asked of it. */
function shown(view: LineageView, catalogue: Catalogue, day = TODAY) {
  const graph = view.graph(catalogue, day);
  return { graph, facts: [...graph.nodes.keys()].map((id) => view.factsOf(id)), events: view.events() };
}

/** Edits of every kind that matters: facts, standings, links, releases, sources, names. */
const edits: fc.Arbitrary<readonly [AnyRecord[], string[]]> = fc.oneof(
  fc
    .tuple(
      fc.constantFrom('release:a-7', 'release:b-1', 'release:c-1', 'distribution:b'),
      fc.constantFrom('Plain', 'Reed'),
    )
    .map(
      ([subject, value]) =>
        [
          [{ ...reading(subject, 'themes.icons', { value }), id: `reading:${subject.slice(8)}-x` }],
          [],
        ] as const,
    ),
  fc
    .constantFrom('release:a-7', 'release:b-1', 'release:c-1')
    .map(
      (subject) =>
        [[change(subject, 'themes.icons', { does: 'replaces', after: 'Reed', weight: 2 })], []] as const,
    ),
  fc
    .constantFrom('maintained', 'ended', 'merged')
    .map(
      (value) =>
        [
          [{ ...reading('distribution:c', 'identity.standing', { value }), id: 'reading:standing' }],
          [],
        ] as const,
    ),
  fc
    .constantFrom('2019', '2024', '2030')
    .map(
      (value) =>
        [[{ ...reading('distribution:x', 'identity.since', { value }), id: 'reading:since' }], []] as const,
    ),
  fc
    .constantFrom('release:a-7', 'release:b-1', 'distribution:x')
    .map((base) => [[link('release:c-1', base, { id: 'link:release-c-1-on-release-b-1' })], []] as const),
  fc.constantFrom('2023', '2025').map((date) => [[release('b', '2', date)], []] as const),
  fc.constant([[], ['link:release-b-1-on-release-a-7']] as const),
  fc.constantFrom('page', 'capture').map((kind) => [[source('page', kind as 'page')], []] as const),
  // Editions: named by the release or not, on bases of their own, moved; readings of one, spoiled, taken over, in part.
  fc
    .constantFrom('release:a-7', 'distribution:x')
    .chain((base) => fc.constantFrom('2021', '2024').map((since) => ({ base, since })))
    .map(
      ({ base, since }) =>
        [[edition('c', 'Reef'), link('edition:c-Reef', base, { id: 'link:reef', since })], []] as const,
    ),
  fc
    .subarray(['edition:c-Main', 'edition:c-Reef'])
    .map(
      (editions) =>
        [
          [edition('c', 'Main'), edition('c', 'Reef'), { ...release('c', '2', '2024-05'), editions }],
          [],
        ] as const,
    ),
  fc
    .record({
      subject: fc.constantFrom('release:c-1', 'release:b-1'),
      key: fc.constantFrom('themes.icons', 'repositories.archives', 'model.kind'),
      more: fc.constantFrom<Partial<Reading>>(
        { spoiledBy: ['live image'] },
        { marks: ['takenOver'] },
        { marks: ['partial'] },
        { date: '2022-03-01' },
        { date: '2026-03-01', entered: 7 },
      ),
    })
    .map(({ subject, key, more }) => {
      const value = key === 'repositories.archives' ? [{ name: 'front' }] : 'rolling';
      return [
        [{ ...reading(subject, key, { value }), ...more, id: `reading:${subject.slice(8)}-${key}` }],
        [],
      ] as const;
    }),
  fc.constantFrom('Main', 'Reef').map(
    (name) =>
      [
        [
          edition('c', name),
          {
            ...reading('release:c-1', 'themes.cursor', { value: name }),
            ...{ id: `reading:of-${name}`, conditions: { edition: `edition:c-${name}` } },
          },
        ],
        [],
      ] as const,
  ),
  fc.constantFrom('b', 'Bee').map((name) => [[{ ...distribution('b'), name } as AnyRecord], []] as const),
) as never;

describe('the kept view of the lineage', () => {
  it('shows after any edits what one made anew would show', () => {
    fc.assert(
      fc.property(fc.array(edits, { minLength: 1, maxLength: 8 }), fc.boolean(), (all, backAndForth) => {
        const view = new LineageView();
        let catalogue = family;
        shown(view, catalogue);
        for (const [put, remove] of all) {
          catalogue = withRecords(catalogue, put, remove);
          if (backAndForth) shown(view, catalogue, TODAY - 1500);
          const now = shown(view, catalogue);
          expect(now).toEqual(shown(new LineageView(), catalogue));
          expect(now.events).toEqual(lineageEvents(catalogue, lifeOf));
        }
        expect(shown(view, family)).toEqual(shown(new LineageView(), family)); // as an undo of everything
      }),
    );
  });
  it('tells the same lives of many, all at once, as of each by itself', () => {
    const { catalogue } = largestCatalogue(0.05);
    const ids = [...catalogue.records.distribution.values()].map(({ id }) => id);
    const put = ids.map((id, i) => ({
      ...reading(id, i % 2 ? 'identity.since' : 'identity.standing', { value: i % 2 ? '2001' : 'dormant' }),
      id: `reading:of-${i}`,
    }));
    const told = withRecords(catalogue, put);
    const shared = new SharedLives();
    const lives = ids.map((id) => shared.lifeOf(told, id));
    expect(lives).toEqual(ids.map((id) => lifeOf(told, id)));
    expect(lives.filter(({ since }) => since === '2001').length).toBeGreaterThan(20);
    // Of another catalogue it tells that one's.
    expect(ids.map((id) => shared.lifeOf(catalogue, id))).toEqual(ids.map((id) => lifeOf(catalogue, id)));
  });
  it('computes again only what rests on what was edited', () => {
    const view = new LineageView();
    const before = shown(view, family);
    const put = { ...reading('release:b-1', 'themes.icons', { value: 'Reed' }), id: 'reading:new' };
    const after = shown(view, withRecords(family, [put]));
    expect(after.graph).toBe(before.graph);
    const same = after.facts.map((facts, i) => facts === before.facts[i]);
    expect([...after.graph.nodes.keys()].filter((_, i) => !same[i]).sort()).toEqual([
      'distribution:b',
      'distribution:c',
    ]);
  });
});

describe('changed ids', () => {
  it('are the edited record and what it points to, or pointed to', () => {
    const put = link('release:c-1', 'release:a-7', { id: 'link:release-c-1-on-release-b-1' });
    const after = withRecords(family, [put]);
    expect([...changedIds(family, after)].sort()).toEqual([
      'link:release-c-1-on-release-b-1',
      'release:a-7',
      'release:b-1',
      'release:c-1',
    ]);
    expect([...changedIds(family, family)]).toEqual([]);
  });
});
