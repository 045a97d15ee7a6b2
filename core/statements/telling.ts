/** What statements are made from: a table, and the facts of its top layer as they are told. */
import type { Catalogue } from '../catalogue/catalogue.ts';
import type { LayerTable } from '../layers/layerTable.ts';
import type { ToldFacts } from './told.ts';

/** What every part of the first page is made from. */
export interface Telling {
  readonly catalogue: Catalogue;
  readonly table: LayerTable;
  /** The top layer, by name. */
  readonly subject: string;
  readonly told: ToldFacts;
  /** The day that is asked about (days since 1970-01-01). */
  readonly day: number;
}
