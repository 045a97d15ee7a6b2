/**
 * What two catalogues had in common when they parted. Every file that goes out carries the checksum of what it holds, in the
 * list of those it knows (`shared` of its head): two that know a checksum both come from that state.
 */
import { createSHA256 } from 'hash-wasm';
import { ABOUT_ID, type About } from '../catalogue/about.ts';
import { recordOf, recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { KIND_NAMES, type AnyRecord } from '../catalogue/recordKinds.ts';
import { sorted } from './identity.ts';

/** How many earlier states a head names, newest last. */
const SHARED_LIMIT = 30;

type Shared = About['shared'];

/**
 * The SHA-256 of all that a catalogue says, in hexadecimal; its head, and the numbers of entering, are left out. The same
 * for equal catalogues, however their fields were ordered.
 */
export async function checksumOfCatalogue(catalogue: Catalogue): Promise<string> {
  const hash = (await createSHA256()).init();
  for (const kind of KIND_NAMES) {
    if (kind === 'about') continue;
    const records = [...(recordsOf(catalogue, kind) as Iterable<AnyRecord>)];
    records.sort((a, b) => (a.id < b.id ? -1 : 1));
    for (const { entered: _entered, ...said } of records) hash.update(`${JSON.stringify(sorted(said))}\n`);
  }
  return hash.digest('hex');
}

/** The states that a catalogue knows it shares with others, newest last. */
export function sharedOf(catalogue: Catalogue): Shared {
  return recordOf(catalogue, 'about', ABOUT_ID)?.shared ?? [];
}

/** Lists of shared states as one, each state once, newest last. */
export function joinShared(...lists: readonly Shared[]): Shared {
  const all = new Map<string, Shared[number]>();
  for (const each of lists.flat()) {
    all.delete(each.checksum);
    all.set(each.checksum, each);
  }
  const byDay = [...all.values()].sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
  return byDay.slice(-SHARED_LIMIT);
}

/** One side of a merge, for finding the ancestor. */
export interface Known {
  /** The checksum of what it holds now. */
  readonly checksum: string;
  /** The states that it knows, newest last. */
  readonly shared: Shared;
}

/** The checksums that both know, the newest of theirs first: one of which the contents are at hand is the ancestor. */
export function commonStates(mine: Known, theirs: Known): string[] {
  const known = new Set([mine.checksum, ...mine.shared.map(({ checksum }) => checksum)]);
  return [theirs.checksum, ...theirs.shared.map(({ checksum }) => checksum).reverse()].filter((each) =>
    known.has(each),
  );
}

/** True when a part of an ancestor worth the name is in both: a tenth of its records. */
export function isOfOneOrigin(base: Catalogue, mine: Catalogue, theirs: Catalogue): boolean {
  let all = 0;
  let both = 0;
  for (const kind of KIND_NAMES)
    for (const { id } of recordsOf(base, kind)) {
      all++;
      if (mine.records[kind].has(id) && theirs.records[kind].has(id)) both++;
    }
  return both * 10 >= all;
}
