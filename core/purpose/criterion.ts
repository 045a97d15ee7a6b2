/**
 * The score of a criterion, 0 to 10, by its rule, with the range in which it may lie: the rule is applied to the value and to the ends
 * of what the value may be. What is not known may be anything: 0 to 10, and no score.
 */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { CriterionRule } from '../catalogue/criterionRule.ts';
import type { FactValue } from '../catalogue/factValue.ts';
import type { LayerTable } from '../layers/layerTable.ts';
import { amountsOf, hasNamed, type Amount, type Doubt } from './quantity.ts';

/** Where a score comes from. */
export type ScoreBy = 'rule' | 'hand' | 'judgements' | 'nobody';

/** A score and what it may be. */
export interface Score {
  /** Undefined where it is not known. */
  readonly score?: number;
  readonly least: number;
  readonly most: number;
  readonly by: ScoreBy;
  readonly doubt?: Doubt;
  readonly shown?: FactValue;
  /** Days since 1970-01-01 where a day was read; infinite for what has no end. */
  readonly day?: number;
  readonly reason: string;
}

/** The highest score. */
export const FULL = 10;

/** Nobody knows. */
export const UNKNOWN_SCORE: Score = { least: 0, most: FULL, by: 'nobody', doubt: 'unknown', reason: '' };

/** Where a value lies between two others, 0 to 10. From and to the same: 10 at it and beyond. */
export function onScale(value: number, from: number, to: number): number {
  if (from === to) return value >= to ? FULL : 0;
  // What has no end lies beyond both.
  if (!Number.isFinite(value)) return value > 0 === to > from ? FULL : 0;
  return FULL * Math.min(1, Math.max(0, (value - from) / (to - from)));
}

/**
 * The scores of systems by one rule. `among`: the tables of the company that an `among` rule asks of, with what of them is a system
 * itself left to the caller; by default the systems themselves.
 */
export function scoresByRule(
  catalogue: Catalogue,
  tables: readonly LayerTable[],
  rule: CriterionRule,
  day: number,
  company: readonly LayerTable[] = tables,
): Score[] {
  if (rule.test === 'has' || rule.test === 'lacks')
    return tables.map((table) => {
      const { has, doubt } = hasNamed(table, rule.key, rule.name);
      return has === undefined ? unknown(doubt ?? 'unknown') : yesOrNo(has === (rule.test === 'has'), doubt);
    });
  if (rule.test === 'among') return scoresAmong(catalogue, tables, rule, day, company);
  const amounts = amountsOf(catalogue, tables, rule.key, day);
  if (rule.test === 'scale')
    return amounts.map((amount) => scoreOf(amount, (value) => onScale(value, rule.from, rule.to)));
  const { test, than } = rule;
  return amounts.map((amount) =>
    metBy(amount, (value) => (test === 'atLeast' ? value >= than : value <= than)),
  );
}

const unknown = (doubt: Doubt): Score => ({ ...UNKNOWN_SCORE, by: 'rule', doubt });

/** Met or not; in doubt it may be the other as well. */
function yesOrNo(isMet: boolean, doubt: Doubt | undefined): Score {
  const score = isMet ? FULL : 0;
  return doubt
    ? { score, least: 0, most: FULL, by: 'rule', doubt, reason: '' }
    : { score, least: score, most: score, by: 'rule', reason: '' };
}

function told({ shown, doubt, value }: Amount): Pick<Score, 'by' | 'shown' | 'doubt' | 'reason' | 'day'> {
  return {
    by: 'rule',
    ...(shown !== undefined ? { shown } : value !== undefined && { day: value }),
    ...(doubt && { doubt }),
    reason: '',
  };
}

function scoreOf(amount: Amount, of: (value: number) => number): Score {
  const ends = [of(amount.least), of(amount.most)];
  return {
    ...(amount.value !== undefined && { score: of(amount.value) }),
    least: Math.min(...ends),
    most: Math.max(...ends),
    ...told(amount),
  };
}

/** A condition on a number: met, not met, or either, where its range lies on both sides. */
function metBy(amount: Amount, isMet: (value: number) => boolean): Score {
  if (amount.value === undefined && amount.least === -Infinity && amount.most === Infinity)
    return {
      ...unknown(amount.doubt ?? 'unknown'),
      ...(amount.shown !== undefined && { shown: amount.shown }),
    };
  return scoreOf(amount, (value) => (isMet(value) ? FULL : 0));
}

/** 10 times the share of the others, as far as they are known, that are not better. */
function scoresAmong(
  catalogue: Catalogue,
  tables: readonly LayerTable[],
  rule: Extract<CriterionRule, { test: 'among' }>,
  day: number,
  company: readonly LayerTable[],
): Score[] {
  const topOf = ({ layers }: LayerTable) => layers[layers.length - 1].distribution;
  const others = company.filter((each) => !tables.includes(each));
  const all = amountsOf(catalogue, [...tables, ...others], rule.key, day);
  const projects = [...tables, ...others].map(topOf);
  const isInCompany = [
    ...tables.map((table) => company.some((each) => topOf(each) === topOf(table))),
    ...others.map(() => true),
  ];
  return tables.map((_, i): Score => {
    const own = all[i];
    const rivals = all.filter(
      ({ value }, j) => j !== i && projects[j] !== projects[i] && isInCompany[j] && value !== undefined,
    );
    if (rivals.length === 0) return unknown('unknown');
    const share = (value: number) =>
      (FULL * rivals.filter((rival) => !isBetter(rule.better, rival.value!, value)).length) / rivals.length;
    return own.value === undefined && !Number.isFinite(own.least) && !Number.isFinite(own.most)
      ? unknown(own.doubt ?? 'unknown')
      : scoreOf(own, share);
  });
}

const isBetter = (better: 'less' | 'more', rival: number, own: number): boolean =>
  better === 'less' ? rival < own : rival > own;
