/** Pieces of sentences: what a fact says, whose it is, lists of words, reasons. */
import { formatDay } from '../../catalogue/days.ts';
import { findFactKey } from '../../catalogue/factSheet.ts';
import { formatWhen } from '../../catalogue/formatWhen.ts';
import type { RecordedChange } from '../../catalogue/change.ts';
import type { Told, ToldReading } from '../../statements/told.ts';
import { wordElementWhole, wordSaying } from '../../wording/sayingText.ts';
import type { When } from '../../catalogue/when.ts';
import { formatValue, listOf } from '../valueText.ts';

/** What a fact says, as it was said: `a little over 2.6 GB`; empty where nothing is known. */
export function sayingOf(told: Told | undefined): string {
  if (!told) return '';
  const fact = findFactKey(told.key)!;
  if (told.reading && told.reading.state !== 'unchanged')
    return wordSaying(fact, { ...told.reading, ...(told.value !== undefined && { value: told.value }) });
  if (told.absent) return 'none';
  if (told.value === undefined) return told.state === 'unchanged' ? 'as in its base' : '';
  return formatValue(fact, told.value);
}

/** A reading of a fact, as it was said. */
export const wordTold = (key: string, reading: ToldReading): string => wordSaying(findFactKey(key)!, reading);

/** What a fact says with all that a list says of its elements: `wiki: works (address …)`. */
export function wholeSaying(told: Told): string {
  if (!Array.isArray(told.value) || told.reading?.said) return sayingOf(told);
  const elements = told.value.map(wordElementWhole).join(', ');
  return `${told.isPartial ? 'at least ' : ''}${elements}`;
}

/** What the base has, in words; empty where it is not known. */
export function baseSaying({ key, base }: Told): string {
  if (!base) return '';
  return base.value === undefined ? 'none' : formatValue(findFactKey(key)!, base.value);
}

/** What is carried, and from whom. */
export const carriedFrom = (by: string) => ` (inherited from ${by}, not examined)`;

/** How sure it is, and whether anybody looked: ` (carried from Fenwick 31, not examined here)`; empty for what is plainly said. */
export function careOf(told: Told | undefined): string {
  if (!told) return '';
  if (told.state === 'carried') return told.by ? carriedFrom(told.by) : ' (the same for every edition)';
  if (told.state === 'takenOver') return ' (copied from the release before, unverified)';
  if (told.reading?.acceptedBecause)
    return ` (accepted although unreliable: ${dropStop(told.reading.acceptedBecause)})`;
  return '';
}

/** Small numbers in words. */
export function numberWord(count: number): string {
  const words = [
    'no',
    'one',
    'two',
    'three',
    'four',
    'five',
    'six',
    'seven',
    'eight',
    'nine',
    'ten',
    'eleven',
    'twelve',
  ];
  return words[count] ?? String(count);
}

/** `on 3 March 2026`, `in June 2018`, `in 2023`, `about 2016`; other forms as they are written. */
export function onDate(when: When): string {
  const text = formatWhen(when);
  if (text.startsWith('about ')) return text;
  return /^\d{1,2} /.test(text) ? `on ${text}` : /\d{4}( \(unsure\))?$/.test(text) ? `in ${text}` : text;
}

/** What was typed as a list, as a person writes one: `newcomers, schools and offices`. */
export function series(text: string): string {
  const items = text.split(', ');
  return items.length > 1 && items.every((item) => item && !/ (and|or) /.test(item)) ? listOf(items) : text;
}

/** A day in words. */
export const wordDay = (day: number): string => formatWhen(formatDay(day));

/** With a capital at its beginning, and one full stop at its end. */
export function sentence(...parts: readonly (string | false | undefined)[]): string {
  const text = parts.filter(Boolean).join(' ').replace(/\s+/g, ' ').trim();
  if (!text) return '';
  const begun = text[0].toUpperCase() + text.slice(1);
  return /[.?!]$|[.?!][”)]$/.test(begun) ? begun : `${begun}.`;
}

/** A text in which a name that begins with a small letter keeps it, also where a sentence begins with it. */
export function keepName(text: string, name: string): string {
  const begun = name.slice(0, 1).toUpperCase() + name.slice(1);
  return begun === name || name === '' ? text : text.replaceAll(begun, name);
}

/** Without the full stop at its end. */
export const dropStop = (text: string): string => text.trim().replace(/\.$/, '');

/** Words that begin a reason and are names of nothing. */
const PLAIN_BEGINNINGS = new Set([
  'a',
  'an',
  'the',
  'its',
  'it',
  'they',
  'their',
  'this',
  'that',
  'these',
  'to',
  'for',
  'so',
  'all',
  'no',
  'one',
  'two',
  'many',
  'some',
  'users',
  'people',
  'new',
  'old',
  'without',
  'with',
  'every',
  'few',
  'small',
  'most',
  'what',
  'who',
  'where',
  'when',
  'because',
  'if',
  'only',
  'half',
  'machines',
  'updates',
  'packages',
  ...`drivers support help restore looks changes uses maintains runs needs works makes has is are was will can
    three four five six seven eight nine ten both each any other others there here from for on in at by of
    after before since while until under over between not never often always sometimes still also too very
    good bad clear small large fast slow long short high low free full empty same different better worse
    software hardware memory disk kernel desktop installer guide repository repositories archive archives
    files menu theme themes icons fonts wallpaper languages language keyboard screen login boot image images
    release releases version versions security fixes bugs errors documentation forum chat mail browser office
    newcomers schools offices beginners developers companies readers machines computers laptops servers
    he she we you his her our your my nobody somebody everybody anybody nothing something everything
    straight enough heavier lighter faster slower easier harder daily weekly monthly yearly`.split(/\s+/),
]);

/** Endings that words have and names hardly do. */
const PLAIN_ENDINGS = /^[A-Z][a-z]+(ing|ed|ly|tion|tions|ment|ments|ness|able|ible|less)$/;

/** A clause as it stands within a sentence: its first word in small letters, unless it may be a name. */
export function asClause(text: string): string {
  const [first = ''] = text.trim().split(/\s/);
  const clause = dropStop(text);
  const isPlain = PLAIN_BEGINNINGS.has(first.toLowerCase()) || PLAIN_ENDINGS.test(first);
  return isPlain ? clause[0].toLowerCase() + clause.slice(1) : clause;
}

/** `, since its desktop needs newer parts`; a reason that begins with what may be a name stands by itself. */
function wordMotive(motive: string): string {
  const clause = asClause(motive);
  const isPlain = clause[0] !== motive.trim()[0] || !/^\p{Lu}/u.test(clause);
  return isPlain ? `, since ${clause}` : `; the reason: ${clause}`;
}

/** Why, and what follows, of a change as a whole: `, since …` and further sentences. */
export function reasonsOf(notes: readonly RecordedChange[]): { readonly why: string; readonly more: string } {
  const whole = notes.filter(({ element, motive, consequence }) => element === '' && (motive || consequence));
  const [first] = whole;
  const isOneClause = first?.motive && !/[.;] \S/.test(dropStop(first.motive));
  const others = notes.filter((note) => note !== first && (note.motive || note.consequence));
  const more = [
    first?.motive && !isOneClause ? sentence('the reason:', first.motive) : '',
    first?.consequence ? sentence(first.consequence) : '',
    ...others.map(({ element, motive, consequence }) =>
      sentence(
        [element, dropStop([motive, consequence].filter(Boolean).join('. '))].filter(Boolean).join(': '),
      ),
    ),
  ];
  return {
    why: isOneClause ? wordMotive(first.motive) : '',
    more: more.filter(Boolean).join(' '),
  };
}

/** `, as in Fenwick 31` for what was checked; what its base has, where that is another thing. */
export function standingClause(told: Told): string {
  if (told.state === 'unchanged' && told.by) return `, as in ${told.by}`;
  if (told.standing === 'changed' && baseSaying(told))
    return `, where ${told.base?.by} has ${baseSaying(told)}`;
  return careOf(told);
}

/** The same in brackets, without what the base has. */
export function shortStanding(told: Told): string {
  if (told.state === 'unchanged' && told.by) return ` (as in ${told.by})`;
  return careOf(told);
}
