/**
 * What is computed of a catalogue again and again: the lineage, and the layer table of a release (or of a distribution or
 * edition as a whole) as of a day. Kept for the catalogue as it is now; several dossiers and days stand side by side.
 */
import type { Catalogue } from '../core/catalogue/catalogue.ts';
import type { RecordId } from '../core/catalogue/recordId.ts';
import { layerTable, type LayerTable } from '../core/layers/layerTable.ts';
import { LineageView, SharedLives } from '../core/overview/lineageView.ts';
import { chainOf } from '../core/lineage/chain.ts';
import type { LineageGraph } from '../core/lineage/lineageGraph.ts';

/** How many layer tables are kept at once. */
const KEPT = 32;

/** Keeps what was computed for the catalogue asked about last. */
export class DossierViews {
  #catalogue: Catalogue | null = null;
  readonly #tables = new Map<string, LayerTable>();
  /** All editions folded: what every part of a dossier shares. */
  readonly lineage: LineageView;
  /** The map's, which unfolds editions. */
  readonly map: LineageView;

  constructor() {
    const lives = new SharedLives();
    this.lineage = new LineageView(lives);
    this.map = new LineageView(lives);
  }

  /** The layers of a subject (of an edition) as of a day (days since 1970-01-01). The same object as long as the catalogue is the same. */
  table(catalogue: Catalogue, subject: RecordId, day: number, edition?: RecordId): LayerTable {
    if (catalogue !== this.#catalogue) this.#tables.clear();
    this.#catalogue = catalogue;
    const key = `${subject} ${day} ${edition ?? ''}`;
    const kept = this.#tables.get(key) ?? layerTable(catalogue, chainOf(catalogue, subject, day, edition));
    this.#tables.delete(key);
    this.#tables.set(key, kept); // the one asked for last is dropped last
    if (this.#tables.size > KEPT) this.#tables.delete([...this.#tables.keys()][0]);
    return kept;
  }

  /** The lineage as of a day, editions folded. */
  graph(catalogue: Catalogue, day: number): LineageGraph {
    return this.lineage.graph(catalogue, day);
  }
}
