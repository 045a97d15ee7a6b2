/** What nobody has said anything of, though the base's value is known: what "the rest is the same" speaks of. */
import type { AreaId } from '../catalogue/areas.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import type { Layer } from '../lineage/chain.ts';
import type { LayerTable } from './layerTable.ts';
import { isKnown } from './cell.ts';

/** The record that a fact of a layer belongs to: facts of a project as a whole stand with it, others with the release. */
export function subjectOf({ id, distribution }: Layer, fact: FactKey): RecordId {
  return fact.ofProject ? distribution : id;
}

/** The edition that a fact of a layer is said of, where one is meant: facts of the project hold for all of them. */
export function editionMeant({ edition }: Layer, fact: FactKey): RecordId | undefined {
  return fact.ofProject ? undefined : edition;
}

/** The facts of the top layer (of one area, or of all) that are carried up and that nobody has checked there. */
export function uncheckedFacts({ layers, rows }: LayerTable, area?: AreaId): FactKey[] {
  if (layers.length < 2) return [];
  return rows.flatMap(({ fact, cells }) => {
    const cell = cells[cells.length - 1];
    const isOpen = cell.state === 'carried' && isKnown(cell) && cell.readings.length === 0;
    return isOpen && fact.inherited && (!area || fact.area === area) ? [fact] : [];
  });
}
