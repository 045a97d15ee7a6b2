/** The analyst's decisions about proposed facts: accept, leave or correct, one by one or by area. */
import { computed, type Ref } from 'vue';
import { findFactKey, formatTypedValue, parseFactValue } from '../../../core/catalogue/factSheet.ts';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { FactProposal } from '../../../core/capture/proposeFacts.ts';
import { findRelease } from '../../../core/capture/known.ts';
import { reviewFacts, type ReviewedFact } from '../../../core/capture/reviewFacts.ts';
import type { Issue } from '../../../core/issue.ts';
import type { Decision, IntakeChoices } from '../../../workspace/intakeChoices.ts';

/** A fact under review with what was decided. A corrected one has the analyst's value in its proposal. */
export interface DecidedFact extends ReviewedFact {
  readonly decision: Decision;
  readonly corrected: boolean;
}

/** What is decided before the analyst looks: clean new facts are taken, known ones left, the rest waits. */
const BEGINNING: Readonly<Record<ReviewedFact['state'], Decision>> = {
  new: 'accept',
  known: 'leave',
  contradicts: 'open',
  spoiled: 'open',
};

/** The course of reviewing proposed facts, from the keyboard; what is decided is kept by `decideAll`. */
export function useFactReview(
  catalogue: Ref<Catalogue>,
  choices: Ref<IntakeChoices>,
  decideAll: (change: Partial<IntakeChoices>) => void,
  proposals: Ref<readonly FactProposal[]>,
) {
  const facts = computed((): DecidedFact[] => {
    const release = findRelease(catalogue.value, choices.value.name, choices.value.version);
    return reviewFacts(catalogue.value, release, proposals.value).map((fact) => {
      const correction = choices.value.corrections.get(fact.proposal.key);
      return {
        ...fact,
        proposal: correction ?? fact.proposal,
        corrected: correction !== undefined,
        decision: choices.value.decisions.get(fact.proposal.key) ?? BEGINNING[fact.state],
      };
    });
  });
  const accepted = computed(() =>
    facts.value.filter(({ decision }) => decision === 'accept').map(({ proposal }) => proposal),
  );
  const open = computed(() => facts.value.filter(({ decision }) => decision === 'open').length);

  function decide(keys: readonly string[], decision: Decision): void {
    const decisions = new Map(choices.value.decisions);
    for (const key of keys) decisions.set(key, decision);
    decideAll({ decisions });
  }

  /** Puts the analyst's value in place of the one that was read, and accepts it. Gives what is wrong with it. */
  function correct(key: string, text: string): readonly Issue[] {
    const fact = findFactKey(key)!;
    const parsed = parseFactValue(fact, text);
    if (!parsed.ok) return parsed.issues;
    const original = proposals.value.find((each) => each.key === key)!;
    const note = `Corrected by hand; the file was read as "${formatTypedValue(fact, original.value)}".`;
    decideAll({
      corrections: new Map(choices.value.corrections).set(key, { ...original, value: parsed.value, note }),
    });
    decide([key], 'accept');
    return [];
  }

  return { facts, accepted, open, decide, correct };
}
