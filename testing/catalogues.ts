/** Catalogues for tests, written in a few words. */
import type { Catalogue } from '../core/catalogue/catalogue.ts';
import { createCatalogue } from '../core/catalogue/createCatalogue.ts';
import { withRecords } from '../core/catalogue/applyDiff.ts';
import type { Result } from '../core/issue.ts';
import type { RecordedChange } from '../core/catalogue/change.ts';
import type { FactValue } from '../core/catalogue/factValue.ts';
import type { Link } from '../core/catalogue/link.ts';
import type { Reading } from '../core/catalogue/reading.ts';
import type { Release } from '../core/catalogue/release.ts';
import type { Source } from '../core/catalogue/source.ts';
import type { SourceKind } from '../core/catalogue/sourceKinds.ts';
import type { AnyRecord } from '../core/catalogue/recordKinds.ts';

export const distribution = (name: string): AnyRecord => ({
  id: `distribution:${name}`,
  kind: 'distribution',
  name,
  aliases: [],
  note: '',
});

export const release = (of: string, version: string, date?: string): Release => ({
  id: `release:${of}-${version}`,
  kind: 'release',
  distribution: `distribution:${of}`,
  editions: [],
  version,
  codeName: '',
  stage: 'final',
  sources: [],
  note: '',
  ...(date && { date }),
});

/** A link between ids, for example `release:b-1` on `release:a-1`. */
export const link = (derivative: string, base: string, more: Partial<Link> = {}): Link => ({
  id: `link:${derivative.replace(':', '-')}-on-${base.replace(':', '-')}`,
  kind: 'link',
  derivative,
  base,
  relation: 'installs from',
  order: 0,
  certainty: 'sure',
  parts: [],
  reason: '',
  wording: '',
  sources: [],
  ...more,
});

export const source = (id: string, sourceKind: SourceKind, date?: string): Source => ({
  id: `source:${id}`,
  kind: 'source',
  sourceKind,
  title: id,
  place: '',
  ...(date && { date }),
  by: '',
  conditions: {},
  losses: [],
  files: [],
  note: '',
});

/** A change that is recorded: directly where it says what it does, else as a note on what is computed. */
export const change = (subject: string, key: string, more: Partial<RecordedChange> = {}): RecordedChange => ({
  id: `change:${subject.replace(':', '-')}-${key}-${more.does?.replace(' ', '-') ?? 'note'}`,
  kind: 'change',
  subject,
  key,
  element: '',
  motive: '',
  consequence: '',
  sources: [],
  by: '',
  ...more,
});

/** A reading: a value, or a state in words. */
export const reading = (
  subject: string,
  key: string,
  says: { value: FactValue } | 'none' | 'unchanged',
  more: Partial<Reading> = {},
): Reading => ({
  id: `reading:${subject.replace(':', '-')}-${key}-${more.source?.slice(7) ?? 'x'}`,
  kind: 'reading',
  subject,
  key,
  ...(typeof says === 'string' ? { state: says } : { state: 'set', value: says.value }),
  place: '',
  spoiledBy: [],
  certainty: 'sure',
  accepted: false,
  note: '',
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
