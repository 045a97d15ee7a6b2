/**
 * How far a system is behind its base, package by package, from dated states of the base's repositories:
 *
 *     a package is behind on day d if the base had a newer version before d;
 *     days behind = d - the day on which the first newer version appeared there.
 *
 * A version appears on the date of the first state that has it, so days are exact up to the gap between two states,
 * and a version that the first state has already is older by an unknown time. Security archives are counted apart.
 */
import { classifyPackages } from './classify.ts';
import {
  OfferFinder,
  type CandidateState,
  type InstalledSet,
  type Offer,
  type OfferTable,
} from './offers.ts';
import { VERSION_ORDERS } from './versionOrder.ts';

/** A state with its day (days since 1970-01-01). */
export interface DatedState extends CandidateState {
  readonly day: number;
}

/** How a package stands to the base. */
export type Standing = 'current' | 'behind' | 'ahead' | 'own';

export interface PackageFreshness {
  readonly name: string;
  readonly version: string;
  /** The base's newest version on the day; empty when it lacks the name. */
  readonly newest: string;
  readonly section: string;
  readonly standing: Standing;
  /** Days behind at least; 0 unless behind. */
  readonly days: number;
  /** Days behind at most; Infinity when the first state had the newer version already. */
  readonly daysAtMost: number;
  /** How many newer versions the base had by the day. */
  readonly versions: number;
}

/** A change of the base's newest version, and whether the system has it, or a later one. */
export interface BaseChange {
  /** Days from the change to the day of the system. */
  readonly age: number;
  readonly arrived: boolean;
}

export interface Freshness {
  readonly day: number;
  readonly packages: readonly PackageFreshness[];
  readonly changes: readonly BaseChange[];
  readonly whole: FreshnessSummary;
  /** The security archive by itself; null when none is at hand. */
  readonly security: FreshnessSummary | null;
  readonly securityPackages: readonly PackageFreshness[];
  /** The days of the states that it rests on, oldest first. */
  readonly states: readonly number[];
}

export interface FreshnessSummary {
  /** Packages whose name the base has. */
  readonly known: number;
  readonly current: number;
  readonly behind: number;
  readonly ahead: number;
  /** Of those behind, in days: half are behind less, nine in ten, all. 0 when none is. */
  readonly median: number;
  readonly ninetieth: number;
  readonly worst: number;
}

/** Measures a system on a day. States after that day are left out; null when none is left. */
export function measureFreshness(
  system: InstalledSet,
  states: readonly DatedState[],
  day: number,
): Freshness | null {
  const usable = states.filter((state) => state.day <= day).sort((a, b) => a.day - b.day);
  if (usable.length === 0) return null;
  const finder = new OfferFinder(system);
  const main = measureLists(finder, usable, day, ({ part }) => part !== 'security' && part !== 'backports');
  const hasSecurity = usable.some(({ lists }) => lists.some(({ part }) => part === 'security'));
  const security = hasSecurity ? measureLists(finder, usable, day, ({ part }) => part === 'security') : null;
  return {
    day,
    packages: main.packages,
    changes: main.changes,
    whole: summarise(main.packages),
    security: security && summarise(security.packages),
    securityPackages: security?.packages.filter(({ standing }) => standing !== 'own') ?? [],
    states: usable.map((state) => state.day),
  };
}

/** The same for a system or a repository on several days, oldest first; days before the first state are left out. */
export function freshnessOverTime(
  systems: readonly { readonly day: number; readonly system: InstalledSet }[],
  states: readonly DatedState[],
): Freshness[] {
  return systems
    .toSorted((a, b) => a.day - b.day)
    .flatMap(({ day, system }) => measureFreshness(system, states, day) ?? []);
}

/** Counts standings, and the days of the packages behind. */
export function summarise(packages: readonly PackageFreshness[]): FreshnessSummary {
  const count = (standing: Standing) => packages.filter((each) => each.standing === standing).length;
  const days = packages
    .filter(({ standing }) => standing === 'behind')
    .map((each) => each.days)
    .sort((a, b) => a - b);
  return {
    known: packages.length - count('own'),
    current: count('current'),
    behind: days.length,
    ahead: count('ahead'),
    median: quantile(days, 0.5),
    ninetieth: quantile(days, 0.9),
    worst: days.at(-1) ?? 0,
  };
}

/** The least value that at least this share of a sorted list does not exceed; 0 for an empty list. */
export function quantile(sorted: readonly number[], share: number): number {
  return sorted[Math.max(0, Math.ceil(share * sorted.length) - 1)] ?? 0;
}

/** Summaries by section of the package format, largest first; packages without a section together. */
export function freshnessBySection(
  packages: readonly PackageFreshness[],
): { section: string; summary: FreshnessSummary }[] {
  const groups = new Map<string, PackageFreshness[]>();
  for (const each of packages) {
    if (each.standing === 'own') continue;
    const section = each.section.replace(/^.*\//, '');
    const group = groups.get(section);
    if (group) group.push(each);
    else groups.set(section, [each]);
  }
  return [...groups]
    .map(([section, group]) => ({ section, summary: summarise(group) }))
    .sort((a, b) => b.summary.known - a.summary.known);
}

interface Step {
  readonly day: number;
  readonly version: string;
}

function measureLists(
  finder: OfferFinder,
  states: readonly DatedState[],
  day: number,
  isWanted: (list: DatedState['lists'][number]) => boolean,
): { packages: PackageFreshness[]; changes: BaseChange[] } {
  const { system } = finder;
  const compare = VERSION_ORDERS[system.family];
  const tables = states.map(({ lists }) =>
    finder.find(lists.filter(isWanted).map(({ packages }) => packages)),
  );
  const classified = classifyPackages(system, union(tables, system.packages.length));
  const changes: BaseChange[] = [];
  const packages = system.packages.map(({ name, version, section }, row): PackageFreshness => {
    const steps = stepsOf(tables, states, row, compare);
    const { derived, offer } = classified[row];
    // A rebuilt or patched version stands where the version stands that it was made from.
    const stands = derived ? offer!.version : version;
    const newest = steps.at(-1)?.version ?? '';
    const newer = steps.filter((step) => compare(step.version, stands) > 0);
    const own = steps.length === 0;
    const isBehind = newer.length > 0 && compare(newest, stands) > 0;
    const first = isBehind ? newer[0] : undefined;
    const place = first ? states.findIndex((state) => state.day === first.day) : -1;
    for (const step of steps.slice(1))
      changes.push({ age: day - step.day, arrived: compare(stands, step.version) >= 0 });
    return {
      name,
      version,
      newest,
      section,
      standing: own ? 'own' : isBehind ? 'behind' : compare(stands, newest) > 0 ? 'ahead' : 'current',
      days: first ? day - first.day : 0,
      daysAtMost: first ? (place > 0 ? day - states[place - 1].day - 1 : Infinity) : 0,
      versions: isBehind ? new Set(newer.map((step) => step.version)).size : 0,
    };
  });
  return { packages, changes };
}

/** When the base's newest version of a package changed. */
function stepsOf(
  tables: readonly OfferTable[],
  states: readonly DatedState[],
  row: number,
  compare: (a: string, b: string) => number,
): Step[] {
  const steps: Step[] = [];
  tables.forEach((table, i) => {
    const offers = table[row];
    if (!offers) return;
    const newest = offers.reduce(
      (best, { version }) => (compare(version, best) > 0 ? version : best),
      offers[0].version,
    );
    if (newest !== steps.at(-1)?.version) steps.push({ day: states[i].day, version: newest });
  });
  return steps;
}

/** Every version that was ever offered. */
function union(tables: readonly OfferTable[], rows: number): OfferTable {
  return Array.from({ length: rows }, (_, row) => {
    const offers: Offer[] = [];
    const seen = new Set<string>();
    for (const table of tables)
      for (const offer of table[row] ?? []) {
        const key = `${offer.version} ${offer.sourceVersion}`;
        if (!seen.has(key)) offers.push(offer);
        seen.add(key);
      }
    return offers.length > 0 ? offers : undefined;
  });
}
