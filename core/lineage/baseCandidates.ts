/**
 * The candidate bases that a catalogue has: the repositories of each release or distribution, in the states that
 * snapshots of them keep, with what they are laid over. Names the snapshots; their packages are brought by the caller.
 */
import { recordOf, recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { Snapshot } from '../catalogue/snapshot.ts';
import { compareWhen } from '../catalogue/when.ts';
import { basesOf } from './bases.ts';
import { chainOf } from './chain.ts';
import { distributionOf } from './releases.ts';
import { nameOf } from './names.ts';
import { partOfRepository, type ListPart } from '../packages/listParts.ts';
import { fingerprintsIn } from '../formats/openPgpSigners.ts';
import { hostOf } from '../capture/configuredRepositories.ts';
import type { PlacedCandidate } from '../capture/placedCandidate.ts';

/** A list that a candidate has in a state. */
interface DescribedList {
  readonly snapshot: RecordId;
  readonly name: string;
  readonly part: ListPart;
}

/** A base that the snapshots of a catalogue make up, in its states. */
export interface DescribedCandidate extends Omit<PlacedCandidate, 'states' | 'own'> {
  /** The release or distribution that it stands for. */
  readonly at: RecordId;
  /** Oldest first. */
  readonly states: readonly { readonly date: string; readonly lists: readonly DescribedList[] }[];
}

/** Describes the candidates, by name; `day` is the day as of which bases are asked for. */
export function describeCandidates(catalogue: Catalogue, day: number): DescribedCandidate[] {
  const owners = new Map<RecordId, Snapshot[]>();
  for (const snapshot of recordsOf(catalogue, 'snapshot')) {
    if (snapshot.role !== 'repository' || !snapshot.of) continue;
    const known = owners.get(snapshot.of);
    if (known) known.push(snapshot);
    else owners.set(snapshot.of, [snapshot]);
  }
  return [...owners.keys()]
    .map((at) => describe(catalogue, at, owners, day))
    .sort((a, b) => (a.name < b.name ? -1 : 1));
}

/**
 * Of the described candidates, those that a release, edition or distribution is built on as of a day, nearest first:
 * for each base beneath it the candidate of that very base, else that of its distribution. Then the others of the same
 * distributions: what copies a moving archive is held against that, though its base is called by the next release.
 */
export function basesAtHand(
  catalogue: Catalogue,
  id: RecordId,
  described: readonly DescribedCandidate[],
  day: number,
): DescribedCandidate[] {
  const found: DescribedCandidate[] = [];
  const beneath = chainOf(catalogue, id, day).slice(0, -1).reverse();
  for (const layer of beneath) {
    const candidate =
      described.find(({ at }) => at === layer.id) ?? described.find(({ at }) => at === layer.distribution);
    if (candidate && !found.includes(candidate)) found.push(candidate);
  }
  const makers = new Set(found.map(({ at }) => distributionOf(catalogue, at)));
  const others = described.filter(
    (each) => !found.includes(each) && makers.has(distributionOf(catalogue, each.at)),
  );
  return [...found, ...others];
}

function describe(
  catalogue: Catalogue,
  at: RecordId,
  owners: ReadonlyMap<RecordId, readonly Snapshot[]>,
  day: number,
): DescribedCandidate {
  const beneath = includedBases(catalogue, at, owners, day);
  const own = owners.get(at)!;
  const under = beneath.flatMap((id) => owners.get(id)!);
  const dates = [...new Set(own.map(({ date }) => date ?? ''))].sort(compareWhen);
  const distribution = distributionOf(catalogue, at);
  const bases = chainOf(catalogue, at, day).map((layer) => layer.distribution);
  return {
    at,
    name: nameOf(catalogue, at),
    suites: [...new Set([...own.map(({ name }) => name), codeNameOf(catalogue, at)])].filter(Boolean),
    hosts: [...new Set(own.map(({ origin }) => hostOf(origin)))].filter(Boolean),
    makers: namesOf(catalogue, distribution),
    ancestors: bases.filter((id) => id !== distribution).flatMap((id) => namesOf(catalogue, id)),
    includes: beneath.map((id) => nameOf(catalogue, id)),
    signers: [...new Set(own.flatMap(({ signer }) => fingerprintsIn(signer)))],
    losses: [...own, ...under].flatMap(({ losses }) => losses),
    states: dates.map((date) => ({
      date,
      lists: [
        ...inForce(own, date).map((snapshot) => described(catalogue, snapshot, own.length + under.length)),
        ...inForce(under, date).map((snapshot) => described(catalogue, snapshot, 2)),
      ],
    })),
  };
}

/** The bases, with repositories at hand, that a system of this release pulls from too. */
function includedBases(
  catalogue: Catalogue,
  at: RecordId,
  owners: ReadonlyMap<RecordId, readonly Snapshot[]>,
  day: number,
): RecordId[] {
  return basesOf(catalogue, at, day)
    .links.filter(({ relation }) => relation === 'installs from' || relation === 'flavour of')
    .flatMap(({ base }) => [
      ...(owners.has(base) ? [base] : []),
      ...includedBases(catalogue, base, owners, day),
    ]);
}

/** Of each repository its newest snapshot by a date; of a main one, before its first, the first. */
function inForce(snapshots: readonly Snapshot[], date: string): Snapshot[] {
  const repositories = new Map<string, Snapshot[]>();
  for (const snapshot of snapshots) {
    const key = `${snapshot.origin} ${snapshot.name}`;
    repositories.set(key, [...(repositories.get(key) ?? []), snapshot]);
  }
  return [...repositories.values()].flatMap((states) => {
    const sorted = states.toSorted((a, b) => compareWhen(a.date ?? '', b.date ?? ''));
    const current = sorted.findLast((each) => compareWhen(each.date ?? '', date) <= 0);
    return current ?? (partOfRepository(sorted[0].name) === 'base' ? sorted[0] : []);
  });
}

function described(catalogue: Catalogue, snapshot: Snapshot, among: number): DescribedList {
  const owner = nameOf(catalogue, snapshot.of!);
  return {
    snapshot: snapshot.id,
    name: among > 1 ? `${owner} ${snapshot.name}` : owner,
    part: partOfRepository(snapshot.name),
  };
}

function codeNameOf(catalogue: Catalogue, at: RecordId): string {
  return recordOf(catalogue, 'release', at)?.codeName.toLowerCase() ?? '';
}

function namesOf(catalogue: Catalogue, distribution: RecordId): string[] {
  const record = recordOf(catalogue, 'distribution', distribution);
  return record ? [record.name, ...record.aliases] : [];
}
