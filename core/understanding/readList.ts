/** A clause read as a list: its elements between commas and `and`, with what each list says of its elements beside their names. */
import type { FactKey } from '../catalogue/factSheet.ts';
import type { Element, FactValue } from '../catalogue/factValue.ts';
import { numberOf } from './amounts.ts';
import { baseValueOf, range, type Clause } from './clause.ts';
import { FILLERS } from './lexicon/common.ts';
import { ELEMENT_READERS } from './listElements.ts';
import { tokensOf } from './tokens.ts';
import type { FactMeaning, Interpretation, Meaning, Part } from './meaning.ts';

/** A stretch of a clause that is one element. */
export interface Item {
  readonly from: number;
  readonly to: number;
  readonly text: string;
}

/** What a list reader gives: the elements, and the tokens they take. */
export interface ElementsRead {
  readonly elements: readonly Element[];
  readonly tokens: readonly number[];
  /** What was named is certainly not all. */
  readonly isPart?: boolean;
  /** Kept in words: nothing was named. */
  readonly said?: string;
  readonly marks?: FactMeaning['marks'];
}

/** Between elements. */
const SEPARATOR = /^(,|;|and|\+|&|\/|plus|or|as|well)$/;

/** The stretches between commas and `and`, without articles and what is used. */
export function itemsIn(clause: Clause, isUsed: (at: number) => boolean): Item[] {
  const items: Item[] = [];
  const colon = clause.indexes().find((at) => /^(:|\()$/.test(clause.low(at)));
  let from = clause.from;
  for (let at = clause.from; at <= clause.to; at++) {
    const token = clause.token(at);
    const isOut =
      at === clause.to ||
      (isUsed(at) && !(colon !== undefined && at > colon && clause.tokens[at].kind === 'word')) ||
      (token!.quote === 0 && SEPARATOR.test(token!.low)) ||
      (token!.kind === 'sign' && /^[:()=.!?]$/.test(token!.text) && token!.quote === 0);
    if (!isOut) continue;
    const item = itemOf(clause, from, at);
    if (item) items.push(item);
    from = at + 1;
  }
  return items;
}

const EDGE = new Set(
  'total altogether overall namely finally lastly secondly thirdly course been themed a an the it is are has have one some its of for to in on at with by as that also too them they their lets you can be both all comes come offers offer there here called own only just in that order again we i get gets shows showing listed lists were was these this which plain default by-default then first second'.split(
    ' ',
  ),
);

function itemOf(clause: Clause, first: number, last: number): Item | null {
  let [from, to] = [first, last];
  while (from < to && (EDGE.has(clause.low(from)) || clause.tokens[from].kind === 'sign')) from += 1;
  while (
    to > from &&
    (EDGE.has(clause.low(to - 1)) ||
      (clause.tokens[to - 1].kind === 'sign' && !/^[+#)"”]$/.test(clause.tokens[to - 1].text)))
  )
    to -= 1;
  const text = clause.text(from, to);
  return text ? { from, to, text: text.replace(/["“”]/g, '').replace(/['’]s$/, '') } : null;
}

/** True for words that say what is done rather than what there is. */
export const isSentence = (clause: Clause, { from, to }: Item) =>
  to - from > 6 ||
  /^(through|via|by|in|on|from|to|out|with|until|till|when|if|as|for|without|of|at)$/.test(
    clause.low(from),
  ) ||
  range(from, to).some((at) => clause.tokens[at].isPast && !clause.tokens[at].isNoun) ||
  range(from, to).some((at) =>
    /^(i|me|you|they|them|we|it|he|she|somebody|nobody|something|nothing|should|would|could|must|will|can|seems|is|are|was|were|has|have|had|does|do|did|not|no|goes|went|then|but|that|which|says|instead|still|now)$/.test(
      clause.low(at),
    ),
  );

/** Reads a list; null where nothing of it is named. */
export function readList(
  clause: Clause,
  fact: FactKey,
  used: Map<number, Part>,
  weight: number,
): Interpretation | null {
  const isUsed = (at: number) => used.has(at) || clause.taken('conditions', 'doubt', 'purpose').has(at);
  if (weight < 0.5 && used.size > 0) return null;
  const special = ELEMENT_READERS[fact.key]?.(clause, isUsed, used);
  if (special === null) return null;
  const read = special ?? plainElements(clause, fact, isUsed);
  if (!read) return null;
  const named = wordsOfElements(read);
  for (const at of read.tokens)
    if (
      !used.has(at) &&
      (!special ||
        named.has(clause.low(at).replace(/'s$/, '')) ||
        STATES.test(clause.low(at)) ||
        clause.tokens[at].kind === 'sign')
    )
      used.set(at, 'value');
  // `three package tools: …`: the count of what is listed.
  for (const at of clause.indexes())
    if (!used.has(at) && numberOf(clause.low(at)) === read.elements.length && read.elements.length > 1)
      used.set(at, 'value');
  const isPart = read.isPart ?? isAddition(clause);
  if (read.elements.length === 0) {
    if (!read.said) return null;
    const meaning: Meaning = { kind: 'fact', fact, state: 'set', said: read.said, ...clause.around };
    return clause.interpretation([meaning], used, weight, 0.7);
  }
  const base = baseValueOf(clause.scene, fact);
  const isLikelyPart =
    isPart || (read.elements.length === 1 && Array.isArray(base) && base.length > 0 && !fact.ordered);
  const meaning: FactMeaning = {
    kind: 'fact',
    fact,
    state: 'set',
    value: read.elements as FactValue,
    ...((isLikelyPart || read.marks) && {
      marks: [...(isLikelyPart ? (['partial'] as const) : []), ...(read.marks ?? [])],
    }),
    ...(isPart && { adds: true }),
  };
  return clause.interpretation(
    [{ ...meaning, ...clause.around }],
    used,
    weight + (special ? 0.2 + 0.4 * (read.elements.length - 1) : 0),
    special ? 0.9 : 0.8,
  );
}

/** Words that say how an element stands. */
const STATES =
  /^(yes|no|not|none|0|on|off|enabled|disabled|offered|available|supported|found|works?|worked|dead|down|outdated|redirects?|bounces|works|fine|once|hand|only|at|all|first|order|own|late|early|update|missing|anywhere|nowhere|hits?|never|manually|lists?|mailing)$/;

/** Every word of what was read. */
function wordsOfElements({ elements, said = '' }: ElementsRead): ReadonlySet<string> {
  const texts = elements.flatMap(({ slot = '', name, settings = {} }) => [
    slot,
    name,
    ...Object.values(settings),
  ]);
  return new Set(tokensOf([...texts, said].join(' ')).map(({ low }) => low));
}

const isAddition = (clause: Clause) =>
  clause
    .indexes()
    .some((at) =>
      /^(also|too|another|plus|besides|additionally|extra|as-well|further|there's)$/.test(clause.low(at)),
    );

function plainElements(clause: Clause, fact: FactKey, isUsed: (at: number) => boolean): ElementsRead | null {
  // What is listed stands behind the words that name the list, else before them.
  const colon = clause
    .indexes()
    .find((at) => (/^(:|namely|viz)$/.test(clause.low(at)) || clause.low(at) === '(') && at > clause.from);
  const cue = clause.indexes().filter((at) => isUsed(at) && (colon === undefined || at < colon));
  const last = cue.at(-1) ?? clause.from - 1;
  const every = itemsIn(clause, isUsed).filter((item) => !isEmpty(clause, item));
  const behind = every.filter(({ from }) => from > Math.max(last, colon ?? -1));
  // `three tools of its own`, `a couple of layouts`: counted, not named.
  const isBefore = behind.every((item) => isCount(clause, item));
  const items = isBefore
    ? every.filter(({ to }) => colon === undefined || to > colon || to <= last)
    : adjacent(clause, behind, Math.max(last, colon ?? -1));
  const named = items.filter((item) => !isCount(clause, item));
  const counted = items.find((item) => isCount(clause, item));
  const inItems = items.flatMap(({ from, to }) => range(from, to));
  if (named.length === 0) return counted ? { elements: [], tokens: inItems, said: counted.text } : null;
  if (named.some((item) => isSentence(clause, item))) return null;
  const tokens = [...inItems, ...clause.indexes().filter((at) => SEPARATOR.test(clause.low(at)))];
  return { elements: named.map(({ text }) => ({ name: nameOfItem(text, fact) })), tokens };
}

/** `one realtime`, `a second browser`: what counts before a name is no part of it. */
const nameOfItem = (text: string, _fact: FactKey) => text.replace(/^(?:an?|the|another|one)\s+/i, '');

/** The items from the first on that nothing but commas and `and` part. */
function adjacent(clause: Clause, items: readonly Item[], after: number): Item[] {
  const lead = range(after + 1, items[0].from).some((at) => clause.weightOf(at) > 0.7);
  if (lead) return [];
  const end = items.findIndex(
    (item, i) => i > 0 && range(items[i - 1].to, item.from).some((at) => clause.weightOf(at) > 0.7),
  );
  return [...(end < 0 ? items : items.slice(0, end))];
}

const isEmpty = (clause: Clause, item: Item) =>
  !isCount(clause, item) &&
  range(item.from, item.to).every((at) => FILLERS.has(clause.low(at)) || clause.tokens[at].kind === 'sign');

const AMOUNTS =
  /^(a|couple|few|several|some|many|handful|dozen|lots|plenty|number|various|just|only|of|or|so|about|around|at|least|more|than|most)$/;

/** `four`, `a couple`, `three of them`. */
function isCount(clause: Clause, { from, to }: Item): boolean {
  const words = range(from, to).map((at) => clause.low(at));
  return (
    words.length > 0 &&
    words.every((word) => numberOf(word) !== null || AMOUNTS.test(word) || FILLERS.has(word)) &&
    words.some(
      (word) =>
        numberOf(word) !== null ||
        /^(couple|few|several|some|many|handful|dozen|lots|plenty|various)$/.test(word),
    )
  );
}
