/** A clause read as one value of a fact: the words that name the fact, the value by the fact's type, and what is left over. */
import { type FactKey } from '../catalogue/factSheet.ts';
import { Clause, range } from './clause.ts';
import { bestCue } from './cues.ts';
import { type CuedFact } from './factCues.ts';
import { namesIn } from './names.ts';
import type { FactMeaning, Interpretation, Meaning, Part } from './meaning.ts';
import { isNegation } from './line.ts';
import { FILLERS } from './lexicon/common.ts';
import { said, amountFor, readValue } from './readValue.ts';
import { tokensOf } from './tokens.ts';

/** What was found of a fact in a clause: the words that name it. */
export interface CueFound {
  readonly tokens: readonly number[];
  readonly weight: number;
  /** The unit of the amount before, where the next one names none. */
  readonly unit?: string;
}

/** Reads a clause as a fact; null where it is none. `cue` is given where the fact is known from what was said before. */
export function readFact(whole: Clause, cued: CuedFact, given?: CueFound): Interpretation | null {
  // What stands only around another clause is no fact.
  const around = whole.taken('conditions');
  if (whole.indexes().every((at) => around.has(at) || whole.weightOf(at) === 0)) return null;
  const clause = whole.forFact(cued.fact);
  const blocked =
    cued.fact.key === 'experience.untested'
      ? clause.taken('purpose', 'notApplicable')
      : clause.taken('unknown', 'unchecked', 'purpose', 'notApplicable');
  const found = given ?? bestCue(clause.tokens, clause.from, clause.to, cued.cues, (at) => !blocked.has(at));
  const cue = found && ofGuide(clause, cued.fact, found);
  if (!cue) return null;
  const used = new Map<number, Part>(
    [...cue.tokens, ...besideCue(clause, cued, cue.tokens)].map((at) => [at, 'fact']),
  );
  // Other words that speak of it are used with it.
  if (/^(number|date|yesNo|choice)$/.test(cued.fact.type))
    for (const at of clause.indexes())
      if (!used.has(at) && isSpokenOf(clause, cued, at)) used.set(at, 'fact');
  const read =
    readState(clause, cued, used, cue.weight) ?? readValue(clause, cued, used, cue.weight, given?.unit);
  return read && isPast(clause) ? { ...read, gain: read.gain - 1.5 } : read;
}

/** `used to be …`, `formerly …`: what once was says nothing of what is. */
const isPast = (clause: Clause): boolean =>
  clause
    .indexes()
    .some(
      (at) =>
        (/^(formerly|previously|originally|initially)$/.test(clause.low(at)) && at - clause.from <= 2) ||
        (clause.low(at) === 'used' && clause.low(at + 1) === 'to'),
    );

const GUIDE = /^(guide|welcome|wizard|assistant|tour|greeter|onboarding|first-run)$/;

/** What is said of a guide names it, or comes behind something else that was said of it. */
function ofGuide(clause: Clause, { area, type }: FactKey, cue: CueFound): CueFound | null {
  if (area !== 'welcome' || clause.scene.lastFact?.area === 'welcome') return cue;
  const isNamed = clause.line.tokens.some(
    ({ low, stem }) => GUIDE.test(low) || stem === 'guid' || stem === 'guide',
  );
  if (isNamed) return cue;
  return /^(text|list)$/.test(type) || cue.weight < 1 ? null : { ...cue, weight: cue.weight - 0.8 };
}

/** True for an ordinary word that speaks of a fact. */
const isSpokenOf = (clause: Clause, { spoken }: CuedFact, at: number): boolean => {
  const token = clause.tokens[at];
  return (
    token.kind === 'word' &&
    token.isOrdinary &&
    spoken.has(token.stem) &&
    !FILLERS.has(token.low) &&
    !isNegation(token)
  );
};

/** Further words beside a cue that speak of the fact too: `graphical package tool`, `setup fs choice`. */
function besideCue(clause: Clause, { spoken }: CuedFact, tokens: readonly number[]): number[] {
  const found: number[] = [];
  const isSpoken = (at: number) =>
    clause.token(at)?.isOrdinary === true &&
    clause.tokens[at].kind === 'word' &&
    spoken.has(clause.tokens[at].stem) &&
    !FILLERS.has(clause.low(at)) &&
    !isNegation(clause.tokens[at]);
  const isBetween = (at: number) =>
    FILLERS.has(clause.low(at)) && !isNegation(clause.tokens[at]) && isSpoken(at - 1);
  for (const at of tokens) {
    for (let i = at - 1; i >= clause.from && (isSpoken(i) || isBetween(i)) && !tokens.includes(i); i--)
      if (isSpoken(i)) found.push(i);
    for (
      let i = at + 1;
      i < clause.to &&
      isSpoken(i) &&
      !tokens.includes(i) &&
      !/^[,;]$/.test(clause.low(i + 1)) &&
      i + 1 < clause.to;
      i++
    )
      found.push(i);
  }
  return found;
}

/** What is left over of it is kept as its remark. */
export function withRemark(clause: Clause, interpretation: Interpretation): Interpretation {
  const remark = clause.remarkBeside(interpretation.parts);
  if (!remark) return interpretation;
  return {
    ...interpretation,
    meanings: interpretation.meanings.map((meaning, i) =>
      i === 0 && !meaning.remark ? { ...meaning, remark } : meaning,
    ),
  };
}

/** None, as the base, not found out, not examined. */
function readState(
  clause: Clause,
  { fact, isName }: CuedFact,
  used: Map<number, Part>,
  weight: number,
): Interpretation | null {
  // The string of a kernel is spoken of by that name alone.
  const isString = /\b(uname|string|release|suffix)\b/i.test(clause.text());
  if (fact.key === 'kernel.release' && !isString) return null;
  if (clause.of('notApplicable').length > 0 && fact.type !== 'yesNo' && !fact.grows)
    return clause.interpretation(
      [said(clause, { kind: 'fact', fact, state: 'doesNotApply' })],
      used,
      weight + 0.3,
    );
  const unchecked = /^(tools\.probes|experience\.untested)$/.test(fact.key) ? [] : clause.of('unchecked');
  if (unchecked.length > 0 && clause.isUnsure) return null;
  if (unchecked.length > 0) {
    const question: Meaning = { kind: 'question', text: clause.text(), fact, ...clause.around };
    return clause.interpretation([question], used, weight + 0.2);
  }
  const [unknown] = clause.of('unknown');
  // `I hoped for icons in vain, there are none`: it was found out.
  const isNoneAtAll = clause.negations.some((at) => clause.low(at) === 'none');
  if (unknown && !isNoneAtAll && fact.type !== 'yesNo' && (fact.type !== 'list' || weight >= 1.2)) {
    const meaning: FactMeaning = { kind: 'fact', fact, state: 'notFoundOut', tried: clause.text() };
    return clause.interpretation([said(clause, meaning)], used, weight + 0.2);
  }
  if (weight < 0.6) return null;
  // What was looked for or tried grows: it is never as below, and never none.
  if (fact.grows) return null;
  // That there is none of a number, or as much as below, is said of what it counts, by its name.
  const label = new Set(tokensOf(fact.label).map(({ stem }) => stem));
  if (fact.type === 'number' && ![...used.keys()].some((at) => label.has(clause.tokens[at].stem)))
    return null;
  const isPlain = (at: number) => /^(plain|stock|vanilla|default|standard|regular)$/.test(clause.low(at));
  const beside = namesIn(clause, (at) => used.has(at) || clause.same?.includes(at) === true).filter(
    ({ from }) => !isPlain(from - 1),
  );
  if (clause.same && !beside.some(({ likeness }) => likeness >= 1) && fact.type !== 'yesNo') {
    const parts = new Map(used);
    for (const at of clause.same) parts.set(at, 'state');
    return clause.interpretation(
      [said(clause, { kind: 'fact', fact, state: 'unchanged' })],
      parts,
      weight + 0.4,
    );
  }
  if (fact.type === 'yesNo' || fact.type === 'choice' || (fact.type === 'list' && fact.grows)) return null;
  const negations =
    fact.type === 'list'
      ? [...clause.negations, ...clause.indexes().filter((at) => clause.low(at) === 'empty')]
      : clause.negations;
  if (
    negations.length === 0 ||
    (fact.key === 'defaults.services' &&
      (beside.length > 0 || !clause.indexes().some((at) => /^(services?|daemons?)$/.test(clause.low(at)))))
  )
    return null;
  if (fact.key === 'defaults.partsLeftOut' || fact.key === 'identity.ranks' || fact.key === 'model.datesKept')
    return null;
  const amount = amountFor(clause, fact);
  if (fact.type === 'number' && amount && amount.value > 0) return null;
  // `never starts by itself` and `no password needed` say how, not that there is none.
  const isNone = negations.some((at) => isNoneOf(clause, at, used));
  const isLong = range(clause.from, clause.to).filter(
    (at) =>
      !used.has(at) &&
      !FILLERS.has(clause.low(at)) &&
      !/^(given|stated|named|published|mentioned|made|listed|documented|announced)$/.test(clause.low(at)) &&
      !negations.includes(at) &&
      clause.weightOf(at) > 0 &&
      !clause.taken('purpose', 'conditions', 'doubt').has(at),
  ).length;
  if (!isNone || (isLong > (isName ? 1 : 0) && fact.type !== 'list')) return null;
  const parts = new Map(used);
  for (const at of negations) parts.set(at, 'state');
  const isPurpose = clause.of('purpose').length > 0;
  const meaning: FactMeaning = {
    kind: 'fact',
    fact,
    state: 'none',
    ...(isPurpose && { marks: ['onPurpose' as const] }),
  };
  return clause.interpretation([said(clause, meaning)], parts, weight + 0.2);
}

/** `no swap`, `swap: none`, `0 games`, `boot splash absent`: not `never`, and nothing between it and what there is none of. */
function isNoneOf(clause: Clause, at: number, used: ReadonlyMap<number, Part>): boolean {
  const low = clause.low(at);
  if (/^(never|nobody|nothing)$/.test(low)) return false;
  if (/^(none|missing|absent|nil|gone|absence|removed|dropped|omitted|empty|lacking)$/.test(low)) return true;
  if (/^(no|without|zero|0|lacks|lack|lacking)$/.test(low))
    return range(at + 1, Math.min(clause.to, at + 5)).some((each) => used.has(each));
  return (
    low === 'not' &&
    /^(there|present|included|installed|shipped|available|any|one|provided|offered|set|preinstalled)$/.test(
      clause.low(at + 1),
    )
  );
}
