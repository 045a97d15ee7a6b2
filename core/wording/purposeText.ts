/** The answer to a purpose in sentences: who is first, why, how surely, what is out and what would turn it. */
import { findQuantity } from '../purpose/quantity.ts';
import { formatDay } from '../catalogue/days.ts';
import { formatWhen } from '../catalogue/formatWhen.ts';
import type { Doubt } from '../purpose/quantity.ts';
import type { Score } from '../purpose/criterion.ts';
import type { Ranked, Ranking } from '../purpose/ranking.ts';
import { formatNumberOf, formatValue, listOf } from './valueText.ts';

/** Why a value is not sure, or cannot be used. */
export const DOUBTS: Readonly<Record<Doubt, string>> = {
  unknown: 'not known',
  spoiled: 'seen under conditions that spoil it',
  conditions: 'measured under other conditions',
  words: 'said in words only',
  disputed: 'sources disagree',
  unsure: 'not sure',
  unchecked: 'not checked again',
  partial: 'known in part',
};

/** A score with one decimal. */
export const formatScore = (score: number): string =>
  (Math.round(score * 10) / 10).toFixed(1).replace(/\.0$/, '');

/** `7.5`, `6 to 8`, `–` where nothing is known. */
export function wordScore({ score, least, most }: Pick<Score, 'score' | 'least' | 'most'>): string {
  if (score === undefined) return '–';
  const isRange = most - least > 0.05;
  return isRange
    ? `${formatScore(score)} (${formatScore(least)} to ${formatScore(most)})`
    : formatScore(score);
}

/** What a score was read off: the value, by whom, what is in doubt. */
export function wordScoreSource(score: Score, key: string | undefined): string {
  const quantity = key ? findQuantity(key) : undefined;
  const shown =
    score.day !== undefined
      ? Number.isFinite(score.day)
        ? quantity?.type === 'date'
          ? formatWhen(formatDay(score.day))
          : formatNumberOf(score.day, 'day')
        : 'no end'
      : score.shown === undefined
        ? ''
        : quantity?.type === 'list' && Array.isArray(score.shown)
          ? formatNumberOf(score.shown.length, 'element')
          : formatValue(quantity ?? { type: 'text' }, score.shown);
  const by = { rule: '', hand: 'by hand', judgements: `judged by ${score.reason}`, nobody: '' }[score.by];
  const reason = score.by === 'hand' ? score.reason : '';
  const doubt = score.doubt && !(score.doubt === 'unknown' && shown) ? DOUBTS[score.doubt] : '';
  return [shown, by, doubt, reason].filter(Boolean).join(', ');
}

/** `1`, `2 (1 to 3)`. */
export function wordRank({ rank, best, worst }: Pick<Ranked, 'rank' | 'best' | 'worst'>): string {
  return best === worst ? String(rank) : `${rank} (${best} to ${worst})`;
}

/** The answer. */
export function wordRanking({ candidates, first, turnedByFact, turnedByWeight, purpose }: Ranking): string[] {
  if (candidates.length === 0) return ['There is no candidate yet.'];
  if (purpose.criteria.length === 0 && purpose.mustHaves.length === 0)
    return ['Nothing is asked of them yet: write a criterion, or what must be there.'];
  const sentences: string[] = [];
  const out = candidates.filter(({ isOut }) => isOut);
  const left = candidates.filter(({ isOut }) => !isOut);
  if (first) {
    const second = left.find(({ rank }) => rank > 1);
    const lead =
      first.score !== undefined && second?.score !== undefined
        ? ` with ${formatScore(first.score)} of 10, before ${second.name} with ${formatScore(second.score)}`
        : '';
    sentences.push(
      `${first.name} is first${lead}${first.worst > 1 ? `; it may be as low as place ${first.worst}` : ', whatever turns out of what is not sure'}.`,
    );
  } else if (left.length === 0) sentences.push('Nobody meets all that must be there.');
  else {
    const tied = left.filter(({ rank }) => rank === 1);
    const isKnown = tied.some(({ score }) => score !== undefined);
    if (isKnown) sentences.push(`${listOf(tied.map(({ name }) => name))} share the first place.`);
    else if (purpose.criteria.length) sentences.push('Of no criterion is anything known.');
    else
      sentences.push(
        `${listOf(tied.map(({ name }) => name))} meet${tied.length > 1 ? '' : 's'} what must be there, as far as is known.`,
      );
  }
  for (const { names, texts } of byMustHaves(out, 'no'))
    sentences.push(`${listOf(names)} ${names.length > 1 ? 'are' : 'is'} out: “${texts}” is not met.`);
  for (const { names, texts } of byMustHaves(left, 'not known'))
    sentences.push(`Of ${listOf(names)} it is not known whether “${texts}” is met.`);
  if (first && turnedByWeight.length)
    sentences.push(
      `A fifth more or less weight on ${listOf(
        turnedByWeight.map((name) => `“${name}”`),
        'or',
      )} would put another first.`,
    );
  if (first && turnedByFact.length) {
    const facts = turnedByFact.map(({ candidate, on }) => `“${on}” of ${candidate}`);
    sentences.push(
      `Another would be first if ${listOf(facts.slice(0, 4), 'or')}${facts.length > 4 ? ` (and ${facts.length - 4} more)` : ''} turned out otherwise.`,
    );
  }
  if (first && !turnedByWeight.length && !turnedByFact.length && left.length > 1)
    sentences.push('No single weight and no single uncertain value turns that.');
  return sentences;
}

/** Candidates with the must-haves of which something is so, those with the same ones together. */
function byMustHaves(
  candidates: readonly Ranked[],
  is: 'no' | 'not known',
): { readonly names: readonly string[]; readonly texts: string }[] {
  const groups = new Map<string, string[]>();
  for (const { name, mustHaves } of candidates) {
    const texts = mustHaves.filter(({ met }) => met === is).map(({ text }) => text);
    if (texts.length) groups.set(texts.join('” and “'), [...(groups.get(texts.join('” and “')) ?? []), name]);
  }
  return [...groups].map(([texts, names]) => ({ texts, names }));
}
