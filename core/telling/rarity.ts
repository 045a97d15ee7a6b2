/** How many distributions are known to have the same of a fact: read once for a catalogue, the same on every screen. */
import { recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import { elementsOfValue, type FactValue } from '../catalogue/factValue.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { distributionOf } from '../lineage/releases.ts';
import { LEAST_KNOWN } from '../peers/distinct.ts';
import { distinctiveness } from '../peers/spread.ts';
import { keyOfElement, keyOfValue } from '../sameness/value.ts';

/** Of how many distributions a fact was recorded, and how many of them have the value, the one asked about included. */
export interface Commonness {
  readonly having: number;
  readonly known: number;
  /** How much the value tells, in bits; 1 where too few are known to tell. */
  readonly bits: number;
}

/** Who is known to have which value of one fact. */
interface Holders {
  readonly known: Set<RecordId>;
  readonly having: Map<string, Set<RecordId>>;
}

const kept = new WeakMap<Catalogue, ReadonlyMap<string, Holders>>();

const NONE = '\u0000none';

/** What counts as a value: each element of a list, else the value as a whole. */
function keysOf(value: FactValue | undefined): string[] {
  if (value === undefined) return [NONE];
  return Array.isArray(value) ? elementsOfValue(value).map(keyOfElement) : [keyOfValue(value)];
}

function holdersOf(catalogue: Catalogue): ReadonlyMap<string, Holders> {
  const known = kept.get(catalogue);
  if (known) return known;
  const holders = new Map<string, Holders>();
  for (const { key, subject, state, value, spoiledBy, accepted } of recordsOf(catalogue, 'reading')) {
    if ((state !== 'set' && state !== 'none') || (spoiledBy.length > 0 && !accepted)) continue;
    const of = holders.get(key) ?? { known: new Set(), having: new Map() };
    holders.set(key, of);
    const id = distributionOf(catalogue, subject);
    of.known.add(id);
    for (const each of keysOf(state === 'none' ? undefined : value)) {
      const having = of.having.get(each) ?? new Set();
      of.having.set(each, having.add(id));
    }
  }
  kept.set(catalogue, holders);
  return holders;
}

/** How common what a distribution has of a fact is; of a list its rarest element counts, or of those that are named. */
export function commonnessOf(
  catalogue: Catalogue,
  { key, type }: Pick<FactKey, 'key' | 'type'>,
  value: FactValue | undefined,
  elements?: readonly string[],
): Commonness {
  const of = holdersOf(catalogue).get(key);
  const known = of?.known.size ?? 0;
  const isCounted = type !== 'number' && type !== 'date' && type !== 'version';
  if (known < LEAST_KNOWN || !isCounted) return { having: 1, known, bits: 1 };
  const keys = elements?.length ? elements.map((name) => keyOfElement({ name })) : keysOf(value);
  const having = Math.min(known, ...keys.map((each) => Math.max(1, of!.having.get(each)?.size ?? 1)));
  return { having, known, bits: Math.max(0, distinctiveness(known, having)) };
}
