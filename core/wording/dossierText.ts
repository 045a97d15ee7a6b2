/** Sentences about one release, generated from its records; shown in dossiers and written into documents. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { Link } from '../catalogue/link.ts';
import type { Comparison } from '../catalogue/comparison.ts';
import { nameOf } from '../lineage/names.ts';
import type { Layer } from '../lineage/chain.ts';
import { wordLoss } from './lossText.ts';
import { wordRelation } from './lineageText.ts';
import { formatCount, formatNumberOf, formatShare } from './valueText.ts';

/** How a release stands on its base: `Tidewater 7.1 installs from Fenwick 31, which copies Larkspur 7.` */
export function wordChain(catalogue: Catalogue, layers: readonly Layer[]): string {
  const top = layers[layers.length - 1];
  const name = nameOf(catalogue, top.id);
  if (!top.link) return `${name} stands on no base that is recorded.`;
  const steps: string[] = [];
  for (let layer: Layer | undefined = top; layer?.link;) {
    const { relation, base }: Link = layer.link;
    steps.push(`${wordRelation(relation)} ${nameOf(catalogue, base)}`);
    layer = layers.find(({ id }) => id === base);
  }
  return `${name} ${steps.join(', which ')}.`;
}

/** What the measurement says: `86.4 % of 2,480 packages equal Fenwick 31; 214 are its own.` */
export function wordComparison(catalogue: Catalogue, comparison: Comparison): string {
  const { counts } = comparison;
  const share = formatShare(counts.same, counts.installed);
  const own =
    counts.own === 0
      ? 'none is its own'
      : counts.own === 1
        ? '1 is its own'
        : `${formatCount(counts.own)} are its own`;
  const [loss] = comparison.losses;
  const of = loss ? `, of a list ${wordLoss(loss)},` : '';
  return `${share} of ${formatNumberOf(counts.installed, 'package')}${of} equal ${nameOf(catalogue, comparison.base)}; ${own}.`;
}
