/**
 * "The rest is the same": what analysts say most. The facts of a layer of which nobody has said anything, though the
 * base's value is known, each recorded as checked and unchanged.
 */
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import type { AreaId } from '../catalogue/areas.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import type { Reading } from '../catalogue/reading.ts';
import { createFreshId, type RecordId } from '../catalogue/recordKind.ts';
import type { Layer } from '../lineage/chain.ts';
import type { LayerTable } from './layerTable.ts';

/** The record that a fact of a layer belongs to: facts of a project as a whole stand with it, others with the release. */
export function subjectOf({ id, distribution }: Layer, fact: FactKey): RecordId {
  return fact.area === 'identity' || fact.area === 'lineage' ? distribution : id;
}

/** The facts of the top layer (of one area, or of all) that are carried up and that nobody has checked there. */
export function uncheckedFacts({ layers, rows }: LayerTable, area?: AreaId): FactKey[] {
  if (layers.length < 2) return [];
  return rows.flatMap(({ fact, cells }) => {
    const { state, value, absent, readings } = cells[cells.length - 1];
    const isOpen = state === 'carried' && (value !== undefined || absent) && readings.length === 0;
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
  const made = new Set<RecordId>();
  return facts.map((fact): Reading => {
    const subject = subjectOf(layer, fact);
    const text = `${subject.slice(subject.indexOf(':') + 1)}-${fact.key}`;
    const id = createFreshId(
      'reading',
      text,
      (each) => made.has(each) || Boolean(findRecord(catalogue, each)),
    );
    made.add(id);
    return {
      id,
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
