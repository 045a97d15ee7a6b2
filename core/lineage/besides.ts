/** What a system is usually held against: its base, the release before, those that rest on the same. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { recordsOf } from '../catalogue/catalogue.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { releaseBefore } from './bases.ts';
import { chainOfProject, type Layer } from './chain.ts';

/** One that a system can be held against. */
export interface Beside {
  readonly kind: 'base' | 'release before' | 'rival';
  readonly id: RecordId;
}

/** The base, the release before, then up to `rivals` projects whose current release rests on the same distribution, by name. */
export function besidesOf(catalogue: Catalogue, layers: readonly Layer[], day: number, rivals = 6): Beside[] {
  const top = layers[layers.length - 1];
  const base = layers.at(-2);
  const before = releaseBefore(catalogue, top.id);
  return [
    ...(base ? [{ kind: 'base' as const, id: base.id }] : []),
    ...(before ? [{ kind: 'release before' as const, id: before.id }] : []),
    ...rivalsOf(catalogue, top, base, day)
      .slice(0, rivals)
      .map((id) => ({ kind: 'rival' as const, id })),
  ];
}

function rivalsOf(catalogue: Catalogue, top: Layer, base: Layer | undefined, day: number): RecordId[] {
  if (!base) return [];
  return [...recordsOf(catalogue, 'distribution')]
    .filter(({ id }) => id !== top.distribution)
    .flatMap(({ id, name }) => {
      const chain = chainOfProject(catalogue, id, day);
      const own = chain[chain.length - 1];
      return chain.at(-2)?.distribution === base.distribution ? [{ id: own.id, name }] : [];
    })
    .sort((a, b) => a.name.localeCompare(b.name, 'en'))
    .map(({ id }) => id);
}
