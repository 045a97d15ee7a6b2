/**
 * A source in one line: `page corvane.example, 12 Oct 2026`, `installed, virtual, 5 GiB, 3 cores, 12 Oct 2026, by M. Ardley`.
 *
 *     source = kind [ title ] *( "," part )
 *     kind   = "page" / "notes" / "directory" / "measured" / "memory" / "heard" / "live" / "installed" / "seen"
 *     part   = date / "read" date / "by" name / address / a condition (saidConditions.ts) / title
 */
import { readConditions, splitParts, formatConditions } from '../catalogue/saidConditions.ts';
import { parseWhen } from '../catalogue/parseWhen.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import { SOURCE_KINDS, type SourceKind } from '../catalogue/sourceKinds.ts';
import type { Source } from '../catalogue/source.ts';
import type { Conditions } from '../catalogue/conditions.ts';
import type { When } from '../catalogue/when.ts';
import { createIssue, failure, success, type Result } from '../issue.ts';
import type { NewSource } from './sources.ts';

interface KindWord {
  readonly words: string;
  readonly kind: SourceKind;
  readonly conditions?: Conditions;
}

/** The words that a line of a source begins with; the first of each line is the one that is offered. */
const SOURCE_WORDS: readonly KindWord[] = [
  { words: 'installed system, installed', kind: 'handsOn', conditions: { medium: 'installed' } },
  { words: 'live session, live image, live', kind: 'handsOn', conditions: { medium: 'live' } },
  { words: 'seen, hands on, visit', kind: 'handsOn' },
  { words: 'page, site, website, handbook', kind: 'page' },
  { words: 'release notes, notes', kind: 'releaseNotes' },
  { words: 'directory entry, directory', kind: 'directory' },
  { words: 'measurement, measured', kind: 'measurement' },
  { words: 'from memory, memory', kind: 'memory' },
  { words: 'hearsay, heard from, heard', kind: 'hearsay' },
];

const ADDRESS = /^(?:[a-z][a-z0-9+.-]*:\/\/\S+|[a-z0-9-]+(?:\.[a-z0-9-]+)*\.[a-z]{2,}(?:\/\S*)?)$/i;

/** The kind that a line begins with, and what stands behind it; null where it begins with none. */
function readKind(text: string): (KindWord & { readonly rest: string; readonly said: string }) | null {
  const small = text.toLowerCase();
  for (const entry of SOURCE_WORDS)
    for (const word of entry.words.split(', '))
      if (small === word || (small.startsWith(word) && /[\s,:]/.test(small[word.length])))
        return {
          ...entry,
          said: text.slice(0, word.length),
          rest: text.slice(word.length).replace(/^[\s:]+/, ''),
        };
  return null;
}

/**
 * Reads a source said in one line; one without a kind word is a page. `today` dates what is seen, where no date is said; `of`
 * names what is looked at, for a title. Issues `source.empty`, `source.part` with the part that is no condition.
 */
export function parseSourceLine(text: string, today: When, of = ''): Result<NewSource> {
  const written = text.trim();
  if (!written) return failure(createIssue('error', 'source.empty', 'source'));
  const kind = readKind(written) ?? { kind: 'page' as const, words: 'page', said: 'page', rest: written };
  const isSeen = SOURCE_KINDS[kind.kind].seen;
  const found = { title: '', place: '', date: '', read: '', by: '' };
  let unread: string[] = [];
  // What stands directly behind the kind is a title; what stands behind a comma says more of it.
  const isTitled = !kind.rest.startsWith(',');
  const saidParts = splitParts(kind.rest);
  for (const part of saidParts) {
    const read = /^read (?:on )?(.+)$/i.exec(part);
    const by = /^by (?!the )(.+)$/i.exec(part);
    const date = parseWhen(part, today);
    const readOn = read && parseWhen(read[1], today);
    if (readOn) found.read = readOn;
    else if (date) found.date = date;
    // Of what is seen, “by” may name the tool too: a name has a capital.
    else if (by && (!isSeen || /^by \p{Lu}/u.test(part))) found.by = by[1];
    else if (ADDRESS.test(part) && !found.place) found.place = part;
    else unread.push(part);
  }
  let conditions: Conditions = kind.conditions ?? {};
  if (isSeen) {
    const said = readConditions(unread);
    conditions = { ...conditions, ...said.conditions };
    unread = [...said.unread];
    if (unread.length > 1 || (unread.length === 1 && isConditionLike(unread[0])))
      return failure(createIssue('error', 'source.part', unread.find(isConditionLike) ?? unread[1]));
  }
  const isHead = isTitled && unread.length > 0 && unread[0] === saidParts[0];
  const title = isHead ? unread[0] : '';
  const more = isHead ? unread.slice(1) : unread;
  found.title = title || found.place || usualTitle(kind.kind, kind.said, of);
  const { read, ...rest } = found;
  return success({
    ...rest,
    kind: kind.kind,
    date: found.date || (isSeen ? today : ''),
    conditions,
    ...(read && { read }),
    ...(more.length > 0 && { note: more.join(', ') }),
  });
}

/** A part that was meant as a condition, and is none: it has a number, or begins as conditions do. */
const isConditionLike = (part: string) => /\d|^(index|disk|changed|processor|graphics|network)\b/i.test(part);

function usualTitle(kind: SourceKind, said: string, of: string): string {
  const word = said[0].toUpperCase() + said.slice(1).toLowerCase();
  const label =
    kind === 'handsOn' && /^installed$/i.test(said)
      ? 'Installed system'
      : word === 'Live'
        ? 'Live session'
        : word;
  return of ? `${label}, ${of}` : label;
}

/** A source as one line; `parseSourceLine` reads it back, but for what is longer than a line: files, losses. */
export function formatSourceLine(source: Source): string {
  const { sourceKind, title, place, date, read, by, conditions, note } = source;
  const { medium, ...others } = conditions;
  const isSeen = SOURCE_KINDS[sourceKind].seen;
  const word =
    sourceKind === 'handsOn' && medium
      ? medium
      : SOURCE_WORDS.find((entry) => entry.kind === sourceKind && !entry.conditions)?.words.split(', ')[0];
  const around = isSeen ? formatConditions(sourceKind === 'handsOn' && medium ? others : conditions) : '';
  return [
    `${word ?? 'seen'}${title && title !== place ? ` ${title.includes(',') ? `"${title}"` : title}` : ''}`,
    place,
    date && formatWhen(date),
    read && `read ${formatWhen(read)}`,
    by && `by ${by}`,
    around,
    note,
  ]
    .filter(Boolean)
    .join(', ');
}
