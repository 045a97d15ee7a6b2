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
  spoiled: 'unreliable',
  conditions: 'measured under other conditions',
  words: 'said in words only',
  disputed: 'sources disagree',
  unsure: 'not sure',
  unchecked: 'unverified',
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

/** The answer: who leads and how surely, who is out, what is not checked, what would change the order. */
export function wordRanking(ranking: Ranking): string[] {
  const { candidates, first, turnedByFact, turnedByWeight, purpose } = ranking;
  if (candidates.length === 0) return ['There is no candidate yet.'];
  if (purpose.criteria.length === 0 && purpose.mustHaves.length === 0)
    return ['The purpose has no criterion yet: add a criterion or a requirement.'];
  const out = candidates.filter(({ isOut }) => isOut);
  const left = candidates.filter(({ isOut }) => !isOut);
  const sentences = [...leadSentences(ranking, left)];
  for (const { names, texts } of byMustHaves(out, 'no'))
    sentences.push(`${listOf(names)} ${names.length > 1 ? 'are' : 'is'} out: “${texts}” is not met.`);
  for (const { names, texts } of byMustHaves(left, 'not known'))
    sentences.push(
      `Nobody has checked whether ${names.length > 4 ? formatNumberOf(names.length, 'candidate') : listOf(names, 'or')} ${names.length === 1 ? 'meets' : 'meet'} “${texts}”; ${names.length === 1 ? 'it ranks' : 'they rank'} below those that do, whatever the score.`,
    );
  if (first && turnedByWeight.length)
    sentences.push(
      `A fifth more or less weight on ${listOf(
        turnedByWeight.map((name) => `“${name}”`),
        'or',
      )} would put another candidate first.`,
    );
  if (first && turnedByFact.length) sentences.push(turningFacts(turnedByFact));
  if (first && !turnedByWeight.length && !turnedByFact.length && left.length > 1)
    sentences.push('No single weight and no single uncertain value would change that.');
  return sentences;
}

function leadSentences({ first, purpose }: Ranking, left: readonly Ranked[]): string[] {
  if (left.length === 0) return ['No candidate meets all requirements.'];
  if (!first) {
    const tied = left.filter(({ rank }) => rank === 1);
    if (tied.some(({ score }) => score !== undefined))
      return [`${listOf(tied.map(({ name }) => name))} share the first place.`];
    if (purpose.criteria.length) return ['Nothing is known on any criterion.'];
    const names = listOf(tied.map(({ name }) => name));
    return [`${names} meet${tied.length > 1 ? '' : 's'} the requirements, as far as is known.`];
  }
  const second = left.find(({ rank }) => rank > 1);
  const [score, next] = [first.score, second?.score].map((each) =>
    each === undefined ? '' : formatScore(each),
  );
  const lead =
    score && next
      ? `${first.name} leads ${second!.name} by ${score} to ${next} of 10`
      : `${first.name} is first${score ? ` with ${score} of 10` : ''}`;
  if (first.worst === 1) return [`${lead}, whatever the open values turn out to be.`];
  return [
    `No clear winner. ${lead}, but what is not known could put ${first.name} anywhere from first to place ${first.worst}.`,
  ];
}

/** So many findings are named. */
const NAMED = 4;

function turningFacts(facts: Ranking['turnedByFact']): string {
  const named = facts.slice(0, NAMED).map(({ candidate, on }) => `“${on}” of ${candidate}`);
  const more = facts.length - named.length;
  const list = more > 0 ? [...named, `${more} more`] : named;
  return facts.length === 1
    ? `One finding could change the first place: ${named[0]}.`
    : `The first place could change with any of ${formatNumberOf(facts.length, 'finding')}: ${listOf(list)}.`;
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
