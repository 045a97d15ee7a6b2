/** Sentences on what a system changes, leaves out, lacks, and on what is doubtful, claimed or unsettled. */
import { findFactKey } from '../../catalogue/factSheet.ts';
import { elementsOfValue, type Element } from '../../catalogue/factValue.ts';
import type { StatementKinds, StatementSubject } from '../../statements/statement.ts';
import type { SourceKind } from '../../catalogue/sourceKinds.ts';
import type { ToldReading } from '../../statements/told.ts';
import type { ComparedElement } from '../../layers/compareValues.ts';
import type { Change } from '../../layers/changes.ts';
import { wordElement, wordSettlement } from '../changeText.ts';
import { wordCounts } from '../openText.ts';
import { wordCircumstances } from '../disagreementText.ts';
import { wordSettling, wordSpoils } from '../spoilText.ts';
import { wordWhole } from './surroundingSentences.ts';
import { nounOf } from '../factTitles.ts';
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

const nounOfKey = (key: string) => nounOf(findFactKey(key)!);

export function wordChangeStatement({
  subject,
  change,
  base,
  noBase,
  isInOrder,
  told,
}: Params<'change'>): string {
  const { why, more } = reasonsOf(change.notes);
  const said = told[change.fact.key];
  const what =
    change.basis === 'recorded'
      ? `${subject} changes the ${nounOf(change.fact)}: ${change.elements.map(wordElement).join(', ')}${noBase ? '' : '; the value of its base is not known'}`
      : change.fact.key === 'repositories.archives'
        ? wordArchivesChange(subject, change, base, isInOrder)
        : Array.isArray(change.before ?? change.after)
          ? wordListChange(subject, change, base)
          : wordPlainChange(subject, change, base, said ? sayingOf(said) : '');
  return [sentence(`${what}${why}`), more].filter(Boolean).join(' ');
}

/** `Corvane 4 has Letterbird 106 as mail, where Hexley 24 has Letterbird 102`. */
function wordPlainChange(
  subject: string,
  { fact, before, after, elements }: Change,
  base: string,
  said: string,
): string {
  const label = nounOf(fact);
  if (after === undefined) return `${subject} has no ${label}; ${base} has ${formatValue(fact, before!)}`;
  const now = said || formatValue(fact, after);
  if (before === undefined) return `the ${label} is ${now}; ${base} has none`;
  const held = elements[0].kind === 'holds back' ? 'held back at ' : '';
  return `the ${label} is ${held}${now} instead of ${formatValue(fact, before)} in ${base}`;
}

/** `Tidewater 7.1 differs from Fenwick 31 in icons (Tide dark instead of Orchard)`. */
export function wordChanges({ subject, changes, base, told }: Params<'changes'>): string {
  const each = changes.map(({ fact, before, after, elements }) => {
    const there = before === undefined ? 'instead of none' : `instead of ${formatValue(fact, before)}`;
    const now =
      after === undefined ? 'none' : told[fact.key] ? sayingOf(told[fact.key]) : formatValue(fact, after);
    const held = elements[0].kind === 'holds back' ? 'held back at ' : '';
    return `${nounOf(fact)} (${held}${now} ${there})`;
  });
  return sentence(`${subject} differs from ${base} in ${listOf(each)}`);
}

function byKind(elements: readonly ComparedElement[]) {
  return (kind: ComparedElement['kind']) => elements.filter((each) => each.kind === kind);
}

/** `Tidewater 7.1 adds a and b to the services of Fenwick 31; drops c`. */
function wordListChange(subject: string, { fact, elements, before }: Change, base: string): string {
  const of = byKind(elements);
  const names = (kind: ComparedElement['kind']) => listOf(of(kind).map(({ name }) => name));
  const what = nounOf(fact);
  const parts = [
    of('adds').length > 0 &&
      (before === undefined
        ? `${subject} adds ${names('adds')} (${what}), of which ${base} has none`
        : `${subject} adds ${names('adds')} to the ${what} of ${base}`),
    of('drops').length > 0 &&
      `${subject} drops ${names('drops')}${of('adds').length ? '' : ` from the ${what} of ${base}`}`,
    ...[...of('replaces'), ...of('holds back')].map((each) => `${subject} ${wordElement(each)}`),
    ...of('retunes').map(wordRetuned),
  ].filter(Boolean) as string[];
  const led =
    of('adds').length || of('drops').length ? parts : [`${parts[0]} (${what} of ${base})`, ...parts.slice(1)];
  return led.join('; ');
}

/** `bundle store is off instead of on`. */
function wordRetuned({ name, before = '', after = '' }: ComparedElement): string {
  const settings = (text: string) => (text.startsWith(`${name} (`) ? text.slice(name.length + 2, -1) : text);
  return `${name} is ${settings(after)} instead of ${settings(before)}`;
}

/** `it puts an archive of its own, corvane, in front of Hexley 24's three`. */
function wordArchivesChange(subject: string, change: Change, base: string, isInOrder: boolean): string {
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
  if (order.length === 0) return `${subject} has none of ${base}’s archives`;
  const parts = [
    kept.length === 0 && added.length > 0 && `${subject} has ${listed(added)} and none of ${base}’s`,
    ...(isInOrder
      ? [
          kept.length > 0 && front.length > 0 && `${subject} puts ${listed(front)} in front of ${theirs}`,
          behind.length > 0 &&
            `${front.length ? 'and ' : `${subject} adds `}${listed(behind)} behind ${front.length ? 'them' : theirs}`,
        ]
      : [kept.length > 0 && added.length > 0 && `${subject} adds ${listed(added)} to ${theirs}`]),
    kept.length > 0 &&
      of('drops').length > 0 &&
      `${subject} drops ${listOf(of('drops').map(({ name }) => name))} of ${base}’s`,
    ...[...of('replaces'), ...of('holds back')].map((each) => `${subject} ${wordElement(each)}`),
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
      `${listOf(roles.map((role) => role.toLowerCase()))} ${roles.length === 1 ? 'is' : 'are'} installed only on request`,
    );
  const [each] = Object.values(told);
  const said = each.reading?.said;
  const how = said ? `: ${dropStop(said)}` : ' is left out on purpose';
  const cause = each.reading?.cause ? ` (${dropStop(each.reading.cause.text)})` : '';
  const theirs = each.base?.value === undefined ? '' : ` (${each.base.by} has ${baseSaying(each)})`;
  return sentence(`the ${nounOfKey(each.key)}${how}${theirs}${cause}`);
}

export function wordLacks({ subject, told }: Params<'lacks'>): string {
  const [each] = Object.values(told);
  const theirs = each.base?.value === undefined ? '' : `, where ${each.base.by} has ${baseSaying(each)}`;
  return sentence(`${subject} has no ${nounOfKey(each.key)}${theirs}`);
}

export function wordSpoiled({ told, says }: Params<'spoiled'>): string {
  const [{ key }] = Object.values(told);
  const each = says.map((reading) => {
    const what =
      reading.state === 'none'
        ? 'nothing was found'
        : `“${wordTold(key, reading)}${wordWhole(key, reading)}”`;
    return `${what} ${wordSpoils(reading.spoiledBy)}`;
  });
  const settling = wordSettling(says[0].spoiledBy);
  return `${sentence(`what was seen of the ${nounOfKey(key)} is unreliable: ${listOf(each)}`)}${settling ? ` To be sure, ${settling}.` : ''}`;
}

/** Remarks, each on its fact. */
export function wordRemarks({ told }: Params<'remarks'>): string {
  return Object.values(told)
    .map(({ key, reading }) => sentence(`a remark on the ${nounOfKey(key)}: ${dropStop(reading!.note)}`))
    .join(' ');
}

/** Why something is as it is: `Mail Letterbird 106, since its makers are of the team.` */
export function wordWhy({ told, notes }: Params<'why'>): string {
  const [each] = Object.values(told);
  const { why, more } = reasonsOf(notes);
  const fact = findFactKey(notes[0].key);
  const label = fact ? nounOf(fact) : notes[0].key;
  const saying = each ? sayingOf(each) : '';
  return [sentence(`the ${label}${saying ? ` is ${saying}` : ' was chosen'}${why}`), more]
    .filter(Boolean)
    .join(' ');
}

export function wordTakenOver({ told, count }: Params<'takenOver'>): string {
  const labels = Object.keys(told).map(nounOfKey);
  return sentence(
    `${formatNumberOf(count, 'value')} ${count === 1 ? 'was' : 'were'} copied from the release before, unverified: ${listOf(labels)}`,
  );
}

export function wordDiffers({ told }: Params<'differs'>): string {
  const [each] = Object.values(told);
  const others = each.others.map(
    ({ reading, explainedBy }) =>
      `“${wordTold(each.key, reading)}” (${wordCircumstances(explainedBy) || 'other conditions'})`,
  );
  return sentence(
    `the ${nounOfKey(each.key)} is ${sayingOf(each)}; elsewhere the finding was ${listOf(others)}`,
  );
}

const VERDICTS = {
  unchecked: 'has not been checked',
  confirmed: 'is confirmed',
  partly: 'is only partly true',
  refuted: 'is refuted',
  cannotBeChecked: 'cannot be checked',
} as const;

export function wordClaim({ claim, found }: Params<'claim'>): string {
  const counted = found === undefined ? '' : ` (${numberWord(found)} ${found === 1 ? 'was' : 'were'} found)`;
  const by = claim.by ? `the claim of ${claim.by}` : 'the claim';
  const reason = claim.reason ? `: ${asClause(claim.reason)}` : '';
  // What is partly true is told often, and its quotation marks say that it is a claim.
  const named = claim.verdict === 'partly' && !claim.by ? '' : `${by} `;
  return sentence(`${named}“${dropStop(claim.wording)}” ${VERDICTS[claim.verdict]}${counted}${reason}`);
}

export function wordContradiction({ told, says }: Params<'contradiction'>): string {
  const [each] = Object.values(told);
  const key = each?.key ?? '';
  const said = says.map((reading) => `${sayerOf(reading)} ${wordTold(key, reading)}`);
  return sentence(
    `sources disagree on the ${nounOfKey(key)}: ${listOf([...new Set(said)])}; the first is used`,
  );
}

/** Who says what is told: `a capture shows`, `the release notes say`. */
const SAYERS: Readonly<Record<SourceKind, string>> = {
  capture: 'a capture shows',
  image: 'the image shows',
  measurement: 'a measurement gives',
  handsOn: 'a hands-on note says',
  releaseNotes: 'the release notes say',
  page: 'a page says',
  directory: 'a directory entry says',
  memory: 'somebody remembers',
  hearsay: 'hearsay has',
};

const sayerOf = ({ sourceKind }: ToldReading) =>
  sourceKind ? SAYERS[sourceKind] : 'a reading without a source says';

export function wordNotFoundOut({ told }: Params<'notFoundOut'>): string {
  const [each] = Object.values(told);
  return sentence(
    `the ${nounOfKey(each.key)} ${wordTold(each.key, each.reading!)}${each.reading!.note ? `: ${asClause(each.reading!.note)}` : ''}`,
  );
}

export function wordNotBorneOut({ settled }: Params<'notBorneOut'>): string {
  return sentence(`${settled.fact.label}: ${wordSettlement(settled)}`);
}

export function wordQuestion({ text, tried }: Params<'question'>): string {
  return `${sentence(text)}${tried ? ` ${sentence(`so far, the attempt was: ${asClause(tried)}`)}` : ''}`;
}

export function wordUnseen({ areas }: Params<'unseen'>): string {
  const names = areas.map((area) => area.toLowerCase().replace(/^(editions) and .*|^.* and (help)$/, '$1$2'));
  return sentence(`nobody has examined the ${listOf(names, 'or')}`);
}

export function wordAlsoOpen({ counts, aside }: Params<'alsoOpen'>): string {
  const open = Object.keys(counts).length ? sentence(`the open points include ${wordCounts(counts)}`) : '';
  const set = aside
    ? sentence(`${formatNumberOf(aside, 'point')} ${aside === 1 ? 'is' : 'are'} intended or postponed`)
    : '';
  return [open, set].filter(Boolean).join(' ');
}
