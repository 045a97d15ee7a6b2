/** A merge under way, step by step: theirs is read, the ancestor named, what is decided taken, the result handed over. */
import { ABOUT_ID } from '../core/catalogue/about.ts';
import { findRecord, recordOf, type Catalogue } from '../core/catalogue/catalogue.ts';
import { diffCatalogues } from '../core/catalogue/diff.ts';
import type { AnyRecord, KindName } from '../core/catalogue/recordKinds.ts';
import type { RecordId } from '../core/catalogue/recordId.ts';
import { catalogueOfRecords } from '../core/catalogue/wholeCatalogue.ts';
import {
  parseCatalogueFile,
  readCatalogueStream,
  type CatalogueWithPackages,
  type StreamOptions,
} from '../core/exchange/catalogueFile.ts';
import { success, type Issue, type Result } from '../core/issue.ts';
import { checksumOfCatalogue, commonStates, sharedOf } from '../core/merging/ancestor.ts';
import {
  keyOfConflict,
  keyOfMeeting,
  UNDECIDED,
  type Conflict,
  type Decisions,
} from '../core/merging/conflict.ts';
import { SAYINGS } from '../core/merging/identity.ts';
import { markShared } from '../core/merging/markShared.ts';
import { mergeCatalogues, type Merge } from '../core/merging/mergeCatalogues.ts';
import { mergeLists } from '../core/merging/mergeLists.ts';
import { addedByKind, countMerge, type MergeCounts } from '../core/merging/mergeReport.ts';
import { nameOf } from '../core/lineage/names.ts';
import {
  wordConflictRule,
  wordField,
  wordFieldValue,
  wordMerge,
  wordOrigin,
  wordRecord,
} from '../core/wording/mergeText.ts';
import { titleOf } from './catalogueFigures.ts';
import type { MergedCatalogue } from './ancestors.ts';
import { packStateAs } from './packState.ts';

/** What two catalogues have in common: a state whose file is at hand, one of the two as it is, or nothing. */
export type Ancestor = 'mine' | 'theirs' | null | { readonly text: string };

/** What was read of the other catalogue. */
export interface TheirsRead {
  readonly title: string;
  readonly author: string;
  /** States that both know, newest first; the file of one of them is the ancestor. */
  readonly common: readonly string[];
  /** The ancestor, where it is one of the two as it is now. */
  readonly itself: 'mine' | 'theirs' | null;
}

/** A conflict as it is shown. */
export interface ConflictRow {
  readonly key: string;
  readonly kind: KindName;
  readonly what: string;
  readonly field: string;
  /** Values in words; the ancestor's empty where there is none. */
  readonly base: string;
  readonly mine: string;
  readonly theirs: string;
  /** Who said it, when, where. */
  readonly mineFrom: string;
  readonly theirsFrom: string;
  /** Which of the two is newer by the date that it was said; null where that is not known. */
  readonly newer: 'mine' | 'theirs' | null;
  readonly rests: number;
  readonly rule: string;
  readonly canBoth: boolean;
}

/** Two that may be one, as it is asked. */
export interface MeetingRow {
  readonly key: string;
  readonly mine: string;
  readonly theirs: string;
  readonly why: string;
}

/** What a merge would do, as it is shown. */
export interface MergeView {
  readonly counts: MergeCounts;
  readonly isThreeWay: boolean;
  readonly sentences: readonly string[];
  readonly kinds: readonly (readonly [KindName, number])[];
  readonly conflicts: readonly ConflictRow[];
  readonly meetings: readonly MeetingRow[];
}

/** Merges a file into records. Holds both, and keeps mine as it was given. */
export class MergeWork {
  readonly #mine: Catalogue;
  #theirs: CatalogueWithPackages | null = null;
  #base: Catalogue | null = null;
  #merge: Merge | null = null;
  /** Of theirs, as it was read. */
  #checksum = '';

  constructor(records: Iterable<AnyRecord>) {
    this.#mine = catalogueOfRecords(records);
  }

  /** Reads the other catalogue from pieces of its file; `known` are the states that are known of mine. */
  async read(
    open: () => AsyncIterable<string>,
    name: string,
    known: ReturnType<typeof sharedOf>,
    options: StreamOptions = {},
  ): Promise<Result<TheirsRead>> {
    const read = await readCatalogueStream(open, name, options);
    if (!read.ok) return read;
    this.#theirs = read.value;
    const theirs = read.value.catalogue;
    const [own, other] = [await checksumOfCatalogue(this.#mine), await checksumOfCatalogue(theirs)];
    this.#checksum = other;
    const common = commonStates(
      { checksum: own, shared: known },
      { checksum: other, shared: sharedOf(theirs) },
    );
    const itself = common.includes(other) ? 'theirs' : common.includes(own) ? 'mine' : null;
    const head = recordOf(theirs, 'about', ABOUT_ID);
    return success(
      { title: titleOf(theirs) || name, author: head?.author ?? '', common, itself },
      read.issues,
    );
  }

  /** Names the ancestor. Issues when its file cannot be read: then there is none. */
  begin(ancestor: Ancestor): readonly Issue[] {
    if (ancestor === null || typeof ancestor === 'string') {
      this.#base = ancestor === 'mine' ? this.#mine : ancestor === 'theirs' ? this.theirs : null;
      return [];
    }
    const read = parseCatalogueFile(ancestor.text, 'ancestor');
    this.#base = read.ok ? read.value.catalogue : null;
    return read.ok ? [] : read.issues;
  }

  /** What comes of it with what is decided so far. */
  merge(decisions: Decisions): MergeView {
    const merge = mergeCatalogues(this.#mine, this.theirs, this.#base, decisions);
    this.#merge = merge;
    const theirIds = new Map([...merge.renamed].map(([id, now]) => [now, id]));
    return {
      counts: countMerge(merge),
      isThreeWay: merge.isThreeWay,
      sentences: wordMerge(merge, titleOf(this.theirs), 0),
      kinds: [...addedByKind(merge)],
      conflicts: merge.conflicts.map((conflict) => this.#rowOf(merge, conflict, theirIds)),
      meetings: merge.meetings.map((meeting) => ({
        key: keyOfMeeting(meeting),
        mine: nameOf(this.#mine, meeting.mine),
        theirs: nameOf(this.theirs, meeting.theirs),
        why: meeting.why,
      })),
    };
  }

  /** The result of the last merge: what it changes, and the lists that come; `mine` are the lists that are here. */
  async finish(mine: ReadonlyMap<RecordId, Uint8Array>, now: string): Promise<MergedCatalogue> {
    const merge = this.#merge ?? mergeCatalogues(this.#mine, this.theirs, this.#base, UNDECIDED);
    const all = mergeLists(merge, { catalogue: this.#mine, packages: mine }, this.#theirs!);
    const lists = new Map([...all].filter(([id, packed]) => mine.get(id) !== packed));
    const head = recordOf(this.theirs, 'about', ABOUT_ID);
    const state = { catalogue: head?.catalogue ?? '', day: now.slice(0, 10), checksum: this.#checksum };
    const diff = diffCatalogues(this.#mine, markShared(merge.catalogue, this.theirs, state));
    const { added, changed, removed } = countMerge(merge);
    return {
      title: titleOf(this.theirs),
      diff,
      counts: { added, changed, removed },
      lists,
      state: packStateAs(state, this.theirs, now),
    };
  }

  private get theirs(): Catalogue {
    if (!this.#theirs) throw new Error('mergeWork: expected that the other catalogue was read');
    return this.#theirs.catalogue;
  }

  #rowOf({ catalogue }: Merge, conflict: Conflict, theirIds: ReadonlyMap<RecordId, RecordId>): ConflictRow {
    const { record, field, kind, rule, rests } = conflict;
    const own = findRecord(this.#mine, record);
    const other = findRecord(this.theirs, theirIds.get(record) ?? record);
    const shown = own ?? other ?? findRecord(catalogue, record);
    const words = (value: unknown, from: Catalogue) =>
      field === '' && value !== null ? 'kept' : wordFieldValue(from, shown, field, value);
    return {
      key: keyOfConflict(conflict),
      kind,
      what: shown ? wordRecord(own ? this.#mine : this.theirs, shown) : record,
      field: field ? wordField(field) : '',
      base: conflict.base === null || field === '' ? '' : words(conflict.base, this.#base ?? this.#mine),
      mine: words(conflict.mine, this.#mine),
      theirs: words(conflict.theirs, this.theirs),
      mineFrom: wordOrigin(this.#mine, own),
      theirsFrom: wordOrigin(this.theirs, other),
      newer: newerOf(own, other),
      rests,
      rule: wordConflictRule(rule),
      canBoth: SAYINGS.has(kind) && field !== '' && !rule,
    };
  }
}

function newerOf(mine: AnyRecord | undefined, theirs: AnyRecord | undefined): 'mine' | 'theirs' | null {
  const dateOf = (record: AnyRecord | undefined) => (record && 'date' in record ? (record.date ?? '') : '');
  const [a, b] = [dateOf(mine), dateOf(theirs)];
  if (!a || !b || a === b) return null;
  return a > b ? 'mine' : 'theirs';
}
