/** What the merge worker is sent and what it answers; every answer has the number of its question. */
import type { About } from '../../core/catalogue/about.ts';
import type { AnyRecord } from '../../core/catalogue/recordKinds.ts';
import type { RecordId } from '../../core/catalogue/recordId.ts';
import type { Decisions } from '../../core/merging/conflict.ts';
import type { Issue, Result } from '../../core/issue.ts';
import type { MergedCatalogue } from '../../workspace/ancestors.ts';
import type { Ancestor, MergeView, TheirsRead } from '../../workspace/mergeWork.ts';

/** Records of the open catalogue come first, a part at a time. */
export type MergeAsk =
  | { readonly type: 'records'; readonly records: readonly AnyRecord[] }
  | { readonly type: 'read'; readonly file: File; readonly known: About['shared'] }
  | { readonly type: 'begin'; readonly ancestor: Ancestor }
  | { readonly type: 'merge'; readonly decisions: Decisions }
  | { readonly type: 'finish'; readonly lists: ReadonlyMap<RecordId, Uint8Array>; readonly now: string };

/** What each question is answered with. */
export interface MergeAnswers {
  records: null;
  read: Result<TheirsRead>;
  begin: readonly Issue[];
  merge: MergeView;
  finish: MergedCatalogue;
}

/** A question as it is posted. */
export type MergeMessage = MergeAsk & { readonly number: number };

/** An answer as it is posted. */
export type MergeReply =
  | { readonly number: number; readonly answer: MergeAnswers[keyof MergeAnswers] }
  | { readonly number: number; readonly reason: string };
