/** What the company worker is sent and what it answers. It keeps a catalogue of its own, kept up with the open one by diffs. */
import type { AreaId } from '../../core/catalogue/areas.ts';
import type { Cohort, CohortRule } from '../../core/catalogue/cohort.ts';
import type { Diff } from '../../core/catalogue/diff.ts';
import type { AnyRecord } from '../../core/catalogue/recordKinds.ts';
import type { RecordId } from '../../core/catalogue/recordId.ts';
import type { AreaWeights } from '../../core/comparing/closeness.ts';
import type { Distinctness, Glance } from '../../core/peers/distinct.ts';
import type { CompanyGrid } from '../../core/peers/grid.ts';
import type { Neighbour } from '../../core/peers/neighbours.ts';
import type { Spellings } from '../../core/peers/spellings.ts';
import type { Spread } from '../../core/peers/spread.ts';

/** Who is meant, on which day, and who is looked at. */
export interface CompanyAsk {
  readonly day: number;
  readonly cohort: Pick<Cohort, 'rule' | 'members'>;
  readonly about: RecordId | null;
  readonly weights: AreaWeights;
  /** The fact that is spread, and the area of the grid, where one is looked at. */
  readonly fact: string;
  readonly area: AreaId | null;
}

/** Everything that the screen shows of a cohort. */
export interface CompanyAnswer {
  readonly members: readonly { readonly id: RecordId; readonly name: string; readonly layer: RecordId }[];
  /** How many projects there are on that day. */
  readonly all: number;
  readonly choices: Readonly<
    Record<keyof CohortRule, readonly { readonly value: string; readonly count: number }[]>
  >;
  readonly spellings: readonly Spellings[];
  readonly distinctness: Distinctness | null;
  /** Of each member, where nobody is looked at. */
  readonly glance: readonly Glance[];
  readonly neighbours: readonly Neighbour[];
  readonly spread: Spread | null;
  readonly grid: CompanyGrid | null;
}

/** A message to the worker: records of a fresh catalogue, a part at a time; an edit; a question. */
export type CompanyMessage =
  | { readonly type: 'fresh' }
  | { readonly type: 'records'; readonly records: readonly AnyRecord[] }
  | { readonly type: 'edit'; readonly diff: Diff }
  | { readonly type: 'ask'; readonly number: number; readonly ask: CompanyAsk };

/** What the worker says. */
export type CompanyReply =
  | { readonly number: number; readonly answer: CompanyAnswer }
  | { readonly number: number; readonly reason: string };
