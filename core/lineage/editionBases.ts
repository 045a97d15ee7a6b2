/** What the editions of a distribution stand on. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { Link } from '../catalogue/link.ts';
import type { Release } from '../catalogue/release.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { basesOf } from './chain.ts';
import { distributionOf, publishedBy } from './releases.ts';

/** The links of an edition alone: of its current release, else its own; not those of its distribution. */
export function editionBases(catalogue: Catalogue, edition: RecordId, day: number): Link[] {
  const release = editionRelease(catalogue, edition, day);
  const atRelease = release ? basesOf(catalogue, release.id, day) : [];
  const links = atRelease.length ? atRelease : basesOf(catalogue, edition, day);
  return links.filter(({ derivative }) => !derivative.startsWith('distribution:'));
}

/** The release of an edition that is current on a day: the newest that names it. */
export function editionRelease(catalogue: Catalogue, edition: RecordId, day: number): Release | undefined {
  return publishedBy(catalogue, distributionOf(catalogue, edition), day).find(({ editions }) =>
    editions.includes(edition),
  );
}
