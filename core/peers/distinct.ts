/** What sets one apart in a cohort, what it lacks that most have, and which numbers lie outside the usual range. */
import { FACT_KEYS, type FactKey } from '../catalogue/factSheet.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { NONE, type Company, type First, type Member, type MemberFact } from './company.ts';
import { isProse } from './proseKeys.ts';
import { distinctiveness, spreadOf, valuesOf, type SpreadValue, type UsualRange } from './spread.ts';

/** One value that one has, or lacks, with how many have it. */
export interface Distinct {
  readonly key: string;
  readonly name: string;
  /** How many have it, of how many it is known. Both count the one that is asked about. */
  readonly k: number;
  readonly n: number;
  readonly bits: number;
  readonly isRare: boolean;
  readonly first?: First;
  /** The project whose layer set it: another one, where it is carried. */
  readonly setBy?: RecordId;
}

/** A number outside the usual range. */
export interface Unusual {
  readonly key: string;
  readonly value: number;
  readonly usual: UsualRange;
}

/** What there is to say of one in its company. */
export interface Distinctness {
  /** The rarest first. */
  readonly apart: readonly Distinct[];
  /** What most have first. */
  readonly lacks: readonly Distinct[];
  readonly outside: readonly Unusual[];
}

/** Fewer of which a value is known say nothing. */
export const LEAST_KNOWN = 3;

/** Dates, versions and numbers are hardly ever the same: how many have one says nothing. */
const isCounted = ({ type }: FactKey) => type !== 'number' && type !== 'date' && type !== 'version';

/** What sets a member apart from the others of a cohort, by every fact that can be counted. */
export function distinctnessOf(company: Company, members: readonly Member[], about: RecordId): Distinctness {
  const self = company.members.get(about);
  if (!self) return { apart: [], lacks: [], outside: [] };
  const all = members.some(({ id }) => id === about) ? members : [...members, self];
  const apart: Distinct[] = [];
  const lacks: Distinct[] = [];
  const outside: Unusual[] = [];
  for (const fact of FACT_KEYS) {
    const own = self.facts.get(fact.key);
    if (!own || isProse(fact.key)) continue;
    if (fact.type === 'number') {
      const found = outsideOf(company, all, fact, about);
      if (found) outside.push(found);
      continue;
    }
    if (!isCounted(fact)) continue;
    for (const value of valuesAmong(company, all, fact)) {
      const { name, of: n } = value;
      if (n < LEAST_KNOWN || name === NONE) continue;
      const k = value.members.length;
      const has = own.names.includes(name);
      // What nobody examined is not lacking; a list that names some elements only does not lack the others; a single value has only one.
      const isLacking = !has && !own.isPartial && !own.isInherited && fact.type === 'list';
      if (has ? k > n / 2 : !isLacking || k <= n / 2) continue;
      (has ? apart : lacks).push(distinctOf(fact.key, value, own));
    }
  }
  const byKey = (a: Distinct, b: Distinct) => (a.key + a.name < b.key + b.name ? -1 : 1);
  apart.sort((a, b) => b.bits - a.bits || byKey(a, b));
  lacks.sort((a, b) => b.k / b.n - a.k / a.n || b.n - a.n || byKey(a, b));
  return { apart, lacks: withAnyValue(all, self, lacks), outside };
}

/** A value of a fact as one has it, or lacks it. */
function distinctOf(key: string, { members, of, ...value }: SpreadValue, { setBy }: MemberFact): Distinct {
  return { key, ...value, k: members.length, n: of, ...(setBy && { setBy }) };
}

/** Every value that somebody has, or every element of a list. */
const valuesAmong = (company: Company, members: readonly Member[], fact: FactKey): SpreadValue[] =>
  valuesOf(
    company,
    members.filter(({ facts }) => facts.has(fact.key)),
    fact,
  );

/** One of a cohort at a glance. */
export interface Glance {
  readonly id: RecordId;
  /** Facts of which it is known what it has. */
  readonly known: number;
  /** Rare values that it set itself: how many, and the rarest of them, one of a fact. */
  readonly rare: number;
  readonly rarest: readonly Distinct[];
}

/** How many of its rarest values are told of each at a glance. */
const TOLD = 4;

/** What each of a cohort has of its own that hardly another one has; who has most of that first. */
export function glanceOf(company: Company, members: readonly Member[]): Glance[] {
  const rare = new Map(members.map(({ id }) => [id, [] as Distinct[]]));
  for (const fact of FACT_KEYS) {
    if (isProse(fact.key) || !isCounted(fact)) continue;
    const values = new Map(valuesAmong(company, members, fact).map((value) => [value.name, value]));
    for (const { id, facts } of members) {
      const own = facts.get(fact.key);
      if (!own || (own.setBy ?? id) !== id) continue;
      for (const name of own.names) {
        const value = values.get(name)!;
        if (name !== NONE && value.isRare) rare.get(id)!.push(distinctOf(fact.key, value, own));
      }
    }
  }
  return members
    .map(({ id, facts }): Glance => {
      const found = rare.get(id)!.sort((a, b) => b.bits - a.bits);
      const rarest = found.filter(({ key }, i) => found.findIndex((each) => each.key === key) === i);
      return { id, known: facts.size, rare: found.length, rarest: rarest.slice(0, TOLD) };
    })
    .sort((a, b) => b.rare - a.rare || b.known - a.known || (a.id < b.id ? -1 : 1));
}

/**
 * Where it has none of something of which most have one, whichever: that they have any is what it lacks, not each of theirs.
 */
function withAnyValue(all: readonly Member[], self: Member, lacks: readonly Distinct[]): readonly Distinct[] {
  const found: Distinct[] = [];
  for (const fact of FACT_KEYS) {
    const own = self.facts.get(fact.key);
    if (fact.type !== 'text' || isProse(fact.key) || !own?.absent || own.isInherited) continue;
    const known = all.filter(({ facts }) => facts.has(fact.key));
    const having = known.filter(({ facts }) => !facts.get(fact.key)!.absent);
    if (known.length < LEAST_KNOWN || having.length <= known.length / 2) continue;
    const bits = distinctiveness(known.length, having.length);
    found.push({ key: fact.key, name: '', k: having.length, n: known.length, bits, isRare: false });
  }
  const keys = new Set(found.map(({ key }) => key));
  return [...found, ...lacks.filter(({ key }) => !keys.has(key))].sort((a, b) => b.k / b.n - a.k / a.n);
}

function outsideOf(
  company: Company,
  all: readonly Member[],
  fact: FactKey,
  about: RecordId,
): Unusual | undefined {
  const { usual, ranked } = spreadOf(company, all, fact, about);
  const own = ranked.find(({ member }) => member === about);
  if (!usual || !own || usual.of < 4) return undefined;
  return own.value < usual.least || own.value > usual.most
    ? { key: fact.key, value: own.value, usual }
    : undefined;
}
