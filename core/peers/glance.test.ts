/** Everybody of a company at a glance: what each set itself that hardly another one has. */
import { describe, expect, it } from 'vitest';
import { catalogueOf, distribution, link, reading, release } from '../../testing/catalogues.ts';
import { firstDayOf } from '../catalogue/days.ts';
import { companyOf } from './company.ts';
import { distinctnessOf, glanceOf } from './distinct.ts';

const names = ['base', 'b1', 'b2', 'b3', 'b4', 'b5'];
const on = (name: string, key: string, says: Parameters<typeof reading>[2]) =>
  reading(`release:${name}-1`, key, says);

describe('everybody at a glance', () => {
  const company = companyOf(
    catalogueOf(
      ...names.map(distribution),
      ...names.map((name) => release(name, '1', '2026-03-01')),
      ...names.slice(1).map((name) => link(`release:${name}-1`, 'release:base-1')),
      ...names.map((name) => on(name, 'defaults.desktop', { value: name === 'b2' ? 'Stem' : 'Trellis' })),
      on('b2', 'themes.icons', { value: 'Vellum' }),
      ...['base', 'b1', 'b3', 'b4'].map((name) => on(name, 'themes.icons', { value: 'Plain' })),
      on('base', 'themes.cursor', { value: 'Moth' }),
      on('b3', 'repositories.mirrors', { value: 3 }),
      on('b4', 'repositories.archives', { value: ['bough', 'twig', 'leaf'].map((name) => ({ name })) }),
      ...['b1', 'b2', 'b3', 'b5'].map((name) =>
        on(name, 'repositories.archives', { value: [{ name: 'root' }] }),
      ),
    ),
    firstDayOf('2026-11-24'),
  );
  const members = [...company.members.values()];
  it('tells what each set itself that is rare, those with most of it first', () => {
    const [list, first, ...others] = glanceOf(company, members);
    // Three keys of its own are three values; of one fact one is told.
    expect(list).toMatchObject({ id: 'distribution:b4', rare: 3 });
    expect(list.rarest.map(({ key, name }) => [key, name])).toEqual([['repositories.archives', 'bough']]);
    expect(first).toMatchObject({ id: 'distribution:b2', rare: 2 });
    expect(first.rarest.map(({ key, name, k, n }) => [key, name, k, n])).toEqual([
      ['themes.icons', 'Vellum', 1, 6],
      ['defaults.desktop', 'Stem', 1, 6],
    ]);
    // What all carry from the base is rare in none, and no number is.
    expect(others.map(({ rare }) => rare)).toEqual([0, 0, 0, 0]);
    expect(others.find(({ id }) => id === 'distribution:b3')!.known).toBe(
      company.members.get('distribution:b3')!.facts.size,
    );
  });
  it('says of each what is rare in what sets it apart, less what it carries', () => {
    for (const { id, rare, rarest } of glanceOf(company, members)) {
      const own = distinctnessOf(company, members, id).apart.filter(
        (each) => each.isRare && (each.setBy ?? id) === id,
      );
      expect(own).toHaveLength(rare);
      expect(own).toEqual(expect.arrayContaining([...rarest]));
    }
  });
});
