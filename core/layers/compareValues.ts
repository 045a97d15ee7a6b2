/**
 * Two values of one fact held against each other, element by element for lists: what the second adds, drops, replaces,
 * retunes (the same thing with other settings), holds back (the same thing at an older version) or keeps.
 */
import type { ChangeKind } from '../catalogue/change.ts';
import { idOfElement } from './agreement.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import { elementsOfValue, type Element, type FactValue } from '../catalogue/factValue.ts';
import { equalValues } from '../catalogue/equalValues.ts';
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
  if (equalValues(before, after)) return [made('keeps')];
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
  { order, isPartial = false, isOfOtherDay = false }: Partial<Comparing> = {},
): ComparedElement[] {
  const old = new Map(before.map((element) => [idOfElement(element), element]));
  const now = new Map(after.map((element) => [idOfElement(element), element]));
  const gone = before.filter((element) => !now.has(idOfElement(element)));
  const compared = after.flatMap((element): ComparedElement | readonly [] => {
    const { name, slot } = element;
    const known = old.get(idOfElement(element));
    if (known) {
      const isEqual = equalValues([known], [element]);
      if (isOfOtherDay && !isEqual && differsInVersionOnly(known, element)) return [];
      if (isEqual) return { kind: 'keeps', name, before: name, after: name };
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

function differsInVersionOnly(a: Element, b: Element): boolean {
  const withoutVersion = (element: Element): Element => ({
    ...element,
    settings: { ...element.settings, version: '' },
  });
  return equalValues([withoutVersion(a)], [withoutVersion(b)]);
}

/** Both elements as texts that show only the settings in which they differ. */
function retuned(before: Element, after: Element): { before: string; after: string } {
  const names = Object.keys({ ...before.settings, ...after.settings });
  const differing = names.filter((name) => before.settings?.[name] !== after.settings?.[name]);
  const show = ({ name, settings }: Element) =>
    `${name} (${differing.map((key) => settings?.[key] ?? 'not set').join(', ')})`;
  return { before: show(before), after: show(after) };
}
