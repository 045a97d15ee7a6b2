/** What the worker for whole catalogues is asked, and what it answers. */
import type { AnyRecord } from '../../core/catalogue/recordKinds.ts';
import type { RecordId } from '../../core/catalogue/recordId.ts';
import type { Issue } from '../../core/issue.ts';
import type { PackedState } from '../../workspace/packState.ts';

/** Reading a file; or naming and packing the records that were sent, a part at a time. */
export type CatalogueAsk =
  | { readonly type: 'read'; readonly file: File; readonly most: number }
  | { readonly type: 'records'; readonly records: readonly AnyRecord[] }
  | { readonly type: 'pack'; readonly now: string };

/** A file is answered with parts of its records while it is read, then with what else it holds; or with issues. */
export type CatalogueAnswer =
  | { readonly type: 'progress'; readonly characters: number }
  | { readonly type: 'records'; readonly records: readonly AnyRecord[] }
  /** The same, as a JSON list: text is passed on, and read again, faster than records are. */
  | { readonly type: 'text'; readonly text: string }
  /** What came before does not hold: the records follow once more. */
  | { readonly type: 'anew' }
  | {
      readonly type: 'read';
      readonly packages: ReadonlyMap<RecordId, Uint8Array>;
      readonly issues: readonly Issue[];
    }
  | { readonly type: 'refused'; readonly issues: readonly Issue[] }
  | { readonly type: 'packed'; readonly packed: PackedState }
  | { readonly type: 'failed'; readonly reason: string };
