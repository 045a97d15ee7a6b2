/** How the values of a fact are spread over a cohort, and where one of it stands. */
import type { Conditions } from '../catalogue/conditions.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { areEqualConditions, conditionsBetween, type MeasuringCondition } from '../comparing/measuring.ts';
import type { Company, First, Member, MemberFact } from './company.ts';

/** One value (or element of a list), and who has it. */
export interface SpreadValue {
  readonly name: string;
  readonly members: readonly RecordId[];
  /** Of how many it is known whether they have it. */
  readonly of: number;
  /** −log2((k + 0.5) ÷ (n + 1)), in bits. */
  readonly bits: number;
  readonly isRare: boolean;
  readonly first?: First;
}

/** The usual range of a number: the middle half of those that can be ranked with each other. */
export interface UsualRange {
  readonly least: number;
  readonly middle: number;
  readonly most: number;
  /** How many it is the range of. */
  readonly of: number;
  /** The conditions that all of them have, for measurements. */
  readonly conditions?: Conditions;
}

/** A measurement that is shown apart, and what differs around it or is not known. */
export interface ApartValue {
  readonly member: RecordId;
  readonly value: number;
  readonly why: readonly MeasuringCondition[];
}

/** The spread of a fact. */
export interface Spread {
  readonly key: string;
  /** Members of which it is known. */
  readonly known: number;
  readonly unknown: number;
  /** The most usual first. */
  readonly values: readonly SpreadValue[];
  readonly usual?: UsualRange;
  readonly apart: readonly ApartValue[];
  /** Numbers that can be ranked with each other, least first. */
  readonly ranked: readonly { readonly member: RecordId; readonly value: number }[];
}

/** How rare a value is: −log2((k + 0.5) ÷ (n + 1)) bits, with k of n members that have it (domain: judging). */
export const distinctiveness = (n: number, k: number): number => -Math.log2((k + 0.5) / (n + 1));

/** A value is rare that no more than a tenth have, or one alone, of at least five of which it is known. */
export const isRare = (n: number, k: number): boolean => n >= 5 && k <= Math.max(1, n / 10);

/** The spread of a fact over members; numbers that were measured are ranked with those of `about` (the one that is looked at). */
export function spreadOf(
  company: Company,
  members: readonly Member[],
  fact: FactKey,
  about?: RecordId,
): Spread {
  const known = members.filter(({ facts }) => facts.has(fact.key));
  const numbers = fact.type === 'number' ? rankable(known, fact, about) : { ranked: [], apart: [] };
  return {
    key: fact.key,
    known: known.length,
    unknown: members.length - known.length,
    values: valuesOf(company, known, fact),
    ...numbers,
  };
}

/** Every value, or every element of a list, with who has it. */
export function valuesOf(company: Company, known: readonly Member[], fact: FactKey): SpreadValue[] {
  const having = new Map<string, RecordId[]>();
  for (const { id, facts } of known)
    for (const name of facts.get(fact.key)!.names) {
      const own = having.get(name);
      if (own) own.push(id);
      else having.set(name, [id]);
    }
  // Of a list that names some elements only it is not known whether it has another one.
  const partial = new Set(known.filter(({ facts }) => facts.get(fact.key)!.isPartial).map(({ id }) => id));
  return [...having]
    .map(([name, ids]): SpreadValue => {
      const of = known.length - partial.size + ids.filter((id) => partial.has(id)).length;
      const first = company.firsts.get(`${fact.key}\n${name}`);
      return {
        name,
        members: ids,
        of,
        bits: distinctiveness(of, ids.length),
        isRare: isRare(of, ids.length),
        ...(first && { first }),
      };
    })
    .sort((a, b) => b.members.length - a.members.length || (a.name < b.name ? -1 : 1));
}

type Measured = NonNullable<MemberFact['measured']>;

function rankable(
  known: readonly Member[],
  fact: FactKey,
  about: RecordId | undefined,
): Pick<Spread, 'ranked' | 'apart' | 'usual'> {
  const numbers = known.flatMap(({ id, facts }) => {
    const { value, measured = [] } = facts.get(fact.key)!;
    return typeof value === 'number' ? [{ member: id, value, measured }] : [];
  });
  const anchor = fact.measured ? anchorOf(fact.key, numbers, about) : undefined;
  const ranked: { member: RecordId; value: number }[] = [];
  const apart: ApartValue[] = [];
  for (const { member, value, measured } of numbers) {
    const fitting =
      anchor && measured.find(({ conditions }) => areEqualConditions(fact.key, anchor, conditions));
    if (!fact.measured || fitting) ranked.push({ member, value: fitting?.value ?? value });
    else {
      const { differ, unknown } = conditionsBetween(fact.key, anchor ?? {}, measured[0]?.conditions ?? {});
      apart.push({ member, value, why: [...differ, ...unknown] });
    }
  }
  ranked.sort((a, b) => a.value - b.value || (a.member < b.member ? -1 : 1));
  const usual = usualRange(ranked.map(({ value }) => value));
  return {
    ranked,
    apart,
    ...(usual && { usual: anchor ? { ...usual, conditions: sharedConditions(anchor) } : usual }),
  };
}

/** The conditions under which most were measured, of those of the one that is looked at, where it was measured. */
function anchorOf(
  key: string,
  numbers: readonly { readonly member: RecordId; readonly measured: Measured }[],
  about: RecordId | undefined,
): Conditions | undefined {
  const own = numbers.find(({ member }) => member === about)?.measured ?? [];
  const candidates = own.length ? own : numbers.flatMap(({ measured }) => measured);
  let best: { conditions: Conditions; count: number } | undefined;
  for (const { conditions } of candidates) {
    if (best && areEqualConditions(key, best.conditions, conditions)) continue;
    const count = numbers.filter(({ measured }) =>
      measured.some((each) => areEqualConditions(key, conditions, each.conditions)),
    ).length;
    if (!best || count > best.count) best = { conditions, count };
  }
  return best?.conditions;
}

function sharedConditions({ tool, moment, machine, memoryMiB, desktop }: Conditions): Conditions {
  return {
    ...(tool && { tool }),
    ...(moment && { moment }),
    ...(machine && { machine }),
    ...(memoryMiB && { memoryMiB }),
    ...(desktop && { desktop }),
  };
}

/** The middle half of at least three numbers, least first: the quarter points, between two numbers in proportion. */
export function usualRange(sorted: readonly number[]): UsualRange | undefined {
  if (sorted.length < 3) return undefined;
  const at = (share: number) => {
    const place = share * (sorted.length - 1);
    const below = Math.floor(place);
    const above = Math.min(below + 1, sorted.length - 1);
    return sorted[below] + (place - below) * (sorted[above] - sorted[below]);
  };
  return { least: at(0.25), middle: at(0.5), most: at(0.75), of: sorted.length };
}
