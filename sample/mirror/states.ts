/** Earlier states of a repository: the tree keeps them in `snapshots/DAY/` beside its files. */
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';

/**
 * The path of the same file in one of the snapshots of its repository: that of the day which is chosen among those that have it,
 * oldest first. Null where none was kept, or none is chosen.
 */
export function earlierState(
  root: string,
  path: string,
  choose: (days: readonly string[]) => string | undefined,
): string | null {
  const parts = path.split('/');
  if (parts.includes('..') || parts.includes('snapshots')) return null;
  for (let depth = 1; depth < parts.length; depth++) {
    const snapshots = join(root, ...parts.slice(0, depth), 'snapshots');
    if (!existsSync(snapshots)) continue;
    const rest = parts.slice(depth).join('/');
    const day = choose(
      readdirSync(snapshots)
        .sort()
        .filter((name) => existsSync(join(snapshots, name, rest))),
    );
    return day ? [...parts.slice(0, depth), 'snapshots', day, rest].join('/') : null;
  }
  return null;
}
