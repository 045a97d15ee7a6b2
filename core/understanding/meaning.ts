/** What a part of a line means: a record to be written, before it is one. */
import type { Assessment } from '../catalogue/assessment.ts';
import type { ChangeKind } from '../catalogue/change.ts';
import type { Claim } from '../catalogue/claim.ts';
import type { Conditions } from '../catalogue/conditions.ts';
import type { Edition } from '../catalogue/edition.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import type { FactValue } from '../catalogue/factValue.ts';
import type { Reading } from '../catalogue/reading.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { Relation } from '../catalogue/relations.ts';
import type { Release } from '../catalogue/release.ts';
import type { When } from '../catalogue/when.ts';

/** Whom something is said of, where that is not what is looked at: a record, or a name that is not known yet. */
export type About = { readonly id: RecordId } | { readonly name: string };

/** What stands around anything that is said. */
export interface Around {
  readonly about?: About;
  readonly edition?: RecordId;
  readonly conditions?: Conditions;
  readonly isUnsure?: boolean;
  readonly reason?: string;
  readonly remark?: string;
  /** Takes the place of what was said before in the sitting. */
  readonly isCorrection?: boolean;
}

/** One value of a fact. */
export interface FactMeaning {
  readonly kind: 'fact';
  readonly fact: FactKey;
  readonly state: Reading['state'];
  /** As the fact's own notation reads it; or … */
  readonly text?: string;
  /** … the value itself; left out with `said` alone where nothing can be computed. */
  readonly value?: FactValue;
  readonly said?: string;
  readonly marks?: Reading['marks'];
  /** The list goes on: what is there stays. */
  readonly adds?: boolean;
  readonly tried?: string;
}

/** A change from another release, or of what the base has. */
export interface ChangeMeaning {
  readonly kind: 'change';
  readonly fact: FactKey;
  readonly does: ChangeKind;
  readonly before?: string;
  readonly after?: string;
  readonly against?: About;
  readonly consequence?: string;
}

/** What it is built on, borrows from, continues. */
export interface LinkMeaning {
  readonly kind: 'link';
  readonly relation: Relation;
  readonly base: About;
  readonly since?: When;
  readonly until?: When;
  readonly parts?: readonly string[];
  readonly wording?: string;
  /** The edition that rests on it, where only that does. */
  readonly ofEdition?: string;
}

/** Something told in words: a fault, a plan, an event, a question, a claim. */
export interface FaultMeaning {
  readonly kind: 'fault';
  readonly text: string;
  readonly times?: { readonly n: number; readonly of?: number };
  readonly machine?: string;
  readonly baseHasIt?: boolean;
  readonly since?: RecordId;
  readonly cause?: { readonly text: string; readonly isUnsure: boolean };
}
export interface PlanMeaning {
  readonly kind: 'plan';
  readonly text: string;
  readonly due?: When;
  readonly by?: string;
}
export interface EventMeaning {
  readonly kind: 'event';
  readonly text: string;
  readonly happened?: When;
}
export interface QuestionMeaning {
  readonly kind: 'question';
  readonly text: string;
  readonly fact?: FactKey;
}
export interface ClaimMeaning {
  readonly kind: 'claim';
  readonly wording: string;
  readonly fact?: FactKey;
  readonly value?: FactValue;
  readonly verdict: Claim['verdict'];
  readonly by?: string;
  readonly against?: readonly RecordId[];
}
export interface ProcedureMeaning {
  readonly kind: 'procedure';
  readonly title: string;
  readonly steps: readonly { readonly text: string; readonly needs?: string; readonly breaks?: string }[];
}

/** Points of a judgement. */
export interface AssessmentMeaning {
  readonly kind: 'assessment';
  readonly points: Partial<
    Pick<
      Assessment,
      | 'total'
      | 'followUp'
      | 'changed'
      | 'daysOfUse'
      | 'bias'
      | 'suits'
      | 'doesNotSuit'
      | 'alternatives'
      | 'criteria'
      | 'mustHaves'
      | 'ranks'
      | 'onPoint'
      | 'rule'
    >
  > & {
    readonly strengths?: readonly Point[];
    readonly weaknesses?: readonly Point[];
    readonly neutral?: readonly Point[];
  };
}
export interface Point {
  readonly text: string;
  readonly weight?: 1 | 2 | 3;
  readonly reason?: string;
}

/** A release, an edition, another name. */
export interface ReleaseMeaning {
  readonly kind: 'release';
  readonly version: string;
  readonly date?: When;
  readonly codeName?: string;
  readonly stage?: Release['stage'];
}
export interface EditionMeaning {
  readonly kind: 'edition';
  readonly name: string;
  readonly standing?: Edition['standing'];
}
export interface NamesMeaning {
  readonly kind: 'names';
  readonly names: readonly string[];
}

/** What was said before in the sitting is taken back. */
export interface RemovalMeaning {
  readonly kind: 'removal';
  readonly of: RecordId;
}

/** What a part of a line means. */
export type Meaning = (
  | FactMeaning
  | ChangeMeaning
  | LinkMeaning
  | FaultMeaning
  | PlanMeaning
  | EventMeaning
  | QuestionMeaning
  | ClaimMeaning
  | ProcedureMeaning
  | AssessmentMeaning
  | ReleaseMeaning
  | EditionMeaning
  | NamesMeaning
  | RemovalMeaning
) &
  Around;

/** The part that a word of the line plays. */
export type Part =
  'fact' | 'value' | 'state' | 'subject' | 'conditions' | 'doubt' | 'reason' | 'kind' | 'remark';

/** One reading of a stretch of a line. */
export interface Interpretation {
  readonly meanings: readonly Meaning[];
  /** Token → part, for the tokens that are used. */
  readonly parts: ReadonlyMap<number, Part>;
  /** How much the words that are used weigh. */
  readonly gain: number;
  /** How much those weigh that are not. */
  readonly loss: number;
}
