/** What sets one apart in a cohort, what it lacks that most have, and which numbers lie outside the usual range. */
import { FACT_KEYS, type FactKey } from '../../catalogue/factSheet.ts';
import type { RecordId } from '../../catalogue/recordId.ts';
import { NONE, type Company, type First, type Member, type MemberFact } from './company.ts';
import { isProse } from './proseKeys.ts';
import { distinctiveness, isRare, spreadOf, type UsualRange } from './spread.ts';

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
    if (fact.type === 'date' || fact.type === 'version') continue;
    for (const { name, k, n } of countsOf(all, fact, own)) {
      if (n < LEAST_KNOWN || name === NONE) continue;
      const has = own.names.includes(name);
      // A list that names some elements only does not lack the others; a single value has only one.
      const isLacking = !has && !own.isPartial && (own.absent || fact.type === 'list');
      if (has ? k > n / 2 : !isLacking || k <= n / 2) continue;
      const first = company.firsts.get(`${fact.key}\n${name}`);
      (has ? apart : lacks).push({
        ...{ key: fact.key, name, k, n, bits: distinctiveness(n, k), isRare: isRare(n, k) },
        ...(first && { first }),
        ...(own.setBy && { setBy: own.setBy }),
      });
    }
  }
  const byKey = (a: Distinct, b: Distinct) => (a.key + a.name < b.key + b.name ? -1 : 1);
  apart.sort((a, b) => b.bits - a.bits || byKey(a, b));
  lacks.sort((a, b) => b.k / b.n - a.k / a.n || b.n - a.n || byKey(a, b));
  return { apart, lacks: withAnyValue(all, self, lacks), outside };
}

/** The values that are asked about, each with how many have it: of a list every element that somebody has, else the own one. */
function countsOf(
  all: readonly Member[],
  { key, type }: FactKey,
  own: MemberFact,
): { name: string; k: number; n: number }[] {
  const counts = new Map<string, { name: string; k: number; partial: number }>();
  if (type !== 'list') for (const name of own.names) counts.set(name, { name, k: 0, partial: 0 });
  let [known, partial] = [0, 0];
  for (const { facts } of all) {
    const held = facts.get(key);
    if (!held) continue;
    known++;
    if (held.isPartial) partial++;
    for (const name of held.names) {
      let count = counts.get(name);
      if (!count && type === 'list') counts.set(name, (count = { name, k: 0, partial: 0 }));
      if (!count) continue;
      count.k++;
      if (held.isPartial) count.partial++;
    }
  }
  return [...counts.values()].map((each) => ({
    name: each.name,
    k: each.k,
    n: known - (partial - each.partial),
  }));
}

/**
 * Where it has none of something of which most have one, whichever: that they have any is what it lacks, not each of theirs.
 */
function withAnyValue(all: readonly Member[], self: Member, lacks: readonly Distinct[]): readonly Distinct[] {
  const found: Distinct[] = [];
  for (const fact of FACT_KEYS) {
    if (fact.type !== 'text' || isProse(fact.key) || !self.facts.get(fact.key)?.absent) continue;
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
