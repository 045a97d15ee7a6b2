/**
 * The chain of layers under a release: whose bases it rests on, at a date. A link of the release itself counts
 * before one of its edition, and that before one of the distribution as a whole.
 */
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import type { Link } from '../catalogue/link.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { linksFrom, isLineal, isInForce } from './linksInForce.ts';
import { distributionOf } from './releases.ts';

/** A layer: a release (or a distribution or edition whose release is not known), and the link it rests by. */
export interface Layer {
  readonly id: RecordId;
  readonly distribution: RecordId;
  /** How the layer rests on its base; undefined for a root. */
  readonly link?: Link;
}

/** The lineal links in force on a day by which a release, edition or distribution rests, first base first. */
export function basesOf(catalogue: Catalogue, id: RecordId, day: number): Link[] {
  const record = findRecord(catalogue, id);
  const levels = [[id]];
  if (record?.kind === 'release') levels.push(record.editions.slice(), [record.distribution]);
  if (record?.kind === 'edition') levels.push([record.distribution]);
  for (const ids of levels) {
    const links = ids
      .flatMap((at) => linksFrom(catalogue, at))
      .filter((link) => isLineal(link) && isInForce(catalogue, link, day));
    if (links.length > 0) return links.sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));
  }
  return [];
}

/**
 * The layers under a release, root first, itself last. With several bases the first stands directly below it
 * and the others fill the gaps beneath. A layer that is met twice stands once, at its lowest place.
 */
export function chainOf(catalogue: Catalogue, id: RecordId, day: number): Layer[] {
  const layers: Layer[] = [];
  const walk = (at: RecordId, path: ReadonlySet<RecordId>) => {
    const links = basesOf(catalogue, at, day);
    layers.push({ id: at, distribution: distributionOf(catalogue, at), link: links[0] });
    for (const link of links) if (!path.has(link.base)) walk(link.base, new Set([...path, link.base]));
  };
  walk(id, new Set([id]));
  const rootFirst = layers.reverse();
  return rootFirst.filter((layer, index) => rootFirst.findIndex((other) => other.id === layer.id) === index);
}
