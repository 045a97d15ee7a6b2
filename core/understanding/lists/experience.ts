/** Lists of what worked and what did not, of channels, of what was not tried and when things came. */
import type { Element } from '../../catalogue/factValue.ts';
import { range } from '../clause.ts';
import { FILLERS } from '../lexicon/common.ts';
import { isNegation } from '../line.ts';
import { itemsIn } from '../readList.ts';
import { type ElementReader, stateIn } from './shared.ts';

const HOW = [
  [
    /^(once|immediately|flawlessly|fine|works|worked|work|recognized|recognised|detected|ok|supported|instantly|perfectly|running)$/,
    'at once',
  ],
  [/^(hand|manually|driver|extra|needed|needs|tinkering)$/, 'by hand'],
  [/^(not|dead|fails|failed|never|no|nothing|unsupported|broken)$/, 'not'],
] as const;

/** `sleep worked at once, printer only by hand, fingerprint reader not at all`. */
export const readHardware: ElementReader = (clause, _isUsed) => {
  const elements: Element[] = [];
  let from = clause.from;
  for (let at = clause.from; at <= clause.to; at++) {
    if (
      at < clause.to &&
      !/^[,;]$/.test(clause.low(at)) &&
      !(clause.low(at) === 'and' && stateIn(clause, from, at, HOW))
    )
      continue;
    const how = ([2, 1, 0] as const)
      .map((i) => stateIn(clause, from, at, [HOW[i]]))
      .find((each) => each !== null);
    if (how) {
      const verb =
        range(from, at).find((each) =>
          /^(works?|worked|is|was|needs?|needed|not|only|did|does|at|recogni[sz]ed|detected|fails?|failed|dead|had|never|wants?|wanted|fine|runs?|ran|could|can|came|has|supported|ok|by)$/.test(
            clause.low(each),
          ),
        ) ?? how.at;
      const device = clause
        .text(from, verb)
        .replace(/^(the|my|a|its|only|both|and)\s+/i, '')
        .replace(/^(the|my|a|its)\s+/i, '');
      if (device)
        elements.push({
          slot: device,
          name:
            how.state === 'not' || how.state === 'by hand' || how.state === 'at once'
              ? how.state
              : clause.text(verb, at),
        });
    }
    from = at + 1;
  }
  return elements.length > 0 ? { elements, tokens: clause.indexes(), isPart: true } : null;
};

const CHANNEL =
  /^(forum|forums|chat|wiki|irc|list|phone|hotline|telephone|mail|tracker|bugtracker|matrix|room|newsgroup|channel|helpdesk|newsletter|number)$/;
const CHANNEL_STATES = [
  [/^(redirects?|redirected|bounces?|forwards?|leads)$/, 'redirects'],
  [/^(dead|down|gone|broken|closed|unreachable|offline|404|times_out|deserted|empty|rings)$/, 'dead'],
  [/^(outdated|stale|old|behind|obsolete|ancient)$/, 'outdated'],
  [
    /^(works?|active|busy|alive|answers?|answered|lively|helpful|fine|ok|quick|up|running|responsive)$/,
    'works',
  ],
] as const;

/** `forum works, chat is dead`. */
export const readChannels: ElementReader = (clause) => {
  const elements: Element[] = [];
  let from = clause.from;
  for (let at = clause.from; at <= clause.to; at++) {
    const isEnd =
      at === clause.to ||
      /^[,;]$/.test(clause.low(at)) ||
      (/^(and|but|while)$/.test(clause.low(at)) && stateIn(clause, from, at, CHANNEL_STATES) !== null);
    if (!isEnd) continue;
    const channel = range(from, at).filter((each) => CHANNEL.test(clause.low(each)));
    const state = stateIn(clause, from, at, CHANNEL_STATES);
    const isNo = range(from, at).some((each) => isNegation(clause.tokens[each]));
    if (channel.length > 0) {
      if (!state && !isNo) return null;
      const first = channel[0];
      const isAddress = /^(mail|phone|telephone)$/.test(clause.low(first));
      const start =
        /^(mailing|bug|chat|support|help|user|web)$/.test(clause.low(first - 1)) && first - 1 >= from
          ? first - 1
          : first;
      elements.push({
        slot: clause.text(
          start,
          isAddress ? first + 1 : channel.length > 1 && channel[1] === first + 1 ? first + 2 : first + 1,
        ),
        name: state?.state ?? 'dead',
      });
    } else if (elements.length === 0) return null;
    from = at + 1;
  }
  return elements.length > 0 ? { elements, tokens: clause.indexes(), isPart: true } : null;
};

/** `no bluetooth here so couldn't test that`: what, and why. */
export const readUntested: ElementReader = (clause) => {
  const taken = clause
    .indexes()
    .filter(
      (at) =>
        !FILLERS.has(clause.low(at)) &&
        !isNegation(clause.tokens[at]) &&
        clause.tokens[at].kind === 'word' &&
        !/^(test|tested|try|tried|check|checked|here|untested|able|unable|hardware)$/.test(clause.low(at)),
    );
  if (taken.length === 0) return null;
  let to = taken[0] + 1;
  while (taken.includes(to)) to += 1;
  return {
    elements: [{ slot: clause.text(taken[0], to), name: clause.text() }],
    tokens: clause.indexes(),
    isPart: true,
  };
};

/** What simply worked. */
export const readWorks: ElementReader = (clause, isUsed) => {
  const items = itemsIn(
    clause,
    (at) =>
      isUsed(at) ||
      /^(just|simply|worked|works|without|trouble|issues|problems|flawlessly|hitch|all|fine|i|tried|out|tested|it|went|of)$/.test(
        clause.low(at),
      ),
  );
  const isShort = items.every(
    ({ from, to }) =>
      to - from <= 3 &&
      !range(from, to).some((at) => clause.tokens[at].isPast || isNegation(clause.tokens[at])),
  );
  return items.length > 0 && isShort && !clause.negations.some((at) => clause.low(at) === 'not')
    ? { elements: items.map(({ text }) => ({ name: text })), tokens: clause.indexes(), isPart: true }
    : null;
};

/** `40 slipped 12 days`, `two weeks late`: the release, and how late. */
export const readDatesKept: ElementReader = (clause) => {
  const isOnTime = clause
    .indexes()
    .some((at) => /^(time|schedule|punctual|punctually|promised)$/.test(clause.low(at)));
  const own = clause.mentions.find(
    ({ kind, role }) => kind === 'release' && (role === 'self' || role === 'own'),
  );
  const amount = clause.line.amounts.find(
    ({ from, to, unit }) => from >= clause.from && to <= clause.to && unit,
  );
  const release = own ? clause.text(own.from, own.to) : clause.scene.looked.subject.replace(/^\w+:.*?-/, '');
  if (!amount && !isOnTime) return null;
  const name = amount ? clause.text(amount.from, clause.to) : clause.text(own?.to ?? clause.from);
  return name ? { elements: [{ slot: release, name }], tokens: clause.indexes(), isPart: true } : null;
};

/** `upd 14 aug: 52 packages, 310 mb`: the day, and what it was. */
export const readUpdates: ElementReader = (clause) => {
  const date = clause.line.dates.find(({ from, to }) => from >= clause.from && to <= clause.to);
  const amounts = clause.line.amounts.filter(({ from, to }) => date && from >= date.to && to <= clause.to);
  if (amounts.length === 0 || !date) return null;
  const last = amounts.at(-1)!;
  const end = /^(packages?|megs)$/.test(clause.low(last.to)) ? last.to + 1 : last.to;
  return {
    elements: [{ slot: date.past, name: clause.text(amounts[0].from, end) }],
    tokens: clause.indexes(),
    isPart: true,
  };
};
