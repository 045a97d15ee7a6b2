/** Every record of a catalogue, of whatever kind. */
import { recordsOf, type Catalogue } from './catalogue.ts';
import { KIND_NAMES, type AnyRecord } from './recordKinds.ts';

/** Every record of a catalogue, kind by kind. */
export function* allRecords(catalogue: Catalogue): IterableIterator<AnyRecord> {
  for (const kind of KIND_NAMES) yield* recordsOf(catalogue, kind) as Iterable<AnyRecord>;
}

/** The same in parts, none of them empty: for handing a catalogue on without stopping for all of it. */
export function* recordsInParts(catalogue: Catalogue): IterableIterator<readonly AnyRecord[]> {
  for (const kind of KIND_NAMES)
    for (const page of catalogue.records[kind].pages as readonly ReadonlyMap<string, AnyRecord>[])
      if (page.size > 0) yield [...page.values()];
}
