/** When a distribution is there and what its standing is, as the lineage graph needs it; read from facts elsewhere. */

/** A standing (`announced`, `maintained`, `dormant`, `ended`, `merged`) from a day on. */
export interface StandingPeriod {
  /** As recorded (EDTF). */
  readonly when: string;
  /** Days since 1970-01-01. */
  readonly from: number;
  readonly standing: string;
}

/** When a distribution begins and ends, and how it stood in between. */
export interface Life {
  /** The first date as recorded, if one is. */
  readonly since?: string;
  /** The first day of which anything is known; -Infinity when nothing is dated. */
  readonly begins: number;
  /** That day as it is recorded (EDTF); empty where nothing is dated. */
  readonly beginsWhen: string;
  /** As known at present. */
  readonly standing: string;
  /** How it changed, oldest first; empty when only the present is known. */
  readonly standings: readonly StandingPeriod[];
  /** A finding: looked for a base, and found none. */
  readonly independent: boolean;
}

/** A distribution of which nothing is known but that it is there. */
export const UNKNOWN_LIFE: Life = {
  begins: -Infinity,
  beginsWhen: '',
  standing: '',
  standings: [],
  independent: false,
};

/** The standing on a day: of the last period that began by then, else, before the first, `''`, else as known at present. */
export function standingOn(life: Life, day: number): string {
  if (life.standings.length === 0) return life.standing;
  return life.standings.findLast(({ from }) => from <= day)?.standing ?? '';
}

/** True for a project that is no longer made. */
export function isOver(standing: string): boolean {
  return standing === 'ended' || standing === 'merged';
}
