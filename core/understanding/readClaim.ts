/** A clause read as what somebody claims, with the verdict that stands behind it. */
import { findFactKey } from '../catalogue/factSheet.ts';
import type { Claim } from '../catalogue/claim.ts';
import { KEPT, range, whole, type Clause, type ClauseReader } from './clause.ts';
import { bestCue, cuesOf, type Cue } from './cues.ts';
import type { Meaning } from './meaning.ts';
import { isNegation } from './line.ts';
import { longestAt, phrasesOf } from './phrases.ts';

const CLAIM_START = phrasesOf(`
[it|they|site|the|project|website|page|readme|handbook|vendor|makers|developers] [site|project|page|makers|team|people|website] says|say|claims|claim|promises|promise|boasts|boast|advertises|advertise|state|states|insists|insist [that] [it] [is|to] [be], advertised as, supposed to [be], supposedly, said to [be], claimed to [be], according to, allegedly, marketed as, touted as, billed as, sold as, hailed as, praised as, praise|praises|hail|hails * as, it is said * , rumour|word has it [that], bills itself [as], speak|speaks|talk|talks of, writes|write|wrote that, boasted|bragged|brags|brag [that|of|about], announces|announce, promised|promising, calls itself, describes itself as, call it, promised [to] [be], claims to [be], claim to [be], prides itself on
`);
const VERDICTS: readonly (readonly [Claim['verdict'], readonly Cue[]])[] = [
  [
    'cannotBeChecked',
    cuesOf(
      'no_way check|verify|tell|know; can_not|could_not check|verify|tell|prove|confirm; impossible check|verify|prove; uncheckable|unverifiable; hard check|verify|prove',
    ),
  ],
  [
    'unchecked',
    cuesOf(
      'caution|salt|sceptical|skeptical|doubt|doubts|wonder; not|never|have_not|did_not measured|checked|tested|verified|tried|check|measure|verify|test|benchmark|tell; unchecked|unverified|untested|unconfirmed; yet_to check|verify',
    ),
  ],
  [
    'partly',
    cuesOf(
      'half|partly|partially|mostly|somewhat|part true|right|so|correct|story; half-true|half_true|half-truth; only_half|partly|in_part|sort_of|up_to_a_point|more_or_less; true|holds|right only|mostly|except|but',
    ),
  ],
  [
    'refuted',
    cuesOf(
      'yet|but|though|however found|find|counted|count|saw|got|measured|only|crashed|crashes|failed|fails; not|untrue|false|wrong|nonsense|rubbish true|so|right|case|correct|here|it|at_all|does|;  untrue|false|wrong|nonsense|rubbish|nope|refuted; does_not|did_not|is_not|it_is_not|not_so|never; but|really|actually not|no|only|pinned',
    ),
  ],
  [
    'confirmed',
    cuesOf(
      'and_it_does|and_it_is|it_does|it_did|it_is|indeed|confirmed|checks_out|holds_up|holds|true|correct|does_too|and_does|they_do|can_confirm|sure_enough|right|rightly|proved',
    ),
  ],
];

/** `says it's the fastest of its kind`, `supposed to run in 2 gigs of ram, and it does`, `"a third less memory than skerrow", not measured`. */
export const readClaim: ClauseReader = (clause) => {
  const start = claimStart(clause);
  const isQuoted = clause.tokens[clause.from]?.text === '"' || clause.tokens[clause.from]?.text === '“';
  if (start === null && !isQuoted) return null;
  // How many desktops somebody claims has a fact of its own.
  if (/\b\d+ desktops?\b/i.test(clause.text())) return null;
  const from = start ?? clause.from;
  const tail = verdictTail(clause, from);
  if (isQuoted && start === null && !tail) return null;
  const to = tail?.at ?? clause.to;
  const wording = clause
    .text(from, to)
    .replace(/^(it|that) (is|has|does) /i, '')
    .replace(/^["“]|["”]$/g, '');
  if (!wording) return null;
  const against = clause.mentions
    .filter(({ role, from: at }) => at >= from && (role === 'other' || role === 'base'))
    .map(({ id }) => id);
  const meaning: Meaning = {
    kind: 'claim',
    wording,
    verdict: tail?.verdict ?? 'unchecked',
    ...modelClaimed(wording),
    ...claimant(clause, from),
    ...(against.length > 0 && { against }),
  };
  return clause.interpretation([meaning], whole(clause), 1.5 + (tail ? 0.7 : 0), KEPT);
};

/** Somebody who claims, or a word before one: no file, no base, no part of the system says what a project claims. */
const isClaimant = (clause: Clause, at: number) =>
  clause.weightOf(at) === 0 ||
  clause.mentions.some(
    ({ from, to, role }) => at >= from && at < to && (role === 'self' || role === 'own'),
  ) ||
  /^(site|website|page|homepage|readme|handbook|notes|release|front|blog|announcement|vendor|makers?|developers?|maintainers?|project|team|people|author|founder|directory|reviewers?|magazine|newspaper|paper|forum|post|somebody|someone|users?|readers?|article|rumou?r|word|its|their|proudly|loudly|boldly|even|advert|advertisement|brochure|download|welcome|title|slogan)$/.test(
    clause.low(at),
  );

/** Who says it, where that is not the project: a directory, a paper, somebody in a forum. */
function claimant(clause: Clause, from: number): { readonly by?: string } {
  const at = clause
    .indexes()
    .find(
      (each) =>
        each < from &&
        /^(directory|reviewer|reviewers|magazine|newspaper|paper|blog|blogger|forum|post|user|users|somebody|someone|reader|readers|youtuber|article|competitor|colleague)$/.test(
          clause.low(each),
        ),
    );
  return at === undefined ? {} : { by: clause.text(at, at + 1) };
}

function modelClaimed(wording: string) {
  const model = /^(rolling|long-term|lts|interim|fixed)\b/i.exec(wording)?.[1].toLowerCase();
  return model ? { fact: findFactKey('model.kind')!, value: model === 'lts' ? 'long-term' : model } : {};
}

function claimStart(clause: Clause): number | null {
  for (let at = clause.from; at < Math.min(clause.to, clause.from + 6); at++) {
    if (isNegation(clause.tokens[at])) return null;
    const length = longestAt(clause.tokens, at, CLAIM_START);
    if (length > 0 && clause.to > at + length) {
      if (!range(clause.from, at).every((each) => isClaimant(clause, each))) return null;
      let from = at + length;
      while (
        from < clause.to &&
        /^(that|,|:|it|is|to|be)$/.test(clause.low(from)) &&
        !/^["“]$/.test(clause.tokens[from].text)
      )
        from += 1;
      return from < clause.to ? from : null;
    }
  }
  return null;
}

function verdictTail(
  clause: Clause,
  from: number,
): { readonly verdict: Claim['verdict']; readonly at: number } | null {
  for (let at = from + 1; at < clause.to; at++) {
    if (clause.tokens[at].quote > 0 || !/^(,|;|\(|-|–|—|but|and|which|\.)$/.test(clause.low(at))) continue;
    for (const [verdict, cues] of VERDICTS)
      if (bestCue(clause.tokens, at, clause.to, cues)) return { verdict, at };
  }
  return null;
}
