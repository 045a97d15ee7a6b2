/**
 * What makes a record the one it is, whatever its id: two records of one kind that agree in these fields say the same thing of
 * the same thing, and meet when catalogues are merged. The other fields are what is said in it, and are merged one by one.
 */
import { keyOfName } from '../sameness/name.ts';
import type { AnyRecord, KindName } from '../catalogue/recordKinds.ts';

/** The fields of each kind that tell which one it is; `name~` is compared as it sounds to the eye: letters and digits only. */
const IDENTIFYING: Readonly<Record<KindName, readonly string[]>> = {
  about: [],
  distribution: ['name~'],
  edition: ['distribution', 'name~'],
  release: ['distribution', 'version~'],
  source: ['sourceKind', 'title~', 'place', 'date', 'of'],
  link: ['derivative', 'base', 'relation', 'since'],
  reading: [
    'subject',
    'key',
    'state',
    'value',
    'said',
    'interval',
    'unit',
    'tried',
    'source',
    'date',
    'place',
    'conditions',
  ],
  snapshot: ['of', 'role', 'family', 'name~', 'date'],
  comparison: ['derivative', 'base', 'source', 'date'],
  change: ['subject', 'key', 'element', 'does', 'before', 'after', 'against'],
  claim: ['subject', 'wording~', 'key', 'source'],
  fault: ['subject', 'text~', 'source'],
  procedure: ['subject', 'title~', 'source'],
  plan: ['subject', 'text~', 'source', 'due'],
  event: ['subject', 'text~', 'source', 'happened'],
  question: ['subject', 'text~'],
  assessment: ['subject', 'author', 'date', 'source'],
  sideBySide: ['title~', 'author', 'subjects'],
  cohort: ['name~'],
  purpose: ['name~'],
  settlement: ['subject', 'rule', 'about'],
  note: ['subject', 'source', 'text'],
  word: ['text~', 'key'],
  editorial: ['report', 'subjects', 'does', 'part', 'at', 'title~'],
};

/** Kinds of which two that differ can stand beside each other: what somebody has seen, said or judged. */
export const SAYINGS: ReadonlySet<KindName> = new Set<KindName>([
  'reading',
  'change',
  'claim',
  'fault',
  'procedure',
  'plan',
  'event',
  'question',
  'assessment',
  'comparison',
  'note',
  'word',
]);

/** Equal for two records of one kind exactly when they are the same thing. */
export function identityOf(record: AnyRecord): string {
  const fields = record as unknown as Readonly<Record<string, unknown>>;
  return JSON.stringify(
    IDENTIFYING[record.kind].map((field) =>
      field.endsWith('~') ? keyOfName(String(fields[field.slice(0, -1)] ?? '')) : sorted(fields[field]),
    ),
  );
}

/** Empty, or not there: both say nothing. */
const isBlank = (value: unknown): boolean =>
  value === undefined ||
  value === '' ||
  (typeof value === 'object' && value !== null && Object.values(value).every(isBlank));

/** A value whose members stand in one order, without those that say nothing: values that say the same are written alike. */
export function sorted(value: unknown): unknown {
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) return value.map(sorted);
  const said: Record<string, unknown> = {};
  for (const name of Object.keys(value).sort()) {
    const inner = (value as Readonly<Record<string, unknown>>)[name];
    if (!isBlank(inner)) said[name] = sorted(inner);
  }
  return said;
}

/** True when two values say the same: what is empty in one may be absent in the other. */
export function saySame(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (isBlank(a) || isBlank(b)) return isBlank(a) && isBlank(b);
  if (typeof a !== 'object' || typeof b !== 'object' || !a || !b || Array.isArray(a) !== Array.isArray(b))
    return false;
  if (Array.isArray(a) && Array.isArray(b) && a.length !== b.length) return false;
  const [x, y] = [a, b] as [Readonly<Record<string, unknown>>, Readonly<Record<string, unknown>>];
  for (const name in x) if (!saySame(x[name], y[name])) return false;
  for (const name in y) if (!(name in x) && !isBlank(y[name])) return false;
  return true;
}

/**
 * A record of theirs as it is merged with the one of mine that it met, without an ancestor: what it is called is spelled as mine,
 * another name of a distribution is one more of its names, and the head of a catalogue keeps to its own.
 */
export function asMet(mine: AnyRecord, theirs: AnyRecord): AnyRecord {
  if (mine.kind === 'distribution' && theirs.kind === 'distribution') {
    const aliases = theirs.name === mine.name ? theirs.aliases : [...theirs.aliases, theirs.name];
    return {
      ...theirs,
      name: mine.name,
      aliases: [...new Set(aliases)].filter((each) => each !== mine.name),
    };
  }
  if (mine.kind === 'about' && theirs.kind === 'about')
    return { ...theirs, title: mine.title, question: mine.question || theirs.question };
  const fields = IDENTIFYING[mine.kind]
    .filter((field) => field.endsWith('~'))
    .map((field) => field.slice(0, -1));
  const own = mine as unknown as Readonly<Record<string, unknown>>;
  return { ...theirs, ...Object.fromEntries(fields.map((field) => [field, own[field]])) } as AnyRecord;
}
