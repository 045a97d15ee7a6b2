/** The analyst's decisions about proposed facts: accept, leave or correct, one by one or by area. */
import { computed, ref, watch, type Ref } from 'vue';
import { findFactKey, formatTypedValue, parseFactValue } from '../../../core/catalogue/factSheet.ts';
import type { Catalogue } from '../../../core/catalogue/catalogue.ts';
import type { FactProposal } from '../../../core/capture/proposeFacts.ts';
import { findRelease } from '../../../core/capture/known.ts';
import { reviewFacts, type ReviewedFact } from '../../../core/capture/reviewFacts.ts';
import type { Issue } from '../../../core/issue.ts';

/** What was decided of a proposed fact. */
export type Decision = 'accept' | 'leave' | 'open';

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

/** The course of reviewing proposed facts, from the keyboard. */
export function useFactReview(
  catalogue: Ref<Catalogue>,
  name: Ref<string>,
  version: Ref<string>,
  proposals: Ref<readonly FactProposal[]>,
) {
  const decisions = ref(new Map<string, Decision>());
  const corrections = ref(new Map<string, FactProposal>());
  watch(proposals, () => {
    decisions.value = new Map();
    corrections.value = new Map();
  });

  const facts = computed((): DecidedFact[] => {
    const release = findRelease(catalogue.value, name.value, version.value);
    return reviewFacts(catalogue.value, release, proposals.value).map((fact) => {
      const correction = corrections.value.get(fact.proposal.key);
      return {
        ...fact,
        proposal: correction ?? fact.proposal,
        corrected: correction !== undefined,
        decision: decisions.value.get(fact.proposal.key) ?? BEGINNING[fact.state],
      };
    });
  });
  const accepted = computed(() =>
    facts.value.filter(({ decision }) => decision === 'accept').map(({ proposal }) => proposal),
  );
  const open = computed(() => facts.value.filter(({ decision }) => decision === 'open').length);

  function decide(keys: readonly string[], decision: Decision): void {
    const next = new Map(decisions.value);
    for (const key of keys) next.set(key, decision);
    decisions.value = next;
  }

  /** Puts the analyst's value in place of the one that was read, and accepts it. Gives what is wrong with it. */
  function correct(key: string, text: string): readonly Issue[] {
    const fact = findFactKey(key)!;
    const parsed = parseFactValue(fact, text);
    if (!parsed.ok) return parsed.issues;
    const original = proposals.value.find((each) => each.key === key)!;
    const note = `Corrected by hand; the file was read as "${formatTypedValue(fact, original.value)}".`;
    corrections.value = new Map(corrections.value).set(key, { ...original, value: parsed.value, note });
    decide([key], 'accept');
    return [];
  }

  return { facts, accepted, open, decide, correct };
}
