/** The rules by which something is unsettled, in one table: how much settling it would settle, and what the point is found at. */

/** A rule: how much is won by settling a point of it (1 to 5), and what `about` of its points names. */
interface OpenRuleEntry {
  readonly worth: 1 | 2 | 3 | 4 | 5;
  readonly about: 'fact' | 'area' | 'record' | 'whole';
}

/** Every rule, in the order in which points are told. Words for them stand in wording/openText.ts. */
export const OPEN_RULES = {
  /** Sources disagree, and nothing around them explains it. */
  contradiction: { worth: 5, about: 'fact' },
  /** All that was seen is spoiled by its conditions: the fact is not known. */
  spoiled: { worth: 5, about: 'fact' },
  /** Looked for, and could not be found out. */
  notFoundOut: { worth: 3, about: 'fact' },
  /** A change that was recorded directly, and that the base, known now, does not bear out. */
  notBorneOut: { worth: 4, about: 'record' },
  /** A claim that nobody has held against findings yet. */
  claimUnchecked: { worth: 2, about: 'record' },
  /** A claim that is refuted, or true in part, and on which nobody had the last word. */
  claimRefuted: { worth: 2, about: 'record' },
  /** Nobody knows what it rests on, and nobody found it independent. */
  lineageUnknown: { worth: 5, about: 'whole' },
  /** It is said to rest on something and to be independent, or on two first bases at once. */
  lineageConflict: { worth: 5, about: 'whole' },
  /** A promise that outlasts what it rests on. */
  supportGap: { worth: 3, about: 'whole' },
  /** The end of support that is stated is not the one that follows from the rule. */
  supportDiffers: { worth: 3, about: 'whole' },
  /** Copied from the release before, and not checked again. */
  takenOver: { worth: 3, about: 'fact' },
  /** Read before the release came out. */
  stale: { worth: 2, about: 'fact' },
  /** Said without a source. */
  noSource: { worth: 1, about: 'fact' },
  /** A base without a source. */
  linkNoSource: { worth: 2, about: 'record' },
  /** Help that is dead, leads elsewhere or is outdated. */
  deadHelp: { worth: 1, about: 'fact' },
  /** Announced for a day that has passed, or to be looked at again by now. */
  overdue: { worth: 3, about: 'record' },
  /** A judgement that was to be looked at again by now. */
  followUp: { worth: 4, about: 'record' },
  /** A question of the analyst's that has no answer yet. */
  question: { worth: 4, about: 'record' },
  /** An area of which nobody has said anything. */
  areaUnseen: { worth: 2, about: 'area' },
} as const satisfies Readonly<Record<string, OpenRuleEntry>>;

/** A rule. */
export type OpenRule = keyof typeof OPEN_RULES;

/** The rules in their order. */
export const OPEN_RULE_NAMES = Object.keys(OPEN_RULES) as OpenRule[];

/** A rule by its name; undefined for none. */
export function findOpenRule(name: string): OpenRule | undefined {
  return OPEN_RULE_NAMES.find((rule) => rule === name);
}
