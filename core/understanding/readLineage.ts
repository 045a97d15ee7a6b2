/** A clause read as a link, a release, an edition or another name of a project. */
import { recordOf } from '../catalogue/catalogue.ts';
import type { Edition } from '../catalogue/edition.ts';
import type { Relation } from '../catalogue/relations.ts';
import { soundsAlike } from '../sameness/sound.ts';
import { range, rangeOf, type Clause, type ClauseReader } from './clause.ts';
import { bestCue, cuesOf, type Cue } from './cues.ts';
import type { About, Interpretation, Meaning, Part } from './meaning.ts';
import type { Mention } from './mentions.ts';
import { namesIn } from './names.ts';

const RELATION_CUES: readonly (readonly [Relation, readonly Cue[]])[] = [
  [
    'forked from',
    cuesOf(
      'forked|forks|fork|split|splintered|branched|diverged off|from|of|away; fork_of|hard_fork; forked|split_off',
    ),
  ],
  [
    'continues',
    cuesOf(
      'successor|continuation|heir|follow-up|rebirth|revival to|of|; continues|continued|succeeds|revives|revived|resurrected; gave|stopped|died|closed|folded up|in|down|continued|continue|on; took|takes|taking|picks|carries over|up|on from|where|of !foundation|company',
    ),
  ],
  [
    'rebuilds',
    cuesOf(
      'rebuild|rebuilds|rebuilt|recompiled|recompiles|recompile of|from|sources|everything|packages; rebuild_of|rebuilds',
    ),
  ],
  [
    'copies',
    cuesOf(
      'copies|copied|mirrors|imports|syncs|synced|snapshot|snapshots|freezes packages|repositories|archive|from|of !mirror; copies_from|copied_from|imports_from',
    ),
  ],
  [
    'flavour of',
    cuesOf(
      'official|endorsed flavour|flavor|spin|variant|edition|derivative|remix; flavour|flavor|spin|remix of',
    ),
  ],
  [
    'draws on',
    cuesOf(
      'learned|learnt|copied_the_idea|looked from|at|up; idea|ideas|inspiration|inspired|concept|philosophy from|by|of; inspired|modelled|modeled by|on|after; draws_on|influenced_by',
    ),
  ],
  [
    'borrows',
    cuesOf(
      'borrows|borrowed|borrow|lifts|lifted|taken_over|adopted|adopts from|of|out; takes|took|taken|uses|used|reuses|has|got|gets|comes|inherits installer|theme|themes|desktop|package_manager|guide|tool|tools|icons|artwork|kernel|wallpapers|settings|welcome|backup|control from|of',
    ),
  ],
  [
    'installs from',
    cuesOf(
      'based|built|builds|build|sits|rests|sitting|derived|derives|derivative|stands|basis|underneath on|upon|from|of|is|at|underneath; based_on|built_on|built_upon|derived_from|derivative_of|sits_on|on_top_of|builds_on; pulls|installs|draws packages|straight|directly|everything|from; underneath|beneath|under_the_hood|at_heart|at_its_core|base_is|foundation_is|spin_of|remaster_of|respin_of',
    ),
  ],
];

const PARTS =
  /^(installer|theme|themes|desktop|guide|tool|tools|icons?|artwork|kernel|wallpapers?|settings|welcome|package|manager|centre|center|control|updater|backup|fonts?|login|scripts?|look|build|system)$/;

/** True where a comma stands between a place and all of some others. */
const isParted = (clause: Clause, at: number, others: readonly number[]): boolean =>
  others.every((each) =>
    range(Math.min(at, each), Math.max(at, each)).some((between) => /^[,;]$/.test(clause.low(between))),
  );

/** Whom a mention means: with a version that is not known, by its name. */
function aboutMention(clause: Clause, mention: Mention): About {
  return mention.version ? { name: clause.text(mention.from, mention.to) } : { id: mention.id };
}

/** `based on skerrow`, `forked off lowmarsh in 2019`, `takes its installer from wexcombe`. */
export const readLink: ClauseReader = (clause) => {
  const isAnyDenied =
    clause.negations.length > 0 &&
    !clause.indexes().some((at) => /^(code|longer|packages)$/.test(clause.low(at)));
  for (const [relation, cues] of RELATION_CUES) {
    const cue = bestCue(clause.tokens, clause.from, clause.to, cues);
    if (!cue || (isAnyDenied && clause.negations.some((at) => !isParted(clause, at, cue.tokens)))) continue;
    const others = clause.mentions.filter(({ role }) => role === 'other' || role === 'base');
    const cueEnd = Math.max(...cue.tokens);
    const mention =
      others.find(({ from }) => from > cueEnd) ??
      (relation === 'borrows' || relation === 'flavour of'
        ? others[0]
        : others.find(({ from }) => from >= Math.min(...cue.tokens)));
    const unknown = mention
      ? undefined
      : namesIn(clause, (at) => cue.tokens.includes(at)).find(
          (name) =>
            name.from > cueEnd &&
            name.from - cueEnd <= 3 &&
            name.likeness >= 1 &&
            name.to - name.from <= 3 &&
            !clause.tokens[name.from].isOrdinary &&
            /^(on|upon|from|of|off|to|the|by|after)$/.test(clause.low(name.from - 1)),
        );
    if (!mention && !unknown) continue;
    const used = new Map<number, Part>(cue.tokens.map((at) => [at, 'kind']));
    for (const at of rangeOf(mention ?? unknown!)) used.set(at, 'subject');
    const dates = datesAround(clause, used);
    const base: About = mention ? aboutMention(clause, mention) : { name: unknown!.text };
    const parts = relation === 'borrows' ? partsIn(clause, used) : undefined;
    if (relation === 'borrows' && parts?.length === 0) continue;
    const own = clause.mentions.find(({ kind, role }) => kind === 'edition' && role !== 'other');
    const word = clause.indexes().find((at) => clause.low(at) === 'edition');
    const ofEdition =
      own && relation === 'installs from'
        ? clause.text(own.from, own.to)
        : word !== undefined && word > clause.from && relation === 'installs from'
          ? clause.text(word - 1, word)
          : undefined;
    if (own) for (const at of rangeOf(own)) used.set(at, 'subject');
    if (ofEdition && word !== undefined) for (const at of [word, word - 1]) used.set(at, 'subject');
    for (const at of clause.indexes())
      if (/^(instead|packages|now|currently|directly|straight)$/.test(clause.low(at))) used.set(at, 'kind');
    const link: Meaning = {
      kind: 'link',
      relation,
      base,
      ...dates,
      ...(parts && { parts }),
      ...(ofEdition && { ofEdition }),
      ...clause.around,
    };
    const edition: Meaning[] = ofEdition && !own ? [{ kind: 'edition', name: ofEdition }] : [];
    if (relation === 'draws on') for (const at of clause.indexes()) if (!used.has(at)) used.set(at, 'remark');
    return clause.interpretation([...edition, link], used, cue.weight + 0.4);
  }
  return readMoved(clause) ?? readOnBase(clause);
};

/** `moved from lowmarsh to skerrow in 2022`: what it stood on until then, and what since. */
function readMoved(clause: Clause): Interpretation | null {
  const verb = clause
    .indexes()
    .find((at) => /^(moved|switched|changed|migrated|went|rebased|left|jumped)$/.test(clause.low(at)));
  if (verb === undefined) return null;
  const baseBehind = (words: RegExp) => {
    const at = clause.indexes().find((each) => each >= verb && words.test(clause.low(each)));
    if (at === undefined) return null;
    const mention = clause.mentions.find(
      ({ from, role }) => from === at + 1 && (role === 'other' || role === 'base'),
    );
    if (mention) return { from: mention.from, to: mention.to, about: aboutMention(clause, mention) };
    const name = namesIn(clause, (each) => each <= at).find(({ from }) => from === at + 1);
    const isStrange = name && !clause.tokens[name.from].isOrdinary;
    return isStrange
      ? { from: name.from, to: name.from + 1, about: { name: clause.text(name.from, name.from + 1) } }
      : null;
  };
  const isLeft = clause.low(verb) === 'left';
  const [before, after] = [
    baseBehind(isLeft ? /^left$/ : /^from$/),
    baseBehind(isLeft ? /^for$/ : /^(to|over|onto)$/),
  ];
  if (!before || !after) return null;
  const used = new Map<number, Part>([
    [verb, 'kind'],
    [before.from - 1, 'kind'],
    [after.from - 1, 'kind'],
    ...[...rangeOf(before), ...rangeOf(after)].map((at): [number, Part] => [at, 'subject']),
  ]);
  const { since } = datesAround(clause, used);
  const link = { kind: 'link' as const, relation: 'installs from' as const };
  return clause.interpretation(
    [
      { ...link, base: before.about, ...(since && { until: since }), ...clause.around },
      { ...link, base: after.about, ...(since && { since }), ...clause.around },
    ],
    used,
    1.6,
  );
}

/** `was on brackenfold until march 2025`, `on skerrow since`: where a project stood, in so many words. */
function readOnBase(clause: Clause): Interpretation | null {
  const mention = clause.mentions.find(
    ({ role, kind, from }) =>
      (role === 'other' || role === 'base') && kind !== 'edition' && clause.low(from - 1) === 'on',
  );
  if (!mention) return null;
  const used = new Map<number, Part>([
    [mention.from - 1, 'kind'],
    ...rangeOf(mention).map((at): [number, Part] => [at, 'subject']),
  ]);
  const dates = datesAround(clause, used);
  const time = clause
    .indexes()
    .filter((at) => /^(since|until|till|now|today|before|formerly|then|instead)$/.test(clause.low(at)));
  if (Object.keys(dates).length === 0 && time.length === 0) return null;
  for (const at of time) used.set(at, 'kind');
  const before = clause.line.dates.filter(({ to }) => to <= clause.from).at(-1);
  const isSince = time.some((at) => clause.low(at) === 'since') && !dates.since && !dates.until;
  const link: Meaning = {
    kind: 'link',
    relation: 'installs from',
    base: aboutMention(clause, mention),
    ...dates,
    ...(isSince && before && { since: before.past }),
    ...clause.around,
  };
  const read = clause.interpretation([link], used, 0.9);
  return read.loss > 0.5 ? null : read;
}

function partsIn(clause: Clause, used: Map<number, Part>): string[] {
  const parts: string[] = [];
  for (let at = clause.from; at < clause.to; at++) {
    if (!PARTS.test(clause.low(at))) continue;
    let to = at;
    while (PARTS.test(clause.low(to)) && to < clause.to) to += 1;
    parts.push(clause.text(at, to));
    for (const each of range(at, to)) used.set(each, 'value');
    at = to;
  }
  return parts;
}

/** `since 2019`, `in 2019`, `until march 2025`. */
function datesAround(clause: Clause, used: Map<number, Part>) {
  const found: { since?: string; until?: string } = {};
  for (const date of clause.line.dates.filter(({ from, to }) => from >= clause.from && to <= clause.to)) {
    const before = clause.low(date.from - 1);
    if (rangeOf(date).some((at) => used.has(at))) continue;
    if (/^(until|till|to)$/.test(before)) found.until = date.past;
    else found.since = date.past;
    for (const at of [date.from - 1, ...rangeOf(date)])
      if (at >= clause.from && !used.has(at)) used.set(at, 'value');
  }
  return found;
}

const STANDINGS: readonly (readonly [Edition['standing'], readonly Cue[]])[] = [
  ['minimal', cuesOf('minimal|bare-bones|stripped-down|barebones|smallest one|edition|is|variant|the')],
  [
    'community',
    cuesOf(
      'community|volunteers edition|spin|flavour|variant|one|made|done|maintained|kept|run|looked|built|by|cared; unofficial|inofficial|semi-official; official not|no',
    ),
  ],
  ['official', cuesOf('official edition|spin|flavour|variant|one|it|is !not|no')],
];

/** `Server edition`: an edition by a name that is not known yet. */
function unknownEdition(clause: Clause): { readonly from: number; readonly to: number } | undefined {
  const at = clause
    .indexes()
    .find(
      (each) =>
        each > clause.from &&
        /^(edition|spin|flavour|flavor|variant)$/.test(clause.low(each)) &&
        /^[A-Z]/.test(clause.tokens[each - 1].text),
    );
  return at === undefined ? undefined : { from: at - 1, to: at };
}

/** `minnow's the minimal one`. */
export const readEdition: ClauseReader = (clause) => {
  const own =
    clause.mentions.find(({ kind, role }) => kind === 'edition' && role !== 'other') ??
    unknownEdition(clause);
  if (!own) return null;
  for (const [standing, cues] of STANDINGS) {
    const cue = bestCue(clause.tokens, clause.from, clause.to, cues);
    if (!cue) continue;
    const used = new Map<number, Part>([
      ...rangeOf(own).map((at): [number, Part] => [at, 'subject']),
      ...cue.tokens.map((at): [number, Part] => [at, 'value']),
    ]);
    return clause.interpretation(
      [{ kind: 'edition', name: clause.text(own.from, own.to).replace(/'s$/, ''), standing }],
      used,
      cue.weight + 0.9,
    );
  }
  return null;
};

const ALIAS = cuesOf(
  'also known|called|write|written|writes|spelt|spelled|aka|spell|heard|misspelt|misspelled|pronounced; called aka; people|some|others write|spell|call|say|pronounce; aka|alias; formerly|previously|once|used known|called|named; misspelt|misspelled|spelt|spelled|pronounced',
);

/** `people also write it kettle wick or ketelwick`. */
export const readNames: ClauseReader = (clause) => {
  const cue = bestCue(clause.tokens, clause.from, clause.to, ALIAS);
  if (!cue) return null;
  const at = Math.max(...cue.tokens) + 1;
  let from = at;
  while (
    from < clause.to &&
    /^(it|as|like|this|the|them|:|also|,|is|"|“|”|distribution|project|thing)$/.test(clause.low(from))
  )
    from += 1;
  const texts = clause
    .text(from)
    .split(/\s*(?:,|\bor\b|\band\b|\/|;)\s*/i)
    .map((each) => each.replace(/["“”]/g, '').trim())
    .filter(Boolean);
  if (texts.length === 0 || texts.some((each) => each.split(' ').length > 3)) return null;
  const isProject = texts.some((each) => soundsLikeSelf(clause, each));
  if (!isProject) return null;
  const used = new Map<number, Part>([
    ...clause.indexes().map((each): [number, Part] => [each, each >= from ? 'value' : 'kind']),
  ]);
  return clause.interpretation([{ kind: 'names', names: texts, ...clause.around }], used, cue.weight + 0.4);
};

function soundsLikeSelf({ scene }: Clause, text: string): boolean {
  const name = recordOf(scene.catalogue, 'distribution', scene.looked.distribution)?.name ?? '';
  return soundsAlike(name, text) || name.toLowerCase().slice(0, 3) === text.toLowerCase().slice(0, 3);
}
