/**
 * Two values of one fact held against each other, element by element for lists: what the second adds, drops, replaces,
 * retunes (the same thing with other settings), holds back (the same thing at an older version) or keeps.
 */
import type { ChangeKind } from '../catalogue/change.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import { elementsOfValue, type Element, type FactValue } from '../catalogue/factValue.ts';
import { agreeElements, isInOtherOrder } from '../sameness/agreement.ts';
import { sameName } from '../sameness/name.ts';
import { keyOfElement, sameValue } from '../sameness/value.ts';
import type { VersionOrder } from '../packages/versionOrder.ts';

/** What became of one element; for a fact that is no list, of the fact itself. */
export interface ComparedElement {
  readonly kind: ChangeKind;
  /** The element's name; empty for a fact that is no list. */
  readonly name: string;
  readonly before?: string;
  readonly after?: string;
}

/** How the values of a fact are ordered in time, where they are: versions by their format, delays by their length. */
export interface Comparing {
  readonly fact: FactKey;
  /** Undefined where the package format is not known: then nothing is held back, only replaced. */
  readonly order?: VersionOrder;
  /** True where the first list names some elements only: of what it does not name nothing can be told. */
  readonly isPartial?: boolean;
  /** True where the first value is of another day: then versions are not compared. */
  readonly isOfOtherDay?: boolean;
}

/** What the second value makes of the first, also what it keeps. Undefined means: known to be none. */
export function compareValues(
  before: FactValue | undefined,
  after: FactValue | undefined,
  comparing?: Comparing,
): ComparedElement[] {
  if (Array.isArray(before ?? after) && Array.isArray(after ?? before)) {
    const [old, now] = [before, after].map(elementsOfValue);
    return compareElements(old, now, comparing);
  }
  const made = (kind: ChangeKind): ComparedElement => ({
    ...{ kind, name: '' },
    ...(before !== undefined && { before: String(before) }),
    ...(after !== undefined && { after: String(after) }),
  });
  if (before === undefined) return after === undefined ? [] : [made('adds')];
  if (after === undefined) return [made('drops')];
  if (sameValue(before, after)) return [made('keeps')];
  return [made(comparing && isHeldBack(before, after, comparing) ? 'holds back' : 'replaces')];
}

/** What differs: everything that is not kept. */
export function diffValues(
  before: FactValue | undefined,
  after: FactValue | undefined,
  comparing?: Comparing,
): ComparedElement[] {
  return compareValues(before, after, comparing).filter(({ kind }) => kind !== 'keeps');
}

/** Packages are held back by an older version, and by a longer time of testing. */
function isHeldBack(before: FactValue, after: FactValue, { fact, order }: Comparing): boolean {
  if (fact.compares === 'delay') return Number(after) > Number(before);
  if (fact.type !== 'version' || !order || isOwnBuild(String(before), String(after))) return false;
  return order(String(after), String(before)) < 0;
}

/** True for a version with a mark in words that the other one does not have: a build of one's own is another thing, not an older one. */
export function isOwnBuild(before: string, after: string): boolean {
  const marksOf = (version: string) => version.toLowerCase().match(/[a-z]{2,}/g) ?? [];
  const known = new Set(marksOf(before));
  return marksOf(after).some((mark) => !known.has(mark));
}

/** Elements are paired by slot and name; a slot with one element before and after is a replacement. */
function compareElements(
  before: readonly Element[],
  after: readonly Element[],
  { fact, order, isPartial = false, isOfOtherDay = false }: Partial<Comparing> = {},
): ComparedElement[] {
  const old = new Map(before.map((element) => [keyOfElement(element), element]));
  const now = new Map(after.map((element) => [keyOfElement(element), element]));
  const gone = before.filter((element) => !now.has(keyOfElement(element)));
  const isMoved = movedAmong([...old.keys()], [...now.keys()], fact?.ordered === true && !isPartial);
  const compared = after.flatMap((element): ComparedElement | readonly [] => {
    const { name, slot } = element;
    const key = keyOfElement(element);
    const known = old.get(key);
    if (known) {
      const isEqual = agreeElements(known, element);
      if (isOfOtherDay && !isEqual && differsInVersionOnly(known, element)) return [];
      if (isEqual && !isMoved(key)) return { kind: 'keeps', name, before: name, after: name };
      if (isEqual) return { kind: 'retunes', name, ...placed(name, [...old.keys()], [...now.keys()], key) };
      const [from, to] = [known, element].map(({ settings }) => settings?.version);
      const isOlder = order && from && to && !isOwnBuild(from, to) && order(to, from) < 0;
      return { kind: isOlder ? 'holds back' : 'retunes', name, ...retuned(known, element) };
    }
    const replaced = slot ? gone.findIndex((other) => other.slot === slot) : -1;
    if (replaced < 0) return isPartial ? [] : { kind: 'adds', name, after: name };
    return { kind: 'replaces', name, before: gone.splice(replaced, 1)[0].name, after: name };
  });
  return [...compared, ...gone.map(({ name }): ComparedElement => ({ kind: 'drops', name, before: name }))];
}

/**
 * Which of the elements that both have stand in another place among those: all that had to be moved to come from one order to
 * the other, the fewest that will do.
 */
function movedAmong(
  old: readonly string[],
  now: readonly string[],
  isOrdered: boolean,
): (key: string) => boolean {
  if (!isOrdered || !isInOtherOrder(old, now)) return () => false;
  const common = now.filter((key) => old.includes(key));
  const stays = longestRise(common.map((key) => old.indexOf(key)));
  const moved = new Set(common.filter((_, i) => !stays.has(i)));
  return (key) => moved.has(key);
}

/** The places of the longest row of numbers that only grows; of several the one that begins first. */
function longestRise(numbers: readonly number[]): ReadonlySet<number> {
  const best: (readonly number[])[] = [];
  numbers.forEach((number, i) => {
    const before = best.filter((row) => numbers[row.at(-1)!] < number);
    best.push([...before.reduce<readonly number[]>((a, b) => (b.length > a.length ? b : a), []), i]);
  });
  return new Set(best.reduce<readonly number[]>((a, b) => (b.length > a.length ? b : a), []));
}

const placed = (name: string, old: readonly string[], now: readonly string[], key: string) => ({
  before: `${name} (place ${old.indexOf(key) + 1})`,
  after: `${name} (place ${now.indexOf(key) + 1})`,
});

function differsInVersionOnly(a: Element, b: Element): boolean {
  const withoutVersion = ({ name, settings }: Element): Element => ({
    name,
    settings: { ...settings, version: '' },
  });
  return agreeElements(withoutVersion(a), withoutVersion(b));
}

/** Both elements as texts that show only the settings in which they differ. */
function retuned(before: Element, after: Element): { before: string; after: string } {
  const names = Object.keys({ ...before.settings, ...after.settings });
  const differing = names.filter(
    (name) => !sameName(before.settings?.[name] ?? '', after.settings?.[name] ?? ''),
  );
  const show = ({ name, settings }: Element) =>
    `${name} (${differing.map((key) => settings?.[key] ?? 'not set').join(', ')})`;
  return { before: show(before), after: show(after) };
}
