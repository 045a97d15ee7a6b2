/** What analysts make of a system: a paragraph for each author, the newest first. */
import { describeVerdict } from '../wording/verdictText.ts';
import { paragraphBlock, type Block, type Sentence } from './document.ts';
import { statementsOf, type DossierPlan } from './dossierPlan.ts';

/** The paragraphs; the source stands behind the first sentence of each. */
export function describeVerdicts({ statements, subject }: DossierPlan): Block[] {
  return statementsOf(statements, 'verdict')
    .toReversed()
    .flatMap(({ params: { assessment }, sources, to }) =>
      paragraphBlock(
        describeVerdict(assessment, subject).map((text, i): Sentence => ({
          text,
          to,
          ...(i === 0 && sources.length > 0 && { sources }),
        })),
      ),
    );
}
