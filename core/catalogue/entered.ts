/** The order in which records were entered: a number of each, counted up in its catalogue. */
import { recordsOf, type Catalogue } from './catalogue.ts';
import type { Diff } from './diff.ts';
import { KIND_NAMES, type AnyRecord } from './recordKinds.ts';

/** The highest number of a catalogue, once it was looked for; an edit hands it on to the catalogue that it makes. */
const highest = new WeakMap<Catalogue, number>();

/** The highest number given in a catalogue; 0 where none was. */
function lastEntered(catalogue: Catalogue): number {
  let last = highest.get(catalogue);
  if (last === undefined) {
    last = 0;
    for (const kind of KIND_NAMES)
      for (const { entered } of recordsOf(catalogue, kind)) if (entered > last) last = entered;
    highest.set(catalogue, last);
  }
  return last;
}

/** Tells how high the numbers of a catalogue go that a diff has made of another: no lower than before. */
export function handOnEntered(before: Catalogue, after: Catalogue, added: Iterable<AnyRecord>): void {
  const known = highest.get(before);
  if (known === undefined) return;
  let last = known;
  for (const { entered } of added) if (entered > last) last = entered;
  highest.set(after, last);
}

/** The diff whose new records have the next numbers, in their order; one that has a number keeps it. */
export function numberEntered(catalogue: Catalogue, diff: Diff): Diff {
  const all = Object.entries(diff.added);
  if (all.every(([, { entered }]) => entered > 0)) return diff;
  let next = lastEntered(catalogue) + 1;
  const added = all.map(
    ([id, record]) => [id, record.entered > 0 ? record : { ...record, entered: next++ }] as const,
  );
  return { ...diff, added: Object.fromEntries(added) };
}
