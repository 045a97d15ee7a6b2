/** A point of a side by side: what each side has there, and how they stand to each other. */
import { AREAS, type AreaId } from '../catalogue/areas.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import type { Element } from '../catalogue/factValue.ts';
import type { Reading } from '../catalogue/reading.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { SaidValue } from '../sameness/agreement.ts';
import type { ValueState } from '../layers/cell.ts';
import type { Evidence } from '../weighing/evidenceOf.ts';
import type { DayRange } from '../support/support.ts';

/** Areas of points: those of the fact sheet, and what stands beside it. */
export const POINT_AREAS = [
  ...AREAS.map(({ id, label }) => ({ id, label })),
  { id: 'support', label: 'Support' },
  { id: 'changes', label: 'Changes to the base' },
  { id: 'packages', label: 'Packages' },
  { id: 'faults', label: 'Faults' },
  { id: 'own', label: 'Points of one’s own' },
] as const satisfies readonly { readonly id: string; readonly label: string }[];

/** An area of points. */
export type PointArea = AreaId | 'support' | 'changes' | 'packages' | 'faults' | 'own';

/** The label of an area of points. */
export const labelOfPoints = (id: PointArea): string => POINT_AREAS.find((area) => area.id === id)!.label;

/** Why values that are known are not held against each other. */
export const BAR_REASONS = [
  'spoiled',
  'editions',
  'notChosen',
  'words',
  'otherDay',
  'otherBase',
  'conditions',
  'conditionsUnknown',
  'partial',
] as const;

/** Why values that are known are not held against each other. */
export type BarReason = (typeof BAR_REASONS)[number];

/** How the sides stand to each other on a point. */
export type PointVerdict =
  | {
      readonly kind: 'same';
      /** True where they agree only as far as was said: a range, a rounded figure. */
      readonly asFarAsSaid: boolean;
    }
  | { readonly kind: 'different' }
  /** `knownOf`: the places of the sides of which it is known, from 0. */
  | { readonly kind: 'unknown'; readonly knownOf: readonly number[] }
  | { readonly kind: 'not comparable'; readonly reason: BarReason };

/** A kind of verdict. */
export type VerdictKind = PointVerdict['kind'];

/** The kinds of verdicts, in the order in which they are counted. */
export const VERDICT_KINDS: readonly VerdictKind[] = ['same', 'different', 'unknown', 'not comparable'];

/** What a point is about, as far as values need it. A fact of the fact sheet is one. */
export type PointFact = Pick<FactKey, 'key' | 'label' | 'type' | 'unit'> &
  Partial<Pick<FactKey, 'settings' | 'words' | 'measured' | 'ordered'>>;

/** What belongs to a value that is no fact: what it was counted among, which end it is past, how often a fault was met. */
export type ValueDetail =
  | { readonly kind: 'counted'; readonly of: number; readonly base: string }
  | { readonly kind: 'past'; readonly base: string; readonly end: string; readonly days: DayRange }
  | { readonly kind: 'met'; readonly n?: number; readonly of?: number; readonly machine: string };

/** What one side has. */
export interface SideValue extends SaidValue {
  readonly state: ValueState;
  /** In words, where they say more than the value. */
  readonly said?: string;
  /** The layer that set it, by name; empty where none did. */
  readonly setBy: string;
  /** True where the side itself sets it, and nothing beneath it. */
  readonly isOwn: boolean;
  /** True where it comes up from the trunk, or from beneath it. */
  readonly isFromTrunk: boolean;
  /** How the one who set it knows. */
  readonly evidence: Evidence;
  readonly sources: readonly RecordId[];
  /** What was said here: in force, else spoiled or not found out. */
  readonly reading?: Reading;
  /** Why it is not held against others, by itself. */
  readonly bar?: BarReason;
  /** For a measurement that was made under other conditions than those that are held against each other: what differs. */
  readonly apart?: readonly string[];
  /** Values of its editions, where they differ and none is named. */
  readonly byEdition?: readonly { readonly edition: string; readonly text: string }[];
  readonly detail?: ValueDetail;
  /** True where something speaks against it, or it is not sure, or only claimed. */
  readonly isUncertain: boolean;
}

/** What one side has of an element: `unknown` where its list is not known, or only in part. */
export interface ElementValue {
  readonly has: 'yes' | 'no' | 'unknown';
  /** What it has under this name: of a slot there may be several. */
  readonly elements: readonly Element[];
  /** Its places in the list, from 1, where the order counts. */
  readonly places: readonly number[];
}

/** An element of a list, or a slot of it, over the sides. */
export interface ElementLine {
  /** The key of the point with that of the element: `welcome.actions/language`. */
  readonly key: string;
  readonly name: string;
  /** True where the name is that of a slot, filled by the elements. */
  readonly isSlot: boolean;
  readonly values: readonly ElementValue[];
  readonly verdict: 'same' | 'different' | 'unknown';
}

/** One point. */
export interface Point {
  readonly key: string;
  readonly area: PointArea;
  readonly fact: PointFact;
  /** One for each side, in their order. */
  readonly values: readonly SideValue[];
  /** What the shared base has; one for each release of it that the sides rest on. */
  readonly trunk: readonly SideValue[];
  readonly verdict: PointVerdict;
  /** Of a list, its elements. */
  readonly elements: readonly ElementLine[];
  /** True where both have the same elements in another order, and the order counts. */
  readonly otherOrder: boolean;
}

/** The point of a key, be it that of one of its elements. */
export function pointAt(points: readonly Point[], key: string): Point | undefined {
  return points.find((point) => point.key === key || point.elements.some((line) => line.key === key));
}

/** Of how many points the sides are the same, differ, are unknown or cannot be compared. They add up to all. */
export type PointCounts = Readonly<Record<VerdictKind, number>>;

/** Counts points by their verdict. */
export function countPoints(points: readonly Pick<Point, 'verdict'>[]): PointCounts {
  const counts = { same: 0, different: 0, unknown: 0, 'not comparable': 0 };
  for (const { verdict } of points) counts[verdict.kind]++;
  return counts;
}
