/**
 * Places a system: the answer from its packages (packages/findBase.ts), held against what its configuration,
 * its identification, its key rings and its packagers say (evidence.ts). Where they disagree, that is a finding.
 */
import type { Issue } from '../issue.ts';
import { lossesOf, type Loss } from '../catalogue/loss.ts';
import type { Relation } from '../catalogue/relations.ts';
import { findBase, type BaseFinding, type RankedCandidate } from '../packages/findBase.ts';
import { OWN_MARK } from '../packages/accounts.ts';
import { createInstalledSet } from '../packages/installedSet.ts';
import { enabledRepositories } from './configuredRepositories.ts';
import { evidenceFindings } from './evidence.ts';
import { suitesOf, token, type PlacedCandidate } from './placedCandidate.ts';
import type { ReadSystem } from './system.ts';

/** Where a system was placed: the answer, the candidates, the accounts and what else speaks for or against it. */
export interface Placement extends BaseFinding {
  /** How the system relates to its base; null without one. */
  readonly relation: Relation | null;
  /** The same for each of the further bases of a mixture, in their order. */
  readonly otherRelations: readonly Relation[];
  /** Contradictions and confirmations from outside the packages. */
  readonly findings: readonly Issue[];
  /** What was not read of the lists that the answer rests on: the system's, and those of its base or the best candidate. */
  readonly losses: { readonly system: readonly Loss[]; readonly base: readonly Loss[] };
}

/**
 * Places a system among candidates. A candidate made by the distribution that the system names itself is its own, unless
 * the system has an archive or revisions of its own beside it; one that is known to be built on that distribution cannot
 * be its base.
 */
export function placeSystem(system: ReadSystem, all: readonly PlacedCandidate[]): Placement {
  const names = namesOfSystem(system);
  const possible = all.filter(({ ancestors = [] }) => !ancestors.some((name) => names.has(token(name))));
  const installed = system.packages
    ? createInstalledSet(system.packages)
    : { family: 'deb' as const, packages: [] };
  const place = (candidates: readonly PlacedCandidate[]) => {
    const configured = configuredCandidates(system, candidates);
    return { candidates, configured, finding: findBase(installed, candidates, configured) };
  };
  let placed = place(possible.map((candidate) => ({ ...candidate, own: isMadeBy(candidate, names) })));
  // It only kept the name of what it is built on.
  if (placed.finding.answer.reason === 'itself' && isApart(system, placed))
    placed = place(possible.map((candidate) => ({ ...candidate, own: false })));
  const { candidates, configured, finding } = placed;
  const compared = candidates.find(({ name }) => name === (finding.answer.base ?? finding.answer.best));
  const relationTo = (base: string | null) => {
    const ranked = finding.candidates.find(({ name }) => name === base);
    return ranked ? relationOf(ranked, configured.has(ranked.name)) : null;
  };
  return {
    ...finding,
    relation: relationTo(finding.answer.base),
    otherRelations: finding.answer.others.flatMap((name) => relationTo(name) ?? []),
    findings: evidenceFindings({ system, installed, candidates, configured, finding }),
    losses: { system: lossesOf(system.listLosses), base: compared?.losses ?? [] },
  };
}

/** So many packages with marks of their own are the work of somebody. */
const OWN_REVISIONS = 5;
/** So large a part of the packages that the maker does not have at all is more than what people add to a system. */
const OWN_PACKAGES = 0.03;

/** True if a system has an archive that is none of its maker's with packages from there, or revisions of its own. */
function isApart(
  system: ReadSystem,
  { candidates, finding }: { candidates: readonly PlacedCandidate[]; finding: BaseFinding },
): boolean {
  const makers = candidates.filter(({ own }) => own);
  const suites = new Set(makers.flatMap((candidate) => [...suitesOf(candidate)].map(bareSuite)));
  const hosts = new Set(makers.flatMap((candidate) => candidate.hosts ?? []));
  const hasArchive = enabledRepositories(system).some(
    ({ suite, host }) => !suites.has(bareSuite(suite)) && !hosts.has(host),
  );
  const own = finding.packages.filter(({ rule, by }) => rule === 'unknownName' && by === 'none').length;
  const revised = finding.accounts.find(({ name }) => name === OWN_MARK)?.packages ?? 0;
  return (hasArchive && own >= OWN_PACKAGES * finding.packages.length) || revised >= OWN_REVISIONS;
}

/** A suite without what says which part of a release it is: `stable-security` and `stable/updates` are of `stable`. */
const bareSuite = (suite: string) => suite.toLowerCase().replace(/[-/](updates|security|backports)$/, '');

/** How the system calls itself (os-release(5), "ID", "NAME"). */
function namesOfSystem({ identification: { ID = '', NAME = '' } }: ReadSystem): Set<string> {
  return new Set([ID, NAME].map(token).filter(Boolean));
}

function isMadeBy({ makers = [] }: PlacedCandidate, names: ReadonlySet<string>): boolean {
  return makers.some((name) => names.has(token(name)));
}

/** The names of the candidates that a repository of the system, switched on, points to. */
function configuredCandidates(system: ReadSystem, candidates: readonly PlacedCandidate[]): Set<string> {
  const found = new Set<string>();
  for (const { suite, host } of enabledRepositories(system)) {
    for (const candidate of candidates) {
      // A candidate without known hosts is found by its suite alone.
      const sharesHost = !candidate.hosts?.length || candidate.hosts.includes(host);
      if (sharesHost && suitesOf(candidate).has(suite.toLowerCase())) found.add(candidate.name);
    }
  }
  return found;
}

/** Packages compiled again say rebuilds; else the configuration decides between installing from and copying. */
function relationOf(candidate: RankedCandidate, configured: boolean): Relation {
  if (candidate.counts.rebuilt > candidate.counts.same) return 'rebuilds';
  return configured ? 'installs from' : 'copies';
}
