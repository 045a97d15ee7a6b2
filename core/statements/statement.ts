/**
 * The first page of a dossier as data: statements in the order in which analysts tell them. Sentences are made of them in
 * wording/; the screen, documents and the command line show the same ones.
 */
import type { AreaId } from '../catalogue/areas.ts';
import type { Assessment } from '../catalogue/assessment.ts';
import type { RecordedChange } from '../catalogue/change.ts';
import type { ProjectEvent } from '../catalogue/event.ts';
import type { Fault } from '../catalogue/fault.ts';
import type { Plan } from '../catalogue/plan.ts';
import type { Procedure } from '../catalogue/procedure.ts';
import type { Claim } from '../catalogue/claim.ts';
import type { Link } from '../catalogue/link.ts';
import type { Loss } from '../catalogue/loss.ts';
import type { PackageCounts } from '../catalogue/comparison.ts';
import type { Relation } from '../catalogue/relations.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { RepositoryRow } from '../layers/areas/repositories.ts';
import type { Change } from '../layers/changes.ts';
import type { SettledChange } from '../layers/settledChanges.ts';
import type { DayRange } from '../support/support.ts';
import type { SupportRow } from '../support/supportRows.ts';
import type { OpenRule } from '../open/openRules.ts';
import type { Told, ToldReading } from './told.ts';

/** The parts of the first page, in order. */
export const STATEMENT_PARTS = [
  'what',
  'base',
  'like',
  'changes',
  'leftOut',
  'practice',
  'doubt',
  'claims',
  'verdict',
  'ahead',
  'unsettled',
] as const;

/** A part of the first page. */
export type StatementPart = (typeof STATEMENT_PARTS)[number];

/** Where a statement leads to: a fact of the layer table, a link on the map, or a part of the dossier. */
export type StatementTarget =
  | { readonly fact: string }
  | { readonly link: RecordId }
  | { readonly part: 'packages' | 'changes' | 'assessment' | 'evidence' | 'editions' | 'settle' };

/** A base, by name, and in which way something rests on it. */
export interface ToldBase {
  readonly name: string;
  readonly relation: Relation;
  /** Absent for what is sure. `likely`: inferred; `claimed`: somebody says so. */
  readonly certainty?: 'likely' | 'claimed';
}

/** A repository of the layer, with whose it is. */
export interface ToldRepository extends Omit<RepositoryRow, 'layer'> {
  /** The layer beneath that has it; empty for none. */
  readonly by: string;
}

/** What each kind of statement says beside the facts that it tells. Names of records are words, values as recorded. */
export interface StatementKinds {
  purpose: object;
  maker: object;
  releases: {
    readonly version: string;
    readonly date: string;
    readonly editions: readonly string[];
    readonly before?: { readonly version: string; readonly date: string };
  };
  names: { readonly names: readonly string[] };
  /** Top first: what it rests on, what that rests on, and so on. */
  base: {
    readonly steps: readonly ToldBase[];
    /** Further bases, which fill the gaps of the first, in order. */
    readonly also: readonly ToldBase[];
    /** As it is stated; empty where nobody said since when. */
    readonly since: string;
  };
  /** A link names the project alone: what is held against is this release, the newest that was out. */
  baseAssumed: { readonly base: string; readonly release: string };
  /** What the project rests on by the day asked about, where it moved after the release. */
  baseNow: { readonly project: string; readonly bases: readonly ToldBase[]; readonly since: string };
  dependsOnEdition: {
    readonly editions: readonly { readonly edition: string; readonly bases: readonly ToldBase[] }[];
  };
  independent: object;
  baseUnknown: object;
  /** `endorsed`: how the project of the base stands to it, over time. */
  baseReason: {
    readonly reason: string;
    readonly wording: string;
    readonly base: string;
    readonly endorsed: Link['endorsed'];
  };
  /** The release before stood on another base. */
  baseBefore: { readonly release: string; readonly bases: readonly ToldBase[] };
  carried: { readonly base: string; readonly counts: PackageCounts; readonly losses: readonly Loss[] };
  /** Parts, or ideas, of another one. */
  taken: {
    readonly from: string;
    readonly parts: readonly string[];
    readonly isIdeas: boolean;
    readonly wording: string;
  };
  continues: { readonly before: string };
  archives: {
    readonly repositories: readonly ToldRepository[];
    readonly isPartial: boolean;
    /** True where somebody said in which order they are asked. */
    readonly isInOrder: boolean;
  };
  formats: object;
  kernel: object;
  kernels: object;
  look: object;
  guide: object;
  guidePages: object;
  guideOdd: object;
  applications: { readonly roles: readonly string[] };
  model: object;
  support: { readonly base: string; readonly baseEnd: string; readonly gap?: DayRange };
  /** Ends of support by the rules that are stated. */
  supportRules: { readonly support: SupportRow };
  image: object;
  installer: object;
  firstUpdate: { readonly imageAgeDays?: number };
  tools: object;
  memory: object;
  requirements: object;
  help: object;
  /** Facts of which each edition has its own, or that are known of one alone. */
  byEdition: { readonly count: number };
  /** Further facts of an area, each in its own words. */
  facts: object;
  /** `noBase`: it is known to rest on none. */
  change: {
    readonly change: Change;
    readonly base: string;
    readonly noBase: boolean;
    /** Of a list: true where somebody said in which order its elements are. */
    readonly isInOrder: boolean;
  };
  /** Several single values of one area. */
  changes: { readonly changes: readonly Change[]; readonly base: string };
  leftOut: { readonly roles: readonly string[] };
  lacks: object;
  /** Every reading that its conditions make unreliable, the best first, where nothing else is known. */
  spoiled: { readonly says: readonly ToldReading[] };
  /** What was remarked on facts. */
  remarks: object;
  /** Why something is as it is, where no computed change tells it. */
  why: { readonly notes: readonly RecordedChange[] };
  takenOver: { readonly count: number };
  differs: object;
  claim: { readonly claim: Claim; readonly found?: number };
  contradiction: { readonly says: readonly Told['others'][number]['reading'][] };
  notFoundOut: object;
  notBorneOut: { readonly settled: SettledChange };
  question: { readonly text: string; readonly tried: string };
  procedure: { readonly procedure: Procedure };
  /** `of` names the base that has it, where it is not of the system itself. */
  fault: { readonly fault: Fault; readonly since: string; readonly mendedBy: string; readonly of: string };
  event: { readonly event: ProjectEvent };
  against: { readonly change: RecordedChange; readonly against: string };
  verdict: { readonly assessment: Assessment };
  plan: { readonly plan: Plan };
  unseen: { readonly areas: readonly string[] };
  /** Points that have no sentence of their own, by rule; `aside`: how many are put off or meant so. */
  alsoOpen: { readonly counts: Partial<Record<OpenRule, number>>; readonly aside: number };
}

/** A kind of statement. */
export type StatementKind = keyof StatementKinds;

/** What every statement says: whom it is about, by name, and the facts that it tells, by key. */
export interface StatementSubject {
  readonly subject: string;
  readonly told: Readonly<Record<string, Told>>;
}

/** One statement of a kind. */
export interface StatementOf<K extends StatementKind> {
  readonly kind: K;
  readonly part: StatementPart;
  /** The area of the fact sheet that it belongs to, where it does. */
  readonly area?: AreaId;
  readonly params: StatementSubject & StatementKinds[K];
  /** The sources that it rests on, each once. */
  readonly sources: readonly RecordId[];
  readonly to: StatementTarget;
  /** True for one that answers first; the rest folds. */
  readonly leads: boolean;
}

/** One statement. */
export type Statement = { [K in StatementKind]: StatementOf<K> }[StatementKind];

/** What is said of a statement where it is made; sources are those of its facts, and more. */
interface StatementMore {
  readonly area?: AreaId;
  readonly told?: readonly Told[];
  readonly sources?: readonly RecordId[];
  readonly to?: StatementTarget;
  readonly leads?: boolean;
}

/** Makes the statements of one subject and part. */
export function statementMaker(subject: string, part: StatementPart) {
  return <K extends StatementKind>(
    kind: K,
    params: StatementKinds[K],
    more: StatementMore = {},
  ): Statement => {
    const { area, told = [], sources = [], to, leads = false } = more;
    return {
      kind,
      part,
      ...(area && { area }),
      params: { subject, told: Object.fromEntries(told.map((each) => [each.key, each])), ...params },
      sources: [...new Set([...told.flatMap((each) => each.sources), ...sources])],
      to: to ?? { fact: told[0]?.key ?? 'lineage.independent' },
      leads,
    } as unknown as Statement;
  };
}
