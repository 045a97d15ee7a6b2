/** The rules by which something is unsettled, in one table: how much settling it would settle. */

/** Every rule, in the order in which points are told, with how much is won by settling a point of it (1 to 5). Words for them stand in wording/openText.ts. */
export const OPEN_RULES = {
  /** Sources disagree, and nothing around them explains it. */
  contradiction: 5,
  /** All that was seen is spoiled by its conditions: the fact is not known. */
  spoiled: 5,
  /** Looked for, and could not be found out. */
  notFoundOut: 3,
  /** A change that was recorded directly, and that the base, known now, does not bear out. */
  notBorneOut: 4,
  /** A claim that nobody has held against findings yet. */
  claimUnchecked: 2,
  /** A claim that is refuted, or true in part, and on which nobody had the last word. */
  claimRefuted: 2,
  /** Nobody knows what it rests on, and nobody found it independent. */
  lineageUnknown: 5,
  /** It is said to rest on something and to be independent, or on two first bases at once. */
  lineageConflict: 5,
  /** A promise that outlasts what it rests on. */
  supportGap: 3,
  /** The end of support that is stated is not the one that follows from the rule. */
  supportDiffers: 3,
  /** Copied from the release before, and not checked again. */
  takenOver: 3,
  /** Read before the release came out. */
  stale: 2,
  /** Said without a source. */
  noSource: 1,
  /** A base without a source. */
  linkNoSource: 2,
  /** Help that is dead, leads elsewhere or is outdated. */
  deadHelp: 1,
  /** Announced for a day that has passed, or to be looked at again by now. */
  overdue: 3,
  /** A judgement that was to be looked at again by now. */
  followUp: 4,
  /** A question of the analyst's that has no answer yet. */
  question: 4,
  /** A line of notes that was not understood, to be sorted. */
  unsortedNote: 4,
  /** An area of which nobody has said anything. */
  areaUnseen: 2,
} as const satisfies Readonly<Record<string, number>>;

/** A rule. */
export type OpenRule = keyof typeof OPEN_RULES;

/** The rules in their order. */
export const OPEN_RULE_NAMES = Object.keys(OPEN_RULES) as OpenRule[];

/** A rule by its name; undefined for none. */
export function findOpenRule(name: string): OpenRule | undefined {
  return OPEN_RULE_NAMES.find((rule) => rule === name);
}
