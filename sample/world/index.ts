/** The whole invented world of packages: beginnings and repositories of all families. */
import { createAlpmRepositories } from './alpmWorld.ts';
import { createDebRepositories } from './debWorld.ts';
import { createWorld, type Repository, type World } from './repository.ts';
import { createRpmRepositories } from './rpmWorld.ts';

export type Repositories = ReadonlyMap<string, Repository>;

/** Same seed, same world. */
export function createRepositories(seed: number): { world: World; repositories: Repositories } {
  const world = createWorld(seed);
  const all = [
    ...createDebRepositories(world),
    ...createAlpmRepositories(world),
    ...createRpmRepositories(world),
  ];
  const repositories = new Map(all.map((repository) => [repository.id, repository]));
  if (repositories.size !== all.length) throw new Error('sample: two repositories have the same id');
  return { world, repositories };
}
