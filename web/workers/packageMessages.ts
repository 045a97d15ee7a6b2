/** What the package worker is asked and what it answers. Lists travel packed, by key. */
import type { Accounts } from '../../core/packages/account.ts';
import type { ClassCounts } from '../../core/packages/countClasses.ts';
import type { DelayEstimate } from '../../core/packages/delay.ts';
import type { Freshness, FreshnessSummary } from '../../core/packages/freshnessFigures.ts';
import type { FoundPackage } from '../../core/packages/packageNames.ts';
import type { PackageStanding } from '../../core/packages/packageStanding.ts';
import type { PackageLine } from '../../core/packages/compareSystems.ts';
import type { PackageState } from '../../core/packages/packageHistory.ts';
import type { CandidateMessage, PackedByKey } from '../../workspace/candidateMessage.ts';

/** A package of a system, as a table shows it. */
export interface SystemPackage {
  readonly name: string;
  readonly version: string;
  readonly architecture: string;
  readonly source: string;
  readonly sourceVersion: string;
  readonly section: string;
}

/** Every package of a system next to one base. */
export interface Comparison extends Accounts {
  readonly rows: readonly SystemPackage[];
  readonly counts: ClassCounts;
  /** The state of the base that it was held against. */
  readonly date: string;
}

/** A list of the measured system or repository at a day. */
interface SubjectState {
  readonly day: number;
  readonly keys: readonly string[];
}

/** How a subject stands to a base on its newest day, and on the days before. */
export interface MeasuredFreshness {
  readonly newest: Freshness;
  readonly course: readonly { readonly day: number; readonly summary: FreshnessSummary }[];
  /** From the changes of all days together. */
  readonly delay: DelayEstimate | null;
  /** The longest gap between two states of the base within the last 60 days. */
  readonly gap: number;
}

/** The questions, each with the answer to it. */
export interface PackageQuestions {
  shrink: {
    ask: { readonly packed: Uint8Array; readonly chain: readonly Uint8Array[]; readonly id: string };
    answer: Uint8Array;
  };
  compare: {
    ask: {
      readonly packed: PackedByKey;
      readonly system: string;
      readonly base: CandidateMessage;
      readonly others: readonly CandidateMessage[];
    };
    answer: Comparison | null;
  };
  /** The packages of several systems next to each other, and to a base. */
  sides: {
    ask: {
      readonly packed: PackedByKey;
      readonly systems: readonly string[];
      readonly base?: CandidateMessage;
    };
    /** Null where a list is not at hand, or they are of several formats. */
    answer: readonly PackageLine[] | null;
  };
  history: {
    ask: {
      readonly packed: PackedByKey;
      readonly candidates: readonly CandidateMessage[];
      readonly name: string;
    };
    answer: readonly PackageState[];
  };
  /** How a package of a base stands in systems, and in repositories laid over them. */
  standing: {
    ask: {
      readonly packed: PackedByKey;
      readonly name: string;
      readonly base: CandidateMessage;
      readonly systems: readonly { readonly id: string; readonly key: string }[];
    };
    answer: {
      /** What the base offers in its newest state, the newest version first. */
      readonly versions: readonly string[];
      readonly systems: readonly (PackageStanding & { readonly id: string })[];
    };
  };
  /** Puts lists at hand for finding names in them; gives how many names there are. */
  openNames: {
    ask: { readonly packed: PackedByKey; readonly keys: readonly string[] };
    answer: number;
  };
  findNames: {
    ask: { readonly text: string; readonly limit: number };
    answer: readonly FoundPackage[];
  };
  freshness: {
    ask: {
      readonly packed: PackedByKey;
      readonly subject: readonly SubjectState[];
      readonly base: CandidateMessage;
    };
    answer: MeasuredFreshness | null;
  };
}

/** The name of a question to the package worker. */
export type PackageQuestion = keyof PackageQuestions;
