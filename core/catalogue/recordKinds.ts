/** The table of record kinds. A new kind is one file and one line here. */
import { about, type About } from './about.ts';
import { assessment, type Assessment } from './assessment.ts';
import { change, type RecordedChange } from './change.ts';
import { claim, type Claim } from './claim.ts';
import { comparison, type Comparison } from './comparison.ts';
import { distribution, type Distribution } from './distribution.ts';
import { edition, type Edition } from './edition.ts';
import { link, type Link } from './link.ts';
import { question, type Question } from './question.ts';
import { reading, type Reading } from './reading.ts';
import { release, type Release } from './release.ts';
import type { ReferenceTable } from './recordKind.ts';
import { kindNameOf, type RecordId } from './recordId.ts';
import { mentionsIn, type Mention } from './references.ts';
import { snapshot, type Snapshot } from './snapshot.ts';
import { source, type Source } from './source.ts';

/** The record type of each kind. */
export interface RecordTypes {
  about: About;
  distribution: Distribution;
  edition: Edition;
  release: Release;
  link: Link;
  source: Source;
  reading: Reading;
  snapshot: Snapshot;
  comparison: Comparison;
  change: RecordedChange;
  claim: Claim;
  question: Question;
  assessment: Assessment;
}

/** The name of a record kind. */
export type KindName = keyof RecordTypes;
/** A record of whatever kind. */
export type AnyRecord = RecordTypes[KindName];

/** Every record kind, in the order in which an export lists them: what is pointed to comes first. */
export const RECORD_KINDS = {
  about,
  distribution,
  edition,
  release,
  source,
  link,
  reading,
  snapshot,
  comparison,
  change,
  claim,
  question,
  assessment,
} as const;

/** The kinds in the order of an export. */
export const KIND_NAMES = Object.keys(RECORD_KINDS) as KindName[];

/** The version of every kind, as saved data carries it. */
export const CURRENT_VERSIONS: Readonly<Record<KindName, number>> = Object.fromEntries(
  KIND_NAMES.map((name) => [name, RECORD_KINDS[name].version]),
) as Record<KindName, number>;

/** The kind of an id. Throws on an id of no kind: ids are made by this program only. */
export function kindOf(id: RecordId): KindName {
  const name = kindNameOf(id);
  if (!(name in RECORD_KINDS)) throw new Error(`catalogue: expected the id of a record, came "${id}"`);
  return name as KindName;
}

/** The ids that a record names, each with its field and what it means there. */
export function referencesOf(record: AnyRecord): readonly Mention[] {
  return mentionsIn(record, RECORD_KINDS[record.kind].references);
}

/** The reference fields of a record's kind. */
export function referenceTableOf(record: AnyRecord): ReferenceTable {
  return RECORD_KINDS[record.kind].references;
}
