/** Open points as data: the lines of `aspen open --json`. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { keyOfPoint, type OpenPoint } from '../open/openPoints.ts';
import type { OpenRule } from '../open/openRules.ts';
import { labelOfPoint, OPEN_WORDS, wordPointReason } from '../wording/openText.ts';

/** One open point. */
export interface OpenLine {
  readonly rule: OpenRule;
  readonly subject: RecordId;
  /** The key of the fact that it is about; null where it is about none. */
  readonly key: string | null;
  /** The fact, area or record that it is found at; null for the whole. */
  readonly about: string | null;
  readonly label: string;
  readonly reason: string;
  readonly settledBy: string;
  readonly state: OpenPoint['state'];
  /** Until when it is postponed (EDTF), and why it is set aside; null where it is not. */
  readonly until: string | null;
  readonly why: string | null;
}

/** A point as data. */
export function openLine(catalogue: Catalogue, point: OpenPoint): OpenLine {
  const isAside = point.state !== 'open';
  return {
    rule: point.rule,
    subject: point.subject,
    key: keyOfPoint(point) || null,
    about: point.about || null,
    label: labelOfPoint(point),
    reason: wordPointReason(catalogue, point),
    settledBy: OPEN_WORDS[point.rule].settledBy,
    state: point.state,
    until: (isAside && point.settlement?.until) || null,
    why: (isAside && point.settlement?.why) || null,
  };
}
