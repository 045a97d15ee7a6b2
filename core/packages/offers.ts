/**
 * What a candidate base offers for each package of a system. Only names that the system has are kept, so that
 * holding 1,000 installed packages against 75,000 offered ones costs one pass over the names.
 */
import { packageRow, type Family, type PackageColumns, type PackageRow } from '../formats/packageColumns.ts';
import { glanceOf, sketchOf, type StringTable } from '../formats/stringTable.ts';
import type { ListPart } from './listParts.ts';

/** The package list of one repository. */
export interface CandidateList {
  readonly name: string;
  readonly part: ListPart;
  readonly packages: PackageColumns;
}

/** What a candidate's repositories held on a date. */
export interface CandidateState {
  /** `YYYY-MM-DD`, or empty when it is not known. */
  readonly date: string;
  readonly lists: readonly CandidateList[];
}

/** A base that is held against a system, in one or several states, oldest first. */
export interface Candidate {
  readonly name: string;
  readonly states: readonly CandidateState[];
  /** Names of the candidates whose lists it includes, because it installs from them. */
  readonly includes?: readonly string[];
  /** True if these are the repositories of the very project that the system belongs to. */
  readonly own?: boolean;
}

/** The packages of a system that are compared: installed ones, each name once per architecture. */
export interface InstalledSet {
  readonly family: Family;
  readonly packages: readonly PackageRow[];
}

/** One version that a candidate offers, and the places of the lists that have it. */
export interface Offer {
  readonly version: string;
  readonly source: string;
  readonly sourceVersion: string;
  readonly lists: number[];
}

/** Offers by package of the system (same index); undefined where the candidate lacks the name. */
export type OfferTable = readonly (readonly Offer[] | undefined)[];

/** The installed packages of a list; those removed but for their configuration are left out. */
export function createInstalledSet(list: PackageColumns): InstalledSet {
  const packages: PackageRow[] = [];
  for (let i = 0; i < list.size; i++) if (list.removed[i] === 0) packages.push(packageRow(list, i));
  return { family: list.family, packages };
}

/** A candidate of one state. Lists without a name are called like the candidate; the first is the base. */
export function createCandidate(name: string, lists: readonly PackageColumns[]): Candidate {
  return {
    name,
    states: [{ date: '', lists: lists.map((packages) => ({ name, part: 'base', packages })) }],
  };
}

/** Packages of one name: its bytes, and their places in the system. */
interface Group {
  readonly bytes: Uint8Array;
  readonly rows: number[];
}

/** Text numbers of a table by what they are to a system: -1 no name of its packages, else a group of rows; -2 not yet looked up. */
type TableMemo = Int32Array;

/** Looks up what lists offer for one system. Lists that share a table of texts share the work. */
export class OfferFinder {
  private readonly groups: Group[] = [];
  /** Groups (from 1) by the sketch of their name: looked up by bytes, without a text for each of 75,000 names. */
  private readonly slots: Int32Array;
  /** 1 for every glance that some name has: the others, nearly all names of a repository, are no name of the system. */
  private readonly glances = new Uint8Array(1 << 16);
  private readonly memos = new WeakMap<StringTable, TableMemo | null>();

  constructor(readonly system: InstalledSet) {
    const groupOf = new Map<string, Group>();
    const encoder = new TextEncoder();
    system.packages.forEach(({ name }, index) => {
      const known = groupOf.get(name);
      if (known) {
        known.rows.push(index);
        return;
      }
      const group = { bytes: encoder.encode(name), rows: [index] };
      groupOf.set(name, group);
      this.groups.push(group);
    });
    this.slots = new Int32Array(2 ** Math.ceil(Math.log2(4 * this.groups.length + 4)));
    const mask = this.slots.length - 1;
    this.groups.forEach(({ bytes }, place) => {
      let slot = sketchOf(bytes, 0, bytes.length) & mask;
      while (this.slots[slot] !== 0) slot = (slot + 1) & mask;
      this.slots[slot] = place + 1;
      this.glances[glanceOf(bytes, 0, bytes.length)] = 1;
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
    const { table: texts, size, removed } = list;
    const { name, version, source, sourceVersion } = list.columns;
    const memo = this.memoOf(texts);
    for (let row = 0; row < size; row++) {
      const text = name[row];
      let group = memo ? memo[text] : -2;
      if (group === -2) {
        group = this.groupOfText(texts, text);
        if (memo) memo[text] = group;
      }
      if (group < 0 || removed[row] === 1) continue;
      const offered = texts.text(version[row]);
      const from = source[row] ? texts.text(source[row]) : texts.text(text);
      const fromVersion = sourceVersion[row] ? texts.text(sourceVersion[row]) : offered;
      for (const index of this.groups[group].rows)
        addOffer((table[index] ??= []), offered, from, fromVersion, place);
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

  private groupOfText(table: StringTable, text: number): number {
    if (this.glances[table.glance(text)] === 0) return -1;
    const mask = this.slots.length - 1;
    for (let slot = table.sketch(text) & mask; this.slots[slot] !== 0; slot = (slot + 1) & mask) {
      const place = this.slots[slot] - 1;
      if (table.is(text, this.groups[place].bytes)) return place;
    }
    return -1;
  }
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
