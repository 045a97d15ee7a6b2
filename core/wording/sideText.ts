/** A side by side in words: values, verdicts, elements, and the sentences for each area, the whole and the outcome. */
import { formatWhen } from '../catalogue/formatWhen.ts';
import { keyOfName } from '../sameness/name.ts';
import type { Compared } from '../comparing/compareSides.ts';
import type { MeasuringCondition } from '../comparing/measuring.ts';
import { CLOSE_LEAD, type Outcome } from '../comparing/outcome.ts';
import {
  countPoints,
  labelOfPoints,
  POINT_AREAS,
  type BarReason,
  type ElementLine,
  type ElementValue,
  type Point,
  type PointArea,
  type SideValue,
  type ValueDetail,
} from '../comparing/point.ts';
import { isTold } from '../comparing/verdict.ts';
import type { PointWord } from '../comparing/words.ts';
import { wordProbe } from './probeText.ts';
import { STATE_WORDS, wordElementWhole, wordSaying } from './sayingText.ts';
import { wordSpoils } from './spoilText.ts';
import { opposite, wordDayRange } from './supportText.ts';
import { formatCount, formatNumberOf, formatValue, listOf } from './valueText.ts';

const CONDITION_WORDS: Readonly<Record<MeasuringCondition, string>> = {
  tool: 'tool',
  moment: 'moment',
  machine: 'kind of machine',
  memoryMiB: 'memory',
  desktop: 'desktop',
};

/** `tool and memory`. */
export const wordConditionNames = (names: readonly string[]) =>
  listOf(names.map((name) => CONDITION_WORDS[name as MeasuringCondition] ?? name));

/** Why values are not held against each other. */
const BAR_WORDS: Readonly<Record<BarReason, string>> = {
  spoiled: 'unreliable',
  editions: 'depends on the edition',
  notChosen: 'not chosen at install',
  words: 'said in words that nothing can be computed with',
  otherDay: 'of another day',
  otherBase: 'counted against another base',
  conditions: 'measured under other conditions',
  conditionsUnknown: 'conditions not known to be equal',
  partial: 'known in part',
};

/** `not comparable: not chosen at install`. */
export const wordBar = (reason: BarReason): string => BAR_WORDS[reason];

/** What one side has, in words: `each login`, `not examined`, `8 % of 8 GiB (655 MiB)`. */
export function wordSideValue({ fact }: Pick<Point, 'fact'>, value: SideValue): string {
  const { reading, state, byEdition, detail } = value;
  if (byEdition)
    return `depends on the edition (${byEdition.map(({ edition, text }) => `${edition}: ${text}`).join('; ')})`;
  if (state === 'spoiled' && reading)
    return `${wordSaying(fact, reading)}, seen ${wordSpoils(reading.spoiledBy)}: no evidence`;
  if (detail && value.value !== undefined) return wordDetail(value, detail);
  const text = wholeList(fact, value) ?? plainText(fact, value);
  if (!text) return STATE_WORDS.notLookedAt;
  if (state === 'takenOver') return `${text}, ${STATE_WORDS.takenOver}`;
  return text;
}

function plainText(fact: Point['fact'], { reading, value, absent, state, said }: SideValue): string {
  if (reading && (reading.state !== 'unchanged' || value === undefined)) {
    const text = wordSaying(fact, { ...reading, ...(value !== undefined && { value }) });
    const isReckoned = said !== undefined && typeof value === 'number' && fact.unit;
    return isReckoned && said !== `${value}` ? `${text} (${formatValue(fact, value)})` : text;
  }
  if (absent) return state === 'doesNotApply' ? STATE_WORDS.doesNotApply : 'none';
  return value === undefined ? '' : formatValue(fact, value);
}

/** Software that was looked for is told with how far it is behind a reference. */
const wordingOf = (key: string) => (key.startsWith('tools.probes') ? wordProbe : wordElementWhole);

/** A list with the settings of its elements; undefined for what is no list, or was said in words. */
function wholeList({ key }: Point['fact'], { value, isPartial, said, bar }: SideValue): string | undefined {
  if (!Array.isArray(value) || said || bar) return undefined;
  if (value.length === 0) return isPartial ? 'none that is known' : 'none';
  const words = value.map(wordingOf(key)).join(', ');
  return isPartial ? `at least ${words}` : words;
}

function wordDetail({ value }: SideValue, detail: ValueDetail): string {
  const number = typeof value === 'number' ? value : 0;
  switch (detail.kind) {
    case 'counted':
      return `${formatCount(number)} of ${formatCount(detail.of)}, next to ${detail.base}`;
    case 'past': {
      const { days } = detail;
      const end = `${detail.base} (${formatWhen(detail.end)})`;
      if (days.least === 0 && days.most === 0) return `ends with ${end}`;
      return days.most > 0
        ? `${wordDayRange(days)} past ${end}`
        : `${wordDayRange(opposite(days))} before ${end}`;
    }
    case 'met': {
      const { n, of, machine } = detail;
      const times = n === undefined ? 'met' : of ? `${n} of ${of} times` : formatNumberOf(n, 'time');
      return machine ? `${times}, on ${machine}` : times;
    }
  }
}

/** How a value came to be there: `set here`, `carried from Hexley 24`, `confirmed unchanged: as in Hexley 24`; empty where nothing is. */
export function wordSetBy({ state, setBy, isOwn }: SideValue): string {
  if (!setBy) return '';
  if (isOwn) return state === 'none' ? 'looked for here' : 'set here';
  return state === 'unchanged' ? `as in ${setBy}, checked` : `inherited from ${setBy}`;
}

/** `same, from Fenwick 31`, `different`, `unknown of Yarrowby 3`, `not comparable: not chosen at install`. */
export function wordVerdict(
  { names, trunkNames }: Pick<Compared, 'names' | 'trunkNames'>,
  point: Point,
): string {
  const { verdict, values, otherOrder } = point;
  switch (verdict.kind) {
    case 'same':
      if (verdict.asFarAsSaid) return 'agree, as far as was said';
      return isCarriedByAll(point) ? `same, from ${trunkNames[0] ?? values[0].setBy}` : 'same';
    case 'different':
      return otherOrder ? 'different, also in order' : 'different';
    case 'unknown': {
      if (verdict.knownOf.length === 0) return 'unknown of all';
      const of = names.filter((_, place) => !verdict.knownOf.includes(place) && !values[place].bar);
      const unchecked = values.some(({ state }) => state === 'takenOver') ? ', not checked again' : '';
      return `unknown of ${listOf(of)}${unchecked}`;
    }
    case 'not comparable':
      return `not comparable: ${wordReason(names, point, verdict.reason)}`;
  }
}

function wordReason(names: readonly string[], { values }: Point, reason: BarReason): string {
  const whose = names.filter((_, place) => values[place].bar === reason);
  const apart = [...new Set(values.flatMap((value) => (value.bar === reason ? (value.apart ?? []) : [])))];
  const more = apart.length ? ` (${wordConditionNames(apart)})` : '';
  const of = whose.length > 0 && whose.length < names.length ? `${listOf(whose)} ` : '';
  return `${of}${wordBar(reason)}${more}`;
}

/** True for a point that all sides carry from the shared base. */
export function isCarriedByAll({ values }: Pick<Point, 'values'>): boolean {
  return values.every(({ isFromTrunk }) => isFromTrunk);
}

/** What a side has of one element: `yes, 3rd`, `by hand (a driver from its maker)`, `no`, `not known`. */
export function wordElementValue(line: ElementLine, { has, elements, places }: ElementValue): string {
  if (has === 'unknown') return 'not known';
  if (has === 'no') return 'no';
  const place = places.length ? `${places.map((each) => `${each}.`).join(' and ')} ` : '';
  const text = elements.map((element) => {
    const { slot: _slot, ...rest } = element;
    const whole = wordingOf(line.key)(rest);
    return line.isSlot ? whole : whole === element.name ? '' : whole.slice(element.name.length).trim();
  });
  return `${place}${text.filter(Boolean).join(', ')}`.trim() || 'yes';
}

/** How sides stand to each other on a list: `only Yarrowby 3: language, scanner; both: network, mail, in other places`. */
export function wordElements({ names }: Pick<Compared, 'names'>, { elements }: Point): string {
  const having = (line: ElementLine) =>
    line.values.flatMap(({ has }, place) => (has === 'yes' ? [place] : []));
  const isKnown = (line: ElementLine) => line.values.every(({ has }) => has !== 'unknown');
  const parts = names.flatMap((name, place) => {
    const only = elements.filter((line) => isKnown(line) && having(line).join() === `${place}`);
    return only.length ? [`only ${name}: ${only.map((line) => line.name).join(', ')}`] : [];
  });
  const common = elements.filter((line) => having(line).length === names.length);
  if (common.length) {
    const isElsewhere = common.some(
      ({ values }) => new Set(values.map(({ places }) => places.join())).size > 1,
    );
    const both = names.length === 2 ? 'both' : 'all';
    const equal = common.filter(({ verdict }) => verdict === 'same');
    const other = common.filter(({ verdict }) => verdict === 'different');
    if (equal.length)
      parts.push(
        `${both}: ${equal.map((line) => line.name).join(', ')}${isElsewhere ? ', in other places' : ''}`,
      );
    if (other.length) parts.push(`in ${both}, otherwise: ${other.map((line) => line.name).join(', ')}`);
  }
  return parts.join('; ');
}

/** A sentence, and the points that it counts or tells. */
export interface SideSentence {
  readonly area: PointArea | 'whole';
  readonly text: string;
  readonly points: readonly string[];
}

/** One sentence for the whole, and one for each area of which something is known. */
export function sideSentences(compared: Compared): SideSentence[] {
  const told = compared.points.filter(isTold);
  const areas = POINT_AREAS.flatMap(({ id }): SideSentence[] => {
    const points = told.filter(({ area }) => area === id);
    return points.length
      ? [{ area: id, text: wordArea(compared, id, points), points: points.map(({ key }) => key) }]
      : [];
  });
  return [{ area: 'whole', text: wordWhole(compared), points: told.map(({ key }) => key) }, ...areas];
}

function wordWhole(compared: Compared): string {
  const { points, counts, names } = compared;
  const known = counts.same + counts.different;
  const carried = points.filter((point) => point.verdict.kind === 'same' && isCarriedByAll(point)).length;
  const some = points.filter((point) => point.verdict.kind === 'unknown' && isTold(point)).length;
  const from = carried > 0 ? ` (${formatCount(carried)} inherited)` : '';
  const barred = counts['not comparable'];
  const rest = [
    some > 0 &&
      `for ${formatNumberOf(some, 'point')} only ${names.length === 2 ? 'one side is' : 'some sides are'} known`,
    barred > 0 && `${formatNumberOf(barred, 'value')} ${barred === 1 ? 'is' : 'are'} not comparable`,
  ].filter(Boolean);
  return [
    wordTrunk(compared),
    known === 0
      ? 'No point is known of all of them.'
      : `They agree on ${formatCount(counts.same)} of ${formatNumberOf(known, 'comparable point')}${from} and differ on ${formatCount(counts.different)}.`,
    rest.length > 0 && `${rest.join('; ').replace(/^f/, 'F')}.`,
  ]
    .filter(Boolean)
    .join(' ');
}

/** `Tidewater 7.1 and Ebb 4 share the base Fenwick 31.` */
export function wordTrunk({ names, trunk, trunkNames, trunkOfSides, trunkSide }: Compared): string {
  if (!trunk) return `${listOf(names)} have no recorded base in common.`;
  if (trunkSide >= 0) {
    const others = names.filter((_, place) => place !== trunkSide);
    const further = trunkNames.filter((name) => name !== names[trunkSide]);
    const more = trunkNames.length > 1 ? ` (${listOf(further)})` : '';
    return `${listOf(others)} ${others.length === 1 ? 'rests' : 'rest'} on ${names[trunkSide]}${more}.`;
  }
  if (trunkNames.length === 1) return `${listOf(names)} share the base ${trunkNames[0]}.`;
  const each = names.map((name, place) => `${name} rests on ${trunkOfSides[place]}`);
  return `${listOf(names)} share a base in different releases: ${listOf(each)}.`;
}

/** So many labels are named in a sentence; the rest is counted. */
const NAMED = 4;

function wordArea(compared: Compared, area: PointArea, points: readonly Point[]): string {
  const counts = countPoints(points);
  const of = (kind: Point['verdict']['kind']) => points.filter(({ verdict }) => verdict.kind === kind);
  const parts = [
    counts.same > 0 && `${counts.same} the same`,
    counts.different > 0 &&
      `${counts.different} ${counts.different === 1 ? 'differs' : 'differ'} (${labels(of('different'))})`,
    counts.unknown > 0 &&
      `${counts.unknown} known of ${compared.names.length === 2 ? 'one' : 'some'} only (${labels(of('unknown'))})`,
    counts['not comparable'] > 0 &&
      `${counts['not comparable']} cannot be compared (${labels(of('not comparable'))})`,
  ].filter(Boolean);
  return `${labelOfPoints(area)}: ${parts.join('; ')}.${wordLeavers(compared, points)}`;
}

function labels(points: readonly Point[]): string {
  const names = points.slice(0, NAMED).map(({ fact }) => inSentence(fact.label));
  const more = points.length - names.length;
  return more > 0 ? `${names.join(', ')} and ${more} more` : listOf(names);
}

/** Who left the common ground: of points that differ, who sets them and who carries them from the shared base. */
function wordLeavers({ names, trunk, trunkNames, trunkSide }: Compared, points: readonly Point[]): string {
  if (!trunk || trunkSide >= 0) return '';
  const differing = points.filter(({ verdict }) => verdict.kind === 'different');
  const leaving = names.flatMap((name, place) => {
    const left = differing.filter(
      ({ values }) =>
        !values[place].isFromTrunk && values.some((value, other) => other !== place && value.isFromTrunk),
    );
    return left.length ? [`${name} departs from ${trunkNames[0]} in ${labels(left)}`] : [];
  });
  return leaving.length ? ` ${leaving.join('; ')}.` : '';
}

/** The outcome for an audience: `For counters: Yarrowby 3, because of the card reader. It holds if …` */
export function wordOutcome({ names }: Pick<Compared, 'names'>, outcome: Outcome): string {
  const { audience, better, lead, decidedBy, out, sums } = outcome;
  const whom = audience ? `For ${audience}: ` : '';
  if (better === undefined) {
    const isOut = out.length === names.length;
    return `${whom}${isOut ? `none; none meets what is required (${listOf([...new Set(out.flatMap(({ mustHaves }) => mustHaves.map(({ text }) => text)))])})` : sums.some((sum) => sum > 0) ? 'even' : 'nothing decides'}.`;
  }
  const close = lead === undefined ? '' : lead <= CLOSE_LEAD ? ', closely' : '';
  const because = decidedBy.length ? `, because of ${listOf(decidedBy.map(inSentence))}` : '';
  const lacking = out.map(
    ({ place, mustHaves }) =>
      `${names[place]} does not meet what is required: ${listOf(mustHaves.map(({ text }) => text))}`,
  );
  const score = `${names.map((name, place) => `${name} ${formatCount(sums[place])}`).join(', ')}`;
  const parts = [
    `${whom}${names[better]}${close}${because} (${score}${lead === undefined ? '' : `; ahead by ${Math.round(lead * 100)} %`})`,
    ...lacking,
    wordHolding(outcome),
  ].filter(Boolean);
  return `${parts.join('. ')}.`;
}

/** A label within a sentence. */
const inSentence = (label: string) => label.replace(/^\p{Lu}(?=\p{Ll})/u, (letter) => letter.toLowerCase());

function wordHolding({ turnedByWeight, turnedByValue, contributions, out, sums }: Outcome): string {
  if (contributions.length === 0 || sums.length - out.length < 2) return '';
  const weight = turnedByWeight.length
    ? `The result changes if the weight of ${listOf(turnedByWeight.map(inSentence), 'or')} moves by a fifth`
    : 'The result holds if any one weight moves by a fifth';
  const value = turnedByValue.length
    ? `changes if ${listOf(turnedByValue.map(inSentence), 'or')}, which ${turnedByValue.length === 1 ? 'is' : 'are'} not certain, ${turnedByValue.length === 1 ? 'is' : 'are'} the other way`
    : 'holds if any one uncertain value is the other way';
  const joint = Boolean(turnedByWeight.length) === Boolean(turnedByValue.length) ? 'and' : 'but';
  return `${weight}, ${joint} ${value}`;
}

/** A word as it is shown: with the name of the better side before it, where it does not name it itself. */
export function wordOnPoint({ names }: Pick<Compared, 'names'>, { said, read }: PointWord): string {
  const name = read.better === undefined ? '' : names[read.better];
  const first = keyOfName(/^\S+/.exec(said)?.[0] ?? '');
  return name && !keyOfName(name).startsWith(first) ? `${name}: ${said}` : said;
}
