/** A line with all that is told from its words alone: amounts, dates, counts, mentions, doubt, sameness, conditions, reasons; and where it can be parted. */
import { amountsOf, countAt, type Amount, type Count } from './amounts.ts';
import { circumstanceAt, type Circumstance } from './circumstances.ts';
import { dateAt, type SaidDate } from './dates.ts';
import {
  BECAUSE,
  BY_ME,
  DOUBT,
  FILLERS,
  NEGATION,
  NOT_APPLICABLE,
  ON_PURPOSE,
  SAME,
  UNCHANGED,
  UNCHECKED,
  UNKNOWN,
} from './lexicon/common.ts';
import { ASIDES, LEADS } from './lexicon/asides.ts';
import { mentionsOf, type Mention } from './mentions.ts';
import { longestAt, phrasesOf, type Phrase } from './phrases.ts';
import type { Scene } from './scene.ts';
import { stemOf, tokensOf, type Token } from './tokens.ts';

/** What a stretch of words does, whatever is spoken of. */
export type ShareRole =
  'doubt' | 'same' | 'unchanged' | 'unknown' | 'unchecked' | 'notApplicable' | 'purpose' | 'conditions';

/** A stretch of words that says the same of anything. */
export interface Shared {
  readonly role: ShareRole;
  readonly from: number;
  readonly to: number;
  readonly circumstance?: Circumstance;
}

/** A line with what is told from its words. */
export interface Line {
  readonly text: string;
  readonly tokens: readonly Token[];
  readonly amounts: readonly Amount[];
  readonly dates: readonly SaidDate[];
  readonly counts: readonly Count[];
  readonly mentions: readonly Mention[];
  readonly shared: readonly Shared[];
  /** What all its words weigh. */
  readonly weight: number;
  /** Tokens that a line may be parted at; they belong to no part. */
  readonly breaks: readonly Break[];
  /** The reason behind “because”, and where its marker begins. */
  readonly reason?: { readonly from: number; readonly words: number; readonly to: number };
}

/** Where a line may be parted. */
export interface Break {
  readonly at: number;
  /** How much it costs to part it there: nothing at a full stop, more before `with`. */
  readonly cost: number;
  /** A token that is neither before nor behind; a preposition belongs to what follows. */
  readonly isGone: boolean;
}

const SHARES: readonly (readonly [ShareRole, readonly Phrase[]])[] = [
  ['unchecked', UNCHECKED],
  ['unknown', UNKNOWN],
  ['unchanged', UNCHANGED],
  ['same', SAME],
  ['notApplicable', NOT_APPLICABLE],
  ['purpose', ON_PURPOSE],
  ['doubt', DOUBT],
];

/** Reads a line as far as its words alone tell. */
export function readLine(scene: Scene, text: string): Line {
  const plain = withKnown(scene, withAnswer(withoutAsides(withoutMistake(tokensOf(text)))));
  const mentions = mentionsOf(scene.catalogue, scene.looked, plain);
  const tokens = withBase(plain, mentions);
  const reason = reasonOf(tokens);
  const shared = sharedOf(tokens, reason?.from ?? tokens.length);
  const amounts = amountsOf(tokens);
  const dates = each(tokens, (at) => dateAt(tokens, at, scene.day));
  return {
    text,
    tokens,
    mentions,
    shared,
    weight: tokens.reduce((sum, token) => sum + weightOfToken(token), 0),
    ...(reason && { reason }),
    amounts,
    dates,
    counts: each(tokens, (at) => countAt(tokens, at)),
    breaks: breaksOf(tokens, reason?.from ?? tokens.length).filter(
      ({ at, isGone }) =>
        ![...shared, ...dates, ...amounts].some(({ from, to }) => at > (isGone ? from - 1 : from) && at < to),
    ),
  };
}

const MISTAKEN = phrasesOf(
  `[*] hang on, no wait, no sorry, sorry, no nonsense, nonsense, oops, err no, or rather, make that, scratch that, no , i mean, i mean, correction, wait no, hang on, no it is, sorry i mean`,
);

/** `takes 600, sorry, 690 MiB`: what was said by mistake, and that it was, is not read. */
function withoutMistake(tokens: readonly Token[]): readonly Token[] {
  for (let at = 2; at < tokens.length - 1; at++) {
    const length = longestAt(tokens, at, MISTAKEN);
    if (length === 0 || !/^[,.…–-]$/.test(tokens[at - 1].low)) continue;
    let from = at - 1;
    while (from > 0 && /^[,.…–-]$/.test(tokens[from - 1].low)) from -= 1;
    const wrong = tokens[from - 1];
    let to = at + length;
    while (to < tokens.length && /^[,.:…–-]$/.test(tokens[to].low)) to += 1;
    const isLike = tokens
      .slice(to)
      .some((token) => token.kind === wrong.kind && (wrong.kind === 'number' || !token.isOrdinary));
    if (isLike && (wrong.kind === 'number' || !wrong.isOrdinary))
      return [...tokens.slice(0, from - 1), ...tokens.slice(to)];
  }
  return tokens;
}

/** The name of the base speaks of it as that word would. */
function withBase(tokens: readonly Token[], mentions: readonly Mention[]): readonly Token[] {
  const starts = new Set(mentions.filter(({ role }) => role === 'base').map(({ from }) => from));
  return tokens.map((token, at) => (starts.has(at) ? { ...token, stem: 'base' } : token));
}

const isPause = ({ low }: Token) => /^[,;.!…–—()]$/.test(low);

/** What is said by the way says nothing of what is looked at: it is not read, where something else is left. */
function withoutAsides(tokens: readonly Token[]): readonly Token[] {
  const kept: Token[] = [];
  for (let at = 0; at < tokens.length;) {
    const isStart = kept.length === 0 || isPause(kept.at(-1)!) || tokens[at - 1]?.low === '-';
    const begins = isStart && tokens[at].quote === 0 ? at : -1;
    const aside = begins < 0 ? 0 : longestAt(tokens, at, ASIDES);
    const end = at + aside;
    const isWhole = aside > 0 && (end >= tokens.length || isPause(tokens[end]) || tokens[end].low === ':');
    const lead = begins < 0 ? 0 : longestAt(tokens, at, LEADS);
    if (isWhole) at = Math.min(end + 1, tokens.length);
    else if (lead > 0 && at + lead < tokens.length) at += lead;
    else kept.push(tokens[at++]);
  }
  while (kept.length > 0 && /^[,;–—-]$/.test(kept.at(-1)!.low)) kept.pop();
  return kept.some(({ kind }) => kind !== 'sign') ? kept : tokens;
}

/** `swap? none`: what is asked and answered at once is told, as behind a colon. */
function withAnswer(tokens: readonly Token[]): readonly Token[] {
  return tokens.map((token, at) => {
    const isAnswered =
      token.text === '?' && at > 0 && tokens.slice(at + 1).some(({ kind }) => kind !== 'sign');
    return isAnswered && !isInterrogative(tokens, at) ? { ...token, low: ':', text: ':' } : token;
  });
}

/** True where the words before a question mark are a question with its verb in front. */
function isInterrogative(tokens: readonly Token[], end: number): boolean {
  let from = end;
  while (from > 0 && !/^[.;:!]$/.test(tokens[from - 1].low)) from -= 1;
  return INTERROGATIVE.test(tokens[from]?.low ?? '');
}

/** Words that a question begins with. */
export const INTERROGATIVE =
  /^(what|why|who|how|when|where|which|whose|does|do|did|is|are|was|were|can|could|will|would|should|has|have|any|am)$/;

/** The name of a known guide or installer speaks of it as that word would. */
function withKnown(scene: Scene, tokens: readonly Token[]): readonly Token[] {
  return tokens.map((token) => {
    const known = scene.known.get(token.low.replace(/'s$/, '')) ?? [];
    const key = known.find((each) => each.words.length === 1)?.key;
    const word = key === 'welcome.guide' ? 'guide' : key === 'editions.installer' ? 'installer' : undefined;
    return word ? { ...token, stem: stemOf(word) } : token;
  });
}

function each<Found extends { readonly to: number }>(
  tokens: readonly Token[],
  find: (at: number) => Found | null,
): Found[] {
  const found: Found[] = [];
  for (let at = 0; at < tokens.length;) {
    const one = find(at);
    if (one) found.push(one);
    at = one?.to ?? at + 1;
  }
  return found;
}

function sharedOf(tokens: readonly Token[], end: number): Shared[] {
  const found: Shared[] = [];
  for (let at = 0; at < end;) {
    const one = sharedAt(tokens, at, end);
    if (one) found.push(one);
    at = one?.to ?? at + 1;
  }
  return found;
}

function sharedAt(tokens: readonly Token[], at: number, end: number): Shared | null {
  let best: Shared | null = null;
  for (const [role, phrases] of SHARES) {
    const length = longestAt(tokens, at, phrases);
    if (length > 0 && at + length <= end && at + length > (best?.to ?? at))
      best = { role, from: at, to: at + length };
  }
  const byMe = longestAt(tokens, at, BY_ME);
  if (byMe > 0)
    return {
      role: 'conditions',
      from: at,
      to: at + byMe,
      circumstance: { from: at, to: at + byMe, conditions: { alteredByAnalyst: true } },
    };
  const circumstance = circumstanceAt(tokens, at);
  if (circumstance && circumstance.to <= end && circumstance.to > (best?.to ?? at))
    best = { role: 'conditions', from: at, to: circumstance.to, circumstance };
  return best;
}

function reasonOf(tokens: readonly Token[]): Line['reason'] {
  for (let at = 1; at < tokens.length - 1; at++) {
    const length = longestAt(tokens, at, BECAUSE);
    if (length === 0) continue;
    // `since they …`: the marker is one word, the rest is said; `out of` a place is none.
    if (tokens[at].low === 'out' || (tokens[at].low === 'so' && tokens[at - 1].low === 'or')) continue;
    const isClause = /^(since|as|so|to)$/.test(tokens[at].low);
    const words = isClause ? at + (tokens[at + 1].low === 'that' ? 2 : 1) : at + length;
    let to = words;
    while (to < tokens.length && !/^[.;]$/.test(tokens[to].low)) to += 1;
    return { from: at, words, to };
  }
  return undefined;
}

const COSTS: Readonly<Record<string, number>> = {
  '.': 0,
  ';': 0,
  '!': 0,
  '?': 0,
  ',': 0.1,
  '(': 0.1,
  ')': 0,
  '–': 0.1,
  '—': 0.1,
  '-': 0.2,
  but: 0.1,
  while: 0.2,
  whereas: 0.1,
  though: 0.2,
  although: 0.2,
  and: 0.4,
  which: 0.5,
  plus: 0.5,
  '+': 0.4,
  '/': 0.6,
  '&': 0.4,
  ':': 0.6,
  then: 0.6,
};
/** Words behind which something new may be said, and that belong to it. */
const WITHIN: Readonly<Record<string, number>> = {
  with: 0.9,
  on: 1,
  in: 1.2,
  from: 1.1,
  'w/': 0.9,
  without: 0.7,
  no: 0.9,
  runs: 1,
};

function breaksOf(tokens: readonly Token[], end: number): Break[] {
  return tokens.flatMap(({ low, quote, start }, at): Break[] => {
    if (at === 0 || at >= end || quote > 0) return [];
    const isGlued = tokens[at - 1].end === start && tokens[at + 1]?.start === tokens[at].end;
    if (Object.hasOwn(COSTS, low) && !(isGlued && /^[-/+.:]$/.test(low)))
      return [{ at, cost: COSTS[low], isGone: true }];
    return Object.hasOwn(WITHIN, low) ? [{ at, cost: WITHIN[low], isGone: false }] : [];
  });
}

/** What a word weighs: an ordinary one less than one that may be a name, and words that mean nothing by themselves nothing. */
export function weightOfToken(token: Token): number {
  if (token.kind === 'sign') return 0;
  if (token.kind === 'number' || isNegation(token)) return 1.4;
  if (FILLERS.has(token.low)) return 0;
  return token.isOrdinary ? 0.7 : 1.1;
}

/** True where a token makes what is said a no, or nothing. */
export const isNegation = ({ low }: Token): boolean => NEGATION.has(low);
