/** How long a release is supported, as stated, and over the support of what it rests on. */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { addMonths } from '../catalogue/days.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { boundsOf, type When } from '../catalogue/when.ts';
import type { LayerTable } from '../layers/layerTable.ts';
import type { Cell } from '../layers/cell.ts';

/** The fact that says it. */
export const SUPPORT_END = 'model.supportEnd';
const LIFE = 'model.life';

/** From the release of a layer to the end of its support. Days since 1970-01-01; undefined where not known. */
export interface SupportWindow {
  readonly layer: RecordId;
  readonly from?: number;
  readonly to?: number;
  /** The end by the release date and the months that the layer itself says a release lives, where the day of release is known. */
  readonly computed?: number;
  /** The end as it is stated (EDTF); empty where none is. */
  readonly end: When;
  /** The cell that states it. */
  readonly cell?: Cell;
}

/** The window of every layer of a table, root first. */
export function supportWindows(catalogue: Catalogue, { layers, rows }: LayerTable): SupportWindow[] {
  const [row, life] = [SUPPORT_END, LIFE].map((key) => rows.find(({ fact }) => fact.key === key));
  return layers.map(({ id }, i): SupportWindow => {
    const cell = row?.cells[i];
    const end = typeof cell?.value === 'string' && !cell.absent ? cell.value : '';
    const published = boundsOf(recordOf(catalogue, 'release', id)?.date ?? '');
    const from = published?.first;
    const months = life?.cells[i].setBy === i ? life.cells[i].value : undefined;
    const isDay = published !== null && published.first === published.last;
    const to = boundsOf(end)?.last;
    return {
      layer: id,
      ...(from !== undefined && { from }),
      ...(to !== undefined && { to }),
      ...(isDay && typeof months === 'number' && { computed: addMonths(published.first, months) }),
      end,
      ...(cell && { cell }),
    };
  });
}

/** The window of the top layer, with that of the layer below it and the days by which it outlasts that (domain: support gap). */
export interface Support {
  readonly own: SupportWindow;
  readonly base?: SupportWindow;
  /** Negative where the base lasts longer; undefined where one of the ends is not known. */
  readonly gapDays?: number;
}

/** The support of the top layer of a table. */
export function supportOf(catalogue: Catalogue, table: LayerTable): Support {
  const windows = supportWindows(catalogue, table);
  const own = windows[windows.length - 1];
  const base = windows.at(-2);
  const isKnown = own.to !== undefined && base?.to !== undefined;
  return { own, ...(base && { base }), ...(isKnown && { gapDays: own.to! - base!.to! }) };
}
