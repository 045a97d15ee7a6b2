/** A clause read as the name of something: a program, a theme, a tool; with more of them where a role has several. */
import { findFactKey, type FactKey } from '../catalogue/factSheet.ts';
import { Clause, range, rangeOf } from './clause.ts';
import { FILE_SYSTEM } from './lists/system.ts';
import { namesIn, type NameFound } from './names.ts';
import type { Interpretation, Meaning, Part } from './meaning.ts';
import { FILLERS } from './lexicon/common.ts';
import { said } from './readValue.ts';

export function readName(
  clause: Clause,
  fact: FactKey,
  used: Map<number, Part>,
  weight: number,
): Interpretation | null {
  const taken = clause.taken('conditions', 'doubt', 'purpose');
  const measured = new Set(clause.line.amounts.filter(({ unit }) => unit).flatMap(rangeOf));
  const isRival = (at: number) => used.has(at) || taken.has(at) || measured.has(at);
  const format =
    fact.key === 'defaults.fileSystem'
      ? clause.indexes().find((at) => FILE_SYSTEM.test(clause.low(at)))
      : undefined;
  if (format !== undefined) {
    used.set(format, 'value');
    return clause.interpretation(
      [said(clause, { kind: 'fact', fact, state: 'set', text: clause.tokens[format].text })],
      used,
      weight,
    );
  }
  const [name] = namesIn(clause, isRival).filter(({ likeness }) => likeness >= 0.5);
  if (!name) return readOtherwise(clause, fact, used, weight);
  const isBaseName = clause.mentions.some(({ from, to }) => name.from >= from && name.to <= to);
  if (isBaseName && fact.key !== 'defaults.desktop') return null;
  if (
    fact.key === 'identity.country' &&
    (clause.tokens[name.from].isOrdinary || !/^(from|of|in|is|:|=)$/.test(clause.low(name.from - 1)))
  )
    return null;
  for (const at of rangeOf(name)) used.set(at, 'value');
  readInstead(clause, used);
  // `hollin mono in the terminal`: what names a font belongs to its name.
  let last = name.to;
  while (
    /^themes\.(font|monospace)$/.test(fact.key) &&
    last < clause.to &&
    (/^(mono|sans|serif|code)$/.test(clause.low(last)) || clause.tokens[last].kind === 'number')
  )
    used.set(last++, 'value');
  // `… in size 10`: the size belongs to the font.
  const size = range(last, Math.min(clause.to - 1, last + 3)).find((at) =>
    /^(size|at)$/.test(clause.low(at)),
  );
  const isSized =
    /^themes\.(font|monospace)$/.test(fact.key) &&
    size !== undefined &&
    clause.tokens[size + 1].kind === 'number';
  if (isSized) for (const at of range(last, size + 2)) used.set(at, 'value');
  const further = fact.key.startsWith('defaults.application.') ? furtherNames(clause, isRival, name) : [];
  for (const each of further) for (const at of rangeOf(each)) used.set(at, 'value');
  const meanings = [
    ...namedMeanings(
      clause,
      fact,
      clause.text(name.from, last) + (isSized ? ` ${clause.text(size + 1, size + 2)}` : ''),
    ),
    ...moreOfRole(clause, fact, further),
  ];
  return clause.interpretation(meanings, used, weight, Math.min(1, 0.45 + 0.45 * name.likeness));
}

/** `icons different`, `mail is four versions newer`: not which, but how it differs. */
function readOtherwise(
  clause: Clause,
  fact: FactKey,
  used: Map<number, Part>,
  weight: number,
): Interpretation | null {
  const at = clause
    .indexes()
    .find(
      (each) =>
        /^(different|newer|older|other|changed|exchanged|replaced)$/.test(clause.low(each)) &&
        !used.has(each),
    );
  if (at === undefined || weight < 0.9) return null;
  const first =
    clause
      .indexes()
      .find(
        (each) =>
          !used.has(each) &&
          !/^(is|are|the|it|was|were|'s)$/.test(clause.low(each)) &&
          clause.tokens[each].kind !== 'sign',
      ) ?? at;
  for (const each of clause.indexes()) if (!used.has(each)) used.set(each, 'value');
  return clause.interpretation(
    [said(clause, { kind: 'fact', fact, state: 'set', said: clause.text(first) })],
    used,
    weight,
    0.5,
  );
}

/** `sandpiper and wayfare`: more names of one role. */
function furtherNames(clause: Clause, isRival: (at: number) => boolean, first: NameFound): NameFound[] {
  return namesIn(clause, isRival).filter(
    ({ likeness, from }) =>
      likeness >= 1 &&
      from > first.to &&
      from <= first.to + 2 &&
      /^(and|,|&|\+|plus|or)$/.test(clause.low(from - 1)),
  );
}

function moreOfRole(clause: Clause, { label }: FactKey, further: readonly NameFound[]): Meaning[] {
  if (further.length === 0) return [];
  const value = further.map(({ text }) => ({ slot: label, name: text }));
  return [
    said(clause, {
      kind: 'fact',
      fact: clauseFact('defaults.moreApplications'),
      state: 'set',
      value,
      adds: true,
      marks: ['partial'],
    }),
  ];
}

/** `lagoon 4.1` as a desktop says its version too; a name that is the base's says nothing else. */
function namedMeanings(clause: Clause, fact: FactKey, text: string): Meaning[] {
  const desktop = fact.key === 'defaults.desktop' ? /^(.+?) v?(\d[\w.]*)$/.exec(text) : null;
  if (!desktop) return [said(clause, { kind: 'fact', fact, state: 'set', text })];
  return [
    said(clause, { kind: 'fact', fact, state: 'set', text: desktop[1] }),
    said(clause, { kind: 'fact', fact: clauseFact('themes.desktopVersion'), state: 'set', text: desktop[2] }),
  ];
}

/** `instead of sandpiper`, `in place of`, `rather than`, `not sandpiper`: what the base has is no value here. */
function readInstead(clause: Clause, used: Map<number, Part>): void {
  for (const at of clause.indexes()) {
    const isInstead =
      /^(instead|place|rather|replaces|replacing|unlike|not)$/.test(clause.low(at)) && !used.has(at);
    if (!isInstead) continue;
    let to = at + 1;
    while (to < clause.to && /^(of|than|the|base's|in)$/.test(clause.low(to))) to += 1;
    while (
      to < clause.to &&
      !used.has(to) &&
      clause.tokens[to].kind !== 'sign' &&
      !FILLERS.has(clause.low(to))
    )
      to += 1;
    for (const each of range(at, to)) used.set(each, 'remark');
    return;
  }
}

/** A fact of the sheet that is known to be there. */
export const clauseFact = (key: string): FactKey => findFactKey(key)!;
