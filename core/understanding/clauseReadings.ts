/** What a clause may be: the facts that it names, what else it tells, and what it may be with words of the clause before. */
import { Clause, range } from './clause.ts';
import { bestCue } from './cues.ts';
import { cuedFact, CUED_FACTS } from './factCues.ts';
import { cuedFactsFor } from './factIndex.ts';
import type { Around, Interpretation, Meaning } from './meaning.ts';
import { readFact } from './readFact.ts';
import { LONG_READERS, READERS } from './readers.ts';

const EACH = 7;
/** How much a word says that was taught: as much as one that names a fact. */
const LEARNT = 1.4;
/** How much words weigh that nothing uses, against those that are used. */
export const LOSS_FACTOR = 1.15;

/** The clause before, with what it was read as. */
export interface Before {
  readonly clause: Clause;
  readonly read: Interpretation;
}

/** What a reading is worth: what its words say, less what the others would have. */
export const valueOf = ({ gain, loss }: Interpretation) => gain - LOSS_FACTOR * loss;

/** What a clause may be by itself. */
export function readingsOf(clause: Clause): Interpretation[] {
  const found: Interpretation[] = [];
  const isOne = !clause
    .indexes()
    .some((at) => /^[;.!]$/.test(clause.low(at)) && at < clause.to - 1 && clause.tokens[at].kind === 'sign');
  for (const cued of isOne ? cuedFactsFor(clause) : []) {
    const read = readFact(clause, cued);
    if (read) found.push(ofSubject(clause, read));
  }
  for (const at of clause.indexes()) {
    const cued = cuedFact(clause.scene.learnt.get(clause.tokens[at].stem) ?? '');
    const read = cued && readFact(clause, cued, { tokens: [at], weight: LEARNT });
    if (read) found.push(ofSubject(clause, read));
  }
  for (const [key, tokens] of knownIn(clause)) {
    const cued = cuedFact(key);
    const read = cued && readFact(clause, cued, { tokens: [], weight: 0.65 });
    // What is known as the value of a fact speaks of it, be it as the old value or the same.
    if (read && tokens.some((at) => read.parts.has(at))) found.push(ofSubject(clause, read));
  }
  for (const reader of isOne ? READERS : LONG_READERS) {
    const read = reader(clause);
    if (read) found.push(read);
  }
  const topic = clause.scene.lastFact?.area;
  const inTopic = found.map((read) =>
    topic && read.meanings.some((meaning) => meaning.kind === 'fact' && meaning.fact.area === topic)
      ? { ...read, gain: read.gain + 0.5 }
      : read,
  );
  const isOf = (read: Interpretation, kind: Meaning['kind']) =>
    read.meanings.some((meaning) => meaning.kind === kind);
  // Who weighs says more of a judgement than of facts.
  const inSitting = inTopic.map((read) =>
    clause.scene.isAssessing
      ? { ...read, gain: read.gain + (isOf(read, 'assessment') ? 0.8 : isOf(read, 'fact') ? -0.6 : 0) }
      : read,
  );
  return inSitting.sort((a, b) => valueOf(b) - valueOf(a)).slice(0, EACH);
}

/** Names in a clause that are known as values of facts, with their tokens. */
function knownIn(clause: Clause): Map<string, number[]> {
  const found = new Map<string, number[]>();
  for (const at of clause.indexes())
    for (const { words, key } of clause.scene.known.get(clause.low(at).replace(/'s$/, '')) ?? [])
      if (words.every((word, i) => clause.low(at + i).replace(/'s$/, '') === word))
        found.set(key, range(at, at + words.length));
  return found;
}

/** Whom it is said of, where the clause names somebody: the base, another release, an edition. */
function ofSubject(clause: Clause, read: Interpretation): Interpretation {
  const parts = new Map(read.parts);
  let around: Around = {};
  let { loss } = read;
  const use = (from: number, to: number) => {
    for (const at of range(from, to)) {
      if (parts.has(at)) continue;
      loss -= clause.weightOf(at);
      parts.set(at, 'subject');
    }
  };
  for (const mention of clause.mentions) {
    if (range(mention.from, mention.to).some((at) => read.parts.has(at))) continue;
    const isFirst = range(clause.from, mention.from).every((at) => clause.weightOf(at) === 0);
    const isBehind = /^(on|in|for|of|at|with)$/.test(clause.low(mention.from - 1));
    if (mention.kind === 'edition' && mention.role !== 'other') {
      around = { ...around, edition: mention.id };
      use(mention.from, mention.to);
      if (/^(edition|one|image)$/.test(clause.low(mention.to))) use(mention.to, mention.to + 1);
    } else if (mention.role === 'self') use(mention.from, mention.to);
    else if (isFirst || isBehind || /'s?$/.test(clause.low(mention.to - 1))) {
      around = {
        ...around,
        about: mention.version ? { name: clause.text(mention.from, mention.to) } : { id: mention.id },
      };
      use(mention.from, mention.to);
    }
  }
  const { base } = clause.scene.looked;
  const word = clause
    .indexes()
    .find((at) => /^(base|base's|upstream|parent)$/.test(clause.low(at)) && !read.parts.has(at));
  if (
    word !== undefined &&
    base &&
    !around.about &&
    range(clause.from, word).every((at) => clause.weightOf(at) === 0)
  ) {
    around = { ...around, about: { id: base } };
    use(word, word + 1);
  }
  if (parts.size === read.parts.size) return read;
  return { ...read, parts, loss, meanings: read.meanings.map((meaning) => ({ ...meaning, ...around })) };
}

/** What a clause may be with the words that name a fact in the clause before, or with its fact. */
export function elliptic(clause: Clause, last: Before | undefined): Interpretation[] {
  const before = last?.read.meanings.at(-1) ?? (isMore(clause) ? lastOf(clause) : undefined);
  if (!before || before.kind !== 'fact') return [];
  const found: Interpretation[] = [];
  const own = cuedFact(before.fact.key);
  const isFew = clause.to - clause.from <= 10;
  if (
    own &&
    isFew &&
    (/^(number|version|date)$/.test(before.fact.type) ||
      before.fact.grows ||
      clause.line.tokens[0]?.low === 'no')
  ) {
    const unit = unitOf(before);
    const read = readFact(clause, own, { tokens: [], weight: 0.5, ...(unit && { unit }) });
    if (read)
      found.push(ofSubject(clause, before.fact.type === 'list' ? { ...read, gain: read.gain - 0.4 } : read));
  }
  if (!last) return found;
  const spoken = [...last.read.parts].filter(([, part]) => part === 'fact').map(([at]) => at);
  const amounts = clause.line.amounts.some(({ from, to }) => from >= clause.from && to <= clause.to);
  if (spoken.length > 0 && isFew && amounts)
    for (const cued of CUED_FACTS) {
      if (cued.fact.type !== 'number' || cued === own) continue;
      const cue = bestCue(
        clause.tokens,
        last.clause.from,
        clause.to,
        cued.cues,
        (at) => at >= clause.from || spoken.includes(at),
      );
      if (!cue || !cue.tokens.some((at) => at < clause.from)) continue;
      const inside = cue.tokens.filter((at) => at >= clause.from);
      const unit = unitOf(before);
      const read = readFact(clause, cued, {
        tokens: inside,
        weight: cue.weight * 0.7,
        ...(unit && { unit }),
      });
      if (read) found.push(ofSubject(clause, read));
    }
  return found.sort((a, b) => valueOf(b) - valueOf(a)).slice(0, 3);
}

/** The unit in which an amount was said. */
const unitOf = (before: Meaning): string | undefined =>
  before.kind === 'fact'
    ? (/[A-Za-z%]+$/.exec(before.text ?? '')?.[0] ??
      (before.fact.type === 'number' ? before.fact.unit : undefined))
    : undefined;

/** `there is also a forum link in it`: more of the list that was spoken of last. */
const isMore = (clause: Clause) =>
  clause.scene.lastFact?.type === 'list' &&
  clause.indexes().some((at) => /^(also|too|another|well|more|overlooked|forgot)$/.test(clause.low(at)));

/** What was said last in the sitting, for a line that corrects it or goes on from it. */
function lastOf({ scene }: Clause): Meaning | undefined {
  return scene.lastFact ? { kind: 'fact', fact: scene.lastFact, state: 'set' } : undefined;
}
