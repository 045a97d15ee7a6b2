/** The pointers of a catalogue as plain data. */
import type { Catalogue } from '../core/catalogue/catalogue.ts';
import { KIND_NAMES } from '../core/catalogue/recordKinds.ts';

/** Of each id that is named the ids of the records that do, in order. */
export function pointersOf({ pointers }: Catalogue): Record<string, string[]> {
  const all: Record<string, string[]> = {};
  for (const kind of KIND_NAMES)
    for (const [to, from] of pointers.named(kind).entries()) (all[to] ??= []).push(...from);
  for (const from of Object.values(all)) from.sort();
  return all;
}
