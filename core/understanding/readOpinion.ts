/** A clause read as an opinion that is told in a whole sentence: whom it suits, what pleases or annoys, what would be tried instead. */
import { KEPT, whole, type Clause, type ClauseReader } from './clause.ts';
import type { AssessmentMeaning, Meaning } from './meaning.ts';
import { assessment } from './readAssessment.ts';

type Points = AssessmentMeaning['points'];
type Groups = Readonly<Record<string, string | undefined>>;

/** One way to say it: what it looks like, and what it says. The groups of a pattern are parts of the sentence as they were typed. */
interface Saying {
  readonly pattern: RegExp;
  readonly points: (groups: Groups, clause: Clause) => Points | null;
}

const I = String.raw`(?:i(?:'d|’d|'ll| would| could| can| might| will| shall)?(?: \w+ly)?)`;
const IT = String.raw`(?:it|this|this one|this system|the system|that)`;
const because = /[,;]? (?:because|since|as|for) (?=it|the|they|its|there|this|you|nothing|everything)/i;

const whoAndWhy = (text = '') => {
  const [who, why = ''] = text.split(because);
  return { name: clean(who), why: clean(why) };
};
const clean = (text: string | undefined) =>
  (text ?? '').replace(/^[\s,;:.–-]+|[\s,;:.!–-]+$/g, '').replace(/^(?:to|for|that|the|a|an) /i, '');
const suits = ({ who }: Groups): Points => ({ suits: [whoAndWhy(who)] });
const unsuited = ({ who, why }: Groups): Points => {
  const said = whoAndWhy(who);
  return { doesNotSuit: [{ name: said.name, why: clean(why) || said.why }] };
};

const SUITING: readonly Saying[] = [
  {
    pattern: new RegExp(
      `^${I} (?:not|never|hardly|hesitate to) ?(?:recommend|give|hand|suggest|install|pass|offer|put)(?: ${IT})?(?: on)? (?:to|for|on|in front of) (?<who>.+)$`,
      'i',
    ),
    points: unsuited,
  },
  {
    pattern: new RegExp(
      `^${I} (?:gladly |happily |readily )?(?:recommend|give|hand|suggest|install|pass|offer|lend|put)(?: ${IT})?(?: on| over)? (?:to|for|on|in front of) (?<who>.+?)(?: without .+| any ?time| gladly| at once)?$`,
      'i',
    ),
    points: suits,
  },
  {
    pattern: new RegExp(
      `^(?:for|to) (?<who>.+?),? ${IT}(?: is|'s|’s| would be| seems)(?: \\w+ly)? (?:the |a )?(?:wrong|bad|poor|worst|no|not the right|not a good|not for)(?: pick| choice| system| one| fit| use| good| thing)?(?<why>.*)$`,
      'i',
    ),
    points: unsuited,
  },
  {
    pattern: new RegExp(
      `^(?:for|to) (?<who>.+?),? ${IT}(?: is|'s|’s| would be| seems)(?: \\w+ly)? (?:the |a )?(?:right|good|fine|best|perfect|ideal|great)(?: pick| choice| system| one| fit| thing)?.*$`,
      'i',
    ),
    points: suits,
  },
  {
    pattern:
      /^(?:the |a )?(?:wrong|bad|poor|no good|not the right) (?:pick|choice|system|fit|place|tool) for (?<who>.+)$/i,
    points: unsuited,
  },
  {
    pattern:
      /^(?:the |a )?(?:right|good|fine|best|perfect|ideal|great|safe) (?:pick|choice|system|fit|place|tool) for (?<who>.+)$/i,
    points: suits,
  },
  {
    pattern:
      /^(?<who>.+?) (?:will|would|should|may|might) (?:be|feel|get) (?:happy|at home|well served|comfortable|fine|pleased)\b.*$/i,
    points: suits,
  },
  {
    pattern:
      /^(?<who>.+?) (?:will|would|should|may|might) (?:be|feel|get) (?:unhappy|lost|disappointed|frustrated|annoyed|bored)\b.*$/i,
    points: unsuited,
  },
  {
    pattern: /^(?<who>.+?) (?:should|had better|ought to) (?:stay|keep|steer) (?:away|clear|off)\b.*$/i,
    points: unsuited,
  },
  {
    pattern: /^(?:keep|stay|steer) (?:away|clear|off)(?: from it| of it)? if (?<who>.+)$/i,
    points: unsuited,
  },
];

const felt =
  (field: 'strengths' | 'weaknesses' | 'neutral') =>
  ({ what, rest }: Groups): Points | null => {
    const text = clean(what);
    const weight = /\b(?:decid|deal|show-?stopper|rules it out)/i.test(rest ?? '')
      ? { weight: 3 as const }
      : {};
    return text ? { [field]: [{ text, ...weight }] } : null;
  };
const REST = String.raw`(?<rest>(?:,| and| –| -) .*)?`;

const FELT: readonly Saying[] = [
  {
    pattern: new RegExp(
      `^what (?:annoys|annoyed|bothers|bothered|irritates|irritated|disturbs|disturbed|spoils|spoiled|puts|put)(?: me| us)?(?: off)?(?: most| a bit| a lot)? (?:is|was|are|were):? (?<what>[^,]+)${REST}$`,
      'i',
    ),
    points: felt('weaknesses'),
  },
  {
    pattern: new RegExp(
      `^what ${I} (?:don't like|do not like|dislike|hate|miss|disliked|hated|missed)(?: most)?(?: (?:is|was|are|were):?|:) (?<what>[^,]+)${REST}$`,
      'i',
    ),
    points: felt('weaknesses'),
  },
  {
    pattern: new RegExp(
      `^what (?:pleases|pleased|delights|delighted|impresses|impressed|convinces|convinced)(?: me| us)?(?: most)? (?:is|was|are|were):? (?<what>[^,]+)${REST}$`,
      'i',
    ),
    points: felt('strengths'),
  },
  {
    pattern: new RegExp(
      `^what ${I} (?:like|love|enjoy|liked|loved|enjoyed|appreciate)(?: most)?(?: (?:is|was|are|were):?|:) (?<what>[^,]+)${REST}$`,
      'i',
    ),
    points: felt('strengths'),
  },
  {
    pattern: new RegExp(
      `^(?<what>.+?) (?:is|are|was|were) (?:a |an )?(?:real |true |sheer |great )?(?:joy|delight|pleasure|treat|highlight|godsend|blessing)\\b${REST}$`,
      'i',
    ),
    points: felt('strengths'),
  },
  {
    pattern: new RegExp(
      `^(?<what>.+?) (?:is|are|was|were) (?:a |an )?(?:real |true |sheer |great )?(?:pain|nuisance|disaster|mess|letdown|disappointment|eyesore)\\b${REST}$`,
      'i',
    ),
    points: felt('weaknesses'),
  },
  {
    pattern:
      /^(?<what>.+?) (?:leaves? me (?:cold|unmoved|indifferent)|is neither here nor there|does not matter to me|i could take or leave|neither (?:helps|pleases|hurts) nor \w+)(?<rest>.*)$/i,
    points: felt('neutral'),
  },
];

const NEUTRAL: Saying = {
  pattern:
    /^(?:i have |i've )?(?:no (?:strong )?(?:feelings|opinion|view)s?|mixed feelings) (?:about|on|of) (?<what>.+)$/i,
  points: felt('neutral'),
};

const OTHERS: readonly Saying[] = [
  {
    pattern:
      /^(?:rather|instead) (?:than|of) (?:it|this|this one|that)(?:,| i would|,? i'd)? (?:try|take|use|choose|pick|get|look at|consider) .+$/i,
    points: (_groups, clause) => instead(clause),
  },
  {
    pattern:
      /^(?:try|take|use|choose|pick|get|look at|consider|better) .+ (?:instead|when|if|for|where)\b.*$/i,
    points: (_groups, clause) => instead(clause),
  },
  {
    pattern:
      /^(?:full |just a )?(?:disclosure|disclaimer|i (?:should |must |have to |may )?(?:admit|confess|disclose|add)(?: that)?)[:,]? ?(?<text>.*\b(?:maintainers?|authors?|developers?|founders?|team|friends?|paid|donat\w+|work\w*|colleague|employ\w+|brother|sister|cousin)\b.*)$/i,
    points: ({ text }) => ({ bias: clean(text) }),
  },
  {
    pattern:
      /^(?<text>(?:i|we)(?: once| have| used to| still)* (?:know|knew|met|work|worked|drank|dined|share|shared|write|wrote|package|translate|am friends|are friends)\b.*\b(?:maintainers?|authors?|developers?|founders?|team|project)\b.*)$/i,
    points: ({ text }) => ({ bias: clean(text) }),
  },
  {
    pattern:
      /^(?:my|our) (?:opinion|mind|view|judge?ment|verdict|impression) (?:has |have )?(?:turned|changed|shifted|softened|hardened|improved)(?:[^:,]*)[:,] ?(?<text>.+)$/i,
    points: ({ text }) => ({ changed: clean(text) }),
  },
  {
    pattern:
      /^without (?<text>.+?),? (?:it|this)(?: would|'d) (?:be|have been|get) (?:out of the question|no option|useless|out|nothing|rejected|a no)\b.*?(?<met>(?:but|and|luckily|it|they) .*)?$/i,
    points: ({ text, met = '' }) => ({
      mustHaves: [{ text: clean(text), met: metBy(met) }],
    }),
  },
];

const metBy = (tail: string): 'yes' | 'no' | 'not known' =>
  /\b(?:not|no|lacks|missing|n't)\b/i.test(tail)
    ? 'no'
    : /\b(?:has|have|is|are|does|do|there|works)\b/i.test(tail)
      ? 'yes'
      : 'not known';

/** What is to be tried instead, and for whom. */
function instead(clause: Clause): Points | null {
  const mention = clause.mentions.find(
    ({ role, kind }) => role === 'other' || (role === 'base' && kind !== 'edition'),
  );
  if (!mention) return null;
  const name = clause.text(mention.from, mention.to);
  const why = clean(clause.text(mention.to).replace(/^,? ?(?:instead|when|if|for|where)\b/i, ''));
  return { alternatives: [{ name, id: mention.id as `release:${string}`, why }] };
}

/** `i would hand it to anybody new`, `what annoys me is the search`, `without X it would be out`. */
export const readOpinion: ClauseReader = (clause) => {
  if (!clause.scene.isAssessing) return null;
  const text = clause
    .text()
    .replace(/\bwouldn['’]t\b/i, 'would not')
    .replace(/’/g, "'");
  for (const { pattern, points } of [...SUITING, ...FELT, NEUTRAL, ...OTHERS]) {
    const match = pattern.exec(text);
    const said = match && points(match.groups ?? {}, clause);
    if (!said) continue;
    const meaning: Meaning = assessment(said, clause);
    return clause.interpretation([meaning], whole(clause), 1.9, KEPT);
  }
  return null;
};
