/** Sentences on what a system changes, leaves out, lacks, and on what is doubtful, claimed or unsettled. */
import { findFactKey } from '../../catalogue/factSheet.ts';
import { elementsOfValue, type Element } from '../../catalogue/factValue.ts';
import type { StatementKinds, StatementSubject } from '../../statements/statement.ts';
import type { ComparedElement } from '../../layers/compareValues.ts';
import type { Change } from '../../layers/changes.ts';
import { wordElement, wordSettlement } from '../changeText.ts';
import { wordCounts } from '../openText.ts';
import { wordCircumstances } from '../disagreementText.ts';
import { wordSettling, wordSpoils } from '../spoilText.ts';
import { wordWhole } from './surroundingSentences.ts';
import { formatNumberOf, formatValue, listOf } from '../valueText.ts';
import {
  asClause,
  baseSaying,
  dropStop,
  numberWord,
  reasonsOf,
  sayingOf,
  sentence,
  wordTold,
} from './phrases.ts';

type Params<K extends keyof StatementKinds> = StatementSubject & StatementKinds[K];

const labelOf = (key: string) => findFactKey(key)!.label;

export function wordChangeStatement({ change, base, noBase, isInOrder, told }: Params<'change'>): string {
  const { why, more } = reasonsOf(change.notes);
  const said = told[change.fact.key];
  const what =
    change.basis === 'recorded'
      ? `${change.fact.label}: ${change.elements.map(wordElement).join(', ')}${noBase ? '' : '; what its base has is not known'}`
      : change.fact.key === 'repositories.archives'
        ? wordArchivesChange(change, base, isInOrder)
        : Array.isArray(change.before ?? change.after)
          ? wordListChange(change, base)
          : wordPlainChange(change, base, said ? sayingOf(said) : '');
  return [sentence(`${what}${why}`), more].filter(Boolean).join(' ');
}

/** `its mail program is Letterbird 106, where Hexley 24 has Letterbird 102`. */
function wordPlainChange({ fact, before, after, elements }: Change, base: string, said: string): string {
  const label = fact.label;
  if (after === undefined) return `${label}: none, where ${base} has ${formatValue(fact, before!)}`;
  const now = said || formatValue(fact, after);
  if (before === undefined) return `${label}: ${now}, where ${base} has none`;
  const held = elements[0].kind === 'holds back' ? 'held back at ' : '';
  return `${label}: ${held}${now}, where ${base} has ${formatValue(fact, before)}`;
}

/** `it differs from Fenwick 31 in icons (Tide dark, there Orchard) and cursor (Tide, there Plain)`. */
export function wordChanges({ changes, base, told }: Params<'changes'>): string {
  const each = changes.map(({ fact, before, after, elements }) => {
    const there = before === undefined ? 'there none' : `there ${formatValue(fact, before)}`;
    const now =
      after === undefined ? 'none' : told[fact.key] ? sayingOf(told[fact.key]) : formatValue(fact, after);
    const held = elements[0].kind === 'holds back' ? 'held back at ' : '';
    return `${fact.label.toLowerCase()} (${held}${now}, ${there})`;
  });
  return sentence(`it differs from ${base} in ${listOf(each)}`);
}

function byKind(elements: readonly ComparedElement[]) {
  return (kind: ComparedElement['kind']) => elements.filter((each) => each.kind === kind);
}

/** `it adds a and b to the services of Fenwick 31, and drops c`. */
function wordListChange({ fact, elements, before }: Change, base: string): string {
  const of = byKind(elements);
  const names = (kind: ComparedElement['kind']) => listOf(of(kind).map(({ name }) => name));
  const what = fact.label.toLowerCase();
  const parts = [
    of('adds').length > 0 &&
      (before === undefined
        ? `${what}: ${names('adds')}, where ${base} has none`
        : `to the ${what} of ${base} it adds ${names('adds')}`),
    of('drops').length > 0 &&
      `${of('adds').length ? 'it' : `of the ${what} of ${base} it`} drops ${names('drops')}`,
    ...[...of('replaces'), ...of('holds back')].map((each) => `it ${wordElement(each)}`),
    ...of('retunes').map(wordRetuned),
  ].filter(Boolean) as string[];
  const led = of('adds').length || of('drops').length ? parts : [`${what}: ${parts[0]}`, ...parts.slice(1)];
  return led.join('; ');
}

/** `bundle store is off instead of on`. */
function wordRetuned({ name, before = '', after = '' }: ComparedElement): string {
  const settings = (text: string) => (text.startsWith(`${name} (`) ? text.slice(name.length + 2, -1) : text);
  return `${name} is ${settings(after)} instead of ${settings(before)}`;
}

/** `it puts an archive of its own, corvane, in front of Hexley 24's three`. */
function wordArchivesChange(change: Change, base: string, isInOrder: boolean): string {
  const of = byKind(change.elements);
  const added = of('adds').map(({ name }) => name);
  const order = elementsOfValue(change.after).map(({ name }) => name);
  const kept = elementsOfValue(change.before).filter(({ name }) => order.includes(name));
  const firstKept = order.findIndex((name) => kept.some((each) => each.name === name));
  const isOwn = (name: string) => added.includes(name);
  const front = order.filter((name, i) => isOwn(name) && (firstKept < 0 || i < firstKept));
  const behind = order.filter((name, i) => isOwn(name) && firstKept >= 0 && i >= firstKept);
  const listed = (names: readonly string[]) => archives(names, elementsOfValue(change.after));
  const theirs = kept.length ? `${base}’s ${numberWord(kept.length)}` : '';
  if (order.length === 0) return `it has none of ${base}’s archives`;
  const parts = [
    kept.length === 0 && added.length > 0 && `it has ${listed(added)} and none of ${base}’s`,
    ...(isInOrder
      ? [
          kept.length > 0 && front.length > 0 && `it puts ${listed(front)} in front of ${theirs}`,
          behind.length > 0 &&
            `${front.length ? 'and ' : 'it adds '}${listed(behind)} behind ${front.length ? 'them' : theirs}`,
        ]
      : [kept.length > 0 && added.length > 0 && `to ${theirs} it adds ${listed(added)}`]),
    kept.length > 0 &&
      of('drops').length > 0 &&
      `of ${base}’s it does without ${listOf(of('drops').map(({ name }) => name))}`,
    ...[...of('replaces'), ...of('holds back')].map((each) => `it ${wordElement(each)}`),
    ...of('retunes').map(wordRetuned),
  ].filter(Boolean) as string[];
  return parts.join(', ');
}

/** `an archive of its own, front`, `three archives: a, b and c`: its own where that was said of all. */
function archives(names: readonly string[], elements: readonly Element[]): string {
  const isOwn = names.every((name) =>
    elements.some((each) => each.name === name && each.settings?.owner === 'own'),
  );
  const whose = isOwn ? ' of its own' : '';
  return names.length === 1
    ? `an archive${whose}, ${names[0]},`
    : `${numberWord(names.length)} archives${whose} (${listOf(names)})`;
}

export function wordLeftOut({ told, roles }: Params<'leftOut'>): string {
  if (roles.length)
    return sentence(
      `there only if it is chosen at install: ${listOf(roles.map((role) => role.toLowerCase()))}`,
    );
  const [each] = Object.values(told);
  const said = each.reading?.said;
  const how = said ? `: ${dropStop(said)}` : ' is left out on purpose';
  const cause = each.reading?.cause ? ` (${dropStop(each.reading.cause.text)})` : '';
  const theirs = each.base?.value === undefined ? '' : ` (${each.base.by} has ${baseSaying(each)})`;
  return sentence(`${labelOf(each.key)}${how}${theirs}${cause}`);
}

export function wordLacks({ told }: Params<'lacks'>): string {
  const [each] = Object.values(told);
  const theirs = each.base?.value === undefined ? '' : `, where ${each.base.by} has ${baseSaying(each)}`;
  return sentence(`${labelOf(each.key)}: looked for, and there is none${theirs}`);
}

export function wordSpoiled({ told, says }: Params<'spoiled'>): string {
  const [{ key }] = Object.values(told);
  const each = says.map((reading) => {
    const what =
      reading.state === 'none'
        ? 'nothing was found'
        : `“${wordTold(key, reading)}${wordWhole(key, reading)}”`;
    return `${what}, seen ${wordSpoils(reading.spoiledBy)}`;
  });
  const settling = wordSettling(says[0].spoiledBy);
  return `${labelOf(key)}: ${each.join('; ')}, so it is not known.${settling ? ` To settle it, ${settling}.` : ''}`;
}

/** Remarks, each on its fact. */
export function wordRemarks({ told }: Params<'remarks'>): string {
  return Object.values(told)
    .map(({ key, reading }) => sentence(`on ${labelOf(key).toLowerCase()}: ${dropStop(reading!.note)}`))
    .join(' ');
}

/** Why something is as it is: `Mail Letterbird 106, since its makers are of the team.` */
export function wordWhy({ told, notes }: Params<'why'>): string {
  const [each] = Object.values(told);
  const { why, more } = reasonsOf(notes);
  const label = findFactKey(notes[0].key)?.label ?? notes[0].key;
  const saying = each ? sayingOf(each) : '';
  return [sentence(`${label}${saying ? `: ${saying}` : ''}${why}`), more].filter(Boolean).join(' ');
}

export function wordTakenOver({ told, count }: Params<'takenOver'>): string {
  const labels = Object.keys(told).map(labelOf);
  return sentence(
    `${formatNumberOf(count, 'value')} ${count === 1 ? 'is' : 'are'} taken over from the release before and not checked again: ${listOf(labels)}`,
  );
}

export function wordDiffers({ told }: Params<'differs'>): string {
  const [each] = Object.values(told);
  const others = each.others.map(
    ({ reading, explainedBy }) =>
      `“${wordTold(each.key, reading)}” (${wordCircumstances(explainedBy) || 'other conditions'})`,
  );
  return sentence(`${labelOf(each.key)}: ${sayingOf(each)}; also found ${listOf(others)}`);
}

const VERDICTS = {
  unchecked: 'nobody has checked that',
  confirmed: 'that is so',
  partly: 'that is true in part',
  refuted: 'that is not so',
  cannotBeChecked: 'that cannot be checked',
} as const;

export function wordClaim({ claim, found }: Params<'claim'>): string {
  const counted = found === undefined ? '' : ` (${found} ${found === 1 ? 'was' : 'were'} found)`;
  const by = claim.by ? `${claim.by} claims` : 'It is claimed';
  const reason = claim.reason ? `: ${asClause(claim.reason)}` : '';
  return sentence(`${by} “${dropStop(claim.wording)}”; ${VERDICTS[claim.verdict]}${counted}${reason}`);
}

export function wordContradiction({ told, says }: Params<'contradiction'>): string {
  const [each] = Object.values(told);
  const key = each?.key ?? '';
  const [first, ...others] = [...new Set(says.map((reading) => wordTold(key, reading)))];
  return sentence(
    `sources contradict each other on ${labelOf(key).toLowerCase()}: ${first} is in force, ${listOf(others)} is said too`,
  );
}

export function wordNotFoundOut({ told }: Params<'notFoundOut'>): string {
  const [each] = Object.values(told);
  return sentence(
    `${labelOf(each.key)} ${wordTold(each.key, each.reading!)}${each.reading!.note ? `: ${asClause(each.reading!.note)}` : ''}`,
  );
}

export function wordNotBorneOut({ settled }: Params<'notBorneOut'>): string {
  return sentence(`${settled.fact.label}: ${wordSettlement(settled)}`);
}

export function wordQuestion({ text, tried }: Params<'question'>): string {
  return `Open: ${sentence(text)}${tried ? ` ${sentence(`tried: ${tried}`)}` : ''}`;
}

export function wordUnseen({ areas }: Params<'unseen'>): string {
  return sentence(`nobody has looked at its ${listOf(areas.map((area) => area.toLowerCase()))}`);
}

export function wordAlsoOpen({ counts, aside }: Params<'alsoOpen'>): string {
  const open = Object.keys(counts).length ? sentence(`also open: ${wordCounts(counts)}`) : '';
  const set = aside
    ? sentence(`${formatNumberOf(aside, 'point')} ${aside === 1 ? 'is' : 'are'} set aside`)
    : '';
  return [open, set].filter(Boolean).join(' ');
}
