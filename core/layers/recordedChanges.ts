/**
 * Changes that an analyst records directly, because the base's value is not known. They stand as they were recorded until
 * it becomes known; then they are held against it: what they say gives the value of the layer, and what is computed from
 * that either confirms them or says otherwise.
 */
import type { ChangeKind, RecordedChange } from '../catalogue/change.ts';
import { isDirect, type DirectChange } from '../catalogue/directChange.ts';
import { elementsOfValue, type Element } from '../catalogue/factValue.ts';
import type { ComparedElement } from './compareValues.ts';
import { isKnown, type KnownValue } from './cell.ts';
import { sameName } from '../sameness/name.ts';

/**
 * The value that recorded changes make of the value below (undefined and not absent: not known). A single value says
 * itself what is there; a list can only be told where the one below is known: else the result is null.
 */
export function applyChanges(
  below: KnownValue | undefined,
  records: readonly RecordedChange[],
): KnownValue | null {
  const direct = records.filter(isDirect).sort((a, b) => (a.id < b.id ? -1 : 1));
  if (direct.length === 0) return null;
  const known = below && isKnown(below) ? below : null;
  const isList = [below?.value, ...direct.flatMap(({ before, after }) => [before, after])].some(
    Array.isArray,
  );
  if (!isList) {
    const { does, after } = direct[direct.length - 1];
    if (does === 'drops') return { absent: true };
    if (does === 'keeps') return known;
    return { value: after, absent: false };
  }
  if (!known) return null;
  const elements = direct.reduce(applyToList, elementsOfValue(known.value));
  return elements.length ? { value: [...elements], absent: false } : { absent: true };
}

function applyToList(
  elements: readonly Element[],
  { does, before, after }: DirectChange,
): readonly Element[] {
  if (does === 'keeps') return elements;
  const made = elementsOfValue(after);
  const named = [...elementsOfValue(before), ...made];
  const isMeant = (element: Element) =>
    named.some(
      ({ name, slot }) =>
        sameName(name, element.name) && sameName(slot ?? element.slot ?? '', element.slot ?? ''),
    );
  return [...elements.filter((element) => !isMeant(element)), ...made];
}

/** What a record says, in the shape of a comparison: one entry for each element concerned. */
export function elementsSaid({ does, before, after }: DirectChange): ComparedElement[] {
  if (!Array.isArray(before ?? after)) {
    const texts = {
      ...(before !== undefined && { before: String(before) }),
      ...(after !== undefined && { after: String(after) }),
    };
    return [{ kind: does, name: '', ...texts }];
  }
  const [old, now] = [elementsOfValue(before), elementsOfValue(after)];
  if (does === 'replaces')
    return now.map(({ name }, i) => ({
      ...{ kind: does, name, after: name },
      ...(old[i] && { before: old[i].name }),
    }));
  const named = now.length ? now : old;
  return named.map(({ name }) =>
    now.length ? { kind: does, name, after: name } : { kind: does, name, before: name },
  );
}

/** What else a kind may turn out to be without being wrong: the same, told by what can be compared. */
const ALSO: Readonly<Partial<Record<ChangeKind, readonly ChangeKind[]>>> = {
  'holds back': ['retunes', 'replaces'],
  retunes: ['holds back', 'replaces'],
};

/** Whether the base's value bears out what was recorded. */
export interface Settlement {
  readonly state: 'open' | 'confirmed' | 'otherwise';
  /** What was found instead: what became of the elements that the record names. */
  readonly found: readonly ComparedElement[];
}

/** Holds a recorded change against what was computed; null where the base's value is not known. */
export function settleChange(record: DirectChange, computed: readonly ComparedElement[] | null): Settlement {
  if (!computed) return { state: 'open', found: [] };
  const said = elementsSaid(record);
  const found = said.flatMap(({ name }) => computed.filter((each) => sameName(each.name, name)));
  const isBorneOut = said.every(({ kind, name, before, after }) =>
    found.some(
      (each) =>
        sameName(each.name, name) &&
        (each.kind === kind || ALSO[kind]?.includes(each.kind)) &&
        (name !== '' || after === undefined || sameName(each.after ?? '', after)) &&
        (kind !== 'replaces' || before === undefined || sameName(each.before ?? '', before)),
    ),
  );
  return { state: isBorneOut ? 'confirmed' : 'otherwise', found };
}
