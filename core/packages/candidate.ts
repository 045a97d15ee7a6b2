/** A base that a system is held against, in its states. */
import type { PackageColumns } from '../formats/packageColumns.ts';
import type { ListPart } from './listParts.ts';

/** The package list of one repository. */
export interface CandidateList {
  readonly name: string;
  readonly part: ListPart;
  readonly packages: PackageColumns;
}

/** What a candidate's repositories held on a date. */
export interface CandidateState {
  /** `YYYY-MM-DD`, or empty when it is not known. */
  readonly date: string;
  readonly lists: readonly CandidateList[];
}

/** A base that is held against a system, in one or several states, oldest first. */
export interface Candidate {
  readonly name: string;
  readonly states: readonly CandidateState[];
  /** Names of the candidates whose lists it includes, because it installs from them. */
  readonly includes?: readonly string[];
  /** True if these are the repositories of the very project that the system belongs to. */
  readonly own?: boolean;
}

/** A candidate of one state. Lists without a name are called like the candidate; the first is the base. */
export function createCandidate(name: string, lists: readonly PackageColumns[]): Candidate {
  return {
    name,
    states: [{ date: '', lists: lists.map((packages) => ({ name, part: 'base', packages })) }],
  };
}
