/**
 * One search over everything that is recorded: names, other names and what they sound like, releases, editions, facts
 * with their values, sources, claims, questions, and the purposes, companies and side by sides that are kept. Texts are
 * prepared page by page and kept for as long as a page of records is the same object, so an edit prepares one page again
 * and a search walks over plain texts.
 */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import { elementsOfValue } from '../catalogue/factValue.ts';
import type { Page } from '../catalogue/pagedMap.ts';
import type { Reading } from '../catalogue/reading.ts';
import { referencesOf } from '../catalogue/kindOf.ts';
import { KIND_NAMES, type AnyRecord, type KindName } from '../catalogue/recordKinds.ts';
import { tokenOf, type RecordId } from '../catalogue/recordId.ts';
import { nameOf } from '../lineage/names.ts';
import { KIND_WORDS } from '../wording/kindText.ts';
import { listOf } from '../wording/valueText.ts';
import { wordElementWhole, wordSaying } from '../wording/sayingText.ts';
import { foldText } from '../catalogue/foldText.ts';
import { soundsOf } from '../sameness/sound.ts';

/** Kinds that are found through what they belong to, and not by themselves. */
type Unsought =
  'about' | 'link' | 'snapshot' | 'comparison' | 'assessment' | 'settlement' | 'word' | 'editorial';
type FoundKind = Exclude<KindName, Unsought>;

/** What was found, and how well it fits (higher is better). */
export interface Found {
  readonly kind: FoundKind;
  readonly id: RecordId;
  /** What it is called. */
  readonly text: string;
  /** Where it belongs, or the other name that was meant. */
  readonly about: string;
  /** For a fact: its key, and the dossier that it stands in. */
  readonly key?: string;
  readonly subject?: RecordId;
  readonly fit: number;
}

interface Entry {
  readonly id: RecordId;
  /** Folded texts that are looked through, the name first. */
  readonly folded: readonly string[];
  /** Sounds of the names, where it has a name that is said. */
  readonly sounds: readonly string[];
}

/** Kinds in the order in which equals are listed; how much a hit in a kind counts for. */
const WEIGHTS: Readonly<Record<FoundKind, number>> = {
  distribution: 40,
  edition: 24,
  release: 20,
  source: 8,
  purpose: 8,
  cohort: 8,
  sideBySide: 8,
  change: 6,
  claim: 6,
  question: 6,
  fault: 6,
  procedure: 6,
  plan: 6,
  event: 6,
  note: 4,
  reading: 0,
};
const UNSOUGHT: ReadonlySet<string> = new Set<Unsought>([
  'about',
  'link',
  'snapshot',
  'comparison',
  'assessment',
  'settlement',
  'word',
  'editorial',
]);

/** Kinds of which nothing is said above are found too, by the texts that they have. */
const kindsSought = (): FoundKind[] => [
  ...(Object.keys(WEIGHTS) as FoundKind[]),
  ...KIND_NAMES.filter((kind): kind is FoundKind => !UNSOUGHT.has(kind) && !(kind in WEIGHTS)),
];

/** Fields that hold what a record is called, or says. */
const TEXTS = ['title', 'name', 'text', 'wording', 'note'] as const;

/** Records that are prepared in one step. */
const AT_A_TIME = 512;

const prepared = new WeakMap<Page<AnyRecord>, readonly Entry[]>();

/**
 * Searches; gives the best so far each time some records were walked, at last all of them. The caller decides how long it
 * goes on at a time. Words must all be found; a single word may also be meant by its sound.
 */
export function* search(catalogue: Catalogue, query: string, limit = 12): Generator<readonly Found[]> {
  const words = query.split(/\s+/).map(foldText).filter(Boolean);
  const whole = foldText(query);
  if (words.length === 0) return;
  const sound = whole.length > 2 && /^[a-z]+$/.test(whole) ? soundsOf(whole) : [];
  let best: { entry: Entry; kind: FoundKind; fit: number }[] = [];
  let found: readonly Found[] = [];
  for (const kind of kindsSought()) {
    for (const page of catalogue.records[kind].pages as readonly Page<AnyRecord>[]) {
      for (const entries of entriesOf(page)) {
        const before = best.length;
        for (const entry of entries) {
          const fit = fitOf(entry, words, whole, sound);
          if (fit > 0) best.push({ entry, kind, fit: fit + (WEIGHTS[kind] ?? 0) });
        }
        if (best.length > before) {
          best = pruned(best, limit);
          found = best.map(({ entry, kind: of, fit }) => describe(catalogue, of, entry.id, whole, fit));
        }
        yield found;
      }
    }
  }
}

/** The results of a whole search. */
export function findAll(catalogue: Catalogue, query: string, limit = 12): readonly Found[] {
  let last: readonly Found[] = [];
  for (const found of search(catalogue, query, limit)) last = found;
  return last;
}

function pruned<T extends { fit: number; entry: Entry }>(found: T[], limit: number): T[] {
  return found.sort((a, b) => b.fit - a.fit || (a.entry.id < b.entry.id ? -1 : 1)).slice(0, limit);
}

/** 0: does not fit. The name itself before its beginning, before a place within it, before other texts, before sound. */
function fitOf(
  { folded, sounds }: Entry,
  words: readonly string[],
  whole: string,
  sound: readonly string[],
): number {
  let best = 0;
  for (let i = 0; i < folded.length; i++) {
    const text = folded[i];
    const at = text.indexOf(whole);
    const place = i === 0 ? 4 : 0;
    if (at === 0) best = Math.max(best, (text.length === whole.length ? 100 : 70) + place);
    else if (at > 0) best = Math.max(best, 40 + place);
  }
  if (best === 0 && words.length > 1) {
    const all = folded.join(' ');
    if (words.every((word) => all.includes(word))) best = 30;
  }
  if (best === 0 && sound.some((each) => sounds.includes(each))) best = 20;
  return best;
}

/** The entries of a page: all at once where they are prepared, else some at a time. */
function* entriesOf(page: Page<AnyRecord>): Generator<readonly Entry[]> {
  const known = prepared.get(page);
  if (known) {
    yield known;
    return;
  }
  const made: Entry[] = [];
  const records = [...page.values()];
  for (let at = 0; at < records.length; at += AT_A_TIME) {
    const some = records.slice(at, at + AT_A_TIME).map(entryOf);
    made.push(...some);
    yield some;
  }
  prepared.set(page, made);
}

/** The texts of a record that stand in it itself: a page does not change when a record of another does. */
function entryOf(record: AnyRecord): Entry {
  const entry = (texts: readonly string[], spoken: readonly string[] = []): Entry => ({
    id: record.id,
    folded: texts.map(foldText).filter(Boolean),
    sounds: spoken.flatMap((name) => soundsOf(foldText(name))),
  });
  switch (record.kind) {
    case 'distribution': {
      const names = [record.name, ...record.aliases];
      return entry(names, names);
    }
    case 'edition':
      return entry([record.name], [record.name]);
    case 'release':
      return entry(
        [record.version, record.codeName, `${tokenOf(record.distribution)} ${record.version}`],
        [record.codeName],
      );
    case 'source':
      return entry([record.title, record.place, record.by]);
    case 'change':
      return entry([record.motive, record.consequence, record.element]);
    case 'purpose':
      return entry([record.name, record.audience, record.why]);
    case 'sideBySide':
      return entry([record.title, ...record.subjects.map(({ id }) => tokenOf(id)), record.why]);
    case 'claim':
      return entry([record.wording]);
    case 'question':
      return entry([record.text]);
    case 'reading': {
      const { label, value } = wordReading(record);
      return entry([value, label, ...restOfReading(record)]);
    }
    default:
      return entry(textsOf(record));
  }
}

/** What a record of any kind says in words. */
function textsOf(record: AnyRecord): string[] {
  const fields = record as unknown as Readonly<Record<string, unknown>>;
  return TEXTS.flatMap((name) => (typeof fields[name] === 'string' && fields[name] ? [fields[name]] : []));
}

function wordReading(reading: Reading): { label: string; value: string } {
  const fact = findFactKey(reading.key);
  return { label: fact?.label ?? reading.key, value: fact ? wordSaying(fact, reading) : reading.state };
}

/** What a reading says beside its value: settings of the elements of a list, how a search was tried, a cause. */
function restOfReading({ value, tried = '', cause, note }: Reading): string[] {
  const settings = elementsOfValue(value).flatMap((element) =>
    element.settings ? wordElementWhole(element) : [],
  );
  return [...settings, tried, cause?.text ?? '', note];
}

function describe(catalogue: Catalogue, kind: FoundKind, id: RecordId, whole: string, fit: number): Found {
  const record = recordOf(catalogue, kind as KindName, id)! as AnyRecord;
  const base = { kind, id, fit };
  switch (record.kind) {
    case 'distribution': {
      const fits = (name: string) => foldText(name).includes(whole);
      const alias = record.aliases.find(fits);
      const about = fits(record.name) ? '' : alias ? `also ${alias}` : 'sounds alike';
      return { ...base, text: record.name, about };
    }
    case 'edition':
    case 'release':
      return { ...base, text: nameOf(catalogue, id), about: record.kind };
    case 'source':
      return { ...base, text: record.title, about: 'source' };
    case 'reading': {
      const { label, value } = wordReading(record);
      return {
        ...base,
        text: `${label}: ${value}`,
        about: nameOf(catalogue, record.subject),
        key: record.key,
        subject: record.subject,
      };
    }
    case 'change':
      return {
        ...base,
        text: `${findFactKey(record.key)?.label ?? record.key}: ${record.motive || record.consequence}`,
        about: `change, ${nameOf(catalogue, record.subject)}`,
        key: record.key,
        subject: record.subject,
      };
    case 'purpose':
    case 'cohort':
      return { ...base, text: record.name, about: KIND_WORDS[record.kind][0] };
    case 'sideBySide': {
      const names = record.subjects.map((side) => nameOf(catalogue, side.id));
      return { ...base, text: record.title || listOf(names), about: KIND_WORDS[record.kind][0] };
    }
    case 'claim':
      return {
        ...base,
        text: `“${record.wording}”`,
        about: `claim, ${nameOf(catalogue, record.subject)}`,
        subject: record.subject,
      };
    case 'question':
      return {
        ...base,
        text: record.text,
        about: record.subject ? `question, ${nameOf(catalogue, record.subject)}` : 'question',
        ...(record.subject && { subject: record.subject }),
      };
    default: {
      const owner = referencesOf(record).find(({ role }) => role !== 'cited');
      const about = owner ? `${kind}, ${nameOf(catalogue, owner.id)}` : kind;
      return { ...base, text: textsOf(record)[0] ?? id, about, ...(owner && { subject: owner.id }) };
    }
  }
}
