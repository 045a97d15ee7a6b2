/**
 * What can be measured for freshness: captured systems and the repositories of derivatives, each with the dated states
 * at hand and the bases to hold them against; and the delays that somebody states for them.
 */
import { recordOf, recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { compareWhen } from '../catalogue/when.ts';
import { firstDayOf } from '../catalogue/days.ts';
import type { StatedDelay } from '../packages/judgeDelay.ts';
import { basesAtHand, type DescribedCandidate } from './baseCandidates.ts';
import { distributionOf } from './releases.ts';
import { nameOf } from './names.ts';

/** A system whose packages can be held against the states of its base. */
export interface FreshnessSubject {
  /** `system release:tidewater-7.1`: unique, for addresses. */
  readonly key: string;
  /** The release or distribution that is measured. */
  readonly at: RecordId;
  readonly name: string;
  readonly kind: 'system' | 'repository';
  /** Days (since 1970-01-01) and the snapshots of each, oldest first. */
  readonly states: readonly { readonly day: number; readonly snapshots: readonly RecordId[] }[];
  /** As `basesAtHand` gives them. */
  readonly bases: readonly DescribedCandidate[];
}

/** All that have a package list and a base with dated states; systems first, by name. */
export function freshnessSubjects(
  catalogue: Catalogue,
  described: readonly DescribedCandidate[],
  day: number,
): FreshnessSubject[] {
  const subjects = [...systems(catalogue), ...repositories(catalogue, described)];
  return subjects
    .map((subject) => ({ ...subject, bases: datedBases(catalogue, subject.at, described, day) }))
    .filter(({ bases, states }) => bases.length > 0 && states.length > 0);
}

type Unplaced = Omit<FreshnessSubject, 'bases'>;

function datedBases(
  catalogue: Catalogue,
  at: RecordId,
  described: readonly DescribedCandidate[],
  day: number,
): DescribedCandidate[] {
  const own = distributionOf(catalogue, at);
  return basesAtHand(catalogue, at, described, day).filter(
    (base) => base.states.some(({ date }) => date) && distributionOf(catalogue, base.at) !== own,
  );
}

function systems(catalogue: Catalogue): Unplaced[] {
  const owners = new Map<RecordId, Unplaced['states'][number][]>();
  for (const { id, of, role, date } of recordsOf(catalogue, 'snapshot')) {
    if (role !== 'system' || !of || !date) continue;
    const states = owners.get(of) ?? [];
    owners.set(of, [...states, { day: firstDayOf(date), snapshots: [id] }]);
  }
  return [...owners]
    .map(([at, states]): Unplaced => ({
      key: `system ${at}`,
      at,
      name: nameOf(catalogue, at),
      kind: 'system',
      states: states.sort((a, b) => a.day - b.day),
    }))
    .sort((a, b) => (a.name < b.name ? -1 : 1));
}

/** The repositories that a project makes itself; what it is laid over is not measured with them. */
function repositories(catalogue: Catalogue, described: readonly DescribedCandidate[]): Unplaced[] {
  return described.map(({ at, name, states }): Unplaced => {
    const own = (snapshot: RecordId) => recordOf(catalogue, 'snapshot', snapshot)?.of === at;
    return {
      key: `repository ${at}`,
      at,
      name,
      kind: 'repository',
      states: states
        .filter(({ date }) => date)
        .sort((a, b) => compareWhen(a.date, b.date))
        .map(({ date, lists }) => ({
          day: firstDayOf(date),
          snapshots: lists.map(({ snapshot }) => snapshot).filter(own),
        })),
    };
  });
}

/** A delay as a source states it. */
interface DelayStatement {
  /** The reading or claim. */
  readonly id: RecordId;
  readonly wording: string;
  readonly days: number;
  /** The range that counts as that: a quarter to both sides, a day at least. */
  readonly range: StatedDelay;
  readonly source: RecordId | null;
}

/** The facts that state how long packages are held, or how far behind they are. */
const DELAY_KEYS: ReadonlySet<string> = new Set(['repositories.holding', 'model.delay']);

/** What is stated of a release, its distribution, or both: claims first. A number said twice stands once. */
export function statedDelays(catalogue: Catalogue, at: RecordId): DelayStatement[] {
  const subjects = [...new Set([at, distributionOf(catalogue, at)])];
  const claims = subjects
    .flatMap((id) => recordsBelongingTo(catalogue, id, 'claim'))
    .filter(({ key }) => DELAY_KEYS.has(key));
  const readings = subjects
    .flatMap((id) => recordsBelongingTo(catalogue, id, 'reading'))
    .filter(({ key, state }) => DELAY_KEYS.has(key) && state === 'set');
  const all = [
    ...claims.map(({ id, wording, value, source }) => ({ id, wording, value, source: source ?? null })),
    ...readings.map(({ id, value, source }) => ({
      id,
      wording: `${String(value)} days`,
      value,
      source: source ?? null,
    })),
  ];
  const seen = new Set<number>();
  return all.flatMap(({ id, wording, value, source }): DelayStatement[] => {
    if (typeof value !== 'number' || seen.has(value)) return [];
    seen.add(value);
    const slack = Math.max(1, Math.round(value / 4));
    return [{ id, wording, days: value, range: { least: value - slack, most: value + slack }, source }];
  });
}
