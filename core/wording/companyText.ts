/** What is usual, rare and first in a company, in words. */
import { formatDay } from '../catalogue/days.ts';
import { findFactKey, type FactKey } from '../catalogue/factSheet.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import type { CohortRule } from '../catalogue/cohort.ts';
import { RULE_PARTS } from '../peers/cohort.ts';
import type { Distinct, Unusual } from '../peers/distinct.ts';
import type { Neighbour } from '../peers/neighbours.ts';
import type { Spread, UsualRange } from '../peers/spread.ts';
import { wordConditionNames } from './sideText.ts';
import { formatCount, formatNumberOf, formatValue, listOf } from './valueText.ts';

/** `all of them`, `those on Fenwick with the desktop Trellis`. `nameOf` names records. */
export function wordRule(rule: CohortRule, nameOf: (id: string) => string): string {
  const parts = (Object.keys(RULE_PARTS) as (keyof CohortRule)[]).flatMap((part) => {
    const value = rule[part];
    if (!value) return [];
    const named = part === 'base' || part === 'family' ? nameOf(value) : value;
    return [`${RULE_PARTS[part].label.toLowerCase()} ${named}`];
  });
  return parts.length ? `those with ${listOf(parts)}` : 'all of them';
}

const labelOf = (key: string) => findFactKey(key)?.label ?? key;

/** `Actions in order: restore points`; of what nobody but it has only the label. */
export const wordDistinct = ({ key, name }: Distinct): string =>
  name ? `${labelOf(key)}: ${name}` : labelOf(key);

/** `1 of 9 has it; first in Tidewater, March 2026`. */
export function wordCounts({ k, n, first }: Distinct, nameOf: (id: string) => string): string {
  const who = first ? `; first in ${nameOf(first.id)}, ${formatWhen(formatDay(first.day))}` : '';
  return `${formatCount(k)} of ${formatCount(n)} ${k === 1 ? 'has' : 'have'} it${who}`;
}

/** `780 to 900 MiB (the middle half of 7 systems, median 850)`. */
export function wordUsual(fact: FactKey, { least, middle, most, of }: UsualRange): string {
  const rounded = (value: number) => Math.round(value * 10) / 10;
  const range =
    rounded(least) === rounded(most)
      ? formatValue(fact, rounded(least))
      : `${formatCount(rounded(least))} to ${formatValue(fact, rounded(most))}`;
  return `${range} (the middle half of ${formatNumberOf(of, 'system')}, median ${formatCount(rounded(middle))})`;
}

/** `Memory in use: 1,100 MiB, above the usual 780 to 900 MiB (the middle half of 7 systems, median 850)`. */
export function wordUnusual({ key, value, usual }: Unusual): string {
  const fact = findFactKey(key)!;
  return `${fact.label}: ${formatValue(fact, value)}, ${value < usual.least ? 'below' : 'above'} the usual ${wordUsual(fact, usual)}`;
}

/** The spread in one sentence: `Of 9, 7 are known: 4 have volunteers …; 2 are not known.` */
export function wordSpread({ key, known, unknown, values, usual, apart }: Spread): string {
  const fact = findFactKey(key)!;
  const of = `Recorded for ${formatCount(known)}, not for ${formatCount(unknown)}`;
  if (known === 0) return `${of}.`;
  if (fact.type === 'number') {
    const range = usual ? `; usually ${wordUsual(fact, usual)}` : '; too few to say what is usual';
    return `${of}${range}${apart.length ? `; ${formatNumberOf(apart.length, 'figure')} ${apart.length === 1 ? 'stands' : 'stand'} apart` : ''}.`;
  }
  const [first] = values;
  const rare = values.filter(({ isRare }) => isRare).length;
  return `${of}; most usual is ${first.name} (${formatCount(first.members.length)} of ${formatCount(first.of)})${rare ? `; ${formatCount(rare)} rare` : ''}.`;
}

/** `measured under another tool and memory`. */
export const wordApart = (why: readonly string[]): string =>
  `other, or not known to be equal: ${wordConditionNames(why)}`;

/** `78.4 %, 40 of 51 points the same`. */
export function wordNeighbour({ share, same, comparable }: Neighbour): string {
  return `${(share * 100).toFixed(1)} %, ${formatCount(same)} of ${formatNumberOf(comparable, 'point')} the same`;
}
