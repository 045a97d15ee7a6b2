/**
 * What would follow from a change upstream. A fact or a package of a base changes or is dropped, or the base ends: every
 * descendant is affected, has overridden it, rests on another release as yet, or it cannot be told; the four add up to all.
 */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { isDirect } from '../catalogue/directChange.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { LineageGraph } from '../lineage/lineageGraph.ts';
import { outcomesWithout } from '../lineage/withoutBase.ts';
import { layerTable } from './layerTable.ts';
import { isSaid, type Cell, type ValueState } from './cell.ts';
import type { Impact } from './impactClasses.ts';
import { eachDescendant, verdict } from './packageImpact.ts';

/** What happens to whom if a fact that a layer (a release, or a distribution as a whole) sets is changed or dropped. */
export function impactOfFact(
  catalogue: Catalogue,
  graph: LineageGraph,
  layer: RecordId,
  key: string,
  day: number,
): Impact[] {
  const fact = findFactKey(key);
  if (!fact) throw new Error(`layers: impactOfFact expects a key of the fact sheet, came "${key}"`);
  return eachDescendant(catalogue, graph, layer, day, (layers, at) => {
    if (!fact.inherited) return verdict('overridden', layers[layers.length - 1].id);
    const [{ cells }] = layerTable(catalogue, layers, [fact]).rows;
    const top = cells[cells.length - 1];
    // Whoever sets a value above the base stands in the way; spoiled readings, and parts of a list, leave it open.
    const above = cells.findLastIndex((cell, i) => i > at && SETTING.has(cell.state) && !isStepOnList(cell));
    if (above > at) return verdict('overridden', layers[above].id);
    const isOpen = cells
      .slice(at + 1)
      .some((cell) =>
        isSaid(cell) ? ['carried', 'notLookedAt'].includes(cell.state) : cell.readings.length > 0,
      );
    if (isOpen) return verdict('cannotTell', layers[layers.length - 1].id);
    // What adds to a list, or takes from it, hands on the rest of it.
    let by = top.setBy;
    while (by > at && isStepOnList(cells[by])) by = cells[by - 1].setBy;
    // With several bases another one may come first.
    return by <= at ? verdict('affected', null) : verdict('overridden', layers[by].id);
  });
}

/** States of a layer that has its own. */
const SETTING: ReadonlySet<ValueState> = new Set(['own', 'none', 'doesNotApply']);

/** True where a list is that of the layer below, changed by what was recorded directly. */
function isStepOnList({ inForce, recorded }: Cell): boolean {
  return (
    !inForce && recorded.some((record) => isDirect(record) && Array.isArray(record.before ?? record.after))
  );
}

/** What happens to whom if a base ends altogether. */
export function impactOfEnd(graph: LineageGraph, base: RecordId): Impact[] {
  const forked = new Set(
    graph.links.filter(({ link }) => link?.relation === 'forked from').map(({ derivative }) => derivative),
  );
  return outcomesWithout(graph, base).map(({ id, state, keeps, editions, path }): Impact => {
    // What was forked has gone its own way since, and what rests on it with it.
    const own = path.find((each, i) => i > 0 && forked.has(each));
    if (own) return { id, class: 'overridden', path, editions: [], by: own };
    return state === 'stranded'
      ? { id, class: 'affected', path, editions: [], by: null }
      : { id, class: 'overridden', path, editions, by: keeps[0] ?? null };
  });
}
