/** How far behind, package by package and in a few numbers. */
import type { BaseChange } from './baseStates.ts';

/** How a package stands to the base. */
export type Standing = 'current' | 'behind' | 'ahead' | 'own';

/** How far one package is behind. */
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

/** How far all are, package by package. */
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

/** The same in a few numbers. */
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
  /** True if the worst may be further behind: the first state had the newer version already. */
  readonly worstIsOpen: boolean;
}
