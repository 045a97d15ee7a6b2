/** What the program finds of some claims; everybody is gathered once for a catalogue and a day, when a superlative asks. */
import { computed, type ComputedRef } from 'vue';
import type { Catalogue } from '../../core/catalogue/catalogue.ts';
import type { Claim } from '../../core/catalogue/claim.ts';
import type { RecordId } from '../../core/catalogue/recordId.ts';
import { checkClaim } from '../../core/claims/checkClaim.ts';
import type { CheckedClaim } from '../../core/claims/finding.ts';
import { companyOf, type Company } from '../../core/peers/company.ts';
import { useAsOf } from './clock.ts';

/** The finding of each claim by its id, as of the day of the address. */
export function useClaimFindings(
  catalogue: () => Catalogue,
  claims: () => readonly Claim[],
): ComputedRef<ReadonlyMap<RecordId, CheckedClaim>> {
  const { day } = useAsOf();
  let gathered: { readonly of: Catalogue; readonly company: Company } | undefined;
  const everybody = (of: Catalogue, on: number): Company => {
    if (gathered?.of !== of || gathered.company.day !== on) gathered = { of, company: companyOf(of, on) };
    return gathered.company;
  };
  return computed(() => {
    const [of, on] = [catalogue(), day.value];
    return new Map(claims().map((claim) => [claim.id, checkClaim(of, claim, on, () => everybody(of, on))]));
  });
}
