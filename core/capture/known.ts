/** What the catalogue has under a name already. */
import { recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { sameName } from '../sameness/name.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import type { Distribution } from '../catalogue/distribution.ts';
import type { RecordId } from '../catalogue/recordId.ts';

/** The distribution that the catalogue has under a name, however it is spelt; undefined if it has none. */
export function distributionNamed(catalogue: Catalogue, name: string): Distribution | undefined {
  return [...recordsOf(catalogue, 'distribution')].find((entry) => sameName(entry.name, name));
}

/** The release of that name and version, however they are spelt; null when the catalogue does not have it yet. */
export function findRelease(catalogue: Catalogue, distribution: string, version: string): RecordId | null {
  const owner = distributionNamed(catalogue, distribution);
  const releases = owner ? recordsBelongingTo(catalogue, owner.id, 'release') : [];
  return releases.find((release) => sameName(release.version, version))?.id ?? null;
}
