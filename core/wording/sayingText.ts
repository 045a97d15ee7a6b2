/** What a reading, or a cell of the layer table, says: in the words in which it was said, else its value. */
import type { FactKey } from '../catalogue/factSheet.ts';
import type { Element } from '../catalogue/factValue.ts';
import type { Interval, Reading } from '../catalogue/reading.ts';
import type { SaidNumber } from '../catalogue/saidNumber.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import { isDirect } from '../catalogue/directChange.ts';
import type { Cell, Standing, ValueState } from '../layers/cell.ts';
import { shownReading } from '../layers/cell.ts';
import { elementsSaid } from '../layers/recordedChanges.ts';
import { wordElement } from './changeText.ts';
import { formatCount, formatValue } from './valueText.ts';
import { lookUp } from '../lookUp.ts';

/** States of a cell in words. */
export const STATE_WORDS: Readonly<Record<ValueState, string>> = {
  own: 'set here',
  carried: 'inherited',
  unchanged: 'confirmed unchanged',
  none: 'none',
  doesNotApply: 'does not apply',
  spoiled: 'unreliable',
  takenOver: 'copied, unverified',
  notLookedAt: 'not examined',
};

/** How a fact stands to its base, in words. */
export const STANDING_WORDS: Readonly<Record<Standing, string>> = {
  same: 'as in the base',
  changed: 'changed',
  'base unknown': 'base not known',
  'no base': 'no base',
  'not comparable': 'not comparable',
  'not checked again': 'unverified',
};

type Words = Pick<Reading, 'state' | 'value' | 'said' | 'interval' | 'marks' | 'tried'>;

/** What a reading says: `just under 25 minutes`, `about 350 MiB`, `at least front, base`, `none, on purpose`. */
export function wordSaying(
  fact: Pick<FactKey, 'type' | 'unit'>,
  { state, value, said, interval, marks, tried }: Words,
): string {
  switch (state) {
    case 'set':
      if (said && fact.type === 'date' && value !== undefined)
        return `${formatValue(fact, value)} (“${said}”)`;
      if (said && fact.type === 'yesNo' && value !== undefined && !/^(yes|no)\b/i.test(said))
        return `${formatValue(fact, value)}, ${said}`;
      if (said) return said;
      if (value === undefined) return interval ? wordInterval(fact, interval) : '';
      if (marks.includes('partial')) return `at least ${formatValue(fact, value)}`;
      return `${marks.includes('approximate') ? 'about ' : ''}${formatValue(fact, value)}`;
    case 'unchanged':
      return STATE_WORDS.unchanged;
    case 'none':
      return marks.includes('onPurpose') ? (said ?? 'none, on purpose') : 'none';
    case 'doesNotApply':
      return STATE_WORDS.doesNotApply;
    case 'notFoundOut':
      return tried ? `could not be found out (${tried})` : 'could not be found out';
  }
}

/** `25 to 30 minutes`, `at least 25 minutes`, `at most 30 minutes`. */
function wordInterval({ unit }: Pick<FactKey, 'unit'>, { least, most }: Interval): string {
  const more = unit ? ` ${unit}` : '';
  if (least === undefined) return `at most ${formatCount(most ?? 0)}${more}`;
  if (most === undefined) return `at least ${formatCount(least)}${more}`;
  return `${formatCount(least)} to ${formatCount(most)}${more}`;
}

/** How a number that is being typed is taken: `12 % of 8 GiB = 983 MiB`, `taken as 23 to 28 minutes`; empty for a plain one. */
export function wordSaidNumber(fact: FactKey, { value, interval, unit, arithmetic }: SaidNumber): string {
  if (arithmetic) return arithmetic;
  if (value === undefined) return 'kept as said, not ranked';
  if (interval) return `taken as ${wordInterval(fact, interval)}`;
  return unit ? `taken as ${formatValue(fact, value)}` : '';
}

/** What a cell shows of its layer: its own saying, or what it carries. Empty where nothing is known. */
export function wordCell(fact: FactKey, cell: Cell): string {
  const reading = shownReading(cell);
  if (cell.byEdition.length > 0) return 'depends on the edition';
  if (reading && (reading.state !== 'unchanged' || cell.value === undefined))
    return wordSaying(fact, { ...reading, ...(cell.value !== undefined && { value: cell.value }) });
  if (cell.absent) return 'none';
  if (cell.value !== undefined) return formatValue(fact, cell.value);
  // Parts of a list whose base is not known.
  return cell.recorded.filter(isDirect).flatMap(elementsSaid).map(wordElement).join(', ');
}

/** One element with all its settings: `steady (held 21 days; tier trial)`. */
export function wordElementWhole({ slot, name, settings = {} }: Element): string {
  const more = Object.entries(settings)
    .map(([key, value]) => wordSetting(key, value))
    .filter(Boolean);
  return `${slot ? `${slot}: ` : ''}${name}${more.length ? ` (${more.join('; ')})` : ''}`;
}

/** Settings that say what they are by their words. */
const PLAIN_SETTINGS = [
  'how',
  'acts',
  'offered',
  'functions',
  'part',
  'ran',
  'of',
  'place',
  'formats',
  'purpose',
];

/** Settings that are words by themselves, or have other words than their name. */
const SETTING_WORDS: Readonly<Record<string, (value: string) => string>> = {
  state: (value) => (value === 'on' ? '' : value),
  date: (value) => formatWhen(value),
  size: (value) => (/^\d+ \S/.test(value) ? value.replace(/^\d+/, (n) => formatCount(Number(n))) : value),
  holding: (value) => `tested ${withUnit(value, 'days')}`,
  holdingMost: (value) => `at most ${withUnit(value, 'days')}`,
  version: (value) => value,
  packages: (value) => withUnit(value, 'packages'),
  kind: (value) => (value === 'both' ? 'live and installable' : value),
  owner: (value) => (value === 'own' ? 'its own' : value),
  by: (value) => `counted by ${value}`,
  maker: (value) => `by ${value}`,
  ...Object.fromEntries(PLAIN_SETTINGS.map((key) => [key, (value: string) => value])),
};

function wordSetting(key: string, value: string): string {
  return lookUp(SETTING_WORDS, key)?.(value) ?? `${key} ${value}`;
}

/** `21` and `21 days` as `21 days`. */
function withUnit(value: string, unit: string): string {
  return /^\d+(\.\d+)?$/.test(value) ? `${value} ${unit}` : value;
}
