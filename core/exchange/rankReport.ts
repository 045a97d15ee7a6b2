/** The answer to a purpose as data: the lines of `aspen rank --json`. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { formatRule } from '../editing/purposes/ruleLine.ts';
import type { Met, Ranking } from '../purpose/ranking.ts';
import { wordScoreSource } from '../wording/purposeText.ts';

/** One candidate. Scores run from 0 to 10; what is not known is null. */
export interface RankLine {
  readonly subject: RecordId;
  readonly name: string;
  readonly score: number | null;
  readonly least: number;
  readonly most: number;
  readonly rank: number;
  readonly best: number;
  readonly worst: number;
  readonly out: boolean;
  readonly mustHaves: readonly { readonly text: string; readonly met: Met }[];
  readonly criteria: readonly {
    readonly name: string;
    readonly weight: number;
    readonly rule: string | null;
    readonly score: number | null;
    readonly least: number;
    readonly most: number;
    readonly by: string;
    readonly from: string;
  }[];
}

const rounded = (value: number) => Math.round(value * 1e6) / 1e6;

/** A ranking as data. */
export function rankLines(catalogue: Catalogue, { purpose, candidates }: Ranking): RankLine[] {
  return candidates.map(
    ({ subject, name, scores, mustHaves, score, least, most, rank, best, worst, isOut }) => ({
      ...{ subject, name, score: score === undefined ? null : rounded(score) },
      ...{ least: rounded(least), most: rounded(most), rank, best, worst, out: isOut },
      mustHaves: mustHaves.map(({ text, met }) => ({ text, met })),
      criteria: purpose.criteria.map(({ name: called, weight, rule }, i) => ({
        ...{ name: called, weight, rule: rule ? formatRule(catalogue, rule) : null },
        score: scores[i].score === undefined ? null : rounded(scores[i].score),
        ...{ least: rounded(scores[i].least), most: rounded(scores[i].most), by: scores[i].by },
        from: wordScoreSource(scores[i], rule?.key),
      })),
    }),
  );
}
