/** A clause read as a change from another release of the same project: what was there, what is there now, what stays as it was. */
import { cuedFactsFor } from './factIndex.ts';
import { range, rangeOf, type Clause } from './clause.ts';
import { bestCue } from './cues.ts';
import { cuedFact, type CuedFact } from './factCues.ts';
import type { ChangeMeaning, Interpretation, Part } from './meaning.ts';
import { namesIn } from './names.ts';

/** The fact that a clause names, the one whose cue says most. */
function factNamed(
  clause: Clause,
): { readonly cued: CuedFact; readonly tokens: readonly number[]; readonly weight: number } | null {
  let best: { cued: CuedFact; tokens: readonly number[]; weight: number } | null = null;
  for (const cued of cuedFactsFor(clause)) {
    if (!/^(text|list|version|choice)$/.test(cued.fact.type)) continue;
    const match = bestCue(clause.tokens, clause.from, clause.to, cued.cues);
    const weight = match && match.weight + (cued.isName ? 0.3 : 0);
    if (match && weight! > (best?.weight ?? 0)) best = { cued, tokens: match.tokens, weight: weight! };
  }
  for (const at of clause.indexes())
    for (const { key, words } of clause.scene.known.get(clause.low(at)) ?? [])
      if (words.length === 1 && (best?.weight ?? 0) < 1.4 && cuedFact(key))
        best = { cued: cuedFact(key)!, tokens: [], weight: 1.4 };
  return best;
}

/** `installer as it was in 23`, `saltern installer, quarry till 24`, `init is runlet now, 23 still had the old one`, `lite edition is gone`. */
export function readChange(clause: Clause): Interpretation | null {
  const named = factNamed(clause);
  if (!named) return null;
  const own = clause.mentions.find(({ kind, role }) => kind === 'release' && role === 'own');
  return (
    readKept(clause, named, own) ??
    readReplaced(clause, named, own) ??
    readDropped(clause, named) ??
    readAdded(clause, named)
  );
}

type Named = NonNullable<ReturnType<typeof factNamed>>;
type Own = Clause['mentions'][number] | undefined;

function readKept(clause: Clause, { cued, tokens, weight }: Named, own: Own): Interpretation | null {
  if (!own) return null;
  const same = clause.of('same').find(({ to, from }) => from < own.from && own.from - to <= 3);
  const as = clause
    .indexes()
    .find((at) => /^(as|like|unchanged|same)$/.test(clause.low(at)) && at < own.from && own.from - at <= 4);
  if (!same && as === undefined) return null;
  const used = new Map<number, Part>(tokens.map((at) => [at, 'fact']));
  for (const at of range(same?.from ?? as!, own.to)) used.set(at, 'state');
  const meaning: ChangeMeaning = { kind: 'change', fact: cued.fact, does: 'keeps', against: { id: own.id } };
  return clause.interpretation([{ ...meaning, ...clause.around }], used, weight + 0.5);
}

const WAS =
  /^(was|were|had|before|till|until|still|used|previously|formerly|used-to|shipped|came|earlier|once)$/;

function readReplaced(clause: Clause, { cued, tokens, weight }: Named, own: Own): Interpretation | null {
  const used = new Map<number, Part>(tokens.map((at) => [at, 'fact']));
  const taken = clause.taken('conditions', 'doubt', 'purpose');
  const isOther = (at: number) =>
    used.has(at) ||
    taken.has(at) ||
    WAS.test(clause.low(at)) ||
    clause.low(at) === 'now' ||
    clause.mentions.some((mention) => mention.role === 'own' && at >= mention.from && at < mention.to);
  const arrow = clause
    .indexes()
    .find(
      (at) =>
        /^(from)$/.test(clause.low(at)) &&
        clause.indexes().some((to) => to > at && /^(to|->|→)$/.test(clause.low(to))),
    );
  if (
    arrow !== undefined &&
    clause
      .indexes()
      .some(
        (at) =>
          at < arrow &&
          /^(went|moved|changed|switched|goes|moves|replaced|jumps|jumped|up|upgraded|swapped)$/.test(
            clause.low(at),
          ),
      )
  ) {
    const to = clause.indexes().find((at) => at > arrow && /^(to|->|→)$/.test(clause.low(at)))!;
    const [before, after] = [
      clean(clause.text(arrow + 1, to)),
      clean(clause.text(to + 1, endOf(clause, to + 1, own))),
    ];
    if (!before || !after) return null;
    for (const at of range(
      Math.min(...clause.indexes().filter((each) => each < arrow && !used.has(each)), arrow),
      clause.to,
    ))
      if (!used.has(at)) used.set(at, 'value');
    return replaced(clause, cued, used, weight, { before, after, against: own });
  }
  const was = clause.indexes().find((at) => WAS.test(clause.low(at)));
  const out = clause
    .indexes()
    .find((at) => /^out$/.test(clause.low(at)) && /^[,;]?$/.test(clause.low(at + 1)));
  const isPast = clause
    .indexes()
    .some((at) => /^(now|before|previously|formerly|used-to)$/.test(clause.low(at)));
  if ((was === undefined || (!own && !isPast)) && out === undefined) return null;
  const names = namesIn(clause, isOther).filter(
    ({ likeness, from, to }) =>
      likeness >= 0.5 || range(from, to).every((at) => clause.tokens[at].isOrdinary),
  );
  const olden = clause
    .indexes()
    .find((at) => /^(old|another|other|different)$/.test(clause.low(at)) && clause.low(at + 1) === 'one');
  if (names.length === 1 && olden !== undefined && own)
    names.push({ from: olden, to: olden + 2, text: clause.text(olden, olden + 2), likeness: 0 });
  if (names.length < 2) return null;
  const [a, b] = names.sort((x, y) => x.from - y.from);
  const marker = out ?? was!;
  // What stands in the part with `was`, `had`, `before` is the older one.
  const cut =
    clause.indexes().find((at) => at >= a.to && at <= b.from && /^[,;]$/.test(clause.low(at))) ?? b.from;
  const isFirstOld = marker < cut;
  const [before, after] = isFirstOld ? [a, b] : [b, a];
  for (const each of [before, after]) for (const at of rangeOf(each)) used.set(at, 'value');
  for (const at of clause.indexes())
    if (WAS.test(clause.low(at)) || /^(now|in|out|with)$/.test(clause.low(at))) used.set(at, 'kind');
  return replaced(clause, cued, used, weight, { before: before.text, after: after.text, against: own });
}

const endOf = (clause: Clause, from: number, own: Own) => (own && own.from > from ? own.from - 1 : clause.to);
const clean = (text: string) => text.replace(/^(the|a|an) /i, '').trim();

function replaced(
  clause: Clause,
  cued: CuedFact,
  used: Map<number, Part>,
  weight: number,
  { before, after, against }: { before: string; after: string; against: Own },
): Interpretation {
  if (against) for (const at of rangeOf(against)) used.set(at, 'subject');
  // Without another release named, what is there now is what counts.
  if (!against)
    return clause.interpretation(
      [{ kind: 'fact', fact: cued.fact, state: 'set', text: after, remark: clause.text(), ...clause.around }],
      used,
      weight + 0.3,
    );
  const meaning: ChangeMeaning = {
    kind: 'change',
    fact: cued.fact,
    does: 'replaces',
    before,
    after,
    against: { id: against.id },
  };
  return clause.interpretation([{ ...meaning, ...clause.around }], used, weight + 0.5);
}

/** `lite edition is gone`, `print server isn't there any more`: an element of a list that goes. */
function readDropped(clause: Clause, { cued, tokens, weight }: Named): Interpretation | null {
  if (cued.fact.type !== 'list') return null;
  const gone = clause
    .indexes()
    .filter((at) =>
      /^(gone|dropped|removed|cut|longer|more|anymore|thrown|disappeared|vanished|retired|discontinued|axed|missing|withdrawn|scrapped|abolished|ended|rest|buried|history|kicked|binned|abandoned|deleted)$/.test(
        clause.low(at),
      ),
    );
  const isGone = gone.some(
    (at) => !/^(more|longer)$/.test(clause.low(at)) || /^(no|any)$/.test(clause.low(at - 1)),
  );
  if (!isGone) return null;
  const isNoun = (at: number) =>
    tokens.includes(at) &&
    /^(edition|flavour|spin|service|services|daemon|archive|repository|package|variant)$/.test(
      clause.tokens[at].low,
    );
  const words = clause
    .indexes()
    .filter(
      (at) =>
        !isNoun(at) &&
        clause.weightOf(at) > 0 &&
        !gone.includes(at) &&
        !/^(not|no|out|old|any|away)$/.test(clause.low(at)) &&
        !clause.taken('conditions', 'doubt').has(at),
    );
  // `the lite edition, which 23 still had, was laid to rest`: what is gone stands before the first comma.
  const goes = gone[0];
  const isRelative = clause.indexes().some((at) => at < goes && /^(which|that|who)$/.test(clause.low(at)));
  const comma = words.findIndex(
    (at, i) => i > 0 && range(words[i - 1], at).some((each) => clause.low(each) === ','),
  );
  const named = comma < 0 ? words : words.slice(0, comma);
  if (comma >= 0 && !isRelative) return null;
  if (named.length === 0 || named.length > 4) return null;
  const before = clause.text(named[0], named.at(-1)! + 1).replace(/['’]s$/, '');
  // What is named by words that speak of the list themselves needs no other: `32-bit is no more`, `print server dropped`.
  const isSpoken = named.every((at) => tokens.includes(at) || cued.spoken.has(clause.tokens[at].stem));
  const hasNoun = tokens.some((at) => isNoun(at)) || isSpoken || cued.fact.key === 'defaults.services';
  if (!hasNoun || /[,;:]/.test(before)) return null;
  const meaning: ChangeMeaning = { kind: 'change', fact: cued.fact, does: 'drops', before };
  const used = new Map<number, Part>(
    clause.indexes().map((at) => [at, tokens.includes(at) ? 'fact' : 'value']),
  );
  return clause.interpretation([{ ...meaning, ...clause.around }], used, weight + 0.3);
}

/** `firewall new in this release`, `arm images added`: an element of a list that comes. */
function readAdded(clause: Clause, { cued, tokens, weight }: Named): Interpretation | null {
  if (cued.fact.type !== 'list' || clause.negations.length > 0) return null;
  const come = clause.indexes().find((at) => /^(new|added|introduced|arrived|joined)$/.test(clause.low(at)));
  const isSince =
    come !== undefined &&
    (clause.low(come) !== 'new' ||
      (/^(in|since|with|for)$/.test(clause.low(come + 1)) &&
        /^(this|the|release|version|\d.*)$/.test(clause.low(come + 2))));
  if (come === undefined || !isSince) return null;
  const words = clause
    .indexes()
    .filter((at) => at < come && clause.weightOf(at) > 0 && !clause.taken('conditions', 'doubt').has(at));
  if (words.length === 0 || words.length > 4) return null;
  const after = clause.text(words[0], words.at(-1)! + 1);
  if (/[,;:]/.test(after)) return null;
  const meaning: ChangeMeaning = { kind: 'change', fact: cued.fact, does: 'adds', after };
  const used = new Map<number, Part>(
    clause.indexes().map((at) => [at, tokens.includes(at) ? 'fact' : 'value']),
  );
  return clause.interpretation([{ ...meaning, ...clause.around }], used, weight + 0.3);
}
