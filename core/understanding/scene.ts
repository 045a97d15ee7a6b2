/** What a line is read in: the catalogue, what is looked at, the day, the source, and what was said last in the sitting. */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { findFactKey, type FactKey } from '../catalogue/factSheet.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { AnyRecord } from '../catalogue/recordKinds.ts';
import type { Source } from '../catalogue/source.ts';
import { SOURCE_KINDS } from '../catalogue/sourceKinds.ts';
import type { When } from '../catalogue/when.ts';
import { recordsCiting } from '../editing/sources.ts';
import type { VisitTurn } from '../editing/lines/lineDesk.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import { releasesOf } from '../lineage/releases.ts';
import { cuedFact } from './factCues.ts';
import { learntWords } from './learning.ts';
import { tokensOf } from './tokens.ts';
import { lookedAt, type Looked } from './mentions.ts';

/** What a line is read in. */
export interface Scene {
  readonly catalogue: Catalogue;
  readonly looked: Looked;
  readonly day: When;
  readonly source?: Source;
  /** What was recorded last from the same source. */
  readonly last?: AnyRecord;
  /** The fact of it. */
  readonly lastFact?: FactKey;
  /** Names that are known as values, by their first word. */
  readonly known: ReadonlyMap<string, readonly KnownName[]>;
  /** Words that the catalogue was taught, by their stems: the key of the fact that each speaks of. */
  readonly learnt: ReadonlyMap<string, string>;
  /** The sitting weighs, it does not look. */
  readonly isAssessing: boolean;
  /** The source is a page, a handbook or other text, and not a system. */
  readonly isReading: boolean;
}

const ASSESSING = /\b(judge?ment|assessment|verdict|review(ed)?|impressions?|opinion|conclusions?)\b/i;

/** The scene of a sitting. */
export function sceneOf(
  catalogue: Catalogue,
  turn: VisitTurn & { readonly subject: RecordId },
  today: When,
): Scene {
  const source = turn.source ? recordOf(catalogue, 'source', turn.source) : undefined;
  const day = turn.day ?? source?.read ?? source?.date ?? today;
  const last = source && recordsCiting(catalogue, source.id).findLast(({ kind }) => kind !== 'note');
  const key = last && 'key' in last && last.key ? last.key : undefined;
  const lastFact = key ? findFactKey(key) : undefined;
  const looked = lookedAt(catalogue, turn.subject, turn.edition, day);
  return {
    catalogue,
    looked,
    known: knownNames(catalogue, looked),
    learnt: learntWords(catalogue),
    day,
    ...(source && { source }),
    ...(last && { last }),
    ...(lastFact && { lastFact }),
    isAssessing: ASSESSING.test(source?.title ?? ''),
    isReading: source !== undefined && !SOURCE_KINDS[source.sourceKind].seen,
  };
}

/** A name that is known as the value of a fact: here, at the base, in the release before. */
export interface KnownName {
  readonly words: readonly string[];
  readonly key: string;
}

/** Names that are values of what is looked at, of its base and of its other releases, by their first word. */
function knownNames(catalogue: Catalogue, looked: Looked): ReadonlyMap<string, readonly KnownName[]> {
  const subjects = [
    looked.subject,
    looked.base,
    ...releasesOf(catalogue, looked.distribution).map(({ id }) => id),
  ];
  const names = new Map<string, KnownName[]>();
  for (const subject of new Set(subjects))
    for (const { key, value } of subject ? recordsBelongingTo(catalogue, subject, 'reading') : []) {
      if (typeof value !== 'string' || !cuedFact(key)?.isName) continue;
      const words = tokensOf(value)
        .map(({ low }) => low)
        .filter((word) => !/^\d/.test(word));
      if (words.length > 0 && words.length <= 3)
        names.set(words[0], [...(names.get(words[0]) ?? []), { words, key }]);
    }
  return names;
}
