/** "The rest is unchanged": of an area, or of all, each fact of which nobody has said anything. */
import type { AreaId } from '../catalogue/areas.ts';
import { findRecord, type Catalogue } from '../catalogue/catalogue.ts';
import { diffOfRecords } from '../catalogue/diff.ts';
import { createReading } from '../catalogue/reading.ts';
import { createIdSource } from '../catalogue/freshId.ts';
import { tokenOf, type RecordId } from '../catalogue/recordId.ts';
import type { LayerTable } from '../layers/layerTable.ts';
import { subjectOf, uncheckedFacts } from '../layers/unchanged.ts';
import { nameOf } from '../lineage/names.ts';
import { createEdit, type Edited } from './labelledEdit.ts';

interface CheckedBy {
  /** A source that the catalogue holds; one that it does not hold is not cited. */
  readonly source: RecordId | null;
  /** The day of the check (EDTF). */
  readonly date: string;
}

/** Records the unchecked facts of the top layer as checked, unchanged; gives how many there were. */
export function markRestUnchanged(
  catalogue: Catalogue,
  table: LayerTable,
  area: AreaId | undefined,
  { source, date }: CheckedBy,
): Edited<number> {
  const layer = table.layers[table.layers.length - 1];
  const freshId = createIdSource((each) => Boolean(findRecord(catalogue, each)));
  const cited = source && findRecord(catalogue, source) ? source : undefined;
  const made = uncheckedFacts(table, area).map((fact) => {
    const subject = subjectOf(layer, fact);
    const id = freshId('reading', `${tokenOf(subject)}-${fact.key}`);
    return createReading({
      id,
      subject,
      key: fact.key,
      state: 'unchanged',
      source: cited,
      // A source says itself when it was looked at.
      date: cited ? undefined : date,
      ...(layer.edition && subject === layer.id && { conditions: { edition: layer.edition } }),
    });
  });
  const label = {
    code: 'fact.unchanged',
    params: { count: made.length, of: nameOf(catalogue, layer.id) },
  } as const;
  return createEdit(catalogue, label, diffOfRecords(catalogue, made), made.length);
}
