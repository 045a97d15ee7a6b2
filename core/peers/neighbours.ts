/** Who is most like one: the share of what is known of both that is the same, by area, with weights that can be changed. */
import { FACT_KEYS } from '../catalogue/factSheet.ts';
import type { AreaId } from '../catalogue/areas.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { agrees } from '../sameness/agreement.ts';
import type { AreaWeights } from '../comparing/closeness.ts';
import type { Member, MemberFact } from './company.ts';
import { isProse } from './proseKeys.ts';

/** What two have in common in an area. */
export interface Likeness {
  readonly same: number;
  readonly comparable: number;
}

/** One that is like another. */
export interface Neighbour {
  readonly id: RecordId;
  /** Weighted share of what is the same, 0 to 1. */
  readonly share: number;
  readonly same: number;
  readonly comparable: number;
  readonly areas: Readonly<Partial<Record<AreaId, Likeness>>>;
}

/** With fewer points in common nothing is said. */
export const LEAST_POINTS = 5;

/** Facts by which likeness is told: measurements and what everybody says in their own words are not among them. */
const COUNTED = FACT_KEYS.filter(({ key, measured, type }) => !measured && type !== 'date' && !isProse(key));

/** The others, the most alike first; those of which too little is known of both are left out. */
export function neighboursOf(self: Member, others: Iterable<Member>, weights: AreaWeights = {}): Neighbour[] {
  const found: Neighbour[] = [];
  for (const other of others) {
    if (other.id === self.id) continue;
    const areas = likenessOf(self, other);
    let [same, comparable, weighedSame, weighedAll] = [0, 0, 0, 0];
    for (const [area, counted] of Object.entries(areas) as [AreaId, Likeness][]) {
      const weight = weights[area] ?? 1;
      same += counted.same;
      comparable += counted.comparable;
      weighedSame += weight * counted.same;
      weighedAll += weight * counted.comparable;
    }
    if (comparable < LEAST_POINTS || weighedAll === 0) continue;
    found.push({ id: other.id, share: weighedSame / weighedAll, same, comparable, areas });
  }
  return found.sort((a, b) => b.share - a.share || b.comparable - a.comparable || (a.id < b.id ? -1 : 1));
}

/** What two have in common, by area. */
export function likenessOf(a: Member, b: Member): Partial<Record<AreaId, Likeness>> {
  const areas: Partial<Record<AreaId, { same: number; comparable: number }>> = {};
  for (const { key, area } of COUNTED) {
    const [one, other] = [a.facts.get(key), b.facts.get(key)];
    if (!one || !other) continue;
    const own = (areas[area] ??= { same: 0, comparable: 0 });
    const { same, comparable } = likenessOfFacts(one, other);
    own.same += same;
    own.comparable += comparable;
  }
  return areas;
}

/** Of lists each element counts, as far as both are known to have it or not; of others the value. */
function likenessOfFacts(a: MemberFact, b: MemberFact): Likeness {
  if (Array.isArray(a.value) && Array.isArray(b.value)) {
    const [one, other] = [new Set(a.names), new Set(b.names)];
    const same = [...one].filter((name) => other.has(name)).length;
    const onlyA = b.isPartial ? 0 : one.size - same;
    const onlyB = a.isPartial ? 0 : other.size - same;
    return { same, comparable: same + onlyA + onlyB };
  }
  const isSame =
    typeof a.value === 'number' || typeof b.value === 'number'
      ? agrees(a, b)
      : a.absent === b.absent && a.names.join('\n') === b.names.join('\n');
  return { same: isSame ? 1 : 0, comparable: 1 };
}
