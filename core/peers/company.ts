/**
 * Everybody on one day: what each project has of every fact, by its current release, as it is held against others. Made once
 * for a catalogue and a day; cohorts, spreads and neighbours are read off it.
 */
import { recordOf, recordsOf, type Catalogue } from '../catalogue/catalogue.ts';
import { ABOUT_ID } from '../catalogue/about.ts';
import type { Conditions } from '../catalogue/conditions.ts';
import { findFactKey, type FactKey } from '../catalogue/factSheet.ts';
import { elementsOfValue, type FactValue } from '../catalogue/factValue.ts';
import type { Interval } from '../catalogue/reading.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { CountedNames } from './countedNames.ts';
import { dayOfRelease } from '../lineage/bases.ts';
import { chainOfProject } from '../lineage/chain.ts';
import { lineageGraph, type GraphNode } from '../lineage/lineageGraph.ts';
import { ancestorsOf, basesOfProject } from '../lineage/relatives.ts';
import { distributionOf } from '../lineage/releases.ts';
import { lifeOf } from '../lineage/lives.ts';
import { isKnown, isUncheckedHere, readingsInOrder, type Cell } from '../layers/cell.ts';
import { dayOfReading } from '../weighing/disagreement.ts';
import { layerTable, type LayerTable } from '../layers/layerTable.ts';
import { measurementsOf } from '../comparing/measuring.ts';

/** What one project has of a fact. */
export interface MemberFact {
  /** What counts as a value: the names of a list's elements, else one; "none" is one. */
  readonly names: readonly string[];
  readonly value?: FactValue;
  readonly interval?: Interval;
  readonly absent: boolean;
  /** True for a list of which only some elements are known: of what it does not name nothing can be told. */
  readonly isPartial: boolean;
  /** True for what only comes up from a base: nobody examined it here. */
  readonly isInherited: boolean;
  /** What was measured, the reading in force first, each with what was around it. */
  readonly measured?: readonly { readonly value: number; readonly conditions: Conditions }[];
  /** The project whose layer set it. */
  readonly setBy?: RecordId;
}

/** One project of the company. */
export interface Member {
  readonly id: RecordId;
  readonly name: string;
  /** The layer that it is looked at by: its current release, or itself. */
  readonly layer: RecordId;
  readonly standing: string;
  /** Projects that it rests on directly; and over any number of steps, itself with them. */
  readonly bases: readonly RecordId[];
  readonly ancestors: ReadonlySet<RecordId>;
  /** What is known, by key. */
  readonly facts: ReadonlyMap<string, MemberFact>;
}

/** Who had a value first: the project, and the day (days since 1970-01-01). */
export interface First {
  readonly id: RecordId;
  readonly day: number;
}

/** Everybody on one day. */
export interface Company {
  readonly day: number;
  readonly members: ReadonlyMap<RecordId, Member>;
  /** By key and name of the value (`key\nname`). */
  readonly firsts: ReadonlyMap<string, First>;
}

/** Everybody as of a day. */
export function companyOf(catalogue: Catalogue, day: number): Company {
  const graph = lineageGraph(catalogue, day, { lifeOf });
  const spellings = new CountedNames(recordOf(catalogue, 'about', ABOUT_ID)?.sameNames ?? []);
  const members = new Map<RecordId, Member & { readonly facts: Map<string, MemberFact> }>();
  for (const node of graph.nodes.values()) {
    if (node.id !== node.distribution) continue;
    members.set(node.id, memberOf(catalogue, node, ancestorsOf(graph, node.id), day, spellings));
  }
  respell(members.values(), spellings);
  return { day, members, firsts: firstsOf(catalogue, day, spellings) };
}

/** Writes names that were met in several spellings in the most usual one. */
function respell(
  members: Iterable<{ readonly facts: Map<string, MemberFact> }>,
  spellings: CountedNames,
): void {
  if (!spellings.settle()) return;
  for (const { facts } of members)
    for (const [key, fact] of facts)
      if (fact.names.some((name) => spellings.of(key, name) !== name))
        facts.set(key, { ...fact, names: fact.names.map((name) => spellings.of(key, name)) });
}

function memberOf(
  catalogue: Catalogue,
  node: GraphNode,
  ancestors: ReadonlyMap<RecordId, number>,
  day: number,
  spellings: CountedNames,
): Member & { readonly facts: Map<string, MemberFact> } {
  const layers = chainOfProject(catalogue, node.id, day);
  const table = layerTable(catalogue, layers);
  const top = layers.length - 1;
  const facts = new Map<string, MemberFact>();
  for (const { fact, cells } of table.rows) {
    const cell = cells[top];
    if (!isFit(fact, cell)) continue;
    const measured = fact.measured ? measuredIn(catalogue, table, cell) : [];
    facts.set(fact.key, {
      names: cell.absent ? [NONE] : namesOf(fact, cell.value, spellings),
      ...(cell.value !== undefined && { value: cell.value }),
      ...(cell.interval && { interval: cell.interval }),
      absent: cell.absent,
      isPartial: cell.isPartial,
      isInherited: cell.state === 'carried',
      ...(measured.length && { measured }),
      ...(cell.setBy >= 0 && { setBy: layers[cell.setBy].distribution }),
    });
  }
  return {
    id: node.id,
    name: node.name,
    layer: layers[top].id,
    standing: node.standing,
    bases: basesOfProject(node),
    ancestors: new Set(ancestors.keys()),
    facts,
  };
}

/** Every measurement that is fit, the one in force first. */
function measuredIn(catalogue: Catalogue, table: LayerTable, cell: Cell): MemberFact['measured'] & object {
  return measurementsOf(catalogue, table, readingsInOrder(cell)).flatMap(({ reading, conditions }) =>
    typeof reading.value === 'number' ? [{ value: reading.value, conditions }] : [],
  );
}

/** The value of what is known to be none. */
export const NONE = 'none';

/** True for what can be counted: known, checked, and not said in words alone. Whether a project rolls is its own finding. */
function isFit(fact: FactKey, cell: Cell): boolean {
  if (!isKnown(cell) || isUncheckedHere(cell)) return false;
  return fact.area !== 'model' || cell.state !== 'carried';
}

/** What counts as a value of a fact: each element of a list by slot and name, each once, else the value as it is written. */
export function namesOf(
  fact: Pick<FactKey, 'key' | 'type'>,
  value: FactValue | undefined,
  spellings: CountedNames,
): string[] {
  if (Array.isArray(value)) {
    const names = elementsOfValue(value).map(
      ({ slot, name }) => (slot ? `${spellings.of(fact.key, slot)}: ` : '') + spellings.of(fact.key, name),
    );
    return names.length > 1 ? [...new Set(names)] : names;
  }
  if (value === undefined) return [];
  if (typeof value === 'boolean') return [value ? 'yes' : 'no'];
  return [fact.type === 'text' ? spellings.of(fact.key, String(value)) : String(value)];
}

/** For each value the project that is the first known to have set it: by the day of its release, else of the reading. */
function firstsOf(catalogue: Catalogue, day: number, spellings: CountedNames): Map<string, First> {
  const firsts = new Map<string, First>();
  for (const reading of recordsOf(catalogue, 'reading')) {
    const { key, subject, value, state, spoiledBy, accepted } = reading;
    const fact = findFactKey(key);
    if (!fact || state !== 'set' || value === undefined || (spoiledBy.length > 0 && !accepted)) continue;
    const release = recordOf(catalogue, 'release', subject);
    const at = (release && dayOfRelease(release)) ?? dayOfReading(catalogue, reading);
    if (at === undefined || at > day) continue;
    const id = distributionOf(catalogue, subject);
    for (const name of namesOf(fact, value, spellings)) {
      const place = `${key}\n${name}`;
      const known = firsts.get(place);
      if (!known || at < known.day || (at === known.day && id < known.id)) firsts.set(place, { id, day: at });
    }
  }
  return firsts;
}
