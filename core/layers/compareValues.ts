/**
 * Two values of one fact held against each other, element by element for lists: what the second adds, drops, replaces,
 * retunes (the same thing with other settings), holds back (the same thing at an older version) or keeps.
 */
import type { ChangeKind } from '../catalogue/change.ts';
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
}

/** What the second value makes of the first, also what it keeps. Undefined means: known to be none. */
export function compareValues(
  before: FactValue | undefined,
  after: FactValue | undefined,
  comparing?: Comparing,
): ComparedElement[] {
  if (Array.isArray(before ?? after) && Array.isArray(after ?? before)) {
    const [old, now] = [before, after].map(elementsOfValue);
    return compareElements(old, now, comparing?.order);
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
  return fact.type === 'version' && order !== undefined && order(String(after), String(before)) < 0;
}

/** Elements are paired by slot and name; a slot with one element before and after is a replacement. */
function compareElements(
  before: readonly Element[],
  after: readonly Element[],
  order?: VersionOrder,
): ComparedElement[] {
  const idOf = ({ slot = '', name }: Element) => `${slot}\n${name}`;
  const old = new Map(before.map((element) => [idOf(element), element]));
  const now = new Map(after.map((element) => [idOf(element), element]));
  const gone = before.filter((element) => !now.has(idOf(element)));
  const compared = after.map((element): ComparedElement => {
    const { name, slot } = element;
    const known = old.get(idOf(element));
    if (known) {
      if (equalValues([known], [element])) return { kind: 'keeps', name, before: name, after: name };
      const [from, to] = [known, element].map(({ settings }) => settings?.version);
      const isOlder = order && from && to && order(to, from) < 0;
      return { kind: isOlder ? 'holds back' : 'retunes', name, ...retuned(known, element) };
    }
    const replaced = slot ? gone.findIndex((other) => other.slot === slot) : -1;
    if (replaced < 0) return { kind: 'adds', name, after: name };
    return { kind: 'replaces', name, before: gone.splice(replaced, 1)[0].name, after: name };
  });
  return [...compared, ...gone.map(({ name }): ComparedElement => ({ kind: 'drops', name, before: name }))];
}

/** Both elements as texts that show only the settings in which they differ. */
function retuned(before: Element, after: Element): { before: string; after: string } {
  const names = Object.keys({ ...before.settings, ...after.settings });
  const differing = names.filter((name) => before.settings?.[name] !== after.settings?.[name]);
  const show = ({ name, settings }: Element) =>
    `${name} (${differing.map((key) => settings?.[key] ?? 'not set').join(', ')})`;
  return { before: show(before), after: show(after) };
}
