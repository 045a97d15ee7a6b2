/**
 * What a candidate base offers for each package of a system. Only names that the system has are kept, so that
 * holding 1,000 installed packages against 75,000 offered ones costs one pass over the names.
 */
import type { PackageColumns, PackageRow } from '../formats/packageColumns.ts';
import { sketchOf, type StringTable } from '../formats/stringTable.ts';
import type { InstalledSet } from './installedSet.ts';

/** One version that a candidate offers, and the places of the lists that have it. */
export interface Offer {
  readonly version: string;
  readonly source: string;
  readonly sourceVersion: string;
  readonly lists: number[];
}

/** Offers by package of the system (same index); undefined where the candidate lacks the name. */
export type OfferTable = readonly (readonly Offer[] | undefined)[];

/** Packages of one name: its bytes, their places in the system, and the first of them, whose texts a list often has. */
interface Group {
  readonly bytes: Uint8Array;
  readonly sketch: number;
  readonly rows: number[];
  readonly likely: PackageRow;
}

/** Text numbers of a table by what they are to a system: -1 no name of its packages, else a group of rows; -2 not yet looked up. */
type TableMemo = Int32Array;

/** Looks up what lists offer for one system. Lists that share a table of texts share the work. */
export class OfferFinder {
  private readonly groups: Group[] = [];
  /** Groups (from 1) by the sketch of their name: looked up by bytes, without a text for each of 75,000 names. */
  private readonly slots: Int32Array;
  /** 1 for the lower half of every sketch that some name has: nearly all names of a repository have another. */
  private readonly isSketched = new Uint8Array(1 << 16);
  private readonly memos = new WeakMap<StringTable, TableMemo | null>();

  constructor(readonly system: InstalledSet) {
    const groupOf = new Map<string, Group>();
    const encoder = new TextEncoder();
    system.packages.forEach((row, index) => {
      const known = groupOf.get(row.name);
      if (known) {
        known.rows.push(index);
        return;
      }
      const bytes = encoder.encode(row.name);
      const group = { bytes, sketch: sketchOf(bytes, 0, bytes.length), rows: [index], likely: row };
      groupOf.set(row.name, group);
      this.groups.push(group);
    });
    this.slots = new Int32Array(2 ** Math.ceil(Math.log2(4 * this.groups.length + 4)));
    const mask = this.slots.length - 1;
    this.groups.forEach(({ sketch }, place) => {
      let slot = sketch & mask;
      while (this.slots[slot] !== 0) slot = (slot + 1) & mask;
      this.slots[slot] = place + 1;
      this.isSketched[sketch & 0xffff] = 1;
    });
  }

  /** The offers for every package of the system. Lists of another family offer nothing. */
  find(lists: readonly PackageColumns[]): OfferTable {
    const table: (Offer[] | undefined)[] = new Array(this.system.packages.length).fill(undefined);
    lists.forEach((list, place) => {
      if (list.family === this.system.family) this.addList(table, list, place);
    });
    return table;
  }

  private addList(table: (Offer[] | undefined)[], list: PackageColumns, place: number): void {
    const { table: texts, size, removed, nameSketches } = list;
    const { name, version, source, sourceVersion } = list.columns;
    const memo = this.memoOf(texts);
    for (let row = 0; row < size; row++) {
      if (nameSketches && this.isSketched[nameSketches[row] & 0xffff] === 0) continue;
      const text = name[row];
      let group = memo ? memo[text] : -2;
      if (group === -2) {
        group = this.groupOfText(texts, text, nameSketches ? nameSketches[row] | 0 : texts.sketch(text));
        if (memo) memo[text] = group;
      }
      if (group < 0 || removed[row] === 1) continue;
      const { rows, likely } = this.groups[group];
      const offered = textOr(texts, version[row], likely.version);
      const from = textOr(texts, source[row] || text, likely.source);
      const fromVersion = sourceVersion[row]
        ? textOr(texts, sourceVersion[row], likely.sourceVersion)
        : offered;
      for (const index of rows) addOffer((table[index] ??= []), offered, from, fromVersion, place);
    }
  }

  /** Where a table of texts comes again, as in a series, what was looked up in it is kept. */
  private memoOf(table: StringTable): TableMemo | null {
    let memo = this.memos.get(table);
    if (memo === undefined) {
      this.memos.set(table, null);
      return null;
    }
    if (!memo) this.memos.set(table, (memo = new Int32Array(table.size).fill(-2)));
    return memo;
  }

  private groupOfText(table: StringTable, text: number, sketch: number): number {
    const mask = this.slots.length - 1;
    for (let slot = sketch & mask; this.slots[slot] !== 0; slot = (slot + 1) & mask) {
      const place = this.slots[slot] - 1;
      const group = this.groups[place];
      if (group.sketch === sketch && table.is(text, group.bytes)) return place;
    }
    return -1;
  }
}

/** A text of a table; the likely one, without decoding anything, if it is that. */
function textOr(table: StringTable, number: number, likely: string): string {
  return table.isAscii(number, likely) ? likely : table.text(number);
}

function addOffer(
  offers: Offer[],
  version: string,
  source: string,
  sourceVersion: string,
  place: number,
): void {
  for (const known of offers) {
    if (known.version !== version || known.sourceVersion !== sourceVersion) continue;
    if (known.lists.at(-1) !== place) known.lists.push(place);
    return;
  }
  offers.push({ version, source, sourceVersion, lists: [place] });
}
