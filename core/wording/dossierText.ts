/** Sentences about one release, generated from its records; shown in heads and details. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { Comparison } from '../catalogue/comparison.ts';
import { basesByEdition, furtherBases, stepsDown } from '../statements/aboutProject.ts';
import type { Layer } from '../lineage/chain.ts';
import { nameOf, nameOfLayer } from '../lineage/names.ts';
import {
  wordBase,
  wordBaseUnknown,
  wordCarried,
  wordDependsOnEdition,
  wordIndependent,
} from './statements/projectSentences.ts';

/**
 * How the top layer stands on its base: `Tidewater 7.1 installs from Fenwick 31, which copies Larkspur 7.`; that it depends on the
 * edition, that there is no base, or that none is known.
 */
export function wordChain(catalogue: Catalogue, layers: readonly Layer[], isIndependent: boolean): string {
  const top = layers[layers.length - 1];
  const about = { subject: nameOfLayer(catalogue, top), told: {} };
  if (top.dependsOnEdition)
    return wordDependsOnEdition({ ...about, editions: basesByEdition(catalogue, top) });
  if (top.link)
    return wordBase({
      ...{ ...about, steps: stepsDown(catalogue, layers), since: '' },
      also: furtherBases(catalogue, top),
    });
  return isIndependent ? wordIndependent(about) : wordBaseUnknown(about);
}

/** What the measurement says: `86.4 % of 2,480 packages equal Fenwick 31; 214 are its own.` */
export function wordComparison(catalogue: Catalogue, { base, counts, losses }: Comparison): string {
  return wordCarried({ subject: '', told: {}, base: nameOf(catalogue, base), counts, losses });
}
