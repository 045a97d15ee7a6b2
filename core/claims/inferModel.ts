/**
 * The release model as it shows, apart from what anybody calls it: by what the configuration names, how releases came, how long packages
 * are held, and how long a release lives; each with its reason. What contradicts the rest is kept as a reason against it.
 */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import type { LayerTable } from '../layers/layerTable.ts';
import { topOf } from '../layers/areas/cells.ts';
import { isKnown } from '../layers/cell.ts';
import { evidenceOf } from '../weighing/evidenceOf.ts';
import { spreadOf } from '../support/cadence.ts';
import { datedSeries } from '../support/support.ts';

/** A way in which releases come about, as it can be told from outside. */
export type InferredKind = 'fixed' | 'long-term' | 'rolling' | 'held-back rolling';

/** Why a model is inferred; what is counted stands in `count` (days or months). */
export interface ModelReason {
  readonly code: 'pinned' | 'moving' | 'releases' | 'images' | 'held' | 'lives' | 'ends';
  readonly count?: number;
  readonly speaksFor: 'fixed' | 'rolling';
}

/** What shows of a release model. */
export interface InferredModel {
  /** Undefined where nothing shows, or what shows is even. */
  readonly kind?: InferredKind;
  readonly reasons: readonly ModelReason[];
  /** True where reasons speak for both. */
  readonly isMixed: boolean;
}

/** Releases further apart than this are releases, nearer than `IMAGE_DAYS` images (in the middle, of three at least). */
const RELEASE_DAYS = 120;
const IMAGE_DAYS = 62;
const LONG_MONTHS = 48;

/** What a configuration says weighs more than how releases came; a life of one release more than either alone. */
const WEIGHTS: Readonly<Record<ModelReason['code'], number>> = {
  pinned: 3,
  moving: 3,
  releases: 1,
  images: 1,
  held: 1,
  lives: 2,
  ends: 2,
};

/** The release model of the top layer of a table, inferred. */
export function inferModel(catalogue: Catalogue, table: LayerTable): InferredModel {
  const top = table.layers[table.layers.length - 1];
  const cellOf = (key: string) => {
    const cell = topOf(table, key);
    return cell && isKnown(cell) && cell.state !== 'carried' && !cell.absent ? cell : undefined;
  };
  const numberOf = (key: string) => {
    const value = cellOf(key)?.value;
    return typeof value === 'number' ? value : undefined;
  };
  const reasons: ModelReason[] = [];
  const pinning = cellOf('repositories.pinning')?.value;
  if (pinning === 'pinned') reasons.push({ code: 'pinned', speaksFor: 'fixed' });
  if (pinning === 'moving') reasons.push({ code: 'moving', speaksFor: 'rolling' });
  const release = recordOf(catalogue, 'release', top.id);
  const spread = release ? spreadOf(datedSeries(catalogue, release)) : null;
  if (spread && spread.count > 1) {
    if (spread.middle >= RELEASE_DAYS)
      reasons.push({ code: 'releases', count: spread.middle, speaksFor: 'fixed' });
    if (spread.middle <= IMAGE_DAYS)
      reasons.push({ code: 'images', count: spread.middle, speaksFor: 'rolling' });
  }
  const life = numberOf('model.life');
  if (life !== undefined) reasons.push({ code: 'lives', count: life, speaksFor: 'fixed' });
  else if (cellOf('model.supportEnd')) reasons.push({ code: 'ends', speaksFor: 'fixed' });
  const held = heldDays(catalogue, table);
  const speaks = (side: ModelReason['speaksFor']) =>
    reasons.filter(({ speaksFor }) => speaksFor === side).reduce((sum, { code }) => sum + WEIGHTS[code], 0);
  const [fixed, rolling] = [speaks('fixed'), speaks('rolling')];
  const isRolling = rolling > fixed;
  if (isRolling && held !== undefined && held > 0)
    reasons.push({ code: 'held', count: held, speaksFor: 'rolling' });
  const kind =
    fixed === rolling
      ? undefined
      : isRolling
        ? held !== undefined && held > 0
          ? 'held-back rolling'
          : 'rolling'
        : (life ?? 0) >= LONG_MONTHS
          ? 'long-term'
          : 'fixed';
  return { ...(kind && { kind }), reasons, isMixed: fixed > 0 && rolling > 0 };
}

/** How long packages are held, as seen or measured before as claimed; undefined where nothing says so. */
function heldDays(catalogue: Catalogue, table: LayerTable): number | undefined {
  const readings = ['repositories.holding', 'model.delay'].flatMap(
    (key) => topOf(table, key)?.readings ?? [],
  );
  const numbers = readings.filter(
    ({ value, spoiledBy }) => typeof value === 'number' && spoiledBy.length === 0,
  );
  const best = numbers.find((reading) => evidenceOf(catalogue, reading) === 'seen') ?? numbers[0];
  return best?.value as number | undefined;
}

/** True where two names of models mean the same side: packages stand until the next release, or move on. */
export function isSameSide(a: string, b: string): boolean {
  return /rolling/.test(a) === /rolling/.test(b);
}
