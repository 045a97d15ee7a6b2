/** Indexes of one release belong together: they name the same maker, and code names that differ in the part only. */
import type { DebRelease } from '../formats/debRelease.ts';

/** What stands behind the code name for the parts of a release that are published beside it. */
const PARTS = /[-/](updates|security|backports)$/;

/** Groups of one release each, in the order in which their first index came; one that names no suite stands alone. */
export function indexesByRelease<T extends { readonly release: DebRelease | null }>(
  indexes: readonly T[],
): T[][] {
  const groups = new Map<string, T[]>();
  indexes.forEach((index, i) => {
    const suite = index.release?.codename || index.release?.suite;
    const key = suite ? `${index.release?.origin} ${suite.replace(PARTS, '')}` : String(i);
    groups.set(key, [...(groups.get(key) ?? []), index]);
  });
  return [...groups.values()];
}
