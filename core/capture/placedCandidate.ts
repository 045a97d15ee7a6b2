/** A candidate base with the names and places by which a system may point to it. */
import type { Loss } from '../catalogue/loss.ts';
import type { Candidate } from '../packages/candidate.ts';

/** A base that a system is held against: its names, its makers, its states. */
export interface PlacedCandidate extends Candidate {
  /** Suite and code names, names of repositories; in any case. */
  readonly suites?: readonly string[];
  /** Hosts that serve it. */
  readonly hosts?: readonly string[];
  /** Names of the distribution that makes it, and of those that it is known to be built on. */
  readonly makers?: readonly string[];
  readonly ancestors?: readonly string[];
  /** Fingerprints, or the ends of them, of the keys by which its repositories are signed. */
  readonly signers?: readonly string[];
  /** What was not read of its lists. */
  readonly losses?: readonly Loss[];
}

/** A name as it may stand in an identification file: `Sarrin Desktop` and `sarrin-desktop` are the same. */
export function token(name: string): string {
  return name.toLowerCase().replace(/[^a-z0-9]+/g, '');
}

/** The names by which a repository may ask for a candidate. */
export function suitesOf({ name, suites = [] }: PlacedCandidate): Set<string> {
  return new Set([name, ...suites].map((each) => each.toLowerCase()));
}
