/**
 * The candidates for a purpose in order: who meets what must be there before those of whom that is not known,
 * and those before who does not; then by the weighted mean of the criteria.
 * Each rank comes with its range: the best and the worst place when any one weight moves by a fifth, or when every uncertain value
 * turns out best for it and worst for the others, and the other way round.
 */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { CriterionRule } from '../catalogue/criterionRule.ts';
import { sameName } from '../sameness/name.ts';
import type { Purpose } from '../catalogue/purpose.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { layerTable, type LayerTable } from '../layers/layerTable.ts';
import { chainOfSubject, subjectsOfLayer } from '../lineage/chain.ts';
import { nameOf, nameOfLayer } from '../lineage/names.ts';
import { companyOf, type Company } from '../peers/company.ts';
import { membersOf } from '../peers/cohort.ts';
import { opinionsOf, standingOpinions } from '../assessments/standing.ts';
import { FULL, scoresByRule, UNKNOWN_SCORE, type Score } from './criterion.ts';

/** Whether something that must be there is. */
export type Met = 'yes' | 'no' | 'not known';

/** One candidate. */
export interface Ranked {
  readonly subject: RecordId;
  /** The layer that it is judged by. */
  readonly layer: RecordId;
  readonly name: string;
  /** Of each criterion, in their order. */
  readonly scores: readonly Score[];
  /** Of each must-have, in their order. */
  readonly mustHaves: readonly { readonly text: string; readonly met: Met; readonly score: Score }[];
  /** The weighted mean over the criteria that are known, 0 to 10; undefined where none is. */
  readonly score?: number;
  /** The mean with all at their least, and at their most: what is not known counts as 0 and as 10. */
  readonly least: number;
  readonly most: number;
  /** The share of the weights of which the score is known. */
  readonly known: number;
  /** True where something that must be there is not. */
  readonly isOut: boolean;
  readonly rank: number;
  readonly best: number;
  readonly worst: number;
}

/** The answer to a purpose. */
export interface Ranking {
  readonly purpose: Purpose;
  /** By rank, those of one rank by name. */
  readonly candidates: readonly Ranked[];
  /** Names of the criteria whose weight, a fifth higher or lower, would put another first. */
  readonly turnedByWeight: readonly string[];
  /** Uncertain values which, the other way, would put another first: of whom, and by which criterion or must-have. */
  readonly turnedByFact: readonly { readonly candidate: string; readonly on: string }[];
  /** First by more than nothing, and alone. */
  readonly first?: Ranked;
}

/** Ranks the candidates of a purpose as of a day (days since 1970-01-01). */
export function rankCandidates(catalogue: Catalogue, purpose: Purpose, day: number): Ranking {
  const tables = purpose.candidates.map((id) => layerTable(catalogue, chainOfSubject(catalogue, id, day)));
  const scorer = scorerOf(catalogue, purpose, tables, day);
  const criteria = purpose.criteria.map(({ name, rule }) => scorer(name, rule, true));
  const needed = purpose.mustHaves.map(({ text, rule }) => scorer(text, rule, false));
  const weights = purpose.criteria.map(({ weight }) => weight);
  const standings = tables.map((_, i): Standing => ({
    scores: criteria.map((scores) => scores[i]),
    needed: needed.map((scores) => scores[i]),
  }));
  const asIs = standings.map((each) => placeOf(each, weights, 'score'));
  const ranges = rangesOf(standings, weights);
  const candidates = purpose.candidates.map((subject, i): Ranked => {
    const { scores, needed: musts } = standings[i];
    const layer = tables[i].layers[tables[i].layers.length - 1];
    const place = asIs[i];
    const total = weights.reduce((sum, weight) => sum + weight, 0);
    const known = weights.reduce((sum, weight, at) => sum + (scores[at].score === undefined ? 0 : weight), 0);
    return {
      subject,
      layer: layer.id,
      name: nameOfCandidate(catalogue, subject, tables[i]),
      scores,
      mustHaves: musts.map((score, at) => ({ text: purpose.mustHaves[at].text, met: metOf(score), score })),
      ...(place.mean !== undefined && { score: place.mean }),
      least: placeOf(standings[i], weights, 'least').mean ?? 0,
      most: placeOf(standings[i], weights, 'most').mean ?? FULL,
      known: total > 0 ? known / total : 0,
      isOut: place.tier === 2,
      ...ranges[i],
    };
  });
  const sorted = candidates.toSorted((a, b) => a.rank - b.rank || a.name.localeCompare(b.name, 'en'));
  const [first, second] = sorted;
  const isFirst = first !== undefined && !first.isOut && first.score !== undefined && second?.rank !== 1;
  return {
    purpose,
    candidates: sorted,
    ...turnedBy(standings, weights, candidates, purpose),
    ...(isFirst && { first }),
  };
}

function nameOfCandidate(catalogue: Catalogue, subject: RecordId, { layers }: LayerTable): string {
  const top = layers[layers.length - 1];
  return top.dependsOnEdition ? nameOf(catalogue, subject) : nameOfLayer(catalogue, top);
}

/** Of one candidate what each criterion and each must-have scores. */
interface Standing {
  readonly scores: readonly Score[];
  readonly needed: readonly Score[];
}

/** Where a candidate stands: the mean, and how many must-haves decide against it before that. */
interface Place {
  readonly mean?: number;
  /** 0: all that must be there is, 1: of something that is not known, 2: something is not there. */
  readonly tier: 0 | 1 | 2;
}

const HALF = FULL / 2;

/** Whether a must-have is met: by its score; a range that lies on both sides is not known. */
export function metOf({ score, least, most, by }: Score): Met {
  if (least >= HALF) return 'yes';
  if (most < HALF) return 'no';
  return score === undefined || by === 'nobody' ? 'not known' : score >= HALF ? 'yes' : 'no';
}

/** The place with the scores as they are, at their least or at their most: then what is not known is not there, or there. */
function placeOf(
  { scores, needed }: Standing,
  weights: readonly number[],
  at: 'score' | 'least' | 'most',
): Place {
  let sum = 0;
  let weighed = 0;
  scores.forEach((score, i) => {
    const value = score[at];
    if (value === undefined) return;
    sum += weights[i] * value;
    weighed += weights[i];
  });
  const met = needed.map((score): Met => {
    if (at === 'score') return metOf(score);
    return score[at] < HALF ? 'no' : 'yes';
  });
  const tier = met.includes('no') ? 2 : met.includes('not known') ? 1 : 0;
  return { ...(weighed > 0 && { mean: sum / weighed }), tier };
}

const EQUAL = 1e-9;

/** True if one stands before another: by what must be there, then the higher mean, known before unknown. */
function isBefore(a: Place, b: Place): boolean {
  if (a.tier !== b.tier) return a.tier < b.tier;
  return (a.mean ?? -1) > (b.mean ?? -1) + EQUAL;
}

/** 1 and the number of those that stand before it. */
function rankIn(places: readonly Place[], i: number): number {
  return 1 + places.filter((each, j) => j !== i && isBefore(each, places[i])).length;
}

/** The weights as they are, and with any one of them a fifth higher or lower. */
function variantsOf(
  weights: readonly number[],
): { readonly weights: readonly number[]; readonly moved: number }[] {
  return weights.flatMap((weight, i) =>
    [0.8, 1.2].map((factor) => ({ weights: weights.with(i, weight * factor), moved: i })),
  );
}

function rangesOf(
  standings: readonly Standing[],
  weights: readonly number[],
): readonly Pick<Ranked, 'rank' | 'best' | 'worst'>[] {
  const all = (at: 'score' | 'least' | 'most', by = weights) =>
    standings.map((each) => placeOf(each, by, at));
  const asIs = all('score');
  const [leasts, mosts] = [all('least'), all('most')];
  const moved = variantsOf(weights).map((variant) => all('score', variant.weights));
  return standings.map((_, i) => {
    const rank = rankIn(asIs, i);
    const ranks = [
      rank,
      ...moved.map((places) => rankIn(places, i)),
      rankIn(leasts.with(i, mosts[i]), i),
      rankIn(mosts.with(i, leasts[i]), i),
    ];
    return { rank, best: Math.min(...ranks), worst: Math.max(...ranks) };
  });
}

/** What would put another first. */
function turnedBy(
  standings: readonly Standing[],
  weights: readonly number[],
  candidates: readonly Ranked[],
  { criteria, mustHaves }: Purpose,
): Pick<Ranking, 'turnedByWeight' | 'turnedByFact'> {
  const firstsOf = (of: readonly Standing[], by = weights) => {
    const places = of.map((each) => placeOf(each, by, 'score'));
    return places.flatMap((_, i) => (rankIn(places, i) === 1 ? [i] : [])).join();
  };
  const first = firstsOf(standings);
  const moved = variantsOf(weights).filter((variant) => firstsOf(standings, variant.weights) !== first);
  const turnedByFact = standings.flatMap((standing, i) =>
    (['scores', 'needed'] as const).flatMap((part) =>
      standing[part].flatMap((score, k) => {
        if (score.least === score.most) return [];
        const turns = [score.least, score.most].some((value) => {
          const other: Score = { ...score, score: value, least: value, most: value, by: 'rule' };
          const changed = { ...standing, [part]: standing[part].with(k, other) };
          return firstsOf(standings.with(i, changed)) !== first;
        });
        const on = part === 'scores' ? criteria[k].name : mustHaves[k].text;
        return turns ? [{ candidate: candidates[i].name, on }] : [];
      }),
    ),
  );
  return {
    turnedByWeight: [...new Set(moved.map((variant) => criteria[variant.moved].name))],
    turnedByFact,
  };
}

/** Scores all candidates on one thing: by its rule, else by hand, else by what judgements of the candidates say of it. */
function scorerOf(
  catalogue: Catalogue,
  { candidates, scores }: Purpose,
  tables: readonly LayerTable[],
  day: number,
) {
  const companies = new Map<RecordId, readonly LayerTable[]>();
  let everybody: Company | undefined;
  const companyFor = (cohort: RecordId | undefined): readonly LayerTable[] | undefined => {
    const record = cohort && recordOf(catalogue, 'cohort', cohort);
    if (!record) return undefined;
    let company = companies.get(record.id);
    if (!company) {
      const ids = record.members.length
        ? record.members
        : membersOf((everybody ??= companyOf(catalogue, day)), record).map(({ id }) => id);
      company = ids.map((id) => layerTable(catalogue, chainOfSubject(catalogue, id, day)));
      companies.set(record.id, company);
    }
    return company;
  };
  return (on: string, rule: CriterionRule | undefined, isCriterion: boolean): Score[] => {
    const byHand = (candidate: RecordId): Score | undefined => {
      const given = scores.find((each) => each.candidate === candidate && sameName(each.on, on));
      return given && scoreBetween(given.least, given.most, 'hand', given.reason);
    };
    const byRule =
      rule &&
      scoresByRule(catalogue, tables, rule, day, companyFor(rule.test === 'among' ? rule.cohort : undefined));
    return candidates.map(
      (candidate, i) =>
        byHand(candidate) ??
        byRule?.[i] ??
        (isCriterion ? byJudgements(catalogue, tables[i], on) : undefined) ??
        UNKNOWN_SCORE,
    );
  };
}

function scoreBetween(least: number, most: number, by: Score['by'], reason: string): Score {
  return { score: (least + most) / 2, least, most, by, reason };
}

/** What judgements say on a criterion of that name: the middle of the newest, and as far as all of them go. */
function byJudgements(catalogue: Catalogue, { layers }: LayerTable, on: string): Score | undefined {
  const top = layers[layers.length - 1];
  const opinions = opinionsOf(catalogue, subjectsOfLayer(top));
  const given = standingOpinions(opinions).flatMap(({ criteria, author }) =>
    criteria.filter(({ name }) => sameName(name, on)).map((each) => ({ ...each, author })),
  );
  if (given.length === 0) return undefined;
  const least = Math.min(...given.map((each) => each.least ?? each.score));
  const most = Math.max(...given.map((each) => each.most ?? each.score));
  return {
    score: given[0].score,
    least,
    most,
    by: 'judgements',
    reason: given.map(({ author }) => author).join(', '),
  };
}
