/**
 * Places a system: the answer from its packages (packages/findBase.ts), held against what its configuration,
 * its identification, its key rings and its packagers say (evidence.ts). Where they disagree, that is a finding.
 */
import type { Issue } from '../issue.ts';
import type { Relation } from '../catalogue/relations.ts';
import { findBase, type BaseFinding, type RankedCandidate } from '../packages/findBase.ts';
import { createInstalledSet } from '../packages/installedSet.ts';
import { enabledRepositories } from './configuredRepositories.ts';
import { evidenceFindings } from './evidence.ts';
import { suitesOf, token, type PlacedCandidate } from './placedCandidate.ts';
import type { ReadSystem } from './system.ts';

/** Where a system was placed: the answer, the candidates, the accounts and what else speaks for or against it. */
export interface Placement extends BaseFinding {
  /** How the system relates to its base; null without one. */
  readonly relation: Relation | null;
  /** Contradictions and confirmations from outside the packages. */
  readonly findings: readonly Issue[];
}

/**
 * Places a system among candidates. A candidate made by the distribution that the system names itself is its own,
 * and one that is known to be built on that distribution cannot be its base.
 */
export function placeSystem(system: ReadSystem, all: readonly PlacedCandidate[]): Placement {
  const names = namesOfSystem(system);
  const candidates = all
    .filter(({ ancestors = [] }) => !ancestors.some((name) => names.has(token(name))))
    .map((candidate) => ({ ...candidate, own: isMadeBy(candidate, names) }));
  const configured = configuredCandidates(system, candidates);
  const installed = system.packages
    ? createInstalledSet(system.packages)
    : { family: 'deb' as const, packages: [] };
  const finding = findBase(installed, candidates, configured);
  const ranked = finding.candidates.find(({ name }) => name === finding.answer.base);
  return {
    ...finding,
    relation: ranked ? relationOf(ranked, configured.has(ranked.name)) : null,
    findings: evidenceFindings({ system, installed, candidates, configured, finding }),
  };
}

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
