/** A catalogue in a title and a number. */
import type { Catalogue } from '../core/catalogue/catalogue.ts';
import { KIND_NAMES } from '../core/catalogue/recordKinds.ts';

/** The title of a catalogue; empty when it has none. */
export function titleOf(catalogue: Catalogue): string {
  return [...catalogue.records.about.values()][0]?.title ?? '';
}

/** How many records a catalogue holds. */
export function countRecords(catalogue: Catalogue): number {
  return KIND_NAMES.reduce((sum, kind) => sum + catalogue.records[kind].size, 0);
}
