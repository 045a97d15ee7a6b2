/**
 * Support, asked of a day: which of some systems are supported then, how long each lasts and what of that its bases do not cover,
 * who is left when a base ends, and which release to take.
 */
import { recordOf, type Catalogue } from '../catalogue/catalogue.ts';
import { findFactKey } from '../catalogue/factSheet.ts';
import type { RecordId } from '../catalogue/recordId.ts';
import { recordsOfSubject } from '../catalogue/pointers.ts';
import type { Release } from '../catalogue/release.ts';
import { formatDay } from '../catalogue/days.ts';
import { boundsOf, type When } from '../catalogue/when.ts';
import { publishedBy } from '../lineage/releases.ts';
import { layerTable, type LayerTable } from '../layers/layerTable.ts';
import { lifeOf } from '../lineage/lives.ts';
import { topOf } from '../layers/areas/cells.ts';
import { chainOf, chainOfSubject, chainsOfEditions } from '../lineage/chain.ts';
import { isOver, standingOn } from '../lineage/life.ts';
import { nameOfLayer } from '../lineage/names.ts';
import { expectedNext, spreadOf, type Expected, type Spread } from './cadence.ts';
import {
  cadenceIn,
  datedSeries,
  endOfWindow,
  less,
  supportWindows,
  SUPPORT_KEYS,
  type DayRange,
  type SupportWindow,
} from './support.ts';

/**
 * Whether something is supported on a day: `maybe` where the end is known to a month or a year only and the day lies in it,
 * `unknown` where nothing states an end, `notYet` before its release.
 */
export type SupportState = 'supported' | 'rolls' | 'ended' | 'maybe' | 'unknown' | 'notYet';

/** One layer of a system, with the name that it is told by. */
export interface NamedWindow extends SupportWindow {
  readonly name: string;
  /** The end that counts, its last day; undefined for what rolls on, or where nothing states one. */
  readonly ends?: number;
  /** The first day that it may mean: the same where it is known to the day. */
  readonly endsFirst?: number;
}

/** The end of one layer: the first day that it may mean, and the date as exactly as it is known (EDTF). */
export interface LayerEnd {
  readonly name: string;
  readonly layer: RecordId;
  readonly day: number;
  readonly end: When;
}

/** The support of one system. */
export interface SupportRow {
  readonly subject: RecordId;
  readonly distribution: RecordId;
  readonly edition?: RecordId;
  readonly name: string;
  readonly own: NamedWindow;
  /** Of all layers beneath it, root first. */
  readonly bases: readonly NamedWindow[];
  /** The first base. */
  readonly base?: NamedWindow;
  readonly state: SupportState;
  /** Days from the day asked about to the end: negative after it. */
  readonly left?: DayRange;
  /** Days between what is stated and what follows from the rules; the greatest where several rules are stated. */
  readonly differDays?: number;
  /** Days by which the promise outlasts the first base's; negative where the base lasts longer. */
  readonly gap?: DayRange;
  /** The first end in the whole chain: with it somebody has to move. */
  readonly first?: LayerEnd;
  /** Ends in the chain, the first one first: the days by which one has to have moved. */
  readonly moves: readonly LayerEnd[];
  /** The next release, where it can be told. */
  readonly next?: Expected;
  /** How its releases (of a project that rolls, its images) came. */
  readonly came?: Spread;
  /** How often images are refreshed, as stated. */
  readonly refreshed: string;
}

/**
 * The support of a system as of a day, asked of another (days since 1970-01-01; the same where not given): one row, or one for
 * each edition where the base depends on that.
 */
export function supportRows(catalogue: Catalogue, id: RecordId, asOf: number, on = asOf): SupportRow[] {
  const layers = chainOfSubject(catalogue, id, asOf);
  const editions = chainsOfEditions(catalogue, layers[layers.length - 1]);
  const chains = editions.length ? editions.map((each) => each.layers) : [layers];
  const rows = chains.map((chain) =>
    supportRowOf(catalogue, layerTable(catalogue, chain, SUPPORT_FACTS), on),
  );
  return [...rows, ...olderRows(catalogue, id, asOf, on, rows)];
}

/** Of a project that is asked for by its name: older releases that are still supported on the day that is asked about. */
function olderRows(
  catalogue: Catalogue,
  id: RecordId,
  asOf: number,
  on: number,
  rows: readonly SupportRow[],
): SupportRow[] {
  if (!recordOf(catalogue, 'distribution', id)) return [];
  const told = new Set(rows.map(({ subject }) => subject));
  return publishedBy(catalogue, id, asOf)
    .filter((release) => !told.has(release.id) && saysItsLife(catalogue, release))
    .map((release) =>
      supportRowOf(catalogue, layerTable(catalogue, chainOf(catalogue, release.id, asOf), SUPPORT_FACTS), on),
    )
    .filter(({ state }) => state === 'supported' || state === 'maybe');
}

/** True for a release of which something is said that an end follows from; a rule of the project is asked of its newest only. */
const saysItsLife = (catalogue: Catalogue, { id }: Release): boolean =>
  recordsOfSubject(catalogue, id, 'reading').some(({ key }) => SUPPORT_KEYS.includes(key));

/** The facts that support is read off. */
const SUPPORT_FACTS = [...SUPPORT_KEYS, 'editions.refreshed'].map((key) => findFactKey(key)!);

/** The support of the top layer of a table, asked of a day. */
export function supportRowOf(catalogue: Catalogue, table: LayerTable, on: number): SupportRow {
  const windows = supportWindows(catalogue, table).map((window, i): NamedWindow => {
    const end = window.rolls && window.to === undefined ? undefined : endOfWindow(window);
    const name = nameOfLayer(catalogue, table.layers[i]);
    return { ...window, name, ...(end && { ends: end.most, endsFirst: end.least }) };
  });
  const own = windows[windows.length - 1];
  const bases = windows.slice(0, -1);
  const base = bases.at(-1);
  const layer = table.layers[table.layers.length - 1];
  const release = recordOf(catalogue, 'release', own.layer);
  const series = release ? datedSeries(catalogue, release) : [];
  const cadence = topOf(table, 'model.cadence');
  const next = expectedNext(series, cadence ? cadenceIn(cadence) : null);
  const came = spreadOf(series);
  const moves = windows
    .flatMap((window): LayerEnd[] => {
      const { name, layer: at, endsFirst } = window;
      return endsFirst === undefined ? [] : [{ name, layer: at, day: endsFirst, end: dateOfEnd(window) }];
    })
    .sort((a, b) => a.day - b.day);
  const differDays = differenceOf(own);
  const [end, baseEnd] = [rangeOf(own), base && rangeOf(base)];
  return {
    subject: own.layer,
    distribution: layer.distribution,
    ...(layer.edition && { edition: layer.edition }),
    name: own.name,
    own,
    bases,
    ...(base && { base }),
    state: stateOn(own, on, isOver(standingOn(lifeOf(catalogue, layer.distribution), on))),
    ...(end && { left: less(end, { least: on, most: on }) }),
    ...(differDays !== undefined && { differDays }),
    ...(end && baseEnd && { gap: less(end, baseEnd) }),
    ...(moves[0] && { first: moves[0] }),
    moves,
    ...(next && { next }),
    ...(came && { came }),
    refreshed: String(topOf(table, 'editions.refreshed')?.value ?? ''),
  };
}

/** The end that counts as a date: as it is stated, else the day or the days that it was computed for. */
export function dateOfEnd({ end, ends, endsFirst = ends }: NamedWindow): When {
  if (end || ends === undefined || endsFirst === undefined) return end;
  return endsFirst === ends ? formatDay(ends) : `${formatDay(endsFirst)}/${formatDay(ends)}`;
}

/** The end that counts, as exactly as it is known. */
const rangeOf = ({ ends, endsFirst }: NamedWindow): DayRange | undefined =>
  ends === undefined ? undefined : { least: endsFirst ?? ends, most: ends };

function stateOn(own: NamedWindow, on: number, isProjectOver: boolean): SupportState {
  if (own.from !== undefined && on < own.from) return 'notYet';
  if (own.ends === undefined) {
    if (isProjectOver) return 'ended';
    return own.rolls ? 'rolls' : 'unknown';
  }
  if (on > own.ends) return 'ended';
  return on <= (own.endsFirst ?? own.ends) ? 'supported' : 'maybe';
}

/** The most days between what is stated, where it is known to the day, and the ends by rules; 0 where they agree. */
function differenceOf({ end, to, rules }: SupportWindow): number | undefined {
  const bounds = boundsOf(end);
  const ends = rules.flatMap((rule) => rule.end ?? []);
  // An end that is stated to the month agrees with any day of it.
  const stated = bounds && to !== undefined ? bounds : null;
  if (!stated && ends.length < 2) return undefined;
  if (ends.length === 0) return undefined;
  const outside = (day: number) =>
    stated ? Math.max(0, day - stated.last, stated.first - day) : Math.abs(day - ends[0]);
  return Math.max(...ends.map(outside));
}

/** True if it is known to be supported on the day that was asked about. */
export const isSupported = ({ state }: SupportRow): boolean => state === 'supported' || state === 'rolls';

/** Who rests on a base, by what becomes of them when it ends. */
export interface LeftBehind {
  readonly row: SupportRow;
  /** Its own end less the base's, in days; undefined where one is not known. */
  readonly past?: DayRange;
}

/** Those among some systems that rest on a release, over any number of layers: who promises longest first, the unknown last. */
export function leftWhenEnds(rows: readonly SupportRow[], base: RecordId): LeftBehind[] {
  return rows
    .flatMap((row): LeftBehind[] => {
      const window = row.bases.find(({ layer }) => layer === base);
      if (!window) return [];
      const [end, baseEnd] = [rangeOf(row.own), rangeOf(window)];
      return [{ row, ...(end && baseEnd && { past: less(end, baseEnd) }) }];
    })
    .sort((a, b) => (b.past?.most ?? -Infinity) - (a.past?.most ?? -Infinity));
}

/** What somebody wants of a release: the newest, or the one that lasts longest. */
export type Wish = 'new' | 'long';

/** Which release to take, and why not the others. */
export interface ReleaseChoice {
  readonly taken?: SupportRow;
  /** True where none lasts, itself and all its bases, until the day that is wanted: then the one that lasts longest is taken. */
  readonly isShort: boolean;
  /** Those that do not last. */
  readonly short: readonly SupportRow[];
}

/** The day on which the first layer of a system ends; infinite where all roll on; undefined where one is not known. */
export function coveredUntil({ own, bases }: SupportRow): DayRange | undefined {
  const ends = [...bases, own].map(
    (window) => rangeOf(window) ?? (window.rolls ? { least: Infinity, most: Infinity } : undefined),
  );
  const known = ends.flatMap((end) => end ?? []);
  if (known.length < ends.length) return undefined;
  return {
    least: Math.min(...known.map(({ least }) => least)),
    most: Math.min(...known.map(({ most }) => most)),
  };
}

/** Chooses among releases: of those that last until a day, the newest or the longest; what is not known does not last. */
export function chooseRelease(rows: readonly SupportRow[], until: number, wish: Wish): ReleaseChoice {
  const lasting = rows.filter((row) => (coveredUntil(row)?.least ?? -Infinity) >= until);
  const age = ({ own }: SupportRow) => own.from ?? -Infinity;
  const end = (row: SupportRow) => coveredUntil(row)?.least ?? -Infinity;
  const by = (of: (row: SupportRow) => number) => (a: SupportRow, b: SupportRow) => of(b) - of(a) || 0;
  const longest = rows.filter((row) => coveredUntil(row) !== undefined).sort(by(end));
  const [taken] = lasting.length
    ? lasting.toSorted((a, b) =>
        wish === 'new' ? by(age)(a, b) || by(end)(a, b) : by(end)(a, b) || by(age)(a, b),
      )
    : longest;
  return {
    ...(taken && { taken }),
    isShort: lasting.length === 0,
    short: rows.filter((row) => !lasting.includes(row)),
  };
}
