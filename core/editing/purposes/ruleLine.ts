/**
 * What is asked of candidates, in a line, and back into a line.
 *
 *     criterion = name [ ":" rule ] [ "," "weight" number ] [ "because" why ]
 *     must-have = name [ ":" rule ]
 *     rule      = fact ( "from" value "to" value / "at least" value / "at most" value / "has" name / "lacks" name /
 *                 ( "less" / "more" ) "is better" [ "in" company ] )
 *
 * A fact is named as in a visit, or `support` (the end that counts), `support with bases` (the first end of the chain), `days past
 * base`. Values are typed as those of the fact; of a list they are counts, and a date that is not a day means its first.
 */
import { recordsOf, type Catalogue } from '../../catalogue/catalogue.ts';
import type { CriterionRule } from '../../catalogue/criterionRule.ts';
import { firstDayOf, formatDay } from '../../catalogue/days.ts';
import { findFactKey, formatTypedValue } from '../../catalogue/factSheet.ts';
import { keyOfName } from '../../sameness/name.ts';
import { parseWhen } from '../../catalogue/parseWhen.ts';
import type { Purpose } from '../../catalogue/purpose.ts';
import { recordOf } from '../../catalogue/catalogue.ts';
import { parseSaidNumber } from '../../catalogue/saidNumber.ts';
import { createIssue, failure, success, type Result } from '../../issue.ts';
import { findQuantity, type Quantity } from '../../purpose/quantity.ts';
import { splitLine } from '../lines/lineNames.ts';
import { lookUp } from '../../lookUp.ts';

type Criterion = Purpose['criteria'][number];
type MustHave = Purpose['mustHaves'][number];

const NAMED: readonly (readonly [words: string, key: string])[] = [
  ['support with bases', 'support.covered'],
  ['days past base', 'support.past'],
  ['support', 'model.supportEnd'],
];

/** Reads a rule. Issues: `rule.fact` (names none), `rule.test` (asks nothing of it), `rule.value`, `rule.company`. */
export function parseRule(catalogue: Catalogue, text: string): Result<CriterionRule> {
  const refuse = (code: string, params = {}) => failure(createIssue('error', code, text, params));
  const match = /^(.+?) (from|at least|at most|has|lacks|less is better|more is better)(?: (.+))?$/is.exec(
    text.trim(),
  );
  if (!match) return refuse('rule.test');
  const [, name, test, rest = ''] = match;
  const quantity = quantityNamed(name);
  if (!quantity) return refuse('rule.fact', { name });
  const { key } = quantity;
  const number = (typed: string) => amountIn(quantity, typed.trim());
  switch (test.toLowerCase()) {
    case 'from': {
      const [, low, high] = /^(.+?) to (.+)$/is.exec(rest) ?? [];
      const [from, to] = [number(low ?? ''), number(high ?? '')];
      if (from === null || to === null) return refuse('rule.value', { text: rest, unit: unitOf(quantity) });
      return success({ test: 'scale', key, from, to });
    }
    case 'at least':
    case 'at most': {
      const than = number(rest);
      if (than === null) return refuse('rule.value', { text: rest, unit: unitOf(quantity) });
      return success({ test: test.toLowerCase() === 'at least' ? 'atLeast' : 'atMost', key, than });
    }
    case 'has':
    case 'lacks':
      if (!rest.trim()) return refuse('rule.test');
      return success({ test: test.toLowerCase() as 'has' | 'lacks', key, name: rest.trim() });
    default: {
      const better = /^less/i.test(test) ? 'less' : 'more';
      if (!rest) return success({ test: 'among', key, better });
      const called = keyOfName(rest.replace(/^(in|among) /i, ''));
      const cohort = [...recordsOf(catalogue, 'cohort')].find((each) => keyOfName(each.name) === called);
      return cohort
        ? success({ test: 'among', key, better, cohort: cohort.id })
        : refuse('rule.company', { text: rest });
    }
  }
}

function quantityNamed(text: string): Quantity | undefined {
  const folded = keyOfName(text);
  const [, computed] = NAMED.find(([words]) => keyOfName(words) === folded) ?? [];
  if (computed) return findQuantity(computed);
  const split = splitLine(text.trim());
  return split?.name.fact && !split.rest ? split.name.fact : undefined;
}

const unitOf = ({ type, unit }: Quantity) =>
  type === 'date' ? 'a date' : type === 'list' ? 'a count' : (unit ?? 'a number');

function amountIn({ type, unit, key }: Quantity, typed: string): number | null {
  if (type === 'date') {
    const day = firstDayOf(parseWhen(typed) ?? '');
    return Number.isFinite(day) ? day : null;
  }
  const fact = findFactKey(key);
  const plain = /^-?\d+(\.\d+)?$/.exec(typed.replace(new RegExp(` ${unit ?? ''}$`), ''));
  if (plain) return Number(plain[0]);
  return fact && type === 'number' ? (parseSaidNumber(fact, typed)?.value ?? null) : null;
}

/** A rule as a line: `parseRule` reads it back. */
export function formatRule(catalogue: Catalogue, rule: CriterionRule): string {
  const quantity = findQuantity(rule.key);
  const name = NAMED.find(([, key]) => key === rule.key)?.[0] ?? quantity?.label ?? rule.key;
  const amount = (value: number) =>
    quantity?.type === 'date'
      ? formatDay(value)
      : quantity?.type === 'number' && quantity.unit !== quantity.label.toLowerCase()
        ? formatTypedValue(quantity, value)
        : String(value);
  switch (rule.test) {
    case 'scale':
      return `${name} from ${amount(rule.from)} to ${amount(rule.to)}`;
    case 'atLeast':
      return `${name} at least ${amount(rule.than)}`;
    case 'atMost':
      return `${name} at most ${amount(rule.than)}`;
    case 'has':
    case 'lacks':
      return `${name} ${rule.test} ${rule.name}`;
    case 'among': {
      const company = rule.cohort && recordOf(catalogue, 'cohort', rule.cohort)?.name;
      return `${name} ${rule.better} is better${company ? ` in ${company}` : ''}`;
    }
  }
}

/** Reads a criterion. Issues: `rule.name`, `rule.weight`, and those of its rule. */
export function parseCriterion(catalogue: Catalogue, text: string): Result<Criterion> {
  const [, main, reason = ''] = /^(.*?)(?:,? because (.+))?$/is.exec(text.trim())!;
  const [, body, weighed] = /^(.*?)(?:,\s*weight (\S+))?$/is.exec(main.trim())!;
  const weight = weighed === undefined ? 1 : Number(weighed);
  if (!(weight >= 0 && weight <= 1000))
    return failure(createIssue('error', 'rule.weight', text, { text: weighed ?? '' }));
  const named = parseMustHave(catalogue, body);
  if (!named.ok) return named;
  const { text: name, rule } = named.value;
  return success({ name, weight, ...(rule && { rule }), reason });
}

/** Reads something that must be there. Issues: `rule.name`, and those of its rule. */
export function parseMustHave(catalogue: Catalogue, text: string): Result<MustHave> {
  const [, name = '', ruled] = /^([^:]*?)\s*(?::\s*(.+))?$/s.exec(text.trim()) ?? [];
  if (!name || name.length > 300) return failure(createIssue('error', 'rule.name', text));
  if (!ruled) return success({ text: name });
  const rule = parseRule(catalogue, ruled);
  return rule.ok ? success({ text: name, rule: rule.value }) : rule;
}

/** A criterion as a line. */
export function formatCriterion(catalogue: Catalogue, { name, weight, rule, reason }: Criterion): string {
  return [
    rule ? `${name}: ${formatRule(catalogue, rule)}` : name,
    `, weight ${weight}`,
    reason && ` because ${reason}`,
  ].join('');
}

/** A must-have as a line. */
export function formatMustHave(catalogue: Catalogue, { text, rule }: MustHave): string {
  return rule ? `${text}: ${formatRule(catalogue, rule)}` : text;
}

const SCORE_WORDS = { yes: [10, 10], no: [0, 0], 'not known': [0, 10] };

/** What is scored by hand: `7`, `6 to 8 because …`; of a must-have `yes`, `no`, `not known`. Null takes it back. */
export function parseHandScore(
  text: string,
): Result<{ readonly least: number; readonly most: number; readonly reason: string } | null> {
  const [, said, reason = ''] = /^(.*?)(?:,? because (.+))?$/is.exec(text.trim())!;
  if (!said.trim()) return success(null);
  const word = lookUp(SCORE_WORDS, said.trim().toLowerCase());
  const range = /^(\d+(?:\.\d+)?)(?:\s*(?:to|-|–)\s*(\d+(?:\.\d+)?))?$/.exec(said.trim());
  const [least, most] = word ?? (range ? [Number(range[1]), Number(range[2] ?? range[1])] : [NaN, NaN]);
  if (!(least >= 0 && least <= most && most <= 10))
    return failure(createIssue('error', 'rule.score', text, { text: said }));
  return success({ least, most, reason });
}
