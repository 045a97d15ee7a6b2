/** Holding four dossiers side by side, and asking a company of 2,000: against the times that are promised. */
import { catalogueOf, link, reading, release } from '../testing/catalogues.ts';
import { nameOfNumber, randomLineage } from '../testing/lineages.ts';
import { withRecords } from '../core/catalogue/applyDiff.ts';
import { firstDayOf } from '../core/catalogue/days.ts';
import { FACT_KEYS, findFactKey, type FactKey } from '../core/catalogue/factSheet.ts';
import type { FactValue } from '../core/catalogue/factValue.ts';
import type { AnyRecord } from '../core/catalogue/recordKinds.ts';
import { createPackageColumns } from '../core/formats/packageColumns.ts';
import { membersOf } from '../core/peers/cohort.ts';
import { companyOf } from '../core/peers/company.ts';
import { distinctnessOf } from '../core/peers/distinct.ts';
import { spreadOf } from '../core/peers/spread.ts';
import { compareSides } from '../core/comparing/compareSides.ts';
import { outcomesOf } from '../core/comparing/outcome.ts';
import { saidOfSides } from '../core/comparing/words.ts';
import { compareSystems } from '../core/packages/compareSystems.ts';
import { createInstalledSet } from '../core/packages/installedSet.ts';
import { sideSentences } from '../core/wording/sideText.ts';
import { median, type BenchResult } from './compare.ts';

const DAY = firstDayOf('2026-11-24');
const ROUNDS = 9;
const [FACTS, PACKAGES, PROJECTS] = [200, 3000, 2000];
/** Milliseconds. */
const [SIDES_LIMIT, SPREAD_LIMIT, DISTINCT_LIMIT] = [200, 100, 1000];

/** A value that fits a fact; of few kinds, so that some have it in common. */
function valueFor({ type, choices }: FactKey, n: number): FactValue {
  switch (type) {
    case 'list':
      return [0, 1, 2].map((i) => ({ name: nameOfNumber((n * 7 + i) % 40) }));
    case 'number':
      return n % 50;
    case 'yesNo':
      return n % 2 === 0;
    case 'date':
      return '2026-01-01';
    case 'choice':
      return choices![n % choices!.length];
    default:
      return nameOfNumber(n % 30);
  }
}

function factsOf(ids: readonly string[], count: number): AnyRecord[] {
  return ids.flatMap((id, n) =>
    FACT_KEYS.slice(0, count).map((fact, i) => ({
      ...reading(id, fact.key, { value: valueFor(fact, n * 13 + i) }),
      id: `reading:${n}-${i}`,
    })),
  );
}

function timed(work: () => unknown): number {
  return median(
    Array.from({ length: ROUNDS }, () => {
      const start = performance.now();
      work();
      return performance.now() - start;
    }),
  );
}

const against = (name: string, ours: number, limit: number): BenchResult => ({
  ...{ name, ours, theirs: limit, limit: 1 },
  ratio: ours / limit,
});

export function comparingBench(): Promise<BenchResult[]> {
  const names = ['base', 'a', 'b', 'c', 'd'];
  const releases = names.map((name) => release(name, '1', '2026-01-01'));
  const ids = releases.map(({ id }) => id);
  const four = catalogueOf(
    ...names.map(
      (name): AnyRecord =>
        ({
          id: `distribution:${name}`,
          kind: 'distribution',
          entered: 0,
          name,
          aliases: [],
          note: '',
        }) as AnyRecord,
    ),
    ...releases,
    ...ids.slice(1).map((id) => link(id, 'release:base-1')),
    ...factsOf(ids, FACTS),
  );
  const systems = ids.slice(1).map((_, n) =>
    createInstalledSet(
      createPackageColumns(
        'deb',
        Array.from({ length: PACKAGES }, (__, i) => ({
          name: `package-${i + n * 90}`,
          version: `1.${(i + n) % 9}-1`,
        })),
      ),
    ),
  );
  const sides = timed(() => {
    // Another catalogue each time: nothing of the layers is kept.
    const catalogue = { ...four };
    const compared = compareSides(
      catalogue,
      ids.slice(1).map((id) => ({ id })),
      DAY,
    );
    const said = saidOfSides(catalogue, compared);
    return [outcomesOf(compared.points, said, 4), sideSentences(compared), compareSystems(systems)];
  });

  const lineage = randomLineage(PROJECTS);
  const large = withRecords(
    catalogueOf(...lineage),
    factsOf(
      lineage.filter(({ kind }) => kind === 'release').map(({ id }) => id),
      60,
    ),
  );
  const start = performance.now();
  const company = companyOf(large, DAY);
  console.log(
    `Everybody of ${PROJECTS} projects gathered once in ${Math.round(performance.now() - start)} ms, in a worker.`,
  );
  const all = membersOf(company, { rule: {}, members: [] });
  const about = all[all.length >> 1].id;
  const keys = ['welcome.actions', 'editions.desktops', 'identity.maker', 'identity.languages'].map((key) =>
    findFactKey(key)!,
  );
  return Promise.resolve([
    against(
      `Four dossiers of ${FACTS} facts and ${PACKAGES} packages held side by side, against ${SIDES_LIMIT} ms`,
      sides,
      SIDES_LIMIT,
    ),
    against(
      `Any fact spread over ${all.length} projects, the slowest of four, against ${SPREAD_LIMIT} ms`,
      Math.max(...keys.map((key) => timed(() => spreadOf(company, all, key, about)))),
      SPREAD_LIMIT,
    ),
    against(
      `All that sets one of ${all.length} projects apart, against ${DISTINCT_LIMIT} ms`,
      timed(() => distinctnessOf(company, all, about)),
      DISTINCT_LIMIT,
    ),
  ]);
}
