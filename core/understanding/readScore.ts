/** A clause read as a score, a place in a ranking, a comparison on one point, or what to try instead. */
import { KEPT, range, whole, type Clause, type ClauseReader } from './clause.ts';
import { amountAt } from './amounts.ts';
import { nameOf } from '../lineage/names.ts';
import { releasesOf } from '../lineage/releases.ts';
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
    // Behind one score out of ten the next needs no “of ten”.
    const isBare =
      !share &&
      amount?.unit === undefined &&
      amount !== null &&
      (total !== undefined || criteria.length > 0) &&
      amount.value <= 10 &&
      at > from;
    const split =
      !share && amount && clause.low(amount.to) === '/' && clause.low(amount.to + 1) === '10'
        ? amount.to + 2
        : end || (isBare ? amount.to : 0);
    if (!split) continue;
    const [least, most] = share
      ? [Number(share[1]), Number(share[1])]
      : [amount!.least ?? amount!.value, amount!.most ?? amount!.value];
    if (most > 10) continue;
    const name = clause
      .text(from, at)
      .replace(/^(and|,|;|for|the|overall|its) ?/i, '')
      .replace(/[:,]$/, '')
      .replace(
        / (gets|deserves|earns|scores|is worth|merits|has|receives|merely|only|just|barely|a|an)(?= |$)/gi,
        '',
      )
      .trim();
    const isTotal =
      /^$|^(deserves|gets|earns|scores)$|\b(give|overall|all|total|score|verdict|rating|would|between|somewhere|rate|sum|mark|it|lands)\b/i.test(
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
  const amongAt = clause.indexes().find((each) => /^(among|of|out)$/.test(clause.low(each)));
  const isAmong = at !== undefined && amongAt !== undefined && amongAt < at;
  if (at === undefined || (!isAmong && !/^(of|out|among|in|best|place)$/.test(clause.low(at + 1))))
    return null;
  const place = ORDINALS.indexOf(clause.low(at)) + 1 || Number.parseInt(clause.low(at), 10);
  const amount = clause.line.amounts.find(
    ({ from }) => from > (isAmong ? amongAt : at) && from < clause.to && from !== at,
  );
  if (!amount || !amount.isExact || amount.unit || amount.value < place) return null;
  const among = clause
    .text(amount.to, isAmong ? at : clause.to)
    .replace(/ (which|i have|i've|that|we|i)\b.*$/i, '')
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
  /^(better|worse|best|worst|ahead|behind|superior|inferior|equal|even|level|alike|less|more|fewer|\w{3,}(?:er|ier))$/;
const NO_COMPARE =
  /^(other|either|rather|whether|never|ever|over|under|after|later|another|together|however|newer|older|number|user|users|printer|driver|server|browser|player|manager|installer|folder|computer|paper|letter|order|further|former|outer|inner|upper|lower|per|helper|greeter|viewer|loader|mirror|twitter|matter|remember|consider)$/;
const isComparing = (low: string) => COMPARE.test(low) && !NO_COMPARE.test(low);

/** Of whom the other one is better: said the other way round. */
const TURNED: Readonly<Record<string, string>> = {
  better: 'worse',
  worse: 'better',
  faster: 'slower',
  slower: 'faster',
  best: 'worse',
  ahead: 'behind',
  behind: 'ahead',
  superior: 'inferior',
  inferior: 'superior',
  more: 'less',
  less: 'more',
};
/** What a word compares where no point is named: `looks nicer`, `is faster`. */
const POINT_OF: readonly (readonly [RegExp, string])[] = [
  [/^(faster|slower|quicker|brisker|snappier|zippier)$/, 'speed'],
  [/^(nicer|prettier|uglier|smarter|handsomer)$/, 'looks'],
  [/^(lighter|heavier|leaner)$/, 'weight'],
];

/** `kettlewick is the better one on packages`, `best guide of any i've tried`, `less memory than X, yet even on speed`. */
export const readOnPoint: ClauseReader = (clause) => {
  if (!clause.scene.isAssessing) return null;
  const others = clause.mentions.filter(({ role }) => role === 'other' || role === 'base' || role === 'own');
  const cuts = clause.indexes().filter((at) => /^(,|;|yet|but|while|whereas)$/.test(clause.low(at)));
  const segments = [clause.from - 1, ...cuts].map((at, i) => ({ from: at + 1, to: cuts[i] ?? clause.to }));
  const against = others.map((other) => nameInFull(clause, other));
  const points = segments
    .filter(({ from, to }) => to > from)
    .map(({ from, to }) => onPoint(clause, from, to, others[0]));
  if (points.length === 0 || points.some((each) => each === null)) return null;
  const isBest = points.length === 1 && /^(best|worst)$/.test(points[0]!.word) && others.length === 0;
  if (others.length === 0 && !isBest) return null;
  return clause.interpretation(
    [assessment({ onPoint: points.map((each) => ({ ...each!, against })) }, clause)],
    whole(clause),
    1.2 + 0.6 * (points.length - 1),
    KEPT,
  );
};

/** One comparison: on what, and how. */
function onPoint(
  clause: Clause,
  first: number,
  last: number,
  other: Clause['mentions'][number] | undefined,
): { readonly point: string; readonly word: string } | null {
  const at = range(first, last).find((each) => isComparing(clause.low(each)));
  if (at === undefined) return null;
  const said = clause.low(at);
  const isTheirs = other !== undefined && other.from >= first && other.from < at;
  const word = isTheirs ? (TURNED[said] ?? said) : said;
  if (/^(best|worst)$/.test(said) && !other) {
    let to = at + 1;
    while (to < last && !/^(of|in|i|so|among|that|ever|by|anywhere|on)$/.test(clause.low(to))) to += 1;
    const point = clause.text(at + 1, to);
    return point ? { point, word } : null;
  }
  if (/^(less|more|fewer)$/.test(said)) {
    const point = clause.text(at + 1, last).replace(/ (than|compared) .*$/, '');
    if (point && point.split(' ').length <= 3) return { point, word };
  }
  const on = range(first, last).find(
    (each) =>
      each !== at &&
      /^(on|in|at|for|with|as|when|concerning|regarding)$/.test(clause.low(each)) &&
      !clause.mentions.some(({ from }) => from === each + 1),
  );
  const before = clause
    .text(first, at)
    .replace(
      /,? ?\b(?:i|we) (?:find|found|think|hold|consider|call|would say|deem)(?: that)?(?: (?:it|this|this one))?.*$/i,
      '',
    )
    .replace(/^(?:the|its|and|it|this) /i, '')
    .replace(/ (?:is|are|was|were|the|a|it|they)$/i, '')
    .replace(/ (?:is|are|was|were|the|a|it|they)$/i, '');
  const isName = (text: string) => clause.mentions.some(({ from, to }) => clause.text(from, to) === text);
  const named =
    on !== undefined
      ? clause
          .text(on + 1, on < at ? at : last)
          .replace(/ (?:than .*|(?:they|it|both|these) .*|(?:is|are))$/, '')
      : before;
  const fallback = POINT_OF.find(([pattern]) => pattern.test(said))?.[1];
  const point =
    named && !isName(named) && !/^(?:it|this|is|looks|feels|seems)$/i.test(named) ? named : fallback;
  return point ? { point, word } : null;
}

/** A project by the one release of it that is known; else as it was typed. */
function nameInFull(clause: Clause, { id, kind, from, to }: Clause['mentions'][number]): string {
  const { catalogue } = clause.scene;
  const releases = kind === 'distribution' ? releasesOf(catalogue, id) : [];
  return releases.length === 1 ? nameOf(catalogue, releases[0].id) : clause.text(from, to);
}
