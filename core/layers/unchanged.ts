/**
 * "The rest is the same": what analysts say most. The facts of a layer of which nobody has said anything, though the
 * base's value is known, each recorded as checked and unchanged.
 */
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import type { AreaId } from '../catalogue/areas.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import type { Reading } from '../catalogue/reading.ts';
import { createIdSource, tokenOf, type RecordId } from '../catalogue/recordKind.ts';
import type { Layer } from '../lineage/chain.ts';
import type { LayerTable } from './layerTable.ts';
import { isKnown } from './valueInForce.ts';

/** The record that a fact of a layer belongs to: facts of a project as a whole stand with it, others with the release. */
export function subjectOf({ id, distribution }: Layer, fact: FactKey): RecordId {
  return fact.area === 'identity' || fact.area === 'lineage' ? distribution : id;
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

export interface CheckedBy {
  readonly source?: RecordId;
  /** The day of the check (EDTF). */
  readonly date: string;
}

/** The readings that say of each of these facts: checked in the top layer, unchanged. */
export function unchangedReadings(
  catalogue: Catalogue,
  { layers }: LayerTable,
  facts: readonly FactKey[],
  { source, date }: CheckedBy,
): Reading[] {
  const layer = layers[layers.length - 1];
  const freshId = createIdSource((each) => Boolean(findRecord(catalogue, each)));
  return facts.map((fact): Reading => {
    const subject = subjectOf(layer, fact);
    return {
      id: freshId('reading', `${tokenOf(subject)}-${fact.key}`),
      kind: 'reading',
      subject,
      key: fact.key,
      state: 'unchanged',
      ...(source && { source }),
      date,
      place: '',
      spoiledBy: [],
      certainty: 'sure',
      accepted: false,
      note: '',
    };
  });
}
