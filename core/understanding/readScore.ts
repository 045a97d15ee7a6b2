/** A clause read as a score, a place in a ranking, a comparison on one point, or what to try instead. */
import { KEPT, range, whole, type Clause, type ClauseReader } from './clause.ts';
import { amountAt } from './amounts.ts';
import { bestCue, cuesOf } from './cues.ts';
import type { Part } from './meaning.ts';
import { assessment } from './readAssessment.ts';

/** `i'd give it 7 out of 10`, `between 6 and 7 of ten`, `looks 9/10, docs 4/10`. */
export const readScore: ClauseReader = (clause) => {
  const used = new Map<number, Part>();
  const criteria: { name: string; weight: number; score: number; reason: string }[] = [];
  let total: { said: string; least: number; most: number } | undefined;
  let from = clause.from;
  for (let at = clause.from; at < clause.to; at++) {
    const share = /^(\d+(?:\.\d+)?)\/10$/.exec(clause.low(at));
    const amount = share ? null : amountAt(clause.tokens, at);
    const end = share ? at + 1 : amount ? outOfTen(clause, amount.to) : 0;
    const split =
      !share && amount && clause.low(amount.to) === '/' && clause.low(amount.to + 1) === '10'
        ? amount.to + 2
        : end;
    if (!split) continue;
    const [least, most] = share
      ? [Number(share[1]), Number(share[1])]
      : [amount!.least ?? amount!.value, amount!.most ?? amount!.value];
    if (most > 10) continue;
    const name = clause
      .text(from, at)
      .replace(/^(and|,|;|for|the|overall|its) ?/i, '')
      .replace(/[:,]$/, '');
    const isTotal =
      /^$|\b(give|overall|all|total|score|verdict|rating|would|between|somewhere|rate|sum|mark|it|lands|gets|deserves)\b/i.test(
        name,
      );
    if (isTotal) total = { said: clause.text(at, split), least, most };
    else criteria.push({ name, weight: 1, score: (least + most) / 2, reason: '' });
    for (const each of range(from, split)) used.set(each, 'value');
    from = split;
    at = split - 1;
  }
  if (!total && criteria.length === 0) return null;
  return clause.interpretation(
    [assessment({ ...(total && { total }), ...(criteria.length > 0 && { criteria }) }, clause)],
    used,
    0.8 + 0.3 * criteria.length,
  );
};

function outOfTen(clause: Clause, at: number): number {
  const next =
    /^(out)$/.test(clause.low(at)) && clause.low(at + 1) === 'of'
      ? at + 2
      : clause.low(at) === 'of'
        ? at + 1
        : 0;
  return next && /^(10|ten)$/.test(clause.low(next))
    ? next + 1
    : /^points?$/.test(clause.low(at)) && /^(out|of)$/.test(clause.low(at + 1))
      ? outOfTen(clause, at + 1)
      : 0;
}

const ORDINALS = 'first second third fourth fifth sixth seventh eighth ninth tenth'.split(' ');

/** `third of the five lagoon systems i've had`. */
export const readRank: ClauseReader = (clause) => {
  const at = clause
    .indexes()
    .find((each) => ORDINALS.includes(clause.low(each)) || /^\d+(st|nd|rd|th)$/.test(clause.low(each)));
  if (at === undefined || !/^(of|out|among|in|best|place)$/.test(clause.low(at + 1))) return null;
  const place = ORDINALS.indexOf(clause.low(at)) + 1 || Number.parseInt(clause.low(at), 10);
  const amount = clause.line.amounts.find(({ from }) => from > at && from < clause.to);
  if (!amount || !amount.isExact || amount.unit || amount.value < place) return null;
  const among = clause
    .text(amount.to, clause.to)
    .replace(/ (i have|i've|that|we|i) .*$/, '')
    .replace(/ i['’]?ve .*/, '');
  if (!among) return null;
  return clause.interpretation(
    [assessment({ ranks: [{ place, of: amount.value, among, close: '' }] }, clause)],
    whole(clause),
    1.6,
    KEPT,
  );
};

/** `if you need newer programs go for kettlewick`, `better take X`. */
export const readAlternative: ClauseReader = (clause) => {
  const cue = bestCue(
    clause.tokens,
    clause.from,
    clause.to,
    cuesOf(
      'go_for|take|try|choose|pick|use|prefer|better|rather|better_off|recommend instead|if|better|rather|need|want|over; go_for; better_off_with; alternative|alternatives',
    ),
  );
  const mention = clause.mentions.find(
    ({ role, kind }) => role === 'other' || (role === 'base' && kind !== 'edition'),
  );
  if (
    !cue ||
    !mention ||
    !clause
      .indexes()
      .some((at) =>
        /^(if|who|whoever|for|anyone|needs?|wants?|instead|alternative|rather)$/.test(clause.low(at)),
      )
  )
    return null;
  const why = clause
    .text()
    .replace(clause.text(mention.from, mention.to), '')
    .replace(/^(if|for) (you )?/i, '')
    .replace(/,? ?(go for|take|try|choose|use|pick|better|instead|rather|get)[, ]*$/i, '')
    .trim();
  return clause.interpretation(
    [
      assessment(
        {
          alternatives: [
            { name: clause.text(mention.from, mention.to), id: mention.id as `release:${string}`, why },
          ],
        },
        clause,
      ),
    ],
    whole(clause),
    1.2,
    KEPT,
  );
};

const COMPARE =
  /^(better|worse|best|worst|faster|slower|nicer|stronger|weaker|ahead|behind|quicker|cleaner|superior|inferior|equal|even|lighter|heavier|clearer)$/;

/** `kettlewick is the better one on packages`, `best guide of any i've tried`. */
export const readOnPoint: ClauseReader = (clause) => {
  if (!clause.scene.isAssessing) return null;
  const at = clause.indexes().find((each) => COMPARE.test(clause.low(each)));
  if (at === undefined) return null;
  const word = clause.low(at);
  const others = clause.mentions.filter(({ role }) => role === 'other' || role === 'base' || role === 'own');
  if (/^(best|worst)$/.test(word) && others.length === 0) {
    let to = at + 1;
    while (to < clause.to && !/^(of|in|i|so|among|that|ever|by|anywhere|on)$/.test(clause.low(to))) to += 1;
    const point = clause.text(at + 1, to);
    return point
      ? clause.interpretation(
          [assessment({ onPoint: [{ point, word, against: [] }] }, clause)],
          whole(clause),
          1.1,
          KEPT,
        )
      : null;
  }
  if (others.length === 0) return null;
  const on = clause
    .indexes()
    .find(
      (each) =>
        each !== at &&
        /^(on|in|at|for|with|as|when)$/.test(clause.low(each)) &&
        !clause.mentions.some(({ from }) => from === each + 1),
    );
  const isTheirs = others[0].from < at;
  const point =
    on !== undefined
      ? clause.text(on + 1, clause.to).replace(/ than .*$/, '')
      : clause
          .text(clause.from, at)
          .replace(/^(the|its) /i, '')
          .replace(/ (is|are|was)$/, '');
  if (!point || clause.mentions.some(({ from, to }) => clause.text(from, to) === point)) return null;
  const turned: Readonly<Record<string, string>> = {
    better: 'worse',
    worse: 'better',
    faster: 'slower',
    slower: 'faster',
    best: 'worse',
    ahead: 'behind',
    behind: 'ahead',
    superior: 'inferior',
    inferior: 'superior',
  };
  const against = others.map(({ from, to }) => clause.text(from, to));
  return clause.interpretation(
    [assessment({ onPoint: [{ point, word: isTheirs ? (turned[word] ?? word) : word, against }] }, clause)],
    whole(clause),
    1.2,
    KEPT,
  );
};
