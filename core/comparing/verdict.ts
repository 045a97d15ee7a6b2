/**
 * How the sides stand to each other on a point. Different as soon as two that can be held against each other differ; else unknown
 * where of some side nothing is known; else not comparable where something is known that cannot be held against the rest; else the
 * same. The order of the sides never matters.
 */
import { elementsOfValue, type Element } from '../catalogue/factValue.ts';
import { keyOfName, sameName } from '../sameness/name.ts';
import { agreeElements, agrees, isInOtherOrder as differInOrder } from '../sameness/agreement.ts';
import {
  BAR_REASONS,
  type ElementLine,
  type ElementValue,
  type PointFact,
  type PointVerdict,
  type SideValue,
} from './point.ts';

/** The verdict on what the sides have of a fact, and its elements where it is a list. */
export function judgePoint(
  fact: PointFact,
  values: readonly SideValue[],
): { verdict: PointVerdict; elements: readonly ElementLine[]; otherOrder: boolean } {
  const elements = fact.type === 'list' ? elementLines(fact, values) : [];
  const otherOrder = fact.ordered === true && isInOtherOrder(elements, values.length);
  return { verdict: verdictOf(values, elements, otherOrder), elements, otherOrder };
}

/** True for what is known, be it nothing, and be it that it cannot be held against others. */
export function isKnownOf({ value, absent, interval, said, state, bar }: SideValue): boolean {
  if (state === 'takenOver' || bar === 'spoiled' || bar === 'editions') return false;
  return value !== undefined || absent || interval !== undefined || said !== undefined;
}

/** True for what nothing is known of: unknown never counts as equal, as "no" or as zero. */
export const isUnknown = (value: SideValue): boolean => !value.bar && !isKnownOf(value);

/** True for a point of which something is known of some side. */
export const isTold = ({ values }: { readonly values: readonly SideValue[] }): boolean =>
  !values.every(isUnknown);

function verdictOf(
  values: readonly SideValue[],
  elements: readonly ElementLine[],
  otherOrder: boolean,
): PointVerdict {
  const usable = values.filter((value) => isKnownOf(value) && !value.bar);
  const areLists = usable.length > 0 && usable.every(({ value, absent }) => absent || Array.isArray(value));
  const differ = usable.some((a, i) => usable.slice(i + 1).some((b) => areDifferent(a, b)));
  if ((areLists && elements.some(({ verdict }) => verdict === 'different')) || otherOrder || differ)
    return { kind: 'different' };
  if (values.some(isUnknown)) {
    const knownOf = values.flatMap((value, place) => (isKnownOf(value) ? [place] : []));
    return { kind: 'unknown', knownOf };
  }
  const bar = BAR_REASONS.find((reason) => values.some((value) => value.bar === reason));
  if (bar && !isSaidAlike(values)) return { kind: 'not comparable', reason: bar };
  if (elements.some(({ verdict }) => verdict === 'unknown') || isPartialList(usable))
    return { kind: 'not comparable', reason: 'partial' };
  return { kind: 'same', asFarAsSaid: values.some((value) => isOnlySaidSo(value, values[0])) };
}

/** Words that nothing can be computed with are the same when they are the same words. */
function isSaidAlike(values: readonly SideValue[]): boolean {
  return values.every(({ bar, said }) => bar === 'words' && sameName(said ?? '', values[0].said ?? ''));
}

const isPartialList = (usable: readonly SideValue[]) =>
  usable.some(({ isPartial, value }) => isPartial && Array.isArray(value));

/** True for a figure that agrees with the first by its range, and not by being the same. */
function isOnlySaidSo({ value, interval }: SideValue, first: SideValue): boolean {
  return interval !== undefined || (typeof value === 'number' && value !== first.value);
}

/** True for two that are known and cannot both be the same. Lists are judged by their elements. */
function areDifferent(a: SideValue, b: SideValue): boolean {
  if (a.absent && b.absent) return isAbsence(a) && isAbsence(b) && a.state !== b.state;
  if (Array.isArray(a.value) && Array.isArray(b.value)) return false;
  if (typeof a.value === 'string' && typeof b.value === 'string') return !sameName(a.value, b.value);
  return !agrees(a, b);
}

/** "None" and "does not apply", where a side says so itself. */
const isAbsence = ({ state }: SideValue) => state === 'none' || state === 'doesNotApply';

/** The elements of all sides: those of a slot in one line, others by name. First those of the first side, in its order. */
function elementLines(fact: PointFact, values: readonly SideValue[]): ElementLine[] {
  const lines = new Map<string, Pick<ElementLine, 'name' | 'isSlot'>>();
  const lists = values.map((value) => (value.bar ? [] : elementsOfValue(value.value)));
  const placed = lists.map((list) => {
    const places = new Map<string, number[]>();
    list.forEach(({ slot, name }, i) => {
      const id = slot === undefined ? `:${keyOfName(name)}` : keyOfName(slot);
      if (!lines.has(id)) lines.set(id, { name: slot ?? name, isSlot: slot !== undefined });
      const known = places.get(id);
      if (known) known.push(i);
      else places.set(id, [i]);
    });
    return places;
  });
  return [...lines].map(([id, { name, isSlot }]): ElementLine => {
    const found = values.map((value, i) =>
      elementValue(value, lists[i], placed[i].get(id), fact.ordered === true),
    );
    const key = `${fact.key}/${keyOfName(name)}`;
    return { key, name, isSlot, values: found, verdict: judgeLine(found) };
  });
}

function elementValue(
  side: SideValue,
  list: readonly Element[],
  places: readonly number[] | undefined,
  isOrdered: boolean,
): ElementValue {
  if (places)
    return {
      has: 'yes',
      elements: places.map((place) => list[place]),
      places: isOrdered ? places.map((place) => place + 1) : [],
    };
  const isWhole =
    isKnownOf(side) && !side.bar && !side.isPartial && (side.absent || Array.isArray(side.value));
  return { has: isWhole ? 'no' : 'unknown', elements: [], places: [] };
}

function judgeLine(values: readonly ElementValue[]): ElementLine['verdict'] {
  const known = values.filter(({ has }) => has !== 'unknown');
  const [first, ...others] = known;
  if (others.some((other) => other.has !== first.has)) return 'different';
  const having = known.filter(({ has }) => has === 'yes');
  const differ = having.some((a, i) =>
    having.slice(i + 1).some((b) => !sameElements(a.elements, b.elements)),
  );
  if (differ) return 'different';
  return known.length < values.length ? 'unknown' : 'same';
}

/** The same names, and no setting of which both say something that differs. */
function sameElements(a: readonly Element[], b: readonly Element[]): boolean {
  if (a.length !== b.length) return false;
  return a.every((element) => {
    const other = b.find(({ name }) => sameName(name, element.name));
    return other !== undefined && agreeElements(element, other);
  });
}

/** True where what the sides have in common stands in another order. */
function isInOtherOrder(lines: readonly ElementLine[], sides: number): boolean {
  const common = lines.filter(({ values }) => values.filter(({ has }) => has === 'yes').length > 1);
  for (let a = 0; a < sides; a++)
    for (let b = a + 1; b < sides; b++) {
      const inOrderOf = (side: number) =>
        common
          .filter(({ values }) => values[a].places.length > 0 && values[b].places.length > 0)
          .sort((one, two) => one.values[side].places[0] - two.values[side].places[0])
          .map(({ key }) => key);
      if (differInOrder(inOrderOf(a), inOrderOf(b))) return true;
    }
  return false;
}
