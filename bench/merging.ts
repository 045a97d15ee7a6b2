/**
 * Merging two catalogues of 2,000 distributions, 20,000 releases and 200,000 readings, of which each changed a twentieth since
 * their ancestor; against reading one of the two files, which has to be done anyway.
 */
import { withRecords } from '../core/catalogue/applyDiff.ts';
import { FACT_KEYS } from '../core/catalogue/factSheet.ts';
import type { Catalogue } from '../core/catalogue/catalogue.ts';
import type { AnyRecord } from '../core/catalogue/recordKinds.ts';
import { formatCatalogueFile, parseCatalogueFile } from '../core/exchange/catalogueFile.ts';
import { mergeCatalogues } from '../core/merging/mergeCatalogues.ts';
import { catalogueOf, reading, release } from '../testing/catalogues.ts';
import { nameOfNumber, randomLineage } from '../testing/lineages.ts';
import { median, type BenchResult } from './compare.ts';

const DISTRIBUTIONS = 2000;
const RELEASES = 10;
const READINGS = 200_000;
const EVERY = 20;
const ROUNDS = 3;
/** What a merge may take, in milliseconds. */
const LIMIT = 5000;

function ancestor(): { catalogue: Catalogue; readings: AnyRecord[] } {
  const releases = Array.from({ length: DISTRIBUTIONS * (RELEASES - 1) }, (_, i) =>
    release(
      nameOfNumber(i % DISTRIBUTIONS),
      `r${Math.floor(i / DISTRIBUTIONS)}`,
      `20${10 + Math.floor(i / DISTRIBUTIONS)}-03-01`,
    ),
  );
  const keys = FACT_KEYS.filter(({ type }) => type === 'text' || type === 'version');
  const readings = Array.from({ length: READINGS }, (_, i): AnyRecord => {
    const { key } = keys[Math.floor(i / releases.length) % keys.length];
    return {
      ...reading(releases[i % releases.length].id, key, { value: `value ${i % 500}` }),
      id: `reading:r${i}`,
    };
  });
  return {
    catalogue: withRecords(catalogueOf(...randomLineage(DISTRIBUTIONS), ...releases), readings),
    readings,
  };
}

const changed = (catalogue: Catalogue, readings: readonly AnyRecord[], from: number, text: string) =>
  withRecords(
    catalogue,
    readings.filter((_, i) => i % EVERY === from).map((each) => ({ ...each, value: text }) as AnyRecord),
  );

export function mergingBench(): BenchResult[] {
  const { catalogue: base, readings } = ancestor();
  const mine = changed(base, readings, 0, 'mine');
  const theirs = changed(base, readings, 7, 'theirs');
  const text = formatCatalogueFile({ catalogue: theirs, packages: new Map() }, '2026-11-29T00:00:00Z');
  const timed = (work: () => unknown) => {
    const start = performance.now();
    work();
    return performance.now() - start;
  };
  const rounds = Array.from({ length: ROUNDS }, () => ({
    read: timed(() => parseCatalogueFile(text, 'theirs')),
    threeWay: timed(() => mergeCatalogues(mine, theirs, base)),
    twoWay: timed(() => mergeCatalogues(mine, theirs)),
  }));
  const read = median(rounds.map((each) => each.read));
  const of = (name: string, ours: number): BenchResult => ({
    name,
    ours,
    theirs: read,
    ratio: ours / read,
    limit: LIMIT / read,
  });
  return [
    of(
      'merging 2,000 distributions, three-way, against reading one of them',
      median(rounds.map(({ threeWay }) => threeWay)),
    ),
    of(
      'merging 2,000 distributions without an ancestor, against reading one of them',
      median(rounds.map(({ twoWay }) => twoWay)),
    ),
  ];
}
