/** How many packages fall into each class. */
import type { InstalledSet } from './installedSet.ts';
import type { Classified } from './classify.ts';
import { type PackageClass, PACKAGE_CLASSES } from './packageClass.ts';

/** How many packages are in each class; they add up to `installed`. */
export type ClassCounts = Readonly<Record<PackageClass, number>> & { readonly installed: number };

/** Counts the classes. */
export function countClasses(classified: readonly Classified[]): ClassCounts {
  const counts = {
    installed: classified.length,
    same: 0,
    rebuilt: 0,
    patched: 0,
    heldBack: 0,
    ahead: 0,
    own: 0,
  };
  for (const entry of classified) counts[entry.class]++;
  return counts;
}

/**
 * The same for source packages: a source is in the class that most of its binary packages are in; of equal ones in the
 * one that is tried last, so that a change is not lost.
 */
export function countSources(system: InstalledSet, classified: readonly Classified[]): ClassCounts {
  const bySource = new Map<string, number[]>();
  system.packages.forEach(({ source }, row) => {
    const votes = bySource.get(source) ?? PACKAGE_CLASSES.map(() => 0);
    votes[PACKAGE_CLASSES.indexOf(classified[row].class)]++;
    bySource.set(source, votes);
  });
  const counts = { installed: bySource.size, same: 0, rebuilt: 0, patched: 0, heldBack: 0, ahead: 0, own: 0 };
  for (const votes of bySource.values()) counts[PACKAGE_CLASSES[votes.lastIndexOf(Math.max(...votes))]]++;
  return counts;
}
