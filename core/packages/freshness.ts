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
import { OfferFinder, type Offer } from './offers.ts';
import type { InstalledSet } from './installedSet.ts';
import { VERSION_ORDERS } from './versionOrder.ts';
import type { BaseChange, DatedState } from './baseStates.ts';
import type { Freshness, PackageFreshness, FreshnessSummary, Standing } from './freshnessFigures.ts';

/** A system or a repository on a day. */
interface DatedSystem {
  readonly day: number;
  readonly system: InstalledSet;
}

/** Measures a system on a day. States after that day are left out; null when none is left. */
export function measureFreshness(
  system: InstalledSet,
  states: readonly DatedState[],
  day: number,
): Freshness | null {
  return freshnessOverTime([{ day, system }], states)[0] ?? null;
}

/** The same for several days, oldest first; days before the first state are left out. */
export function freshnessOverTime(
  systems: readonly DatedSystem[],
  states: readonly DatedState[],
): Freshness[] {
  if (systems.length === 0) return [];
  const sorted = states.toSorted((a, b) => a.day - b.day);
  const names = new Map(
    systems.flatMap(({ system }) => system.packages.map((row) => [row.name, row] as const)),
  );
  const finder = new OfferFinder({ family: systems[0].system.family, packages: [...names.values()] });
  const main = timelinesOf(finder, sorted, ({ part }) => part !== 'security' && part !== 'backports');
  const hasSecurity = sorted.some(({ lists }) => lists.some(({ part }) => part === 'security'));
  const security = hasSecurity ? timelinesOf(finder, sorted, ({ part }) => part === 'security') : null;
  const days = sorted.map((state) => state.day);
  return systems
    .toSorted((a, b) => a.day - b.day)
    .filter(({ day }) => day >= days[0])
    .map(({ day, system }) => {
      const { packages, changes } = measureAgainst(system, main, days, day);
      const fixes = security && measureAgainst(system, security, days, day).packages;
      return {
        day,
        packages,
        changes,
        whole: summarise(packages),
        security: fixes && summarise(fixes),
        securityPackages: fixes?.filter(({ standing }) => standing !== 'own') ?? [],
        states: days.filter((each) => each <= day),
      };
    });
}

/** Counts standings, and the days of the packages behind. */
function summarise(packages: readonly PackageFreshness[]): FreshnessSummary {
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
    worstIsOpen: packages.some((each) => each.daysAtMost === Infinity && each.days === days.at(-1)),
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

/** What a base had of a package: every version, and when its newest one changed. */
interface Timeline {
  readonly offers: readonly Offer[];
  readonly steps: readonly Step[];
}

function timelinesOf(
  finder: OfferFinder,
  states: readonly DatedState[],
  isWanted: (list: DatedState['lists'][number]) => boolean,
): Map<string, Timeline> {
  const compare = VERSION_ORDERS[finder.system.family];
  const offers: Offer[][] = finder.system.packages.map(() => []);
  const steps: Step[][] = finder.system.packages.map(() => []);
  for (const { day, lists } of states) {
    const table = finder.find(lists.filter(isWanted).map(({ packages }) => packages));
    table.forEach((offered, row) => {
      if (!offered) return;
      let newest = offered[0].version;
      for (const offer of offered) {
        if (compare(offer.version, newest) > 0) newest = offer.version;
        const known = offers[row].some(
          ({ version, sourceVersion }) => version === offer.version && sourceVersion === offer.sourceVersion,
        );
        if (!known) offers[row].push(offer);
      }
      if (newest !== steps[row].at(-1)?.version) steps[row].push({ day, version: newest });
    });
  }
  return new Map(
    finder.system.packages.flatMap(({ name }, row) =>
      steps[row].length > 0 ? [[name, { offers: offers[row], steps: steps[row] }] as const] : [],
    ),
  );
}

function measureAgainst(
  system: InstalledSet,
  timelines: ReadonlyMap<string, Timeline>,
  days: readonly number[],
  day: number,
): { packages: PackageFreshness[]; changes: BaseChange[] } {
  const compare = VERSION_ORDERS[system.family];
  const classified = classifyPackages(
    system,
    system.packages.map(({ name }) => timelines.get(name)?.offers),
  );
  const changes: BaseChange[] = [];
  const packages = system.packages.map(({ name, version, section }, row): PackageFreshness => {
    const steps = timelines.get(name)?.steps.filter((step) => step.day <= day) ?? [];
    const { derived, offer } = classified[row];
    // A rebuilt or patched version stands where the version stands that it was made from.
    const stands = derived ? offer!.version : version;
    const newest = steps.at(-1)?.version ?? '';
    const isBehind = steps.length > 0 && compare(newest, stands) > 0;
    const newer = isBehind ? steps.filter((step) => compare(step.version, stands) > 0) : [];
    const stateBefore = days.findLast((each) => each < newer[0]?.day);
    const last = steps.length > 1 ? steps.at(-1) : undefined;
    if (last) {
      const slack = last.day - days.findLast((each) => each < last.day)! - 1;
      changes.push({ age: day - last.day, slack, arrived: compare(stands, last.version) >= 0 });
    }
    return {
      name,
      version,
      newest,
      section,
      standing: standingOf(steps.length > 0, isBehind, isBehind ? -1 : compare(stands, newest)),
      days: isBehind ? day - newer[0].day : 0,
      daysAtMost: !isBehind ? 0 : stateBefore === undefined ? Infinity : day - stateBefore - 1,
      versions: new Set(newer.map((step) => step.version)).size,
    };
  });
  return { packages, changes };
}

function standingOf(isKnown: boolean, isBehind: boolean, order: number): Standing {
  if (!isKnown) return 'own';
  return isBehind ? 'behind' : order > 0 ? 'ahead' : 'current';
}
