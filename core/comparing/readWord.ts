/**
 * The analyst's word on a point, as it is said in a line: which side is better, by how much, for whom it counts, how much it
 * weighs, and why.
 *
 *     word = part *( "," part ) [ ("because" / "since" / ";") why ]
 *     part = *( side / degree / weight / kind / "for" audience / text )
 *     side = the beginning of a side's name / "better" / "worse" / "1" … "4"
 *
 * "Better" and "worse" are said of the side that the word is on, where it is on one. What is not understood is kept as the why.
 */
import { keyOfName } from '../sameness/name.ts';

/** What a word says. `taste` and `explained` (young, another aim) name no better one; `open`: neither can be said to be. */
export interface ReadWord {
  readonly kind: 'better' | 'even' | 'taste' | 'explained' | 'open';
  /** The place of the better side, where one is. */
  readonly better?: number;
  /** 1: narrowly, 2: without more being said, 3: clearly. */
  readonly degree: 1 | 2 | 3;
  /** 1: a detail, 2: matters, 3: decides. */
  readonly weight: 1 | 2 | 3;
  /** For whom it counts; nobody named: for all. */
  readonly audiences: readonly string[];
  readonly why: string;
}

/** Words of the trade, each with what it says. The longest first. */
const KINDS: readonly (readonly [pattern: RegExp, kind: ReadWord['kind']])[] = [
  [
    /\b(cannot|can't|can not) be compared\b|\bnot comparable\b|\bneither without doubt\b|\bundecided\b/i,
    'open',
  ],
  [/\b(a )?(matter of )?taste\b/i, 'taste'],
  [/\bexplained\b|\b(is |still )?young\b|\b(an?)?other aim\b/i, 'explained'],
  [/\b(about )?(even|equal)\b|\bagrees?\b|\bno difference\b|\bthe same\b|\bneither\b|\bboth\b/i, 'even'],
];
const DEGREES: readonly (readonly [pattern: RegExp, degree: ReadWord['degree']])[] = [
  [/\b(narrowly|closely|slightly|a little|just)\b/i, 1],
  [/\b(clearly|by far|much)\b/i, 3],
];
const WEIGHTS: readonly (readonly [pattern: RegExp, weight: ReadWord['weight']])[] = [
  [/\bdecides\b/i, 3],
  [/\bmatters\b/i, 2],
  [/\b(a )?detail\b/i, 1],
];

/** Reads a word. `names` are those of the sides; `on` the place of the side that "better" is said of. */
export function readWord(said: string, names: readonly string[], on?: number): ReadWord {
  const [, main, because, after] = /^(.*?)(?:[,;]?\s*\b(?:because|since)\s+(.*)|;\s*(.*))?$/is.exec(
    said.trim(),
  )!;
  const reason = because || after || '';
  const audiences: string[] = [];
  let rest = main.replace(/\bfor (?:the )?([^,;]+)/gi, (_all, audience: string) => {
    audiences.push(audience.trim());
    return '';
  });
  const take = <T>(table: readonly (readonly [RegExp, T])[]): T | undefined => {
    const found = table.find(([pattern]) => pattern.test(rest));
    if (found) rest = rest.replace(found[0], '');
    return found?.[1];
  };
  const weight = take(WEIGHTS);
  const kind = take(KINDS);
  const degree = take(DEGREES);
  const { better, left } = kind === undefined ? takeSide(rest, names, on, weight) : { left: rest };
  const more = left
    .split(',')
    .map((part) => part.trim())
    .filter(Boolean)
    .join(', ');
  return {
    kind: better === undefined ? (kind ?? 'open') : 'better',
    ...(better !== undefined && { better }),
    degree: degree ?? 2,
    weight: weight ?? 2,
    audiences,
    why: [more, reason].filter(Boolean).join('; '),
  };
}

/** The side that is named at the beginning; "decides" alone is said for the side that the word is on. */
function takeSide(
  text: string,
  names: readonly string[],
  on: number | undefined,
  weight: number | undefined,
): { better?: number; left: string } {
  const trimmed = text.trim();
  const first = /^[^\s,:]+/.exec(trimmed)?.[0] ?? '';
  const left = trimmed.slice(first.length).replace(/^[\s:]+/, '');
  const other = names.length === 2 && on !== undefined ? 1 - on : undefined;
  if (/^better$/i.test(first) && on !== undefined) return { better: on, left };
  if (/^worse$/i.test(first) && other !== undefined) return { better: other, left };
  if (/^[1-4]$/.test(first) && Number(first) <= names.length) return { better: Number(first) - 1, left };
  const folded = keyOfName(first);
  const named = names.flatMap((name, place) =>
    folded.length > 1 && keyOfName(name).startsWith(folded) ? [place] : [],
  );
  if (named.length === 1) {
    // The rest of a name of several words is no reason.
    const words = keyOfName(names[named[0]]).slice(folded.length);
    const next = /^\S+/.exec(left)?.[0] ?? '';
    return {
      better: named[0],
      left:
        next && words && keyOfName(next) && words.startsWith(keyOfName(next))
          ? left.slice(next.length)
          : left,
    };
  }
  if (trimmed === '' && weight === 3 && on !== undefined) return { better: on, left: '' };
  return { left: text };
}
