/** The table of record kinds. A new kind is one file and one line here. */
import { about, type About } from './about.ts';
import { assessment, type Assessment } from './assessment.ts';
import { change, type RecordedChange } from './change.ts';
import { claim, type Claim } from './claim.ts';
import { cohort, type Cohort } from './cohort.ts';
import { comparison, type Comparison } from './comparison.ts';
import { distribution, type Distribution } from './distribution.ts';
import { edition, type Edition } from './edition.ts';
import { editorial, type Editorial } from './editorial.ts';
import { event, type ProjectEvent } from './event.ts';
import { fault, type Fault } from './fault.ts';
import { link, type Link } from './link.ts';
import { note, type Note } from './note.ts';
import { plan, type Plan } from './plan.ts';
import { procedure, type Procedure } from './procedure.ts';
import { purpose, type Purpose } from './purpose.ts';
import { question, type Question } from './question.ts';
import { reading, type Reading } from './reading.ts';
import { release, type Release } from './release.ts';
import { settlement, type Settlement } from './settlement.ts';
import { sideBySide, type SideBySide } from './sideBySide.ts';
import { snapshot, type Snapshot } from './snapshot.ts';
import { source, type Source } from './source.ts';
import { word, type Word } from './word.ts';

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
  fault: Fault;
  procedure: Procedure;
  plan: Plan;
  event: ProjectEvent;
  question: Question;
  assessment: Assessment;
  sideBySide: SideBySide;
  cohort: Cohort;
  purpose: Purpose;
  settlement: Settlement;
  note: Note;
  word: Word;
  editorial: Editorial;
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
  fault,
  procedure,
  plan,
  event,
  question,
  assessment,
  sideBySide,
  cohort,
  purpose,
  settlement,
  note,
  word,
  editorial,
} as const;

/** The kinds in the order of an export. */
export const KIND_NAMES = Object.keys(RECORD_KINDS) as KindName[];

/** The version of every kind, as saved data carries it. */
export const CURRENT_VERSIONS: Readonly<Record<KindName, number>> = Object.fromEntries(
  KIND_NAMES.map((name) => [name, RECORD_KINDS[name].version]),
) as Record<KindName, number>;
