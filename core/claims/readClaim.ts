/** What a claim says, as far as its wording tells: which kind it is, in which direction it goes, by how much, and of whom. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { Claim } from '../catalogue/claim.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import { findSubject } from '../lineage/findSubject.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { lookUp } from '../lookUp.ts';

/** Which way a superlative or a comparison goes. */
export type Direction = 'most' | 'least' | 'first' | 'only';

/** A claim as it is read. */
export interface ReadClaim {
  readonly kind: NonNullable<Claim['claimKind']> | 'model' | 'audience';
  readonly direction?: Direction;
  /** Of a comparison: which share of the other's it has, or has at most or at least: `a fifth less` is 0.8. */
  readonly share?: number;
  readonly against: readonly RecordId[];
}

const SUPERLATIVES: readonly (readonly [RegExp, Direction])[] = [
  [/\b(most|widest|largest|biggest|longest|greatest|highest|newest|more .+ than any)\b/i, 'most'],
  [/\b(least|smallest|lightest|leanest|shortest|lowest|fewest|quickest to (start|boot))\b/i, 'least'],
  [/\b(the |was |were )?(very )?first (to|with|of|system|distribution)\b/i, 'first'],
  [/\b(the )?only (one|system|distribution|project)\b/i, 'only'],
];

/** Comparatives, and whether the value is to be less or more. */
const LESS = /\b(less|fewer|smaller|lighter|shorter|quicker|sooner|lower)\b/i;
const MORE = /\b(more|larger|bigger|longer|higher|newer|greater)\b/i;

const FRACTIONS: Readonly<Record<string, number>> = {
  half: 1 / 2,
  third: 1 / 3,
  quarter: 1 / 4,
  fifth: 1 / 5,
  sixth: 1 / 6,
  tenth: 1 / 10,
};

/** Words by which a wording names a fact, where nobody said which it speaks of. */
const NAMED_FACTS: readonly (readonly [RegExp, string])[] = [
  [/\bmemory\b/i, 'footprint.memory'],
  [/\bdisk\b/i, 'footprint.disk'],
  [/\b(start|boot)s? (up )?(in|within|quicker|faster)\b/i, 'footprint.boot'],
  [/\blanguages\b/i, 'identity.languages'],
  [/\bkernels\b/i, 'kernel.offered'],
  [/\blayouts\b/i, 'themes.layouts'],
];

/** The claim with the fact that it speaks of: as recorded, else as its wording names one. */
export function withFactNamed(claim: Claim): Claim {
  if (claim.key) return claim;
  const named = NAMED_FACTS.find(([pattern]) => pattern.test(claim.wording));
  return named ? { ...claim, key: named[1] } : claim;
}

/** Reads a claim. A kind that the analyst gave holds. */
export function readClaim(catalogue: Catalogue, claim: Claim): ReadClaim {
  const { wording, claimKind, key, value } = claim;
  const against = othersNamed(catalogue, claim);
  const superlative = SUPERLATIVES.find(([pattern]) => pattern.test(wording))?.[1];
  const kind = claimKind ?? kindOfClaim(claim, superlative, against);
  switch (kind) {
    case 'superlative':
      return { kind, against, direction: superlative ?? 'most' };
    case 'comparison':
      return { kind, against, ...comparisonIn(wording) };
    case 'quality':
      if (
        key === 'model.kind' ||
        key === 'model.claimed' ||
        (!key && /\b(rolling|fixed|long-term) release\b/i.test(wording))
      )
        return { kind: 'model', against };
      return AUDIENCES.some(({ pattern }) => pattern.test(wording)) && value === undefined
        ? { kind: 'audience', against }
        : { kind, against };
    default:
      return { kind, against };
  }
}

function kindOfClaim(
  { key, value, wording }: Claim,
  superlative: Direction | undefined,
  against: readonly RecordId[],
): NonNullable<Claim['claimKind']> {
  const fact = findFactKey(key);
  if (key.startsWith('lineage.') || /\b(based|built|rests) on\b|\bindependent\b/i.test(wording))
    return 'basedOn';
  if (superlative && value === undefined) return 'superlative';
  if (superlative && fact?.measured) return 'superlative';
  if (against.length > 0 || / than \S/i.test(wording)) return 'comparison';
  if (typeof value === 'number') return fact?.type === 'list' ? 'count' : 'number';
  return fact?.type === 'date' && value !== undefined ? 'number' : 'quality';
}

/** `a fifth less` is 0.8 of the other, `20 % more` 1.2, `half the memory` 0.5, `twice as long` 2; `less` alone only a direction. */
function comparisonIn(wording: string): Pick<ReadClaim, 'direction' | 'share'> {
  const isLess = LESS.test(wording);
  const direction: Direction = isLess ? 'least' : MORE.test(wording) ? 'most' : 'least';
  const fraction = /\b(?:an?|one|two|three)?\s*(half|third|quarter|fifth|sixth|tenth)s?\b/i.exec(wording);
  const percent = /(\d+(?:\.\d+)?) ?(?:%|per ?cent)/i.exec(wording);
  const by = percent
    ? Number(percent[1]) / 100
    : fraction
      ? lookUp(FRACTIONS, fraction[1].toLowerCase())
      : undefined;
  if (/\b(twice|double)\b/i.test(wording)) return { direction: 'most', share: 2 };
  if (by === undefined) return { direction };
  if (/\bhalf (the|of|as)\b/i.test(wording) && !isLess) return { direction: 'least', share: 0.5 };
  return { direction, share: isLess ? 1 - by : 1 + by };
}

/** Who is named: as recorded, else behind the last “than”. */
function othersNamed(catalogue: Catalogue, { against, wording }: Claim): readonly RecordId[] {
  if (against.length > 0) return against;
  const named = / than ([^.;,]+)/i.exec(wording)?.[1]?.trim();
  const found = named ? findSubject(catalogue, named) : null;
  return found?.ok ? [found.value] : [];
}

/** Whom something is said to be for, or what it is said to be, and what of a system speaks against that. */
export const AUDIENCES: readonly {
  readonly pattern: RegExp;
  readonly key: string;
  /** Values that speak against it … */
  readonly against: RegExp;
  /** … and for it. */
  readonly speaksFor: RegExp;
}[] = [
  {
    pattern: /\b(newcomers?|beginners?|first[- ]time|easy|friendliest|friendly)\b/i,
    key: 'welcome.opens',
    against: /^(never|no|none|by hand|from the menu)/i,
    speaksFor: /^(each|every|first|yes|always)/i,
  },
  {
    pattern: /\b(without (a )?(connection|network)|offline)\b/i,
    key: 'welcome.offline',
    against: /^no$/i,
    speaksFor: /^yes$/i,
  },
  {
    pattern: /\b(out of the box|on board|all drivers)\b/i,
    key: 'defaults.drivers',
    against: /^(none|no|by hand)/i,
    speaksFor: /\S/,
  },
];
