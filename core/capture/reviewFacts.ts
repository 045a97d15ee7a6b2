/**
 * Holds proposed facts against what a catalogue knows already of the same release: so that an analyst looks at what
 * is new, contradicted or spoiled, and not at what is known.
 */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import { sameValue } from '../sameness/value.ts';
import type { Reading } from '../catalogue/reading.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { FactProposal } from './proposeFacts.ts';

/**
 * What is to be said of a proposal: `new` (nothing known), `known` (a reading says the same), `contradicts` (the
 * readings say something else), `spoiled` (the conditions make it no evidence).
 */
type ReviewState = 'new' | 'known' | 'contradicts' | 'spoiled';

/** A proposed fact beside what the catalogue knows of it. */
export interface ReviewedFact {
  readonly proposal: FactProposal;
  readonly state: ReviewState;
  /** What the catalogue has for the same fact, spoiled readings left out. */
  readonly known: readonly Reading[];
}

/** Reviews proposals for a release (null: one that is not there yet, so that everything is new). */
export function reviewFacts(
  catalogue: Catalogue,
  release: RecordId | null,
  proposals: readonly FactProposal[],
): ReviewedFact[] {
  const readings = release ? readingsOf(catalogue, release) : [];
  return proposals.map((proposal) => {
    const known = readings.filter(({ key }) => key === proposal.key);
    return { proposal, known, state: stateOf(proposal, known) };
  });
}

function stateOf(proposal: FactProposal, known: readonly Reading[]): ReviewState {
  const says = (reading: Reading) => reading.value !== undefined && sameValue(reading.value, proposal.value);
  if (known.some(says)) return 'known';
  if (proposal.spoiledBy.length > 0) return 'spoiled';
  // "Checked, unchanged" says what the base says, which is not looked up here: it contradicts nothing.
  return known.some(({ state }) => state !== 'unchanged') ? 'contradicts' : 'new';
}

function readingsOf(catalogue: Catalogue, release: RecordId): Reading[] {
  const owner = recordOf(catalogue, 'release', release)?.distribution;
  return [release, ...(owner ? [owner] : [])]
    .flatMap((subject) =>
      recordsBelongingTo(catalogue, subject, 'reading').filter((each) => each.subject === subject),
    )
    .filter(({ spoiledBy }) => spoiledBy.length === 0);
}
