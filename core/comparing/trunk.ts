/** What several have under them in common: the nearest shared base, by distribution. */
import type { RecordId } from '../catalogue/recordId.ts';
import type { Layer } from '../lineage/chain.ts';

/** The shared base. */
export interface Trunk {
  readonly distribution: RecordId;
  /** The place of its highest layer in each of the chains; the top of one that is the trunk itself. */
  readonly places: readonly number[];
}

/**
 * The nearest distribution that all chains rest on, or are; null where they have nothing in common. Releases of one and the
 * same distribution share what that rests on, not themselves. Nearest is the one with the fewest steps to it in all.
 */
export function trunkOf(chains: readonly (readonly Layer[])[]): Trunk | null {
  const tops = new Set(chains.map((chain) => chain[chain.length - 1].distribution));
  const candidates = new Set(chains[0].map(({ distribution }) => distribution));
  if (tops.size === 1) candidates.delete([...tops][0]);
  const found = [...candidates].flatMap((distribution) => {
    const places = chains.map((chain) => chain.findLastIndex((layer) => layer.distribution === distribution));
    if (places.some((place) => place < 0)) return [];
    const steps = places.reduce((sum, place, i) => sum + chains[i].length - 1 - place, 0);
    return [{ distribution, places, steps }];
  });
  found.sort((a, b) => a.steps - b.steps || (a.distribution < b.distribution ? -1 : 1));
  return found.length ? { distribution: found[0].distribution, places: found[0].places } : null;
}
