/**
 * What a line can begin with: the names of all facts, recorded or not, and the words for all else that is said. Who types needs the
 * beginning of a name only; names are told from values by their words.
 */
import { labelOfArea } from '../../catalogue/areas.ts';
import { FACT_KEYS, type FactKey } from '../../catalogue/factSheet.ts';
import { namesOfFact } from '../../catalogue/factNames.ts';
import { LINE_WORDS, type WordId } from './lineWords.ts';

/** Something that a line can begin with. */
export interface LineName {
  readonly id: string;
  readonly label: string;
  /** The area of a fact, or what the word is for. */
  readonly about: string;
  readonly fact?: FactKey;
  readonly word?: WordId;
}

interface Called {
  readonly name: LineName;
  /** One of its names … */
  readonly written: string;
  /** … and its words, small. */
  readonly words: readonly string[];
  /** Its place among names that fit equally well. */
  readonly place: number;
  /** True for a short name beside the label. */
  readonly isShort: boolean;
}

const wordsOf = (text: string) => text.toLowerCase().replaceAll('’', "'").split(/\s+/).filter(Boolean);

const ALL: readonly (LineName & { readonly names: readonly string[] })[] = [
  ...LINE_WORDS.map(({ id, label, names, about }) => ({
    id,
    label,
    about,
    names: [label, ...names],
    word: id,
  })),
  ...FACT_KEYS.map((fact) => ({
    id: fact.key,
    label: fact.label,
    about: labelOfArea(fact.area).toLowerCase(),
    names: [...namesOfFact(fact.key), fact.label],
    fact,
  })),
];

const CALLED: readonly Called[] = ALL.flatMap(({ names, ...name }, place) =>
  names.map((each) => ({ name, written: each, words: wordsOf(each), place, isShort: each !== name.label })),
);

/** How well the first words of a line fit a name; 0 where they do not. Whole words before beginnings, short names before long ones. */
function fitOf(typed: readonly string[], { words, place, isShort }: Called): number {
  if (typed.length > words.length) return 0;
  for (let i = 0; i < typed.length; i++) if (!words[i].startsWith(typed[i])) return 0;
  const isWhole = typed.length === words.length && typed.every((word, i) => word === words[i]);
  const whole = typed.filter((word, i) => word === words[i]).length;
  return (
    (isWhole ? 10_000 : 0) +
    whole * 1000 -
    (words.length - typed.length) * 100 -
    place / 1000 +
    (isShort ? 550 : 500)
  );
}

/** The names that begin with what is typed, the best first; words within a name count after its beginning. */
export function completeName(text: string, limit = 8): LineName[] {
  const typed = wordsOf(text);
  if (typed.length === 0) return [];
  const best = new Map<LineName['id'], { name: LineName; fit: number }>();
  for (const called of CALLED) {
    let fit = fitOf(typed, called);
    for (let skip = 1; fit === 0 && skip < called.words.length; skip++) {
      const within = fitOf(typed, { ...called, words: called.words.slice(skip) });
      if (within > 0) fit = within / 100;
    }
    if (fit > (best.get(called.name.id)?.fit ?? 0)) best.set(called.name.id, { name: called.name, fit });
  }
  return [...best.values()]
    .sort((a, b) => b.fit - a.fit)
    .slice(0, limit)
    .map(({ name }) => name);
}

/** The names that go on from what is typed, letter by letter, as they are written; none where it is a whole one already. */
export function namesFrom(text: string): string[] {
  const small = text.toLowerCase();
  if (small.trim().length < 2) return [];
  const begun = CALLED.filter(({ written }) => written.toLowerCase().startsWith(small));
  if (begun.some(({ written }) => written.length === small.length)) return [];
  const typed = wordsOf(text);
  return begun.sort((a, b) => fitOf(typed, b) - fitOf(typed, a)).map(({ written }) => written);
}

/** A line parted into what it is about and what it says. */
export interface NamedLine {
  readonly name: LineName;
  /** As typed. */
  readonly typed: string;
  readonly rest: string;
}

/** The longest name has this many words. */
const MOST_WORDS = 6;

/**
 * Parts a line: `icons Corvane`, `file sys ext4, btrfs`, `Icons: Corvane`. A colon ends the name; without one as many words belong to
 * it as are beginnings of the words of one name, from the second word on with three letters at least. Null where no name fits.
 */
export function splitLine(text: string): NamedLine | null {
  const line = text.trimStart();
  const colon = /^([^:]{2,80}?)\s*:(?:\s+|$)/.exec(line);
  if (colon) {
    const name = bestName(wordsOf(colon[1]));
    if (name) return { name, typed: colon[1], rest: line.slice(colon[0].length) };
  }
  const parts = [...line.matchAll(/\S+/g)].slice(0, MOST_WORDS);
  for (let count = parts.length; count > 0; count--) {
    const typed = parts.slice(0, count).map(([word]) => word.toLowerCase().replaceAll('’', "'"));
    const isPlausible = typed.every((word, i) => i === 0 || word.length > 2 || isWholeWord(typed, i));
    const name = isPlausible && typed[0].length > 1 ? bestName(typed) : null;
    if (!name) continue;
    const end = parts[count - 1].index + parts[count - 1][0].length;
    return { name, typed: line.slice(0, end), rest: line.slice(end).trimStart() };
  }
  return null;
}

/** True where a short word stands whole in a name that begins like this: `on` in `icons on the desktop`. */
const isWholeWord = (typed: readonly string[], at: number) =>
  CALLED.some(
    ({ words }) =>
      words[at] === typed[at] && typed.slice(0, at).every((word, i) => words[i]?.startsWith(word)),
  );

function bestName(typed: readonly string[]): LineName | null {
  let best: LineName | null = null;
  let most = 0;
  for (const called of CALLED) {
    const fit = fitOf(typed, called);
    if (fit > most) [best, most] = [called.name, fit];
  }
  return best;
}

/** The name that the whole of a text begins, or is; null where none fits. */
export const nameBegunBy = (text: string): LineName | null => bestName(wordsOf(text));
