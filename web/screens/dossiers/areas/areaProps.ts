/** What the view of an area is given. */
import type { Catalogue } from '../../../../core/catalogue/catalogue.ts';
import type { LayerTable } from '../../../../core/layers/layerTable.ts';

/** What the view of an area is given. */
export interface AreaProps {
  catalogue: Catalogue;
  table: LayerTable;
  day: number;
}
