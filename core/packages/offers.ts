/**
 * What a candidate base offers for each package of a system. Only names that the system has are kept, so that
 * holding 1,000 installed packages against 75,000 offered ones costs one pass over the names.
 */
import { packageRow, type Family, type PackageColumns, type PackageRow } from '../formats/packageColumns.ts';
import type { StringTable } from '../formats/stringTable.ts';
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

/** Text numbers of a table by what they are to a system: -1 no name of its packages, else a group of rows; -2 not yet looked up. */
type TableMemo = Int32Array;

/** Looks up what lists offer for one system. Lists that share a table of texts share the work. */
export class OfferFinder {
  private readonly groups: number[][] = [];
  private readonly groupOf = new Map<string, number>();
  private readonly memos = new WeakMap<StringTable, TableMemo>();

  constructor(readonly system: InstalledSet) {
    system.packages.forEach(({ name }, index) => {
      const group = this.groupOf.get(name);
      if (group === undefined) this.groupOf.set(name, this.groups.push([index]) - 1);
      else this.groups[group].push(index);
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
    const texts = list.table.texts();
    const memo = this.memoOf(list.table);
    const { name, version, source, sourceVersion } = list.columns;
    for (let row = 0; row < list.size; row++) {
      const text = name[row];
      let group = memo[text];
      if (group === -2) group = memo[text] = this.groupOf.get(texts[text]) ?? -1;
      if (group < 0 || list.removed[row] === 1) continue;
      const offered = texts[version[row]];
      const offer = {
        version: offered,
        source: texts[source[row]] || texts[text],
        sourceVersion: texts[sourceVersion[row]] || offered,
      };
      for (const index of this.groups[group]) addOffer((table[index] ??= []), offer, place);
    }
  }

  private memoOf(table: StringTable): TableMemo {
    let memo = this.memos.get(table);
    if (!memo) this.memos.set(table, (memo = new Int32Array(table.size).fill(-2)));
    return memo;
  }
}

function addOffer(offers: Offer[], offer: Omit<Offer, 'lists'>, place: number): void {
  const known = offers.find(
    ({ version, sourceVersion }) => version === offer.version && sourceVersion === offer.sourceVersion,
  );
  if (!known) offers.push({ ...offer, lists: [place] });
  else if (known.lists.at(-1) !== place) known.lists.push(place);
}
