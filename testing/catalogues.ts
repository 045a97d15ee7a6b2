/** Catalogues for tests, written in a few words. */
import type { Catalogue } from '../core/catalogue/catalogue.ts';
import { createCatalogue } from '../core/catalogue/createCatalogue.ts';
import { withRecords } from '../core/catalogue/applyDiff.ts';
import type { Conditions } from '../core/catalogue/conditions.ts';
import { createDistribution } from '../core/catalogue/distribution.ts';
import { createEdition, type Edition } from '../core/catalogue/edition.ts';
import type { Result } from '../core/issue.ts';
import { createChange, type RecordedChange } from '../core/catalogue/change.ts';
import type { FactValue } from '../core/catalogue/factValue.ts';
import { createLink, type Link } from '../core/catalogue/link.ts';
import { createReading, type Reading } from '../core/catalogue/reading.ts';
import { createRelease, type Release } from '../core/catalogue/release.ts';
import { createSource, type Source } from '../core/catalogue/source.ts';
import type { SourceKind } from '../core/catalogue/sourceKinds.ts';
import type { AnyRecord } from '../core/catalogue/recordKinds.ts';

export const distribution = (name: string): AnyRecord =>
  createDistribution({ id: `distribution:${name}`, name });

export const release = (of: string, version: string, date?: string): Release =>
  createRelease({ id: `release:${of}-${version}`, distribution: `distribution:${of}`, version, date });

/** An edition, for example `edition:b-main`. */
export const edition = (of: string, name: string): Edition =>
  createEdition({ id: `edition:${of}-${name}`, distribution: `distribution:${of}`, name });

/** A link between ids, for example `release:b-1` on `release:a-1`. */
export const link = (derivative: string, base: string, more: Partial<Link> = {}): Link => ({
  ...createLink({
    id: `link:${derivative.replace(':', '-')}-on-${base.replace(':', '-')}`,
    derivative,
    base,
    relation: 'installs from',
    certainty: 'sure',
  }),
  ...more,
});

export const source = (
  id: string,
  sourceKind: SourceKind,
  date?: string,
  conditions: Conditions = {},
): Source => createSource({ id: `source:${id}`, sourceKind, title: id, date, conditions });

/** A change that is recorded: directly where it says what it does, else as a note on what is computed. */
export const change = (subject: string, key: string, more: Partial<RecordedChange> = {}): RecordedChange => ({
  ...createChange({
    id: `change:${subject.replace(':', '-')}-${key}-${more.does?.replace(' ', '-') ?? 'note'}`,
    subject,
    key,
  }),
  ...more,
});

/** A reading: a value, or a state in words. */
export const reading = (
  subject: string,
  key: string,
  says: { value: FactValue } | Exclude<Reading['state'], 'set'>,
  more: Partial<Reading> = {},
): Reading => ({
  ...createReading({
    id: `reading:${subject.replace(':', '-')}-${key}-${more.source?.slice(7) ?? 'x'}`,
    subject,
    key,
    ...(typeof says === 'string' ? { state: says } : { state: 'set', value: says.value }),
  }),
  ...more,
});

export function catalogueOf(...records: AnyRecord[]): Catalogue {
  return withRecords(createCatalogue(), records);
}

/** The value of a result that must hold one. */
export function valueOf<T>(result: Result<T>): T {
  if (!result.ok) throw new Error(`expected a value, came ${JSON.stringify(result.issues)}`);
  return result.value;
}
