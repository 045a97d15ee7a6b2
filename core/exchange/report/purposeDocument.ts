/** The report of a recommendation. */
import type { Catalogue } from '../../catalogue/catalogue.ts';
import { formatDay } from '../../catalogue/days.ts';
import type { Purpose } from '../../catalogue/purpose.ts';
import { formatRule } from '../../editing/purposes/ruleLine.ts';
import { rankCandidates } from '../../purpose/ranking.ts';
import { wordRank, wordRanking, wordScore, wordScoreSource } from '../../wording/purposeText.ts';
import type { Illustration } from './dossierDocument.ts';
import { paragraphBlock, partOf, type ReportDocument, type ReportPart } from '../../telling/document.ts';
import { rankBlock } from './pictures.ts';
import { asOfText } from './asOfText.ts';

/** The answer to a purpose: who is first and what would turn it, every candidate with how each score came about. */
export function purposeDocument(
  catalogue: Catalogue,
  purpose: Purpose,
  day: number,
  illustration?: Illustration,
): ReportDocument {
  const ranking = rankCandidates(catalogue, purpose, day);
  const { candidates } = ranking;
  const about = [purpose.audience && `For ${purpose.audience}.`, purpose.why].filter(Boolean).join(' ');
  return {
    title: `Recommendation for “${purpose.name}”`,
    subtitle: `${asOfText(day)}. ${about}`.trim(),
    asOf: formatDay(day),
    parts: [
      ...partOf('answer', 'In short', [
        ...paragraphBlock(
          [...(purpose.answer ? [purpose.answer] : []), ...wordRanking(ranking)].map((text) => ({ text })),
        ),
        ...(illustration ? rankBlock(ranking, illustration.drawing) : []),
      ]),
      ...partOf('candidates', 'Candidates', [
        {
          type: 'table',
          caption: 'Candidates by rank',
          head: ['', 'Rank', 'Score of 10', 'Requirements'],
          rows: candidates.map((each) => [
            { text: each.name },
            { text: each.isOut ? 'out' : wordRank(each) },
            { text: wordScore(each) },
            { text: each.mustHaves.map(({ text, met }) => `${text}: ${met}`).join('; ') || '–' },
          ]),
        },
      ]),
      ...partOf('criteria', 'Criteria', [
        {
          type: 'table',
          caption: 'Criteria with their weights and rules',
          head: ['Criterion', 'Weight', 'Rule', 'Reason'],
          rows: purpose.criteria.map(({ name, weight, rule, reason }) => [
            { text: name },
            { text: String(weight) },
            { text: rule ? formatRule(catalogue, rule) : 'by hand' },
            { text: reason },
          ]),
        },
      ]),
      ...candidates.flatMap((candidate): ReportPart[] =>
        partOf(
          `scores-${candidate.subject}`,
          candidate.name,
          [
            {
              type: 'table',
              caption: `How the score of ${candidate.name} came about`,
              head: ['Criterion', 'Score of 10', 'From'],
              rows: candidate.scores.map((score, i) => [
                { text: purpose.criteria[i].name },
                { text: wordScore(score) },
                { text: wordScoreSource(score, purpose.criteria[i].rule?.key) },
              ]),
            },
          ],
          'scores',
        ),
      ),
    ],
  };
}
