/** The largest catalogue that is promised to work well: 2,000 distributions, 20,000 releases, 200,000 readings; or a multiple of it. */
import { withRecords } from '../core/catalogue/applyDiff.ts';
import type { Catalogue } from '../core/catalogue/catalogue.ts';
import { FACT_KEYS } from '../core/catalogue/factSheet.ts';
import type { AnyRecord } from '../core/catalogue/recordKinds.ts';
import { catalogueOf, reading, release } from './catalogues.ts';
import { nameOfNumber, randomLineage } from './lineages.ts';

const DISTRIBUTIONS = 2000;
const RELEASES = 10;
const READINGS = 200_000;

/** The catalogue and its readings; `size` 0.1 gives a tenth of it, 10 ten times as much. */
export function largestCatalogue(size = 1): { catalogue: Catalogue; readings: AnyRecord[] } {
  const count = Math.round(DISTRIBUTIONS * size);
  const releases = Array.from({ length: count * (RELEASES - 1) }, (_, i) => {
    const year = Math.floor(i / count);
    return release(nameOfNumber(i % count), `r${year}`, `20${10 + year}-03-01`);
  });
  const keys = FACT_KEYS.filter(({ type }) => type === 'text' || type === 'version');
  const readings = Array.from({ length: Math.round(READINGS * size) }, (_, i): AnyRecord => {
    const { key } = keys[Math.floor(i / releases.length) % keys.length];
    return {
      ...reading(releases[i % releases.length].id, key, { value: `value ${i % 500}` }),
      id: `reading:r${i}`,
    };
  });
  return { catalogue: withRecords(catalogueOf(...randomLineage(count), ...releases), readings), readings };
}
