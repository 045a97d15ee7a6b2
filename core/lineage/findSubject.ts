/**
 * What somebody means who names a dossier: an id, a name, a name with a version or an edition, or another name. One is meant, or
 * the near ones are told; one whose name only sounds like it is asked about, never taken.
 */
import { findRecord, recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { createIssue, failure, success, type Result } from '../issue.ts';
import { nameOf } from './names.ts';
import { foldText } from '../catalogue/foldText.ts';
import { keyOfName } from '../sameness/name.ts';
import { soundsAlike } from '../sameness/sound.ts';

/** How many near ones are told. */
const NEAR = 6;

interface Named {
  readonly id: RecordId;
  readonly names: readonly string[];
}

/** The record that is meant: a distribution, a release or an edition. Issues `subject.unknown`, `subject.several`, `subject.sounds`. */
export function findSubject(catalogue: Catalogue, text: string): Result<RecordId> {
  const asked = text.trim();
  if (/^(distribution|release|edition):/.test(asked) && findRecord(catalogue, asked)) return success(asked);
  const all = namedRecords(catalogue);
  const key = keyOfName(asked);
  const found = all.filter(({ names }) => names.some((name) => name === asked));
  if (found.length === 0) found.push(...all.filter(({ names }) => names.map(keyOfName).includes(key)));
  if (found.length === 1) return success(found[0].id);
  if (found.length > 1) return failure(issueOf('subject.several', asked, found, catalogue));
  const sounding = all.filter(({ names }) => names.some((name) => soundsAlike(name, asked)));
  if (sounding.length > 0) return failure(issueOf('subject.sounds', asked, sounding, catalogue));
  const whole = foldText(asked);
  const begins = all.filter(({ names }) => names.some((name) => isNear(foldText(name), whole)));
  return failure(issueOf('subject.unknown', asked, begins, catalogue));
}

/** Dossiers whose names have all the words that were typed, those that begin so first; none without any word. */
export function subjectsNamed(catalogue: Catalogue, text: string, limit: number): RecordId[] {
  const words = text.split(/\s+/).map(foldText).filter(Boolean);
  if (words.length === 0) return [];
  const whole = foldText(text);
  const found = namedRecords(catalogue).flatMap(({ id, names }) => {
    const folded = names.map(foldText).filter((name) => words.every((word) => name.includes(word)));
    if (folded.length === 0) return [];
    const fit = folded.some((name) => name === whole)
      ? 0
      : folded.some((name) => name.startsWith(whole))
        ? 1
        : 2;
    return [{ id, fit, length: folded[0].length }];
  });
  found.sort((a, b) => a.fit - b.fit || a.length - b.length || (a.id < b.id ? -1 : 1));
  return found.slice(0, limit).map(({ id }) => id);
}

/** Begins alike, or holds what was typed. */
const isNear = (name: string, asked: string) =>
  asked.length > 0 &&
  (name.includes(asked) || asked.startsWith(name) || name.slice(0, 3) === asked.slice(0, 3));

function issueOf(
  code: 'subject.several' | 'subject.sounds' | 'subject.unknown',
  asked: string,
  found: readonly Named[],
  catalogue: Catalogue,
) {
  const near = found.slice(0, NEAR).map(({ id }) => `${nameOf(catalogue, id)} (${id})`);
  return createIssue('error', code, asked, { near: near.join(', ') });
}

/** Every record that a dossier can be of, with all that it is called. */
function namedRecords(catalogue: Catalogue): Named[] {
  const namesOf = new Map<RecordId, readonly string[]>();
  for (const { id, name, aliases } of recordsOf(catalogue, 'distribution'))
    namesOf.set(id, [name, ...aliases]);
  const under = (distribution: RecordId, more: string) =>
    (namesOf.get(distribution) ?? []).map((name) => `${name} ${more}`);
  return [
    ...[...namesOf].map(([id, names]) => ({ id, names })),
    ...[...recordsOf(catalogue, 'release')].map(({ id, distribution, version }) => ({
      id,
      names: under(distribution, version),
    })),
    ...[...recordsOf(catalogue, 'edition')].map(({ id, distribution, name }) => ({
      id,
      names: under(distribution, name),
    })),
  ];
}
