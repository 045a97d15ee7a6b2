/** A clause read as part of a judgement: what speaks for it and against it, whom it suits, a score, a place, what to try instead. */
import { KEPT, whole, type Clause, type ClauseReader } from './clause.ts';
import { bestCue, cuesOf } from './cues.ts';
import type { AssessmentMeaning, Meaning, Point } from './meaning.ts';
import { longestAt, phrasesOf } from './phrases.ts';
import { readOpinion } from './readOpinion.ts';
import { readScore, readRank, readAlternative, readOnPoint } from './readScore.ts';

type Points = AssessmentMeaning['points'];

const GOOD = phrasesOf(`
good, plus, pro, pros, strength, strengths, strong point|points, upside, like, liked, i love, love, loved, liked, best thing [about] [it] [is], [the] good part|side|bit|thing, nice, great, for it, its favour, speaks for, positive, plus side, best part [is], enjoyed, impressed by, thumbs up for, praise for, kudos for, well done
`);
const BAD = phrasesOf(`
bad, minus, con, cons, weakness, weaknesses, weak point|points, downside, do not like, dislike, i hate, hate, hated, worst thing [about] [it] [is], [the] bad part|side|bit|thing, against it, speaks against it, negative, minus side, annoying, annoyed by, disappointed by|with, could not stand, missed, i miss, thumbs down for, what bothers me, bothers me, irritating, worst part [is]
`);
const NEUTRAL = phrasesOf('neither good, neutral, matter of taste, no opinion on, indifferent about');
const SUITS = phrasesOf(`
suits, good|great|fine|perfect|ideal|right|made|well-suited for|on, recommended for|to, would recommend [it] to|for, i would recommend [it] to|for, one for, something for, suitable for, fits, fit for, best for, people who, anyone who, those who
`);
const UNSUITED = phrasesOf(`
does not suit, not for, unsuited for|to, nothing for, wrong for, bad for, not suitable for, no good for|on, would not recommend [it] to|for, not recommended for, i would not give it to, not suited to|for, unsuitable for
`);
const DECIDES = cuesOf(
  'deal-breaker|dealbreaker|deal_breaker|showstopper|show-stopper|decides|decisive|rules_it_out|no-go|unacceptable|fatal',
);
const MATTERS = cuesOf(
  'matters|important|serious|big_deal|weighs|major|counts_for_me|significant|which_hurts',
);
const DETAIL = cuesOf('detail|minor|small_thing|nitpick|nit|trifle|cosmetic');

export const assessment = (points: Points, clause: Clause): Meaning => ({
  kind: 'assessment',
  points,
  ...(clause.isUnsure && { isUnsure: true }),
});

function weightIn(clause: Clause): { readonly weight?: 1 | 2 | 3; readonly from: number } {
  for (const [weight, cues] of [
    [3, DECIDES],
    [2, MATTERS],
    [1, DETAIL],
  ] as const) {
    const match = bestCue(clause.tokens, clause.from, clause.to, cues);
    if (!match) continue;
    let from = Math.min(...match.tokens);
    while (from > clause.from && !/^[,;(]$/.test(clause.low(from))) from -= 1;
    return { weight, from: from > clause.from ? from : clause.to };
  }
  return { from: clause.to };
}

/** Points with the weight that a clause gives to the last of them; null where it says nothing of its own kind. */
export function pointsWeighed(clause: Clause, points: Points): Points | null {
  const { weight, from } = weightIn(clause);
  if (!weight || from < clause.to - 1) return null;
  for (const field of ['weaknesses', 'strengths'] as const) {
    const all = points[field];
    if (!all || all.length === 0) continue;
    return { ...points, [field]: [...all.slice(0, -1), { ...all.at(-1)!, weight }] };
  }
  return null;
}

/** `quick updates, a clear guide`: each of them. */
function pointsOf(text: string, weight?: 1 | 2 | 3): Point[] {
  return text
    .split(/\s*(?:,|;| and (?=an? |the |its |no ))\s*/)
    .map((each) => each.replace(/^(the|a|an|its|that|how|about|is|it|and) /i, '').trim())
    .filter(Boolean)
    .map((each) => ({ text: each, ...(weight && { weight }) }));
}

function startsWith(clause: Clause, phrases: ReturnType<typeof phrasesOf>): number {
  const at = /^(the|my|a|really|honestly|also|and|but|overall|what|i|it)$/.test(clause.low(clause.from))
    ? clause.from + 1
    : clause.from;
  const length = Math.max(
    longestAt(clause.tokens, clause.from, phrases),
    at > clause.from ? longestAt(clause.tokens, at, phrases) + 1 : 0,
  );
  return length > (at > clause.from ? 1 : 0) ? clause.from + length : -1;
}

/** `good: quick updates, a clear guide`, `hate the menu`. */
export const readPoints: ClauseReader = (clause) => {
  for (const [field, phrases] of [
    ['neutral', NEUTRAL],
    ['weaknesses', BAD],
    ['strengths', GOOD],
  ] as const) {
    const at = startsWith(clause, phrases);
    if (at < 0) continue;
    const isSigned = /^(:|-|–|,)$/.test(clause.low(at));
    const { weight, from } = weightIn(clause);
    const text = clause.text(isSigned ? at + 1 : at, Math.max(from, at));
    if (!text) continue;
    const points = isSigned
      ? pointsOf(text, weight)
      : [{ text: text.replace(/^(the|its|about|that) /i, ''), ...(weight && { weight }) }];
    if (
      !isSigned &&
      !clause.scene.isAssessing &&
      !/^(i|love|hate|like|dislike|what)$/.test(clause.low(clause.from))
    )
      continue;
    return clause.interpretation(
      [assessment({ [field]: points }, clause)],
      whole(clause),
      (clause.scene.isAssessing ? 0.8 : 0) + (isSigned ? 0.6 : 0),
      KEPT,
    );
  }
  const { weight, from } = weightIn(clause);
  const isOfSomething = clause
    .indexes()
    .some((at) => at < from && clause.tokens[at].isNoun && clause.weightOf(at) > 0);
  if (weight === 3 && isOfSomething)
    return clause.interpretation(
      [assessment({ weaknesses: [{ text: clause.text(clause.from, from), weight }] }, clause)],
      whole(clause),
      1.6,
      KEPT,
    );
  return null;
};

/** `suits people who browse, write letters`, `not for gamers`. */
export const readSuits: ClauseReader = (clause) => {
  for (const [field, phrases] of [
    ['doesNotSuit', UNSUITED],
    ['suits', SUITS],
  ] as const) {
    const at = startsWith(clause, phrases);
    if (
      at < 0 ||
      (!clause.scene.isAssessing &&
        !/^(suits|recommended|would|i|does|unsuited)$/.test(clause.low(clause.from)))
    )
      continue;
    const reason =
      clause.line.reason && clause.line.reason.from === clause.to
        ? clause.line.text.slice(clause.tokens[clause.line.reason.words].start)
        : '';
    const name = clause.text(at);
    if (!name) continue;
    return clause.interpretation(
      [assessment({ [field]: [{ name, why: reason }] }, clause)],
      whole(clause),
      1.1,
      KEPT,
    );
  }
  return null;
};

/** `has to work offline, and it does`; `must have …`. */
export const readMust: ClauseReader = (clause) => {
  const length = longestAt(
    clause.tokens,
    clause.from,
    phrasesOf(
      '[it] has to, [it] must [have], needs to, must-have, i need, has to have, a must, non-negotiable, requirement',
    ),
  );
  if (length === 0 || !clause.scene.isAssessing) return null;
  const end = clause.indexes().findLast((at) => /^[,;–-]$/.test(clause.low(at)));
  const tail = end === undefined ? '' : clause.text(end);
  const met = /\b(does not|doesn't|is not|isn't|no|not|fails)\b/i.test(tail)
    ? 'no'
    : /\b(does|is|yes|has|it has|works)\b/i.test(tail)
      ? 'yes'
      : 'not known';
  const text = clause
    .text(clause.from + length, met === 'not known' ? clause.to : end)
    .replace(/^(:|be able to) ?/, '');
  return text
    ? clause.interpretation(
        [assessment({ mustHaves: [{ text, met }] }, clause)],
        whole(clause),
        met === 'not known' ? 1 : 1.5,
        KEPT,
      )
    : null;
};

/** When to look again, days of use, what binds the author, a changed mind. */
export const readAboutJudging: ClauseReader = (clause) => {
  const tokens = clause.tokens;
  // `let me come back to it`: who looks again stands before it.
  const lead = longestAt(
    tokens,
    clause.from,
    phrasesOf('let me, i|we will|would|want|should|shall|must|plan|hope [to], to, worth'),
  );
  const again = longestAt(
    tokens,
    clause.from + lead,
    phrasesOf(
      'look|check|come|test|try again|back [to] [it|this] [again], revisit [it|this], return to it|this, recheck, re-test, have another look, no verdict|judgement|opinion, second look, follow up, another look, look at it again, hold off judgement|judging until',
    ),
  );
  if (again > 0) {
    const date = clause.line.dates.find(({ from, to }) => from >= clause.from && to <= clause.to);
    const text =
      clause
        .text(
          date ? (clause.text(date.to) ? date.to : clause.from + lead + again) : clause.from + lead + again,
        )
        .replace(/^(once|when|in|after|,|at|before) ?/i, (lead) => (/^(in|,|at)/i.test(lead) ? '' : lead))
        .replace(/^once /, '') || clause.text();
    return clause.interpretation(
      [assessment({ followUp: { text, ...(date && { date: date.future }) } }, clause)],
      whole(clause),
      1.4,
      KEPT,
    );
  }
  const bias = bestCue(
    tokens,
    clause.from,
    clause.to,
    cuesOf(
      'disclosure|disclosed|disclose|bias|biased|disclaimer; my brother|sister|cousin|friend|wife|husband|employer|colleague|daughter|son|uncle|aunt|neighbour works|packages|develops|contributes|maintains|is|paid; i work|contribute|donate|donated|package|maintain for|to|them',
    ),
  );
  if (
    bias &&
    (clause.scene.isAssessing || /^(full|disclosure|disclaimer|bias)$/.test(clause.low(clause.from)))
  ) {
    const text = clause
      .text()
      .replace(/^(full |just a )?(disclosure|disclaimer|bias|to disclose)[,: ]*/i, '');
    return clause.interpretation([assessment({ bias: text }, clause)], whole(clause), 1.2, KEPT);
  }
  const days = clause.line.amounts.find(
    ({ unit, from, to }) => /^(d|weeks|months)$/.test(unit ?? '') && from >= clause.from && to <= clause.to,
  );
  const use = bestCue(
    tokens,
    clause.from,
    clause.to,
    cuesOf('daily_use|use|using|used|lived|living|behind_me|daily_driver|driving|driven|daily'),
  );
  if (days && use && clause.scene.isAssessing) {
    const factor = days.unit === 'weeks' ? 7 : days.unit === 'months' ? 30 : 1;
    return clause.interpretation(
      [assessment({ daysOfUse: days.value * factor }, clause)],
      whole(clause),
      1.4,
      KEPT,
    );
  }
  const changed = longestAt(
    tokens,
    clause.from,
    phrasesOf(
      '[i] was wrong, [i] [have] changed my mind, i take back, i take it back, i used to think|say, revised my opinion|view|judgement, had it wrong, i have to correct myself, better than i thought|remembered',
    ),
  );
  if (changed > 0) {
    let from = clause.from + changed;
    while (
      from < clause.to &&
      /^(:|,|now|about|on|it|last|year|time|that|then|before|this|one|with|in)$/.test(clause.low(from))
    )
      from += 1;
    return clause.interpretation(
      [assessment({ changed: clause.text(from) || clause.text() }, clause)],
      whole(clause),
      1.4,
      KEPT,
    );
  }
  return null;
};

/** Readers of a judgement. */
export const ASSESSMENT_READERS: readonly ClauseReader[] = [
  readOpinion,
  readPoints,
  readSuits,
  readScore,
  readRank,
  readAlternative,
  readOnPoint,
  readMust,
  readAboutJudging,
];
