/** A tour: what an analyst says of a system, line by line, as it is typed; and the record that each statement becomes. */
import { recordsOf, type Catalogue } from '../../core/catalogue/catalogue.ts';
import type { KindName } from '../../core/catalogue/recordKinds.ts';

/** One line of a tour. */
export interface TourLine {
  /** The number of the statement that it belongs to; 0 for what only begins a visit. */
  readonly statement: number;
  readonly line: string;
  /** From here on it is another day. */
  readonly today?: string;
  /** What is found of it afterwards: a record of a kind with these fields. */
  readonly kind?: KindName;
  readonly has?: Readonly<Record<string, unknown>>;
}

/** A whole tour. */
export interface Tour {
  readonly name: string;
  readonly today: string;
  /** At most so many keys. */
  readonly target: number;
  /** What is in the catalogue before, line by line; not counted. */
  readonly known: readonly string[];
  readonly lines: readonly TourLine[];
}

/** A line that becomes a record. */
export const says = (
  statement: number,
  line: string,
  kind: KindName,
  has: Readonly<Record<string, unknown>>,
): TourLine => ({ statement, line, kind, has });

/** A line that becomes a reading of a fact. */
export const reads = (
  statement: number,
  line: string,
  key: string,
  has: Readonly<Record<string, unknown>> = {},
): TourLine => ({ statement, line, kind: 'reading', has: { key, ...has } });

/** A line that only says what follows is about, or where it comes from. */
export const turns = (line: string, today?: string): TourLine => ({
  statement: 0,
  line,
  ...(today && { today }),
});

/** True where a catalogue has the record that a line stands for; in lists of objects other elements may stand beside those named. */
export function hasRecordOf(catalogue: Catalogue, { kind, has = {} }: TourLine): boolean {
  return [...recordsOf(catalogue, kind!)].some((record) => holds(record, has));
}

/** True where a value has all that is asked for: fields of objects, elements of lists of words on points, all else equal. */
function holds(value: unknown, asked: unknown): boolean {
  if (Array.isArray(asked)) {
    if (!Array.isArray(value)) return false;
    const isWords = asked.some((each) => typeof each === 'object' && each !== null && 'point' in each);
    return isWords
      ? asked.every((each) => value.some((other) => holds(other, each)))
      : value.length === asked.length && asked.every((each, i) => holds(value[i], each));
  }
  if (typeof asked !== 'object' || asked === null) return value === asked;
  return (
    typeof value === 'object' &&
    value !== null &&
    Object.entries(asked).every(([name, each]) => holds((value as Record<string, unknown>)[name], each))
  );
}
