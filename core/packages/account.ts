/** Which repository explains which packages. */
import type { ClassRule } from './classify.ts';
import type { ClassCounts } from './countClasses.ts';
import type { ListPart } from './listParts.ts';

/** Packages that one repository explains. `second` is one of another candidate than the base. */
export interface Account {
  readonly name: string;
  readonly part: ListPart | 'second' | 'unexplained';
  readonly packages: number;
}

/** What became of an installed package. */
export interface AccountedPackage {
  /** The rule that gave its class next to the base, or next to the best candidate. */
  readonly rule: ClassRule;
  /** The version that it was held against; empty when the base lacks the name. */
  readonly baseVersion: string;
  /** Place in the accounts. */
  readonly account: number;
  /** What ties it to that account; `none` when nothing explains it. */
  readonly by: ClassRule | 'none';
}

/** Which repository explains which packages; they add up to all installed. */
export interface Accounts {
  /** Add up to the installed packages. Accounts without a package are left out. */
  readonly accounts: readonly Account[];
  /** In the order of the system's packages. */
  readonly packages: readonly AccountedPackage[];
  /** The classes next to the base, or the best candidate, by source package; null without candidates. */
  readonly sources: ClassCounts | null;
}
