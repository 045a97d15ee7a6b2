/**
 * Places a system: the answer from its packages (packages/findBase.ts), held against what its configuration
 * and its identification say. Where they disagree, that is a finding.
 */
import { createIssue, type Issue } from '../issue.ts';
import type { Relation } from '../catalogue/link.ts';
import { findBase, type BaseFinding, type RankedCandidate } from '../packages/findBase.ts';
import { createInstalledSet, type Candidate } from '../packages/offers.ts';
import type { ReadSystem } from './system.ts';

/** A candidate with the names and places by which configuration may point to it. */
export interface PlacedCandidate extends Candidate {
  /** Suite and code names, in any case. */
  readonly suites?: readonly string[];
  /** Hosts that serve it. */
  readonly hosts?: readonly string[];
}

export interface Placement extends BaseFinding {
  /** How the system relates to its base; null without one. */
  readonly relation: Relation | null;
  /** Contradictions and confirmations from outside the packages. */
  readonly findings: readonly Issue[];
}

/** Places a system among candidates. */
export function placeSystem(system: ReadSystem, candidates: readonly PlacedCandidate[]): Placement {
  const configured = configuredCandidates(system, candidates);
  const installed = system.packages
    ? createInstalledSet(system.packages)
    : { family: 'deb' as const, packages: [] };
  const finding = findBase(installed, candidates, configured);
  const base = candidates.find(({ name }) => name === finding.answer.base);
  const ranked = finding.candidates.find(({ name }) => name === finding.answer.base);
  return {
    ...finding,
    relation: base && ranked ? relationOf(ranked, configured.has(base.name)) : null,
    findings: evidenceFindings(system, candidates, configured, finding),
  };
}

/** The names of the candidates that an enabled source of the system points to. */
export function configuredCandidates(
  system: ReadSystem,
  candidates: readonly PlacedCandidate[],
): Set<string> {
  const found = new Set<string>();
  for (const source of system.sources) {
    if (!source.enabled || source.type !== 'deb') continue;
    for (const candidate of candidates) {
      if (namesOf(candidate).has(source.suite.toLowerCase()) && sharesHost(candidate, source.uri))
        found.add(candidate.name);
    }
  }
  return found;
}

function namesOf(candidate: PlacedCandidate): Set<string> {
  return new Set([candidate.name, ...(candidate.suites ?? [])].map((name) => name.toLowerCase()));
}

/** A candidate without known hosts is found by its suite alone. */
function sharesHost(candidate: PlacedCandidate, uri: string): boolean {
  if (!candidate.hosts?.length) return true;
  return candidate.hosts.includes(/^[a-z+]+:\/\/([^/:]+)/i.exec(uri)?.[1] ?? '');
}

/** Packages compiled again say rebuilds; else the configuration decides between installing from and copying. */
function relationOf(candidate: RankedCandidate, configured: boolean): Relation {
  if (candidate.counts.rebuilt > candidate.counts.same) return 'rebuilds';
  return configured ? 'installs from' : 'copies';
}

function evidenceFindings(
  system: ReadSystem,
  candidates: readonly PlacedCandidate[],
  configured: ReadonlySet<string>,
  { answer }: BaseFinding,
): Issue[] {
  const findings: Issue[] = [];
  const where = system.root || 'system';
  const base = answer.base ?? '';
  if (base && configured.has(base))
    findings.push(createIssue('note', 'evidence.sourcesAgree', where, { base }));
  if (base && configured.size > 0 && !configured.has(base)) {
    findings.push(
      createIssue('damage', 'evidence.sourcesContradict', where, { base, named: [...configured].join(', ') }),
    );
  }
  if (!base && configured.size > 0) {
    findings.push(
      createIssue('damage', 'evidence.sourcesUnsupported', where, { named: [...configured].join(', ') }),
    );
  }
  const claimed = system.identification.VERSION_CODENAME?.toLowerCase();
  const claims = claimed ? candidates.find((candidate) => namesOf(candidate).has(claimed)) : undefined;
  if (claims && base && claims.name !== base) {
    findings.push(createIssue('damage', 'evidence.nameContradicts', where, { base, named: claims.name }));
  }
  return findings;
}
