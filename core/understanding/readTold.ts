/** A clause read as something that is told in words: a fault, a plan, an event, a question, a claim, steps, a change. */
import { findFactKey } from '../catalogue/factSheet.ts';
import { INTERROGATIVE } from './line.ts';
import { KEPT, range, rangeOf, whole, type ClauseReader } from './clause.ts';
import { bestCue, cuesOf } from './cues.ts';
import type { Meaning, Part } from './meaning.ts';
import { lengthAt, longestAt, phrasesOf } from './phrases.ts';

/** `it's dunmarrow's guide in new colours`, `their guide comes from dunmarrow`: whose it is. */
export const readGuideOwner: ClauseReader = (clause) => {
  const guide = clause.indexes().find((at) => /^(guide|welcome|greeter|wizard)$/.test(clause.low(at)));
  const mention = clause.mentions.find(
    ({ role, kind }) => (role === 'other' || role === 'base') && kind !== 'edition',
  );
  if (guide === undefined || !mention) return null;
  const isOwned = mention.to === guide && /'s?$/.test(clause.low(mention.to - 1));
  const isFrom = mention.from > guide && /^(from|of|by)$/.test(clause.low(mention.from - 1));
  if (!isOwned && !isFrom) return null;
  const used = new Map<number, Part>([
    [guide, 'fact'],
    ...rangeOf(mention).map((at): [number, Part] => [at, 'value']),
  ]);
  const text = clause.text(mention.from, mention.to).replace(/['’]s$/, '');
  return clause.interpretation(
    [
      {
        kind: 'fact',
        fact: findFactKey('welcome.owner')!,
        state: 'set',
        text: text[0].toUpperCase() + text.slice(1),
        ...clause.around,
      },
    ],
    used,
    1.5,
  );
};

const QUESTION_START = phrasesOf(`
must|should ask|check|see|try [them|him|her|somebody] [about] [whether|if|what|how|why|who|when|where], need to check|look|ask|find|learn|see [out] [whether|if|what|how|why|who|when|where], [i] [still] have|need|must|got to find|check|look|ask|learn|see|test [out] [whether|if|what|how|why|who|when|where], i ask * [whether|if|what|how|why|who|when|where], [i] would love to know, needs checking|asking|finding|looking [out|up|into], to find out, have to check, must check, to check, find out, should check, want to know, would like to know, i wonder, wonder, wondering, no idea, not sure whether|if|what|how|why|who|when|where, unclear whether|if|what|how|why|who|when|where, do not know|understand whether|if|what|how|why|who|when|where, have no clue|idea, open question, still open, question, remains to be seen, to be clarified, ask them, ask whether, check whether|if, curious whether|if|how|why, do i, is there a way, it is not clear whether|if|what|how|why|who|when, left to find out, unanswered, could not work out|see whether|if|why|what|how
`);

/** `does the guide still open once it's installed?`, `no idea what the button does`. */
export const readQuestion: ClauseReader = (clause) => {
  const last =
    clause.tokens[clause.to]?.text === '?' ? clause.tokens[clause.to] : clause.tokens[clause.to - 1];
  let from = clause.from;
  // `ask: does …?`, `? does …`: what stands before it only says that it is one.
  while (from < clause.to - 2 && /^(ask|question|q|\?|:|,|and|but|so)$/.test(clause.low(from))) from += 1;
  const isAsked = last?.text === '?' && INTERROGATIVE.test(clause.low(from));
  const length = isAsked ? 0 : longestAt(clause.tokens, from, QUESTION_START);
  if (!isAsked && length === 0) return null;
  if (length > 0) {
    from += length;
    // `wonder if`, `no idea what`: the question word belongs to the question.
    const lead = clause.low(from - 1);
    if (/^(whether|if|what|how|why|who|when|where)$/.test(lead)) from -= 1;
    while (from < clause.to && /^(:|,|is|-|about)$/.test(clause.low(from))) from += 1;
  }
  const text = clause.text(from, clause.to) || clause.text();
  const meaning: Meaning = {
    kind: 'question',
    text: text.replace(/\?$/, '').trim() + (isAsked ? '?' : ''),
    ...(clause.conditions && {}),
  };
  return clause.interpretation([meaning], whole(clause), isAsked ? 5 : 2, KEPT);
};

const PLANS = cuesOf(
  `
going_to|plans_to|planned_for|plan_to|intends_to|intend_to|hopes_to|scheduled_for|expected_in|expected_to|aims_to|about_to|set_to
next|upcoming|following|coming= !next_to !next_but release=|version=|edition=|image=|one
final due|expected|planned|scheduled|comes
planned|scheduled|announced|expected|due|foreseen|promised|coming=|slated|targeted for|in|by|to|at|on|\\d|end|early|mid|soon|next|oct|nov|dec|jan|feb|mar|apr|jun|jul|aug|sep|october|spring|autumn|summer|winter|later
will|may|might go|move|drop|switch|change|come|replace|get|become|follow|end|disappear|arrive|be|ship|support|remove|retire|have|land|leave|stop|adopt
i_expect|i_foresee|i_bet|expects
dropping=|removing=|adding=|moving=|switching=|leaving=|replacing=|retiring=|ending=|stopping= by|in|until|next|from|with|after
want=|wants=|hope=|hopes=|wish=|wishes=|would_like|dream|dreams|talk=|talks=|consider|considering|promise=|promised= to|for|of|about
roadmap|plan|plans|planned
`
    .trim()
    .split('\n')
    .join(';'),
);

/** `next release in october`, `25 is going to drop the old installer`, `the old boot loader may go in 2028, money permitting`. */
export const readPlan: ClauseReader = (clause) => {
  const cue = bestCue(clause.tokens, clause.from, clause.to, PLANS);
  if (!cue) return null;
  const date = clause.line.dates.find(({ from, to }) => from >= clause.from && to <= clause.to);
  const isModal = clause
    .indexes()
    .some(
      (at) =>
        (!(date && at >= date.from && at < date.to) &&
          /^(will|going|may|might|plans?|planned|planning|due|scheduled|expects?|expected|foresee|intends?|hopes?|upcoming|announced|promised|bet|slated)$/.test(
            clause.low(at),
          )) ||
        (clause.low(at) === 'next' &&
          /^(release|version|edition|image|point|major|year|month|spring|summer|autumn|winter|one)$/.test(
            clause.low(at + 1),
          )),
    );
  const isWish =
    date !== undefined &&
    clause
      .indexes()
      .some((at) =>
        /^(wants?|hopes?|wish(es)?|like|dreams?|talks?|consider(ing)?|promised?|dropping|removing|adding|moving|switching|leaving|replacing|retiring|ending|stopping)$/.test(
          clause.low(at),
        ),
      );
  if ((!isModal && !isWish) || clause.of('unknown', 'unchecked').length > 0) return null;
  const { from } = clause;
  let { to } = clause;
  if (date && date.to === clause.to) to = date.from;
  while (
    to > from &&
    /^(in|for|on|by|at|the|around|about|due|planned|expected|scheduled|is|,|until|end|of|out|comes|coming|announced)$/.test(
      clause.low(to - 1),
    )
  )
    to -= 1;
  if (to === from) to = date && date.from > from ? date.from : clause.to;
  const isVague = clause
    .indexes()
    .some((at) =>
      /^(may|might|could|maybe|perhaps|possibly|expect|guess|probably|permitting|hope|hopes|wish|wishes|dream|dreams|considering|like|if)$/.test(
        clause.low(at),
      ),
    );
  const start = lengthAt(clause.tokens, from, phrasesOf('expect|think|guess|bet|reckon [that]')[0]);
  const text = clause
    .text(
      date && date.to < clause.to ? clause.from : from + start,
      date && date.to < clause.to ? clause.to : to,
    )
    .replace(/^(it|to|the) /, '');
  const meaning: Meaning = {
    kind: 'plan',
    text: text || clause.text(),
    ...(date && { due: date.future }),
    ...(isVague && { isUnsure: true }),
  };
  return clause.interpretation([meaning], whole(clause), cue.weight * 0.6 + (date ? 0.7 : 0), KEPT);
};

const EVENTS = cuesOf(
  `
took=|taken=|stepped=|handed=|moved=|left=|quit=|joined=|founded=|hacked=|breached=|merged=|renamed=|bought=|acquired=|resigned=|died=|retired=|relaunched=|announced=|changed=|lost=|gained=|switched=|split=|dropped=|stopped=|closed=|opened=|burnt=|withdrew=|started=|ended=|shut= over|down|up|in|from|to|by|servers|lead|maintainer|founder|developer|board|name|sponsor|company|foundation|\\d|since|project|down|forum
was|were|went down|offline|unreachable|hacked|attacked|closed|lost|stolen
nothing_new|no_news|no_release|silence|quiet|no_commits|no_updates since|for|after
`
    .trim()
    .split('\n')
    .join(';'),
);

/** `a foundation took over in 2023`, `nothing new since march 2024`. */
export const readEvent: ClauseReader = (clause) => {
  const date = clause.line.dates.find(({ from, to }) => from >= clause.from && to <= clause.to);
  const cue = date && bestCue(clause.tokens, clause.from, clause.to, EVENTS);
  if (!cue) return null;
  const to =
    date.to === clause.to
      ? date.from - (/^(in|on|since|at|by|of)$/.test(clause.low(date.from - 1)) ? 1 : 0)
      : clause.to;
  const meaning: Meaning = {
    kind: 'event',
    text: clause.text(clause.from, to).replace(/^(a|an|the) /i, ''),
    happened: date.past,
    ...clause.around,
  };
  return clause.interpretation([meaning], whole(clause), cue.weight * 0.6 + 0.3, KEPT);
};

/** `first update goes refresh, update, restart, and only then open the guide`; `1 mirrors, 2 update, 3 reboot`. */
export const readProcedure: ClauseReader = (clause) => {
  const cue = bestCue(
    clause.tokens,
    clause.from,
    clause.to,
    cuesOf(
      'first_update|upgrade|first_boot|first_start|updating|upgrading|procedure|to_upgrade|to_update|setup steps|goes|is|:|then|do|order|needs|must; steps|procedure; first then; ->|→ ->|→|then',
    ),
  );
  if (!cue) return null;
  const colon = clause.indexes().find((at) => /^(:|goes|is|are|steps|means|works)$/.test(clause.low(at)));
  const start = colon !== undefined && colon - clause.from <= 5 ? colon + 1 : clause.from;
  const title =
    start > clause.from ? clause.text(clause.from, start - 1).replace(/ (steps|goes|order)$/, '') : 'Steps';
  const isProcedure = /update|upgrad|boot|start|install|step|procedure|setup|set up/i.test(title);
  const steps = clause
    .text(start)
    .split(/\s*(?:,|;|->|→|>|\band then\b|\bthen\b|\bafter that\b|\band finally\b|\bfinally\b)\s*/i)
    .map((each) =>
      each
        .replace(/^(and|only|first|then|\d+[.)]?|to)\s+/gi, '')
        .replace(/^(and|only|first|then|\d+[.)]?)\s+/gi, '')
        .trim(),
    )
    .filter((each) => !/^(and|only|first|then)$/i.test(each))
    .filter(Boolean);
  const isMarked = clause.indexes().some((at) => /^(then|->|→|steps|goes)$/.test(clause.low(at)));
  if (steps.length < 3 || !isMarked || !isProcedure || steps.some((each) => each.split(' ').length > 9))
    return null;
  return clause.interpretation(
    [{ kind: 'procedure', title, steps: steps.map((text) => ({ text })), ...clause.around }],
    whole(clause),
    1.6,
    KEPT,
  );
};

/** `services as in the base minus bluetooth plus a firewall`, `- print server`, `+ firewall`: of a list, what goes and what comes. */
export const readAddsDrops: ClauseReader = (clause) => {
  const fact = findFactKey('defaults.services')!;
  const cue = bestCue(
    clause.tokens,
    clause.from,
    clause.to,
    cuesOf('services|service|daemons|print_server|bluetooth|firewall'),
  );
  if (!cue) return null;
  const meanings: Meaning[] = [];
  const used = new Map<number, Part>(cue.tokens.map((at) => [at, 'fact']));
  for (const at of clause.indexes()) {
    const does = /^(\+|plus|adds|added)$/.test(clause.low(at))
      ? 'adds'
      : /^(-|–|minus|without|less|drops|except)$/.test(clause.low(at))
        ? 'drops'
        : null;
    if (!does) continue;
    let to = at + 1;
    while (to < clause.to && !/^(\+|-|–|plus|minus|,|;|but|and|without)$/.test(clause.low(to))) to += 1;
    const name = clause.text(at + 1, to).replace(/^(an?|the) /i, '');
    if (!name) continue;
    for (const each of range(at, to)) used.set(each, 'value');
    meanings.push({ kind: 'change', fact, does, ...(does === 'adds' ? { after: name } : { before: name }) });
  }
  if (meanings.length < 2) return null;
  for (const at of clause.same ?? []) used.set(at, 'state');
  for (const { from, to } of clause.of('same')) for (const at of rangeOf({ from, to })) used.set(at, 'state');
  for (const at of clause.indexes())
    if (clause.baseAt(at) > 0 || /^set$/.test(clause.low(at))) used.set(at, 'state');
  return clause.interpretation(meanings, used, cue.weight + 0.4 * meanings.length);
};
