/**
 * The release model of a layer: what is claimed and what was found, how often releases came, how long each layer is
 * supported, and what sources say of the delay behind the base.
 */
import type { Catalogue } from '../catalogue/catalogue.ts';
import { recordsBelongingTo } from '../catalogue/pointers.ts';
import type { FactKey } from '../catalogue/factSheet.ts';
import type { Reading } from '../catalogue/reading.ts';
import { boundsOf } from '../catalogue/when.ts';
import type { LayerTable } from '../layers/layerTable.ts';
import { evidenceOf, type Evidence } from '../weighing/evidenceOf.ts';
import { spreadOf } from './cadence.ts';
import { supportWindows, type SupportWindow } from './support.ts';
import { topOf } from '../layers/areas/cells.ts';

/** What one reading says of a delay, in days. */
export interface StatedDelay {
  readonly fact: FactKey;
  readonly reading: Reading;
  readonly days: number;
  readonly evidence: Evidence;
}

/** The release model of a layer. */
export interface ModelView {
  readonly found: string;
  readonly claimed: string;
  /** Days of the final releases of the distribution with a date, oldest first. */
  readonly releases: readonly number[];
  /** The middle of the days between one release and the next; undefined with fewer than three. */
  readonly interval?: number;
  /** Of the layers that say when their support ends or when they came out, root first. */
  readonly windows: readonly SupportWindow[];
  /** What every source says of the delay and of the time of testing, least days first. */
  readonly delays: readonly StatedDelay[];
}

/** The release model of the top layer. */
export function modelOf(catalogue: Catalogue, table: LayerTable): ModelView {
  const top = table.layers[table.layers.length - 1];
  const releases = recordsBelongingTo(catalogue, top.distribution, 'release')
    .filter(({ distribution, stage }) => distribution === top.distribution && stage === 'final')
    .flatMap(({ date }) => boundsOf(date ?? '')?.first ?? [])
    .sort((a, b) => a - b);
  return {
    found: String(topOf(table, 'model.kind')?.value ?? ''),
    claimed: String(topOf(table, 'model.claimed')?.value ?? ''),
    releases,
    ...(releases.length > 2 && { interval: spreadOf(releases)!.middle }),
    windows: supportWindows(catalogue, table).filter(
      ({ from, to }) => from !== undefined || to !== undefined,
    ),
    delays: delaysOf(catalogue, table),
  };
}

const DELAY_KEYS = new Set(['model.delay', 'repositories.holding', 'repositories.holdingMost']);

function delaysOf(catalogue: Catalogue, table: LayerTable): StatedDelay[] {
  return table.rows
    .filter(({ fact }) => DELAY_KEYS.has(fact.key))
    .flatMap(({ fact, cells }) =>
      cells[cells.length - 1].readings.flatMap((reading): StatedDelay[] =>
        typeof reading.value === 'number'
          ? [{ fact, reading, days: reading.value, evidence: evidenceOf(catalogue, reading) }]
          : [],
      ),
    )
    .sort((a, b) => a.days - b.days);
}
