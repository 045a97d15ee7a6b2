/** Merging asks the same of names, versions and lists as all others do. */
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, reading, release } from '../../testing/catalogues.ts';
import { recordOf, recordsOf } from '../catalogue/catalogue.ts';
import { mergeCatalogues } from './mergeCatalogues.ts';

describe('releases', () => {
  it('whose numbers differ stay two', () => {
    const mine = catalogueOf(distribution('a'), release('a', '2.2', '2024-01-01'));
    const theirs = catalogueOf(distribution('a'), release('a', '22', '2024-01-01'));
    const { catalogue } = mergeCatalogues(mine, theirs);
    expect([...recordsOf(catalogue, 'release')].map(({ version }) => version).sort()).toEqual(['2.2', '22']);
  });
  it('that are spelt otherwise meet', () => {
    const mine = catalogueOf(distribution('a'), release('a', 'Season 11'));
    const theirs = catalogueOf(distribution('a'), { ...release('a', 'season-11'), id: 'release:a-other' });
    expect([...recordsOf(mergeCatalogues(mine, theirs).catalogue, 'release')]).toHaveLength(1);
  });
});

describe('names', () => {
  it('that differ by a sign that counts are two projects', () => {
    const mine = catalogueOf(distribution('Brook'));
    const theirs = catalogueOf({ ...distribution('Brook+'), id: 'distribution:plus' } as never);
    const { catalogue, meetings } = mergeCatalogues(mine, theirs);
    expect([...recordsOf(catalogue, 'distribution')]).toHaveLength(2);
    expect(meetings).toEqual([]);
  });
});

describe('lists that both changed', () => {
  const list = (...names: readonly string[]) =>
    reading('release:a-1', 'defaults.services', { value: names.map((name) => ({ name })) });
  const of = (...names: readonly string[]) =>
    catalogueOf(distribution('a'), release('a', '1'), list(...names));
  it('are joined element by element', () => {
    const merge = mergeCatalogues(of('clock', 'print', 'sync'), of('clock', 'fire'), of('clock', 'print'));
    expect(merge.undecided).toEqual([]);
    const { value } = recordOf(merge.catalogue, 'reading', list().id)!;
    expect((value as { name: string }[]).map(({ name }) => name).sort()).toEqual(['clock', 'fire', 'sync']);
  });
  it('are in conflict where both changed one element', () => {
    const withState = (state: string) =>
      catalogueOf(
        distribution('a'),
        release('a', '1'),
        reading('release:a-1', 'defaults.services', { value: [{ name: 'clock', settings: { state } }] }),
      );
    const merge = mergeCatalogues(withState('on'), withState('off'), withState('offered'));
    expect(merge.undecided).toHaveLength(1);
  });
});
