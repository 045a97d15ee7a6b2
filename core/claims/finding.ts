/** What holding a claim against the catalogue gives: the finding as a code with its particulars, and the verdict that it bears out. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { Claim } from '../catalogue/claim.ts';
import type { FactValue } from '../catalogue/factValue.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { LayerTable } from '../layers/layerTable.ts';
import type { ModelReason } from './inferModel.ts';
import type { Direction, ReadClaim } from './readClaim.ts';

/** What was found, as a code with its particulars; words are made of it in wording/claimText.ts. */
export type ClaimFinding =
  | { readonly code: 'notKnown' | 'claimedOnly' | 'wordsOnly' | 'nothingToHold'; readonly key: string }
  | {
      readonly code: 'count';
      readonly key: string;
      readonly claimed: number;
      readonly found: number;
      /** Whether an element that is called none is among them. */
      readonly withNone: boolean;
      readonly isPartial: boolean;
    }
  | {
      readonly code: 'value';
      readonly key: string;
      readonly claimed: FactValue;
      readonly found: readonly FactValue[];
    }
  | {
      readonly code: 'superlative';
      readonly key: string;
      readonly direction: Direction;
      readonly known: number;
      readonly all: number;
      /** Who is before it, the first first. */
      readonly before: readonly { readonly id: RecordId; readonly name: string; readonly value: number }[];
      readonly own?: number;
    }
  | {
      readonly code: 'comparison';
      readonly key: string;
      readonly other: string;
      readonly own: number;
      readonly theirs: number;
      readonly share: number;
      readonly claimedShare?: number;
      readonly direction: Direction;
    }
  | { readonly code: 'otherConditions'; readonly key: string; readonly other: string }
  | {
      readonly code: 'model';
      readonly claimed: string;
      readonly inferred: string;
      readonly reasons: readonly ModelReason[];
    }
  | { readonly code: 'base'; readonly bases: readonly string[]; readonly borrowed: readonly string[] }
  | { readonly code: 'audience'; readonly key: string; readonly says: string };

/** A finding, the verdict that it bears out, and what it rests on. */
export interface CheckedClaim {
  readonly verdict: Claim['verdict'];
  readonly finding: ClaimFinding;
  /** The readings and links that it rests on. */
  readonly restsOn: readonly RecordId[];
}

/** A claim with what it is held against. */
export interface AskedClaim {
  readonly catalogue: Catalogue;
  readonly claim: Claim;
  readonly table: LayerTable;
  readonly day: number;
  readonly read: ReadClaim;
}

/** A claim that nothing can be held against: not yet, or not at all. */
export const cannot = (
  code: 'notKnown' | 'claimedOnly' | 'wordsOnly' | 'nothingToHold',
  key: string,
  restsOn: readonly RecordId[] = [],
): CheckedClaim => ({
  verdict: code === 'notKnown' || code === 'claimedOnly' ? 'unchecked' : 'cannotBeChecked',
  finding: { code, key },
  restsOn,
});
