/**
 * Which records of a colleague's catalogue are ones of mine under other ids. Equal things meet by what makes them the ones
 * they are (identity.ts); distributions by any of their names. What only may be the same is asked about. A record that is
 * another under an id of mine gets an id of its own.
 */
import { findRecord, recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { Distribution } from '../catalogue/distribution.ts';
import { keyOfName } from '../sameness/name.ts';
import { soundKeysOf } from '../sameness/sound.ts';
import { createFreshId } from '../catalogue/freshId.ts';
import { referenceTableOf } from '../catalogue/kindOf.ts';
import { KIND_NAMES, type AnyRecord } from '../catalogue/recordKinds.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { withRenamedMentions } from '../catalogue/references.ts';
import { identityOf, saySame } from './identity.ts';
import { keyOfMeeting, type Decisions, type Meeting } from './conflict.ts';

/** A colleague's records under ids of mine: only those that are others by that are held. */
export class Met {
  readonly #changed = new Map<RecordId, AnyRecord>();
  /** Ids of theirs that are others in the merged catalogue. */
  readonly renamed = new Map<RecordId, RecordId>();
  /** What may be the same thing: asked about, kept apart until said. */
  readonly meetings: Meeting[] = [];

  constructor(private readonly theirs: Catalogue) {}

  /** A record by its id in the merged catalogue. */
  get(id: RecordId): AnyRecord | undefined {
    if (this.#isAsItWas(id)) return findRecord(this.theirs, id);
    return this.#changed.get(id);
  }
  has(id: RecordId): boolean {
    return this.get(id) !== undefined;
  }

  /** All of theirs, by their ids in the merged catalogue. */
  *records(): IterableIterator<AnyRecord> {
    for (const kind of KIND_NAMES)
      for (const record of recordsOf(this.theirs, kind) as Iterable<AnyRecord>)
        if (this.#isAsItWas(record.id)) yield record;
    yield* this.#changed.values();
  }

  #isAsItWas(id: RecordId): boolean {
    if (this.renamed.size === 0 && this.#changed.size === 0) return true;
    return !this.renamed.has(id) && !this.#changed.has(id);
  }

  /** A record of theirs as it is with the names given so far. */
  named(record: AnyRecord): AnyRecord {
    if (this.renamed.size === 0) return record;
    return withRenamedMentions(record, referenceTableOf(record), (id) => this.renamed.get(id) ?? id);
  }

  /** Holds a record under an id of the merged catalogue, where it is another than in theirs. */
  hold(raw: AnyRecord, record: AnyRecord, id: RecordId): void {
    if (id !== raw.id) this.renamed.set(raw.id, id);
    if (record !== raw || id !== raw.id) this.#changed.set(id, { ...record, id } as AnyRecord);
  }

  /** Mentions within one kind (a reading that replaces another) once all of it has its ids. */
  nameMentions(): void {
    if (this.renamed.size === 0) return;
    for (const record of [...this.records()]) {
      const named = this.named(record);
      if (named !== record) this.#changed.set(named.id, named);
    }
  }
}

/** Records of mine of one kind that are not of the ancestor, by what makes them the ones they are. */
type Index = ReadonlyMap<string, readonly AnyRecord[]>;

/** Brings theirs under the ids of mine. What the ancestor has is the same under the same id on both sides. */
export function meetRecords(
  mine: Catalogue,
  theirs: Catalogue,
  base: Catalogue | null,
  decisions: Decisions,
): Met {
  const met = new Met(theirs);
  const isTaken = (id: RecordId) =>
    met.has(id) || [mine, theirs, base].some((each) => each !== null && findRecord(each, id) !== undefined);
  const isFresh = ({ id, kind }: AnyRecord) => !base?.records[kind].has(id);
  const meetingOf = createMeetings(mine, decisions);
  for (const kind of KIND_NAMES) {
    let index: Index | null = null;
    const open: { readonly raw: AnyRecord; readonly record: AnyRecord }[] = [];
    const claimed = new Set<RecordId>();
    for (const raw of recordsOf(theirs, kind) as Iterable<AnyRecord>) {
      const record = met.named(raw);
      const known = mine.records[kind].get(record.id) as AnyRecord | undefined;
      const isSame =
        kind === 'about' ||
        !isFresh(raw) ||
        (known !== undefined && (saySame(known, record) || isOneThing(known, record)));
      if (!isSame) open.push({ raw, record });
      else {
        met.hold(raw, record, raw.id);
        claimed.add(record.id);
      }
    }
    for (const { raw, record } of open.sort((a, b) => (a.raw.id < b.raw.id ? -1 : 1))) {
      index ??= indexOf([...(recordsOf(mine, kind) as Iterable<AnyRecord>)].filter(isFreshOrNamed(isFresh)));
      const found = keysOf(record)
        .flatMap((key) => index!.get(key) ?? [])
        .find(({ id }) => !claimed.has(id));
      const asked = found || record.kind !== 'distribution' ? null : meetingOf(record);
      if (asked) met.meetings.push(asked);
      const isSaidSame = asked !== null && decisions.meetings.get(keyOfMeeting(asked)) === 'same';
      const other = found?.id ?? (isSaidSame ? asked.mine : null);
      const id = other ?? (isHeld(mine, base, record.id) ? freshIdFor(record, isTaken) : record.id);
      met.hold(raw, record, id);
      claimed.add(id);
    }
  }
  met.nameMentions();
  return met;
}

/** What is named like something of the ancestor is that thing too: distributions, editions and releases have names. */
const isFreshOrNamed = (isFresh: (record: AnyRecord) => boolean) => (record: AnyRecord) =>
  record.kind === 'distribution' || record.kind === 'edition' || record.kind === 'release' || isFresh(record);

const isHeld = (mine: Catalogue, base: Catalogue | null, id: RecordId) =>
  findRecord(mine, id) !== undefined || (base !== null && findRecord(base, id) !== undefined);

function freshIdFor({ id, kind }: AnyRecord, isTaken: (id: RecordId) => boolean): RecordId {
  return createFreshId(kind, id.slice(kind.length + 1), isTaken);
}

/** All that a record can be known by: a distribution by each of its names. */
function keysOf(record: AnyRecord): string[] {
  return record.kind === 'distribution' ? namesOf(record) : [identityOf(record)];
}

const namesOf = ({ name, aliases }: Distribution) => [name, ...aliases].map(keyOfName).filter(Boolean);

function isOneThing(known: AnyRecord, record: AnyRecord): boolean {
  const keys = new Set(keysOf(known));
  return keysOf(record).some((key) => keys.has(key));
}

function indexOf(all: readonly AnyRecord[]): Index {
  const index = new Map<string, AnyRecord[]>();
  for (const record of all)
    for (const key of keysOf(record)) {
      const known = index.get(key);
      if (known) known.push(record);
      else index.set(key, [record]);
    }
  return index;
}

/** Finds a distribution of mine that one may be: called otherwise under the same id, or by a name that sounds the same. */
function createMeetings(mine: Catalogue, decisions: Decisions): (record: Distribution) => Meeting | null {
  let bySound: Map<string, RecordId> | null = null;
  return (record) => {
    const meeting = (other: RecordId, why: Meeting['why']): Meeting => ({
      ...{ kind: 'distribution', mine: other, theirs: record.id, why },
    });
    if (mine.records.distribution.has(record.id)) return meeting(record.id, 'same id');
    bySound ??= new Map(
      [...recordsOf(mine, 'distribution')].flatMap((each) =>
        soundsOfNames(each).map((sound) => [sound, each.id] as const),
      ),
    );
    const near = soundsOfNames(record).flatMap((sound) => bySound!.get(sound) ?? []);
    const decided = near.find(
      (id) => decisions.meetings.get(keyOfMeeting({ mine: id, theirs: record.id })) === 'same',
    );
    return near.length > 0 ? meeting(decided ?? near[0], 'sounds alike') : null;
  };
}

const soundsOfNames = ({ name, aliases }: Distribution): string[] => [name, ...aliases].flatMap(soundKeysOf);
